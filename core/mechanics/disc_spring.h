#pragma once
#include "quantity/result.h"

namespace clampet::mechanics {

/// A column of disc (cone) springs under a nut.
struct DiscColumn {
    double outer = 0, bore = 0;                   ///< D_e, D_i [m]; D_e > D_i > 0
    double thickness = 0, cone = 0;               ///< t of one disc; h_0, how much higher than t it stands unloaded [m]
    int in_row = 1, nested = 1;                   ///< turned against each other, each of so many laid into each other
    double way() const { return in_row * cone; }  ///< from touching to flat [m]
};

/// Checks a column at the door. Range  D_e > D_i > 0, t > 0, 0 < h_0 <= sqrt(2) t: a higher cone snaps through.
Status check_column(const DiscColumn& column);

/// Force of the column pressed together by `way` [N], of steel.
/// Meaning  n 4E/(1 - nu^2) t^4/(K_1 D_e^2) (s/t) [(h_0/t - s/t)(h_0/t - s/(2t)) + 1], s = way/in_row,
///          K_1 = (1/pi) ((d - 1)/d)^2/((d + 1)/(d - 1) - 2/ln d), d = D_e/D_i. Friction between nested discs is left
///          out.
/// Range    0 <= way <= way(): beyond it the discs lie flat and are washers. The column has passed check_column.
/// Source   Almen and Laszlo 1936; EN 16984 (DIN 2092), E = 206 GPa, nu = 0.3.
double disc_force(const DiscColumn& column, double way) noexcept;

}  // namespace clampet::mechanics
