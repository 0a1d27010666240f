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
/// Pull at which a round head is drawn through a wooden side member of thickness t: five times the NDS design value,
/// 690 pi D_H G^2 t up to t = 2.5 D_H and 1725 pi D_H^2 G^2 beyond (lbf, in) [N].
double head_pull_through(double gravity, double head_diameter, double thickness) noexcept;

/// How a width of wood changes with its moisture, as a share C dMC of it [1].
/// Meaning  `coefficient` for each per cent: along the rings 0.0024 to 0.0040, across them half of that.
/// Source   USDA Wood Handbook chapter 13, dimensional change coefficients, from memory.
inline double wood_moves(double coefficient, double percent_of_moisture) noexcept {
    return coefficient * percent_of_moisture;
}
/// Swing of moisture over a year, in per cent: in a heated house, and outdoors or in a shed. From memory.
inline constexpr double season_indoors = 4, season_outdoors = 8;

/// Bearing strength of wood under a dowel: 16 600 G^1.84 psi under a quarter inch, above it the lesser of 11 200 G
/// along the grain and 6100 G^1.45/sqrt(D) across it, as the direction of the load is not known [Pa].
double dowel_bearing(double gravity, double diameter) noexcept;
/// Bending yield strength of screws and dowels by their diameter: from 100 000 psi under 0.142 in in five steps to
/// 45 000 psi over 0.344 in (NDS, from memory) [Pa].
double dowel_bending(double diameter) noexcept;
/// Bearing strength of a steel side plate, 87 000 psi [Pa].
inline constexpr double steel_plate_bearing = 599.8e6;

/// A dowel through a side member into a main member, loaded across its axis in the plane between them.
struct Dowel {
    double diameter = 0, bending = 0;          ///< [m], bending yield strength F_yb [Pa]
    double main_length = 0, main_bearing = 0;  ///< [m], F_em [Pa]
    double side_length = 0, side_bearing = 0;  ///< [m], F_es [Pa]
};
/// Forces at which it yields, without the reduction terms R_d that make design values of them [N].
struct YieldModes {
    double i_m = 0, i_s = 0, ii = 0, iii_m = 0, iii_s = 0, iv = 0;
    double least() const noexcept;
    const char* governs() const noexcept;  ///< "I_m" to "IV"
};
/// Range   All numbers above 0.
/// Source  Johansen's yield theory; NDS table of yield limit equations for single shear, from memory.
YieldModes yield_modes(const Dowel& dowel) noexcept;

}  // namespace clampet::mechanics
