#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& screw_drive();
}  // namespace clampet::families
