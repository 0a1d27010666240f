#pragma once
#include "families/family.h"

namespace clampet::families {

/// A plane through the interface in which a force turns.
enum class Plane { xz, yz, xy };

/// The force in one direction at which something lets go.
struct DirectionalCapacity {
    double angle = 0;  ///< from the plane's first axis towards its second [rad]
    double force = 0;  ///< [N]; infinity where nothing lets go
    std::string mode;
};

/// How hard one may pull in every direction of a plane, at `arm` along z from the interface, on top of the permanent
/// load: the load factor of a unit force, least over the ultimate modes.
/// Range  directions >= 4. Errors: none; a joint that lets go under the permanent load alone gives 0 everywhere.
std::vector<DirectionalCapacity> capacity_by_direction(const Joint& joint, Plane plane, double arm,
                                                       const Wrench& permanent, unsigned directions);

}  // namespace clampet::families
