#pragma once
#include "families/family.h"

namespace clampet::families {

/// A post, rod, dowel or bolt in a round hole: loose, taped, pinned, pressed or glued.
const Family& round_joint();

}  // namespace clampet::families
