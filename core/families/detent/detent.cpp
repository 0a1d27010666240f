#include "families/detent/detent.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_detent {
namespace {

constexpr double pi = std::numbers::pi;

/// A ball that a spring presses into holes of an index plate, or a pin through it. Frame: z along the axis that turns.
struct Detent {
    bool pin = false;
    double radius = 0;  ///< of the circle of holes [m]
    double spring = 0, ball = 0, hole = 0, friction = 0;
    double pin_diameter = 0, pin_shear = 0, thickness = 0, bearing = 0;
    double play = 0, distance = 0, limit = 0;

    /// Slope of the hole's edge where the ball rests on it: the ball's normal leans by asin(hole/ball).
    double slope() const { return std::asin(hole / ball); }
    double climbs_at() const { return slope() + std::atan(friction); }
    /// Infinite where friction and slope lock it: no twist lifts the ball then.
    double ball_holds() const {
        return climbs_at() < pi / 2 ? radius * spring * std::tan(climbs_at()) : std::numeric_limits<double>::infinity();
    }
    double error() const { return play / (2 * radius); }
};

drawing::Drawing section(const Detent& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double R = g.radius, edge = 1.35 * R;
    const double seen = g.pin ? g.pin_diameter / 2 : g.hole / 2;
    d.circle({0, 0}, edge, Material::metal);
    d.circle({0, 0}, 0.25 * R, Material::air);
    for (int i = 0; i < 8; ++i) {
        const double angle = pi / 2 + i * pi / 4;
        d.circle({R * std::cos(angle), R * std::sin(angle)}, seen, i == 0 ? Material::plastic : Material::air);
    }
    d.line({-1.2 * edge, 0}, {1.2 * edge, 0}, Line::centre);
    d.line({0, -1.2 * edge}, {0, 1.2 * edge}, Line::centre);
    d.dimension({0, 0}, {0, R}, 1.5 * R, quantity::format(R, Dimension::length));
    const double twist = std::abs(load.whole().mz);
    d.arrow({-0.9 * R, 1.15 * edge}, {-0.1 * R, 1.15 * edge}, quantity::format(twist / R, Dimension::force));
    d.summary = fmt::format("{} at {} from its axis.", g.pin ? "An index pin" : "A sprung ball",
                            quantity::format(R, Dimension::length));
    return d;
}

void add_ball(FormulaParts& parts, const Detent& g) {
    parts.modes.push_back(
        ratio({"jumps", ModeClass::ultimate, "jumps|jump out of its notch", "twist", Dimension::torque,
               [](const Wrench& w) { return std::abs(w.mz); }, [g](const Wrench&) { return g.ball_holds(); },
               "R F tan(β + ρ), sin β = hole/ball", "statics of a ball on an edge; Coulomb friction"}));
    parts.working.push_back([g] {
        return Working{{"slope", "β = asin(hole/ball)", "", g.slope(), Dimension::angle, "geometry"},
                       {"holds", "R F tan(β + ρ)", "", g.ball_holds(), Dimension::torque, "statics"}};
    });
    parts.results.push_back({"holding_torque", g.ball_holds(), Dimension::torque});
    if (g.climbs_at() >= pi / 2 * 0.98)
        parts.advisories.push_back(
            {"The notch is so steep that the ball locks: it does not click over by hand.", false});
}

void add_pin(FormulaParts& parts, const Detent& g) {
    const auto at_pin = [g](const Wrench& w) { return std::abs(w.mz) / g.radius; };
    const double shears = g.pin_shear * pi * g.pin_diameter * g.pin_diameter / 4;
    const double crushes = g.bearing * g.pin_diameter * g.thickness;
    parts.modes.push_back(
        ratio({"shears", ModeClass::ultimate, "shears|shear its pin off", "pin_force", Dimension::force, at_pin,
               [shears](const Wrench&) { return shears; }, "τ π d²/4", "single shear, Shigley"}));
    parts.modes.push_back(ratio({"crushes", ModeClass::ultimate, "crushes|crush the hole of its pin", "pin_force",
                                 Dimension::force, at_pin, [crushes](const Wrench&) { return crushes; }, "σ_b d t",
                                 "bearing on the projected area; statics"}));
    parts.results.push_back({"holding_torque", std::min(shears, crushes) * g.radius, Dimension::torque});
}

Result<FormulaParts> build(const Values& v) {
    Detent g;
    g.pin = text(v, "kind") == "pin";
    g.radius = number(v, "index_radius");
    g.play = number(v, "play");
    g.distance = number(v, "subject");
    g.limit = number(v, "movement_limit");
    if (g.pin) {
        g.pin_diameter = number(v, "pin_diameter");
        g.pin_shear = number(v, "pin_shear");
        g.thickness = number(v, "plate_thickness");
        g.bearing = number(v, "bearing_strength");
    } else {
        g.spring = number(v, "spring_force");
        g.ball = number(v, "ball_diameter");
        g.hole = number(v, "hole_diameter");
        g.friction = number(v, "friction");
        if (!(g.hole < g.ball))
            return Problem{
                "detent.ball_falls_in", "hole_diameter",
                fmt::format("A ball of {} falls into a hole of {}.", quantity::format(g.ball, Dimension::length),
                            quantity::format(g.hole, Dimension::length)),
                "Make the hole smaller than the ball, for example 0.7 of it."};
    }
    FormulaParts parts;
    if (g.pin)
        add_pin(parts, g);
    else
        add_ball(parts, g);
    // Play is there whatever the load: a ratio.
    FormulaMode wanders;
    wanders.mode = {"wanders", ModeClass::service, "wanders|wander by its play", false, true};
    wanders.utilisation = [g](const Wrench&) { return g.error() * g.distance / g.limit; };
    wanders.demand = [g](const Wrench&) {
        return std::vector<NamedValue>{{"movement", g.error() * g.distance, Dimension::length}};
    };
    wanders.capacity = [g](const Wrench&) { return std::vector<NamedValue>{{"movement", g.limit, Dimension::length}}; };
    wanders.formula = "play/(2 R) · distance, to either side";
    wanders.source = "geometry";
    parts.modes.push_back(std::move(wanders));
    parts.results.push_back({"dead_band", 2 * g.error(), Dimension::angle});
    parts.results.push_back({std::string(wanders_by_play), g.error(), Dimension::angle});
    parts.results.push_back({"error_at_subject", g.error() * g.distance, Dimension::length});
    parts.results.push_back({"step", 2 * pi / number(v, "positions"), Dimension::angle});
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

}  // namespace
}  // namespace of_detent

