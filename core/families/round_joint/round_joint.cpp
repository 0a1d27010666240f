#include "families/round_joint/round_joint.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/screw_tip.h"
#include "families/shared/squeeze.h"
#include "mechanics/ring_bending.h"
#include "mechanics/round_fit.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_round_joint {
namespace {

using quantity::infinite;
constexpr double pi = std::numbers::pi;

/// A post in its bore. Frame: origin in the middle of the rim, z out of the bore along the post.
struct Round {
    std::string held;  ///< loose, taped, wedged, clamped, collet, side_screw, pinned, pressed, glued
    mechanics::RoundFit fit;
    double friction = 0, bearing = 0, height = 0, movement_limit = 0;
    bool rests = true;   ///< the post stands on the bottom or a shoulder: what presses is borne there
    double pressed = 0;  ///< pressure of an interference [Pa]
    double shear = 0;    ///< of a glue line, after grain [Pa]
    double pin = 0, pin_shear = 0, wall = 0;
    double grip = 0;  ///< sum of the normal forces of what is wedged, clamped or screwed [N]

    bool squeezed() const { return held == "clamped" || held == "collet" || held == "side_screw"; }
    double radius() const { return fit.post / 2; }
    double area() const { return pi * fit.post * fit.length; }
    mechanics::SideForces side(const Wrench& w) const {
        return mechanics::side_forces(w.fx, w.fy, w.mx, w.my, fit.length);
    }
    /// What would move along the post: a pull, and a press where nothing is under it.
    double along(const Wrench& w) const { return rests ? std::max(0.0, w.fz) : std::abs(w.fz); }
    /// Pull and twist together, as a force at the post's surface.
    double drawn(const Wrench& w) const { return std::hypot(along(w), w.mz / radius()); }
    /// Friction that holds it: of a pressed post its own, of a loose one what the side load presses.
    double gripped(const Wrench& w) const {
        if (squeezed() || held == "wedged") return friction * grip;
        return friction * (held == "pressed" ? pressed * area() : side(w).sum());
    }
    /// Each of the pin's two sections: half the pull, and the twist over the diameter.
    double on_pin(const Wrench& w) const { return std::hypot(along(w) / 2, w.mz / fit.post); }
    double pin_bears() const { return pin * std::min(wall, fit.post / 4) * bearing; }
    /// Worst pressure of the post on its bore, linear along it, on the projected area.
    double pressure(const Wrench& w) const {
        const double force = std::hypot(w.fx, w.fy), L = fit.length;
        const double about_middle = std::hypot(w.mx - w.fy * L / 2, w.my + w.fx * L / 2);
        return force / (fit.post * L) + 6 * about_middle / (fit.post * L * L);
    }
    /// Side moment at which a pressed or glued post opens at its rim: pi r p L^2/6.
    double opens_at() const { return pi * radius() * pressed * fit.length * fit.length / 6; }
};

std::vector<NamedValue> force(const char* name, double value) {
    return {{name, value, Dimension::force}};
}

drawing::Drawing section(const Round& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double r = g.radius(), R = g.fit.bore / 2, L = g.fit.length, w = std::max(0.6 * r, 0.006), up = 0.9 * L;
    d.rectangle({-R - w, -L - w}, {-R, 0}, Material::wood);
    d.rectangle({R, -L - w}, {R + w, 0}, Material::wood);
    d.rectangle({-R, -L - w}, {R, -L}, Material::wood);
    d.rectangle({-r, -L}, {r, up}, Material::metal);
    if (g.held == "pinned") d.circle({0, -L / 2}, g.pin / 2, Material::metal);
    if (g.held == "side_screw") d.rectangle({R, -L / 2 - 0.2 * r}, {R + 2.2 * w, -L / 2 + 0.2 * r}, Material::metal);
    if (g.held == "collet")
        for (const double side : {-1.0, 1.0})
            d.path({{side * R, 0}, {side * (R + w), 0}, {side * (R + 0.4 * w), 0.5 * L}, {side * r, 0.5 * L}},
                   Material::plastic);
    if (g.held == "wedged") d.path({{R, 0.2 * L}, {r, 0.2 * L}, {r, -0.8 * L}, {R, 0}}, Material::wood);
    if (g.grip > 0)
        d.arrow({-R - 2.4 * w, -L / 2}, {-R, -L / 2}, quantity::format(g.grip, Dimension::force), Line::accent);
    d.line({0, -L - 1.5 * w}, {0, up + w}, Line::centre);
    d.dimension({-R - w, -L}, {-R - w, 0}, 0.5 * w, quantity::format(L, Dimension::length));
    d.dimension({-r, up}, {r, up}, 0.5 * w, "Ø " + quantity::format(g.fit.post, Dimension::length));
    const auto side = g.side(load.whole());
    if (side.rim > 0) d.arrow({R + 1.6 * w, -0.05 * L}, {R, -0.05 * L}, quantity::format(side.rim, Dimension::force));
    if (side.end > 0) d.arrow({-R - 1.6 * w, -0.95 * L}, {-R, -0.95 * L}, quantity::format(side.end, Dimension::force));
    d.summary = fmt::format("A post of {} in a bore of {}, {} deep.", quantity::format(g.fit.post, Dimension::length),
                            quantity::format(g.fit.bore, Dimension::length), quantity::format(L, Dimension::length));
    return d;
}

void add_slip(FormulaParts& parts, const Round& g) {
    if (g.held == "pinned") return;
    FormulaMode slips;
    // What only its weight keeps in is not held better by more of it.
    const bool by_weight = g.held == "loose" || g.held == "taped";
    slips.mode = {"slips", ModeClass::ultimate, "is|be drawn out or turns|turn in its bore", by_weight, false};
    const auto capacity = [g](const Wrench& w) { return g.held == "glued" ? g.shear * g.area() : g.gripped(w); };
    slips.utilisation = [g, capacity](const Wrench& w) {
        const double drawn = g.drawn(w), held = capacity(w);
        if (!(drawn > 0)) return 0.0;
        return held > 0 ? drawn / held : infinite;
    };
    slips.demand = [g](const Wrench& w) { return force("along_surface", g.drawn(w)); };
    slips.capacity = [capacity](const Wrench& w) { return force("along_surface", capacity(w)); };
    slips.motion = [g](const Wrench& w) -> Phrase {
        if (std::abs(w.mz) / g.radius() > g.along(w)) return "turns|turn in its bore";
        return w.fz < 0 && !g.rests ? "drops|drop in its bore" : "is|be lifted out of its bore";
    };
    slips.formula = g.held == "glued"     ? "τ π d L"
                    : g.held == "pressed" ? "μ p π d L"
                    : g.grip > 0          ? "μ ΣN"
                                          : "μ (rim + end), rim = H (1 + h/L), end = H h/L";
    slips.source = g.held == "glued" ? "statics; the strength is an input" : "Coulomb friction; statics";
    parts.modes.push_back(std::move(slips));
}

void add_pin(FormulaParts& parts, const Round& g) {
    if (g.held != "pinned") return;
    const double area = pi * g.pin * g.pin / 4;
    parts.modes.push_back(
        ratio({"pin_shears", ModeClass::ultimate, "shears|shear its pin off", "pin_force", Dimension::force,
               [g](const Wrench& w) { return g.on_pin(w); }, [g, area](const Wrench&) { return g.pin_shear * area; },
               "τ π d_p²/4, two sections", "double shear, Shigley"}));
    parts.modes.push_back(
        ratio({"pin_tears", ModeClass::ultimate, "tears|tear its pin through the wood", "pin_force", Dimension::force,
               [g](const Wrench& w) { return g.on_pin(w); }, [g](const Wrench&) { return g.pin_bears(); },
               "σ_b d_p · least of wall and d/4", "bearing on the projected area; statics"}));
}

void add_side(FormulaParts& parts, const Round& g) {
    parts.modes.push_back(
        ratio({"crushes", ModeClass::ultimate, "crushes|crush the rim of its bore", "pressure", Dimension::stress,
               [g](const Wrench& w) { return g.pressure(w); }, [g](const Wrench&) { return g.bearing; },
               "H/(d L) + 6 M/(d L²), linear along the bore", "statics; the strength is an input"}));
    if (g.held == "pressed")
        parts.modes.push_back(
            ratio({"opens", ModeClass::service, "opens|open at its rim", "side_moment", Dimension::torque,
                   [](const Wrench& w) { return std::hypot(w.mx, w.my); }, [g](const Wrench&) { return g.opens_at(); },
                   "π r p L²/6", "linear pressure over the bore, derived"}));
    if (!(g.fit.play() > 0) || (g.held != "loose" && g.held != "taped" && g.held != "pinned")) return;
    FormulaMode leans;
    leans.mode = {"wobbles", ModeClass::service, "wobbles|wobble too far", false, true};
    const double ratio = g.fit.movement(g.height) / g.movement_limit;
    leans.utilisation = [ratio](const Wrench&) { return ratio; };
    leans.demand = [g](const Wrench&) {
        return std::vector<NamedValue>{{"movement", g.fit.movement(g.height), Dimension::length}};
    };
    leans.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"movement", g.movement_limit, Dimension::length}};
    };
    leans.formula = "c (1 + 2 h/L) of what is allowed";
    leans.source = "geometry, derived";
    parts.modes.push_back(std::move(leans));
}

