#pragma once
#include "drawing/paper.h"
#include "make/pieces.h"

namespace clampet::make {

/// What stands in the title of a drawing.
struct Title {
    std::string rig, date;
    unsigned revision = 1;
};

/// Meaning  A piece as a workshop drawing on A4: the face that is marked and a section through its thickness, to a
/// scale
///          of 1:1, 1:2, 1:5, 1:10 or 1:20, with dimensions; its holes in a table with where they are, what they are
///          drilled with and how closely; the tolerances that matter; a title.
/// Source   Layout and lines after ISO 128 and ISO 129, tolerances common practice.
drawing::Sheet drawing_of(const MadePart& part, const parts::Workpiece& piece, const Title& title);
/// Of every piece, one after another.
std::vector<drawing::Sheet> drawings_of(const Made& made, const Title& title);
/// How many of a unit of the piece one of the drawing is: 1, 2, 5, 10, 20.
unsigned scale_of(const parts::Workpiece& piece);

}  // namespace clampet::make
