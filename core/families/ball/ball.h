#pragma once
#include "families/family.h"

namespace clampet::families {
/// A ball held by friction between rings, or between a ring and a plunger.
const Family& ball();
}  // namespace clampet::families
