#pragma once
#include <algorithm>
#include <cmath>
#include <limits>

namespace clampet::mechanics {

inline constexpr double not_driven = std::numeric_limits<double>::infinity();
/// A demand under 1e-9 of the capacity does not drive a mode.
inline constexpr double largest_factor = 1e9;

/// The smallest lambda >= 0 at which `utilisation(lambda)` reaches 1; infinity when it never does below 1e9.
/// Meaning  Utilisation under 1 is safe. Linear ones are met exactly; others to `tolerance`, on the safe side.
/// Range    Utilisation may be infinite; it must be convex or at least cross 1 once between the points looked at
///          (0, 1, the secant's guess, then decades), which holds for convex safe sets.
template <class Utilisation>
double first_exit(const Utilisation& utilisation, double tolerance = 1e-9) noexcept {
    double low = 0, f_low = utilisation(0.0) - 1;
    if (!(f_low < 0)) return 0;
    double high = 1, f_high = utilisation(1.0) - 1;
    while (f_high < 0) {
        if (high >= largest_factor) return not_driven;
        const double slope = (f_high - f_low) / (high - low);
        double next = high * 10;
        if (slope > 0) next = std::clamp(high - f_high / slope * (1 + 1e-12), high * (1 + 1e-12), high * 1e4);
        low = high;
        f_low = f_high;
        high = std::min(next, largest_factor);
        f_high = utilisation(high) - 1;
        if (std::abs(f_high) <= 1e-13) return high;
        // A secant that stopped just short of 1: step over the crossing so that there is a bracket.
        if (f_high < 0 && f_high > -1e-9) return high;
    }
    int same_side = 0;
    for (int i = 0; i < 200 && high - low > tolerance * high; ++i) {
        double middle = (low * f_high - high * f_low) / (f_high - f_low);  // Illinois
        if (!std::isfinite(middle) || i % 8 == 7) middle = 0.5 * (low + high);
        middle = std::clamp(middle, low + 0.1 * tolerance * (high - low), high - 0.1 * tolerance * (high - low));
        const double f = utilisation(middle) - 1;
        if (std::abs(f) <= 1e-13) return middle;
        if (f < 0) {
            low = middle;
            f_low = f;
            if (same_side == -1) f_high /= 2;
            same_side = -1;
        } else {
            high = middle;
            f_high = f;
            if (same_side == 1) f_low /= 2;
            same_side = 1;
        }
    }
    return low;
}

}  // namespace clampet::mechanics
