#include "families/in_force.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

namespace clampet::families {

std::optional<Problem> not_in_force(const Parameter& p, const Values& values) {
    if (p.is_relevant(values)) return std::nullopt;
    const auto hides = [&](const std::string& by, const std::vector<std::string>& when) {
        return !by.empty() && std::find(when.begin(), when.end(), text(values, by)) == when.end();
    };
    const bool first = hides(p.shown_by, p.shown_for);
    const auto& by = first ? p.shown_by : p.also_shown_by;
    const auto& when = first ? p.shown_for : p.also_shown_for;
    return Problem{"input.not_in_force", p.key,
                   fmt::format("{} does not count while {} is {}.", p.key, by, text(values, by)),
                   fmt::format("Add {}={}, or leave {} out.", by, fmt::join(when, " or "), p.key)};
}

}  // namespace clampet::families
