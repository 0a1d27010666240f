#include <algorithm>
#include <cmath>

#include "families/family.h"
#include "mechanics/first_exit.h"

namespace clampet::families {

double Joint::load_factor(std::size_t mode, const Ray& ray) const noexcept {
    return mechanics::smallest_exit([&](double lambda) { return utilisation(mode, ray.at(lambda)); });
}
Phrase Joint::motion(std::size_t, const Wrench&) const {
    return {};
}

std::optional<double> preload_share(const Joint& joint, std::size_t mode) noexcept {
    const double alone = joint.utilisation(mode, {});
    return alone >= 1 ? std::optional(1 / alone) : std::nullopt;
}

Factors factors(const Joint& joint, std::size_t mode, const Load& load) noexcept {
    Factors f;
    if (const auto share = preload_share(joint, mode)) return {*share, *share};
    if (joint.modes()[mode].scale_free) {
        const auto margin = [&](const Wrench& w) {
            const double used = joint.utilisation(mode, w);
            return used > 0 ? 1 / used : mechanics::not_driven;
        };
        f.mass = f.live = std::min(margin(load.permanent), margin(load.whole()));
        return f;
    }
    const bool steady = load.variable.is_zero();
    if (joint.modes()[mode].live_only)
        f.mass = mechanics::not_driven;
    else
        f.mass = joint.load_factor(mode, mechanics::ray_of_mass(load));
    // Without a permanent part both rays are the same; without a variable part only the state at Q = 0 counts.
    if (load.permanent.is_zero() && !joint.modes()[mode].live_only)
        f.live = f.mass;
    else if (steady && !joint.modes()[mode].live_only)
        f.live = joint.utilisation(mode, load.permanent) < 1 ? mechanics::not_driven : 0;
    else
        f.live = joint.load_factor(mode, mechanics::ray_of_live(load));
    return f;
}

Report report(const Joint& joint, const Load& load) {
    Report report;
    const auto modes = joint.modes();
    const Wrench whole = load.whole();
    for (std::size_t i = 0; i < modes.size(); ++i) {
        const Factors f = factors(joint, i, load);
        ModeReport row{modes[i].key, modes[i].label, joint.motion(i, whole), modes[i].mode_class,     f.least(),
                       f.mass,       f.live,         joint.demand(i, whole), joint.capacity(i, whole)};
        if (row.mode_class == ModeClass::ultimate && row.factor < report.factor) {
            report.factor = row.factor;
            report.governs = row.mode;
        }
        report.modes.push_back(std::move(row));
    }
    report.results = joint.results(load);
    report.working = joint.working(load);
    report.advisories = joint.advisories();
    return report;
}

}  // namespace clampet::families
