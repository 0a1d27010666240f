#pragma once
#include <vector>

#include "rig/rig.h"

namespace clampet::rig {

/// What a rig says but what does not count, as its other choices are: kept, so that nothing is lost, and told.
/// Meaning  Sizes of parts of a kind and inputs of interfaces, each with its place in the rig, as
/// families::not_in_force
///          says. Range: a valid rig.
std::vector<Problem> idle_inputs(const Rig& rig);

}  // namespace clampet::rig
