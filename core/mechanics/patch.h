#pragma once
#include <optional>
#include <span>
#include <vector>

#include "quantity/result.h"

namespace clampet::mechanics {

struct Point {
    double x = 0, y = 0;
    bool operator==(const Point&) const = default;
};

/// A flat contact patch: a convex outline less a round hole, seen along z [m].
struct PatchShape {
    std::vector<Point> polygon;  ///< counter-clockwise convex outline; empty for a disc
    double radius = 0;           ///< of the disc, where there is no polygon
    Point centre;                ///< of the hole, the screw and the polar grid; for a disc also its own centre
    double hole_radius = 0;
    double reach = 0;  ///< only what lies within this distance of `centre` carries; 0 = everything
    bool operator==(const PatchShape&) const = default;
};
/// A rectangle about the origin, `length` along x [m].
inline PatchShape rectangle(double length, double width) {
    PatchShape shape;
    const double a = length / 2, b = width / 2;
    shape.polygon = {{-a, -b}, {a, -b}, {a, b}, {-a, b}};
    return shape;
}

/// How pressure may be distributed before tilting: evenly stiff, a thin bonded rubber layer, or a rim.
enum class Bedding { even, bonded_rubber, rim };

/// The patch cut into points. Force in point i is stiffness[i] * max(0, a + b x + c y).
struct Patch {
    std::vector<double> x, y, stiffness;  ///< stiffness = area share times relative stiffness
    std::vector<Point> outline;           ///< counter-clockwise hull of what can carry
    std::vector<Point> outermost;         ///< of the points, those that can lie on their hull
    std::optional<double> round;          ///< outer radius when the hull is a disc about `centre`
    Point centre;
    double hole_radius = 0;  ///< of the hole about `centre`
    double size = 0;         ///< largest distance of the outline from `centre`
    double area = 0;         ///< geometric area [m^2]
    std::size_t count() const { return x.size(); }
};

/// Cuts a shape into points on a polar grid about its centre.
/// Meaning  `radial` Gauss points along each of about `around` rays; rays are set so that corners are met exactly.
/// Errors   A Problem when the outline is not convex, has no area, or does not hold the hole.
Result<Patch> make_patch(const PatchShape& shape, Bedding bedding, unsigned radial, unsigned around);

/// Separate feet: each point carries alike. Errors: fewer than three feet, or all on a line.
Result<Patch> make_feet(std::span<const Point> feet);

/// Counter-clockwise convex hull (monotone chain).
std::vector<Point> convex_hull(std::vector<Point> points);

/// One straight side of the hull: outward unit normal and distance from the origin.
struct HullEdge {
    Point normal;
    double offset = 0;
};
/// The sides of the outline; for a disc, its tangents in `round_sides` even directions.
std::vector<HullEdge> hull_edges(const Patch& patch, unsigned round_sides = 90);

}  // namespace clampet::mechanics
