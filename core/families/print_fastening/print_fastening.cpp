#include "families/print_fastening/print_fastening.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/thread.h"
#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "mechanics/thread_strength.h"
#include "mechanics/tightening.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_print_fastening {
namespace {

constexpr double pi = std::numbers::pi;
/// Of a print's shear strength: round an insert, and again where layers part; from memory.
constexpr double round_insert = 0.5, across_layers = 0.5;
/// A full print keeps this much wall round an insert, as a share of its diameter; from memory.
constexpr double wall_wanted = 0.4;
/// A screw driven straight into plastic fills its thread so far; from memory.
constexpr double root_fill = 0.8;

/// Frame: origin at the mouth of the hole, z out of the print.
struct Fastening {
    std::string kind;  ///< heat_set, nut, screw
    double shear = 0, bearing = 0;
    double solid = 1;  ///< share of the print that is there round the hole
    double diameter = 0, length = 0, wall = 0, lever = 0;
    double pull_out = 0, spin = 0, sideways = 0;
    double strips_at = 0, torque = 0;  ///< of a screw straight in [N m]

    double pull(const Wrench& w) const { return std::max(0.0, w.fz) + std::hypot(w.mx, w.my) / lever; }
};

drawing::Drawing section(const Fastening& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double r = g.diameter / 2, out = r + g.wall, L = g.length, block = L + g.wall;
    d.rectangle({-out, -block}, {-r, 0}, Material::plastic);
    d.rectangle({r, -block}, {out, 0}, Material::plastic);
    d.rectangle({-r, -block}, {r, -L}, Material::plastic, Line::none);
    const double top = g.kind == "nut" ? -0.4 * L : 0;
    d.rectangle({-r, -L}, {r, top}, Material::metal);
    if (g.kind == "nut") d.rectangle({-0.5 * r, top}, {0.5 * r, 0}, Material::air);
    d.rectangle({-0.45 * r, -0.8 * L}, {0.45 * r, 0.8 * r}, Material::payload);
    d.line({0, -1.2 * block}, {0, 0.6 * block}, Line::centre);
    d.arrow({0, 1.0 * r}, {0, 1.0 * r + 0.5 * L}, quantity::format(g.pull(load.whole()), Dimension::force));
    d.dimension({-1.15 * out, -L}, {-1.15 * out, 0}, 0.1 * out, quantity::format(L, Dimension::length));
    d.dimension({r, -1.1 * block}, {out, -1.1 * block}, -0.1 * out, quantity::format(g.wall, Dimension::length));
    d.summary = fmt::format("{} {} across and {} deep in a print with {} of wall.",
                            g.kind == "heat_set" ? "An insert"
                            : g.kind == "nut"    ? "A nut"
                                                 : "A screw",
                            quantity::format(g.diameter, Dimension::length), quantity::format(L, Dimension::length),
                            quantity::format(g.wall, Dimension::length));
    return d;
}

/// What round the hole is solid: the wall that is printed, and beyond it infill, which shears as phi^1.5.
double solid_share(double wall, double wanted, double infill) {
    const double full = std::min(1.0, wall / wanted);
    return full + (1 - full) * std::pow(infill, 1.5);
}

using Say = std::function<void(const char*, const char*, double, const char*, Dimension)>;

void heat_set(Fastening& g, const Say& say) {
    const double tau = round_insert * g.shear * g.solid;
    g.pull_out = pi * g.diameter * g.length * tau;
    g.spin = pi * g.diameter * g.diameter * g.length * tau / 2;
    say("shear_round_it", "0.5 τ of the print × what is solid", tau, "from memory", Dimension::stress);
    say("pull_out", "π D L τ", g.pull_out, "shear of a cylinder; 0.5 from memory", Dimension::force);
    say("spins_at", "π D² L τ/2", g.spin, "shear of a cylinder; 0.5 from memory", Dimension::torque);
}

/// A nut in a pocket: its outline shears through the floor; or it bears on the floor round the screw's hole. Its
/// corners keep it from turning.
void nut_pocket(Fastening& g, const Say& say, double floor, double hole) {
    const double flats = g.diameter, side = flats / std::sqrt(3.0);
    const double outline = 6 * side, face = 1.5 * std::sqrt(3.0) * side * side - pi / 4 * hole * hole;
    const double sheared = outline * floor * g.shear * g.solid, borne = std::max(0.0, face) * g.bearing;
    g.pull_out = std::min(sheared, borne);
    // Half of each of six sides bears, triangular, at a third of the side from its middle.
    g.spin = 6 * (side / 2 * g.length * g.bearing / 2) * side / 3;
    say("floor_shears", "6 s t τ", sheared, "shear of the floor along the nut's outline", Dimension::force);
    say("floor_bears", "(A_hex − A_hole) σ_b", borne, "bearing", Dimension::force);
    say("spins_at", "6 (s/2 · h σ_b/2) s/3", g.spin, "derived: corners against the pocket", Dimension::torque);
}

Status straight_in(Fastening& g, const Say& say, const Values& v) {
    const auto thread = catalogue::thread_named(text(v, "screw"));
    if (!thread) return thread.problem().at("screw");
    const double area = root_fill * mechanics::internal_shear_area_per_length(mechanics::basic_sizes(*thread, *thread));
    g.pull_out = area * g.length * g.shear * g.solid;
    const double friction = number(v, "thread_friction");
    const mechanics::TightenedScrew screw{.pitch = thread->lead(),
                                          .pitch_diameter = thread->pitch_diameter,
                                          .flank_half_angle = thread->flank_half_angle,
                                          .thread_friction = friction,
                                          .bearing_friction = friction,
                                          .bearing_outer_diameter = 2 * thread->major,
                                          .bearing_inner_diameter = thread->major};
    if (const auto ok = mechanics::check_screw(screw); !ok) return ok.problem();
    g.strips_at = g.pull_out * mechanics::torque_per_preload(screw);
    g.torque = number(v, "torque");
    say("pull_out", "0.8 A_internal L τ", g.pull_out, "FED-STD-H28/2; root fill from memory", Dimension::force);
    say("strips_at", "F_strip [(d₂/2) tan(ψ + ρ′) + μ r_b]", g.strips_at, "VDI 2230 part 1", Dimension::torque);
    return Done{};
}

void add_modes(FormulaParts& parts, const Fastening& g) {
    parts.modes.push_back(
        ratio({"pulls_out", ModeClass::ultimate, "is|be pulled out of the print", "pull", Dimension::force,
               [g](const Wrench& w) { return g.pull(w); }, [g](const Wrench&) { return g.pull_out; },
               "least shear or bearing round it", "print strengths from memory"}));
    if (g.spin > 0)
        parts.modes.push_back(ratio({"spins_out", ModeClass::ultimate, "turns|turn in the print", "twist",
                                     Dimension::torque, [](const Wrench& w) { return std::abs(w.mz); },
                                     [g](const Wrench&) { return g.spin; }, "shear or corners round it", "derived"}));
    parts.modes.push_back(
        ratio({"tears", ModeClass::ultimate, "tears|tear sideways out of the print", "side_force", Dimension::force,
               [](const Wrench& w) { return std::hypot(w.fx, w.fy); }, [g](const Wrench&) { return g.sideways; },
               "least of D L σ_b and 2 wall L τ", "bearing and tear-out, statics"}));
    if (g.strips_at > 0) {
        auto overtightens =
            ratio({"overtightens", ModeClass::service, "may| strip while it is tightened", "torque", Dimension::torque,
                   [g](const Wrench&) { return mechanics::high_torque_share * g.torque; },
                   [g](const Wrench&) { return mechanics::tightening_share * g.strips_at; }, "0.7 of what strips it",
                   "hand torque scatter from memory"});
        overtightens.mode.scale_free = true;
        parts.modes.push_back(std::move(overtightens));
    }
    FormulaMode both;
    both.mode = {"combined", ModeClass::ultimate, "is|be pulled and pushed sideways at once", false, false};
    both.utilisation = [g](const Wrench& w) { return g.pull(w) / g.pull_out + std::hypot(w.fx, w.fy) / g.sideways; };
    both.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"pull", g.pull(w), Dimension::force},
                                       {"side_force", std::hypot(w.fx, w.fy), Dimension::force}};
    };
    both.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"pull", g.pull_out, Dimension::force},
                                       {"side_force", g.sideways, Dimension::force}};
    };
    both.formula = "P/P_a + V/V_a = 1";
    both.source = "linear interaction, on the safe side";
    parts.modes.push_back(std::move(both));
}

