#pragma once

namespace clampet::mechanics {

/// Strength of wood round fasteners, from oven-dry specific gravity G. All SI; formulas in inches and pounds inside.
/// Source  USDA Wood Handbook chapter 8 and NDS, both from memory.

/// Mean ultimate withdrawal of a wood screw of shank D from side grain, 15 700 G^2 D lbf per inch of thread [N/m].
double wood_screw_withdrawal(double gravity, double diameter) noexcept;
/// The same for a lag screw, 8100 G^1.5 D^0.75 [N/m].
double lag_withdrawal(double gravity, double diameter) noexcept;
/// NDS design values: 2850 G^2 D and 1800 G^1.5 D^0.75 [N/m]. Never to be multiplied by a required factor again.
double nds_wood_screw(double gravity, double diameter) noexcept;
double nds_lag(double gravity, double diameter) noexcept;
/// Shear round a threaded insert across the face grain, 34.5 G^2 MPa, from the withdrawal of screws [Pa].
double wood_shear(double gravity) noexcept;
/// Compression across the grain at its proportional limit, from memory: 2540 G^1.53 psi less a fifth [Pa].
double wood_bearing(double gravity) noexcept;
/// Lateral yield of a dowel of diameter D and length L in wood beside a stiff plate: the least of NDS modes I_m and IV
/// [N].
double dowel_lateral(double gravity, double diameter, double length) noexcept;

}  // namespace clampet::mechanics
