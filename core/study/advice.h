#pragma once
#include "study/solve.h"

namespace clampet::study {

/// What a change costs a person, least first; common practice.
enum class Effort { tighten, other_surface, other_choice, other_part };
std::string_view name_of(Effort effort);  ///< "a turn of the hand", "another surface"…

/// One change that reaches the required factor, tried with the whole interface.
struct Advice {
    std::string key, label;  ///< the input
    families::Value value;   ///< what it must be
    families::Value present;
    Effort effort = Effort::other_part;
    Least least;  ///< with that value
};

/// Inputs that a person can change: not texts, loads, limits, what a material bears, or what only says how something is
/// known or lies. Goes by the input's key, dimension and pair of materials, alike for all families.
bool can_be_changed(const families::Parameter& parameter) noexcept;

/// Changes of one input each that reach the required factor, least effort first, then the smallest change.
/// Range    required > 0; inputs as for join(). Friction up to 0.9 and sizes up to three times (common practice).
///          Empty where it holds already or nothing is driven.
/// Errors   A Problem when the given values cannot be built.
Result<std::vector<Advice>> advice(const families::Family& family, const families::Values& given,
                                   const families::Load& load, double required);

/// "Clamping force: 910 N instead of 500 N" or "Built as: a yoke".
std::string sentence_of(const families::Family& family, const Advice& advice);

}  // namespace clampet::study
