#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& counterweight();
}  // namespace clampet::families
