#include <fmt/format.h>

#include <algorithm>

#include "commands.h"
#include "inventory/ballast.h"
#include "long_work.h"
#include "project/rig_advice.h"
#include "project/stockroom.h"
#include "quantity/format.h"
#include "report.h"
#include "rig_file.h"
#include "study/balance.h"
#include "study/compare.h"
#include "study/picture.h"
#include "study/room.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

std::string name_of(const rig::Rig& rig, const std::string& id) {
    if (const auto* part = rig.part(id)) return part->name;
    if (const auto* f = rig.interface(id)) return f->name;
    return id;
}

ordered_json positions_json(const rig::Positions& pose) {
    ordered_json all = ordered_json::object();
    for (const auto& [interface, positions] : pose)
        for (const auto& [axis, position] : positions) all[interface][axis] = position;
    return all;
}

ordered_json touch_json(const study::Touch& touch) {
    ordered_json one{{"part", touch.one},
                     {"other", touch.other},
                     {"needs_free", touch.reach},
                     {"shot", touch.shot},
                     {"interface", touch.interface},
                     {"axis", touch.axis},
                     {"position", touch.position},
                     {"begins", touch.begins},
                     {"depth", touch.depth},
                     {"pose", positions_json(touch.pose)}};
    if (touch.spacer)
        one["spacer"] = {{"interface", touch.spacer->interface},
                         {"thickness", touch.spacer->thickness},
                         {"then", touch.spacer->then},
                         {"verdict", std::string(study::name_of(touch.spacer->verdict))}};
    return one;
}

ordered_json window_json(const study::Window& w) {
    return {{"holds", w.holds},
            {"exists", w.exists},
            {"least", w.least_is_end && w.exists ? ordered_json(nullptr) : ordered_json(w.least)},
            {"most", w.most_is_end && w.exists ? ordered_json(nullptr) : ordered_json(w.most)},
            {"under", w.under},
            {"over", w.over}};
}

void print_window(const study::Window& w, Dimension dimension) {
    if (!w.exists) return fmt::print("; then {}\n", w.under);
    fmt::print("\n");
    if (!w.under.empty()) fmt::print("    below {}: {}\n", quantity::format(w.least, dimension), w.under);
    if (!w.over.empty()) fmt::print("    above {}: {}\n", quantity::format(w.most, dimension), w.over);
}

void print_balance(const rig::Rig& rig, const study::Balance& found) {
    fmt::print("{}\n", rig.name);
    for (const auto& w : found.weights) {
        fmt::print("\n{}, {}\n  may weigh: {}", name_of(rig, w.part), quantity::format(w.mass, Dimension::mass),
                   study::words_of(w.by_mass, Dimension::mass));
        print_window(w.by_mass, Dimension::mass);
        if (w.axis.empty()) continue;
        fmt::print("  may stand at: {}; it stands at {}", study::words_of(w.by_place, Dimension::length),
                   quantity::format(w.position, Dimension::length));
        print_window(w.by_place, Dimension::length);
    }
    for (const auto& s : found.stands)
        fmt::print(
            "\n{}: lopsided by {:.0f} % of the way to its edge ({}); tips on a slope of {}; a level push of {} at "
            "the payload tips it\n",
            name_of(rig, s.interface), 100 * s.lopsided, s.scene, quantity::format(s.slope, Dimension::angle),
            quantity::format(s.push, Dimension::force));
    if (!found.pivots.empty()) fmt::print("\nwhat turns each joint, by the weights alone\n");
    for (const auto& p : found.pivots)
        fmt::print("  {:<28} {:<22} {:>10}  {} at {}{}\n", name_of(rig, p.interface), p.label,
                   quantity::format(std::abs(p.moment), Dimension::torque), quantity::format(p.mass, Dimension::mass),
                   quantity::format(p.arm(), Dimension::length),
                   p.scene == "as posed" ? std::string() : ", " + p.scene);
    if (found.stopped) fmt::print("\nstopped: the windows were not all looked for\n");
}

}  // namespace

