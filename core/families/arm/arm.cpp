#include "families/arm/arm.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "families/arm/section_properties.h"
#include "families/formula_joint.h"
#include "families/parameter_rows.h"
#include "mechanics/frame.h"
#include "quantity/dimension.h"
#include "quantity/format.h"

namespace clampet::families {
namespace {

constexpr double gravity = quantity::standard_gravity, pi = std::numbers::pi;
constexpr std::size_t straight_elements = 12, tapered_elements = 24;

/// The arm runs along x from its root to its tip, z up; the load acts on its tip.
struct Arm {
    double length = 0, modulus = 0, shear_modulus = 0, density = 0, strength = 0, creep = 1;
    double drop_limit = 0, tilt_limit = 0, least_frequency = 0, damping = 0;
    ArmStation root, tip;
    Eigen::Matrix<double, 6, 6> compliance;  ///< tip displacement and turn for unit loads on the tip
    Eigen::Matrix<double, 6, 3> sag;         ///< of its own weight, for a unit acceleration along each axis
    double mass = 0;                         ///< its own [kg]
    double frequency = 0, buckling = 0;

    ArmStation at(double share) const {
        ArmStation s = root;
        s.height += share * (tip.height - root.height);
        s.width += share * (tip.width - root.width);
        s.wall += share * (tip.wall - root.wall);
        s.pocket += share * (tip.pocket - root.pocket);
        return s;
    }
    /// Where its beams end, as shares of the length: of a taper so that each narrows alike.
    std::vector<double> element_ends() const {
        const double ratio = tip.height / root.height;
        const bool even = std::abs(ratio - 1) < 1e-6;
        const std::size_t n = even ? straight_elements : tapered_elements;
        std::vector<double> ends;
        for (std::size_t i = 0; i <= n; ++i) {
            const double share = static_cast<double>(i) / static_cast<double>(n);
            ends.push_back(even ? share : (std::pow(ratio, share) - 1) / (ratio - 1));
        }
        ends.back() = 1;
        return ends;
    }
    /// Sway grows as the arm nears buckling under a push along it.
    /// Own weight along it counts 0.315 of its size at the tip (Greenhill: w L = 7.837 E I/L² against 2.467).
    double push_along(const Wrench& w) const { return -w.fx - 0.315 * mass * w.gx; }
    double amplified(const Wrench& w) const {
        const double used = std::max(0.0, push_along(w)) / buckling;
        return used < 1 ? std::min(1e12, 1 / (1 - used)) : 1e12;
    }
    mechanics::Vector6 moved(const Wrench& w) const {
        mechanics::Vector6 load;
        load << w.fx, w.fy, w.fz, w.mx, w.my, w.mz;
        return amplified(w) * creep * (compliance * load + sag * Eigen::Vector3d(w.gx, w.gy, w.gz));
    }
    /// Level, by its own weight alone.
    double own_sag() const { return gravity * std::abs(sag(2, 2)); }
    double drop(const Wrench& w) const {
        const auto u = moved(w);
        return std::hypot(u[1], u[2]);
    }
    /// Turn of the picture: roll, nod and swing together.
    double tilt(const Wrench& w) const { return moved(w).tail<3>().norm(); }
    double stress_at(double share, const Wrench& w) const {
        const double d = (1 - share) * length;  // from the tip
        const ArmStation here = at(share);
        // Own weight beyond the station: a tapered prism, by Simpson.
        const double mid = at((1 + share) / 2).area(), end = tip.area(), now = here.area();
        const double beyond = density * d * (now + 4 * mid + end) / 6;
        const double lever = d > 0 ? d * (2 * mid + end) / (now + 4 * mid + end) : 0;
        // (d, 0, 0) × F: the nodding moment grows with what pulls down, the swinging one with what pulls aside.
        const double my = w.my - d * w.fz - beyond * lever * w.gz, mz = w.mz + d * w.fy + beyond * lever * w.gy;
        const double k = amplified(w);
        return here.stress(w.fx + beyond * w.gx, w.fy + beyond * w.gy, w.fz + beyond * w.gz, w.mx, k * my, k * mz);
    }
    /// Greatest over its length: in a taper the peak lies between root and tip, so it is closed in on.
    double stress(const Wrench& w) const {
        constexpr int stations = 24;
        double most = 0, at_most = 0;
        for (int i = 0; i <= stations; ++i) {
            const double share = static_cast<double>(i) / stations, here = stress_at(share, w);
            if (here > most) {
                most = here;
                at_most = share;
            }
        }
        if (tip.height == root.height && tip.width == root.width) return most;
        double low = std::max(0.0, at_most - 1.0 / stations), high = std::min(1.0, at_most + 1.0 / stations);
        for (int i = 0; i < 14; ++i) {
            const double a = low + 0.382 * (high - low), b = high - 0.382 * (high - low);
            const double at_a = stress_at(a, w), at_b = stress_at(b, w);
            (at_a < at_b ? low : high) = at_a < at_b ? a : b;
            most = std::max({most, at_a, at_b});
        }
        return most;
    }
};

/// Responses of the tip, by the frame solver with the root's springs.
Status respond(Arm& g, const Values& v) {
    mechanics::Frame frame;
    std::vector<std::size_t> nodes;
    const auto ends = g.element_ends();
    for (const double share : ends) nodes.push_back(frame.add_node({g.length * share, 0, 0}));
    for (std::size_t i = 0; i + 1 < ends.size(); ++i) {
        // Flexibilities are averaged over the element, masses too (Simpson): a taper is no row of steps.
        const std::array<ArmStation, 3> s{g.at(ends[i]), g.at((ends[i] + ends[i + 1]) / 2), g.at(ends[i + 1])};
        const auto mean = [&](auto of) { return (of(s[0]) + 4 * of(s[1]) + of(s[2])) / 6; };
        const auto stiff = [&](auto of) { return 1 / mean([&](const ArmStation& a) { return 1 / of(a); }); };
        mechanics::FrameBeam beam;
        beam.a = nodes[i];
        beam.b = nodes[i + 1];
        beam.axial = g.modulus * stiff([](const ArmStation& a) { return a.area(); });
        beam.bending_y = g.modulus * stiff([](const ArmStation& a) { return a.inertia_y(); });
        beam.bending_z = g.modulus * stiff([](const ArmStation& a) { return a.inertia_z(); });
        beam.torsion = g.shear_modulus * stiff([](const ArmStation& a) { return a.torsion(); });
        beam.shear_y = beam.shear_z = g.shear_modulus * stiff([](const ArmStation& a) { return a.shear_area(); });
        beam.mass = g.density * mean([](const ArmStation& a) { return a.area(); });
        beam.rotary = g.density * mean([](const ArmStation& a) { return a.inertia_y() + a.inertia_z(); });
        g.mass += beam.mass * g.length * (ends[i + 1] - ends[i]);
        frame.add_beam(beam);
    }
    const double turn = number(v, "root_stiffness");
    if (turn > 0) {
        mechanics::Matrix6 k = mechanics::Matrix6::Zero();
        const double firm = 1e4 * g.modulus * g.root.area() / g.length;
        k.diagonal() << firm, firm, firm, turn, turn, turn;
        frame.add_spring(nodes.front(), k);
    } else {
        frame.fix(nodes.front());
    }
    frame.add_mass(nodes.back(), mechanics::body_inertia(number(v, "payload_mass"), {0, 0, number(v, "payload_offset")},
                                                         number(v, "payload_gyration")));
    if (auto ok = frame.prepare(); !ok) return ok.problem();
    const auto size = static_cast<Eigen::Index>(6 * frame.node_count()),
               last = static_cast<Eigen::Index>(6 * nodes.back());
    for (int i = 0; i < 6; ++i) {
        Eigen::VectorXd unit = Eigen::VectorXd::Zero(size);
        unit[last + i] = 1;
        g.compliance.col(i) = frame.solve(unit).segment<6>(last);
    }
    const auto payload = mechanics::body_inertia(number(v, "payload_mass"), {0, 0, number(v, "payload_offset")},
                                                 number(v, "payload_gyration"));
    for (int axis = 0; axis < 3; ++axis) {
        mechanics::Vector6 unit = mechanics::Vector6::Zero();
        unit[axis] = 1;
        Eigen::VectorXd own = frame.weight(unit.head<3>());
        own.segment<6>(last) -= payload * unit;  // the payload's weight comes with the load, not with the arm
        g.sag.col(axis) = frame.solve(own).segment<6>(last);
    }
    g.frequency = frame.least_frequency();
    return Done{};
}

drawing::Drawing section(const Arm& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const Wrench w = load.whole();
    const auto u = g.moved(w);
    const double drop = std::isfinite(u[2]) ? u[2] : 0, L = g.length;
    const double shown = std::clamp(drop, -0.4 * L, 0.4 * L);
    std::vector<Point> top, bottom;
    for (int i = 0; i <= 16; ++i) {
        const double s = i / 16.0, x = s * L, sunk = shown * s * s * (3 - s) / 2, h = g.at(s).height / 2;
        top.push_back({x, sunk + h});
        bottom.push_back({x, sunk - h});
    }
    std::reverse(bottom.begin(), bottom.end());
    top.insert(top.end(), bottom.begin(), bottom.end());
    const double h = std::max(g.root.height, 0.04 * L);
    d.rectangle({-0.06 * L, -1.6 * h}, {0, 1.6 * h}, Material::site);
    d.line({0, 0}, {L * 1.05, 0}, Line::centre);
    d.path(std::move(top), g.root.kind == ArmSection::tube ? Material::tube : Material::wood);
    d.rectangle({L - 0.03 * L, shown + g.tip.height / 2}, {L + 0.06 * L, shown + g.tip.height / 2 + 0.09 * L},
                Material::payload);
    d.arrow({L, shown - g.tip.height / 2}, {L, shown - g.tip.height / 2 - 0.12 * L},
            quantity::format(std::hypot(w.fy, w.fz), Dimension::force));
    d.dimension({0, -1.6 * h}, {L, -1.6 * h}, -0.04 * L, quantity::format(L, Dimension::length));
    if (std::abs(drop) > 0)
        d.dimension({1.3 * L, 0}, {1.3 * L, shown}, 0, quantity::format(std::abs(drop), Dimension::length));
    d.summary = fmt::format("An arm {} long; its tip moves {}.", quantity::format(L, Dimension::length),
                            quantity::format(g.drop(w), Dimension::length));
    return d;
}

void add_modes(const Arm& g, FormulaParts& parts) {
    parts.modes.push_back(
        ratio({"breaks", ModeClass::ultimate, "breaks|break", "stress", Dimension::stress,
               [g](const Wrench& w) { return g.stress(w); }, [g](const Wrench&) { return g.strength; },
               "√(σ² + 3τ²) at the worst station, own weight included", "beam theory; Roark (torsion)"}));
    parts.modes.push_back(ratio({"buckles", ModeClass::ultimate, "buckles|buckle", "push_along", Dimension::force,
                                 [g](const Wrench& w) { return g.push_along(w); },
                                 [g](const Wrench&) { return g.buckling; }, "π² E I/(4 L²), least section", "Euler"}));
    parts.modes.push_back(
        ratio({"droops", ModeClass::service, "droops|droop", "drop", Dimension::length,
               [g](const Wrench& w) { return g.drop(w); }, [g](const Wrench&) { return g.drop_limit; },
               "frame with the root's spring, × creep", "Przemieniecki; EN 1995 (creep, from memory)"}));
    parts.modes.push_back(ratio({"tilts", ModeClass::service, "tilts|tilt the picture", "turn", Dimension::angle,
                                 [g](const Wrench& w) { return g.tilt(w); },
                                 [g](const Wrench&) { return g.tilt_limit; }, "turn of the tip", "Przemieniecki"}));
    FormulaMode sways;  // a ratio, whatever the load
    sways.mode = {"sways", ModeClass::service, "sways|sway too slowly", false, true};
    sways.utilisation = [g](const Wrench&) { return g.least_frequency / g.frequency; };
    sways.demand = [g](const Wrench&) {
        return std::vector<NamedValue>{{"frequency", g.frequency, Dimension::frequency}};
    };
    sways.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"least_frequency", g.least_frequency, Dimension::frequency}};
    };
    sways.formula = "first frequency of arm, root and payload [Hz] over what is wanted";
    sways.source = "inverse iteration; check Blevins";
    parts.modes.push_back(std::move(sways));
}

