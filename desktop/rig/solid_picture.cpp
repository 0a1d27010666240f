#include "desktop/rig/solid_picture.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <QPainter>

#include "desktop/rig/solid_raster.h"
#include "desktop/theme/theme.h"
#include "mechanics/patch.h"
#include "parts/solids.h"

namespace clampet::desktop {
namespace {

using rig::Shape;
using rig::ShapeKind;
using rig::Vector;

constexpr int outline_corners = 28;

/// A ring of corners of what is swept along its axis, about the shape's middle.
std::vector<Vector> rim_of(const Shape& s) {
    const auto [u, v] = parts::profile_axes(s.axis);
    std::vector<Vector> rim;
    if (s.kind == ShapeKind::prism) {
        for (const auto& c : s.profile) rim.push_back(c.x() * u + c.y() * v);
        return rim;
    }
    for (int i = 0; i < outline_corners; ++i) {
        const double a = 2 * std::numbers::pi * i / outline_corners;
        rim.push_back(s.diameter / 2 * (std::cos(a) * u + std::sin(a) * v));
    }
    return rim;
}

class Seen {
 public:
    Seen(const Shape& shape, const Eigen::Isometry3d& world, const Sight& sight)
        : shape_(shape), world_(world), sight_(sight) {}

    void add(const std::vector<Vector>& corners, const Vector& normal) {
        const Vector outward = world_.linear() * normal;
        if (outward.dot(sight_.towards) < 1e-6) return;
        SeenFace face;
        Vector middle = Vector::Zero();
        for (const auto& corner : corners) {
            const Vector at = world_ * corner;
            middle += at / static_cast<double>(corners.size());
            face.outline << sight_.seen(at);
        }
        finish(face, middle, outward);
    }
    void add_hull(const std::vector<Vector>& corners, double shade) {
        std::vector<mechanics::Point> flat;
        Vector middle = Vector::Zero();
        for (const auto& corner : corners) {
            const Vector at = world_ * corner;
            middle += at / static_cast<double>(corners.size());
            const QPointF p = sight_.seen(at);
            flat.push_back({p.x(), p.y()});
        }
        SeenFace face;
        for (const auto& p : mechanics::convex_hull(flat)) face.outline << QPointF(p.x, p.y);
        finish(face, middle, Vector::Zero());
        faces_.back().shade = shade;
    }
    std::vector<SeenFace> take() { return std::move(faces_); }

