#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& pan_drive();
}  // namespace clampet::families
