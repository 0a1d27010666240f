#include <fmt/format.h>

#include "commands.h"
#include "loads/cards.h"
#include "long_work.h"
#include "project/edits.h"
#include "project/search.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"
#include "study/room.h"
#include "study/scenes.h"
#include "study/sentences.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

std::string snake(std::string words) {
    for (char& c : words)
        if (c == ' ') c = '_';
    return words;
}

ordered_json mode_json(const study::ModeResult& m) {
    ordered_json j{{"element", m.element},
                   {"family", m.family},
                   {"mode", m.mode},
                   {"class", m.mode_class == families::ModeClass::ultimate ? "ultimate" : "service"},
                   {"factor", number(m.factor())},
                   {"factor_mass", number(m.mass)},
                   {"factor_live", number(m.live)},
                   {"case", m.load_case}};
    if (m.has_motion) j["motion"] = m.words.does();
    if (m.direction) j["direction"] = {m.direction->x(), m.direction->y(), m.direction->z()};
    j["wrench"] = numbers(m.load.whole());
    j["permanent"] = numbers(m.load.permanent);
    return j;
}

ordered_json interface_json(const study::InterfaceResult& r) {
    ordered_json modes = ordered_json::array(), notes = ordered_json::array();
    for (const auto& m : r.modes) modes.push_back(mode_json(m));
    for (const auto& a : r.advisories) notes.push_back(a.text);
    return {{"interface", r.id},
            {"name", r.name},
            {"verdict", snake(std::string(study::name_of(r.verdict)))},
            {"factor", number(r.typical)},
            {"factor_low", number(r.low)},
            {"factor_high", number(r.high)},
            {"required", r.required},
            {"case", r.governs ? ordered_json(r.modes[*r.governs].load_case) : ordered_json(nullptr)},
            {"governs", r.governs ? ordered_json(r.modes[*r.governs].mode) : ordered_json(nullptr)},
            {"sentence", study::sentence(r)},
            {"wrench_at_rest", numbers(r.rest.permanent)},
            {"modes", modes},
            {"advisories", notes}};
}

/// The rig as it is asked about: used otherwise, or posed otherwise than the file says.
Status as_asked(rig::Rig& rig, const CheckRequest& request) {
    if (!request.use.empty()) {
        auto used = loads::used(rig, request.use);
        if (!used) return used.problem();
        rig = std::move(*used);
    }
    for (const auto& text : request.pose) {
        const auto dot = text.find('.'), equals = text.find('=');
        if (dot == text.npos || equals == text.npos || dot > equals)
            return Problem{"argument.not_a_pose", "pose", fmt::format("“{}” is no pose.", text),
                           "Write interface.axis=position, for example ball.forward=30deg."};
        const std::string interface = text.substr(0, dot), axis = text.substr(dot + 1, equals - dot - 1);
        const auto* f = rig.interface(interface);
        auto dimension = Dimension::angle;
        if (f)
            for (const auto& each : rig::motion_of(*f).axes)
                if (each.key == axis && each.slides) dimension = Dimension::length;
        const auto position = quantity::parse(text.substr(equals + 1), dimension);
        if (!position) return position.problem().at("pose");
        auto posed = project::edited(rig, project::SetPose{interface, axis, *position});
        if (!posed) return posed.problem().at("pose");
        rig = std::move(*posed);
    }
    return Done{};
}

/// Least factor of an interface under each load case on its own.
ordered_json cases_json(const rig::Rig& rig, const study::CheckOptions& options, const std::string& interface) {
    ordered_json rows = ordered_json::array();
    std::vector<std::string> names{std::string(loads::rest)};
    for (const auto& use : rig.cases) names.push_back(use.id);
    for (const auto& name : names) {
        if (!options.cases.empty() &&
            std::find(options.cases.begin(), options.cases.end(), name) == options.cases.end())
            continue;
        const auto prepared = study::prepare(rig, {options.required, {name}});
        if (!prepared || prepared->actions.empty()) continue;
        const auto result = study::check_interface(*prepared, *rig.interface(interface));
        if (!result) continue;
        rows.push_back({{"case", name},
                        {"factor", number(result->typical)},
                        {"factor_low", number(result->low)},
                        {"required", result->required},
                        {"verdict", snake(std::string(study::name_of(result->verdict)))},
                        {"governs", result->governs ? ordered_json(result->modes[*result->governs].mode)
                                                    : ordered_json(nullptr)}});
    }
    return rows;
}

