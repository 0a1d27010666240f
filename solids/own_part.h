#pragma once
#include <string>
#include <vector>

#include "rig/rig.h"
#include "solids/imported.h"

namespace clampet::solids {

/// What an imported solid is made of.
struct Making {
    std::string material = "PETG, printed";  ///< a name of the table of materials
    bool is_printed = true;                  ///< a shell round infill; else solid all through
    double walls = 0.0012;                   ///< thickness of the shell [m]
    double infill = 0.2;                     ///< share of what is within, 0 to 1
};
/// What it weighs [kg]: its shell in full, what is within it by the infill.
/// Errors  A Problem when the material is not known, or a number is out of its range.
Result<double> mass_of(const Imported& solid, const Making& making);

/// A part of one's own from it: its weight, where it balances, its inertia and its hull; ports as they are given, and
/// its frame that of the file. Errors: as mass_of().
Result<rig::Part> own_part(const Imported& solid, const Making& making, const std::string& name,
                           std::vector<rig::Port> ports);

}  // namespace clampet::solids
