#pragma once
#include <string_view>

#include "make/pieces.h"
#include "make/table.h"

namespace clampet::make {

/// The drill for a hole, as it is sold, and what is done with it.
struct DrillFor {
    std::string drill;  ///< "8.4 mm", "#7"
    std::string then;   ///< "tap M8", "screw in an insert for M8"
    double diameter = 0;
    std::string brief = {};  ///< the same in a word or two, beside the hole: "tap M8", "insert"
};
/// Meaning  A hole that a screw goes through: the least drill that is no smaller. A thread in metal or plastic: its tap
///          drill at three quarters of the thread. In wood and prints an insert goes in, by its maker's hole.
DrillFor drill_for(const parts::Bore& bore, parts::Stuff stuff);

/// "upper edge".
std::string_view name_of(parts::EdgeBores::Edge edge);

/// All holes in the order in which they are bored: one drill after another, the smallest first, through holes before
/// blind ones; with the depth to set the stop to.
Table drill_list(const Made& made);

}  // namespace clampet::make
