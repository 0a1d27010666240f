#include <fmt/format.h>

#include <algorithm>

#include "commands.h"
#include "long_work.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "report.h"
#include "rig_file.h"
#include "study/travel.h"
#include "study/worst_pose.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

Dimension dimension_of(const rig::Rig& rig, const std::string& interface, const std::string& key) {
    if (const auto* f = rig.interface(interface))
        for (const auto& axis : rig::motion_of(*f).axes)
            if (axis.key == key && axis.slides) return Dimension::length;
    return Dimension::angle;
}

/// "ball.forward 30°, grip.slide 120 mm": what is not at 0.
std::string in_words(const rig::Rig& rig, const rig::Positions& pose) {
    std::string words;
    for (const auto& [interface, positions] : pose)
        for (const auto& [axis, position] : positions) {
            const auto dimension = dimension_of(rig, interface, axis);
            if (std::abs(position) < (dimension == Dimension::length ? 5e-4 : 8e-3)) continue;
            words += fmt::format("{}{}.{} {}", words.empty() ? "" : ", ", interface, axis,
                                 quantity::format(position, dimension));
        }
    return words.empty() ? "all in the middle" : words;
}

}  // namespace

int worst_command(const WorstRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    study::WorstPoseOptions options;
    options.seam = request.seam;
    options.seed = request.seed;
    options.most_poses = request.poses;
    const auto result = [&] {
        const LongWork work("looked at", json);
        return study::worst_pose(*rig, options, work.job(request.threads));
    }();
    if (!result) return fail(result.problem(), wrong_usage);
    const bool holds = std::all_of(result->seams.begin(), result->seams.end(),
                                   [](const auto& s) { return s.verdict == study::Verdict::holds; });
    const int exit_code = holds && !result->stopped ? done : not_all_hold;
    if (json) {
        ordered_json rows = ordered_json::array();
        for (const auto& seam : result->seams) {
            ordered_json pose = ordered_json::object();
            for (const auto& [interface, positions] : seam.pose)
                for (const auto& [axis, position] : positions) pose[interface][axis] = position;
            rows.push_back({{"interface", seam.id},
                            {"name", seam.name},
                            {"factor", number(seam.factor)},
                            {"required", seam.required},
                            {"verdict", std::string(study::name_of(seam.verdict))},
                            {"case", seam.load_case},
                            {"governs", seam.mode},
                            {"pose", pose}});
        }
        print({{"rig", rig->name},
               {"poses", result->poses},
               {"stopped", result->stopped},
               {"worst", result->worst ? ordered_json(result->seams[*result->worst].id) : ordered_json(nullptr)},
               {"interfaces", rows}});
        return exit_code;
    }
    fmt::print("{}: {} poses\n\n{:<26} {:<9} {:>7}  {}\n", rig->name, result->poses, "interface", "verdict", "factor",
               "where it is worst");
    for (const auto& seam : result->seams)
        fmt::print("{:<26} {:<9} {:>7}  {}\n", seam.name, study::name_of(seam.verdict),
                   quantity::format_factor(seam.factor), in_words(*rig, seam.pose));
    if (result->stopped) fmt::print("\nstopped: the worst of what was looked at so far\n");
    return exit_code;
}

int sweep_command(const SweepRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto dot = request.axis.find('.');
    const std::string interface = request.axis.substr(0, dot),
                      axis = dot == request.axis.npos ? std::string() : request.axis.substr(dot + 1);
    const auto dimension = dimension_of(*rig, interface, axis);
    study::TravelRange range;
    range.steps = request.steps;
    for (const auto& [text, end, where] :
         {std::tuple{&request.from, &range.from, "from"}, {&request.to, &range.to, "to"}}) {
        if (text->empty()) continue;
        const auto position = quantity::parse(*text, dimension);
        if (!position) return fail(position.problem().at(where), wrong_usage);
        *end = *position;
    }
    const auto result = [&] {
        const LongWork work("checked", json);
        return study::travel(*rig, interface, axis, range, work.job(request.threads));
    }();
    if (!result) return fail(result.problem(), wrong_usage);
    const bool holds = std::all_of(result->points.begin(), result->points.end(), [](const auto& point) {
        return std::all_of(point.verdicts.begin(), point.verdicts.end(),
                           [](auto v) { return v == study::Verdict::holds; });
    });
    const int exit_code = holds && !result->stopped ? done : not_all_hold;
    if (json) {
        ordered_json points = ordered_json::array();
        for (const auto& point : result->points) {
            ordered_json factors = ordered_json::object();
            for (std::size_t i = 0; i < result->ids.size(); ++i) factors[result->ids[i]] = number(point.factors[i]);
            points.push_back({{"position", point.position}, {"factors", factors}});
        }
        print({{"rig", rig->name}, {"axis", request.axis}, {"stopped", result->stopped}, {"points", points}});
        return exit_code;
    }
    fmt::print("{:>12}", axis);
    for (const auto& name : result->names) fmt::print("  {}", name);
    fmt::print("\n");
    for (const auto& point : result->points) {
        fmt::print("{:>12}", quantity::format(point.position, dimension));
        for (std::size_t i = 0; i < point.factors.size(); ++i)
            fmt::print("  {:>{}}", quantity::format_factor(point.factors[i]), result->names[i].size());
        fmt::print("\n");
    }
    return exit_code;
}

}  // namespace clampet::cli
