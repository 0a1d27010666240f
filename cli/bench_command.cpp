#include <fmt/format.h>

#include "bench_arguments.h"
#include "catalogue/device.h"
#include "commands.h"
#include "families/stock_use.h"
#include "parameters.h"
#include "quantity/format.h"
#include "report.h"

namespace clampet::cli {

using families::Family;
using nlohmann::ordered_json;

namespace {

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

ordered_json payload_json(const LoadGiven& given, const std::array<double, 3>& towards) {
    if (!given.payload) return nullptr;
    const auto& p = *given.payload;
    ordered_json j{{"mass", p.mass}, {"at", p.at}, {"push", p.push}};
    if (p.push > 0) j["push_towards"] = towards;
    if (!p.device.empty()) {
        const auto device = catalogue::device_named(p.device);
        j["device"] = {{"name", device->name},
                       {"low", device->mass[0]},
                       {"typical", device->mass[1]},
                       {"high", device->mass[2]},
                       {"source", device->source}};
    }
    return j;
}

void print_payload(const study::BenchLoad& p, const std::array<double, 3>& towards) {
    using quantity::Dimension;
    const auto length = [](double si) { return quantity::format(si, Dimension::length); };
    fmt::print("Carries {}{} at {}, {}, {}\n", quantity::format(p.mass, Dimension::mass),
               p.device.empty() ? "" : fmt::format(" ({})", p.device), length(p.at[0]), length(p.at[1]),
               length(p.at[2]));
    if (!p.device.empty()) {
        const auto device = catalogue::device_named(p.device);
        fmt::print("  {}: {} to {}, {}\n", device->what, quantity::format(device->mass[0], Dimension::mass),
                   quantity::format(device->mass[2], Dimension::mass), device->source);
    }
    if (p.push > 0)
        fmt::print("Pushed with {}, worst towards {:.2f}, {:.2f}, {:.2f}\n", quantity::format(p.push, Dimension::force),
                   towards[0], towards[1], towards[2]);
    fmt::print("\n");
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
        ordered_json stock = ordered_json::array();
        for (const auto& offer : families::stock_offers(*family))
            stock.push_back({{"name", offer.row->name},
                             {"group", offer.row->group},
                             {"fills", values_json(families::values_from(offer))},
                             {"source", offer.row->source}});
        print({{"family", family->key()}, {"parameters", parameters_json(family->parameters())}, {"stock", stock}});
        return done;
    }
    print_parameters(family->parameters());
    for (const auto& use : families::stock_uses(*family)) {
        fmt::print("\n{}=… ({})", use.key, use.label);
        for (const auto& fills : {use.fills, use.also, use.names})
            for (const auto& [input, size] : fills) fmt::print(" fills {}", input);
        fmt::print(":\n");
        constexpr std::size_t shown = 10;
        const auto offers = families::stock_offers(use);
        for (std::size_t i = 0; i < std::min(shown, offers.size()); ++i) fmt::print("  {}\n", offers[i].row->name);
        if (offers.size() > shown)
            fmt::print(
                "  … and {} more: {} bench {} {}=WORD says which have that word in their name, --json lists all\n",
                offers.size() - shown, "clampet-cli", family->key(), use.key);
    }
    return done;
}

int bench_command(const std::string& name, const std::vector<std::string>& assignments, const LoadText& load_text,
                  bool json) {
    const Family* family = families::family_named(name);
    if (!family) return fail(no_family(name), wrong_usage);
    const auto given = read_assignments(*family, assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    const auto values = families::complete(*family, given->values);
    if (!values) return fail(values.problem(), wrong_usage);
    const auto told = read_load(load_text);
    if (!told) return fail(told.problem(), wrong_usage);
    const auto joint = family->join(*values);
    if (!joint) return fail(joint.problem(), wrong_usage);
    std::array<double, 3> towards{};
    const auto load = told->on(**joint, &towards);
    const auto report = families::report(**joint, load);
    const bool holds = report.factor >= 1;
    if (json) {
        ordered_json modes = ordered_json::array(), notes = ordered_json::array();
        for (const auto& m : report.modes) modes.push_back(mode_json(m));
        for (const auto& a : report.advisories) notes.push_back(a.text);
        print({{"family", family->key()},
               {"parameters", values_json(*values)},
               {"assumed", assumed_json(given->assumed)},
               {"payload", payload_json(*told, towards)},
               {"wrench", numbers(load.whole())},
               {"permanent", numbers(load.permanent)},
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
    if (told->payload) print_payload(*told->payload, towards);
    print_modes(report.modes);
    print_assumed(given->assumed);
    fmt::print("\nWorking\n");
    print_working(report.working);
    fmt::print("\nResults\n");
    for (const auto& r : report.results) fmt::print("  {} = {}\n", r.name, quantity::format(r.value, r.dimension));
    for (const auto& a : report.advisories) fmt::print("\nNote: {}\n", a.text);
    return holds ? done : not_all_hold;
}

}  // namespace clampet::cli
