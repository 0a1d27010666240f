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
/// The demonstration: the rigs of the invented film "Half-Muffled". The first is what the demo opens.
std::span<const StartingPoint> demo_rigs();
/// That first one, on the stair rail.
rig::Rig demo_rig();
/// A starting point or a rig of the demonstration.
Result<rig::Rig> starting_rig(const std::string& key);

}  // namespace clampet::project
