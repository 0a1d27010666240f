#pragma once
#include "drawing/drawing.h"
#include "prove/next_tests.h"

namespace clampet::prove {

/// The rig from the side with where the scale is hooked and which way it is pulled: an arrow, or a cross or a dot in a
/// ring where that is away from or towards who looks.
drawing::Drawing picture_of(const rig::Rig& rig, const std::string& seam, const rig::Vector& at,
                            const rig::Vector& way);

}  // namespace clampet::prove
