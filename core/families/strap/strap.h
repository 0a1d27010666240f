#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& strap();
}  // namespace clampet::families
