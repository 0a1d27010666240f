#pragma once
#include "make/layouts.h"
#include "make/table.h"

namespace clampet::make {

/// Every piece with its finished and its sawn size, those of one board or bar together, the longest first; below it
/// how they lie on the boards of the drawer and on bought ones, what is left over, and where a board of the drawer is
/// not as thick as it is drawn.
/// Errors  A Problem: the sawing is out of range.
Result<Table> cut_list(const Made& made, const Sawing& sawing = {}, const inventory::Workshop* drawer = nullptr);

}  // namespace clampet::make
