#pragma once
#include "make/export.h"
#include "solids/shop.h"
#include "solids/writers.h"

namespace clampet::solids {

/// How solids are written.
struct SolidWish {
    SolidFormat format = SolidFormat::step;
    double chord = 5e-5;  ///< by how much a triangle may leave a curved surface, of STL and 3MF [m]
};
/// Range  0.001 to 2 mm. Errors: a Problem.
Status check(const SolidWish& wish);
/// As they are asked for on the command line. Errors: a Problem that names those there are.
Result<SolidFormat> solid_format_named(std::string_view name);

/// All files of it: a STEP or 3MF a part, an STL a piece.
/// Errors  A Problem: nothing to make, out of range, not written, stopped.
Result<std::vector<make::ToWrite>> exported(const Models& models, const SolidWish& wish, const study::Job& job = {});

}  // namespace clampet::solids
