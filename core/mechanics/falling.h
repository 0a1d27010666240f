#pragma once
#include <cmath>

namespace clampet::mechanics {

/// Greatest force in a tether of stiffness k that stops a weight W after a slack fall h [N].
/// Meaning  W (1 + sqrt(1 + 2 h k/W)): all energy goes into the tether; 2W for a weight let go on a straight one.
/// Range    W > 0, h >= 0, k > 0. Source  Energy balance, linear spring (Shigley, impact).
inline double catch_force(double weight, double fall, double stiffness) noexcept {
    return weight * (1 + std::sqrt(1 + 2 * fall * stiffness / weight));
}

}  // namespace clampet::mechanics
