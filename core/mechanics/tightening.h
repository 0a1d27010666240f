#pragma once
#include "quantity/result.h"

namespace clampet::mechanics {

/// A screw being tightened. Callers use designated initialisers: seven doubles in a row get swapped.
struct TightenedScrew {
    double pitch = 0, pitch_diameter = 0;                           ///< its advance per turn, P or the lead; d_2 [m]
    double flank_half_angle = 0;                                    ///< alpha [rad]: 30 degrees for ISO and unified
    double thread_friction = 0, bearing_friction = 0;               ///< mu_t in the thread, mu_b where it rubs [1]
    double bearing_outer_diameter = 0, bearing_inner_diameter = 0;  ///< D_o, D_i of what rubs [m]; 0 for a ball tip
};

/// Checks a screw at the door. Range 0 < P <= 3 d_2; 0 <= mu <= 2; 0 <= D_i <= D_o. NaN is out of every range.
Status check_screw(const TightenedScrew& screw);

/// Mean friction radius of what rubs: 2/3 (R_o^3 - R_i^3)/(R_o^2 - R_i^2) [m]. Source Shigley, uniform pressure.
double bearing_radius(const TightenedScrew& screw) noexcept;

/// Torque per preload T/N = (d_2/2) tan(psi + rho') + mu_b r_b [m], tan rho' = mu_t / cos alpha.
/// Source  VDI 2230 part 1; exact form. The screw must have passed check_screw.
double torque_per_preload(const TightenedScrew& screw) noexcept;

/// Loosening torque per preload T_L/N = (d_2/2) tan(rho' - psi) + mu_b r_b [m].
double loosening_torque_per_preload(const TightenedScrew& screw) noexcept;

/// The linear form T/F = P/(2 pi) + mu_t d_2/(2 cos alpha) + mu_b D_b/2 [m].
/// Source  VDI 2230 part 1, step R13. Check: M10 x 1.5, mu 0.12/0.12, D_b 13 mm: 1.644 mm.
double torque_per_preload_linear(const TightenedScrew& screw, double bearing_mean_diameter) noexcept;

/// psi < rho': the screw does not turn back by itself. `friction_factor` scales mu_t (0.5 where it shakes).
bool is_self_locking(const TightenedScrew& screw, double friction_factor = 1) noexcept;

/// The high end (95 %) of a hand's torque and the low end (5 %) of friction, as shares of the typical; from memory.
inline constexpr double high_torque_share = 1.5, low_friction_share = 0.7;
/// Preload that the high end of the torque and the low end of the friction leave while it is tightened [N].
double highest_preload(TightenedScrew screw, double torque) noexcept;
/// Tightening may use this share of the force at which the thread strips.
inline constexpr double tightening_share = 0.7;

/// Preload at which tension and torsion together reach 0.9 R_p:
/// N = 0.9 R_p A_0 / sqrt(1 + 3 [1.5 (d_2/d_0)(P/(pi d_2) + 1.155 mu_t)]^2) [N].
/// Symbols  A_0 stress area [m^2], d_0 its diameter, R_p proof or yield stress [Pa]. Source VDI 2230 part 1, step R7.
double largest_preload(const TightenedScrew& screw, double stress_area, double proof_stress) noexcept;

}  // namespace clampet::mechanics
