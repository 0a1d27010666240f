#pragma once
#include <algorithm>
#include <cmath>
#include <limits>
#include <optional>

namespace clampet::mechanics {

inline constexpr double not_driven = std::numeric_limits<double>::infinity();
/// A demand under 1e-9 of the capacity does not drive a mode.
inline constexpr double largest_factor = 1e9, least_driving_share = 1e-9;
/// What lets go under a billionth of a millionth of its load holds nothing.
inline constexpr double least_factor = 1e-15;

/// (u - 1)/(u + 1): from -1 with no load through 0 where the mode occurs to 1 where the utilisation is infinite, so
/// that interpolation works beside a loss of balance too.
inline double bounded_excess(double utilisation) noexcept {
    return std::isfinite(utilisation) ? (utilisation - 1) / (utilisation + 1) : 1;
}

/// The smallest lambda >= 0 at which `utilisation(lambda)` reaches 1; infinity when it never does below 1e9.
/// Meaning  Utilisation under 1 is safe. Linear ones are met exactly; others to `tolerance`, on the safe side, or on
///          either side for a rough search, one of a thousandth or more.
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
        // What no load changes, or only helps, is known by a look at the far end.
        if (slope <= 0 && low == 0 && utilisation(largest_factor) - 1 <= f_high) return not_driven;
        if (slope > 0) next = std::clamp(high - f_high / slope * (1 + 1e-12), high * (1 + 1e-12), high * 1e4);
        low = high;
        f_low = f_high;
        high = std::min(next, largest_factor);
        f_high = utilisation(high) - 1;
        if (std::abs(f_high) <= 1e-13) return high;
        // A secant that stopped just short of 1: step over the crossing so that there is a bracket.
        if (f_high < 0 && f_high > -1e-9) return high;
    }
    f_low = bounded_excess(f_low + 1);
    f_high = bounded_excess(f_high + 1);
    int same_side = 0;
    const double close = tolerance < 1e-3 ? 1e-13 : tolerance / 3;
    for (int i = 0; i < 200 && high - low > tolerance * high; ++i) {
        double middle = (low * f_high - high * f_low) / (f_high - f_low);  // Illinois
        if (high < least_factor) return 0;
        if (i % 8 == 7) middle = 0.5 * (low + high);
        middle = std::clamp(middle, low + 0.1 * tolerance * (high - low), high - 0.1 * tolerance * (high - low));
        const double f = bounded_excess(utilisation(middle));
        if (std::abs(f) <= close || (f < 0 && f > -0.1 * tolerance)) return middle;
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

/// The same where the crossing is known to lie under `high`, at which the utilisation is `at_high` >= 1: a few steps of
/// the secant from there, to a part in a thousand. For searches.
template <class Utilisation>
double first_exit_under(double high, double at_high, const Utilisation& utilisation) noexcept {
    double low = 0, f_low = utilisation(0.0) - 1, f_high = at_high - 1;
    if (!(f_low < 0)) return 0;
    for (int i = 0; i < 60 && high - low > 1e-3 * high; ++i) {
        double middle = (low * f_high - high * f_low) / (f_high - f_low);
        if (!std::isfinite(middle) || i % 4 == 3) middle = 0.5 * (low + high);
        const double f = utilisation(middle) - 1;
        if (std::abs(f) < 5e-4) return middle;
        (f < 0 ? low : high) = middle;
        (f < 0 ? f_low : f_high) = f;
    }
    return low;
}

/// A crossing close to a good guess, by the secant; nothing when it does not settle within a few steps and 5 %.
/// A last step shorter than `trusted` (a share of the factor) is not looked at again: the secant is off by a small
/// share of it, which is taken off.
template <class Utilisation>
std::optional<double> exit_near(double guess, const Utilisation& utilisation, double tolerance,
                                double trusted = 0) noexcept {
    double a = guess, f_a = utilisation(a) - 1;
    if (!std::isfinite(f_a)) return std::nullopt;
    double b = a / std::clamp(f_a + 1, 0.98, 1.02);
    if (a == b) return a;
    for (int i = 0; i < 6; ++i) {
        const double f_b = utilisation(b) - 1;
        if (!std::isfinite(f_b) || !(std::abs(b / guess - 1) < 0.05)) return std::nullopt;
        if (std::abs(f_b) < tolerance) return b * (1 - tolerance);
        const double next = b - f_b * (b - a) / (f_b - f_a), step = std::abs(next - b);
        if (step < trusted * b) return next - 0.02 * step - tolerance * b;
        a = b;
        f_a = f_b;
        b = next;
    }
    return std::nullopt;
}

/// The same for a mode that cannot outlast `cap`, the factor at which equilibrium is lost: the cap itself when the mode
/// holds up to it. Spares the search for a jump.
template <class Utilisation>
double first_exit_below(double cap, const Utilisation& utilisation, double tolerance) noexcept {
    if (!std::isfinite(cap)) return first_exit(utilisation, tolerance);
    if (!(cap > 0)) return 0;
    const double just_below = cap * (1 - std::max(1e-5, tolerance));
    if (utilisation(just_below) < 1) return utilisation(0.0) < 1 ? cap : 0;
    return first_exit(
        [&](double lambda) {
            return lambda > just_below ? std::numeric_limits<double>::infinity() : utilisation(lambda);
        },
        tolerance);
}

/// A utilisation from which on a peak is climbed: it may reach 1 between two places that were looked at.
inline constexpr double close_call = 0.85;

/// What lies below an exit that a search has found.
struct BelowExit {
    double exit = not_driven;            ///< the smallest one seen
    std::optional<double> closest_call;  ///< else where the utilisation comes back from its highest, above `close`
    double step = 0;                     ///< between the places looked at there
};

/// Looks for an earlier exit where a mode may let go, hold again and let go: utilisations that are not convex.
/// Meaning  Looks at `looks` places from `from`, up to which it holds, to `found`, closer towards the end; a peak
///          between two of them that comes near 1 is climbed.
/// Errors   A peak narrower than the places are apart, and under `close` beside it, is not seen.
template <class Utilisation>
BelowExit look_below(double from, double found, const Utilisation& used, double tolerance, int looks = 16,
                     double close = close_call) noexcept {
    BelowExit below{found, std::nullopt, 0};
    if (!(found > from) || !std::isfinite(found)) return below;
    const auto exit_in = [&](double safe, double lost) {
        return first_exit([&](double share) { return share >= 1 ? not_driven : used(safe + share * (lost - safe)); },
                          tolerance) *
                   (lost - safe) +
               safe;
    };
    struct Look {
        double at, used;
    } before{from, 0}, last{from, used(from)};
    double highest = close;
    for (int i = 1; i <= looks + 1; ++i) {
        const double left = 1 - static_cast<double>(i) / (looks + 1);
        Look here{found - (found - from) * left * left, 0};
        here.used = i > looks ? 0 : used(here.at);  // the way out at `found` is known
        if (here.used >= 1) {
            below.exit = exit_in(last.at, here.at);
            return below;
        }
        if (last.used > highest && last.used > before.used && last.used > here.used && i <= looks) {
            double low = before.at, high = here.at;
            Look top = last;
            for (int k = 0; k < 12 && high - low > 1e-4 * found; ++k) {  // golden section
                const bool upper = high - top.at > top.at - low;
                const double at = upper ? top.at + 0.382 * (high - top.at) : top.at - 0.382 * (top.at - low);
                const double value = used(at);
                if (value >= 1) {
                    below.exit = exit_in(low, at);
                    return below;
                }
                if (value > top.used) {
                    (upper ? low : high) = top.at;
                    top = {at, value};
                } else
                    (upper ? high : low) = at;
            }
            highest = top.used;
            below.closest_call = top.at;
            below.step = here.at - before.at;
        }
        before = last;
        last = here;
    }
    return below;
}

/// first_exit() for a utilisation that need not be convex and costs little: what it finds is looked at again from
/// below.
template <class Utilisation>
double smallest_exit(const Utilisation& used, double tolerance = 1e-9) noexcept {
    const double exit = first_exit(used, tolerance);
    double from = 0;
    for (const double to : {5.0, 50.0}) {  // beyond what is of interest nothing is looked for
        if (!(exit > from)) break;
        const double end = std::min(exit, to), below = look_below(from, end, used, tolerance).exit;
        if (below < end) return below;
        from = end;
    }
    return exit;
}

}  // namespace clampet::mechanics
