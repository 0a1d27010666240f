#include "parts/solids.h"

#include <numbers>

namespace clampet::parts {

using std::numbers::pi;

Shape box(const Vector& at, const Vector& size, Stuff stuff) {
    Shape s;
    s.at = at;
    s.size = size;
    s.material = stuff;
    return s;
}

Shape cylinder(const Vector& at, double diameter, double length, const Vector& axis, Stuff stuff) {
    Shape s;
    s.kind = ShapeKind::cylinder;
    s.at = at;
    s.diameter = diameter;
    s.length = length;
    s.axis = axis;
    s.material = stuff;
    return s;
}

Shape sphere(const Vector& at, double diameter, Stuff stuff) {
    Shape s;
    s.kind = ShapeKind::sphere;
    s.at = at;
    s.diameter = diameter;
    s.material = stuff;
    return s;
}

Outline outline_of(const std::vector<Eigen::Vector2d>& profile) {
    double twice = 0;
    Eigen::Vector2d moment = Eigen::Vector2d::Zero();
    for (std::size_t i = 0; i < profile.size(); ++i) {
        const auto &a = profile[i], &b = profile[(i + 1) % profile.size()];
        const double cross = a.x() * b.y() - b.x() * a.y();
        twice += cross;
        moment += cross * (a + b);
    }
    if (twice == 0) return {};
    return {std::abs(twice) / 2, moment / (3 * twice)};
}

std::pair<Vector, Vector> profile_axes(const Vector& axis) {
    if (std::abs(axis.y()) > 0.9) return {Vector::UnitX(), Vector::UnitZ()};
    if (std::abs(axis.x()) > 0.9) return {Vector::UnitY(), Vector::UnitZ()};
    if (std::abs(axis.z()) > 0.9) return {Vector::UnitX(), Vector::UnitY()};
    const Vector u = axis.unitOrthogonal();
    return {u, axis.cross(u)};
}

namespace {

/// Volume of a hull, and its moment about its middle: of the tetrahedra from there to its faces.
std::pair<double, Vector> hull_moment(const Shape& s) {
    double volume = 0;
    Vector moment = Vector::Zero();
    for (const auto& [a, b, c] : s.faces) {
        const Vector &p = s.corners[static_cast<std::size_t>(a)], &q = s.corners[static_cast<std::size_t>(b)],
                     &r = s.corners[static_cast<std::size_t>(c)];
        const double piece = p.dot(q.cross(r)) / 6;
        volume += piece;
        moment += piece * (p + q + r) / 4;
    }
    return {volume, moment};
}

}  // namespace

double volume_of(const Shape& s) {
    switch (s.kind) {
        case ShapeKind::box:
            return s.size.prod();
        case ShapeKind::cylinder:
            return pi / 4 * s.diameter * s.diameter * s.length;
        case ShapeKind::sphere:
            return pi / 6 * s.diameter * s.diameter * s.diameter;
        case ShapeKind::prism:
            return outline_of(s.profile).area * s.length;
        case ShapeKind::hull:
            return hull_moment(s).first;
    }
    return 0;
}

Vector centroid_of(const Shape& s) {
    if (s.kind == ShapeKind::hull) {
        const auto [volume, moment] = hull_moment(s);
        return volume > 0 ? Vector(s.at + moment / volume) : s.at;
    }
    if (s.kind != ShapeKind::prism) return s.at;
    const auto c = outline_of(s.profile).centroid;
    const auto [u, v] = profile_axes(s.axis);
    return s.at + c.x() * u + c.y() * v;
}

Reach fingers_round(const Vector& at, double diameter, double length, const Vector& outward) {
    constexpr double fingers = 0.025;
    return {"fingers round the knob",
            cylinder(at + outward * fingers / 2, diameter + 2 * fingers, length + fingers, outward, Stuff::payload)};
}

void Solids::add(Shape shape, double density) {
    add_weighed(std::move(shape), 0);
    const double mass = density * volume_of(shapes_.back());
    mass_ += mass;
    moment_ += mass * centroid_of(shapes_.back());
}

void Solids::add_weighed(Shape shape, double mass) {
    mass_ += mass;
    moment_ += mass * centroid_of(shape);
    shapes_.push_back(std::move(shape));
}

void Solids::drill(const Shape& hole, double density) {
    const double mass = density * volume_of(hole);
    mass_ -= mass;
    moment_ -= mass * centroid_of(hole);
}

Body Solids::body(std::vector<Port> ports) const {
    Body b;
    b.mass = std::max(0.0, mass_);
    if (b.mass > 0) b.centre_of_gravity = moment_ / b.mass;
    for (double& x : b.centre_of_gravity)
        if (std::abs(x) < 1e-12) x = 0;  // what rounding leaves of a symmetry [m]
    b.ports = std::move(ports);
    b.shapes = shapes_;
    b.reaches = reaches_;
    return b;
}

}  // namespace clampet::parts
