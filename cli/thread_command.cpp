#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <optional>

#include "catalogue/drills.h"
#include "catalogue/thread.h"
#include "commands.h"
#include "families/thread/stack_design.h"
#include "families/thread/uncertain_stack.h"
#include "mechanics/stack_up.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "quantity/parse_range.h"
#include "report.h"
#include "study/verdict.h"

namespace clampet::cli {

using catalogue::Thread;
using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

ordered_json limits_json(const catalogue::Limits& limits) {
    return {{"low", limits.low}, {"high", limits.high}};
}
std::string mm(double si) {
    return fmt::format("{:.3f} mm", si * 1e3);
}
std::string mm(const catalogue::Limits& l) {
    return fmt::format("{:.3f} to {:.3f} mm", l.low * 1e3, l.high * 1e3);
}
std::string length(double si) {
    return quantity::format(si, Dimension::length);
}

std::string hole_text(double hole) {
    return fmt::format("{} ({})", mm(hole), catalogue::in_words(catalogue::clearance_drills_sold(hole)));
}
ordered_json drills_json(const std::vector<catalogue::SoldDrill>& drills) {
    auto all = ordered_json::array();
    for (const auto& drill : drills) {
        ordered_json one{{"name", drill.label()}, {"diameter", drill.diameter}, {"source", drill.row->source}};
        if (drill.thread_share > 0) one["thread_share"] = drill.thread_share;
        all.push_back(one);
    }
    return all;
}

const char* name_of(mechanics::StackState state) {
    switch (state) {
        case mechanics::StackState::right:
            return "right";
        case mechanics::StackState::bottoms:
            return "bottoms";
        case mechanics::StackState::shank:
            return "shank";
        case mechanics::StackState::too_short:
            return "short";
        case mechanics::StackState::flush:
            return "ends in its nut";
        case mechanics::StackState::too_long:
            return "too long";
    }
    return "";
}

struct StackRequest {
    Thread thread;
    mechanics::StackUp stack;
    std::optional<quantity::Range> items;  ///< where the thickness is only known as a range
};

Result<StackRequest> read_stack(const std::vector<std::string>& assignments) {
    std::map<std::string, std::string> given;
    for (const auto& text : assignments) {
        const auto equals = text.find('=');
        if (equals == text.npos)
            return Problem{"stack.not_key_value", "", fmt::format("“{}” is not key=value.", text),
                           "Write screw=1/4-20x1/2in items=8mm socket=5.5mm."};
        given[text.substr(0, equals)] = text.substr(equals + 1);
    }
    for (const auto& [key, _] : given)
        if (key != "screw" && key != "items" && key != "socket" && key != "plain" && key != "needed" && key != "end" &&
            key != "in" && key != "sink" && key != "tail")
            return Problem{
                "stack.unknown_key", key, "This is not known here.",
                "Use screw, items, socket, plain, sink, needed, tail, end (blind, through or nut) and in (metal, "
                "wood or plastic)."};
    if (!given.contains("screw") || !given.contains("socket"))
        return Problem{"stack.needs_screw_and_socket", "", "A screw and a socket are needed.",
                       "Write screw=1/4-20x1/2in items=8mm socket=5.5mm."};
    const std::string screw = given["screw"];
    // "M6x0.75x16mm" and "1/4-20 x 1/2 in": the length follows the last x.
    const std::size_t cross = std::max(screw.rfind('x') == screw.npos ? 0 : screw.rfind('x'),
                                       screw.rfind("×") == screw.npos ? 0 : screw.rfind("×"));
    if (cross == 0)
        return Problem{"stack.screw_without_length", "screw", fmt::format("“{}” has no length.", screw),
                       "Write the thread, x and the length under the head: 1/4-20x1/2in or M6x16mm."};
    const std::size_t skip = screw.compare(cross, 2, "×") == 0 ? 2 : 1;
    auto thread = catalogue::thread_named(screw.substr(0, cross));
    if (!thread) return thread.problem().at("screw");
    StackRequest request{*thread, {}, {}};
    const bool inches = !catalogue::is_metric(thread->form);
    const auto read = [&](const std::string& key, const std::string& text, const char* bare, double& into) -> Status {
        const auto value = quantity::parse(text, Dimension::length, bare);
        if (!value) return value.problem().at(key);
        if (!(*value >= 0) || !(*value <= 10))
            return Problem{"stack.negative_length", key, fmt::format("{} is {}.", key, length(*value)),
                           "Give a length of zero or more, for example 8 mm."};
        into = *value;
        return Done{};
    };
    request.stack.pitch = thread->pitch;
    if (const auto ok = read("screw", screw.substr(cross + skip), inches ? "in" : "mm", request.stack.screw_length);
        !ok)
        return ok.problem();
    if (const auto ok = read("socket", given["socket"], "m", request.stack.socket_depth); !ok) return ok.problem();
    if (given.contains("items") && !given["items"].empty()) {
        const auto range = quantity::parse_range(given["items"], Dimension::length, "m");
        if (!range) return range.problem().at("items");
        if (!(range->low >= 0))
            return Problem{"stack.thinner_than_nothing", "items", "A stack is not thinner than nothing.",
                           "Write for example 38-39 mm."};
        if (!range->is_one()) request.items = *range;
        request.stack.items = range->typical;
    }
    if (given.contains("sink"))
        if (const auto ok = read("sink", given["sink"], "m", request.stack.sink); !ok) return ok.problem();
    if (given.contains("tail"))
        if (const auto ok = read("tail", given["tail"], "m", request.stack.longest_tail); !ok) return ok.problem();
    if (given.contains("plain"))
        if (const auto ok = read("plain", given["plain"], "m", request.stack.plain_length); !ok) return ok.problem();
    if (given.contains("needed"))
        if (const auto ok = read("needed", given["needed"], "m", request.stack.needed); !ok) return ok.problem();
    if (given.contains("end")) {
        if (given["end"] != "blind" && given["end"] != "through" && given["end"] != "nut")
            return Problem{"stack.unknown_end", "end", fmt::format("“{}” is not an end of a socket.", given["end"]),
                           "Write blind, through or nut."};
        request.stack.through = given["end"] != "blind";
        if (given["end"] == "nut") request.stack.least_tail = mechanics::nut_tail_turns * thread->pitch;
    }
    if (given.contains("in")) {
        if (given["in"] != "metal" && given["in"] != "wood" && given["in"] != "plastic")
            return Problem{"stack.unknown_socket_stuff", "in", fmt::format("“{}” is not known.", given["in"]),
                           "Write metal, wood or plastic."};
        request.stack.least_turns = given["in"] == "metal" ? 2 : 3;
    }
    return request;
}

ordered_json interval_json(const mechanics::Interval& i) {
    if (i.is_empty()) return nullptr;
    return {{"low", number(i.low)}, {"high", number(i.high)}};
}

/// A stack known only as a range: one length, a short list, or where to saw.
int uncertain_stack(const StackRequest& request, bool json) {
    const auto screws =
        families::screws_for_range(request.stack, {request.items->low, request.items->high}, request.thread);
    const bool one = screws.to_buy.size() == 1 && screws.gaps.empty();
    if (json) {
        auto gaps = ordered_json::array();
        for (const auto& gap : screws.gaps) gaps.push_back(interval_json(gap));
        print({{"screw", request.thread.designation},
               {"items", {{"low", request.items->low}, {"high", request.items->high}}},
               {"always_right", interval_json(screws.always)},
               {"to_buy", screws.to_buy},
               {"to_saw", screws.to_saw > 0 ? ordered_json(screws.to_saw) : ordered_json()},
               {"gaps", gaps},
               {"sentence", screws.sentence(request.thread)}});
    } else {
        fmt::print("{}\n", screws.sentence(request.thread));
    }
    return one ? done : not_all_hold;
}

std::string joined(const std::vector<double>& lengths, const Thread& screw) {
    std::string text;
    for (const double v : lengths) text += (text.empty() ? "" : ", ") + families::sold_as(screw, v);
    return text;
}

}  // namespace