/// Stresses and deflections are norms of what grows in proportion, so that once over their limit they stay over it: no
/// second look below a root that was found.
void spare_second_looks(FormulaParts& parts) {
    for (auto& m : parts.modes) m.capacity_is_concave = true;
}

/// What it looks like: its length and its sections.
Arm outline_of(const Values& v) {
    Arm g;
    const auto& kind = text(v, "section");
    g.root.kind = kind == "round"      ? ArmSection::round
                  : kind == "tube"     ? ArmSection::tube
                  : kind == "pocketed" ? ArmSection::pocketed
                                       : ArmSection::rectangle;
    g.length = number(v, "length");
    g.root.height = number(v, "root_height");
    g.root.width = number(v, "root_width");
    g.root.wall = number(v, "wall");
    g.root.pocket = number(v, "pocket_height");
    g.root.pocket_length = number(v, "pocket_length");
    g.tip = g.root;
    if (text(v, "taper") == "tapered") {
        g.tip.height = number(v, "tip_height");
        g.tip.width = number(v, "tip_width");
        g.tip.pocket *= g.tip.height / g.root.height;
    }
    g.density = number(v, "density");
    return g;
}

/// It stands out along x from its root; what it weighs by Simpson's rule, exact for a taper.
Motion motion(const Values& v) {
    const Arm g = outline_of(v);
    const double root = g.root.area(), middle = g.at(0.5).area(), tip = g.tip.area();
    Motion m;
    m.span.translation() = Eigen::Vector3d(g.length, 0, 0);
    m.contact_moves = true;  // the load is taken at its tip
    m.mass = g.density * g.length * (root + 4 * middle + tip) / 6;
    m.centre_of_gravity = {g.length * (2 * middle + tip) / (root + 4 * middle + tip), 0, 0};
    // Round sections say their diameter as their height. Timber is under 1100 kg/m^3, plastic under 1600, from memory.
    const bool round = g.root.kind == ArmSection::round || g.root.kind == ArmSection::tube;
    m.limb = {g.root.height, g.tip.height,
              round ? (g.root.height + g.tip.height) / 2 : (g.root.width + g.tip.width) / 2,
              g.density < 1100   ? "wood"
              : g.density < 1600 ? "plastic"
                                 : "metal"};
    return m;
}

