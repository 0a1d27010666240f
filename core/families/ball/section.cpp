#include <fmt/format.h>

#include <cmath>
#include <numbers>

#include "families/ball/ball_joint.h"
#include "quantity/format.h"

namespace clampet::families {

drawing::Drawing BallJoint::section(const Load& load) const {
    using namespace drawing;
    Drawing d;
    const double R = n_.radius, seat = n_.seat_angle, cap = n_.cap_angle;
    const double wall = 0.42 * R, bottom = -1.75 * R, outer = R + wall;
    const auto on_ball = [&](double angle, double side, double up) {
        return Point{side * R * std::sin(angle), up * R * std::cos(angle)};
    };
    // The body: a cup with a chamfer that touches the ball at the seat angle.
    for (const double side : {-1.0, 1.0}) {
        const Point touch = on_ball(seat, side, -1);
        const double tx = std::cos(seat), ty = std::sin(seat);
        const Point upper{touch.x + side * 0.22 * R * tx, touch.y + 0.22 * R * ty},
            lower{touch.x - side * 0.22 * R * tx, touch.y - 0.22 * R * ty};
        d.path({{side * outer, bottom},
                {side * outer, 0.05 * R},
                {side * 1.04 * R, 0.05 * R},
                {side * 1.04 * R, upper.y},
                upper,
                lower,
                {lower.x, bottom + 0.45 * R},
                {0, bottom + 0.45 * R},
                {0, bottom}},
               Material::metal);
        if (n_.seats == BallSeats::two_rings) {
            const Point top = on_ball(cap, side, 1);
            const double cx = std::cos(cap), cy = -std::sin(cap);
            const Point a{top.x - side * 0.18 * R * cx, top.y - 0.18 * R * cy},
                b{top.x + side * 0.22 * R * cx, top.y + 0.22 * R * cy};
            d.path({a,
                    b,
                    {side * 1.04 * R, b.y},
                    {side * 1.04 * R, 0.05 * R},
                    {side * outer, 0.05 * R},
                    {side * outer, a.y + 0.12 * R},
                    {a.x + side * 0.1 * R, a.y + 0.12 * R}},
                   Material::metal);
        }
    }
    d.circle({0, 0}, R, Material::plastic);
    const double stem = n_.stem_radius, top = 2.0 * R;
    const double root = std::sqrt(R * R - stem * stem);
    d.path({{-stem, root}, {-stem, top}, {stem, top}, {stem, root}}, Material::metal);
    d.line({0, bottom - 0.15 * R}, {0, top + 0.15 * R}, Line::centre);
    const double length = 0.5 * R;
    for (const double side : {-1.0, 1.0}) {
        const Point at = on_ball(seat, side, -1);
        d.arrow({at.x * (1 + length / R), at.y * (1 + length / R)}, at,
                side > 0
                    ? fmt::format("seat {}", quantity::format(normal_sum(n_.squeeze.force, seat), Dimension::force))
                    : "");
        if (n_.seats == BallSeats::two_rings) {
            const Point up = on_ball(cap, side, 1);
            d.arrow({up.x * (1 + length / R), up.y * (1 + length / R)}, up, "");
        }
    }
    if (n_.seats == BallSeats::plunger) d.arrow({0, R + 0.5 * R}, {0, R}, "plunger");
    d.dimension({-R, 0}, {R, 0}, -0.0, fmt::format("Ø {}", quantity::format(2 * R, Dimension::length)));
    d.line({0, 0}, on_ball(seat, 1, -1), Line::hidden);
    d.text({0.14 * R, -0.5 * R}, quantity::format(seat, Dimension::angle), Align::left, TextRole::number);
    const Wrench w = load.whole();
    const double moment = std::sqrt(w.mx * w.mx + w.my * w.my + w.mz * w.mz);
    if (moment > 0)
        d.text({1.2 * stem, top - 0.12 * R}, fmt::format("{} to hold", quantity::format(moment, Dimension::torque)),
               Align::left, TextRole::warning);
    d.summary = fmt::format("Section through a {} ball, seat ring at {}, squeezed by {}.",
                            quantity::format(2 * R, Dimension::length), quantity::format(seat, Dimension::angle),
                            quantity::format(n_.squeeze.force, Dimension::force));
    return d;
}

}  // namespace clampet::families