/// What the wall goes round.
Result<double> diameter_of(const Values& v, const std::string& kind) {
    if (kind == "nut") return number(v, "nut_flats");
    if (kind == "heat_set") return number(v, "insert_diameter");
    const auto thread = catalogue::thread_named(text(v, "screw"));
    if (!thread) return thread.problem().at("screw");
    return thread->major;
}

Result<FormulaParts> build(const Values& v) {
    Fastening g;
    g.kind = text(v, "kind");
    const bool nut = g.kind == "nut";
    g.shear = number(v, "print_shear") * (text(v, "layers") == "parted" ? across_layers : 1);
    g.bearing = number(v, "print_bearing");
    const auto diameter = diameter_of(v, g.kind);
    if (!diameter) return diameter.problem();
    g.diameter = *diameter;
    g.length = nut ? number(v, "nut_height") : number(v, "depth");
    g.wall = number(v, "wall");
    g.lever = number(v, "lever");
    g.solid = solid_share(g.wall, wall_wanted * g.diameter, number(v, "infill"));
    FormulaParts parts;
    const Say say = [&](const char* name, const char* formula, double value, const char* source, Dimension dimension) {
        parts.working.push_back([=] { return Working{{name, formula, "", value, dimension, source}}; });
    };
    say("solid_share", "least of 1 and wall/(0.4 D), infill φ^1.5 beyond", g.solid, "from memory", Dimension::number);
    if (g.kind == "heat_set") {
        heat_set(g, say);
    } else if (nut) {
        const double hole = number(v, "nut_hole");
        if (!(hole < g.diameter))
            return Problem{"print_fastening.hole_over_nut", "nut_hole",
                           "The hole is as wide as the nut: nothing holds it.",
                           "Give the hole for the screw, for example 5.5 mm for M5."};
        nut_pocket(g, say, number(v, "floor"), hole);
    } else {
        if (const auto done = straight_in(g, say, v); !done) return done.problem();
    }
    const double beside = 2 * g.wall * g.length * g.shear, borne = g.diameter * g.length * g.bearing;
    g.sideways = std::min(beside, borne);
    say("sideways", "least of D L σ_b and 2 wall L τ", g.sideways, "statics", Dimension::force);
    add_modes(parts, g);
    parts.results = {{"pull_out", g.pull_out, Dimension::force}, {"sideways", g.sideways, Dimension::force}};
    if (g.spin > 0) parts.results.push_back({"spin_out", g.spin, Dimension::torque});
    if (g.strips_at > 0) parts.results.push_back({"strips_at", g.strips_at, Dimension::torque});
    if (g.wall < wall_wanted * g.diameter)
        parts.advisories.push_back({fmt::format("The wall of {} is thin: {} of solid print round it are wanted.",
                                                quantity::format(g.wall, Dimension::length),
                                                quantity::format(wall_wanted * g.diameter, Dimension::length)),
                                    false});
    if (text(v, "layers") == "parted")
        parts.advisories.push_back(
            {"The load parts its layers: print it lying, so that they run along the pull.", false});
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

}  // namespace
}  // namespace of_print_fastening

