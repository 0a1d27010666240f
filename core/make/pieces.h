#pragma once
#include "parts/workpiece.h"
#include "rig/rig.h"

namespace clampet::make {

/// A part of the rig that is made, and the pieces that it is sawn and bored from.
struct MadePart {
    std::string part;  ///< its id
    std::string name;
    std::vector<parts::Workpiece> pieces;
};
/// A part's problem, as the rig's: where in the file it is, and of which part.
Problem at_part(Problem problem, std::size_t index, const rig::Part& part);
/// What is to be made of a rig.
struct Made {
    std::vector<MadePart> parts;
    std::vector<std::string> otherwise;  ///< made too, but of no pieces that are known here: names
    std::size_t pieces() const;          ///< counted one by one
};
/// Meaning  Every part whose origin is `make`, in the rig's order.
/// Errors   A Problem at the part that cannot be made: a wall that vanishes, a hole beside its piece.
Result<Made> made_of(const rig::Rig& rig);

/// "yoke: cheek", or the part alone where it is one piece.
std::string name_of(const MadePart& part, const parts::Workpiece& piece);
/// Plywood and the like come as sheets, timber as boards.
bool is_of_sheets(const parts::Workpiece& piece);
/// Whether it is flat and of such a sheet.
bool comes_as_sheet(const parts::Workpiece& piece);
/// Across the hole along the axis of a round wooden piece; 0 where there is none. A metal tube is bought hollow [m].
double bored_of(const parts::Workpiece& piece);
/// A piece as it is sawn: of timber the grain runs along its longest side, and its shortest is the board's thickness.
struct Blank {
    double length = 0, width = 0, thickness = 0;  ///< [m]
    bool is_turned = false;                       ///< its marked face is not the board's
};
Blank blank_of(const parts::Workpiece& piece);
/// "birch plywood 12 mm", "beech Ø30 mm", "birch plywood 54 mm, in layers".
std::string stock_of(const parts::Workpiece& piece);

}  // namespace clampet::make
