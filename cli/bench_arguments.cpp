#include "bench_arguments.h"

#include <fmt/format.h>

#include <array>

#include "catalogue/material.h"
#include "families/stock_use.h"
#include "quantity/parse.h"

namespace clampet::cli {

using families::Family;
using families::Kind;
using quantity::Dimension;

Problem no_family(const std::string& name) {
    std::string known;
    for (const Family* f : families::registry()) known += (known.empty() ? "" : ", ") + std::string(f->key());
    return {"", fmt::format("There is no interface family “{}”.", name), fmt::format("Use one of: {}.", known)};
}

Result<families::Values> read_assignments(const Family& family, const std::vector<std::string>& assignments) {
    families::Values values;
    for (const auto& text : assignments) {
        const auto equals = text.find('=');
        if (equals == text.npos || equals == 0)
            return Problem{"", fmt::format("“{}” is not key=value.", text),
                           "Write for example friction=0.3 or diameter=33.7mm."};
        const std::string key = text.substr(0, equals), typed = text.substr(equals + 1);
        const auto* parameter = families::find_parameter(family, key);
        if (!parameter && key == "stock") {
            const auto offer = families::stock_named(family, typed);
            if (!offer) return offer.problem();
            for (const auto& [input, value] : families::values_from(*offer)) values.insert_or_assign(input, value);
            continue;
        }
        if (!parameter) return families::complete(family, {{key, 0.0}}).problem();
        if (parameter->kind != Kind::quantity) {
            values[key] = typed;
            continue;
        }
        if (!parameter->friction_pair.empty() && typed.find(" on ") != typed.npos) {
            const auto pair = catalogue::friction_named(typed);
            if (!pair) return Problem{key, pair.problem().what, pair.problem().remedy};
            values[key] = pair->typical;
            continue;
        }
        const auto value = quantity::parse(typed, parameter->dimension);
        if (!value) return Problem{key, value.problem().what, value.problem().remedy};
        values[key] = *value;
    }
    return values;
}

Result<mechanics::Wrench> read_wrench(const std::string& text, const char* where) {
    std::array<double, 6> v{};
    if (text.empty()) return mechanics::Wrench{};
    std::size_t count = 0, at = 0;
    const Problem problem{where, fmt::format("“{}” is not six numbers.", text),
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

}  // namespace clampet::cli
