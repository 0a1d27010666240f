#pragma once
#include "families/family.h"

namespace clampet::families {
/// A grip round a tube: flat jaws, a V jaw with a pad, or a split collar.
const Family& tube_grip();
}  // namespace clampet::families
