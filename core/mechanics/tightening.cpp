#include "mechanics/tightening.h"

#include <fmt/format.h>

#include <cmath>
#include <numbers>

namespace clampet::mechanics {
namespace {

double friction_angle(const TightenedScrew& s, double factor = 1) {
    return std::atan(factor * s.thread_friction / std::cos(s.flank_half_angle));
}
double lead_angle(const TightenedScrew& s) {
    return std::atan(s.pitch / (std::numbers::pi * s.pitch_diameter));
}

}  // namespace

Status check_screw(const TightenedScrew& s) {
    if (!(s.pitch > 0) || !(s.pitch <= 3 * s.pitch_diameter))
        return Problem{"screw.impossible_pitch", "pitch", fmt::format("The pitch is {:.4g} mm.", s.pitch * 1e3),
                       "Measure crest to crest, for example 1.5 mm."};
    if (!(s.thread_friction >= 0) || !(s.thread_friction <= 2))
        return Problem{"screw.impossible_thread_friction", "thread_friction",
                       fmt::format("The thread friction is {:.4g}.", s.thread_friction),
                       "Give a number from 0 to 2, for example 0.15."};
    if (!(s.bearing_friction >= 0) || !(s.bearing_friction <= 2))
        return Problem{"screw.impossible_head_friction", "bearing_friction",
                       fmt::format("The friction under the head is {:.4g}.", s.bearing_friction),
                       "Give a number from 0 to 2, for example 0.15."};
    if (!(s.bearing_inner_diameter >= 0) || !(s.bearing_inner_diameter <= s.bearing_outer_diameter) ||
        !std::isfinite(s.bearing_outer_diameter))
        return Problem{"screw.hole_larger_than_head", "bearing_inner",
                       "The hole under the head is larger than the head.",
                       "Give the outer diameter of what rubs and the hole in it, for example 13 mm and 7 mm."};
    return Done{};
}

double bearing_radius(const TightenedScrew& s) noexcept {
    const double o = s.bearing_outer_diameter / 2, i = s.bearing_inner_diameter / 2;
    if (o <= 0) return 0;
    return 2.0 / 3.0 * (o * o + o * i + i * i) / (o + i);
}

double torque_per_preload(const TightenedScrew& s) noexcept {
    return s.pitch_diameter / 2 * std::tan(lead_angle(s) + friction_angle(s)) + s.bearing_friction * bearing_radius(s);
}

double loosening_torque_per_preload(const TightenedScrew& s) noexcept {
    return s.pitch_diameter / 2 * std::tan(friction_angle(s) - lead_angle(s)) + s.bearing_friction * bearing_radius(s);
}

double torque_per_preload_linear(const TightenedScrew& s, double bearing_mean_diameter) noexcept {
    return s.pitch / (2 * std::numbers::pi) +
           s.thread_friction * s.pitch_diameter / (2 * std::cos(s.flank_half_angle)) +
           s.bearing_friction * bearing_mean_diameter / 2;
}

bool is_self_locking(const TightenedScrew& s, double friction_factor) noexcept {
    return lead_angle(s) < friction_angle(s, friction_factor);
}

double largest_preload(const TightenedScrew& s, double stress_area, double proof_stress) noexcept {
    const double d0 = std::sqrt(4 * stress_area / std::numbers::pi);
    const double ratio =
        1.5 * s.pitch_diameter / d0 * (s.pitch / (std::numbers::pi * s.pitch_diameter) + 1.155 * s.thread_friction);
    return 0.9 * proof_stress * stress_area / std::sqrt(1 + 3 * ratio * ratio);
}

double highest_preload(TightenedScrew screw, double torque) noexcept {
    screw.thread_friction *= low_friction_share;
    screw.bearing_friction *= low_friction_share;
    return high_torque_share * torque / torque_per_preload(screw);
}

}  // namespace clampet::mechanics
