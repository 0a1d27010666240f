#pragma once
#include <array>
#include <Eigen/Core>
#include <vector>

namespace clampet::study {

/// Directions in cells that halve: every direction within a cell is a sum of its corners, none counted below nothing.
/// Meaning  What is safe under a load from each corner of a cell, and so much larger as `stretch` says, is safe under
///          the load from every direction within, as long as safe loads make a convex set: a cell is passed over whole.
struct DirectionCells {
    struct Cell {
        std::array<std::size_t, 3> corners{};  ///< into `points`; of an arc the last is the second once more
        double stretch = 1;                    ///< least sum of corners that reaches all of the cell
        std::size_t first_child = 0, children = 0;
    };
    std::vector<Eigen::Vector3d> points;  ///< unit vectors
    std::vector<Cell> cells;              ///< the coarsest first
    double left_open = 1;                 ///< the stretch of the finest: between their corners nothing is looked at
    std::size_t coarse_cells = 0;         ///< how many of them are nobody's child
    std::size_t coarse_points = 0;        ///< how many of the points these have, and those of no cell
    std::size_t corners_of_cells = 0;     ///< the first of those of no cell, if it is under coarse_points
};

/// 162 directions spread over the sphere: an icosahedron subdivided twice. The first 12 are its corners, the first 42
/// those of the first subdivision.
const DirectionCells& sphere_directions();
/// Those first 42, for the ends of a band.
const DirectionCells& few_directions();
/// Horizontal directions every 5 degrees.
const DirectionCells& level_directions();
/// The same and straight down: the pushes that tip a stand.
const DirectionCells& tipping_directions();
/// Directions across an axis, every 5 degrees.
DirectionCells directions_around(const Eigen::Vector3d& axis);
/// Six neighbours of a unit vector at an angle [rad].
std::array<Eigen::Vector3d, 6> neighbours(const Eigen::Vector3d& direction, double angle);

}  // namespace clampet::study
