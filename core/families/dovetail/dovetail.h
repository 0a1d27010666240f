#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& dovetail();
}  // namespace clampet::families