 private:
    void finish(SeenFace& face, const Vector& middle, const Vector& outward) {
        static const Vector light = Vector(0.35, -0.45, 0.82).normalized();
        face.shade = 0.80 + 0.20 * outward.dot(light);
        face.depth = middle.dot(sight_.towards);
        face.material = shape_.material;
        faces_.push_back(std::move(face));
    }
    const Shape& shape_;
    const Eigen::Isometry3d& world_;
    const Sight& sight_;
    std::vector<SeenFace> faces_;
};

void add_box(const Shape& s, Seen& seen) {
    for (int axis = 0; axis < 3; ++axis)
        for (const double side : {-1.0, 1.0}) {
            Vector normal = Vector::Zero(), u = Vector::Zero(), v = Vector::Zero();
            normal[axis] = side;
            u[(axis + 1) % 3] = s.size[(axis + 1) % 3] / 2;
            v[(axis + 2) % 3] = s.size[(axis + 2) % 3] / 2;
            const Vector at = s.at + normal * s.size[axis] / 2;
            seen.add({at - u - v, at + u - v, at + u + v, at - u + v}, normal);
        }
}

void add_swept(const Shape& s, Seen& seen) {
    const auto rim = rim_of(s);
    const Vector half = s.axis * s.length / 2;
    std::vector<Vector> near, far, all;
    for (const auto& r : rim) {
        near.push_back(s.at + half + r);
        far.push_back(s.at - half + r);
    }
    if (s.kind == ShapeKind::prism) {
        double sense = 0;
        for (std::size_t i = 0; i < rim.size(); ++i) sense += rim[i].cross(rim[(i + 1) % rim.size()]).dot(s.axis);
        for (std::size_t i = 0; i < rim.size(); ++i) {
            const std::size_t k = (i + 1) % rim.size();
            const Vector normal = (rim[k] - rim[i]).cross(s.axis) * (sense < 0 ? -1 : 1);
            if (normal.norm() > 0) seen.add({far[i], far[k], near[k], near[i]}, normal.normalized());
        }
    } else {
        all = near;
        all.insert(all.end(), far.begin(), far.end());
        seen.add_hull(all, 0.88);
    }
    seen.add(near, s.axis);
    seen.add(far, -s.axis);
}

}  // namespace

Sight Sight::turned(double about, double lifted) {
    Sight s;
    s.right = {std::cos(about), std::sin(about), 0};
    const Vector level(std::sin(about), -std::cos(about), 0);  // to the viewer, before lifting
    s.towards = std::cos(lifted) * level + std::sin(lifted) * Vector::UnitZ();
    s.up = s.towards.cross(s.right);
    return s;
}

std::vector<SeenFace> faces_of(const Shape& s, const Eigen::Isometry3d& world, const Sight& sight) {
    Seen seen(s, world, sight);
    if (s.kind == ShapeKind::box) {
        add_box(s, seen);
    } else if (s.kind == ShapeKind::sphere) {
        std::vector<Vector> rim;
        const Eigen::Matrix3d back = world.linear().transpose();
        for (int i = 0; i < outline_corners; ++i) {
            const double a = 2 * std::numbers::pi * i / outline_corners;
            rim.push_back(s.at + back * (s.diameter / 2 * (std::cos(a) * sight.right + std::sin(a) * sight.up)));
        }
        seen.add_hull(rim, 0.95);
    } else if (s.kind == ShapeKind::hull) {
        const auto& points = s.skin.empty() ? s.corners : s.skin;
        for (const auto& face : s.skin.empty() ? s.faces : s.skin_faces) {
            std::vector<Vector> corners;
            for (const int i : face) corners.push_back(s.at + points[static_cast<std::size_t>(i)]);
            const Vector normal = (corners[1] - corners[0]).cross(corners[2] - corners[0]).normalized();
            seen.add(corners, normal);
        }
    } else {
        add_swept(s, seen);
    }
    return seen.take();
}

void paint_solids(QPainter& p, const QRectF& place, std::span<const Shape> shapes, const Sight& sight) {
    std::vector<PlacedShape> placed;
    for (const auto& shape : shapes) placed.push_back({shape});
    paint_solids(p, place, placed, sight);
}

void paint_solids(QPainter& p, const QRectF& place, std::span<const PlacedShape> shapes, const Sight& sight) {
    QRectF extent;
    for (const auto& [shape, world] : shapes)
        for (const auto& face : faces_of(shape, world, sight)) extent = extent.united(face.outline.boundingRect());
    if (extent.isEmpty() || place.isEmpty()) return;
    const double finer = 2 * p.device()->devicePixelRatioF();  // drawn finer and scaled down: its edges are then smooth
    const QSizeF room = place.size() * finer;
    const double scale = 0.98 * std::min(room.width() / extent.width(), room.height() / extent.height());
    const QTransform pixels(scale, 0, 0, -scale, room.width() / 2 - scale * extent.center().x(),
                            room.height() / 2 + scale * extent.center().y());
    const auto projection = Projection::flat(sight, pixels);
    const Theme& t = theme();
    SolidRaster raster(room.toSize());
    for (const auto& [shape, world] : shapes) raster.add(shape, world, projection, t.of_part(shape.material), 0);
    p.save();
    p.setRenderHint(QPainter::SmoothPixmapTransform);
    // In a small picture most of a thin thing is edge: on dark ground that must be seen.
    QImage image = raster.image(t.dark ? t.quiet : t.text);
    p.drawImage(place, image.scaled((place.size() * p.device()->devicePixelRatioF()).toSize(), Qt::IgnoreAspectRatio,
                                    Qt::SmoothTransformation));
    p.restore();
}

}  // namespace clampet::desktop
