#include "families/screw_drive/screw_drive.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"
#include "catalogue/thread.h"
#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/screw_tip.h"
#include "families/shared/threaded_material.h"
#include "mechanics/thread_strength.h"
#include "mechanics/tightening.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_screw_drive {
namespace {

using quantity::infinite;

/// What a hand puts on a knob: typical values, low = T/1.5, high = 1.5 T. All from memory.
struct Knob {
    const char *key, *label;
    double torque, diameter;
};
constexpr std::array knobs{Knob{"knurled_12", "knurled knob Ø12", 0.3, 0.012},
                           Knob{"knob_20", "knob Ø20", 0.8, 0.020},
                           Knob{"star_32", "star knob Ø32", 2.0, 0.032},
                           Knob{"star_40", "star knob Ø40", 3.0, 0.040},
                           Knob{"star_50", "star knob Ø50", 4.5, 0.050},
                           Knob{"wing", "wing nut M6 or 1/4", 1.5, 0.030},
                           Knob{"t_bar_60", "T-bar 60 mm", 4.0, 0.060},
                           Knob{"coin", "coin slot", 0.8, 0.016},
                           Knob{"ring", "fold-out ring", 0.9, 0.018},
                           Knob{"camera", "turning the camera body", 3.0, 0.100},
                           Knob{"spanner", "spanner: force times length", 0.0, 0.016},
                           Knob{"own", "a torque of my own", 0.0, 0.030}};

struct Drive {
    mechanics::TightenedScrew screw;
    catalogue::Thread thread;
    double torque = 0, force = 0, fresh = 0;    ///< [N m], aged and fresh force [N]
    double highest = 0;                         ///< fresh force of a strong hand on slippery threads [N]
    double buckling = 0, strip = 0, yield = 0;  ///< [N]
    double free_length = 0, knob = 0, engaged = 0;
    double foot_area = 0, turning_friction = 0,
           presses_on = 0;  ///< [m2], of what turns on it, and what that bears [Pa]
    double locking = 0;     ///< tan rho' / tan psi
};

drawing::Drawing section(const Drive& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double r = g.thread.major / 2, L = std::max(g.free_length, 3 * r), e = std::max(g.engaged, r), k = g.knob / 2,
                 tall = 0.6 * k + r;
    d.rectangle({-5 * r, 0}, {-r, e}, Material::wood);
    d.rectangle({r, 0}, {5 * r, e}, Material::wood);
    d.rectangle({-r, -L}, {r, e + 2 * r}, Material::metal);
    d.rectangle({-k, e + 2 * r}, {k, e + 2 * r + tall}, Material::plastic);
    for (double z = -L; z < e + 1.5 * r; z += 2 * g.thread.pitch) d.line({-r, z}, {r, z + g.thread.pitch}, Line::thin);
    const double tip = std::max(g.screw.bearing_outer_diameter / 2, 0.4 * r);
    d.rectangle({-tip, -L - 0.6 * r}, {tip, -L}, Material::rubber);
    d.rectangle({-6 * r, -L - 3 * r}, {6 * r, -L - 0.6 * r}, Material::site);
    d.arrow({0, -L - 5 * r}, {0, -L - 3 * r}, quantity::format(g.force - load.whole().fz, Dimension::force));
    d.dimension({-5 * r, -L}, {-5 * r, 0}, 0, quantity::format(g.free_length, Dimension::length));
    d.text({k + r, e + 2 * r + tall / 2}, quantity::format(g.torque, Dimension::torque), Align::left, TextRole::number);
    d.summary = fmt::format("A {} screw turned with {} presses with {}.", g.thread.designation,
                            quantity::format(g.torque, Dimension::torque), quantity::format(g.force, Dimension::force));
    return d;
}

void add_modes(const Drive& g, FormulaParts& parts) {
    const auto pressed = [g](const Wrench& w) { return std::max(0.0, g.force - w.fz); };
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be pushed back off its seat", "pull", Dimension::force,
               [](const Wrench& w) { return w.fz; }, [g](const Wrench&) { return g.force; }, "F", "statics"}));
    parts.modes.push_back(
        ratio({"buckles", ModeClass::ultimate, "bends|bend out sideways", "push", Dimension::force,
               [g, pressed](const Wrench& w) { return g.free_length > 0 ? pressed(w) : 0.0; },
               [g](const Wrench&) { return g.buckling; }, "π² E I/L² on d₃, both ends hinged", "Euler, Shigley"}));
    parts.modes.push_back(
        ratio({"strips", ModeClass::ultimate, "strips|strip its thread", "push", Dimension::force, pressed,
               [g](const Wrench&) { return g.strip; }, "shear area × 0.577 σ_u, the weaker side", "FED-STD-H28/2"}));
    parts.modes.push_back(ratio(
        {"bores", ModeClass::ultimate, "bores|bore into what it presses on", "pressure", Dimension::stress,
         [g, pressed](const Wrench& w) { return boring_stress(pressed(w), g.foot_area, g.turning_friction); },
         [g](const Wrench&) { return g.presses_on; }, "F/A √(1 + 3 μ²), μ of what turns on it", "von Mises, derived"}));
    parts.modes.push_back(margin(
        "backs_off", "turns|turn back by itself", [g](const Wrench&) { return g.locking; }, "tan ρ′/tan ψ",
        "self-locking when ψ < ρ′, Shigley; half of the friction where it shakes"));
    FormulaMode twists;
    twists.mode = {"overtightens", ModeClass::service, "yields|yield or strips|strip while it is tightened", false,
                   true};
    const double allowed = std::min(g.yield, mechanics::tightening_share * g.strip);
    twists.utilisation = [g, allowed](const Wrench&) { return allowed > 0 ? g.highest / allowed : infinite; };
    twists.demand = [g](const Wrench&) { return std::vector<NamedValue>{{"preload", g.highest, Dimension::force}}; };
    twists.capacity = [allowed](const Wrench&) {
        return std::vector<NamedValue>{{"preload", allowed, Dimension::force}};
    };
    twists.formula = "at 1.5 T and 0.7 μ: 0.9 R_p A_0/√(1 + 3 (τ/σ)²), and 0.7 of stripping";
    twists.source = "VDI 2230 part 1, step R7";
    parts.modes.push_back(std::move(twists));
}

