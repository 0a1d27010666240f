#pragma once
#include "make/pieces.h"
#include "make/table.h"

namespace clampet::make {

/// How it is sawn.
struct Sawing {
    double kerf = 0.003;       ///< width of the saw's cut; hand and circular saws 1.5 to 3.2 mm, common practice [m]
    double allowance = 0.002;  ///< left on each end for trimming, common practice [m]
    double bar = 2.4;          ///< length of a board or bar as it is bought [m]
};
/// Range  kerf and allowance from 0 to 20 mm, bar from 0.1 to 20 m. Errors: a Problem at the one that is not.
Status check(const Sawing& sawing);

/// Every piece with its finished and its sawn size, those of one board or bar together, the longest first; below it
/// how they lie on boards of that length, each as wide as the widest strip.
/// Errors  A Problem: the sawing is out of range.
Result<Table> cut_list(const Made& made, const Sawing& sawing = {});

}  // namespace clampet::make
