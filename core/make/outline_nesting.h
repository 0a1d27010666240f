#pragma once
#include "make/sheet_nesting.h"

namespace clampet::make {

/// More of them are laid by the rectangles about them: it would take too long.
inline constexpr std::size_t most_outlines = 40;

/// Outlines laid out on sheets of one size, each as it is or turned by half a turn: the grain stays. A cut without an
/// outline is its rectangle.
/// Meaning  The largest first, each as far to the left as it goes and then as low: a corner of where it can lie without
///          meeting another, which is the sheet less the Minkowski sums of those that lie there. Half the kerf and the
///          allowance are about each. Never fewer than their area asks for; `fewest` where it is just that.
/// Range    At most `most_outlines` of them; sizes above 0, kerf from 0 [m].
/// Source   No-fit polygons: Art, 1966; by the library Clipper.
NestedSheets nest_outlines(const std::vector<Cut>& cuts, double sheet_length, double sheet_width, double kerf);

/// Fewer sheets, or as many and a shorter last one.
bool is_better(const NestedSheets& a, const NestedSheets& b, const std::vector<Cut>& cuts);

}  // namespace clampet::make
