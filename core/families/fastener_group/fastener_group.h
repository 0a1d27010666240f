#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& fastener_group();
}  // namespace clampet::families
