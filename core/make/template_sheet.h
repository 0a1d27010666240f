#pragma once
#include "drawing/paper.h"
#include "make/pieces.h"

namespace clampet::make {

/// A piece at its real size, to glue onto the board: outline, holes with crosses and what they are for, where they lie
/// from the left and the lower edge, what is folded over an edge or wrapped round a bar, the grain, and a square of 100
/// mm to measure whether the printer kept the size. `detail`: what stands in the margin of each page, the rig and the
/// day.
drawing::Sheet template_of(const MadePart& part, const parts::Workpiece& piece, std::string detail);
/// Of every piece, one after another.
std::vector<drawing::Sheet> templates_of(const Made& made, const std::string& detail);

}  // namespace clampet::make
