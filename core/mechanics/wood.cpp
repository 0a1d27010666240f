#include "mechanics/wood.h"

#include <algorithm>
#include <cmath>
#include <numbers>

#include "quantity/dimension.h"

namespace clampet::mechanics {
namespace {
using quantity::inch;
using quantity::pound_force;
using quantity::psi;
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
double head_pull_through(double gravity, double head_diameter, double thickness) noexcept {
    constexpr double mean_over_design = 5, pi = std::numbers::pi;
    const double head = head_diameter / inch, t = std::min(thickness / inch, 2.5 * head);
    return mean_over_design * 690 * pi * head * gravity * gravity * t * pound_force;
}
double dowel_bearing(double gravity, double diameter) noexcept {
    const double d = diameter / inch;
    if (d < 0.25) return 16600 * std::pow(gravity, 1.84) * psi;
    return std::min(11200 * gravity, 6100 * std::pow(gravity, 1.45) / std::sqrt(d)) * psi;
}
double dowel_bending(double diameter) noexcept {
    // NDS, footnotes of the tables for wood screws and lags, by the fastener's own diameter; from memory.
    const double d = diameter / inch;
    return (d <= 0.142   ? 100000
            : d <= 0.177 ? 90000
            : d <= 0.236 ? 80000
            : d <= 0.273 ? 70000
            : d <= 0.344 ? 60000
                         : 45000) *
           psi;
}

YieldModes yield_modes(const Dowel& d) noexcept {
    const double D = d.diameter, lm = d.main_length, ls = d.side_length, Fm = d.main_bearing, Fs = d.side_bearing;
    const double Re = Fm / Fs, Rt = lm / ls;
    const double k1 =
        (std::sqrt(Re + 2 * Re * Re * (1 + Rt + Rt * Rt) + Rt * Rt * Re * Re * Re) - Re * (1 + Rt)) / (1 + Re);
    const double k2 = std::sqrt(2 * (1 + Re) + 2 * d.bending * (1 + 2 * Re) * D * D / (3 * Fm * lm * lm)) - 1;
    const double k3 = std::sqrt(2 * (1 + Re) / Re + 2 * d.bending * (2 + Re) * D * D / (3 * Fm * ls * ls)) - 1;
    return {D * lm * Fm,
            D * ls * Fs,
            k1 * D * ls * Fs,
            k2 * D * lm * Fm / (1 + 2 * Re),
            k3 * D * ls * Fm / (2 + Re),
            D * D * std::sqrt(2 * Fm * d.bending / (3 * (1 + Re)))};
}
double YieldModes::least() const noexcept {
    return std::min({i_m, i_s, ii, iii_m, iii_s, iv});
}
const char* YieldModes::governs() const noexcept {
    const double low = least();
    return low == i_m     ? "I_m"
           : low == i_s   ? "I_s"
           : low == ii    ? "II"
           : low == iii_m ? "III_m"
           : low == iii_s ? "III_s"
                          : "IV";
}

}  // namespace clampet::mechanics