void print_by_case(const rig::Rig& rig, const study::CheckOptions& options, const study::RigCheck& result) {
    fmt::print("\nby load case\n");
    for (const auto& r : result.interfaces) {
        fmt::print("{:<26}", r.name);
        for (const auto& row : cases_json(rig, options, r.id))
            fmt::print(
                " {} {}", row["case"].get<std::string>(),
                row["factor"].is_null() ? std::string("∞") : quantity::format_factor(row["factor"].get<double>()));
        fmt::print("\n");
    }
}

/// An interface where it is nearest to letting go, and in which scene that is.
ordered_json worst_json(const study::ScenesCheck& all, const study::ScenesCheck::Worst& worst) {
    ordered_json j = interface_json(all.result_of(worst));
    if (all.scenes.size() > 1) {
        const auto& scene = all.scenes[worst.scene];
        j["shot"] = scene.shot.empty() ? ordered_json(nullptr) : ordered_json(scene.shot);
        j["payload"] = scene.set.empty() ? ordered_json(nullptr) : ordered_json(scene.set);
    }
    return j;
}

ordered_json scenes_json(const study::ScenesCheck& all) {
    ordered_json rows = ordered_json::array();
    for (std::size_t i = 0; i < all.checks.size(); ++i) {
        const auto& check = all.checks[i];
        ordered_json factors = ordered_json::object();
        for (const auto& r : check.interfaces) factors[r.id] = number(r.typical);
        rows.push_back(
            {{"scene", all.scenes[i].name},
             {"shot", all.scenes[i].shot.empty() ? ordered_json(nullptr) : ordered_json(all.scenes[i].shot)},
             {"payload", all.scenes[i].set.empty() ? ordered_json(nullptr) : ordered_json(all.scenes[i].set)},
             {"verdict", std::string(study::name_of(check.verdict))},
             {"headline", study::headline(check)},
             {"beyond_stops", all.beyond[i]},
             {"factors", factors}});
    }
    return rows;
}

ordered_json catches_json(const study::Catches& catches) {
    ordered_json rows = ordered_json::array();
    for (const auto& each : catches.each)
        rows.push_back({{"tether", each.id},
                        {"name", each.name},
                        {"verdict", snake(std::string(study::name_of(each.verdict)))},
                        {"factor", number(each.factors.typical)},
                        {"factor_low", number(each.factors.low)},
                        {"falls", each.fall},
                        {"catch_force", each.force},
                        {"covers", each.covers},
                        {"problem", each.problem}});
    return {{"asked", catches.asked}, {"uncovered", catches.uncovered}, {"tethers", rows}};
}

void print_catches(const rig::Rig& rig, const study::Catches& catches) {
    if (!catches.asked && catches.each.empty()) return;
    fmt::print("\nsecond catch\n");
    for (const auto& each : catches.each)
        fmt::print("{:<26} {:<9} {}\n", each.name, study::name_of(each.verdict), study::sentence(each));
    std::string bare;
    for (const auto& id : catches.uncovered) bare += (bare.empty() ? "" : ", ") + rig.interface(id)->name;
    if (!bare.empty()) fmt::print("{:<26} {:<9} {}\n", "nothing holds it at", "Doubtful", bare);
}

/// Parts that lie in each other, in the first scene that has them so.
struct Overlap {
    std::string scene;
    study::TouchNow touch;
    std::string says;
};
/// Errors  A Problem: it could not be looked at.
Result<std::vector<Overlap>> overlaps_in(const rig::Rig& rig, const study::ScenesCheck& all) {
    std::vector<Overlap> found;
    for (const auto& scene : all.scenes) {
        const auto now = study::staged(rig, scene);
        auto touches = study::touches_as_posed(now);
        if (!touches) return touches.problem();
        for (auto& touch : *touches) {
            const auto is_same = [&](const Overlap& o) {
                return o.touch.one == touch.one && o.touch.other == touch.other;
            };
            if (std::any_of(found.begin(), found.end(), is_same)) continue;
            std::string says = study::sentence_of(rig, touch);
            found.push_back({scene.name, std::move(touch), std::move(says)});
        }
    }
    return found;
}

/// Null where it could not be looked at.
ordered_json overlaps_json(const Result<std::vector<Overlap>>& overlaps) {
    if (!overlaps) return nullptr;
    auto rows = ordered_json::array();
    for (const auto& o : *overlaps)
        rows.push_back({{"one", o.touch.one},
                        {"other", o.touch.other},
                        {"depth", o.touch.depth},
                        {"scene", o.scene},
                        {"says", o.says}});
    return rows;
}

