#include "study/payload_limit.h"

#include <algorithm>
#include <cmath>
#include <optional>

#include "rig/joint_store.h"
#include "study/sentences.h"
#include "study/solve.h"

namespace clampet::study {
namespace {

/// A bench whose payload is changed, and what holds then.
class PayloadTrial {
 public:
    PayloadTrial(const Bench& bench, PushFrom push, families::Accuracy accuracy)
        : bench_(bench), push_(push), accuracy_(accuracy) {
        bench_.from_rig.reset();
        bench_.payload.device.clear();
    }
    /// The factor with this payload; 0 where the interface cannot be built with it.
    Least with(double mass, const ActsAt& at) {
        bench_.payload.mass = mass;
        bench_.payload.at = at;
        const auto values = rig::values_of(in_force(bench_), rig::End::typical, {});
        if (!values) return {0, {}};
        if (!joint_ || *values != values_) {
            auto joint = families::family_named(bench_.element.family)->join(*values);
            if (!joint) return {0, {}};
            joint_ = *joint;
            values_ = *values;
        }
        const auto& joint = accuracy_ == families::Accuracy::picture ? joint_->for_search() : *joint_;
        const auto load = push_ == PushFrom::worst ? with_worst_push(joint, bench_.payload) : load_of(bench_.payload);
        return least_factor(joint, load);
    }

