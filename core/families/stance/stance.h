#pragma once
#include "families/family.h"

namespace clampet::families {
/// Feet on a floor: does it tip or slide? A clamped support has neither mode.
const Family& stance();
}  // namespace clampet::families
