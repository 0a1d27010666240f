#include "families/capacity.h"

#include <cmath>
#include <numbers>

#include "families/solve.h"

namespace clampet::families {
namespace {

/// A unit force at (0, 0, arm): moment = (0, 0, arm) × F.
Wrench unit_force(Plane plane, double angle, double arm) {
    const double a = std::cos(angle), b = std::sin(angle);
    double fx = 0, fy = 0, fz = 0;
    switch (plane) {
        case Plane::xz:
            fx = a;
            fz = b;
            break;
        case Plane::yz:
            fy = a;
            fz = b;
            break;
        case Plane::xy:
            fx = a;
            fy = b;
            break;
    }
    return {fx, fy, fz, -arm * fy, arm * fx, 0};
}

}  // namespace

std::vector<DirectionalCapacity> capacity_by_direction(const Joint& joint, Plane plane, double arm,
                                                       const Wrench& permanent, unsigned directions) {
    std::vector<DirectionalCapacity> all;
    for (unsigned i = 0; i < directions; ++i) {
        const double angle = 2 * std::numbers::pi * i / directions;
        DirectionalCapacity at{angle, ModeReport::mechanics_infinity, {}};
        const auto modes = joint.modes();
        for (std::size_t m = 0; m < modes.size(); ++m) {
            if (modes[m].mode_class != ModeClass::ultimate || modes[m].scale_free) continue;
            const double force = joint.load_factor(m, {permanent, unit_force(plane, angle, arm)});
            if (force < at.force) {
                at.force = force;
                at.mode = modes[m].key;
            }
        }
        all.push_back(std::move(at));
    }
    return all;
}

}  // namespace clampet::families