 private:
    Bench bench_;
    PushFrom push_;
    families::Accuracy accuracy_;
    std::shared_ptr<const families::Joint> joint_;
    families::Values values_;
};

constexpr double lightest = 1e-3;  // a gram

struct Largest {
    double mass = 0;
    bool ends = true;
};
/// By octaves from the most down, then bracketed to 0.1 %. `holds` is asked last of what is too much.
template <class Holds>
Largest largest_that(Holds holds) {
    double low = most_payload, high = most_payload;
    for (; low > lightest && !holds(low); low /= 2) high = low;
    if (low <= lightest) return {};
    if (high == low) return {most_payload, false};
    constexpr double fine = 1e-3;
    while (high > low * (1 + fine)) {
        const double middle = std::sqrt(low * high);
        (holds(middle) ? low : high) = middle;
    }
    return {low, true};
}

/// The part that is the payload, the heaviest where there are several; nothing where none is.
rig::Part* payload_of(rig::Rig& rig) {
    rig::Part* heaviest = nullptr;
    for (auto& part : rig.parts)
        if (part.role == rig::Role::payload && (!heaviest || part.mass > heaviest->mass)) heaviest = &part;
    return heaviest;
}

}  // namespace

PayloadLimit largest_payload(const Bench& bench, const ActsAt& at, PushFrom push, families::Accuracy accuracy) {
    PayloadTrial trial(bench, push, accuracy);
    PayloadLimit limit;
    std::string held;
    const auto found = largest_that([&](double mass) {
        const auto least = trial.with(mass, at);
        const bool holds = least.factor >= bench.required;
        (holds ? held : limit.limits) = least.mode;
        return holds;
    });
    limit.mass = found.mass;
    limit.ends = found.ends;
    if (!limit.ends) limit.limits = held;
    return limit;
}

Result<rig::Rig> with_payload(rig::Rig rig, double mass, const ActsAt& at) {
    auto* payload = payload_of(rig);
    if (!payload) return Problem{"limit.no_payload", "", "This rig has no payload.", "Say which part is the payload."};
    const Eigen::Vector3d place(at[0], at[1], at[2]);
    payload->mass = mass;
    payload->centre_of_gravity = place;
    if (payload->kind.empty()) return rig;
    payload->weighed = mass;
    payload->balanced = place;
    auto made = rig::made(*payload);
    if (!made) return made.problem();
    *payload = std::move(*made);
    return rig;
}

Result<RigLimit> largest_payload(const rig::Rig& rig, double ahead, const CheckOptions& options, const Job& job) {
    rig::Rig own = rig;
    const auto* payload = payload_of(own);
    if (!payload) return with_payload(rig, 1, {}).problem();
    const ActsAt at{ahead, payload->centre_of_gravity.y(), payload->centre_of_gravity.z()};
    RigLimit answer;
    std::optional<Problem> problem;
    rig::JointStore joints;  // most of them do not follow from the payload
    CheckOptions asked = options;
    if (!asked.joints) asked.joints = &joints;
    asked.detail = Detail::factor;
    const auto found = largest_that([&](double mass) {
        const auto tried = with_payload(rig, mass, at);
        if (!tried) {
            problem = tried.problem();
            return true;
        }
        const auto checked = check(*tried, asked, job);
        if (!checked) {
            problem = checked.problem();
            return true;
        }
        const InterfaceResult* worst = nullptr;
        for (const auto& seam : checked->interfaces)
            if (seam.typical < seam.required &&
                (!worst || seam.typical / seam.required < worst->typical / worst->required))
                worst = &seam;
        if (!worst) return true;
        answer.interface = worst->id;
        answer.sentence = sentence(*worst);
        answer.limit.limits = worst->governs ? worst->modes[*worst->governs].mode : std::string();
        return false;
    });
    if (problem) return *problem;
    answer.limit.mass = found.mass;
    answer.limit.ends = found.ends;
    return answer;
}

Result<RigLimits> rig_limits(const rig::Rig& rig, const CheckOptions& options, const Job& job) {
    // Overhangs that people build: over the screw, a lens ahead, a small arm, a boom [m].
    static constexpr double overhangs[] = {0, 0.02, 0.05, 0.1, 0.2, 0.4, 0.8};
    const auto devices = catalogue::devices();
    rig::Rig own = rig;
    const auto* payload = payload_of(own);
    if (!payload) return with_payload(rig, 1, {}).problem();
    std::vector<double> places{payload->centre_of_gravity.x()};
    places.insert(places.end(), std::begin(overhangs), std::end(overhangs));
    std::vector<std::optional<Result<RigLimit>>> limits(places.size());
    std::vector<std::optional<bool>> holds(devices.size());
    CheckOptions alone = options;
    alone.joints = nullptr;
    run(job, places.size() + devices.size(), [&](std::size_t i) {
        Job one;
        one.cancelled = job.cancelled;
        if (i < places.size()) {
            limits[i] = largest_payload(rig, places[i], alone, one);
            return;
        }
        const auto& device = devices[i - places.size()];
        const auto with = with_payload(rig, device.typical_mass(), {device.ahead, device.aside, device.above});
        const auto checked = with ? check(*with, alone, one) : Result<RigCheck>(with.problem());
        holds[i - places.size()] =
            checked && std::all_of(checked->interfaces.begin(), checked->interfaces.end(),
                                   [](const auto& seam) { return seam.typical >= seam.required; });
    });
    RigLimits answer;
    for (std::size_t i = 0; i < places.size(); ++i) {
        if (!limits[i]) continue;  // it was stopped
        if (!*limits[i]) return limits[i]->problem();
        if (i == 0)
            answer.here = **limits[i];
        else
            answer.curve.emplace_back(places[i], **limits[i]);
    }
    for (std::size_t i = 0; i < devices.size(); ++i)
        if (holds[i]) answer.devices.push_back({&devices[i], 0, *holds[i], {}});
    return answer;
}

std::vector<PayloadPoint> payload_curve(const Bench& bench, double from, double to, unsigned points, PushFrom push,
                                        families::Accuracy accuracy) {
    std::vector<PayloadPoint> curve;
    for (unsigned i = 0; i < points; ++i) {
        auto at = bench.payload.at;
        at[0] = from + (to - from) * i / std::max(1u, points - 1);
        curve.push_back({at[0], largest_payload(bench, at, push, accuracy)});
    }
    return curve;
}

std::vector<DeviceOn> devices_on(const Bench& bench, PushFrom push) {
    std::vector<DeviceOn> all;
    PayloadTrial trial(bench, push, families::Accuracy::exact);
    for (const auto& device : catalogue::devices()) {
        const auto least = trial.with(device.typical_mass(), {device.ahead, device.aside, device.above});
        all.push_back({&device, least.factor, least.factor >= bench.required, least.mode});
    }
    return all;
}

}  // namespace clampet::study
