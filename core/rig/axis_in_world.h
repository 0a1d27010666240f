#pragma once
#include "rig/mechanism.h"

namespace clampet::rig {

/// An axis of an interface as the rig stands.
struct AxisInWorld {
    Vector direction = Vector::UnitZ();  ///< unit vector
    Vector at = Vector::Zero();          ///< a point on it [m]
};
/// Range  `interface` and `axis` as the mechanism has them; `placed` of this rig.
AxisInWorld axis_in_world(const Rig& rig, const Placed& placed, std::size_t interface, std::size_t axis);

}  // namespace clampet::rig
