#pragma once
#include <vector>

#include "catalogue/stock.h"
#include "catalogue/thread.h"

namespace clampet::catalogue {

/// A drill as sold, for a hole that a thread wants.
struct SoldDrill {
    const StockRow* row = nullptr;
    double diameter = 0;        ///< [m]
    double thread_share = 0;    ///< of a full thread that tapping after it leaves; 0 for a clearance hole
    std::string label() const;  ///< "5.1 mm", "13/64 in", "#7", "F"
};

/// The nearest drill of each series that is sold (metric, fractional, number or letter) to the tap drill of a share.
/// The nearest of all comes first. Series without a drill within 5 % of the size are left out.
/// Range   thread_share above 0 to 1
/// Source  sizes: DIN 338, ASME B94.11M, from memory; share: Machinery's Handbook, (d − drill)/(1.299 P)
std::vector<SoldDrill> tap_drills_sold(const Thread& thread, double thread_share = 0.75);

/// The least drill of each series that is no smaller than a hole [m], and no more than 5 % over it; nearest first.
std::vector<SoldDrill> clearance_drills_sold(double hole);

/// "5.1 mm (76 %), #7 (75 %)": as a shop says them, with the thread share where there is one; "none" for none.
std::string in_words(const std::vector<SoldDrill>& drills);

}  // namespace clampet::catalogue
