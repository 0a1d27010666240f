#pragma once
#include <limits>

namespace clampet::families {

/// What presses counts as nothing under this [N]: a tenth of a gram.
inline constexpr double presses_nothing = 1e-3;

/// Utilisation of what only presses by a force that must stay: 1 where it presses no more, about 1/2 where it neither
/// presses nor lifts, towards 0 the harder it presses [1].
inline double lifted(double pressing) noexcept {
    const double pressed = 2 * presses_nothing + pressing;
    return pressed > 0 ? presses_nothing / pressed : std::numeric_limits<double>::infinity();
}

}  // namespace clampet::families
