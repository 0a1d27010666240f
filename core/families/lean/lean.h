#pragma once
#include "families/family.h"

namespace clampet::families {
/// A thing that stands on its lower edge and leans back on a rest: a phone in its jig, a screen, a mirror.
const Family& lean();
}  // namespace clampet::families
