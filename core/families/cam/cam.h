#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& cam();
}  // namespace clampet::families
