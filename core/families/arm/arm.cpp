#include "families/arm/arm.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/arm/section_properties.h"
#include "families/formula_joint.h"
#include "families/parameter_rows.h"
#include "mechanics/frame.h"
#include "quantity/format.h"

namespace clampet::families {
namespace {

constexpr double gravity = 9.80665, pi = std::numbers::pi;
constexpr std::size_t elements = 12;

/// The arm runs along x from its root to its tip, z up; the load acts on its tip.
struct Arm {
    double length = 0, modulus = 0, shear_modulus = 0, density = 0, strength = 0, creep = 1;
    double drop_limit = 0, tilt_limit = 0, least_frequency = 0, damping = 0;
    ArmStation root, tip;
    Eigen::Matrix<double, 6, 6> compliance;  ///< tip displacement and turn for unit loads on the tip
    mechanics::Vector6 sag;                  ///< of its own weight
    double frequency = 0, buckling = 0;

    ArmStation at(double share) const {
        ArmStation s = root;
        s.height += share * (tip.height - root.height);
        s.width += share * (tip.width - root.width);
        s.wall += share * (tip.wall - root.wall);
        s.pocket += share * (tip.pocket - root.pocket);
        return s;
    }
    /// Sway grows as the arm nears buckling under a push along it.
    double amplified(const Wrench& w) const {
        const double used = w.fx < 0 ? -w.fx / buckling : 0;
        return used < 1 ? std::min(1e12, 1 / (1 - used)) : 1e12;
    }
    mechanics::Vector6 moved(const Wrench& w) const {
        mechanics::Vector6 load;
        load << w.fx, w.fy, w.fz, w.mx, w.my, w.mz;
        return amplified(w) * creep * (compliance * load + sag);
    }
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
        const double mass = density * d * (now + 4 * mid + end) / 6;
        const double lever = d > 0 ? d * (2 * mid + end) / (now + 4 * mid + end) : 0;
        const double own = mass * gravity;
        // (d, 0, 0) × F: the nodding moment grows with what pulls down, the swinging one with what pulls aside.
        const double my = w.my - d * w.fz + own * lever, mz = w.mz + d * w.fy, k = amplified(w);
        return here.stress(w.fx, w.fy, w.fz - own, w.mx, k * my, k * mz);
    }
    double stress(const Wrench& w) const {
        double most = 0;
        for (std::size_t i = 0; i <= 2 * elements; ++i)
            most = std::max(most, stress_at(static_cast<double>(i) / (2 * elements), w));
        return most;
    }
};

/// Responses of the tip, by the frame solver with the root's springs.
Status respond(Arm& g, const Values& v) {
    mechanics::Frame frame;
    std::vector<std::size_t> nodes;
    for (std::size_t i = 0; i <= elements; ++i)
        nodes.push_back(frame.add_node({g.length * static_cast<double>(i) / elements, 0, 0}));
    for (std::size_t i = 0; i < elements; ++i) {
        const ArmStation s = g.at((static_cast<double>(i) + 0.5) / elements);
        mechanics::FrameBeam beam;
        beam.a = nodes[i];
        beam.b = nodes[i + 1];
        beam.axial = g.modulus * s.area();
        beam.bending_y = g.modulus * s.inertia_y();
        beam.bending_z = g.modulus * s.inertia_z();
        beam.torsion = g.shear_modulus * s.torsion();
        beam.shear_y = beam.shear_z = g.shear_modulus * s.shear_area();
        beam.mass = g.density * s.area();
        beam.rotary = g.density * (s.inertia_y() + s.inertia_z());
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
    Eigen::VectorXd own = frame.weight({0, 0, -gravity});
    // The payload's weight comes with the load, not with the arm.
    own.segment<6>(last) -= mechanics::body_inertia(number(v, "payload_mass"), {0, 0, number(v, "payload_offset")},
                                                    number(v, "payload_gyration")) *
                            (mechanics::Vector6() << 0, 0, -gravity, 0, 0, 0).finished();
    g.sag = frame.solve(own).segment<6>(last);
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
        ratio({"breaks", ModeClass::ultimate, "breaks", "stress", Dimension::stress,
               [g](const Wrench& w) { return g.stress(w); }, [g](const Wrench&) { return g.strength; },
               "√(σ² + 3τ²) at the worst station, own weight included", "beam theory; Roark (torsion)"}));
    parts.modes.push_back(ratio({"buckles", ModeClass::ultimate, "buckles", "push_along", Dimension::force,
                                 [](const Wrench& w) { return -w.fx; }, [g](const Wrench&) { return g.buckling; },
                                 "π² E I/(4 L²), least section", "Euler"}));
    parts.modes.push_back(
        ratio({"droops", ModeClass::service, "droops", "drop", Dimension::length,
               [g](const Wrench& w) { return g.drop(w); }, [g](const Wrench&) { return g.drop_limit; },
               "frame with the root's spring, × creep", "Przemieniecki; EN 1995 (creep, from memory)"}));
    parts.modes.push_back(ratio({"tilts", ModeClass::service, "tilts the picture", "turn", Dimension::angle,
                                 [g](const Wrench& w) { return g.tilt(w); },
                                 [g](const Wrench&) { return g.tilt_limit; }, "turn of the tip", "Przemieniecki"}));
    parts.modes.push_back(
        ratio({"sways", ModeClass::service, "sways too slowly", "frequency", Dimension::number,
               [g](const Wrench&) { return g.least_frequency; }, [g](const Wrench&) { return g.frequency; },
               "first frequency of arm, root and payload [Hz]", "inverse iteration; check Blevins"}));
}

Result<Arm> read(const Values& v) {
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
    g.density = number(v, "density");
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
                     {"tip_compliance", "drop per newton, frame of 12 beams with shear and the root's spring", "",
                      1 / g.compliance(2, 2), Dimension::stiffness, "Przemieniecki"},
                     {"own_sag", "by its own weight", "", std::abs(g.sag[2]), Dimension::length, "Przemieniecki"},
                     {"first_frequency", "f₁ [Hz]", "", g.frequency, Dimension::number, "inverse iteration"},
                     {"settles_in", "3/(ζ ω) [s]", "", settle, Dimension::number, "Blevins; ζ from memory"},
                     {"buckles_at", "π² E I/(4 L²)", "", g.buckling, Dimension::force, "Euler"}};
    parts.results = {{"tip_stiffness", 1 / g.compliance(2, 2), Dimension::stiffness},
                     {"own_sag", std::abs(g.sag[2]), Dimension::length},
                     {"frequency", g.frequency, Dimension::number},
                     {"settle_time", settle, Dimension::number},
                     {"buckling_load", g.buckling, Dimension::force}};
    parts.loaded_results = [g](const Load& load) {
        const Wrench w = load.whole();
        return std::vector<NamedValue>{{"drop", g.drop(w), Dimension::length},
                                       {"tilt", g.tilt(w), Dimension::angle},
                                       {"stress", g.stress(w), Dimension::stress}};
    };
    add_modes(g, parts);
    parts.section = [g](const Load& load) { return section(g, load); };
    const double sunk = g.drop({0, 0, -number(v, "payload_mass") * gravity, 0, 0, 0});
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
            quantity_row("modulus_ratio", "E over G", Dimension::number, 16, {2, 40},
                         "Timber 16, metals and plastics 2.6.", "Wood Handbook, from memory"),
            quantity_row("density", "Density, kg/m³", Dimension::number, 500, {1, 20000},
                         "Pine 450, beech 720, birch plywood 680, aluminium 2700, steel 7850.", "from memory"),
            quantity_row(
                "strength", "It may be stressed to", Dimension::stress, 25e6, {1e5, 1e10},
                "Clear pine 25 MPa with knots derated, beech 40, birch plywood 30, aluminium 160, mild steel 235.",
                "from memory"),
            quantity_row("payload_mass", "Payload at the tip", Dimension::mass, 2, {0, 1000},
                         "For the frequency; its weight comes with the load.", "input"),
            gap_row("payload_offset", "Payload, above the tip", 0.06, 5, "Its centre of gravity."),
            length_row("payload_gyration", "Payload, radius of gyration", 0.05, 5, "About its own centre."),
            quantity_row("root_stiffness", "Root turns by, N·m/rad", Dimension::number, 0, {0, 1e9},
                         "Stiffness of the joint at the root; 0 is rigid. A soft pad can matter more than the arm.",
                         "input"),
            choice_row("duration", "The load", {{"short", "is short"}, {"lasting", "stays"}}, "short",
                       "Timber and plastics creep."),
            shown_for(
                quantity_row("creep", "Creep adds", Dimension::number, 0.6, {0, 20},
                             "Share of the elastic drop: timber 0.6, printed 1 to 3, metal 0.", "EN 1995, from memory"),
                "duration", {"lasting"}),
            length_row("drop_limit", "It may droop by", 0.010, 5, "At the tip."),
            quantity_row("tilt_limit", "It may turn by", Dimension::angle, 0.0175, {1e-6, 3},
                         "What the picture may tilt.", "common practice"),
            quantity_row("frequency_limit", "Least frequency, Hz", Dimension::number, 3, {0.01, 1000},
                         "Slower ones are seen as sway.", "common practice"),
            quantity_row("damping", "Damping ratio", Dimension::number, 0.01, {0.0001, 1},
                         "Timber and bolted metal 0.01, with rubber 0.05.", "from memory"),
        },
        &build, true,
        {{"tube", "Tube or rod", {{"root_height", "outer"}, {"wall", "wall"}}, {{"section", "tube"}}},
         {"timber",
          "Timber on edge",
          {{"root_height", "width"}, {"root_width", "thickness"}},
          {{"section", "rectangle"}}}});
    return family;
}

}  // namespace clampet::families
