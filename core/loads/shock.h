#pragma once

namespace clampet::loads {

/// How much more than the base a payload on a springy arm feels of a half-sine pulse.
/// Meaning  Peak response over peak acceleration, undamped, with t = frequency x duration: while the pulse lasts
///          sin(theta)/(1 - beta), theta = 2 pi n beta/(1 + beta) not over pi, beta = 1/(2 t); after it
///          2 beta/(1 - beta^2) cos(pi/(2 beta)). Damping is left out, on the safe side.
/// Range    frequency >= 0 [Hz], 0 where it is not known: 2, a step's; duration > 0 [s].
/// Source   Clough and Penzien, Dynamics of structures, half-sine pulse: 1.77 at most, at t of about 0.8.
double half_sine_amplification(double frequency, double duration) noexcept;

}  // namespace clampet::loads