Result<Arm> read(const Values& v) {
    Arm g = outline_of(v);
    const double least = std::min(g.root.height, g.tip.height);
    if (g.root.kind == ArmSection::tube && 2 * g.root.wall > least)
        return Problem{
            "wall",
            fmt::format("A wall of {:.3g} mm does not fit a tube of {:.3g} mm.", g.root.wall * 1e3, least * 1e3),
            fmt::format("Give at most {:.3g} mm.", least * 500)};
    if (g.root.kind == ArmSection::pocketed && g.root.pocket >= 0.95 * g.root.height)
        return Problem{"pocket_height", "The pocket leaves no flanges.",
                       fmt::format("Give at most {:.3g} mm.", 950 * g.root.height)};
    g.modulus = number(v, "modulus");
    g.shear_modulus = g.modulus / number(v, "modulus_ratio");
    g.strength = number(v, "strength");
    g.creep = text(v, "duration") == "lasting" ? 1 + number(v, "creep") : 1;
    g.drop_limit = number(v, "drop_limit");
    g.tilt_limit = number(v, "tilt_limit");
    g.least_frequency = number(v, "frequency_limit");
    g.damping = number(v, "damping");
    const double weakest = std::min({g.root.inertia_y(), g.root.inertia_z(), g.tip.inertia_y(), g.tip.inertia_z()});
    g.buckling = pi * pi * g.modulus * weakest / (4 * g.length * g.length);
    if (auto ok = respond(g, v); !ok) return ok.problem();
    return g;
}

