#include "mechanics/jamming.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

namespace clampet::mechanics {

Result<TiltedBore> tilted_bore(double rod_diameter, double bore, double thickness) {
    if (!(bore > rod_diameter))
        return Problem{
            "jam_collar.bore_too_small", "bore",
            fmt::format("A bore of {:.4g} mm does not go over a rod of {:.4g} mm.", bore * 1e3, rod_diameter * 1e3),
            fmt::format("Make the bore larger than {:.4g} mm.", rod_diameter * 1e3)};
    // D cos phi - t sin phi = sqrt(D^2 + t^2) cos(phi + atan(t/D)).
    const double reach = std::hypot(bore, thickness);
    TiltedBore tilted;
    tilted.tilt = std::acos(std::min(1.0, rod_diameter / reach)) - std::atan2(thickness, bore);
    tilted.span = thickness * std::cos(tilted.tilt) + bore * std::sin(tilted.tilt);
    return tilted;
}

double jamming_arm(double span, double rod_diameter, double friction_1, double friction_2) noexcept {
    const double sum = friction_1 + friction_2;
    if (!(sum > 0)) return std::numeric_limits<double>::infinity();
    return std::max(0.0, (span + (friction_1 - friction_2) * rod_diameter / 2) / sum);
}

double Eccentric::lift(double theta) const noexcept {
    return offset * (1 - std::cos(theta));
}
double Eccentric::height(double theta) const noexcept {
    return radius - offset * std::cos(theta);
}
double Eccentric::friction_arm(double theta) const noexcept {
    return face_friction * height(theta) + pin_friction * pin_radius;
}
double Eccentric::closing_arm(double theta) const noexcept {
    return offset * std::sin(theta) + friction_arm(theta);
}
bool Eccentric::locks_everywhere() const noexcept {
    return offset <= radius * std::sin(std::atan(face_friction)) + pin_radius * std::sin(std::atan(pin_friction));
}

}  // namespace clampet::mechanics