int room_command(const RoomRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    study::RoomOptions options;
    options.steps = request.steps;
    const auto found = [&] {
        const LongWork work("looked at", json);
        return study::room(*rig, options, work.job(request.threads));
    }();
    if (!found) return fail(found.problem(), wrong_usage);
    const bool free = std::none_of(found->touches.begin(), found->touches.end(),
                                   [](const auto& touch) { return !touch.shot.empty(); });
    const int exit_code = free && !found->stopped ? done : not_all_hold;
    if (json) {
        auto touches = ordered_json::array(), envelopes = ordered_json::array();
        for (const auto& touch : found->touches) touches.push_back(touch_json(touch));
        for (const auto& e : found->envelopes)
            envelopes.push_back({{"shot", e.shot}, {"size", numbers(e.size)}, {"top", e.over_support}});
        print({{"rig", rig->name},
               {"poses", found->poses},
               {"stopped", found->stopped},
               {"touches", touches},
               {"envelopes", envelopes}});
        return exit_code;
    }
    fmt::print("{}: {} poses\n\n", rig->name, found->poses);
    if (found->touches.empty()) fmt::print("Nothing touches.\n");
    for (const auto& touch : found->touches) {
        fmt::print("{}\n", study::sentence_of(*rig, touch));
        if (touch.spacer)
            fmt::print("    {} more in {} frees it; {}\n", quantity::format(touch.spacer->thickness, Dimension::length),
                       name_of(*rig, touch.spacer->interface), touch.spacer->then);
    }
    fmt::print("\n");
    for (const auto& e : found->envelopes)
        fmt::print("{}: takes {} × {} × {}, its top at {}\n", e.shot, quantity::format(e.size.x(), Dimension::length),
                   quantity::format(e.size.y(), Dimension::length), quantity::format(e.size.z(), Dimension::length),
                   quantity::format(e.over_support, Dimension::length));
    if (found->stopped) fmt::print("\nstopped: what was found so far\n");
    return exit_code;
}

int balance_command(const std::string& file, const std::string& workshop, unsigned threads, bool json) {
    const auto rig = load_rig(file);
    if (!rig) return fail(rig.problem(), unreadable);
    project::Stockroom room;
    if (!workshop.empty())
        if (const auto opened = room.open(workshop); !opened) return fail(opened.problem(), unreadable);
    const auto heap_for = [&](const study::Window& window) {
        return window.exists ? inventory::heap_within(room.workshop(), window.least, window.most) : std::nullopt;
    };
    const auto found = [&] {
        const LongWork work("looked at", json);
        return study::balance(*rig, work.job(threads));
    }();
    if (!found) return fail(found.problem(), wrong_usage);
    const bool holds =
        std::all_of(found->weights.begin(), found->weights.end(), [](const auto& w) { return w.by_mass.holds; }) &&
        std::all_of(found->stands.begin(), found->stands.end(), [](const auto& s) { return s.lopsided < 1; });
    const int exit_code = holds && !found->stopped ? done : not_all_hold;
    if (json) {
        auto weights = ordered_json::array(), pivots = ordered_json::array(), stands = ordered_json::array();
        for (const auto& w : found->weights) {
            ordered_json one{{"part", w.part}, {"mass", w.mass}, {"by_mass", window_json(w.by_mass)}};
            if (const auto heap = heap_for(w.by_mass))
                one["made_of"] = {
                    {"mass", heap->mass}, {"owned", heap->is_owned}, {"says", inventory::words_of(*heap)}};
            if (!w.axis.empty()) {
                one["interface"] = w.interface;
                one["axis"] = w.axis;
                one["position"] = w.position;
                one["by_place"] = window_json(w.by_place);
            }
            weights.push_back(one);
        }
        for (const auto& p : found->pivots)
            pivots.push_back({{"interface", p.interface},
                              {"axis", p.axis},
                              {"scene", p.scene},
                              {"moment", p.moment},
                              {"mass", p.mass},
                              {"arm", p.arm()}});
        for (const auto& s : found->stands)
            stands.push_back({{"interface", s.interface},
                              {"scene", s.scene},
                              {"lopsided", s.lopsided},
                              {"slope", s.slope},
                              {"push", s.push}});
        print({{"rig", rig->name},
               {"stopped", found->stopped},
               {"weights", weights},
               {"stands", stands},
               {"pivots", pivots}});
        return exit_code;
    }
    print_balance(*rig, *found);
    for (const auto& w : found->weights)
        if (const auto heap = heap_for(w.by_mass))
            fmt::print("\n{}, {}\n", rig->part(w.part)->name, inventory::words_of(*heap));
    return exit_code;
}

