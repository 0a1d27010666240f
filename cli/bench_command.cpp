#include <fmt/format.h>

#include "bench_arguments.h"
#include "commands.h"
#include "families/stock_use.h"
#include "quantity/format.h"
#include "report.h"

namespace clampet::cli {

using families::Family;
using families::Kind;
using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

const char* name_of(Kind kind) {
    return kind == Kind::quantity ? "quantity" : kind == Kind::choice ? "choice" : "text";
}

ordered_json mode_json(const families::ModeReport& m) {
    ordered_json j{{"mode", m.mode},
                   {"class", m.mode_class == families::ModeClass::ultimate ? "ultimate" : "service"},
                   {"factor", number(m.factor)},
                   {"factor_mass", number(m.factor_mass)},
                   {"factor_live", number(m.factor_live)}};
    if (!m.motion.empty()) j["motion"] = m.motion.does();
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
    for (const Family* f : families::registry()) fmt::print("{:<15} {}\n", f->key(), f->purpose());
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
            if (!p.also_shown_by.empty()) row["and_when"] = {{"key", p.also_shown_by}, {"is", p.also_shown_for}};
            row["help"] = p.help;
            row["source"] = p.source;
            rows.push_back(row);
        }
        ordered_json stock = ordered_json::array();
        for (const auto& offer : families::stock_offers(*family))
            stock.push_back({{"name", offer.row->name},
                             {"group", offer.row->group},
                             {"fills", values_json(families::values_from(offer))},
                             {"source", offer.row->source}});
        print({{"family", family->key()}, {"parameters", rows}, {"stock", stock}});
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
    for (const auto& use : families::stock_uses(*family)) {
        fmt::print("\nstock=… ({})", use.label);
        for (const auto& [input, size] : use.fills) fmt::print(" fills {}", input);
        fmt::print(":\n");
        for (const auto* row : catalogue::stock_group(use.group)) fmt::print("  {}\n", row->name);
    }
    return done;
}

int bench_command(const std::string& name, const std::vector<std::string>& assignments, const LoadText& load_text,
                  bool json) {
    const Family* family = families::family_named(name);
    if (!family) return fail(no_family(name), wrong_usage);
    const auto given = read_assignments(*family, assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    const auto values = families::complete(*family, *given);
    if (!values) return fail(values.problem(), wrong_usage);
    const auto load = read_load(load_text);
    if (!load) return fail(load.problem(), wrong_usage);
    const auto joint = family->join(*values);
    if (!joint) return fail(joint.problem(), wrong_usage);
    const auto report = families::report(**joint, *load);
    const bool holds = report.factor >= 1;
    if (json) {
        ordered_json modes = ordered_json::array(), notes = ordered_json::array();
        for (const auto& m : report.modes) modes.push_back(mode_json(m));
        for (const auto& a : report.advisories) notes.push_back(a.text);
        print({{"family", family->key()},
               {"parameters", values_json(*values)},
               {"wrench", numbers(load->whole())},
               {"permanent", numbers(load->permanent)},
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
