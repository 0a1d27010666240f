#pragma once
#include <cstddef>
#include <vector>

namespace clampet::make {

/// What is sawn from one bar or board: indices of the pieces, and what is left over [m].
struct Bar {
    std::vector<std::size_t> pieces;
    double left_over = 0;
};
struct Nested {
    std::vector<Bar> bars;
    bool fewest = false;  ///< shown to be as few as can be
};
/// Lengths laid out on bars of one length, each cut taking the saw's kerf.
/// Meaning  As few bars as can be: shown so where a bound or a whole search says it; else the best of first fit
///          decreasing and a search that was stopped. The same for the same lengths, whatever their order.
/// Range    lengths and bar above 0, kerf from 0 [m]. A piece longer than the bar is on none: it is left out.
/// Source   The one-dimensional cutting stock problem; lower bound L2 of Martello and Toth, Knapsack Problems, 1990,
///          from memory.
Nested nest(const std::vector<double>& lengths, double bar, double kerf);

}  // namespace clampet::make
