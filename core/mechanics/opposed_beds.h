#pragma once
#include "mechanics/contact_pressure.h"

namespace clampet::mechanics {

/// Pressures on a rigid bar between two like beds that press but do not pull, one above and one below.
struct OpposedPressures {
    ContactPressure fixed, moving;
    bool in_balance = false;  ///< false: the moment is more than both resultants can take
};

/// Pressures that carry N_fixed and N_moving and together the moments sum(x p) = Sx and sum(y p) = Sy of the fixed bed
/// less the moving one: the bar turns, so that one bed is loaded at the end at which the other is relieved.
/// Meaning  p_fixed = max(0, a1 + b x + c y), p_moving = max(0, a2 − b x − c y); Newton on the convex energy of both.
/// Range    Forces above 0 press; a bed with none is left out. The patch is centred on the axis of the moments.
/// Source   Linear no-tension foundations, one turn for both.
OpposedPressures opposed_pressures(const PressureSolver& bed, double fixed, double moving, double Sx,
                                   double Sy) noexcept;

}  // namespace clampet::mechanics