Result<FormulaParts> build(const Values& v) {
    const auto made = read(v);
    if (!made) return made.problem();
    const Arm g = *made;
    FormulaParts parts;
    const double settle = 3 / (g.damping * 2 * pi * g.frequency);
    parts.working = {{"stiffness_root", "E I at the root", "", g.modulus * g.root.inertia_y(), Dimension::number,
                      "beam theory, N m²"},
                     {"tip_compliance", "drop per newton, frame of beams with shear and the root's spring", "",
                      1 / g.compliance(2, 2), Dimension::stiffness, "Przemieniecki"},
                     {"own_sag", "by its own weight, level", "", g.own_sag(), Dimension::length, "Przemieniecki"},
                     {"first_frequency", "f₁", "", g.frequency, Dimension::frequency, "inverse iteration"},
                     {"settles_in", "3/(ζ ω)", "", settle, Dimension::time, "Blevins; ζ from memory"},
                     {"buckles_at", "π² E I/(4 L²)", "", g.buckling, Dimension::force, "Euler"}};
    parts.results = {{"tip_stiffness", 1 / g.compliance(2, 2), Dimension::stiffness},
                     {"own_sag", g.own_sag(), Dimension::length},
                     {"frequency", g.frequency, Dimension::frequency},
                     {"settle_time", settle, Dimension::time},
                     {"buckling_load", g.buckling, Dimension::force}};
    parts.loaded_results = [g](const Load& load) {
        const Wrench w = load.whole();
        return std::vector<NamedValue>{{"drop", g.drop(w), Dimension::length},
                                       {"tilt", g.tilt(w), Dimension::angle},
                                       {"stress", g.stress(w), Dimension::stress}};
    };
    parts.compliance = g.compliance;
    add_modes(g, parts);
    spare_second_looks(parts);
    parts.section = [g](const Load& load) { return section(g, load); };
    const double sunk = g.drop({0, 0, -number(v, "payload_mass") * gravity, 0, 0, 0, 0, 0, -gravity});
    if (sunk > 0.2 * g.length)
        parts.advisories.push_back({"It bends so far that small-deflection theory is wrong: use a stiffer arm.", true});
    if (g.root.kind == ArmSection::pocketed)
        parts.advisories.push_back({"Pockets cost far more stiffness in torsion than in bending.", false});
    return parts;
}

}  // namespace

