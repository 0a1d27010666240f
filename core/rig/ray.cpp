#include "rig/ray.h"

#include <cmath>

#include "parts/solids.h"

namespace clampet::rig {
namespace {

/// The part of a ray that is within something.
struct Stretch {
    double from = 0, to = std::numeric_limits<double>::infinity();
    bool is_empty() const { return !(from <= to); }
    /// Keeps what lies between -half and half of a slab.
    void cut(double at, double along, double half) {
        if (along == 0) {
            if (std::abs(at) > half) to = -1;
            return;
        }
        const double a = (-half - at) / along, b = (half - at) / along;
        from = std::max(from, std::min(a, b));
        to = std::min(to, std::max(a, b));
    }
    /// Keeps what lies under a plane, where `above` is how far the start lies above it.
    void cut_above(double above, double rising) {
        if (rising == 0) {
            if (above > 0) to = -1;
            return;
        }
        (rising > 0 ? to : from) = rising > 0 ? std::min(to, -above / rising) : std::max(from, -above / rising);
    }
};

bool is_within(const std::vector<Eigen::Vector2d>& outline, double x, double y) {
    bool inside = false;
    for (std::size_t i = 0, k = outline.size() - 1; i < outline.size(); k = i++) {
        const auto &a = outline[i], &b = outline[k];
        if ((a.y() > y) != (b.y() > y) && x < (b.x() - a.x()) * (y - a.y()) / (b.y() - a.y()) + a.x()) inside = !inside;
    }
    return inside;
}

/// Into a sphere of this radius about 0, or, where a direction's part along the axis was taken out, a round bar.
void cut_round(Stretch& s, const Vector& from, const Vector& along, double radius) {
    const double a = along.squaredNorm(), b = from.dot(along), c = from.squaredNorm() - radius * radius;
    if (a == 0) {
        if (c > 0) s.to = -1;
        return;
    }
    const double under = b * b - a * c;
    if (under < 0) {
        s.to = -1;
        return;
    }
    s.from = std::max(s.from, (-b - std::sqrt(under)) / a);
    s.to = std::min(s.to, (-b + std::sqrt(under)) / a);
}

std::optional<double> into_prism(const Shape& shape, const Vector& from, const Vector& along, const Stretch& slab) {
    const auto [u, v] = parts::profile_axes(shape.axis);
    const Eigen::Vector2d at(from.dot(u), from.dot(v)), way(along.dot(u), along.dot(v));
    const auto& p = shape.profile;
    const Eigen::Vector2d start = at + slab.from * way;
    if (is_within(p, start.x(), start.y())) return slab.from;
    std::optional<double> first;
    for (std::size_t i = 0; i < p.size(); ++i) {
        const Eigen::Vector2d side = p[(i + 1) % p.size()] - p[i], to = p[i] - at;
        const double turn = way.x() * side.y() - way.y() * side.x();
        if (turn == 0) continue;
        const double t = (to.x() * side.y() - to.y() * side.x()) / turn,
                     along_side = (to.x() * way.y() - to.y() * way.x()) / turn;
        if (along_side >= 0 && along_side <= 1 && t >= slab.from && t <= slab.to && (!first || t < *first)) first = t;
    }
    return first;
}

}  // namespace

std::optional<double> entered(const Shape& shape, const Vector& from, const Vector& direction) {
    const Vector at = from - shape.at;
    Stretch s;
    switch (shape.kind) {
        case ShapeKind::box:
            for (int i = 0; i < 3; ++i) s.cut(at[i], direction[i], shape.size[i] / 2);
            break;
        case ShapeKind::sphere:
            cut_round(s, at, direction, shape.diameter / 2);
            break;
        case ShapeKind::hull:
            for (const auto& [a, b, c] : shape.faces) {
                const Vector& corner = shape.corners[static_cast<std::size_t>(a)];
                const Vector out = (shape.corners[static_cast<std::size_t>(b)] - corner)
                                       .cross(shape.corners[static_cast<std::size_t>(c)] - corner);
                s.cut_above(out.dot(at - corner), out.dot(direction));
            }
            break;
        case ShapeKind::cylinder:
        case ShapeKind::prism: {
            const double along = at.dot(shape.axis), way = direction.dot(shape.axis);
            s.cut(along, way, shape.length / 2);
            if (s.is_empty()) return std::nullopt;
            if (shape.kind == ShapeKind::prism) return into_prism(shape, at, direction, s);
            cut_round(s, at - along * shape.axis, direction - way * shape.axis, shape.diameter / 2);
        }
    }
    if (s.is_empty()) return std::nullopt;
    return s.from;
}

}  // namespace clampet::rig