int thread_show_command(const std::string& designation, const std::string& thread_class, bool json) {
    const auto found = catalogue::thread_named(designation);
    if (!found) return fail(found.problem(), wrong_usage);
    const Thread& t = *found;
    if (!thread_class.empty() && thread_class != t.external_class && thread_class != t.internal_class)
        return fail({"thread.class_not_carried", "--class",
                     fmt::format("Class {} of {} is not carried.", thread_class, t.designation),
                     fmt::format("Use {} or {}.", t.external_class, t.internal_class)},
                    wrong_usage);
    const bool external = thread_class.empty() || thread_class == t.external_class,
               internal = thread_class.empty() || thread_class == t.internal_class;
    const auto holes = catalogue::clearance_holes(t);
    if (json) {
        ordered_json out{
            {"designation", t.designation},
            {"series", t.series},
            {"major_diameter", t.major},
            {"pitch", t.pitch},
            {"pitch_diameter", t.pitch_diameter},
            {"minor_diameter_internal", t.minor_internal},
            {"minor_diameter_external", t.minor_external},
            {"flank_half_angle", t.flank_half_angle},
            {"lead_angle", t.lead_angle()},
            {"stress_area", t.stress_area},
            {"tap_drill", catalogue::tap_drill(t)},
            {"tap_drills_sold", drills_json(catalogue::tap_drills_sold(t))},
            {"clearance_hole",
             {{"close", holes.close}, {"normal", holes.normal}, {"loose", holes.loose}, {"source", holes.source}}},
            {"clearance_drills_sold",
             {{"close", drills_json(catalogue::clearance_drills_sold(holes.close))},
              {"normal", drills_json(catalogue::clearance_drills_sold(holes.normal))},
              {"loose", drills_json(catalogue::clearance_drills_sold(holes.loose))}}}};
        if (external)
            out["external"] = {{"class", t.external_class},
                               {"major", limits_json(t.external_major)},
                               {"pitch_diameter", limits_json(t.external_pitch)}};
        if (internal)
            out["internal"] = {{"class", t.internal_class},
                               {"pitch_diameter", limits_json(t.internal_pitch)},
                               {"minor", limits_json(t.internal_minor)}};
        out["source"] = t.source;
        print(out);
        return done;
    }
    fmt::print("{} ({})\n", t.designation, t.series);
    fmt::print(
        "  major diameter     {} ({:.4f} in)\n  pitch              {} ({:.4g} per inch)\n  pitch diameter     {}\n  "
        "minor, nut         {}\n  root, screw        {}\n",
        mm(t.major), t.major / quantity::inch, mm(t.pitch), quantity::inch / t.pitch, mm(t.pitch_diameter),
        mm(t.minor_internal), mm(t.minor_external));
    fmt::print("  stress area        {:.2f} mm² ({:.4f} in²)\n  lead angle         {:.2f}°\n", t.stress_area * 1e6,
               t.stress_area / (quantity::inch * quantity::inch), t.lead_angle() / quantity::degree);
    if (external)
        fmt::print("  {:<3} screw: major {}, pitch diameter {}\n", t.external_class, mm(t.external_major),
                   mm(t.external_pitch));
    if (internal)
        fmt::print("  {:<3} nut: pitch diameter {}, minor {}\n", t.internal_class, mm(t.internal_pitch),
                   mm(t.internal_minor));
    fmt::print("  tap drill (75 %)   {}; as sold: {}\n", mm(catalogue::tap_drill(t)),
               catalogue::in_words(catalogue::tap_drills_sold(t)));
    fmt::print("  clearance hole     close {}, normal {}, loose {}\n  source: {}\n", hole_text(holes.close),
               hole_text(holes.normal), hole_text(holes.loose), t.source);
    return done;
}

