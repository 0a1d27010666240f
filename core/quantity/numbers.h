#pragma once
#include <cmath>
#include <limits>
#include <numbers>

namespace clampet::quantity {

/// Of what never ends: the factor where nothing lets go, the share of a capacity that is none.
inline constexpr double infinite = std::numeric_limits<double>::infinity();
/// Of a normal distribution five per cent lie above its mean and so many deviations. Source: any table of it.
inline constexpr double z95 = 1.6448536269514722;
/// The share of a normal distribution that lies below its mean and `z` deviations [1].
inline double share_below(double z) {
    return 0.5 * std::erfc(-z / std::numbers::sqrt2);
}

}  // namespace clampet::quantity
