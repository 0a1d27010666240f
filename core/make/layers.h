#pragma once
#include <optional>
#include <string>
#include <vector>

#include "make/pieces.h"

namespace clampet::make {

/// A sheet of plywood or other board as it is sold.
struct Sheet {
    std::string name;
    double called = 0, measured = 0;  ///< thickness [m]
    double low = 0, high = 0;         ///< of what is measured; 0: not known [m]
};
/// Those of a material, by the table of stock; none where it has none.
std::vector<Sheet> sheets_of(const std::string& material);

/// How a piece comes to its thickness where no sheet is sold so thick: sheets glued face to face.
struct Layers {
    unsigned count = 2;
    double each = 0;      ///< as the sheet is called [m]
    double measured = 0;  ///< as it measures, by the table of stock [m]
    double wanted = 0;    ///< what they come to: the piece's thickness, or the length of a short round one [m]
    /// What is planed or sawn off [m].
    double surplus() const { return count * each - wanted; }
};
/// Something that is sawn: a piece, or a layer of one.
struct SawnPiece {
    std::string part;          ///< its id
    std::string name;          ///< "yoke: cheek", "yoke: cheek, layer"
    parts::Workpiece piece;    ///< a layer's: as large as the whole, as thick as its sheet, not bored yet
    std::optional<Layers> of;  ///< what a layer belongs to
};
/// Whether it is of a material that comes as sheets, and no sheet is so thick.
bool is_layered(const parts::Workpiece& piece);
/// Everything that is sawn, in the rig's order. Layers are of a sheet that the rig is made of anyway, where little of
/// it is planed off; else of the one that comes out nearest, of 18 mm before others: every shop has it.
/// Source  Common practice: blocks are laminated of what is left of the sheet.
std::vector<SawnPiece> sawn_of(const Made& made);

}  // namespace clampet::make