void add_words(FormulaParts& parts, const Round& g, double play, double wraps) {
    const auto length = [](double si) { return quantity::format(si, Dimension::length); };
    parts.working.push_back([=] {
        return Working{
            {"play", "c = D − d, less 2 · 0.8 t for each wrap", "", g.fit.play(), Dimension::length, "geometry"},
            {"lean", "tan θ = c/L", "", std::atan(g.fit.lean()), Dimension::angle, "geometry"},
            {"movement", "c (1 + 2 h/L)", "", g.fit.movement(g.height), Dimension::length, "geometry"}};
    });
    if (g.held == "pressed")
        parts.working.push_back([=] {
            return Working{{"pressure", "δ = (p d/E_o)[(D_o² + d²)/(D_o² − d²) + ν_o] + (p d/E_i)(1 − ν_i)", "",
                            g.pressed, Dimension::stress, "Lamé; Shigley, press and shrink fits"}};
        });
    parts.loaded_working = [g](const Load& load) {
        const auto side = g.side(load.whole());
        return Working{{"rim_force", "H (1 + h/L)", "", side.rim, Dimension::force, "statics"},
                       {"end_force", "H h/L", "", side.end, Dimension::force, "statics"}};
    };
    parts.results = {{"play", g.fit.play(), Dimension::length},
                     {"lean", std::atan(g.fit.lean()), Dimension::angle},
                     {"movement_at_payload", g.fit.movement(g.height), Dimension::length}};
    if (play > 0 && (g.held == "loose" || g.held == "taped" || g.held == "pinned"))
        parts.results.push_back({std::string(wanders_by_play), std::atan(g.fit.lean()), Dimension::angle});
    if (play > 0 && (g.held == "loose" || g.held == "taped")) {
        parts.results.push_back({"wraps_that_fill_it", wraps, Dimension::number});
        if (g.held == "loose" && play > 1e-4)
            parts.advisories.push_back(
                {fmt::format("It has {} of play: {} of tape, a sleeve with a wall of {}, "
                             "or a slit drawn together by a screw would take it up.",
                             length(play), wraps < 2 ? "a wrap" : fmt::format("{:.0f} wraps", std::floor(wraps + 1e-9)),
                             length(play / 2)),
                 false});
    }
    if (g.held == "loose")
        parts.advisories.push_back(
            {"Nothing keeps a loose post from being lifted out or turned but what leans on it.", false});
}

