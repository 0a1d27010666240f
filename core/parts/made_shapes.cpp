#include <algorithm>
#include <cmath>
#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {

void add_ball_on_stem(Solids& solids, double ball, double stem, double to, Stuff stuff, double density) {
    solids.add(sphere(Vector::Zero(), ball, stuff), density);
    const double from = half_chord(ball, stem / 2);  // where the stem leaves the ball
    solids.add(cylinder({0, 0, (from + to) / 2}, stem, to - from, Vector::UnitZ(), stuff), density);
    const Zone shared = zone_of_sphere(ball, from, ball / 2);
    solids.take(shared.volume, {0, 0, shared.up}, density);
    solids.round_off({0, 0, from}, 0.12 * stem);
}

void add_cup(Solids& solids, const Cup& cup, Stuff stuff, double density) {
    const double mouth = half_chord(cup.ball, cup.opening / 2), behind = cup.ball / 2 + cup.floor;
    solids.add(cylinder(cup.at + (mouth - behind) / 2 * cup.axis, cup.across, mouth + behind, cup.axis, stuff),
               density);
    const Zone hollow = zone_of_sphere(cup.ball, -cup.ball / 2, mouth);
    solids.cut(sphere(cup.at, cup.ball, stuff));
    solids.take(hollow.volume, cup.at + hollow.up * cup.axis, density);
}

double HalfCollar::lug() const {
    return std::max(0.8 * wall, 0.6 * screw) + collar_gap / 2;
}

void add_collar_screws(Solids& solids, const HalfCollar& h, const Values& values) {
    const Vector across = h.along.cross(Vector::UnitZ());
    for (const double side : {1.0, -1.0}) {
        solids.add_screw(cylinder(h.at + side * h.screw_at() * across, h.screw, 2 * h.lug() + h.screw, Vector::UnitZ(),
                                  Stuff::metal),
                         text(values, "screw"));
        buy_knob_or_nut(solids, values);
    }
}

void add_slit(Solids& solids, const SlitSocket& s, const Values& values) {
    constexpr double kerf = 0.003;  // of a hand saw, common practice [m]
    const auto screw = major_diameter(values, "screw");
    if (!screw) return;
    const double density = density_of(values), hole = 1.1 * *screw, out = (s.bore + s.wall) / 2,
                 middle = s.from + s.depth / 2, outside = s.bore / 2 + s.wall;
    const Stuff stuff = stuff_of(values);
    solids.cut(box({outside / 2, 0, middle}, {outside, kerf, s.depth}, stuff));
    solids.take(kerf * s.depth * s.wall, {out, 0, middle}, density);
    if (hole < s.wall) solids.drill(cylinder({out, 0, middle}, hole, s.across, Vector::UnitY(), stuff), density);
    solids.add_screw(cylinder({out, 0, middle}, *screw, s.across + *screw, Vector::UnitY(), Stuff::metal),
                     text(values, "screw"));
    buy_knob_or_nut(solids, values);
}

void add_half_collar(Solids& solids, const HalfCollar& h, Stuff stuff, double density) {
    const double outside = h.outside(), lug = h.lug(), out = outside + 2.4 * h.screw, from = collar_gap / 2;
    std::vector<Eigen::Vector2d> profile{{-out, from}, {out, from}, {out, lug}};
    if (h.flat > 0) {
        profile.insert(profile.end(), {{outside, lug}, {outside, h.flat}, {-outside, h.flat}, {-outside, lug}});
    } else {
        const double start = std::asin(std::min(1.0, lug / outside));
        for (int i = 0; i <= 24; ++i) {
            const double round = start + (std::numbers::pi - 2 * start) * i / 24;
            profile.emplace_back(outside * std::cos(round), outside * std::sin(round));
        }
    }
    profile.emplace_back(-out, lug);
    for (auto& p : profile) p.y() *= h.up;
    if (h.up < 0) std::reverse(profile.begin(), profile.end());
    Shape shape;
    shape.kind = ShapeKind::prism;
    shape.at = h.at;
    shape.axis = h.along;
    shape.length = h.length;
    shape.profile = std::move(profile);
    shape.material = stuff;
    solids.add(std::move(shape), density);
    // The tube's half, less half of what stays free between the halves.
    const Vector z = Vector::UnitZ();
    const double r = h.tube / 2, half = half_chord(h.tube, from), area = r * r * std::acos(from / r) - from * half,
                 up = area > 0 ? 2 * half * half * half / (3 * area) : 0;
    solids.cut(cylinder(h.at, h.tube, h.length, h.along, stuff));
    solids.take(area * h.length, h.at + h.up * up * z, density);
    const Vector across = h.along.cross(z);
    for (const double side : {1.0, -1.0})
        solids.drill(cylinder(h.at + side * h.screw_at() * across + h.up * (from + lug) / 2 * z, 1.1 * h.screw,
                              lug - from, z, stuff),
                     density);
}

}  // namespace clampet::parts
