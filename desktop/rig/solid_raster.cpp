#include "desktop/rig/solid_raster.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "parts/solids.h"
#include "rig/clearance.h"

namespace clampet::desktop {
namespace {

using rig::Shape;
using rig::ShapeKind;
using rig::Vector;

constexpr int round_corners = 36, rings = 14;
constexpr double nearest_to_eye = 0.005;  ///< what is nearer to a lens than this is behind its glass [m]

}  // namespace

Projection Projection::flat(const Sight& sight, const QTransform& pixels) {
    Projection p;
    p.sight = sight;
    p.pixels = pixels;
    return p;
}

Projection Projection::through_lens(const Vector& eye, const Vector& looks, const Vector& up, double width_per_distance,
                                    QSizeF picture) {
    Projection p;
    p.sight = {looks.cross(up), up, -looks};
    p.eye = eye;
    p.has_perspective = true;
    const double scale = picture.width() / width_per_distance;
    p.pixels = QTransform(scale, 0, 0, -scale, picture.width() / 2, picture.height() / 2);
    return p;
}

Vector Projection::own_of(const Vector& world) const {
    const Vector d = world - eye;
    return {d.dot(sight.right), d.dot(sight.up), d.dot(sight.towards)};
}

Projection::Point Projection::operator()(const Vector& own) const {
    const double away = has_perspective ? -own.z() : 1;
    const QPointF at = pixels.map(QPointF(own.x() / away, own.y() / away));
    return {at.x(), at.y(), has_perspective ? 1 / away : own.z()};
}

SolidRaster::SolidRaster(QSize pixels)
    : size_(pixels), cells_(static_cast<std::size_t>(std::max(0, pixels.width())) * std::max(0, pixels.height())) {}

void SolidRaster::add(const Shape& shape, const Eigen::Isometry3d& world, const Projection& projection,
                      const QColor& colour, int id) {
    projection_ = &projection;
    world_ = world;
    colour_ = colour;
    id_ = id;
    if (shape.kind == ShapeKind::box)
        add_box(shape);
    else if (shape.kind == ShapeKind::sphere)
        add_sphere(shape);
    else if (shape.kind == ShapeKind::hull)
        add_hull(shape);
    else
        add_swept(shape);
}

/// Corners in the shape's frame, in order round a convex face.
void SolidRaster::add_face(std::vector<Corner> corners, const Vector& normal, bool smooth) {
    static const Vector light = Vector(0.35, -0.45, 0.82).normalized();
    const Vector outward = (world_.linear() * normal).normalized();
    for (auto& corner : corners) corner = projection_->own_of(world_ * corner);
    const Vector to_viewer = projection_->has_perspective ? Vector(-corners.front()) : Vector::UnitZ();
    const Vector own_outward(outward.dot(projection_->sight.right), outward.dot(projection_->sight.up),
                             outward.dot(projection_->sight.towards));
    if (own_outward.dot(to_viewer) <= 0) return;
    if (projection_->has_perspective) {  // what lies behind the eye is cut off
        std::vector<Corner> ahead;
        for (std::size_t i = 0; i < corners.size(); ++i) {
            const Corner &a = corners[i], &b = corners[(i + 1) % corners.size()];
            const bool a_seen = a.z() < -nearest_to_eye, b_seen = b.z() < -nearest_to_eye;
            if (a_seen) ahead.push_back(a);
            if (a_seen != b_seen) ahead.push_back(a + (-nearest_to_eye - a.z()) / (b.z() - a.z()) * (b - a));
        }
        corners = std::move(ahead);
    }
    if (corners.size() < 3) return;
    if (!smooth) ++groups_;
    const double shade = 0.80 + 0.20 * outward.dot(light);
    faces_.push_back({colour_.darker(qRound(100 / std::clamp(shade, 0.4, 1.0))).rgb(), id_, groups_});
    const int face = static_cast<int>(faces_.size()) - 1;
    const auto first = (*projection_)(corners[0]);
    for (std::size_t i = 1; i + 1 < corners.size(); ++i)
        fill(first, (*projection_)(corners[i]), (*projection_)(corners[i + 1]), face);
}

void SolidRaster::fill(const Projection::Point& a, const Projection::Point& b, const Projection::Point& c, int face) {
    const double area = (b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x);
    if (std::abs(area) < 1e-9) return;
    const auto low = [](double x, double y, double z) { return std::floor(std::min({x, y, z})); };
    const auto high = [](double x, double y, double z) { return std::ceil(std::max({x, y, z})); };
    const int left = static_cast<int>(std::clamp(low(a.x, b.x, c.x), 0.0, double(size_.width()))),
              right = static_cast<int>(std::clamp(high(a.x, b.x, c.x), 0.0, double(size_.width()))),
              top = static_cast<int>(std::clamp(low(a.y, b.y, c.y), 0.0, double(size_.height()))),
              bottom = static_cast<int>(std::clamp(high(a.y, b.y, c.y), 0.0, double(size_.height())));
    // Shares of the corners at a pixel's middle, and how they change from one pixel to the next.
    const double across_b = (c.y - a.y) / area, across_c = -(b.y - a.y) / area;
    constexpr double slack = -1e-9;  // neighbours share their edge
    for (int y = top; y < bottom; ++y) {
        const double dx = left + 0.5 - a.x, dy = y + 0.5 - a.y;
        double of_b = (dx * (c.y - a.y) - dy * (c.x - a.x)) / area, of_c = (dy * (b.x - a.x) - dx * (b.y - a.y)) / area;
        Cell* cell = cells_.data() + static_cast<std::size_t>(y) * size_.width() + left;
        for (int x = left; x < right; ++x, ++cell, of_b += across_b, of_c += across_c) {
            if (of_b < slack || of_c < slack || of_b + of_c > 1 - slack) continue;
            const auto near = static_cast<float>(a.near + of_b * (b.near - a.near) + of_c * (c.near - a.near));
            if (cell->face < 0 || near > cell->near) *cell = {near, face};
        }
    }
}

void SolidRaster::add_box(const Shape& s) {
    for (int axis = 0; axis < 3; ++axis)
        for (const double side : {-1.0, 1.0}) {
            Vector normal = Vector::Zero(), u = Vector::Zero(), v = Vector::Zero();
            normal[axis] = side;
            u[(axis + 1) % 3] = s.size[(axis + 1) % 3] / 2;
            v[(axis + 2) % 3] = s.size[(axis + 2) % 3] / 2;
            const Vector at = s.at + normal * s.size[axis] / 2;
            add_face({at - u - v, at + u - v, at + u + v, at - u + v}, normal, false);
        }
}

void SolidRaster::add_swept(const Shape& s) {
    const auto [u, v] = parts::profile_axes(s.axis);
    const Vector half = s.axis * s.length / 2;
    if (s.kind == ShapeKind::prism) {
        std::vector<Vector> rim;
        for (const auto& c : s.profile) rim.push_back(s.at + c.x() * u + c.y() * v);
        double sense = 0;
        for (std::size_t i = 0; i < rim.size(); ++i)
            sense += (rim[i] - s.at).cross(rim[(i + 1) % rim.size()] - s.at).dot(s.axis);
        for (std::size_t i = 0; i < rim.size(); ++i) {
            const Vector &a = rim[i], &b = rim[(i + 1) % rim.size()];
            add_face({a - half, b - half, b + half, a + half}, (b - a).cross(s.axis) * (sense < 0 ? -1 : 1), false);
        }
        const auto triangles = rig::triangles_of(s.profile);
        for (const double side : {1.0, -1.0}) {
            ++groups_;
            for (const auto& t : triangles)
                add_face({rim[t[0]] + side * half, rim[t[1]] + side * half, rim[t[2]] + side * half}, side * s.axis,
                         true);
        }
        return;
    }
    std::vector<Vector> rim;
    for (int i = 0; i < round_corners; ++i) {
        const double a = 2 * std::numbers::pi * i / round_corners;
        rim.push_back(std::cos(a) * u + std::sin(a) * v);
    }
    ++groups_;
    const double r = s.diameter / 2;
    for (std::size_t i = 0; i < rim.size(); ++i) {
        const Vector &a = rim[i], &b = rim[(i + 1) % rim.size()];
        add_face({s.at + r * a - half, s.at + r * b - half, s.at + r * b + half, s.at + r * a + half}, a + b, true);
    }
    for (const double side : {1.0, -1.0}) {
        std::vector<Vector> cap;
        for (const auto& a : rim) cap.push_back(s.at + r * a + side * half);
        add_face(std::move(cap), side * s.axis, false);
    }
}

void SolidRaster::add_hull(const Shape& s) {
    ++groups_;  // its outline is drawn, not every triangle
    const auto& points = s.skin.empty() ? s.corners : s.skin;
    for (const auto& face : s.skin.empty() ? s.faces : s.skin_faces) {
        std::vector<Corner> corners;
        for (const int i : face) corners.push_back(s.at + points[static_cast<std::size_t>(i)]);
        const Vector normal = (corners[1] - corners[0]).cross(corners[2] - corners[0]);
        add_face(std::move(corners), normal, true);
    }
}

void SolidRaster::add_sphere(const Shape& s) {
    ++groups_;
    const double r = s.diameter / 2;
    const auto point = [&](int ring, int i) {
        const double up = std::numbers::pi * ring / rings, round = 2 * std::numbers::pi * i / round_corners;
        return Vector(std::sin(up) * std::cos(round), std::sin(up) * std::sin(round), std::cos(up));
    };
    for (int ring = 0; ring < rings; ++ring)
        for (int i = 0; i < round_corners; ++i) {
            const Vector a = point(ring, i), b = point(ring + 1, i), c = point(ring + 1, i + 1), d = point(ring, i + 1);
            add_face({s.at + r * a, s.at + r * b, s.at + r * c, s.at + r * d}, a + b + c + d, true);
        }
}

int SolidRaster::id_at(QPoint pixel) const {
    if (!QRect(QPoint(0, 0), size_).contains(pixel)) return -1;
    const int face = cells_[static_cast<std::size_t>(pixel.y()) * size_.width() + pixel.x()].face;
    return face < 0 ? -1 : faces_[static_cast<std::size_t>(face)].id;
}

double SolidRaster::share_of(int id) const {
    const auto count = std::count_if(cells_.begin(), cells_.end(), [&](const Cell& cell) {
        return cell.face >= 0 && faces_[static_cast<std::size_t>(cell.face)].id == id;
    });
    return cells_.empty() ? 0 : static_cast<double>(count) / static_cast<double>(cells_.size());
}

QImage SolidRaster::image(const QColor& ink) const {
    QImage out(size_, QImage::Format_ARGB32_Premultiplied);
    out.fill(Qt::transparent);
    const auto group = [&](int x, int y) {
        const int face = cells_[static_cast<std::size_t>(y) * size_.width() + x].face;
        return face < 0 ? -1 : faces_[static_cast<std::size_t>(face)].group;
    };
    for (int y = 0; y < size_.height(); ++y) {
        auto* line = reinterpret_cast<QRgb*>(out.scanLine(y));
        for (int x = 0; x < size_.width(); ++x) {
            const int here = group(x, y);
            const bool edge = (x + 1 < size_.width() && group(x + 1, y) != here) ||
                              (y + 1 < size_.height() && group(x, y + 1) != here);
            if (edge)
                line[x] = ink.rgb();
            else if (here >= 0)
                line[x] = faces_[static_cast<std::size_t>(cells_[static_cast<std::size_t>(y) * size_.width() + x].face)]
                              .colour;
        }
    }
    return out;
}

}  // namespace clampet::desktop
