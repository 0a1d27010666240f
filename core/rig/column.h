#pragma once
#include "rig/rig.h"

namespace clampet::rig {

/// One row of the load path written as a column, the payload at the top.
struct ColumnRow {
    std::string id;  ///< of a part or of an interface
    bool is_seam = false;
    bool is_tie = false;  ///< an interface that closes a loop; below all others
    int depth = 0;        ///< 0 on the way from the support to the payload, one more for each branch off it
    friend bool operator==(const ColumnRow&, const ColumnRow&) = default;
};
/// Parts and interfaces in the order of the column: above a part first the way to the payload, then its other branches,
/// each with the seam by which it is held; then the part itself; then what closes loops.
/// Range  A rig whose structure is valid; empty for an empty rig.
std::vector<ColumnRow> column_of(const Rig& rig);

/// The interfaces by which a part is held, from it down to the support; those that close a loop left out.
std::vector<const Interface*> path_down(const Rig& rig, std::string_view part);

}  // namespace clampet::rig
