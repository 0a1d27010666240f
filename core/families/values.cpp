#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/family.h"
#include "quantity/format.h"

namespace clampet::families {
namespace {

std::string listed(const std::vector<Choice>& choices) {
    std::string out;
    for (const auto& choice : choices) out += (out.empty() ? "" : ", ") + choice.key;
    return out;
}

}  // namespace

bool Parameter::is_relevant(const Values& values) const {
    const auto met = [&](const std::string& choice_key, const std::vector<std::string>& allowed) {
        if (choice_key.empty()) return true;
        const auto at = values.find(choice_key);
        if (at == values.end() || !std::holds_alternative<std::string>(at->second)) return true;
        for (const auto& choice : allowed)
            if (choice == std::get<std::string>(at->second)) return true;
        return false;
    };
    return met(shown_by, shown_for) && met(also_shown_by, also_shown_for);
}

const Parameter* find_parameter(const Family& family, std::string_view key) {
    for (const auto& parameter : family.parameters())
        if (parameter.key == key) return &parameter;
    return nullptr;
}

Status check_value(const Parameter& p, const Value& value) {
    if (p.kind == Kind::quantity) {
        if (!std::holds_alternative<double>(value))
            return Problem{"value.not_a_number", p.key, fmt::format("{} is not a number.", p.label),
                           fmt::format("Write for example {}.", quantity::example_of(p.dimension))};
        const double v = std::get<double>(value);
        const bool low_enough = p.least_allowed ? v >= p.least : v > p.least;
        if (low_enough && v <= p.most && (!p.whole_number || v == std::round(v))) return Done{};
        if (low_enough && v <= p.most)
            return Problem{"value.not_a_count", p.key,
                           fmt::format("{} is {}, but it is a count.", p.label, quantity::format(v, p.dimension)),
                           fmt::format("It must be a whole number, for example {:.0f}.", std::ceil(v))};
        const auto shown = [&](double si) { return quantity::format(si, p.dimension); };
        const std::string remedy =
            fmt::format("It must be {} {} and at most {}, for example {}.", p.least_allowed ? "at least" : "more than",
                        shown(p.least), shown(p.most), shown(p.standard));
        return Problem{"value.out_of_range", p.key,
                       fmt::format("{} is {}.", p.label, std::isnan(v) ? "not a number" : shown(v)), remedy};
    }
    if (!std::holds_alternative<std::string>(value))
        return Problem{"value.should_be_a_name", p.key, fmt::format("{} is a number.", p.label), "Write its name."};
    if (p.kind == Kind::text) return Done{};
    for (const auto& choice : p.choices)
        if (choice.key == std::get<std::string>(value)) return Done{};
    return Problem{"value.not_a_choice", p.key,
                   fmt::format("{} cannot be “{}”.", p.label, std::get<std::string>(value)),
                   fmt::format("Choose one of: {}.", listed(p.choices))};
}

Result<Values> complete(const Family& family, const Values& given) {
    return complete(family.parameters(), family.name(), given);
}

Result<Values> complete(std::span<const Parameter> parameters, std::string_view name, const Values& given) {
    Values values;
    for (const auto& p : parameters)
        values[p.key] = p.kind == Kind::quantity ? Value{p.standard} : Value{p.standard_text};
    for (const auto& [key, value] : given) {
        const auto p = std::find_if(parameters.begin(), parameters.end(),
                                    [&key = key](const auto& row) { return row.key == key; });
        if (p == parameters.end()) {
            std::string known;
            for (const auto& row : parameters) known += (known.empty() ? "" : ", ") + row.key;
            return Problem{"input.unknown", key, fmt::format("{} has no parameter “{}”.", name, key),
                           known.empty() ? "It has none." : fmt::format("It has: {}.", known)};
        }
        if (const auto ok = check_value(*p, value); !ok) return ok.problem();
        values[key] = value;
    }
    return values;
}

double number(const Values& values, std::string_view key) {
    return std::get<double>(values.find(key)->second);
}
const std::string& text(const Values& values, std::string_view key) {
    return std::get<std::string>(values.find(key)->second);
}

Result<std::shared_ptr<const Joint>> join(const Family& family, const Values& given) {
    auto values = complete(family, given);
    if (!values) return values.problem();
    return family.join(*values);
}

}  // namespace clampet::families
