#pragma once
#include <array>

#include "families/family.h"

namespace clampet::study {

/// A plane through the interface in which a force turns.
enum class Plane { xz, yz, xy };

/// The force in one direction at which something lets go.
struct DirectionalCapacity {
    double angle = 0;  ///< from the plane's first axis towards its second [rad]
    double force = 0;  ///< [N]; infinity where nothing lets go
    std::string mode;
};

/// Where a force acts, from the interface's origin in its frame [m].
using ActsAt = std::array<double, 3>;
/// A force and the moment it has about the interface's origin.
families::Wrench force_at(const ActsAt& at, double fx, double fy, double fz);
/// The same for a force of one size in a plane, at an angle from the plane's first axis towards its second.
families::Wrench force_in_plane(const ActsAt& at, Plane plane, double angle, double force);

/// How hard one may pull in every direction of a plane, on top of the permanent load.
/// Meaning  The load factor of a unit force, least over the ultimate modes that have one; locks that hold or not
///          whatever the load are left out.
/// Range    directions >= 4. A joint that lets go under the permanent load alone gives 0 everywhere.
std::vector<DirectionalCapacity> capacity_by_direction(const families::Joint& joint, Plane plane, const ActsAt& at,
                                                       const families::Wrench& permanent, unsigned directions,
                                                       families::Accuracy accuracy = families::Accuracy::exact);

}  // namespace clampet::study
