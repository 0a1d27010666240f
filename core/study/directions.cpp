#include "study/directions.h"

#include <algorithm>
#include <cmath>
#include <Eigen/Geometry>
#include <map>
#include <numbers>

namespace clampet::study {
namespace {

using Eigen::Vector3d;
using Cell = DirectionCells::Cell;

std::vector<Vector3d> icosahedron() {
    const double phi = std::numbers::phi;
    std::vector<Vector3d> points;
    for (const double a : {-1.0, 1.0})
        for (const double b : {-phi, phi}) {
            points.push_back(Vector3d(0, a, b).normalized());
            points.push_back(Vector3d(a, b, 0).normalized());
            points.push_back(Vector3d(b, 0, a).normalized());
        }
    return points;
}

/// The point in the middle between two, made once.
class Middles {
 public:
    explicit Middles(std::vector<Vector3d>& points) : points_(points) {}
    std::size_t operator()(std::size_t a, std::size_t b) {
        const auto key = std::minmax(a, b);
        const auto [at, fresh] = known_.emplace(std::pair(key.first, key.second), points_.size());
        if (fresh) points_.push_back((points_[a] + points_[b]).normalized());
        return at->second;
    }

 private:
    std::vector<Vector3d>& points_;
    std::map<std::pair<std::size_t, std::size_t>, std::size_t> known_;
};

/// One over the distance of the corners' plane from the centre.
double stretch_of(const std::vector<Vector3d>& points, const std::array<std::size_t, 3>& c) {
    const Vector3d &a = points[c[0]], &b = points[c[1]];
    if (c[1] == c[2]) return 2 / (a + b).norm();
    return 1 / std::abs((b - a).cross(Vector3d(points[c[2]] - a)).normalized().dot(a));
}

/// Cells of one size share the stretch of the widest, so that a corner is asked about once for all that meet there.
void level(DirectionCells& d, std::size_t first) {
    double most = 1;
    for (std::size_t i = first; i < d.cells.size(); ++i) most = std::max(most, d.cells[i].stretch);
    for (std::size_t i = first; i < d.cells.size(); ++i) d.cells[i].stretch = most;
    d.left_open = most;
}

/// Halves the cells that came last, each arc into two and each triangle into four.
void subdivide(DirectionCells& d, int times) {
    std::size_t first = 0;
    for (int round = 0; round < times; ++round) {
        Middles middle(d.points);
        const std::size_t end = d.cells.size();
        for (std::size_t i = first; i < end; ++i) {
            const auto [a, b, c] = d.cells[i].corners;
            const std::size_t ab = middle(a, b);
            std::vector<std::array<std::size_t, 3>> children{{a, ab, ab}, {ab, b, b}};
            if (b != c) {
                const std::size_t bc = middle(b, c), ca = middle(c, a);
                children = {{a, ab, ca}, {b, bc, ab}, {c, ca, bc}, {ab, bc, ca}};
            }
            d.cells[i].first_child = d.cells.size();
            d.cells[i].children = children.size();
            for (const auto& corners : children) d.cells.push_back({corners, stretch_of(d.points, corners)});
        }
        first = end;
        level(d, first);
    }
}

void start(DirectionCells& d, const std::vector<std::array<std::size_t, 3>>& cells) {
    for (const auto& corners : cells) d.cells.push_back({corners, stretch_of(d.points, corners)});
    level(d, 0);
    d.coarse_cells = d.cells.size();
    d.coarse_points = d.corners_of_cells = d.points.size();
}

DirectionCells subdivided_icosahedron(int times) {
    DirectionCells d;
    d.points = icosahedron();
    const double edge = 1.0514622242382672;  // of the unit icosahedron
    const auto adjacent = [&](std::size_t i, std::size_t j) {
        return std::abs((d.points[i] - d.points[j]).norm() - edge) < 1e-6;
    };
    std::vector<std::array<std::size_t, 3>> faces;
    for (std::size_t i = 0; i < 12; ++i)
        for (std::size_t j = i + 1; j < 12; ++j)
            for (std::size_t k = j + 1; k < 12; ++k)
                if (adjacent(i, j) && adjacent(j, k) && adjacent(i, k)) faces.push_back({i, j, k});
    start(d, faces);
    subdivide(d, times);
    return d;
}

/// Nine arcs of 40 degrees, halved three times; and straight down where it is wanted.
DirectionCells ring(const Vector3d& across, const Vector3d& other, bool and_down) {
    constexpr std::size_t arcs = 9;
    DirectionCells d;
    std::vector<std::array<std::size_t, 3>> first_arcs;
    for (std::size_t i = 0; i < arcs; ++i) {
        const double a = 2 * std::numbers::pi * static_cast<double>(i) / arcs;
        d.points.push_back(std::cos(a) * across + std::sin(a) * other);
        first_arcs.push_back({i, (i + 1) % arcs, (i + 1) % arcs});
    }
    if (and_down) d.points.emplace_back(0, 0, -1);
    start(d, first_arcs);
    d.corners_of_cells = arcs;
    subdivide(d, 3);
    return d;
}

}  // namespace

const DirectionCells& sphere_directions() {
    static const auto all = subdivided_icosahedron(2);
    return all;
}

const DirectionCells& few_directions() {
    static const auto few = subdivided_icosahedron(1);
    return few;
}

const DirectionCells& level_directions() {
    static const auto all = ring(Vector3d::UnitX(), Vector3d::UnitY(), false);
    return all;
}

const DirectionCells& tipping_directions() {
    static const auto all = ring(Vector3d::UnitX(), Vector3d::UnitY(), true);
    return all;
}

DirectionCells directions_around(const Vector3d& axis) {
    const Vector3d across = axis.unitOrthogonal(), other = axis.normalized().cross(across);
    return ring(across, other, false);
}

std::array<Vector3d, 6> neighbours(const Vector3d& direction, double angle) {
    const Vector3d across = direction.unitOrthogonal(), other = direction.cross(across);
    const Vector3d ahead = std::cos(angle) * direction, side = std::sin(angle) * across, half = side / 2,
                   up = std::sin(angle) * std::numbers::sqrt3 / 2 * other;
    return {ahead + side, ahead + half + up, ahead - half + up, ahead - side, ahead - half - up, ahead + half - up};
}

}  // namespace clampet::study
