#pragma once
#include "families/family.h"

namespace clampet::families {
const Family& print_fastening();
}  // namespace clampet::families
