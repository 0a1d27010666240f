#include "prove/measured.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "families/in_force.h"
#include "parts/part_kind.h"
#include "prove/records.h"
#include "quantity/format.h"
#include "quantity/spreadsheet.h"

namespace clampet::prove {
namespace {

using quantity::Dimension;
constexpr double balance_tolerance = 2e-3;  // on a pencil's edge, common practice [m]
constexpr double weight_tolerance = 0.02;   // of it: kitchen scales and what a person leaves on them

/// Whether what it lies on or in shows the difference: it can be shimmed or taken off.
bool is_between(const std::string& key) {
    constexpr std::array<std::string_view, 6> words{"thick", "height", "width", "rise", "lift", "gap"};
    return std::any_of(words.begin(), words.end(), [&](auto word) { return key.find(word) != key.npos; });
}

}  // namespace

std::vector<Measurable> measurables_of(const rig::Part& part) {
    std::vector<Measurable> all;
    if (part.mass > 0) all.push_back({mass_key, "It weighs", Dimension::mass, part.mass});
    constexpr std::array<const char*, 3> names{"Balance point, along its x", "Balance point, along its y",
                                               "Balance point, along its z"};
    if (part.mass > 0)
        for (int axis = 0; axis < 3; ++axis)
            all.push_back({balance_keys[static_cast<std::size_t>(axis)], names[static_cast<std::size_t>(axis)],
                           Dimension::length, part.centre_of_gravity[axis]});
    const auto* kind = parts::kind_named(part.kind);
    if (!kind) return all;
    const auto values = families::complete(kind->parameters(), kind->name(), part.values);
    if (!values) return all;
    for (const auto& row : kind->parameters()) {
        if (row.kind != families::Kind::quantity || row.dimension != Dimension::length) continue;
        if (!families::not_in_force(row, *values))
            all.push_back({row.key, row.label, Dimension::length, families::number(*values, row.key)});
    }
    return all;
}

Judged judged(const Measurable& what, double value, double tolerance) {
    Judged j;
    j.by = value - what.intended;
    const bool is_weight = what.of == mass_key;
    if (is_weight) tolerance = weight_tolerance * what.intended;
    if (balance_axis(what.of)) tolerance = balance_tolerance;
    const auto amount = quantity::format(std::abs(j.by), what.dimension);
    if (std::abs(j.by) <= tolerance) {
        j.says = "as intended";
    } else if (is_weight || !is_between(what.of)) {
        j.what = Judged::What::accept;
        j.says = fmt::format("{} {}: accepted, the rig takes it as it is", amount,
                             is_weight ? (j.by > 0 ? "heavier" : "lighter") : (j.by > 0 ? "more" : "less"));
    } else if (j.by < 0) {
        j.what = Judged::What::shim;
        j.says = fmt::format("{0} short: a shim of {0}, or accept it", amount);
    } else {
        j.what = Judged::What::take_off;
        j.says = fmt::format("{0} over: take off {0}, or widen what it goes into", amount);
    }
    return j;
}

Result<double> lean_of(double side, double other, double diagonal, double other_diagonal) {
    const double share = (diagonal * diagonal - other_diagonal * other_diagonal) / (4 * side * other);
    const double both = diagonal * diagonal + other_diagonal * other_diagonal,
                 sides = 2 * (side * side + other * other);
    // Of every parallelogram the squares of the diagonals are those of its sides together.
    if (!(side > 0 && other > 0 && std::abs(share) < 1 && std::abs(both / sides - 1) < 0.05))
        return Problem{"measured.no_diagonals", "diagonals", "These are no diagonals of a frame with these sides.",
                       "Measure all four from the same corners."};
    return std::asin(share);
}

namespace {

Result<const rig::Part*> part_asked(const rig::Rig& rig, const std::string& name) {
    if (const auto* part = part_named(rig, name)) return part;
    return Problem{"measured.no_part", "part", fmt::format("There is no part “{}” in this rig.", name),
                   "Name one of its parts."};
}

}  // namespace

Result<rig::Measured> recorded(const rig::Rig& rig, const FrameAsked& asked) {
    const auto part = part_asked(rig, asked.part);
    if (!part) return part.problem();
    const auto lean = lean_of(asked.side, asked.other, asked.diagonal, asked.other_diagonal);
    if (!lean) return lean.problem();
    return rig::Measured{fresh_record_id(rig, "measured"),
                         (*part)->id,
                         asked.date,
                         diagonals,
                         0,
                         *lean,
                         fmt::format("leans by {}", quantity::format(std::abs(*lean), Dimension::angle))};
}

Result<rig::Measured> recorded(const rig::Rig& rig, const MeasureAsked& asked) {
    const auto found_part = part_asked(rig, asked.part);
    if (!found_part) return found_part.problem();
    const auto* part = *found_part;
    const auto all = measurables_of(*part);
    const auto named = [&](const Measurable& m) {
        return m.of == asked.of || quantity::lower(m.name) == quantity::lower(asked.of);
    };
    const auto found = std::find_if(all.begin(), all.end(), named);
    if (found == all.end()) {
        std::vector<std::string> keys;
        for (const auto& m : all) keys.push_back(m.of);
        return Problem{"measured.nothing_such", "of",
                       fmt::format("“{}” is nothing that is measured on “{}”.", asked.of, part->name),
                       keys.empty() ? std::string("Describe the part's sizes first.")
                                    : fmt::format("Name one of: {}.", fmt::join(keys, ", "))};
    }
    rig::Measured m{fresh_record_id(rig, "measured"), part->id, asked.date, found->of, found->intended, asked.value,
                    judged(*found, asked.value).says};
    if (const auto ok = check(m); !ok) return ok.problem();
    return m;
}

}  // namespace clampet::prove
