#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& edge_clamp();
}  // namespace clampet::families
