#include "mechanics/patch.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "mechanics/quadrature.h"

namespace clampet::mechanics {
namespace {

constexpr double two_pi = 2 * std::numbers::pi;
double cross(Point o, Point a, Point b) {
    return (a.x - o.x) * (b.y - o.y) - (a.y - o.y) * (b.x - o.x);
}

/// Distance from `centre` to the boundary of a convex polygon along angle `phi`; 0 when the centre is outside.
double reach_to_boundary(const std::vector<Point>& polygon, Point centre, double phi) {
    const double c = std::cos(phi), s = std::sin(phi);
    double best = 0;
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Point a = polygon[i], b = polygon[(i + 1) % polygon.size()];
        const double ex = b.x - a.x, ey = b.y - a.y;
        const double det = ex * s - ey * c;
        if (std::abs(det) < 1e-30) continue;
        const double ax = a.x - centre.x, ay = a.y - centre.y;
        const double t = (ex * ay - ey * ax) / det;  // along the ray
        const double u = (c * ay - s * ax) / det;    // along the side
        if (t > 0 && u >= -1e-9 && u <= 1 + 1e-9) best = std::max(best, t);
    }
    return best;
}

std::vector<double> breaks(const PatchShape& shape) {
    std::vector<double> angles;
    const auto& polygon = shape.polygon;
    for (std::size_t i = 0; i < polygon.size(); ++i) {
        const Point a{polygon[i].x - shape.centre.x, polygon[i].y - shape.centre.y};
        const Point& next = polygon[(i + 1) % polygon.size()];
        const Point e{next.x - polygon[i].x, next.y - polygon[i].y};
        angles.push_back(std::atan2(a.y, a.x));
        if (shape.reach <= 0) continue;
        const double ee = e.x * e.x + e.y * e.y, ae = a.x * e.x + a.y * e.y;  // where the side crosses the reach
        const double disc = ae * ae - ee * (a.x * a.x + a.y * a.y - shape.reach * shape.reach);
        if (disc <= 0) continue;
        for (const double sign : {-1.0, 1.0}) {
            const double t = (-ae + sign * std::sqrt(disc)) / ee;
            if (t > 0 && t < 1) angles.push_back(std::atan2(a.y + t * e.y, a.x + t * e.x));
        }
    }
    std::sort(angles.begin(), angles.end());
    return angles;
}

std::vector<QuadratureNode> rays(const PatchShape& shape, unsigned around) {
    std::vector<QuadratureNode> nodes;
    if (shape.polygon.empty()) {
        for (unsigned i = 0; i < around; ++i) nodes.push_back({two_pi * (i + 0.5) / around, two_pi / around});
        return nodes;
    }
    // Even along each side rather than in angle, so that the far ends of a narrow face are met as often as its middle.
    const auto angles = breaks(shape);
    for (std::size_t i = 0; i < angles.size(); ++i) {
        const double from = angles[i], to = i + 1 < angles.size() ? angles[i + 1] : angles.front() + two_pi;
        if (to - from < 1e-9) continue;
        const auto n = static_cast<unsigned>(std::ceil(around * (to - from) / two_pi)) + 1;
        const double a = reach_to_boundary(shape.polygon, shape.centre, from),
                     b = reach_to_boundary(shape.polygon, shape.centre, to), turn = to - from;
        const double ex = b * std::cos(turn) - a, ey = b * std::sin(turn), across = a * ey;
        for (const auto& part : gauss_nodes(n, 0, 1)) {
            const double x = a + part.at * ex, y = part.at * ey;
            nodes.push_back({from + std::atan2(y, x), part.weight * across / (x * x + y * y)});
        }
    }
    return nodes;
}

Status check_shape(const PatchShape& shape) {
    if (shape.polygon.empty()) {
        if (!(shape.radius > 0))
            return Problem{"face.no_size", "", "The face has no size.", "Give its diameter, for example 40 mm."};
        if (!(shape.hole_radius >= 0) || !(shape.hole_radius < shape.radius))
            return Problem{"face.hole_too_large", "hole_diameter", "The hole is as large as the face.",
                           "Make the hole smaller than the face."};
        return Done{};
    }
    if (shape.polygon.size() < 3)
        return Problem{"face.too_few_corners", "", "The face has fewer than three corners.",
                       "Give at least three corners."};
    for (std::size_t i = 0; i < shape.polygon.size(); ++i) {
        const auto& p = shape.polygon;
        const std::size_t n = p.size();
        if (!(cross(p[i], p[(i + 1) % n], p[(i + 2) % n]) > 0))
            return Problem{"face.not_convex", "", "The corners do not go round a convex outline counter-clockwise.",
                           "List them in order, without notches."};
        const double ex = p[(i + 1) % n].x - p[i].x, ey = p[(i + 1) % n].y - p[i].y;
        const double clearance = cross(p[i], p[(i + 1) % n], shape.centre) / std::hypot(ex, ey);
        if (!(clearance > shape.hole_radius))
            return Problem{"face.screw_outside", "screw_x", "The screw or its hole is not inside the face.",
                           "Move the screw inside the outline, or make the hole smaller."};
    }
    return Done{};
}

double relative_stiffness(Bedding bedding, double r, double edge) {
    return bedding == Bedding::bonded_rubber ? 1 - (r / edge) * (r / edge) : 1;
}

/// A reach that covers a polygon is none; one that lies inside it makes a disc.
PatchShape simplified(PatchShape shape) {
    if (shape.polygon.empty() || !(shape.reach > 0)) return shape;
    double nearest = std::numeric_limits<double>::infinity(), farthest = 0;
    for (std::size_t i = 0; i < shape.polygon.size(); ++i) {
        const Point a = shape.polygon[i], b = shape.polygon[(i + 1) % shape.polygon.size()];
        nearest = std::min(nearest, cross(a, b, shape.centre) / std::hypot(b.x - a.x, b.y - a.y));
        farthest = std::max(farthest, std::hypot(a.x - shape.centre.x, a.y - shape.centre.y));
    }
    if (shape.reach >= farthest)
        shape.reach = 0;
    else if (shape.reach <= nearest) {
        shape.polygon.clear();
        shape.radius = shape.reach;
        shape.reach = 0;
    }
    return shape;
}

}  // namespace

