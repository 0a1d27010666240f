#include "mechanics/ring_bending.h"

#include <cmath>
#include <numbers>

namespace clampet::mechanics {

double ring_influence(double phi) noexcept {
    constexpr double pi = std::numbers::pi;
    phi = std::fmod(std::abs(phi), 2 * pi);
    if (phi > pi) phi = 2 * pi - phi;
    return ((pi - phi) * std::sin(phi) - 1 - std::cos(phi) / 2) / (2 * pi);
}

}  // namespace clampet::mechanics
