#include <fmt/format.h>

#include <algorithm>
#include <filesystem>

#include "commands.h"
#include "long_work.h"
#include "project/file.h"
#include "quantity/format.h"
#include "report.h"
#include "rig_file.h"
#include "study/payload_limit.h"

namespace clampet::cli {
namespace {

using families::Family;
using nlohmann::ordered_json;
using quantity::Dimension;

// Overhangs that people build: over the screw, a lens ahead, a small arm, a boom [m].
constexpr double overhangs[] = {0, 0.02, 0.05, 0.1, 0.2, 0.4, 0.8};

std::string words_of(const Family& family, const std::string& mode, const families::Joint& joint) {
    for (const auto& m : joint.modes())
        if (m.key == mode) return m.label.does();
    return std::string(family.name());
}

std::string mass_text(const study::PayloadLimit& limit) {
    if (!limit.ends) return "over " + quantity::format(limit.mass, Dimension::mass);
    return limit.mass > 0 ? quantity::format(limit.mass, Dimension::mass, quantity::System::metric, 3) : "nothing";
}

ordered_json limit_json(const study::PayloadLimit& limit) {
    return {{"mass", limit.ends ? ordered_json(limit.mass) : ordered_json(nullptr)}, {"limits", limit.limits}};
}

/// The shorter list of what it holds and what it does not.
void print_devices(const std::vector<study::DeviceOn>& devices) {
    std::string yes, no;
    std::size_t held = 0;
    for (const auto& d : devices) {
        auto& list = d.holds ? yes : no;
        list += (list.empty() ? "" : "; ") + d.device->name;
        held += d.holds;
    }
    if (no.empty()) return fmt::print("\nEvery class of device that is known is light enough.\n");
    if (yes.empty()) return fmt::print("\nNo class of device that is known is light enough.\n");
    if (2 * held > devices.size())
        fmt::print("\nToo much ({} of {} classes of devices): {}\n", devices.size() - held, devices.size(), no);
    else
        fmt::print("\nLight enough ({} of {} classes of devices): {}\n", held, devices.size(), yes);
}

}  // namespace

namespace {

/// The whole rig: the most it may carry over how far ahead that is, and the classes of devices it holds.
int rig_limit(const std::string& file, double required, bool json) {
    const auto rig = load_rig(file);
    if (!rig) return fail(rig.problem(), unreadable);
    study::CheckOptions options;
    if (required > 0) options.required = required;
    const auto found_limits = [&] {
        const LongWork work("checked", json);
        return study::rig_limits(*rig, options, work.job(0));
    }();
    if (!found_limits) return fail(found_limits.problem(), wrong_usage);
    const auto& curve = found_limits->curve;
    const auto& devices = found_limits->devices;
    if (curve.empty()) return not_all_hold;  // it was stopped
    const bool some = curve.front().second.limit.mass > 0;
    if (json) {
        auto points = ordered_json::array(), on = ordered_json::array();
        for (const auto& [overhang, found] : curve) {
            auto one = limit_json(found.limit);
            one["overhang"] = overhang;
            one["interface"] = found.interface;
            points.push_back(one);
        }
        for (const auto& d : devices)
            on.push_back({{"device", d.device->name}, {"mass", d.device->typical_mass()}, {"holds", d.holds}});
        print({{"rig", rig->name}, {"curve", points}, {"devices", on}});
        return some ? done : not_all_hold;
    }
    fmt::print("{}: the most it may carry, by how far ahead of its foot that balances\n\n", rig->name);
    for (const auto& [overhang, found] : curve)
        fmt::print("  {:>8} ahead  {:<10}  {}\n", quantity::format(overhang, Dimension::length), mass_text(found.limit),
                   found.limit.ends ? found.sentence : "");
    print_devices(devices);
    return some ? done : not_all_hold;
}

}  // namespace

int limit_command(const std::string& name, const std::vector<std::string>& assignments, const LoadText& load_text,
                  double required, bool json) {
    const Family* family = families::family_named(name);
    if (!family && std::filesystem::exists(name)) {
        for (const auto* typed : {&load_text.stands, &load_text.at, &load_text.push})
            if (!typed->empty())
                return fail({"limit.load_of_a_rig", "", fmt::format("“{}” is what the rig itself says.", *typed),
                             "Leave --stands, --at and --push out: the rig has its own places and load cases."},
                            wrong_usage);
        if (assignments.empty()) return rig_limit(name, required, json);
        return fail({"limit.inputs_of_a_rig", assignments.front(), "A rig has its own inputs.",
                     "Leave them out, or name a family instead of a file."},
                    wrong_usage);
    }
    if (!family) return fail(no_family(name), wrong_usage);
    const auto given = read_assignments(*family, assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    auto load = load_text;
    if (load.payload.empty() && load.device.empty()) load.payload = "1kg";
    const auto told = read_load(load);
    if (!told) return fail(told.problem(), wrong_usage);
    if (!(required > 0)) required = 2;
    auto bench = study::first_bench(*family, required);
    const auto place = bench.payload.at;
    bench.payload = *told->payload;
    if (load_text.at.empty() && load_text.device.empty()) bench.payload.at = place;
    for (const auto& [key, value] : given->values)
        std::visit([&, key = key](const auto& v) { bench.element.inputs[key] = v; }, value);
    const auto judged = study::judge(bench);
    if (!judged) return fail(judged.problem(), wrong_usage);
    const auto& joint = *judged->joint;
    const auto here = study::largest_payload(bench, bench.payload.at, study::PushFrom::worst);
    const auto devices = study::devices_on(bench, study::PushFrom::worst);
    std::vector<study::PayloadPoint> curve;
    for (const double overhang : overhangs) {
        auto at = bench.payload.at;
        at[0] = overhang;
        curve.push_back({overhang, study::largest_payload(bench, at, study::PushFrom::worst)});
    }
    if (json) {
        auto points = ordered_json::array(), on = ordered_json::array();
        for (const auto& point : curve) {
            auto one = limit_json(point.limit);
            one["overhang"] = point.overhang;
            points.push_back(one);
        }
        for (const auto& d : devices)
            on.push_back({{"device", d.device->name},
                          {"mass", d.device->typical_mass()},
                          {"factor", number(d.factor)},
                          {"holds", d.holds}});
        auto out = limit_json(here);
        out["family"] = family->key();
        out["at"] = bench.payload.at;
        out["required"] = required;
        out["assumed"] = assumed_json(given->assumed);
        out["curve"] = points;
        out["devices"] = on;
        print(out);
        return here.mass > 0 ? done : not_all_hold;
    }
    const auto length = [](double si) { return quantity::format(si, Dimension::length); };
    const auto& at = bench.payload.at;
    fmt::print("{} carries {} at {}, {}, {} with {}", family->name(), mass_text(here), length(at[0]), length(at[1]),
               length(at[2]), quantity::format_factor(required));
    fmt::print("{}\n\n", here.limits.empty() || !here.ends ? "" : "; then it " + words_of(*family, here.limits, joint));
    for (const auto& point : curve)
        fmt::print("  {:>8} ahead  {:<10}  {}\n", length(point.overhang), mass_text(point.limit),
                   point.limit.ends && !point.limit.limits.empty() ? words_of(*family, point.limit.limits, joint) : "");
    print_devices(devices);
    print_assumed(given->assumed);
    return here.mass > 0 ? done : not_all_hold;
}

}  // namespace clampet::cli