int thread_fit_command(const std::string& male_name, const std::string& female_name, bool json) {
    const auto male = catalogue::thread_named(male_name), female = catalogue::thread_named(female_name);
    if (!male) return fail(male.problem(), wrong_usage);
    if (!female) return fail(female.problem(), wrong_usage);
    const auto verdict = catalogue::fit(*male, *female);
    const bool good = verdict.fit == catalogue::Fit::fits;
    if (json) {
        print({{"male", male->designation},
               {"female", female->designation},
               {"fit", catalogue::name_of(verdict.fit)},
               {"turns_low", number(verdict.turns_low)},
               {"turns_high", number(verdict.turns_high)},
               {"reason", verdict.reason}});
        return good ? done : not_all_hold;
    }
    std::string words(catalogue::name_of(verdict.fit));
    if (verdict.fit == catalogue::Fit::jams)
        words = fmt::format("jams after {:.2f} to {:.2f} turns", std::max(0.0, verdict.turns_low), verdict.turns_high);
    fmt::print("{} in {}: {}. {}\n", male->designation, female->designation, words, verdict.reason);
    return good ? done : not_all_hold;
}

int thread_stack_command(const std::vector<std::string>& assignments, bool json) {
    const auto request = read_stack(assignments);
    if (!request) return fail(request.problem(), wrong_usage);
    const auto v = mechanics::judge_stack(request->stack);
    const auto screws = families::within(families::screw_lengths_for(request->thread), v.screw_lengths);
    const auto washers = families::washers_within(request->thread, v.extra_items);
    const auto judged = study::judge(request->stack, v, {});
    const bool right = judged.verdict == study::Verdict::holds;
    if (request->items) return uncertain_stack(*request, json);
    if (json) {
        auto named = ordered_json::array();
        for (const auto& choice : washers)
            named.push_back({{"name", choice.washer->name},
                             {"kind", choice.washer->texts.at("kind")},
                             {"count", choice.count},
                             {"thickness", choice.thickness()}});
        print({{"screw", request->thread.designation},
               {"screw_length", request->stack.screw_length},
               {"items", request->stack.items},
               {"socket_depth", request->stack.socket_depth},
               {"protrusion", v.protrusion},
               {"engagement", v.engaged},
               {"turns", v.turns},
               {"verdict", name_of(v.state)},
               {"judgement", std::string(study::name_of(judged.verdict))},
               {"sentence", judged.sentence},
               {"washer_thickness", interval_json(v.extra_items)},
               {"screw_lengths", interval_json(v.screw_lengths)},
               {"standard_washers", named},
               {"standard_screw_lengths", screws}});
        return right ? done : not_all_hold;
    }
    fmt::print("{}. {}\n", study::name_of(judged.verdict), judged.sentence);
    fmt::print("{}: stands out {}, engaged {}, {:.2f} turns\n", name_of(v.state), length(v.protrusion),
               length(v.engaged), v.turns);
    if (!v.extra_items.is_empty()) {
        fmt::print("washers to add: {} to {}\n", length(v.extra_items.low), length(v.extra_items.high));
        for (const auto& choice : washers) fmt::print("  {}\n", choice.label());
    } else
        fmt::print("no washer puts it right\n");
    if (v.screw_lengths.is_empty())
        fmt::print("no screw length puts it right: the socket is too shallow\n");
    else
        fmt::print("screw lengths: {} {}{}\n", length(v.screw_lengths.low),
                   std::isfinite(v.screw_lengths.high) ? "to " + length(v.screw_lengths.high) : "and more",
                   screws.empty() ? "" : fmt::format(" (standard: {})", joined(screws, request->thread)));
    return right ? done : not_all_hold;
}

}  // namespace clampet::cli
