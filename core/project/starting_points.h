#pragma once
#include <span>
#include <string>

#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::project {

/// Rigs to begin with.
struct StartingPoint {
    std::string key, title, description;
};
std::span<const StartingPoint> starting_points();
/// The demonstration: the stair-rail rig of the invented film "Half-Muffled".
rig::Rig demo_rig();
Result<rig::Rig> starting_rig(const std::string& key);

}  // namespace clampet::project
