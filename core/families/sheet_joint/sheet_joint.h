#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& sheet_joint();
}  // namespace clampet::families
