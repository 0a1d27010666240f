#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& rest();
}  // namespace clampet::families
