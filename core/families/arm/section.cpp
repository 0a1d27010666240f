#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/arm/arm_model.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_arm_section {
namespace {

/// One leg's outline from the side, as its tip moves by `sunk` up and down.
std::vector<drawing::Point> outline_of(const Arm& g, double beside, double sunk) {
    std::vector<double> shares;
    for (int i = 0; i <= 16; ++i) shares.push_back(i / 16.0);
    if (g.form == ArmForm::bent) {
        shares.push_back(g.bend_at / g.length);
        std::sort(shares.begin(), shares.end());
    }
    std::vector<drawing::Point> top, bottom;
    for (const double s : shares) {
        const auto at = g.place(s), along = g.direction(s);
        // A cantilever's shape; legs that are held at both ends run out level.
        const double moved = g.legs > 1 ? sunk * s * s * (3 - 2 * s) : sunk * s * s * (3 - s) / 2;
        const double h = g.at(s).height / 2, x = at.x(), z = at.z() + beside + moved;
        top.push_back({x - h * along.z(), z + h * along.x()});
        bottom.push_back({x + h * along.z(), z - h * along.x()});
    }
    top.insert(top.end(), bottom.rbegin(), bottom.rend());
    return top;
}

}  // namespace
}  // namespace of_arm_section

drawing::Drawing arm_section(const Arm& g, const Load& load) {
    using namespace of_arm_section;
    using namespace drawing;
    Drawing d;
    const Wrench w = load.whole();
    const double drop = g.moved(w)[2], L = g.length;
    const double shown = std::isfinite(drop) ? std::clamp(drop, -0.4 * L, 0.4 * L) : 0;
    const auto tip = g.place(1);
    const double reach = g.above_each_other ? g.leg(g.legs - 1).z() : 0;
    const double h = std::max(g.root.height, 0.04 * L) + reach, half = g.tip.height / 2 + reach;
    const std::string_view stuff = g.drawn_as();
    const auto material = g.root.kind == ArmSection::tube || g.root.kind == ArmSection::box ? Material::tube
                          : stuff == "wood"                                                 ? Material::wood
                          : stuff == "plastic"                                              ? Material::plastic
                                                                                            : Material::metal;
    d.rectangle({-0.06 * L, -1.6 * h}, {0, 1.6 * h}, Material::site);
    d.line({0, 0}, {std::max(tip.x(), 0.2 * L) * 1.05, 0}, Line::centre);
    for (int i = 0; i < g.legs; ++i)
        if (g.above_each_other || i == 0) d.path(outline_of(g, g.leg(i).z(), shown), material);
    if (g.holed == ArmShape::Hole::across)
        d.circle({g.hole_at, 0}, g.hole / 2, Material::air);
    else if (g.holed == ArmShape::Hole::down) {
        const double up = g.at(g.hole_at / L).height / 2;
        d.rectangle({g.hole_at - g.hole / 2, -up}, {g.hole_at + g.hole / 2, up}, Material::air);
    }
    const double x = tip.x(), z = tip.z() + shown;
    if (g.legs > 1)  // what holds them together at the tip
        d.rectangle({x - 0.02 * L, z - half}, {x + 0.02 * L, z + half}, Material::metal);
    d.rectangle({x - 0.03 * L, z + half}, {x + 0.06 * L, z + half + 0.09 * L}, Material::payload);
    d.arrow({x, z - half}, {x, z - half - 0.12 * L}, quantity::format(std::hypot(w.fy, w.fz), Dimension::force));
    const double under = std::min(0.0, tip.z()) - 1.6 * h;
    if (g.form == ArmForm::bent) {
        d.dimension({0, under}, {g.bend_at, under}, -0.04 * L, quantity::format(g.bend_at, Dimension::length));
        const Point knee{g.bend_at, 0};
        d.dimension(knee, {tip.x(), tip.z()}, 0.08 * L, quantity::format(L - g.bend_at, Dimension::length));
    } else {
        d.dimension({0, under}, {L, under}, -0.04 * L, quantity::format(L, Dimension::length));
    }
    if (g.above_each_other)
        d.dimension({0.15 * L, -reach}, {0.15 * L, g.leg(1).z() - g.leg(0).z() - reach}, 0,
                    quantity::format(g.spacing, Dimension::length));
    constexpr double seen = 1e-5;  // what a caliper reads [m]
    if (std::abs(drop) > seen && std::isfinite(drop))
        d.dimension({x + 0.2 * L, tip.z()}, {x + 0.2 * L, z}, 0, quantity::format(std::abs(drop), Dimension::length));
    d.summary = fmt::format("{} {} long; its tip moves {}.",
                            g.form == ArmForm::bent   ? "A bent arm"
                            : g.form == ArmForm::legs ? fmt::format("An arm of {} rods", g.legs)
                                                      : std::string("An arm"),
                            quantity::format(L, Dimension::length), quantity::format(g.drop(w), Dimension::length));
    return d;
}

}  // namespace clampet::families
