#include "families/pan_drive/pan_drive.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_pan_drive {
namespace {

constexpr double gravity = quantity::standard_gravity;

struct Drive {
    double torque = 0, drag = 0, unpowered = 0;  ///< at the payload's axis [N m]
    double mass = 0, offset = 0, gyration = 0, lean = 0;
    double start = 0, stop = 0;                  ///< [rad/s^2]
    double ring = 0, hold_down = 0, height = 0;  ///< bearing radius, force that keeps it on, c.g. height
    bool must_stay = false;
    double inertia() const { return mass * (gyration * gyration + offset * offset); }
    /// A leaning axis: the offset payload wants to swing to the low side.
    double leaning() const { return mass * gravity * offset * std::sin(lean); }
    double starting() const { return inertia() * start + drag + leaning(); }
    double stopping() const { return std::max(0.0, inertia() * stop + leaning() - drag); }
};

drawing::Drawing section(const Drive& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double R = g.ring, wide = std::max(R, g.offset + g.gyration), h = std::max(g.height, 0.5 * R), t = 0.18 * R;
    d.rectangle({-1.3 * R, -2 * t}, {1.3 * R, -t}, Material::site);
    for (const double side : {-1.0, 1.0}) d.circle({side * R, -t / 2}, t / 2, Material::metal);
    d.rectangle({-1.2 * R, 0}, {1.2 * R, t}, Material::wood);
    d.rectangle({g.offset - 0.4 * R, h - 0.35 * R}, {g.offset + 0.4 * R, h + 0.35 * R}, Material::payload);
    d.line({g.offset, t}, {g.offset, h - 0.35 * R}, Line::outline);
    d.line({0, -3 * t}, {0, h + 0.8 * R}, Line::centre);
    d.circle({g.offset, h}, 0.06 * R, Material::metal);
    d.arrow({g.offset, h}, {g.offset, h - 0.9 * R}, quantity::format(g.mass, Dimension::mass));
    if (g.offset > 0)
        d.dimension({0, h + 0.6 * R}, {g.offset, h + 0.6 * R}, 0, quantity::format(g.offset, Dimension::length));
    d.dimension({-R, -2.4 * t}, {R, -2.4 * t}, -t,
                fmt::format("bearing Ø {}", quantity::format(2 * R, Dimension::length)));
    d.text({wide * 0.2, h + 1.1 * R},
           fmt::format("{} to start it", quantity::format(g.starting() + std::abs(load.whole().mz), Dimension::torque)),
           Align::left, TextRole::number);
    d.summary = fmt::format("A turned platform on a bearing {} across; the payload sits {} off its axis and {} high.",
                            quantity::format(2 * R, Dimension::length), quantity::format(g.offset, Dimension::length),
                            quantity::format(g.height, Dimension::length));
    return d;
}

void add_modes(const Drive& g, FormulaParts& parts) {
    parts.modes.push_back(ratio({"stalls", ModeClass::ultimate, "is|be too hard to turn against the load", "twist",
                                 Dimension::torque, [](const Wrench& w) { return std::abs(w.mz); },
                                 [g](const Wrench&) { return g.torque - g.drag; }, "T − T_drag", "statics"}));
    if (g.must_stay)
        parts.modes.push_back(
            ratio({"backdrives", ModeClass::ultimate, "turns|turn back when nothing drives it", "twist",
                   Dimension::torque, [](const Wrench& w) { return std::abs(w.mz); },
                   [g](const Wrench&) { return g.unpowered + g.drag; }, "T_unpowered + T_drag", "statics"}));
    parts.modes.push_back(ratio({"tips", ModeClass::ultimate, "tips|tip off its bearing", "moment", Dimension::torque,
                                 [g](const Wrench& w) { return std::hypot(w.mx, w.my) + g.ring * w.fz; },
                                 [g](const Wrench&) { return g.hold_down * g.ring; }, "(F_hold − Fz) r", "statics"}));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be lifted off its bearing", "pull", Dimension::force,
               [](const Wrench& w) { return w.fz; }, [g](const Wrench&) { return g.hold_down; }, "F_hold", "statics"}));
    parts.modes.push_back(
        ratio({"starts", ModeClass::service, "starts|start too slowly", "torque", Dimension::torque,
               [g](const Wrench& w) { return g.starting() + std::abs(w.mz); }, [g](const Wrench&) { return g.torque; },
               "I α + T_drag + m g e sin φ against T", "Newton's second law"}));
    parts.modes.push_back(ratio({"stops", ModeClass::service, "runs|run on past its stop", "torque", Dimension::torque,
                                 [g](const Wrench& w) { return g.stopping() + std::abs(w.mz); },
                                 [g](const Wrench&) { return std::max(g.torque, g.unpowered); },
                                 "I α + m g e sin φ − T_drag against T", "Newton's second law"}));
}

