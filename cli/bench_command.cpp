#include <fmt/format.h>

#include <array>

#include "catalogue/material.h"
#include "commands.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"

namespace clampet::cli {

using families::Family;
using families::Kind;
using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

Problem no_family(const std::string& name) {
    std::string known;
    for (const Family* f : families::registry()) known += (known.empty() ? "" : ", ") + std::string(f->key());
    return {"", fmt::format("There is no interface family “{}”.", name), fmt::format("Use one of: {}.", known)};
}

const char* name_of(Kind kind) {
    return kind == Kind::quantity ? "quantity" : kind == Kind::choice ? "choice" : "text";
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

ordered_json mode_json(const families::ModeReport& m) {
    ordered_json j{{"mode", m.mode},
                   {"class", m.mode_class == families::ModeClass::ultimate ? "ultimate" : "service"},
                   {"factor", number(m.factor)},
                   {"factor_mass", number(m.factor_mass)},
                   {"factor_live", number(m.factor_live)}};
    if (!m.motion.empty()) j["motion"] = m.motion;
    j["demand"] = named(m.demand);
    j["capacity"] = named(m.capacity);
    return j;
}

ordered_json values_json(const families::Values& values) {
    ordered_json j = ordered_json::object();
    for (const auto& [key, value] : values) {
        if (std::holds_alternative<double>(value))
            j[key] = number(std::get<double>(value));
        else
            j[key] = std::get<std::string>(value);
    }
    return j;
}

}  // namespace

int families_command(bool json) {
    if (json) {
        ordered_json out = ordered_json::array();
        for (const Family* f : families::registry())
            out.push_back({{"family", f->key()}, {"name", f->name()}, {"purpose", f->purpose()}});
        print({{"families", out}});
        return done;
    }
    for (const Family* f : families::registry()) fmt::print("{:<12} {}\n", f->key(), f->purpose());
    return done;
}

int parameters_command(const std::string& name, bool json) {
    const Family* family = families::family_named(name);
    if (!family) return fail(no_family(name), wrong_usage);
    if (json) {
        ordered_json rows = ordered_json::array();
        for (const auto& p : family->parameters()) {
            ordered_json row{{"key", p.key}, {"label", p.label}, {"kind", name_of(p.kind)}};
            if (p.kind == Kind::quantity) {
                row["dimension"] = quantity::name_of(p.dimension);
                row["unit"] = quantity::si_symbol(p.dimension);
                row["default"] = p.standard;
                row["bounds"] = {{"least", p.least}, {"most", p.most}, {"least_allowed", p.least_allowed}};
            } else {
                row["default"] = p.standard_text;
                if (p.kind == Kind::choice) {
                    row["choices"] = ordered_json::array();
                    for (const auto& c : p.choices) row["choices"].push_back(c.key);
                }
            }
            if (!p.shown_by.empty()) row["only_when"] = {{"key", p.shown_by}, {"is", p.shown_for}};
            row["help"] = p.help;
            row["source"] = p.source;
            rows.push_back(row);
        }
        print({{"family", family->key()}, {"parameters", rows}});
        return done;
    }
    for (const auto& p : family->parameters()) {
        if (p.kind == Kind::quantity)
            fmt::print("{:<18} {:<10} default {}, {} {} to {}\n", p.key, quantity::name_of(p.dimension),
                       quantity::format(p.standard, p.dimension), p.least_allowed ? "from" : "above",
                       quantity::format(p.least, p.dimension), quantity::format(p.most, p.dimension));
        else if (p.kind == Kind::choice) {
            std::string keys;
            for (const auto& c : p.choices) keys += (keys.empty() ? "" : " | ") + c.key;
            fmt::print("{:<18} {:<10} default {}, {}\n", p.key, "choice", p.standard_text, keys);
        } else
            fmt::print("{:<18} {:<10} default {}\n", p.key, "text", p.standard_text);
        fmt::print("{:<18} {}\n", "", p.help);
    }
    return done;
}

int bench_command(const std::string& name, const std::vector<std::string>& assignments, const std::string& wrench_text,
                  const std::string& permanent_text, bool json) {
    const Family* family = families::family_named(name);
    if (!family) return fail(no_family(name), wrong_usage);
    const auto given = read_assignments(*family, assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    const auto values = families::complete(*family, *given);
    if (!values) return fail(values.problem(), wrong_usage);
    const auto whole = read_wrench(wrench_text, "--wrench"), permanent = read_wrench(permanent_text, "--permanent");
    if (!whole) return fail(whole.problem(), wrong_usage);
    if (!permanent) return fail(permanent.problem(), wrong_usage);
    const auto joint = family->join(*values);
    if (!joint) return fail(joint.problem(), wrong_usage);
    const mechanics::Load load{*permanent, *whole - *permanent};
    const auto report = families::report(**joint, load);
    const bool holds = report.factor >= 1;
    if (json) {
        ordered_json modes = ordered_json::array(), notes = ordered_json::array();
        for (const auto& m : report.modes) modes.push_back(mode_json(m));
        for (const auto& a : report.advisories) notes.push_back(a.text);
        print({{"family", family->key()},
               {"parameters", values_json(*values)},
               {"wrench", numbers(*whole)},
               {"permanent", numbers(*permanent)},
               {"factor", number(report.factor)},
               {"governs", report.governs.empty() ? ordered_json(nullptr) : ordered_json(report.governs)},
               {"modes", modes},
               {"results", named(report.results)},
               {"working", working(report.working)},
               {"advisories", notes}});
        return holds ? done : not_all_hold;
    }
    fmt::print("{}: {}", family->name(), quantity::format_factor(report.factor));
    fmt::print("{}\n\n", report.governs.empty() ? ", nothing drives it" : ", " + report.governs + " first");
    print_modes(report.modes);
    fmt::print("\nWorking\n");
    print_working(report.working);
    fmt::print("\nResults\n");
    for (const auto& r : report.results) fmt::print("  {} = {}\n", r.name, quantity::format(r.value, r.dimension));
    for (const auto& a : report.advisories) fmt::print("\nNote: {}\n", a.text);
    return holds ? done : not_all_hold;
}

}  // namespace clampet::cli
