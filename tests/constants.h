#pragma once
#include <numbers>

/// What tests work out by hand with.
namespace constants {

inline constexpr double pi = std::numbers::pi, degree = pi / 180;
/// Standard gravity, by definition [m/s2].
inline constexpr double g = 9.80665, gravity = g;
/// Both by definition [m, N].
inline constexpr double inch = 0.0254, pound_force = 4.4482216152605;

}  // namespace constants