/// What a wedge that was driven in beside the post presses; friction on both of its faces is the joint's.
void drive_wedge(const Values& v, Round& g, FormulaParts& parts) {
    const double angle = number(v, "wedge_angle"), rho = std::atan(g.friction), drive = number(v, "drive_force");
    const double press = drive / (std::tan(rho + angle) + g.friction);
    g.grip = 2 * press;
    parts.working.push_back([=] {
        return Working{
            {"wedge_presses", "F/(tan(ρ + δ) + μ)", "", press, Dimension::force, "statics of a wedge"},
            {"normal_force_sum", "2 N, on both sides of the post", "", 2 * press, Dimension::force, "statics"}};
    });
    parts.modes.push_back(margin(
        "wedge_backs_out", "pushes|push its wedge back out", [=](const Wrench&) { return 2 * rho / angle; },
        "(ρ₁ + ρ₂)/δ", "wedges, self-locking; derived"));
}

/// What a slit hub, a collet or a screw from the side presses: the sum of its normal forces.
Result<double> squeezed_on(const Values& v, const Round& g, FormulaParts& parts) {
    const auto squeezed = squeeze(v);
    if (!squeezed) return squeezed.problem().at("screw");
    parts.working.push_back(squeezed->working);
    const auto say = [&](const char* name, const char* formula, double value, const char* source) {
        parts.working.push_back([=] { return Working{{name, formula, "", value, Dimension::force, source}}; });
    };
    const double F = squeezed->force;
    double sum = 2 * F;
    if (g.held == "side_screw") {
        const double tip = number(v, "tip_diameter");
        parts.modes.push_back(
            ratio({"bores", ModeClass::ultimate, "bores|bore its screw into the post", "pressure", Dimension::stress,
                   [=](const Wrench&) { return boring_stress(F, pi / 4 * tip * tip, 0); },
                   [bearing = g.bearing](const Wrench&) { return bearing; }, "F/(π d²/4)", "statics"}));
        parts.advisories.push_back(
            {"One screw from the side holds it on two lines, about which it can rock: a second "
             "screw, a flat filed on the post or a slit does better.",
             false});
    } else if (g.held == "collet") {
        const double angle = number(v, "cone_angle"), rho = std::atan(number(v, "cone_friction"));
        sum = F / std::tan(angle + rho);
        say("normal_force_sum", "F/tan(α + ρ), of the ring that is drawn onto its cone", sum, "statics of a cone");
    } else {
        // A slit ring closes by π c, and that part of the force is spent on bending it.
        const double wall = (number(v, "outside") - g.fit.bore) / 2, r = (g.fit.bore + wall) / 2;
        const double inertia = g.fit.length * std::pow(wall, 3) / 12, E = number(v, "hub_modulus");
        const double spent = mechanics::force_closing_slit(pi * g.fit.play(), E, inertia, r),
                     left = std::max(0.0, F - spent);
        sum = mechanics::drawn_round(left, g.friction);
        say("spent_on_closing", "π c E I/(3π r³)", spent, "curved beam, Roark");
        say("normal_force_sum", "2 F′ (1 − e^(−μπ))/μ, F′ what is left", sum, "belt friction, Eytelwein");
        if (!(left > 0))
            parts.advisories.push_back(
                {fmt::format("Closing the slit takes {}: nothing is left to grip with. Make the bore closer, cut the "
                             "slit deeper, or make the wall thinner.",
                             quantity::format(spent, Dimension::force)),
                 true});
    }
    return sum;
}

