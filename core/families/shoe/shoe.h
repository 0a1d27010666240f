#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& shoe();
}  // namespace clampet::families
