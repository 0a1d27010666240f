#include "mechanics/ring_bending.h"

#include <algorithm>
#include <cmath>
#include <numbers>

namespace clampet::mechanics {

double ring_influence(double phi) noexcept {
    constexpr double pi = std::numbers::pi;
    phi = std::fmod(std::abs(phi), 2 * pi);
    if (phi > pi) phi = 2 * pi - phi;
    return ((pi - phi) * std::sin(phi) - 1 - std::cos(phi) / 2) / (2 * pi);
}

double ring_moment_per_radius(std::span<const RadialForce> forces) noexcept {
    constexpr double pi = std::numbers::pi;
    const auto moment_at = [&](double angle) {
        double sum = 0;
        for (const auto& f : forces) sum += f.force * ring_influence(angle - f.angle);
        return std::abs(sum);
    };
    double peak = 0;
    for (const auto& f : forces) peak = std::max(peak, moment_at(f.angle));
    for (int i = 0; i < 36; ++i) peak = std::max(peak, moment_at(2 * pi * i / 36));
    return peak;
}

}  // namespace clampet::mechanics