const Family& print_fastening() {
    using namespace of_print_fastening;
    const auto only = [](Parameter p, std::vector<std::string> kinds) {
        return shown_for(std::move(p), "kind", std::move(kinds));
    };
    static const FormulaFamily family(
        "print_fastening", "Fastening in a print",
        "A heat-set insert, a nut in its pocket or a screw straight into printed plastic: does it pull out, spin or "
        "strip?",
        {
            choice_row(
                "kind", "It is",
                {{"heat_set", "a heat-set insert"}, {"nut", "a nut in a pocket"}, {"screw", "a screw straight in"}},
                "heat_set", "What holds the screw."),
            quantity_row("print_shear", "Print may shear at", Dimension::stress, 16.8e6, {1e5, 1e9},
                         "0.4 of its strength, for good: PETG 17 MPa, PLA 18, PA12 19; half of it in the sun.",
                         "from memory"),
            quantity_row("print_bearing", "Print may bear", Dimension::stress, 22e6, {1e5, 1e9},
                         "PETG 22 MPa, PLA and PA12 25 MPa.", "from memory"),
            choice_row("layers", "The pull", {{"along", "runs along the layers"}, {"parted", "parts the layers"}},
                       "along", "Layers part at about half of what they hold along."),
            quantity_row("infill", "Infill", Dimension::number, 0.2, {0, 1}, "0.2 for 20 %; 1 is solid.", "input"),
            length_row("wall", "Solid round it", 0.0024, 0.1, "Walls: two of 0.4 mm are 0.8 mm, six are 2.4 mm."),
            only(length_row("insert_diameter", "Insert, outside", 0.0063, 0.05, "Over its knurl."), {"heat_set"}),
            only(length_row("depth", "Depth", 0.0081, 0.2, "Of the insert, or of the screw in the print."),
                 {"heat_set", "screw"}),
            only(length_row("nut_flats", "Nut, across flats", 0.008, 0.1, "M5 8 mm, M4 7 mm, M3 5.5 mm."), {"nut"}),
            only(length_row("nut_height", "Nut, height", 0.0047, 0.1, "M5 4.7 mm."), {"nut"}),
            only(length_row("nut_hole", "Hole for the screw", 0.0055, 0.1, "Through the floor of the pocket."),
                 {"nut"}),
            only(length_row("floor", "Floor of the pocket", 0.003, 0.1, "Between the nut and the face."), {"nut"}),
            only(text_row("screw", "Screw", "M4", "Its thread.", "catalogue"), {"screw"}),
            only(quantity_row("torque", "Tightened with", Dimension::torque, 0.5, {0, 100},
                              "A screwdriver held in the fingers about 0.5 N·m.", "from memory"),
                 {"screw"}),
            only(quantity_row("thread_friction", "Friction of the screw", Dimension::number, 0.2, {0, 2},
                              "Steel in plastic 0.2.", "from memory"),
                 {"screw"}),
            length_row("lever", "Pries over", 0.015, 1, "From it to the edge that the part on it would lever on."),
        },
        &build, true,
        {{"heat-set insert",
          "Heat-set insert",
          {{"insert_diameter", "outer"}, {"depth", "length"}},
          {{"kind", "heat_set"}},
          {},
          "insert"},
         {"nut", "Nut", {{"nut_flats", "across_flats"}, {"nut_height", "height"}}, {{"kind", "nut"}}, {}, "nut"},
         {"material", "Print", {{"print_shear", "thread_shear"}, {"print_bearing", "bearing"}}, {}, {}, "material"}},
        nullptr, {}, {.mass = 0.4, .at = {0, 0, 0.03}, .push = 5});
    return family;
}

}  // namespace clampet::families