const Family& arm() {
    const auto flat = [](Parameter p) { return shown_for(std::move(p), "section", {"rectangle", "pocketed"}); };
    const auto tapered = [](Parameter p) { return shown_for(std::move(p), "taper", {"tapered"}); };
    static const FormulaFamily family(
        "arm", "Arm or post", "A boom, arm or post: does it break, droop, tilt the picture or sway?",
        {
            length_row("length", "Length", 0.8, 20, "From its root to where the payload sits."),
            choice_row("section", "Section",
                       {{"rectangle", "rectangle"},
                        {"round", "round"},
                        {"tube", "tube"},
                        {"pocketed", "rectangle with pockets"}},
                       "rectangle", "Its cross-section."),
            length_row("root_height", "Height or diameter", 0.045, 1, "At the root, up and down."),
            flat(length_row("root_width", "Width", 0.020, 1, "At the root, sideways.")),
            shown_for(length_row("wall", "Wall", 0.002, 0.2, "Of the tube."), "section", {"tube"}),
            shown_for(length_row("pocket_height", "Pocket, height", 0.025, 1, "Of the openings through the arm."),
                      "section", {"pocketed"}),
            shown_for(length_row("pocket_length", "Pocket, length", 0.060, 1, "Of one opening, along the arm."),
                      "section", {"pocketed"}),
            choice_row("taper", "It is", {{"straight", "as thick all along"}, {"tapered", "tapered"}}, "straight",
                       "A taper saves weight at the tip."),
            tapered(length_row("tip_height", "Tip, height or diameter", 0.025, 1, "At the tip.")),
            also_shown_for(tapered(length_row("tip_width", "Tip, width", 0.020, 1, "At the tip.")), "section",
                           {"rectangle", "pocketed"}),
            quantity_row(
                "modulus", "Stiffness, E", Dimension::stress, 10e9, {1e6, 1e12},
                "Along the grain: pine 9 GPa, beech 12, birch plywood 8; aluminium 69, steel 205, printed PLA 2.3 GPa.",
                "Wood Handbook, from memory"),
            described(quantity_row("modulus_ratio", "E over G", Dimension::number, 16, {2, 40},
                                   "Timber 16, metals and plastics 2.6.", "Wood Handbook, from memory")),
            described(quantity_row("density", "Density", Dimension::density, 500, {1, 20000},
                                   "Pine 450, beech 720, birch plywood 680, aluminium 2700, steel 7850.",
                                   "from memory")),
            quantity_row(
                "strength", "It may be stressed to", Dimension::stress, 25e6, {1e5, 1e10},
                "Clear pine 25 MPa with knots derated, beech 40, birch plywood 30, aluminium 160, mild steel 235.",
                "from memory"),
            from_rig(quantity_row("payload_mass", "Payload at the tip", Dimension::mass, 2, {0, 1000},
                                  "For the frequency; its weight comes with the load.", "input"),
                     RigFact::mass),
            from_rig(gap_row("payload_offset", "Payload, above the tip", 0.06, 5, "Its centre of gravity."),
                     RigFact::distance),
            from_rig(length_row("payload_gyration", "Payload, radius of gyration", 0.05, 5, "About its own centre."),
                     RigFact::gyration),
            quantity_row("root_stiffness", "Root turns by", Dimension::rotary_stiffness, 0, {0, 1e9},
                         "Stiffness of the joint at the root; 0 is rigid. A soft pad can matter more than the arm.",
                         "input"),
            described(choice_row("duration", "The load", {{"short", "is short"}, {"lasting", "stays"}}, "short",
                                 "Timber and plastics creep.")),
            shown_for(described(quantity_row("creep", "Creep adds", Dimension::number, 0.6, {0, 20},
                                             "Share of the elastic drop: timber 0.6, printed 1 to 3, metal 0.",
                                             "EN 1995, from memory")),
                      "duration", {"lasting"}),
            length_row("drop_limit", "It may droop by", 0.010, 5, "At the tip."),
            quantity_row("tilt_limit", "It may turn by", Dimension::angle, 0.0175, {1e-6, 3},
                         "What the picture may tilt.", "common practice"),
            quantity_row("frequency_limit", "Least frequency", Dimension::frequency, 3, {0.01, 1000},
                         "Slower ones are seen as sway.", "common practice"),
            described(quantity_row("damping", "Damping ratio", Dimension::number, 0.01, {0.0001, 1},
                                   "Timber and bolted metal 0.01, with rubber 0.05.", "from memory")),
        },
        &build, true,
        {{"tube", "Tube or rod", {{"root_height", "outer"}, {"wall", "wall"}}, {{"section", "tube"}}},
         {"timber",
          "Timber on edge",
          {{"root_height", "width"}, {"root_width", "thickness"}},
          {{"section", "rectangle"}}}},
        &motion);
    return family;
}

}  // namespace clampet::families
