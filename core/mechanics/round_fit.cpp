#include "mechanics/round_fit.h"

#include <cmath>

namespace clampet::mechanics {

SideForces side_forces(double fx, double fy, double mx, double my, double length) noexcept {
    // A moment acts like a force at a height: (My, -Mx) = h (Fx, Fy).
    const double ex = my / length, ey = -mx / length;
    return {std::hypot(fx + ex, fy + ey), std::hypot(ex, ey)};
}

double hub_stress_share(double bore, double outside) noexcept {
    const double d2 = bore * bore, o2 = outside * outside;
    return (o2 + d2) / (o2 - d2);
}

double pressed_pressure(const PressedFit& f) noexcept {
    const double interference = f.post - f.bore;
    if (!(interference > 0)) return 0;
    const double give = f.bore * ((hub_stress_share(f.bore, f.outside) + f.hub_poisson) / f.hub_modulus +
                                  (1 - f.post_poisson) / f.post_modulus);
    return interference / give;
}

double wraps_for(double play, double tape_thickness) noexcept {
    return play > 0 ? play / (2 * squeezed_tape * tape_thickness) : 0;
}

}  // namespace clampet::mechanics