Result<FormulaParts> build(const Values& v) {
    Round g;
    FormulaParts parts;
    g.held = text(v, "held");
    g.fit = {number(v, "post"), number(v, "bore"), number(v, "depth")};
    if (g.held == "pressed") g.fit.bore = g.fit.post - number(v, "interference");
    g.friction = number(v, "friction");
    g.bearing = number(v, "bearing_strength");
    g.height = number(v, "height");
    g.movement_limit = number(v, "movement_limit");
    g.rests = text(v, "under_it") == "bottom";
    const auto* wound = std::find_if(mechanics::tapes.begin(), mechanics::tapes.end(),
                                     [&](const mechanics::Tape& tape) { return tape.name == text(v, "tape"); });
    const double tape = wound->thickness;
    const double play = g.fit.play(), wraps = mechanics::wraps_for(play, tape);
    const double outside = number(v, "outside");
    if ((g.held == "pressed" || g.held == "clamped") && !(outside > g.fit.bore))
        return Problem{"round.no_hub", "outside", "What the bore is in is no wider than the bore.",
                       "Give its outside diameter."};
    if (g.held == "pressed") {
        const mechanics::PressedFit fit{
            g.fit.post, g.fit.bore, outside, number(v, "post_modulus"), 0.3, number(v, "hub_modulus"), 0.3};
        g.pressed = mechanics::pressed_pressure(fit);
    } else if (play < 0) {
        return Problem{
            "round.does_not_go_in", "post",
            fmt::format("A post of {} does not go into a bore of {}.", quantity::format(g.fit.post, Dimension::length),
                        quantity::format(g.fit.bore, Dimension::length)),
            "Widen the bore, sand the post, or press it in."};
    }
    if (g.held == "taped") {
        const double taken = 2 * mechanics::squeezed_tape * tape * std::round(number(v, "wraps"));
        if (taken > play + tape)
            return Problem{"round.too_many_wraps", "wraps", "With so many wraps it does not go in.",
                           fmt::format("Give at most {:.0f}.", std::max(0.0, std::ceil(wraps)))};
        g.fit.bore = std::max(g.fit.post, g.fit.bore - taken);
    }
    g.shear = number(v, "shear_strength") * (text(v, "grain") == "end" ? 0.2 : 1);
    g.pin = number(v, "pin_diameter");
    g.pin_shear = number(v, "pin_strength");
    g.wall = number(v, "wall");
    if (g.held == "pinned" && !(g.pin < 0.5 * g.fit.post))
        return Problem{"round.pin_too_thick", "pin_diameter", "The pin takes half of the post away.",
                       "Give less than half of the post, about a quarter."};
    if (g.held == "wedged") drive_wedge(v, g, parts);
    if (g.squeezed()) {
        const auto sum = squeezed_on(v, g, parts);
        if (!sum) return sum.problem();
        g.grip = *sum;
    }
    add_slip(parts, g);
    add_pin(parts, g);
    add_side(parts, g);
    if (g.held == "pressed") {
        const double share = mechanics::hub_stress_share(g.fit.bore, number(v, "outside"));
        parts.modes.push_back(ratio({"splits", ModeClass::ultimate, "splits|split what the bore is in", "hoop_stress",
                                     Dimension::stress, [g, share](const Wrench&) { return g.pressed * share; },
                                     [strength = number(v, "hub_strength")](const Wrench&) { return strength; },
                                     "p (D_o² + d²)/(D_o² − d²)", "Lamé"}));
    }
    add_words(parts, g, play, wraps);
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

std::vector<Parameter> rows() {
    const auto for_held = [](Parameter p, std::vector<std::string> held) {
        return shown_for(std::move(p), "held", std::move(held));
    };
    std::vector<Parameter> squeezed = squeeze_parameters(
        {.force = 250, .torque = 2, .screw = "M6", .bearing_outer = 0.012, .bearing_inner = 0.0066, .kept = 0.75});
    for (auto& row : squeezed) {
        if (row.key == "squeezed_by") row.standard_text = "screw";
        const std::vector<std::string> held{"clamped", "collet", "side_screw"};
        row = row.shown_by.empty() ? shown_for(std::move(row), "held", held)
                                   : also_shown_for(std::move(row), "held", held);
    }
    std::vector<Parameter> all{
        choice_row("held", "It is held by",
                   {{"loose", "nothing: it stands in it"},
                    {"taped", "wraps of tape"},
                    {"wedged", "a wedge driven in beside it"},
                    {"clamped", "a slit that is drawn together"},
                    {"collet", "a ring drawn onto its cone (twist lock)"},
                    {"side_screw", "a screw from the side"},
                    {"pinned", "a pin across"},
                    {"pressed", "being pressed in"},
                    {"glued", "glue"}},
                   "loose", "Leg sections, posts and dowels: what keeps them from coming out, dropping and turning."),
        length_row("post", "Post, rod or dowel", 0.0248, 1, "Outside diameter, as measured."),
        for_held(length_row("bore", "Bore", 0.0252, 1, "Inside diameter, as measured."),
                 {"loose", "taped", "wedged", "clamped", "collet", "side_screw", "pinned", "glued"}),
        length_row("depth", "Depth in it", 0.060, 5, "How far the post is in."),
        choice_row("under_it", "Under the post", {{"bottom", "a bottom or a shoulder"}, {"nothing", "nothing"}},
                   "bottom", "What bears its weight."),
        from_rig(gap_row("height", "Payload above the rim", 0.30, 20, "For how far the play lets it move."),
                 RigFact::along_axis),
        friction_row("friction", "Friction", "hardwood on hardwood", "Post on bore, dry."),
        described(quantity_row("bearing_strength", "May be pressed by", Dimension::stress, 7e6, {1e3, 1e10, false},
                               "Of the softer of both, across the grain: pine 4 MPa, oak 7, aluminium 150.",
                               "Wood Handbook, from memory")),
        for_held(count_row("wraps", "Wraps", 1, {0, 50}, "Times round."), {"taped"}),
        for_held(choice_row("tape", "Tape", {{"paper", "paper"}, {"vinyl", "vinyl"}, {"cloth", "cloth"}}, "cloth",
                            "0.13, 0.15 and 0.25 mm, squeezed to 0.8 of it; from memory."),
                 {"loose", "taped"}),
        for_held(length_row("pin_diameter", "Pin", 0.005, 0.1, "About a quarter of the post."), {"pinned"}),
        for_held(quantity_row("pin_strength", "Pin shears at", Dimension::stress, 230e6, {1e5, 1e10, false},
                              "Steel 4.6 230 MPa, hardwood dowel across its grain 12.", "from memory"),
                 {"pinned"}),
        for_held(length_row("wall", "Wall round the bore", 0.010, 1, "What the pin goes through on each side."),
                 {"pinned"}),
        for_held(length_row("interference", "Thicker than the bore by", 0.0001, 0.01,
                            "Post less bore, before it is pressed in."),
                 {"pressed"}),
        for_held(length_row("outside", "Outside of it", 0.050, 2, "Diameter of what the bore is in."),
                 {"pressed", "clamped"}),
        for_held(quantity_row("wedge_angle", "Wedge, angle", Dimension::angle, 6 * quantity::degree,
                              {0.1 * quantity::degree, 45 * quantity::degree}, "1 in 10 is 5.7°.", "input"),
                 {"wedged"}),
        for_held(quantity_row("drive_force", "Driven in with", Dimension::force, 150, {0, 1e5},
                              "A thumb 60 N, the heel of a hand 150, taps of a light mallet 500.", "from memory"),
                 {"wedged"}),
        for_held(quantity_row("cone_angle", "Cone, from the axis", Dimension::angle, 10 * quantity::degree,
                              {0.5 * quantity::degree, 60 * quantity::degree}, "Half of the cone's whole angle.",
                              "from memory"),
                 {"collet"}),
        for_held(quantity_row("cone_friction", "Friction on the cone", Dimension::number, 0.2, {0, 2},
                              "Plastic on metal 0.2: less draws the ring tighter.", "from memory"),
                 {"collet"}),
        for_held(length_row("tip_diameter", "Screw's end", 0.005, 0.1, "What of it presses on the post."),
                 {"side_screw"}),
        for_held(quantity_row("post_modulus", "Post, E", Dimension::stress, 12e9, {1e6, 1e12},
                              "Across the grain wood gives ten times as much.", "from memory"),
                 {"pressed"}),
        for_held(quantity_row("hub_modulus", "Round it, E", Dimension::stress, 1.3e9, {1e6, 1e12},
                              "Oak across the grain 1.3 GPa, printed PLA 2.3, aluminium 69.", "from memory"),
                 {"pressed", "clamped"}),
        for_held(described(quantity_row(
                     "hub_strength", "Round it splits at", Dimension::stress, 5.5e6, {1e3, 1e10, false},
                     "Oak across the grain 5.5 MPa, printed PLA 25, aluminium 150.", "Wood Handbook, from memory")),
                 {"pressed"}),
        for_held(
            described(quantity_row("shear_strength", "Glue shears at", Dimension::stress, 3.6e6, {1, 1e9, false},
                                   "Wood glue for good: 0.6 of 6 MPa on softwood, of 9 on hardwood.", "from memory")),
            {"glued"}),
        for_held(choice_row("grain", "Glued on", {{"side", "side grain"}, {"end", "end grain"}}, "side",
                            "End grain drinks the glue and holds about a fifth."),
                 {"glued"}),
        described(length_row("movement_limit", "May move", 0.003, 1, "From side to side, at the payload.")),
    };
    all.insert(all.begin() + 7, squeezed.begin(), squeezed.end());
    return all;
}

/// A post in a hole; how it is kept is the hole's.
Mating post_in_hole() {
    return {.support = PortKind::bore,
            .payload = PortKind::spigot,
            .fills = {{"bore", PortSide::support, "diameter"},
                      {"depth", PortSide::support, "length"},
                      {"held", PortSide::support, "held"},
                      {"screw", PortSide::support, "screw"},
                      {"torque", PortSide::support, "tight", true},
                      {"outside", PortSide::support, "outside"},
                      {"post", PortSide::payload, "diameter"}},
            .friction = "friction",
            .materials = {{PortSide::support, "material"}},
            .forms = {"loose", "taped", "wedged", "clamped", "collet", "side_screw", "pinned", "pressed", "glued"},
            .derived = [](const Meeting& meeting) { return squeezed_as(meeting.support); }};
}

}  // namespace
}  // namespace of_round_joint

const Family& round_joint() {
    using namespace of_round_joint;
    static const FormulaFamily family(
        "round_joint", "Post in a hole",
        "A post, rod, dowel or bolt in a round hole: does it wobble, drop, turn, come out or crush its rim?", rows(),
        &build, true,
        {{"tube", "Tube or rod", {{"post", "outer"}}, {}, {}, "tube"},
         {"material",
          "Softer of both",
          {{"bearing_strength", "bearing"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .second = true}}},
         {"glue", "Glue", {{"shear_strength", "shear"}}, {{"held", "glued"}}, {}, "adhesive"}},
        nullptr, {post_in_hole()}, {.mass = 1.3, .at = {0.02, 0, 0.3}, .push = 5});
    return family;
}

}  // namespace clampet::families
