#pragma once
#include <cmath>

namespace clampet::families {

/// Greatest of pressure and turning under a screw's end, as one stress [Pa].
/// Meaning  p sqrt(1 + 3 mu^2): an end that turns on what it presses drags mu p along its face, which tears as it
///          presses. A foot, button or cap that stands still drags nothing: mu 0.
/// Range    area > 0 [m2], friction >= 0.
/// Source   von Mises, derived.
inline double boring_stress(double force, double area, double friction) noexcept {
    return std::fmax(0.0, force) / area * std::sqrt(1 + 3 * friction * friction);
}

}  // namespace clampet::families
