#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& arm();
}  // namespace clampet::families
