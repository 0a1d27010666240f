#include "study/bench.h"

#include <algorithm>

#include "families/solve.h"

namespace clampet::study {

mechanics::Load load_of(const BenchLoad& p) {
    constexpr double gravity = 9.80665;
    const double weight = p.mass * gravity;
    double fx = 0, fy = 0, fz = 0;
    switch (p.stands) {
        case Stands::upright:
            fz = -weight;
            break;
        case Stands::hung:
            fz = weight;
            break;
        case Stands::level_along_x:
            fx = -weight;
            break;
        case Stands::level_along_y:
            fy = -weight;
            break;
    }
    return {families::force_at(p.at, fx, fy, fz), families::force_in_plane(p.at, p.plane, p.direction, p.push)};
}

namespace {

Result<std::shared_ptr<const families::Joint>> joint_at(const rig::Element& element, rig::End end,
                                                        families::Values* values = nullptr) {
    auto read = rig::values_of(element, end, {});
    if (!read) return read.problem();
    if (values) *values = *read;
    return families::family_named(element.family)->join(*read);
}

}  // namespace

std::map<std::string, rig::Input> inputs_from(const families::StockOffer& offer) {
    std::map<std::string, rig::Input> inputs;
    for (const auto& [key, value] : families::values_from(offer)) {
        if (const auto* choice = std::get_if<std::string>(&value))
            inputs[key] = *choice;
        else
            inputs[key] = std::get<double>(value);
    }
    if (const double low = offer.row->size("low"), high = offer.row->size("high"); low > 0 && high > low)
        for (const auto& [key, size] : offer.use->fills)
            if (size == "torque") inputs[key] = rig::Band{low, offer.row->size(size), high};
    return inputs;
}

Result<BenchResult> judge(const Bench& bench) {
    BenchResult result;
    const auto joint = joint_at(bench.element, rig::End::typical, &result.values);
    if (!joint) return joint.problem();
    result.joint = *joint;
    const mechanics::Load load = bench.load();
    result.report = families::report(**joint, load);
    result.low = result.high = result.report.factor;
    for (const auto end : {rig::End::weak, rig::End::strong})
        if (const auto other = joint_at(bench.element, end)) {
            const double factor = families::least_factor(**other, load).factor;
            result.low = std::min(result.low, factor);
            result.high = std::max(result.high, factor);
        }
    const auto& notes = result.report.advisories;
    const bool doubt = std::any_of(notes.begin(), notes.end(), [](const auto& a) { return a.doubtful; });
    result.verdict = !(result.report.factor >= 1)                                          ? Verdict::slips
                     : result.report.factor >= bench.required && result.low >= 1 && !doubt ? Verdict::holds
                                                                                           : Verdict::doubtful;
    return result;
}

}  // namespace clampet::study