Result<FormulaParts> build(const Values& v) {
    Drive g;
    const double ratio_ = number(v, "gear_ratio"), efficiency = number(v, "efficiency");
    if (text(v, "driven_by") == "servo") {
        g.torque = number(v, "motor_torque") * number(v, "usable_share") * ratio_ * efficiency;
        g.unpowered = number(v, "motor_detent") * ratio_;
    } else {
        g.torque = number(v, "hand_force") * number(v, "hand_radius");
    }
    g.must_stay = text(v, "unpowered") == "must_stay";
    g.drag = number(v, "drag");
    g.mass = number(v, "payload_mass");
    g.offset = number(v, "offset");
    g.gyration = number(v, "gyration");
    g.lean = number(v, "lean");
    g.height = number(v, "height");
    g.start = number(v, "start_acceleration");
    g.stop = number(v, "stop_acceleration");
    g.ring = number(v, "bearing_diameter") / 2;
    g.hold_down = number(v, "hold_down");
    FormulaParts parts;
    const bool servo = text(v, "driven_by") == "servo";
    parts.working.push_back([=] {
        return Working{
            {"available_torque", servo ? "T_stall · share · gear · efficiency" : "F_hand · r", "", g.torque,
             Dimension::torque, "input"},
            {"inertia_over_mass", "k² + e², √ of it", "", std::sqrt(g.gyration * g.gyration + g.offset * g.offset),
             Dimension::length, "parallel axes"},
            {"inertia", "I = m (k² + e²)", "", g.inertia(), Dimension::inertia, "parallel axes"},
            {"start_torque", "I α + T_drag + m g e sin φ", "", g.starting(), Dimension::torque, "Newton's second law"},
            {"stop_torque", "I α_stop + m g e sin φ − T_drag", "", g.stopping(), Dimension::torque,
             "Newton's second law"}};
    });
    const double spare = g.torque - g.drag - g.leaning();
    parts.results = {{"available_torque", g.torque, Dimension::torque},
                     {"inertia", g.inertia(), Dimension::inertia},
                     {"start_torque", g.starting(), Dimension::torque},
                     {"stop_torque", g.stopping(), Dimension::torque},
                     {"greatest_acceleration", std::max(0.0, spare) / g.inertia(), Dimension::number}};
    add_modes(g, parts);
    parts.section = [g](const Load& load) { return section(g, load); };
    if (g.hold_down == 0)
        parts.advisories.push_back(
            {"Nothing holds the platform down: a knock on a tall payload lifts it off its bearing.", false});
    if (spare < 0) parts.advisories.push_back({"The drive cannot even turn the payload slowly.", true});
    return parts;
}

/// About its axis, z.
Motion motion(const Values&) {
    return {
        {{"pan", "Pan", Eigen::Vector3d::UnitZ(), false, -half_turn, half_turn, "to the left", "to the right", true}}};
}

Mating turned() {
    Mating m;
    m.support = m.payload = PortKind::turntable;
    m.fills = {{"driven_by", PortSide::support, "driven_by"},
               {"motor_torque", PortSide::support, "motor_torque"},
               {"gear_ratio", PortSide::support, "gear_ratio"},
               {"bearing_diameter", PortSide::support, "diameter"}};
    return m;
}

}  // namespace
}  // namespace of_pan_drive

