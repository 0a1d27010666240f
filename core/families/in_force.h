#pragma once
#include <optional>

#include "families/family.h"

namespace clampet::families {

/// Where an input does not count under the choices in force: which choice leaves it out, and which would bring it in.
/// Range   `values` are complete.
std::optional<Problem> not_in_force(const Parameter& parameter, const Values& values);

}  // namespace clampet::families