const Family& detent() {
    using namespace of_detent;
    const auto for_ball = [](Parameter p) { return shown_for(std::move(p), "kind", {"ball"}); };
    const auto for_pin = [](Parameter p) { return shown_for(std::move(p), "kind", {"pin"}); };
    static const FormulaFamily family(
        "detent", "Detent or index plate",
        "A sprung ball or a pin in a ring of holes: does it hold its step, and how far does it come back from where it "
        "was?",
        {
            choice_row("kind", "It is held by", {{"ball", "a sprung ball"}, {"pin", "a pin"}}, "ball",
                       "A ball clicks over; a pin is drawn."),
            length_row("index_radius", "Circle of holes, radius", 0.030, 1, "From the axis to the holes."),
            count_row("positions", "Positions", 24, {2, 1000}, "Holes round the circle."),
            for_ball(quantity_row("spring_force", "Spring force", Dimension::force, 25, {0, 1e4, false},
                                  "M8 spring plunger about 20 N, M10 40 N; a kitchen scale measures it.",
                                  "from memory")),
            for_ball(length_row("ball_diameter", "Ball", 0.006, 0.1, "Diameter of the ball or the rounded tip.")),
            for_ball(length_row("hole_diameter", "Hole", 0.0042, 0.1, "Diameter of the holes it drops into.")),
            for_ball(friction_row("friction", "Friction", "steel on steel", "Ball on the hole's edge.")),
            for_pin(length_row("pin_diameter", "Pin", 0.005, 0.1, "Diameter of the pin.")),
            for_pin(quantity_row("pin_shear", "Pin may shear at", Dimension::stress, 140e6, {1e5, 1e10},
                                 "Mild steel 140 MPa (0.577 of its yield), brass 115 MPa, beech dowel 9 MPa.",
                                 "from memory")),
            for_pin(length_row("plate_thickness", "Plate, thickness", 0.004, 0.2, "What the pin goes through.")),
            for_pin(quantity_row("bearing_strength", "Plate may bear", Dimension::stress, 100e6, {1e4, 1e10},
                                 "Aluminium 100 MPa, plywood 8 MPa, printed PETG 22 MPa.", "from memory")),
            gap_row("play", "Play", 0.0001, 0.01, "Hole less pin, or how far the ball lets it move by hand."),
            described(length_row("subject", "Subject away", 1.0, 1000, "From the axis to what is filmed.")),
            described(length_row("movement_limit", "May miss by", 0.002, 1, "At the subject, to either side.")),
        },
        &build, true, {{"material", "Plate", {{"bearing_strength", "bearing"}}, {{"kind", "pin"}}, {}, "material"}},
        nullptr, {}, {.mass = 1.0, .at = {0, 0.08, 0.05}, .push = 5});
    return family;
}

}  // namespace clampet::families
