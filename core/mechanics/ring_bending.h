#pragma once
#include <span>

namespace clampet::mechanics {

/// A radial force on a thin ring, pointing inward at `angle` [rad, N].
struct RadialForce {
    double angle = 0, force = 0;
};
/// Largest bending moment in a thin ring under radial forces, divided by its radius [N].
/// Meaning  M = r sum F_i [ (pi - phi) sin phi - 1 - cos(phi)/2 ] / (2 pi), what is out of balance being carried by
/// shear
///          round the ring. Two opposite forces give 0.3183 F (Roark, formulas for circular rings, case 1).
/// Range    Thin rings (wall under a fifth of the radius).
/// Source   Roark's Formulas for Stress and Strain, circular rings; superposition.
double ring_moment_per_radius(std::span<const RadialForce> forces) noexcept;

/// Largest bending moment per radius of a ring between two close halves that press with a cosine of pressure, over the
/// force across the split: (pi^2 - 8)/(2 pi^2), at the split. From the Fourier series of |cos|, M_n = r^2 q_n/(n^2 -
/// 1).
inline constexpr double cosine_collar_moment = 0.0947153;

/// The influence of one inward force: signed moment per radius at an angle `phi` from it, per newton.
double ring_influence(double phi) noexcept;

}  // namespace clampet::mechanics
