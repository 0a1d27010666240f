#pragma once
#include "drawing/drawing.h"
#include "rig/rig.h"

namespace clampet::make {

/// The rig as it stands, seen from the side: what is ahead points to the right, z up; what is nearer covers what lies
/// behind it. Real size [m], with a line of half a metre or less beside it.
/// Range  A rig whose structure is valid.
drawing::Drawing picture_of(const rig::Rig& rig);
/// What is made of one part alone, seen along the axis that most of its profiles and bores have, with these bores;
/// without the line.
drawing::Drawing picture_of(const std::vector<parts::MadeSolid>& made);

}  // namespace clampet::make