const Family& pan_drive() {
    using namespace of_pan_drive;
    static const FormulaFamily family(
        "pan_drive", "Pan drive",
        "A servo or a hand turns a stacked or offset payload: does it start, stop, stall or tip?",
        {
            choice_row("driven_by", "Driven by", {{"servo", "a servo or motor"}, {"hand", "a hand"}}, "servo",
                       "What turns it."),
            shown_for(quantity_row("motor_torque", "Motor stall torque", Dimension::torque, 1.0, {0, 1e4},
                                   "As the data sheet says: a hobby servo 1 to 2 N·m.", "input"),
                      "driven_by", {"servo"}),
            shown_for(quantity_row("usable_share", "Usable share", Dimension::number, 0.5, {0.01, 1},
                                   "Of the stall torque, moving and warm.", "from memory"),
                      "driven_by", {"servo"}),
            shown_for(quantity_row("gear_ratio", "Gear ratio", Dimension::number, 3, {0.01, 1000},
                                   "Motor turns for one turn of the payload.", "input"),
                      "driven_by", {"servo"}),
            shown_for(described(quantity_row("efficiency", "Efficiency", Dimension::number, 0.9, {0.05, 1},
                                             "Spur gears or a belt 0.9, a worm 0.4.", "from memory")),
                      "driven_by", {"servo"}),
            shown_for(quantity_row("motor_detent", "Unpowered motor holds", Dimension::torque, 0.05, {0, 1e4},
                                   "Its own friction and detents.", "input"),
                      "driven_by", {"servo"}),
            shown_for(quantity_row("hand_force", "Hand force", Dimension::force, 15, {0, 1e4},
                                   "What one can push smoothly.", "from memory"),
                      "driven_by", {"hand"}),
            shown_for(length_row("hand_radius", "Handle, from axis", 0.25, 5, "Where the hand pushes."), "driven_by",
                      {"hand"}),
            described(choice_row("unpowered", "Unpowered it", {{"may_turn", "may turn"}, {"must_stay", "must stay"}},
                                 "may_turn", "Whether friction alone must hold it.")),
            quantity_row("drag", "Drag", Dimension::torque, 0.1, {0, 1e4}, "Of bearing, seals and cables.", "input"),
            from_rig(quantity_row("payload_mass", "Payload", Dimension::mass, 3, {0, 1000, false},
                                  "Everything that turns.", "input"),
                     RigFact::mass),
            from_rig(gap_row("offset", "Off the axis by", 0.05, 5, "Its centre of gravity."), RigFact::off_axis),
            described(from_rig(length_row("gyration", "Radius of gyration", 0.08, 5,
                                          "About its own centre: 0.29 of its length for a bar, 0.41 of a cube's edge."),
                               RigFact::gyration)),
            from_rig(gap_row("height", "Height", 0.20, 5, "Of the centre of gravity above the bearing."),
                     RigFact::along_axis),
            described(quantity_row("lean", "The axis leans by", Dimension::angle, 0.03, {0, 1.5707},
                                   "Out of the vertical: a stand is seldom better than 2°.", "common practice")),
            quantity_row("start_acceleration", "Start, rad/s²", Dimension::number, 5, {0, 1000},
                         "Angular acceleration at the start.", "from memory"),
            quantity_row("stop_acceleration", "Stop, rad/s²", Dimension::number, 20, {0, 1000},
                         "Angular acceleration at an end stop.", "from memory"),
            length_row("bearing_diameter", "Bearing", 0.12, 2, "Diameter of the ring of balls or of the base."),
            quantity_row("hold_down", "Held down by", Dimension::force, 150, {0, 1e6},
                         "Preload of the bearing's bolt; 0 when it only rests.", "input"),
        },
        &build, true, {}, &motion, {turned()});
    return family;
}

}  // namespace clampet::families
