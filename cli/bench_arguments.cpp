#include "bench_arguments.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <map>

#include "catalogue/material.h"
#include "families/in_force.h"
#include "families/stock_use.h"
#include "quantity/parse.h"
#include "study/bench.h"

namespace clampet::cli {

using families::Family;
using families::Kind;
using quantity::Dimension;

Problem no_family(const std::string& name) {
    std::string known;
    for (const Family* f : families::registry()) known += (known.empty() ? "" : ", ") + std::string(f->key());
    return {"family.unknown", "", fmt::format("There is no interface family “{}”.", name),
            fmt::format("Use one of: {}.", known)};
}

namespace {

const families::Parameter* row_named(std::span<const families::Parameter> rows, std::string_view key) {
    const auto at = std::find_if(rows.begin(), rows.end(), [&](const auto& row) { return row.key == key; });
    return at == rows.end() ? nullptr : &*at;
}

/// What is given but does not count under the choices given is refused by name, never dropped.
Result<families::Values> in_force(std::span<const families::Parameter> rows, std::string_view name,
                                  families::Values values, const std::vector<std::string>& assignments) {
    const auto whole = families::complete(rows, name, values);
    if (!whole) return values;  // the caller says why
    for (const auto& text : assignments) {
        const auto* p = row_named(rows, text.substr(0, text.find('=')));
        if (!p) continue;
        if (const auto problem = families::not_in_force(*p, *whole)) return *problem;
    }
    return values;
}

}  // namespace

Result<families::Values> read_assignments(const Family& family, const std::vector<std::string>& assignments) {
    return read_assignments(family.parameters(), family.name(), assignments, [&](const std::string& name) {
        const auto offer = families::stock_named(family, name);
        return offer ? Result<families::Values>(families::values_from(*offer)) : offer.problem();
    });
}

Result<families::Values> read_assignments(std::span<const families::Parameter> rows, std::string_view name,
                                          const std::vector<std::string>& assignments, const StockNamed& stock) {
    families::Values values;
    for (const auto& text : assignments) {
        const auto equals = text.find('=');
        if (equals == text.npos || equals == 0)
            return Problem{"argument.not_key_value", "", fmt::format("“{}” is not key=value.", text),
                           "Write for example friction=0.3 or diameter=33.7mm."};
        const std::string key = text.substr(0, equals), typed = text.substr(equals + 1);
        const auto* parameter = row_named(rows, key);
        if (!parameter && key == "stock") {
            const auto sold = stock(typed);
            if (!sold) return sold.problem();
            for (const auto& [input, value] : *sold) values.insert_or_assign(input, value);
            continue;
        }
        if (!parameter) return families::complete(rows, name, {{key, 0.0}}).problem();
        if (parameter->kind != Kind::quantity) {
            values[key] = typed;
            continue;
        }
        if (!parameter->friction_pair.empty() && typed.find(" on ") != typed.npos) {
            const auto pair = catalogue::friction_named(typed);
            if (!pair) return pair.problem().at(key);
            values[key] = pair->typical;
            continue;
        }
        const auto value = quantity::parse(typed, parameter->dimension);
        if (!value) return value.problem().at(key);
        values[key] = *value;
    }
    return in_force(rows, name, std::move(values), assignments);
}

namespace {

Result<mechanics::Wrench> read_wrench(const std::string& text, const char* where) {
    std::array<double, 6> v{};
    if (text.empty()) return mechanics::Wrench{};
    std::size_t count = 0, at = 0;
    const Problem problem{"argument.not_six_numbers", where, fmt::format("“{}” is not six numbers.", text),
                          "Write Fx,Fy,Fz,Mx,My,Mz in N and N·m, for example 0,0,-13.1,0,1.2,0."};
    while (at <= text.size()) {
        const std::size_t end = std::min(text.find(',', at), text.size());
        if (count == 6) return problem;
        const auto dimension = count < 3 ? Dimension::force : Dimension::torque;
        const auto value = quantity::parse(text.substr(at, end - at), dimension);
        if (!value || !(std::abs(*value) <= 1e9)) return problem;
        v[count++] = *value;
        at = end + 1;
    }
    if (count != 6) return problem;
    return mechanics::Wrench{v[0], v[1], v[2], v[3], v[4], v[5]};
}

}  // namespace

bool has_no_load(const LoadText& text) {
    const auto whole = read_wrench(text.wrench, "--wrench");
    return whole && whole->is_zero();
}

Result<mechanics::Load> read_load(const LoadText& text) {
    static const std::map<std::string, study::Stands, std::less<>> known{
        {"", study::Stands::upright},
        {"upright", study::Stands::upright},
        {"hung", study::Stands::hung},
        {"level", study::Stands::level_along_x},
        {"level_along_x", study::Stands::level_along_x},
        {"level_along_y", study::Stands::level_along_y}};
    const auto whole = read_wrench(text.wrench, "--wrench"), permanent = read_wrench(text.permanent, "--permanent");
    if (!whole) return whole.problem();
    if (!permanent) return permanent.problem();
    const auto stands = known.find(text.stands);
    if (stands == known.end())
        return Problem{"bench.unknown_attitude", "--stands", fmt::format("“{}” is not a way to stand.", text.stands),
                       "Use upright, hung, level_along_x or level_along_y."};
    const auto own = study::gravity_of(stands->second);
    // Without a permanent part the whole load grows, and what the interface weighs with it.
    if (text.permanent.empty()) return mechanics::Load{{}, *whole + own};
    return mechanics::Load{*permanent + own, *whole - *permanent};
}

}  // namespace clampet::cli
