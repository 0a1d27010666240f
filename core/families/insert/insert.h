#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& insert();
}  // namespace clampet::families
