#include "mechanics/wood.h"

#include <algorithm>
#include <cmath>

namespace clampet::mechanics {
namespace {
constexpr double inch = 0.0254, pound_force = 4.4482216152605, psi = 6894.757293168;
constexpr double per_inch = pound_force / inch;
}  // namespace

double wood_screw_withdrawal(double gravity, double diameter) noexcept {
    return 15700 * gravity * gravity * (diameter / inch) * per_inch;
}
double lag_withdrawal(double gravity, double diameter) noexcept {
    return 8100 * std::pow(gravity, 1.5) * std::pow(diameter / inch, 0.75) * per_inch;
}
double nds_wood_screw(double gravity, double diameter) noexcept {
    return 2850 * gravity * gravity * (diameter / inch) * per_inch;
}
double nds_lag(double gravity, double diameter) noexcept {
    return 1800 * std::pow(gravity, 1.5) * std::pow(diameter / inch, 0.75) * per_inch;
}
double wood_shear(double gravity) noexcept {
    return 34.5e6 * gravity * gravity;
}
double wood_bearing(double gravity) noexcept {
    return 0.8 * 2540 * std::pow(gravity, 1.53) * psi;
}
double dowel_lateral(double gravity, double diameter, double length) noexcept {
    // Dowel bearing strength and bending yield strength as NDS gives them, split at a quarter inch.
    const bool small = diameter < 0.25 * inch;
    const double bearing = (small ? 16600 * std::pow(gravity, 1.84) : 11200 * gravity) * psi;
    const double bending = (small ? 90000 : 45000) * psi, plate = 87000 * psi;
    const double mode_i = diameter * length * bearing;
    const double mode_iv = diameter * diameter * std::sqrt(2 * bearing * bending / (3 * (1 + bearing / plate)));
    return std::min(mode_i, mode_iv);
}

}  // namespace clampet::mechanics
