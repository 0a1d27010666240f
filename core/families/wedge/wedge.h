#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& wedge();
}  // namespace clampet::families
