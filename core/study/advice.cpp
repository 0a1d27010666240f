#include "study/advice.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "quantity/format.h"

namespace clampet::study {

using namespace families;
namespace {

using quantity::Dimension;

Effort effort_of(const Parameter& p) {
    if (p.kind == Kind::choice) return Effort::other_choice;
    if (p.key == "torque" || p.key == "force" || p.key == "preload" || p.key == "hand_force") return Effort::tighten;
    if (!p.friction_pair.empty()) return Effort::other_surface;
    return Effort::other_part;
}

/// How far a quantity is moved, as a share on a logarithmic scale; choices are not measured.
double size_of(const Advice& a) {
    const auto* to = std::get_if<double>(&a.value);
    const auto* from = std::get_if<double>(&a.present);
    if (!to || !from) return 0;
    return *to > 0 && *from > 0 ? std::abs(std::log(*to / *from)) : 10;
}

/// Surfaces do not grip better than this, and parts are not made three times the size; common practice.
constexpr double most_friction = 0.9, largest_change = 3;
bool is_sensible(const Parameter& p, const Advice& a) {
    const auto* to = std::get_if<double>(&a.value);
    if (!to || a.effort == Effort::tighten) return true;
    if (a.effort == Effort::other_surface) return *to <= most_friction;
    return p.whole_number || size_of(a) <= std::log(largest_change);
}

}  // namespace

std::string_view name_of(Effort effort) {
    switch (effort) {
        case Effort::tighten:
            return "a turn of the hand";
        case Effort::other_surface:
            return "another surface";
        case Effort::other_choice:
            return "another way of building it";
        case Effort::other_part:
            break;
    }
    return "another part";
}

bool can_be_changed(const Parameter& p) noexcept {
    if (p.kind == Kind::text || p.described) return false;
    const std::string_view key = p.key;
    for (const std::string_view end : {"_limit", "_strength", "_share", "_acceleration"})
        if (key.ends_with(end)) return false;
    for (const std::string_view start : {"required", "payload", "hand_radius", "hand_strength", "reading"})
        if (key.starts_with(start)) return false;
    // A material bears and yields as it does; a friction is changed where the pair of surfaces is chosen.
    if (p.dimension == Dimension::stress || p.dimension == Dimension::stiffness) return false;
    return key.find("friction") == key.npos || !p.friction_pair.empty() || p.kind == Kind::choice;
}

Result<std::vector<Advice>> advice(const Family& family, const Values& given, const Load& load, double required) {
    const auto values = complete(family, given);
    if (!values) return values.problem();
    const auto joint = family.join(*values);
    if (!joint) return joint.problem();
    std::vector<Advice> found;
    if (least_factor(**joint, load).factor >= required) return found;
    for (const auto& p : family.parameters()) {
        if (!can_be_changed(p) || !p.is_relevant(*values)) continue;
        const auto solution = solve(family, *values, p.key, load, required);
        if (!solution || solution->already) continue;
        Advice a{p.key, p.label, solution->value, values->at(p.key), effort_of(p), solution->least};
        if (is_sensible(p, a)) found.push_back(std::move(a));
    }
    std::stable_sort(found.begin(), found.end(), [](const Advice& a, const Advice& b) {
        return a.effort != b.effort ? a.effort < b.effort : size_of(a) < size_of(b);
    });
    return found;
}

std::string sentence_of(const Family& family, const Advice& a) {
    const auto* p = find_parameter(family, a.key);
    if (const auto* choice = std::get_if<std::string>(&a.value)) {
        std::string words = *choice;
        for (const auto& c : p->choices)
            if (c.key == *choice) words = c.label;
        return fmt::format("{}: {}", a.label, words);
    }
    return fmt::format("{}: {} instead of {}", a.label, quantity::format(std::get<double>(a.value), p->dimension),
                       quantity::format(std::get<double>(a.present), p->dimension));
}

}  // namespace clampet::study
