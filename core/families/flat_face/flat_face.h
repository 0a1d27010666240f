#pragma once
#include "families/family.h"

namespace clampet::families {
/// Two flat faces pressed together, usually by one central screw: a camera on a plate.
const Family& flat_face();
}  // namespace clampet::families
