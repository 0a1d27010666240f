#include "study/payload_limit.h"

#include <algorithm>
#include <cmath>

#include "study/solve.h"

namespace clampet::study {
namespace {

/// A bench whose payload is changed, and what holds then.
class Trial {
 public:
    Trial(const Bench& bench, PushFrom push, families::Accuracy accuracy)
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
            auto joint = families::family_named(bench_.element.family)->rejoin(*values, joint_.get());
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

}  // namespace

PayloadLimit largest_payload(const Bench& bench, const ActsAt& at, PushFrom push, families::Accuracy accuracy) {
    Trial trial(bench, push, accuracy);
    const auto holds = [&](double mass, Least& least) {
        least = trial.with(mass, at);
        return least.factor >= bench.required;
    };
    PayloadLimit limit;
    Least least;
    double low = most_payload, high = most_payload;
    for (; low > lightest && !holds(low, least); low /= 2) {
        high = low;
        limit.limits = least.mode;
    }
    if (low <= lightest) return {0, true, limit.limits};
    if (high == low) return {most_payload, false, least.mode};
    constexpr double fine = 1e-3;
    while (high > low * (1 + fine)) {
        const double middle = std::sqrt(low * high);
        if (holds(middle, least)) {
            low = middle;
        } else {
            high = middle;
            limit.limits = least.mode;
        }
    }
    limit.mass = low;
    return limit;
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
    Trial trial(bench, push, families::Accuracy::exact);
    for (const auto& device : catalogue::devices()) {
        const auto least = trial.with(device.typical_mass(), {device.ahead, device.aside, device.above});
        all.push_back({&device, least.factor, least.factor >= bench.required, least.mode});
    }
    return all;
}

}  // namespace clampet::study
