#pragma once
#include <string>
#include <vector>

#include "catalogue/thread.h"
#include "mechanics/stack_up.h"

namespace clampet::families {

/// Screws for a stack whose thickness is only known as a range: what to buy.
struct ScrewsForRange {
    mechanics::Interval always;  ///< lengths that are right wherever in the range the stack lies; may be empty
    std::vector<double> to_buy;  ///< standard lengths: one that is always right, else the fewest that cover the range
    double to_saw = 0;           ///< a longer standard screw to saw to the middle of `always`; 0 where none is needed
    std::vector<mechanics::Interval> gaps;  ///< thicknesses for which no standard length is right
    /// One sentence for the shop.
    std::string sentence(const catalogue::Thread& screw) const;
};

/// Meaning  A screw of length s is right for thicknesses from s less the deepest it may go to s less the least it must;
///          the fewest standard lengths that cover the range are taken from its thin end, the longest first.
/// Range    0 <= thickness.low <= thickness.high; `stack.items` is not used.
/// Source   covering an interval by intervals: the greedy choice is the smallest one
ScrewsForRange screws_for_range(mechanics::StackUp stack, const mechanics::Interval& thickness,
                                const catalogue::Thread& screw);

}  // namespace clampet::families
