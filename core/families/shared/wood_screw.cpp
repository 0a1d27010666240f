#include "families/shared/wood_screw.h"

#include <limits>

namespace clampet::families {
namespace {

double counts(const WoodScrew& screw) noexcept {
    return lower_withdrawal * (screw.lasting ? lasting_wood : 1);
}

}  // namespace

double bends_on(const WoodScrew& screw) noexcept {
    return screw.shank * (screw.lag ? 0.7 : 0.8);
}

double mean_withdrawal(const WoodScrew& screw) noexcept {
    if (screw.lag)
        return mechanics::lag_withdrawal(screw.gravity, screw.shank) * screw.in_wood * (screw.end_grain ? 0.75 : 1);
    return screw.end_grain ? 0 : mechanics::wood_screw_withdrawal(screw.gravity, screw.shank) * screw.in_wood;
}

double withdrawal(const WoodScrew& screw) noexcept {
    return counts(screw) * mean_withdrawal(screw);
}

mechanics::YieldModes yields(const WoodScrew& screw, double across) noexcept {
    return mechanics::yield_modes({across, mechanics::dowel_bending(screw.shank), screw.in_wood,
                                   mechanics::dowel_bearing(screw.gravity, screw.shank), screw.side,
                                   screw.side_gravity > 0 ? mechanics::dowel_bearing(screw.side_gravity, screw.shank)
                                                          : mechanics::steel_plate_bearing});
}

double head_through(const WoodScrew& screw) noexcept {
    if (!(screw.side_gravity > 0)) return std::numeric_limits<double>::infinity();
    return counts(screw) * mechanics::head_pull_through(screw.side_gravity, screw.head, screw.side);
}

}  // namespace clampet::families