std::vector<Point> convex_hull(std::vector<Point> points) {
    std::sort(points.begin(), points.end(), [](Point a, Point b) { return a.x < b.x || (a.x == b.x && a.y < b.y); });
    std::vector<Point> hull;
    for (int pass = 0; pass < 2; ++pass) {
        const std::size_t start = hull.size();
        for (const Point& p : points) {
            while (hull.size() >= start + 2 && cross(hull[hull.size() - 2], hull.back(), p) <= 0) hull.pop_back();
            hull.push_back(p);
        }
        hull.pop_back();
        std::reverse(points.begin(), points.end());
    }
    return hull;
}

Result<Patch> make_patch(const PatchShape& given, Bedding bedding, unsigned radial, unsigned around) {
    if (const auto ok = check_shape(given); !ok) return ok.problem();
    const PatchShape shape = simplified(given);
    Patch patch;
    patch.centre = shape.centre;
    patch.hole_radius = shape.hole_radius;
    const bool limited = shape.reach > 0;
    const auto stations = gauss_nodes(radial, 0, 1);
    double outermost = 0;
    for (const auto& station : stations) outermost = std::max(outermost, station.at);
    for (const auto& ray : rays(shape, around)) {
        double edge = shape.polygon.empty() ? shape.radius : reach_to_boundary(shape.polygon, shape.centre, ray.at);
        if (limited) edge = std::min(edge, shape.reach);
        const double c = std::cos(ray.at), s = std::sin(ray.at);
        if (edge <= shape.hole_radius)
            return Problem{"face.pressed_zone_in_hole", "hole_diameter", "The pressed zone is no larger than the hole.",
                           "Use a larger washer or head, or a smaller hole."};
        patch.area += ray.weight * (edge * edge - shape.hole_radius * shape.hole_radius) / 2;
        if (bedding == Bedding::rim) {
            patch.x.push_back(shape.centre.x + edge * c);
            patch.y.push_back(shape.centre.y + edge * s);
            patch.stiffness.push_back(ray.weight * edge);
            patch.outermost.push_back({patch.x.back(), patch.y.back()});
            continue;
        }
        const double farthest = shape.hole_radius + outermost * (edge - shape.hole_radius);
        patch.outermost.push_back({shape.centre.x + farthest * c, shape.centre.y + farthest * s});
        for (const auto& station : stations) {
            const double width = edge - shape.hole_radius, r = shape.hole_radius + station.at * width;
            patch.x.push_back(shape.centre.x + r * c);
            patch.y.push_back(shape.centre.y + r * s);
            patch.stiffness.push_back(ray.weight * station.weight * width * r * relative_stiffness(bedding, r, edge));
        }
    }
    const bool round = shape.polygon.empty();
    if (round) patch.round = limited ? std::min(shape.radius, shape.reach) : shape.radius;
    if (!round && !limited)
        patch.outline = shape.polygon;
    else {
        for (int i = 0; i < 180; ++i) {
            const double phi = two_pi * i / 180;
            double edge = round ? *patch.round : reach_to_boundary(shape.polygon, shape.centre, phi);
            if (limited) edge = std::min(edge, shape.reach);
            patch.outline.push_back({shape.centre.x + edge * std::cos(phi), shape.centre.y + edge * std::sin(phi)});
        }
        if (!round) patch.outline = convex_hull(patch.outline);
    }
    for (const auto& p : patch.outline)
        patch.size = std::max(patch.size, std::hypot(p.x - patch.centre.x, p.y - patch.centre.y));
    return patch;
}

