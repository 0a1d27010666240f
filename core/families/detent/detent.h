#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& detent();
}  // namespace clampet::families
