#pragma once
#include <span>

#include "parts/body.h"
#include "quantity/result.h"

namespace clampet::parts {

/// The convex hull of points [m]: a shape about the middle of their box, its corners from there and its faces as
/// triangles, counter-clockwise from outside.
/// Range    4 points or more that do not lie in one plane, each finite.
/// Errors   A Problem when there are fewer, or they are flat.
/// Source   Qhull, which is exact but for rounding.
Result<Shape> hull_of(std::span<const Vector> points, Stuff stuff);

/// At most so many of the points, those that reach out the farthest in directions all round and along the axes: their
/// hull is within a few per cent of that of all.
std::vector<Vector> farthest_of(std::span<const Vector> points, std::size_t directions = 150);

}  // namespace clampet::parts