namespace {

ordered_json reach_json(const study::Reach& r) {
    const auto said = [](const std::optional<double>& v) { return v ? ordered_json(*v) : ordered_json(nullptr); };
    ordered_json j{{"out", said(r.wanted.out)},
                   {"height", said(r.wanted.height)},
                   {"down", said(r.wanted.down)},
                   {"moment", r.moment},
                   {"met", r.is_met},
                   {"says", study::sentence_of(r)}};
    if (r.is) j["is"] = {{"out", r.is->out}, {"height", r.is->height}, {"down", r.is->down}};
    return j;
}

}  // namespace

int picture_command(const PictureRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    auto found = study::pictures(*rig, {request.closeup});
    if (!found) return fail(found.problem(), wrong_usage);
    if (!request.shots.empty()) {
        const auto scenes = study::scenes_of(*rig, request.shots, {});
        if (!scenes) return fail(scenes.problem(), wrong_usage);
        std::erase_if(*found, [&](const auto& p) {
            return std::none_of(scenes->begin(), scenes->end(), [&](const auto& s) { return s.name == p.shot; });
        });
    }
    const bool good = std::all_of(found->begin(), found->end(), [](const auto& p) { return p.is_clear(); });
    if (json) {
        auto rows = ordered_json::array();
        for (const auto& p : *found) {
            auto way = ordered_json::array();
            for (const auto& part : p.in_the_way)
                way.push_back({{"part", part.part}, {"share", part.share}, {"where", part.where}});
            auto moves = ordered_json::array();
            for (const auto& m : p.moves)
                moves.push_back({{"interface", m.interface},
                                 {"why", m.why},
                                 {"at_subject", m.at_subject},
                                 {"pixels", m.at_subject * p.pixels_per_metre}});
            rows.push_back({{"shot", p.shot},
                            {"camera", p.camera},
                            {"distance", p.distance > 0 ? ordered_json(p.distance) : ordered_json(nullptr)},
                            {"width", p.frame.width},
                            {"height", p.frame.height},
                            {"wanted", p.wanted > 0 ? ordered_json(p.wanted) : ordered_json(nullptr)},
                            {"wide_enough", p.is_wide_enough},
                            {"sharp", p.is_sharp},
                            {"nearest", p.nearest > 0 ? ordered_json(p.nearest) : ordered_json(nullptr)},
                            {"farthest", number(p.farthest)},
                            {"closeup", p.closeup > 0 ? ordered_json(p.closeup) : ordered_json(nullptr)},
                            {"eye", numbers(p.frame.eye)},
                            {"looks", numbers(p.frame.looks)},
                            {"pixels_per_metre", p.pixels_per_metre},
                            {"pixels_per_radian", p.pixels_per_radian},
                            {"reach", p.reach ? reach_json(*p.reach) : ordered_json(nullptr)},
                            {"moves", moves},
                            {"in_the_way", way}});
        }
        print({{"rig", rig->name}, {"pictures", rows}});
        return good ? done : not_all_hold;
    }
    fmt::print("{}\n\n", rig->name);
    for (const auto& p : *found) {
        fmt::print("{}: {}\n", p.shot, study::sentence_of(*rig, p));
        if (p.reach) fmt::print("    {}\n", study::sentence_of(*p.reach));
        fmt::print("    1 mm of movement is {:.3g} pixels of 3840, a tenth of a degree {:.3g}\n",
                   p.pixels_per_metre / 1000, p.pixels_per_radian * quantity::degree / 10);
        for (const auto& m : p.moves) fmt::print("    {}\n", study::sentence_of(*rig, p, m));
    }
    return good ? done : not_all_hold;
}

