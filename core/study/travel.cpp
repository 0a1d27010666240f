#include "study/travel.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "rig/free_run.h"
#include "rig/joint_store.h"
#include "rig/mechanism.h"

namespace clampet::study {
namespace {

/// A tube or a rail that nobody said the end of is looked at so far to either side [m].
constexpr double open_rail = 0.5;

Problem no_axis(const rig::Rig& rig, const std::string& interface, const std::string& axis) {
    std::string known;
    for (const auto& f : rig.interfaces)
        if (!f.closes_loop)
            for (const auto& each : rig::motion_of(f).axes)
                known += (known.empty() ? "" : ", ") + f.id + "." + each.key;
    return {"travel.no_axis", "axis", fmt::format("There is no axis “{}.{}”.", interface, axis),
            known.empty() ? "Nothing of this rig moves." : fmt::format("It has: {}.", known)};
}

}  // namespace

rig::Stops looked_along(const rig::Interface& interface, const families::Axis& axis) {
    const auto stops = rig::stops_of(interface, axis);
    const double reach = axis.slides ? open_rail : families::half_turn;
    return {std::max(stops.least, -reach), std::min(stops.most, reach)};
}

Result<Travel> travel(const rig::Rig& rig, const std::string& interface, const std::string& key,
                      const TravelRange& range, const Job& job) {
    const auto* f = rig.interface(interface);
    if (!f || f->closes_loop) return no_axis(rig, interface, key);
    const auto axes = rig::motion_in(rig, *f).axes;
    const auto axis = std::find_if(axes.begin(), axes.end(), [&](const auto& a) { return a.key == key; });
    if (axis == axes.end()) return no_axis(rig, interface, key);
    const auto span = looked_along(*f, *axis);
    const double from = range.from.value_or(span.least), to = range.to.value_or(span.most);
    if (!(from < to) || !std::isfinite(from) || !std::isfinite(to))
        return Problem{"travel.upside_down", "from", "The travel ends before it begins.",
                       "Give --from less than --to, for example --from -30deg --to 60deg."};
    if (range.steps < 1 || range.steps > 10000)
        return Problem{"travel.impossible_steps", "steps", "That is no number of steps.", "Give 1 to 10 000."};
    const auto at_once = check(rig);
    if (!at_once) return at_once.problem();
    Travel all;
    all.interface = interface;
    all.axis = key;
    all.slides = axis->slides;
    for (const auto& result : at_once->interfaces) {
        all.ids.push_back(result.id);
        all.names.push_back(result.name);
        all.required.push_back(result.required > 0 ? result.required : at_once->required);
    }
    std::vector<std::optional<Travel::Point>> points(range.steps + 1);
    run(job, points.size(), [&](std::size_t i) {
        rig::Rig now = rig;
        const double position = std::lerp(from, to, static_cast<double>(i) / static_cast<double>(range.steps));
        now.interface(interface)->pose[key] = position;
        const auto checked = check_valid(now, {.detail = Detail::verdict});
        if (!checked) return;
        Travel::Point point{position, {}, {}};
        for (const auto& result : checked->interfaces) {
            point.factors.push_back(result.typical);
            point.verdicts.push_back(result.verdict);
        }
        points[i] = std::move(point);
    });
    for (auto& point : points) {
        if (!point) continue;
        all.points.push_back(std::move(*point));
    }
    all.stopped = job.is_cancelled();
    return all;
}

}  // namespace clampet::study
