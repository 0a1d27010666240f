#pragma once
#include "families/family.h"

namespace clampet::families {
/// A screw through a stack into a socket: does it bottom, strip, break, and what preload does it leave?
const Family& thread();
}  // namespace clampet::families
