#pragma once
#include <optional>

#include "families/family.h"

namespace clampet::study {

/// The least of the ultimate modes under a load, and which it is.
struct Least {
    double factor = families::ModeReport::mechanics_infinity;
    std::string mode;  ///< key; empty when nothing is driven
};
Least least_factor(const families::Joint& joint, const families::Load& load) noexcept;

/// A value of one input with which the required factor is reached.
struct Solution {
    families::Value value;
    Least least;                      ///< with that value
    std::optional<double> low, high;  ///< quantities: the values round it that also do; absent where the input's own
                                      ///< bound, not the factor, ends them
    bool already = false;             ///< what is in force does already
};

/// The value of `key` that gives the required factor, all other inputs as given.
/// Meaning  Nearest to the value in force. Where that does already, the least that would (or the most, where no least).
/// For a choice, the first that does.
///          The whole range is sampled (finely near the value in force, by decades far from it), then bracketed.
/// Range    required > 0.
/// Errors   A Problem that names the best that the input can do and what lets go then, or that `key` is unknown or a
///          text. Source: TOMS 748 bracketing (Boost.Math).
Result<Solution> solve(const families::Family& family, const families::Values& given, std::string_view key,
                       const families::Load& load, double required);

/// One point of a plot of factor against an input; NaN where it cannot be built.
struct CurvePoint {
    double value = 0, factor = 0;
    std::string mode;
    /// How easily it can be moved by hand: limit over effort, 1 and more is easy enough. NaN for what is not moved.
    double moves = std::numeric_limits<double>::quiet_NaN();
};
/// Of a mode with the key "moves", under a load.
double ease_of_moving(const families::Joint& joint, const families::Load& load) noexcept;
std::vector<CurvePoint> factor_curve(const families::Family& family, const families::Values& given,
                                     std::string_view key, const families::Load& load, double from, double to,
                                     unsigned points, families::Accuracy accuracy = families::Accuracy::exact);

}  // namespace clampet::study
