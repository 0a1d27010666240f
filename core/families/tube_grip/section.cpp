#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/tube_grip/grip_joint.h"
#include "quantity/format.h"

namespace clampet::families {

drawing::Drawing GripJoint::section(const Load& load) const {
    using namespace drawing;
    Drawing d;
    const double r = n_.radius, up = n_.fixed_on_top != n_.vee_moves ? 1 : -1;  // of the V or fixed jaw
    const Sides s = sides(load.whole());
    const double half =
        n_.jaws == Jaws::vee ? std::max(1.5 * r, std::min(n_.flank, 3 * r) * std::sin(n_.half_angle)) : 1.6 * r;
    d.circle({0, 0}, r, Material::tube);
    if (!n_.solid) d.circle({0, 0}, std::max(0.0, r - n_.wall), Material::air);
    const auto at = [&](double x, double y) { return Point{x, up * y}; };
    const double thick = 0.7 * r;
    if (n_.jaws == Jaws::vee) {
        const double apex = r / std::sin(n_.half_angle), tan_half = std::tan(n_.half_angle);
        const double reach = std::min(half, std::min(n_.flank, 3 * r) * std::sin(n_.half_angle));
        const double rim = apex - reach / tan_half;
        d.path({at(-half, apex + thick), at(-half, rim), at(-reach, rim), at(0, apex), at(reach, rim), at(half, rim),
                at(half, apex + thick)},
               Material::wood);
        const double touch = n_.half_angle;
        for (const double side : {-1.0, 1.0}) {
            const Point contact = at(side * r * std::cos(touch), r * std::sin(touch));
            const Point out = at(side * 1.5 * r * std::cos(touch), 1.5 * r * std::sin(touch));
            d.arrow(out, contact,
                    side > 0 ? quantity::format(vee_force(s) / (2 * std::sin(n_.half_angle)), Dimension::force) : "");
        }
        d.text(at(0, apex + 0.35 * thick), fmt::format("{} V", quantity::format(2 * n_.half_angle, Dimension::angle)),
               Align::centre, TextRole::number);
    } else if (n_.jaws == Jaws::flat) {
        d.path({at(-half, r + thick), at(-half, r), at(half, r), at(half, r + thick)}, Material::wood);
        d.arrow(at(0, r + 0.9 * thick), at(0, r), quantity::format(s.fixed, Dimension::force));
    }
    if (n_.jaws == Jaws::collar) {
        const double gap = 0.10 * r, outer = r + 0.45 * r;
        for (const double side : {1.0, -1.0}) {
            std::vector<Point> half_ring;
            const double start = std::asin(gap / outer), inner = std::asin(gap / r);
            for (int i = 0; i <= 24; ++i) {
                const double a = start + (std::numbers::pi - 2 * start) * i / 24;
                half_ring.push_back({outer * std::cos(a), side * outer * std::sin(a)});
            }
            for (int i = 0; i <= 24; ++i) {
                const double a = std::numbers::pi - inner - (std::numbers::pi - 2 * inner) * i / 24;
                half_ring.push_back({r * std::cos(a), side * r * std::sin(a)});
            }
            d.path(std::move(half_ring), Material::metal);
            for (const double ear : {-1.0, 1.0})
                d.path({{ear * outer * 0.99, side * gap},
                        {ear * (outer + 0.6 * r), side * gap},
                        {ear * (outer + 0.6 * r), side * 0.5 * r},
                        {ear * outer * 0.93, side * 0.5 * r}},
                       Material::metal);
            d.arrow({outer + 0.35 * r, side * 1.1 * r}, {outer + 0.35 * r, side * 0.5 * r},
                    side > 0 ? fmt::format("{} across the split", quantity::format(n_.squeeze.force, Dimension::force))
                             : "");
        }
    } else {
        const double width = std::max(n_.pad_width, 0.3 * r) / 2;
        d.path({at(-half, -r - 1.25 * thick), at(half, -r - 1.25 * thick), at(half, -r - 0.25 * thick),
                at(width, -r - 0.25 * thick), at(width, -r), at(-width, -r), at(-width, -r - 0.25 * thick),
                at(-half, -r - 0.25 * thick)},
               Material::wood);
        d.arrow(at(0, -r - 0.95 * thick), at(0, -r),
                quantity::format(n_.jaws == Jaws::vee ? pad_force(s) : s.moving, Dimension::force));
        for (const double side : {-1.0, 1.0})
            d.line(at(side * half * 0.86, -r - 1.5 * thick), at(side * half * 0.86, r + 1.2 * thick), Line::centre);
    }
    d.dimension({-r, -1.0 * up * 0}, {r, 0}, 0, fmt::format("Ø {}", quantity::format(2 * r, Dimension::length)));
    d.text({0, -0.45 * r}, fmt::format("jaw {} long", quantity::format(n_.length, Dimension::length)), Align::centre,
           TextRole::quiet);
    d.summary = fmt::format("Section across a {} tube gripped by {}.", quantity::format(2 * r, Dimension::length),
                            quantity::format(n_.squeeze.force, Dimension::force));
    return d;
}

}  // namespace clampet::families
