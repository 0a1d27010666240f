#pragma once
#include "drawing/paper.h"

namespace clampet::drawing {

/// A DXF (R12) in millimetres at real size, a layer for each kind of line: outline, thin, hidden, centre, words.
/// Errors  A Problem: nothing in it, or no room for the file that is written on the way.
Result<std::string> dxf_of(const Sheet& sheet);

}  // namespace clampet::drawing