Result<FormulaParts> build(const Values& v) {
    const auto thread = catalogue::thread_named(text(v, "screw"));
    if (!thread) return thread.problem().at("screw");
    const auto screw_material = threaded_material(v, "screw_material"),
               nut_material = threaded_material(v, "nut_material");
    if (!screw_material) return screw_material.problem();
    if (!nut_material) return nut_material.problem();
    Drive g;
    g.thread = *thread;
    const auto& key = text(v, "knob");
    const auto* knob = std::find_if(knobs.begin(), knobs.end(), [&](const Knob& k) { return key == k.key; });
    g.knob = knob->diameter;
    g.torque = knob->torque > 0   ? knob->torque * number(v, "hand_strength")
               : key == "spanner" ? number(v, "spanner_force") * number(v, "spanner_length")
                                  : number(v, "torque");
    const auto& tip = text(v, "tip");
    // In a button that turns, the screw's own tip rubs, at 0.6 of its root (common practice).
    const double tip_diameter = tip == "ball"     ? 0
                                : tip == "button" ? 0.6 * thread->minor_external
                                                  : number(v, "tip_diameter");
    g.screw = {.pitch = thread->lead(),
               .pitch_diameter = thread->pitch_diameter,
               .flank_half_angle = thread->flank_half_angle,
               .thread_friction = number(v, "thread_friction"),
               .bearing_friction = number(v, "tip_friction"),
               .bearing_outer_diameter = tip_diameter,
               .bearing_inner_diameter = tip == "ring" ? number(v, "tip_hole") : 0};
    if (const auto ok = mechanics::check_screw(g.screw); !ok) return ok.problem().at("tip_hole");
    // A ball touches on a spot about as wide as a button's tip; a ring leaves its hole out.
    const double foot = tip == "ball" ? 0.6 * thread->minor_external : number(v, "tip_diameter"),
                 hole = tip == "ring" ? number(v, "tip_hole") : 0;
    g.foot_area = std::numbers::pi / 4 * (foot * foot - hole * hole);
    g.turning_friction = tip == "button" ? 0 : number(v, "tip_friction");
    g.presses_on = number(v, "pressed_strength");
    const double arm = mechanics::torque_per_preload(g.screw), kept = number(v, "kept");
    g.fresh = g.torque / arm;
    g.highest = mechanics::highest_preload(g.screw, g.torque);
    g.force = kept * g.fresh;
    g.free_length = number(v, "free_length");
    g.engaged = number(v, "engaged");
    const double d3 = thread->minor_external, inertia = std::numbers::pi * std::pow(d3, 4) / 64;
    g.buckling = g.free_length > 0 ? std::numbers::pi * std::numbers::pi * screw_material->youngs_modulus * inertia /
                                         (g.free_length * g.free_length)
                                   : infinite;
    const auto sizes = mechanics::basic_sizes(*thread, *thread);
    g.strip = g.engaged *
              std::min(mechanics::external_shear_area_per_length(sizes) * mechanics::thread_shear(*screw_material),
                       mechanics::internal_shear_area_per_length(sizes) * mechanics::thread_shear(*nut_material));
    g.yield = mechanics::largest_preload(g.screw, thread->stress_area, screw_material->yield);
    const double share = text(v, "place") == "shakes" ? 0.5 : 1;
    g.locking = share * g.screw.thread_friction / std::cos(g.screw.flank_half_angle) / std::tan(thread->lead_angle());
    FormulaParts parts;
    parts.working.push_back([=] {
        return Working{
            {"torque", "what the hand puts on it", knob->label, g.torque, Dimension::torque, "from memory"},
            {"torque_per_preload", "T/F = (d₂/2) tan(ψ + ρ′) + μ_b r_b", "", arm, Dimension::length, "VDI 2230 part 1"},
            {"force_fresh", "F = T/(T/F)", fmt::format("{:.3g} N·m/{:.3f} mm", g.torque, arm * 1e3), g.fresh,
             Dimension::force, "VDI 2230 part 1"},
            {"force", "F′ = kept · F", fmt::format("{:.2f} · {:.1f} N", kept, g.fresh), g.force, Dimension::force,
             "retention from memory"},
            {"loosening_torque", "T_L = F[(d₂/2) tan(ρ′ − ψ) + μ_b r_b]", "",
             g.force * mechanics::loosening_torque_per_preload(g.screw), Dimension::torque, "VDI 2230 part 1"}};
    });
    add_modes(g, parts);
    parts.results = {
        {"torque", g.torque, Dimension::torque},
        {"clamping_force", g.force, Dimension::force},
        {"force_fresh", g.fresh, Dimension::force},
        {"loosening_torque", g.force * mechanics::loosening_torque_per_preload(g.screw), Dimension::torque},
        {"buckling_force", g.buckling, Dimension::force},
        {"strip_force", g.strip, Dimension::force}};
    parts.section = [g](const Load& load) { return section(g, load); };
    if (!(g.locking > 1))
        parts.advisories.push_back({"The screw is not self-locking here: it turns back by itself.", true});
    return parts;
}

}  // namespace
}  // namespace of_screw_drive

