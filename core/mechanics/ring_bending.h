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

}  // namespace clampet::mechanics
