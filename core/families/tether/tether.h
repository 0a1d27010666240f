#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& tether();
}  // namespace clampet::families
