#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/flat_face/face_joint.h"
#include "quantity/format.h"

namespace clampet::families {

drawing::Drawing FaceJoint::section(const Load& load) const {
    using namespace drawing;
    Drawing d;
    const Wrench w = load.whole();
    const bool padded = n_.bearing == Bearing::pad || n_.bearing == Bearing::rubber;
    double left = 0, right = 0;
    if (n_.shape.polygon.empty()) {
        left = -n_.shape.radius;
        right = n_.shape.radius;
    }
    for (const auto& p : n_.shape.polygon) {
        left = std::min(left, p.x);
        right = std::max(right, p.x);
    }
    const double width = right - left;
    const double plate = std::clamp(n_.plate_thickness, 0.03 * width, 0.5 * width);
    const double pad = padded ? std::clamp(n_.pad_thickness, 0.02 * width, 0.2 * width) : 0;
    const double body = 0.35 * width, x = n_.screw.x, hole = std::max(n_.shape.hole_radius, 0.01 * width),
                 head = n_.head_diameter / 2;
    d.rectangle({left - 0.06 * width, pad}, {right + 0.06 * width, pad + body}, Material::payload);
    if (padded) {
        d.rectangle({left, 0}, {x - hole, pad}, Material::rubber);
        d.rectangle({x + hole, 0}, {right, pad}, Material::rubber);
    }
    d.rectangle({left - 0.1 * width, -plate}, {x - hole, 0}, Material::metal);
    d.rectangle({x + hole, -plate}, {right + 0.1 * width, 0}, Material::metal);
    const double core = n_.screw_radius > 0 ? std::min(0.9 * hole, n_.screw_radius) : 0.8 * hole;
    d.path({{x - core, -plate}, {x - core, pad + 0.6 * body}, {x + core, pad + 0.6 * body}, {x + core, -plate}},
           Material::metal);
    if (head > hole)  // a stud without a head passes through its hole
        d.path({{x - head, -plate},
                {x + head, -plate},
                {x + 0.9 * head, -plate - 0.35 * head},
                {x - 0.9 * head, -plate - 0.35 * head}},
               Material::metal);

    // The pressure over the plate, along x through the screw: what is left of it where it has opened.
    const Pressed p = pressed(w);
    const auto pressure = fine_.solve(p.N, p.Sx, p.Sy);
    const double reach = coarse_.patch().size;
    if (pressure.in_balance) {
        const double peak = fine_.greatest(pressure);
        std::vector<Point> curve;
        const double from = std::max(left, x - reach), to = std::min(right, x + reach);
        curve.push_back({from, pad});
        for (int i = 0; i <= 40; ++i) {
            const double at = from + (to - from) * i / 40;
            const double r = std::abs(at - x) / std::max(reach, 1e-9);
            double value = std::max(0.0, pressure.at(at, n_.screw.y)) / peak;
            if (n_.bearing == Bearing::rubber) value *= std::max(0.0, 1 - r * r);
            curve.push_back({at, pad + 0.28 * body * value});
        }
        curve.push_back({to, pad});
        d.path(std::move(curve), Material::none, Line::force, false);
        if (!pressure.whole)
            d.text({w.my > 0 ? left : right, pad + 0.42 * body}, "open here", w.my > 0 ? Align::left : Align::right,
                   TextRole::warning);
    } else
        d.text({x, pad + 0.42 * body}, p.N > 0 ? "tips off this face" : "nothing presses", Align::centre,
               TextRole::warning);
    d.dimension({std::max(left, x - reach), -plate}, {std::min(right, x + reach), -plate}, -0.20 * width,
                fmt::format("pressed over Ø {}", quantity::format(2 * reach, Dimension::length)));
    d.text({left - 0.1 * width, pad + 1.12 * body},
           fmt::format("pressed by {}", quantity::format(std::max(0.0, p.N), Dimension::force)), Align::left,
           TextRole::number);
    const double shear = std::hypot(w.fx, w.fy);
    if (shear > 0.005)
        d.arrow({right + 0.10 * width, pad + 0.82 * body}, {right + 0.34 * width, pad + 0.82 * body},
                quantity::format(shear, Dimension::force));
    d.summary =
        fmt::format("Section through a face pressed by {} over a radius of {}.",
                    quantity::format(std::max(0.0, p.N), Dimension::force), quantity::format(reach, Dimension::length));
    return d;
}

}  // namespace clampet::families