Result<Patch> make_feet(std::span<const Point> feet) {
    Patch patch;
    for (const auto& foot : feet) {
        patch.x.push_back(foot.x);
        patch.y.push_back(foot.y);
        patch.stiffness.push_back(1);
        patch.centre.x += foot.x / static_cast<double>(feet.size());
        patch.centre.y += foot.y / static_cast<double>(feet.size());
    }
    patch.outermost = {feet.begin(), feet.end()};
    patch.outline = convex_hull(patch.outermost);
    double twice_area = 0;
    for (std::size_t i = 0; i + 2 < patch.outline.size(); ++i)
        twice_area += cross(patch.outline[0], patch.outline[i + 1], patch.outline[i + 2]);
    for (const auto& p : patch.outline)
        patch.size = std::max(patch.size, std::hypot(p.x - patch.centre.x, p.y - patch.centre.y));
    patch.area = twice_area / 2;
    if (patch.outline.size() < 3 || !(twice_area > 1e-9 * patch.size * patch.size))
        return Problem{"stance.feet_in_line", "points", "The feet do not span an area.",
                       "Give at least three feet that are not in one line."};
    return patch;
}

std::vector<HullEdge> hull_edges(const Patch& patch, unsigned round_sides) {
    std::vector<HullEdge> edges;
    if (patch.round) {
        for (unsigned i = 0; i < round_sides; ++i) {
            const Point n{std::cos(two_pi * i / round_sides), std::sin(two_pi * i / round_sides)};
            edges.push_back({n, *patch.round + n.x * patch.centre.x + n.y * patch.centre.y});
        }
        return edges;
    }
    for (std::size_t i = 0; i < patch.outline.size(); ++i) {
        const Point a = patch.outline[i], b = patch.outline[(i + 1) % patch.outline.size()];
        const double length = std::hypot(b.x - a.x, b.y - a.y);
        const Point n{(b.y - a.y) / length, -(b.x - a.x) / length};
        edges.push_back({n, n.x * a.x + n.y * a.y});
    }
    return edges;
}

}  // namespace clampet::mechanics