void print_overlaps(const Result<std::vector<Overlap>>& overlaps, bool tell_scene) {
    if (!overlaps) fmt::print("\nwhether parts touch was not looked at\n{}\n", overlaps.problem().sentence());
    if (!overlaps || overlaps->empty()) return;
    fmt::print("\nwhat cannot be so\n");
    for (const auto& o : *overlaps) fmt::print("{}{}\n", o.says, tell_scene ? " (" + o.scene + ")" : "");
}

void print_scenes(const study::ScenesCheck& all) {
    if (all.scenes.size() < 2) return;
    fmt::print("\nby shot and payload\n");
    for (std::size_t i = 0; i < all.checks.size(); ++i) {
        fmt::print("{:<34} {}\n", all.scenes[i].name, study::headline(all.checks[i]));
        for (const auto& name : all.beyond[i]) fmt::print("{:<34} {} stands beyond its stop\n", "", name);
    }
}

}  // namespace

int check_command(const CheckRequest& request, bool json) {
    auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    if (const auto ok = as_asked(*rig, request); !ok) return fail(ok.problem(), wrong_usage);
    if (!request.pose.empty() && request.shots.empty()) rig->shots.clear();  // it is asked about as it is posed here
    study::CheckOptions options;
    options.cases = request.cases;
    if (request.required != 0) options.required = request.required;
    const auto scenes = study::scenes_of(*rig, request.shots, request.sets);
    if (!scenes) return fail(scenes.problem(), wrong_usage);
    const auto all = [&] {
        const LongWork work("checked", json);  // its progress is wiped before the answer is printed
        return study::check_scenes(*rig, *scenes, options, work.job(request.threads));
    }();
    if (!all) return fail(all.problem(), wrong_usage);
    const int exit_code = all->verdict == study::Verdict::holds && !all->stopped ? done : not_all_hold;
    const auto& first = all->checks.front();
    const auto& worst = all->checks[all->worst_scene.value_or(0)];
    if (json) {
        ordered_json rows = ordered_json::array();
        for (const auto& each : all->worst) {
            rows.push_back(worst_json(*all, each));
            if (request.by_case)
                rows.back()["cases"] = cases_json(study::staged(*rig, all->scenes[each.scene]), options, each.id);
        }
        print({{"rig", rig->name},
               {"beyond", project::beyond_the_tool(rig->name)},
               {"required", first.required},
               {"verdict", std::string(study::name_of(all->verdict))},
               {"headline", study::headline(*all)},
               {"worst", worst.worst ? ordered_json(worst.interfaces[*worst.worst].id) : ordered_json(nullptr)},
               {"stopped", all->stopped},
               {"interfaces", rows},
               {"second_catches", catches_json(all->catches)},
               {"overlaps", overlaps_json(overlaps_in(*rig, *all))},
               {"scenes", scenes_json(*all)}});
        return exit_code;
    }
    for (const auto& said : project::beyond_the_tool(rig->name)) fmt::print("{}\n\n", said);
    fmt::print("{}: {}\n{}\n\n", rig->name, study::tally(*all), study::headline(*all));
    fmt::print("{:<26} {:<9} {:>7} {:>15}  {}\n", "interface", "verdict", "factor", "low to high",
               "how it would let go");
    for (const auto& each : all->worst) {
        const auto& r = all->result_of(each);
        const std::string where = all->scenes.size() > 1 ? " (" + all->scenes[each.scene].name + ")" : "";
        fmt::print(
            "{:<26} {:<9} {:>7} {:>15}  {}{}\n", r.name, study::name_of(r.verdict), quantity::format_factor(r.typical),
            quantity::format_factor(r.low) + " to " + quantity::format_factor(r.high), study::short_sentence(r), where);
        for (const auto& a : r.advisories) fmt::print("{:<26} {}\n", "", a.text);
    }
    print_catches(*rig, all->catches);
    print_overlaps(overlaps_in(*rig, *all), all->scenes.size() > 1);
    if (all->stopped)
        fmt::print("\nstopped: {} of {} interfaces were checked\n", first.interfaces.size(), rig->interfaces.size());
    print_scenes(*all);
    if (request.by_case) print_by_case(study::staged(*rig, all->scenes[all->worst_scene.value_or(0)]), options, worst);
    fmt::print("\nrequired {}\n", quantity::format_factor(first.required));
    return exit_code;
}

}  // namespace clampet::cli
