#pragma once
#include "catalogue/thread.h"
#include "drawing/drawing.h"

namespace clampet::families {

/// The profiles of a screw and a socket laid over each other, to scale: upper half of an axial section, the first
/// turns. Meaning  Basic profiles; the screw lies against one flank of the first turn, as it does when the flanks jam.
/// Where the
///          screw's metal would lie in the socket's, it is marked.
drawing::Drawing fit_section(const catalogue::Thread& male, const catalogue::Thread& female);

/// Share of the drawn length over which the two overlap; 0 where they fit.
double overlap_share(const catalogue::Thread& male, const catalogue::Thread& female);

}  // namespace clampet::families
