#pragma once
#include "drawing/drawing.h"
#include "quantity/result.h"

namespace clampet::drawing {

/// A square code of a text that phones read, with the quiet border of four modules that ISO/IEC 18004 asks for, drawn
/// so wide [m]: what is damaged by up to 15 % can still be read.
/// Range   1 to 1200 bytes of UTF-8. Errors: a Problem: nothing to write, or too much.
/// Source  libqrencode, ISO/IEC 18004.
Result<Drawing> qr_code(const std::string& text, double width);

}  // namespace clampet::drawing
