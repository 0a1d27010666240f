#include "mechanics/line_contact.h"

#include <algorithm>
#include <cmath>
#include <limits>

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

double LineContact::force_between(double from, double to) const noexcept {
    const double left = density(from), right = density(to), width = to - from;
    if (left > 0 && right > 0) return (left + right) / 2 * width;
    const double most = std::max(left, right);
    if (!(most > 0)) return 0;
    // The pressed stretch is a triangle: its slope tells how far into this piece it reaches.
    const double pressed = 3 * (length / 2 - std::abs(moment) / force), slope = 2 * force / (pressed * pressed);
    return most * most / (2 * slope);
}

double LineContact::peak() const noexcept {
    if (!(force > 0)) return moment == 0 ? 0 : std::numeric_limits<double>::infinity();
    if (!in_balance()) return std::numeric_limits<double>::infinity();
    return std::max(density(length / 2), density(-length / 2));
}

}  // namespace clampet::mechanics
