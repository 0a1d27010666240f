#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& jam_collar();
}  // namespace clampet::families
