#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& ball_chain();
}  // namespace clampet::families