const Family& screw_drive() {
    using namespace of_screw_drive;
    std::vector<Choice> choices;
    for (const auto& k : knobs) choices.push_back({k.key, k.label});
    const auto scattered = [](Parameter p, double low, double high, bool more) {
        p.spread = {low, high, more, {}};
        return p;
    };
    static const FormulaFamily family(
        "screw_drive", "Screw turned by hand", "A knob, wing nut or lever: what force does a hand make with it?",
        {
            choice_row("knob", "Turned by", choices, "star_40",
                       "What the fingers hold; typical torques are from memory."),
            scattered(quantity_row("hand_strength", "Strength of the hand", Dimension::number, 1, {0, 5},
                                   "1 is an average hand; 0.67 a weak one, 1.5 a strong one.", "from memory"),
                      1 / 1.5, 1.5, true),
            shown_for(
                scattered(quantity_row("torque", "Torque", Dimension::torque, 2, {0, 1e3}, "As measured.", "input"),
                          1 / 1.5, 1.5, true),
                "knob", {"own"}),
            shown_for(quantity_row("spanner_force", "Spanner force", Dimension::force, 50, {0, 2000},
                                   "40 to 60 N is firm.", "from memory"),
                      "knob", {"spanner"}),
            shown_for(length_row("spanner_length", "Spanner length", 0.12, 2, "From the screw to the hand."), "knob",
                      {"spanner"}),
            text_row("screw", "Screw", "M8", "Its thread, for example M8 or 3/8-16.", "catalogue"),
            scattered(quantity_row("thread_friction", "Friction in the thread", Dimension::number, 0.15, {0, 2},
                                   "Dry steel 0.15; oiled 0.10.", "from memory"),
                      0.7, 1.43, false),
            choice_row("tip", "What rubs",
                       {{"button", "a button that turns on the tip"},
                        {"ball", "a ball tip: nothing"},
                        {"pad", "a solid pad"},
                        {"ring", "a ring or a head"}},
                       "button",
                       "In a button or swivel foot only the screw's tip rubs; a ball tip turns on a point; a solid pad "
                       "rubs at 2/3 of its radius."),
            shown_for(length_row("tip_diameter", "Foot, outside", 0.012, 0.3, "Outer diameter of what presses."), "tip",
                      {"button", "pad", "ring"}),
            shown_for(gap_row("tip_hole", "Rubbing face, hole", 0.0084, 0.3, "Diameter of the hole in it."), "tip",
                      {"ring"}),
            scattered(quantity_row("tip_friction", "Friction where it rubs", Dimension::number, 0.15, {0, 2},
                                   "Steel on steel 0.15, on rubber 0.6.", "from memory"),
                      0.7, 1.43, false),
            quantity_row("pressed_strength", "It presses on what bears", Dimension::stress, 100e6, {1e4, 1e10},
                         "Steel 235 MPa, aluminium 100 MPa, plywood 8 MPa, rubber 3 MPa.", "from memory"),
            gap_row("free_length", "Free length", 0.040, 2, "From the nut to the tip, where it could buckle."),
            length_row("engaged", "Engaged length", 0.008, 0.2, "Of thread in the nut or the frame."),
            text_row("screw_material", "Screw of", "steel 4.6", "For its strength.", "catalogue"),
            text_row("nut_material", "Nut or frame of", "mild steel", "For its thread's strength.", "catalogue"),
            described(choice_row("place", "It is used", {{"still", "at rest"}, {"shakes", "where it shakes"}}, "still",
                                 "Bumps and carrying halve the friction that keeps it tight.")),
            described(quantity_row(
                "kept", "Kept after a day", Dimension::number, 0.95, {0, 1, false},
                "Share of the force that is left after a day: steel 0.95, hardwood 0.75, rubber 0.7.", "from memory")),
        },
        &build, true,
        {{"screw grade", "Screw, by its mark", {}, {}, {{"screw_material", "thread_that_holds"}}, "grade"},
         {"material", "What it presses on", {{"pressed_strength", "bearing"}}, {}, {}, "presses_on"},
         {"material", "Nut or frame of", {}, {}, {{"nut_material", "thread_that_holds"}}, "material"}});
    return family;
}

}  // namespace clampet::families
