// Solids as they are seen: which faces look to the viewer, how large they are, and where they are painted.
#include "desktop/rig/solid_picture.h"

#include <cmath>
#include <QImage>
#include <QPainter>

#include "desktop/travel/shot_card.h"
#include "parts/solids.h"
#include "window.h"

using namespace clampet;
using desktop::Sight;
using rig::Vector;

namespace {

double area_of(const QPolygonF& polygon) {
    double twice = 0;
    for (int i = 0; i < polygon.size(); ++i) {
        const QPointF a = polygon[i], b = polygon[(i + 1) % polygon.size()];
        twice += a.x() * b.y() - b.x() * a.y();
    }
    return std::abs(twice) / 2;
}

double seen_area(const rig::Shape& shape, const Sight& sight) {
    double area = 0;
    for (const auto& face : desktop::faces_of(shape, Eigen::Isometry3d::Identity(), sight))
        area += area_of(face.outline);
    return area;
}

}  // namespace

TEST_CASE("a sight looks along its way, with up up", "[desktop][picture]") {
    const Sight plain = Sight::turned(0, 0), given;
    CHECK((plain.right - given.right).norm() < 1e-12);
    CHECK((plain.up - given.up).norm() < 1e-12);
    CHECK((plain.towards - given.towards).norm() < 1e-12);
    const Sight above = Sight::turned(0.4, 0.7);
    CHECK(above.right.dot(above.up) == Approx(0).margin(1e-12));
    CHECK((above.right.cross(above.up) - above.towards).norm() < 1e-12);
    CHECK(above.towards.z() == Approx(std::sin(0.7)));
    CHECK(above.up.z() > 0);
}

TEST_CASE("a box shows the faces that look to the viewer, each as large as it seems", "[desktop][picture]") {
    const auto box = parts::box({0.1, 0, 0.2}, {0.3, 0.2, 0.1}, parts::Stuff::wood);
    const auto side = desktop::faces_of(box, Eigen::Isometry3d::Identity(), Sight{});
    REQUIRE(side.size() == 1);
    CHECK(area_of(side.front().outline) == Approx(0.3 * 0.1));
    CHECK(side.front().outline.boundingRect().center().y() == Approx(0.2));
    const Sight sight = Sight::turned(-0.6, 0.42);
    CHECK(desktop::faces_of(box, Eigen::Isometry3d::Identity(), sight).size() == 3);
    // Cauchy: a box seems as large as its three faces, each times the cosine of its turning away.
    const Vector t = sight.towards.cwiseAbs();
    CHECK(seen_area(box, sight) == Approx(t.x() * 0.2 * 0.1 + t.y() * 0.3 * 0.1 + t.z() * 0.3 * 0.2));
    // Turned in the world, it seems what it seems to a viewer who went the other way.
    const Eigen::Isometry3d turned(Eigen::AngleAxisd(0.6, Vector::UnitZ()));
    double area = 0;
    for (const auto& face : desktop::faces_of(box, turned, Sight::turned(0, 0.42))) area += area_of(face.outline);
    CHECK(area == Approx(seen_area(box, sight)));
}

TEST_CASE("a prism with a notch shows its walls from both windings of its profile", "[desktop][picture]") {
    rig::Shape notch;
    notch.kind = rig::ShapeKind::prism;
    notch.axis = Vector::UnitX();
    notch.length = 0.05;
    notch.profile = {{-0.03, 0}, {0, 0.02}, {0.03, 0}, {0.03, 0.04}, {-0.03, 0.04}};
    auto other = notch;
    std::reverse(other.profile.begin(), other.profile.end());
    const Sight sight = Sight::turned(-0.6, 0.42);
    const auto one = desktop::faces_of(notch, Eigen::Isometry3d::Identity(), sight);
    CHECK(one.size() == desktop::faces_of(other, Eigen::Isometry3d::Identity(), sight).size());
    CHECK(seen_area(notch, sight) == Approx(seen_area(other, sight)));
    // Its end is a face as large as its profile: a rectangle less a triangle.
    CHECK(seen_area(notch, {Vector::UnitY(), Vector::UnitZ(), Vector::UnitX()}) ==
          Approx(0.06 * 0.04 - 0.06 * 0.02 / 2));
}

TEST_CASE("solids are painted within their place, and a rig is drawn without what it stands on", "[desktop][picture]") {
    const auto rig = project::demo_rig();
    const auto shapes = desktop::shapes_in_world(rig);
    std::size_t carried = 0;
    for (const auto& part : rig.parts)
        if (part.role != rig::Role::support) carried += part.shapes.size();
    CHECK(shapes.size() == carried);
    QImage image(200, 160, QImage::Format_ARGB32);
    image.fill(Qt::white);
    QPainter painter(&image);
    const QRect place(40, 30, 100, 90);
    desktop::paint_solids(painter, place, shapes, Sight::turned(-0.5, 0.3));
    painter.end();
    int inside = 0, outside = 0;
    for (int y = 0; y < image.height(); ++y)
        for (int x = 0; x < image.width(); ++x)
            if (image.pixel(x, y) != qRgb(255, 255, 255))
                (place.adjusted(-2, -2, 2, 2).contains(x, y) ? inside : outside) += 1;
    CHECK(inside > 500);
    CHECK(outside == 0);
}
