#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& rated();
}  // namespace clampet::families
