#include "mechanics/line_contact.h"

#include <algorithm>
#include <cmath>

namespace clampet::mechanics {

bool LineContact::in_balance() const noexcept {
    return force > 0 && std::abs(moment) < force * length / 2;
}
bool LineContact::is_whole() const noexcept {
    return force > 0 && std::abs(moment) <= force * length / 6;
}

double LineContact::density(double x) const noexcept {
    if (!in_balance()) return 0;
    if (is_whole()) return force / length + 12 * moment * x / (length * length * length);
    const double eccentricity = std::abs(moment) / force;
    const double pressed = 3 * (length / 2 - eccentricity);
    const double from_edge = length / 2 - (moment > 0 ? x : -x);
    return std::max(0.0, 2 * force / pressed * (1 - from_edge / pressed));
}

double LineContact::peak() const noexcept {
    return std::max(density(length / 2), density(-length / 2));
}

}  // namespace clampet::mechanics
