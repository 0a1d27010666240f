#include "mechanics/pressed_region.h"

#include <cmath>
#include <numbers>

namespace clampet::mechanics {

PressedRegion::PressedRegion(const Patch& patch)
    : radius_(patch.round.value_or(0)), hole_radius_(patch.hole_radius), centre_(patch.centre) {
    if (patch.round) return;
    for (const auto& p : patch.outline) outline_.push_back({p.x - centre_.x, p.y - centre_.y});
}

PressedRegion::Moments PressedRegion::in_polygon(const Line& line) const noexcept {
    Moments m{};
    const auto add = [&m](Point p, Point q) {
        const double twice = p.x * q.y - q.x * p.y;
        m[0] += twice / 2;
        m[1] += twice * (p.x + q.x) / 6;
        m[2] += twice * (p.y + q.y) / 6;
        m[3] += twice * (p.x * p.x + p.x * q.x + q.x * q.x) / 12;
        m[4] += twice * (2 * p.x * p.y + p.x * q.y + q.x * p.y + 2 * q.x * q.y) / 24;
        m[5] += twice * (p.y * p.y + p.y * q.y + q.y * q.y) / 12;
    };
    // A convex outline leaves the half-plane at one place and comes back at one: the two are joined by the cut.
    Point from = outline_.back(), left{}, back{};
    double g_from = line.a + line.b * from.x + line.c * from.y;
    bool cut = false;
    for (const Point& to : outline_) {
        const double g_to = line.a + line.b * to.x + line.c * to.y;
        if ((g_from > 0) != (g_to > 0)) {
            const double t = g_from / (g_from - g_to);
            const Point at{from.x + t * (to.x - from.x), from.y + t * (to.y - from.y)};
            cut = true;
            if (g_from > 0) {
                add(from, at);
                left = at;
            } else {
                add(at, to);
                back = at;
            }
        } else if (g_from > 0) {
            add(from, to);
        }
        from = to;
        g_from = g_to;
    }
    if (cut) add(left, back);
    return m;
}

PressedRegion::Moments PressedRegion::in_disc(double radius, const Line& line) noexcept {
    const double slope = std::sqrt(line.b * line.b + line.c * line.c), R2 = radius * radius;
    // The line's distance from the centre, against the gradient, in radii: -1 presses the whole disc.
    const double t = slope * radius > std::abs(line.a) ? -line.a / (slope * radius) : line.a > 0 ? -1 : 1;
    if (t >= 1) return {};
    const double s = std::sqrt(1 - t * t), half_angle = std::acos(t), sector = half_angle - t * s;
    const double u = 2.0 / 3 * R2 * radius * s * s * s, uu = R2 * R2 / 4 * (sector + 2 * t * s * s * s),
                 vv = R2 * R2 / 12 * (3 * sector - 2 * t * s * s * s);
    const double x = slope > 0 ? line.b / slope : 1, y = slope > 0 ? line.c / slope : 0;
    return {R2 * sector, u * x, u * y, uu * x * x + vv * y * y, (uu - vv) * x * y, uu * y * y + vv * x * x};
}

std::array<double, 7> PressedRegion::sums(const double* abc) const noexcept {
    const Line line{abc[0] + abc[1] * centre_.x + abc[2] * centre_.y, abc[1], abc[2]};
    Moments m = outline_.empty() ? in_disc(radius_, line) : in_polygon(line);
    if (hole_radius_ > 0) {
        const Moments hole = in_disc(hole_radius_, line);
        for (std::size_t i = 0; i < m.size(); ++i) m[i] -= hole[i];
    }
    const auto [k, kx, ky, kxx, kxy, kyy] = m;
    const double energy = line.a * line.a * k + 2 * line.a * (line.b * kx + line.c * ky) + line.b * line.b * kxx +
                          2 * line.b * line.c * kxy + line.c * line.c * kyy;
    const auto [cx, cy] = centre_;
    return {energy,
            k,
            kx + cx * k,
            ky + cy * k,
            kxx + 2 * cx * kx + cx * cx * k,
            kxy + cx * ky + cy * kx + cx * cy * k,
            kyy + 2 * cy * ky + cy * cy * k};
}

}  // namespace clampet::mechanics
