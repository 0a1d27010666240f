#include "study/capacity.h"

#include <cmath>
#include <numbers>

namespace clampet::study {

using namespace families;

Wrench force_at(const ActsAt& at, double fx, double fy, double fz) {
    return {fx, fy, fz, at[1] * fz - at[2] * fy, at[2] * fx - at[0] * fz, at[0] * fy - at[1] * fx};
}

Wrench force_in_plane(const ActsAt& at, Plane plane, double angle, double force) {
    const double a = force * std::cos(angle), b = force * std::sin(angle);
    switch (plane) {
        case Plane::xz:
            return force_at(at, a, 0, b);
        case Plane::yz:
            return force_at(at, 0, a, b);
        case Plane::xy:
            break;
    }
    return force_at(at, a, b, 0);
}

std::vector<DirectionalCapacity> capacity_by_direction(const Joint& given, Plane plane, const ActsAt& at,
                                                       const Wrench& permanent, unsigned directions,
                                                       Accuracy accuracy) {
    std::vector<DirectionalCapacity> all;
    const Joint& joint = accuracy == Accuracy::picture ? given.for_search() : given;
    const auto modes = joint.modes();
    std::vector<bool> stands(modes.size());  // under the permanent part alone
    for (std::size_t m = 0; m < modes.size(); ++m) stands[m] = joint.surely_holds(m, permanent);
    for (unsigned i = 0; i < directions; ++i) {
        const double angle = 2 * std::numbers::pi * i / directions;
        DirectionalCapacity here{angle, ModeReport::mechanics_infinity, {}};
        for (std::size_t m = 0; m < modes.size(); ++m) {
            if (modes[m].mode_class != ModeClass::ultimate || modes[m].scale_free) continue;
            const mechanics::Ray ray{permanent, force_in_plane(at, plane, angle, 1)};
            // What still holds where another mode has let go does not govern: spares most searches.
            if (stands[m] && std::isfinite(here.force) && joint.surely_holds(m, ray.at(here.force))) continue;
            const double force = joint.load_factor(m, ray);
            if (force < here.force) {
                here.force = force;
                here.mode = modes[m].key;
            }
        }
        all.push_back(std::move(here));
    }
    return all;
}

}  // namespace clampet::study
