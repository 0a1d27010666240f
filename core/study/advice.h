#pragma once
#include <map>

#include "rig/rig.h"
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
    Least least;       ///< with that value
    std::string with;  ///< what gives it, by its name: "star knob, Ø50", "rubber on plywood"; empty where nothing does
    /// What to set: by its name where something gives it.
    std::vector<std::pair<std::string, rig::Input>> inputs;
};

/// Pairs of surfaces that are in force, by the friction input; the family's own where it is not said.
using PairsInForce = std::map<std::string, std::string, std::less<>>;

/// Inputs that a person can change: not texts, loads, limits, what a material bears, or what only says how something is
/// known or lies. Goes by the input's key, dimension and pair of materials, alike for all families.
bool can_be_changed(const families::Parameter& parameter) noexcept;

/// Changes of one input each that reach the required factor, least effort first, then the smallest change.
/// Meaning  A friction is that of a pair that is known and keeps one of the surfaces; a torque is what a tool by its
///          name gives; what is bought (a band, a clamp, a screw's grade) is a row of stock, the least that does.
/// Range    required > 0; inputs as for join(). Sizes up to three times, forces up to thirty (common practice).
///          Empty where it holds already or nothing is driven.
/// Errors   A Problem when the given values cannot be built.
Result<std::vector<Advice>> advice(const families::Family& family, const families::Values& given,
                                   const families::Load& load, double required, const PairsInForce& pairs = {});

/// "Clamping force: 910 N instead of 500 N", "Hand torque: 4.5 N·m instead of 3 N·m, star knob, Ø50" or "Built as: a
/// yoke".
std::string sentence_of(const families::Family& family, const Advice& advice);

}  // namespace clampet::study
