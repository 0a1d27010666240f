#pragma once
#include <Eigen/Core>
#include <vector>

namespace clampet::study {

/// 162 directions spread over the sphere: an icosahedron subdivided twice. Unit vectors; the first 12 are its corners,
/// the first 42 those of the first subdivision.
const std::vector<Eigen::Vector3d>& sphere_directions();
/// Those first 42, for the ends of a band.
const std::vector<Eigen::Vector3d>& few_directions();
/// Horizontal directions every 5 degrees, and straight down: the pushes that tip a stand.
const std::vector<Eigen::Vector3d>& tipping_directions();
/// Directions across an axis, every 5 degrees.
std::vector<Eigen::Vector3d> directions_around(const Eigen::Vector3d& axis);
/// Six neighbours of a direction at an angle [rad].
std::vector<Eigen::Vector3d> neighbours(const Eigen::Vector3d& direction, double angle);

}  // namespace clampet::study