int advise_command(const AdviseRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    project::RigAdviceOptions options;
    options.seam = request.seam;
    project::Stockroom room;
    if (!request.workshop.empty()) {
        if (const auto done = room.open(request.workshop); !done) return fail(done.problem(), unreadable);
        options.workshop = &room.workshop();
    }
    const auto found = [&] {
        const LongWork work("tried", json);
        return project::rig_advice(*rig, options, work.job(request.threads));
    }();
    if (!found) return fail(found.problem(), wrong_usage);
    const auto now = study::check_scenes(*rig, study::scenes_of(*rig), {.detail = study::Detail::verdict});
    if (!now) return fail(now.problem(), wrong_usage);
    const int exit_code = now->verdict == study::Verdict::holds ? done : not_all_hold;
    if (json) {
        auto rows = ordered_json::array();
        for (const auto& a : *found)
            rows.push_back({{"interface", a.interface},
                            {"sentence", a.sentence},
                            {"effort", std::string(study::name_of(a.effort))},
                            {"before", number(a.before)},
                            {"factor", number(a.after)},
                            {"required", a.required},
                            {"verdict", std::string(study::name_of(a.then))},
                            {"rig", std::string(study::name_of(a.rig))},
                            {"owned", a.owned}});
        print({{"rig", rig->name}, {"verdict", std::string(study::name_of(now->verdict))}, {"advice", rows}});
        return exit_code;
    }
    fmt::print("{}: {}\n", rig->name, study::tally(*now));
    if (found->empty())
        fmt::print("{}\n", exit_code == done ? "It holds: nothing needs to be changed."
                                             : "No one change was found that makes what is weak hold more.");
    std::string seam;
    for (const auto& a : *found) {
        if (a.interface != seam)
            fmt::print("\n{}, {} of {}\n", name_of(*rig, a.interface), quantity::format_factor(a.before),
                       quantity::format_factor(a.required));
        seam = a.interface;
        fmt::print("  {:>7} {:<9} {} ({})\n", quantity::format_factor(a.after), study::name_of(a.then), a.sentence,
                   a.owned > 0 ? "in the drawer" : study::name_of(a.effort));
    }
    return exit_code;
}

int compare_command(const std::string& file_a, const std::string& file_b, bool json) {
    const auto a = load_rig(file_a), b = load_rig(file_b);
    if (!a) return fail(a.problem(), unreadable);
    if (!b) return fail(b.problem(), unreadable);
    const auto found = study::compare(*a, *b);
    if (!found) return fail(found.problem(), wrong_usage);
    const int exit_code = found->b.verdict == study::Verdict::holds ? done : not_all_hold;
    if (json) {
        auto seams = ordered_json::array(), differences = ordered_json::array();
        for (const auto& s : found->seams)
            seams.push_back({{"interface", s.id},
                             {"name", s.name},
                             {"a", s.in_a ? number(s.a) : ordered_json(nullptr)},
                             {"b", s.in_b ? number(s.b) : ordered_json(nullptr)},
                             {"a_verdict", s.in_a ? ordered_json(std::string(study::name_of(s.a_verdict))) : nullptr},
                             {"b_verdict", s.in_b ? ordered_json(std::string(study::name_of(s.b_verdict))) : nullptr}});
        for (const auto& d : found->differences) differences.push_back({{"what", d.what}, {"a", d.a}, {"b", d.b}});
        const auto side = [](const study::Comparison::Side& s) {
            return ordered_json{
                {"verdict", std::string(study::name_of(s.verdict))}, {"mass", s.mass}, {"parts", s.parts}};
        };
        print({{"a", side(found->a)}, {"b", side(found->b)}, {"interfaces", seams}, {"differences", differences}});
        return exit_code;
    }
    fmt::print("A: {}: {}, {} parts, {}\nB: {}: {}, {} parts, {}\n\n{:<30} {:>10} {:>10}\n", a->name, found->a.tally,
               found->a.parts, quantity::format(found->a.mass, Dimension::mass), b->name, found->b.tally,
               found->b.parts, quantity::format(found->b.mass, Dimension::mass), "", "A", "B");
    for (const auto& s : found->seams)
        fmt::print("{:<30} {:>10} {:>10}\n", s.name, s.in_a ? quantity::format_factor(s.a) : "-",
                   s.in_b ? quantity::format_factor(s.b) : "-");
    fmt::print("\n{}\n", found->differences.empty() ? "Nothing is otherwise." : "What is otherwise:");
    for (const auto& d : found->differences)
        fmt::print("  {}: {} → {}\n", d.what, d.a.empty() ? "not there" : d.a, d.b.empty() ? "not there" : d.b);
    return exit_code;
}

}  // namespace clampet::cli
