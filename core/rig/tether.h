#pragma once
#include "rig/rig.h"

namespace clampet::rig {

/// The key of the family that judges tethers.
inline constexpr std::string_view tether_family = "tether";

/// What its family is given, typical, and the default where nothing is said.
families::Values values_of(const Tether& tether);
/// How long a tether is when it is straight [m].
double length_of(const Tether& tether);
/// The family's joint for a tether that lets fall so far [m].
/// Errors  A Problem whose `where` is /inputs/KEY, relative to the tether.
Result<std::shared_ptr<const families::Joint>> joint_of(const Tether& tether, double fall, End end);
/// Errors  A Problem whose `where` is relative to the tether: parts that are not there, a length that is none.
Status validate(const Rig& rig, const Tether& tether);

}  // namespace clampet::rig
