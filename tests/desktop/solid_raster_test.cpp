// Solids point by point: what is nearer hides what is farther, without perspective and through a lens.
#include "desktop/rig/solid_raster.h"

#include <catch2/catch.hpp>

#include "parts/solids.h"
#include "project/starting_points.h"
#include "study/picture.h"

using namespace clampet;
using desktop::Projection;
using desktop::Sight;
using desktop::SolidRaster;
using parts::Stuff;
using rig::Vector;

namespace {

const auto world = Eigen::Isometry3d::Identity();
/// 100 pixels a metre, y up, the world's origin in the middle of 200 × 200.
const QTransform hundred(100, 0, 0, -100, 100, 100);

}  // namespace

TEST_CASE("a box covers as many points as its size gives", "[desktop][raster]") {
    SolidRaster raster(QSize(200, 200));
    const auto from_the_side = Projection::flat(Sight{}, hundred);
    raster.add(parts::box({0, 0, 0.25}, {1.0, 0.3, 0.5}, Stuff::wood), world, from_the_side, Qt::red, 7);
    CHECK(raster.share_of(7) == Approx(1.0 * 0.5 / 4).margin(0.002));
    CHECK(raster.id_at({100, 99}) == 7);
    CHECK(raster.id_at({100, 101}) == -1);
    CHECK(raster.id_at({-1, 500}) == -1);
    const QImage image = raster.image(Qt::black);
    CHECK(qAlpha(image.pixel(100, 150)) == 0);
    CHECK(qAlpha(image.pixel(100, 80)) == 255);
    CHECK(image.pixelColor(149, 75) == QColor(Qt::black));  // its edge
    // A sphere and a bar, by their circles.
    SolidRaster round(QSize(200, 200));
    round.add(parts::sphere(Vector::Zero(), 1.0, Stuff::metal), world, from_the_side, Qt::red, 1);
    CHECK(round.share_of(1) == Approx(M_PI / 4 / 4).margin(0.004));
    round.add(parts::cylinder({0, -2, 0}, 0.6, 0.1, Vector::UnitY(), Stuff::tube), world, from_the_side, Qt::blue, 2);
    CHECK(round.share_of(2) == Approx(M_PI / 4 * 0.36 / 4).margin(0.004));  // before the sphere: y is away
}

TEST_CASE("bodies that reach through one another each show where they are nearer", "[desktop][raster]") {
    SolidRaster raster(QSize(200, 200));
    const auto from_the_side = Projection::flat(Sight{}, hundred);
    // Two boards that cross like an X as seen from above: left one is nearer, right the other.
    const auto board = parts::box(Vector::Zero(), {1.6, 0.02, 0.4}, Stuff::wood);
    const auto turned = [](double angle) { return Eigen::Isometry3d(Eigen::AngleAxisd(angle, Vector::UnitZ())); };
    raster.add(board, turned(0.6), from_the_side, Qt::red, 1);
    raster.add(board, turned(-0.6), from_the_side, Qt::blue, 2);
    // Turned by +0.6 its right end goes away from the viewer, who looks along +y.
    CHECK(raster.id_at({60, 100}) == 1);
    CHECK(raster.id_at({140, 100}) == 2);
    // A prism keeps its notch when it is seen along its axis.
    SolidRaster notched(QSize(200, 200));
    rig::Shape vee;
    vee.kind = rig::ShapeKind::prism;
    vee.axis = Vector::UnitY();
    vee.length = 0.1;
    vee.profile = {{-0.5, -0.5}, {0.5, -0.5}, {0.5, 0.5}, {0, -0.2}, {-0.5, 0.5}};
    notched.add(vee, world, from_the_side, Qt::red, 3);
    CHECK(notched.id_at({100, 90}) == -1);
    CHECK(notched.id_at({60, 100}) == 3);
    CHECK(notched.share_of(3) == Approx(parts::outline_of(vee.profile).area / 4).margin(0.003));
}

TEST_CASE("through a lens things shrink with their distance, and what is behind it is not seen", "[desktop][raster]") {
    // A 50 mm lens on a 36 mm wide sensor: the frame is 0.72 m wide at 1 m.
    const QSizeF size(360, 240);
    const auto lens = Projection::through_lens(Vector::Zero(), Vector::UnitX(), Vector::UnitZ(), 0.72, size);
    const auto share = [&](const Vector& at, const Vector& box_size) {
        SolidRaster raster(size.toSize());
        raster.add(parts::box(at, box_size, Stuff::wood), world, lens, Qt::red, 1);
        return raster.share_of(1);
    };
    CHECK(share({1.0005, 0, 0}, {0.001, 0.36, 0.24}) == Approx(0.25).margin(0.005));
    CHECK(share({2.0005, 0, 0}, {0.001, 0.36, 0.24}) == Approx(0.0625).margin(0.003));
    CHECK(share({-1, 0, 0}, {0.5, 0.5, 0.5}) == 0);
    // A floor that runs from behind the eye to far ahead fills nearly all below the middle.
    CHECK(share({0, 0, -0.05}, {400, 400, 0.01}) == Approx(0.5).margin(0.02));
    // Left of the way it looks is on the left.
    SolidRaster raster(size.toSize());
    raster.add(parts::box({1, 0.2, 0.1}, {0.01, 0.05, 0.05}, Stuff::wood), world, lens, Qt::red, 1);
    CHECK(raster.id_at({80, 70}) == 1);
}

TEST_CASE("the picture that is painted and the one that is measured agree", "[desktop][raster][picture]") {
    auto rig = project::demo_rig();
    rig.interface("ball")->pose = {{"forward", 0.9}, {"pan", 0.5}};  // the rail comes into the picture
    auto& camera = *rig.part("camera");
    camera.values["focal_length"] = 0.014;
    camera = *rig::made(camera);
    for (auto& part : rig.parts)
        if (part.origin == rig::Origin::site) part.origin = rig::Origin::have;  // else it is the subject
    rig.shots = {{"one", "One", rig::pose_of(rig), 2.0, 0}};
    const auto found = study::pictures(rig);
    REQUIRE(found);
    const auto& p = found->front();
    REQUIRE_FALSE(p.in_the_way.empty());
    const QSizeF size(720, 480);
    const auto lens =
        Projection::through_lens(p.frame.eye, p.frame.looks, p.frame.up, p.frame.width / p.frame.distance, size);
    SolidRaster raster(size.toSize());
    const rig::Placed placed(rig);
    for (std::size_t i = 0; i < rig.parts.size(); ++i)
        if (rig.parts[i].id != p.camera)
            for (const auto& shape : rig.parts[i].shapes)
                raster.add(shape, placed.placement().world_from_part[i], lens, Qt::red, static_cast<int>(i));
    for (const auto& way : p.in_the_way)
        for (std::size_t i = 0; i < rig.parts.size(); ++i)
            if (rig.parts[i].id == way.part)
                CHECK(raster.share_of(static_cast<int>(i)) == Approx(way.share).margin(0.012));
}
