#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& friction_pivot();
}  // namespace clampet::families
