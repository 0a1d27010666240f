#pragma once

namespace clampet::mechanics {

/// Largest bending moment per radius of a ring between two close halves that press with a cosine of pressure, over the
/// force across the split: (pi^2 - 8)/(2 pi^2), at the split. From the Fourier series of |cos|, M_n = r^2 q_n/(n^2 -
/// 1).
inline constexpr double cosine_collar_moment = 0.0947153;

/// Bending moment in a thin ring at an angle `phi` from one inward radial force, signed, per radius and per newton.
/// Meaning  [(pi - phi) sin phi - 1 - cos(phi)/2] / (2 pi), what is out of balance being carried by shear round the
/// ring;
///          forces superpose. Two opposite ones give 0.3183 F (case 1).
/// Range    Thin rings (wall under a fifth of the radius).
/// Source   Roark's Formulas for Stress and Strain, circular rings.
double ring_influence(double phi) noexcept;

/// Force that closes a slit ring by a gap, drawn together at its ends: g E I/(3 pi r^3) [N]. Of what draws it down,
/// that much is not left to grip with. Range    r > 0 to the middle of the wall; I of the wall's section [m4]. Source
/// Roark, circular rings: a split ring opens by 3 pi P r^3/(E I).
double force_closing_slit(double gap, double modulus, double inertia, double radius) noexcept;

/// Sum of the normal forces of a band with tension T at its ends that is drawn over both halves of a tube, its own
/// friction holding it back: 2 T (1 - e^(-mu pi))/mu; 2 pi T where it slides freely [N].
/// Source   belt friction, Eytelwein.
double drawn_round(double tension, double friction) noexcept;

/// What a ring of a tube bears beyond its first yield before hinges let it fold, over the stress of first yield.
/// Two opposite lines fold it on four hinges, 8 M_p/D per length with M_p = f_y t^2/4, which is 6/pi of first yield;
/// for other patterns the elastic moments with a section that is plastic through (1.5) are a safe lower bound. Source
/// DeRuntz and Hodge, Crushing of a tube between rigid plates, 1963; static theorem.
inline constexpr double folds_between_lines = 1.9098593, folds_at_least = 1.5;

/// Length of tube [m] beyond a short jaw that helps to bear it, by stretching as it is drawn into the dent.
/// Meaning  16 m_0 sqrt(2 pi/3 (delta/t) 3/4), m_0 = f_y t^2/4, over what a ring bears per length, 8 m_0/D: at a dent
/// of
///          a hundredth of the diameter, ends free to come in.
/// Range    diameter > wall > 0.
/// Source   Wierzbicki and Suh, Indentation of tubes under combined loading, 1988, from memory.
double length_drawn_in(double diameter, double wall) noexcept;

}  // namespace clampet::mechanics
