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

double force_closing_slit(double gap, double modulus, double inertia, double radius) noexcept {
    return gap * modulus * inertia / (3 * std::numbers::pi * radius * radius * radius);
}

double drawn_round(double tension, double friction) noexcept {
    constexpr double none = 1e-9;
    if (friction < none) return 2 * std::numbers::pi * tension;
    return 2 * tension * (1 - std::exp(-friction * std::numbers::pi)) / friction;
}

double length_drawn_in(double diameter, double wall) noexcept {
    constexpr double dent_share = 0.01, free_ends = 0.75;
    return 2 * diameter * std::sqrt(2 * std::numbers::pi / 3 * dent_share * diameter / wall * free_ends);
}

}  // namespace clampet::mechanics
