#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& bond();
}  // namespace clampet::families
