#include "families/shoe/shoe.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_shoe {
namespace {

using quantity::infinite;

struct Shoe {
    bool sprung = true, sides_open = false, round_plate = false;
    double spring = 0, friction = 0, width = 0, depth = 0, lip_strength = 0, catch_strength = 0;
    double lips(const Wrench& w) const { return std::max(0.0, spring + w.fz); }
    double floor(const Wrench& w) const { return std::max(0.0, -w.fz - spring); }
    /// Friction in every direction but the closed end: spring, lips and floor.
    double hold(const Wrench& w) const { return friction * (spring + lips(w) + floor(w)); }
    /// The load along the open directions: the side walls and the closed end bear, they do not slip.
    double out(const Wrench& w) const { return std::hypot(std::max(0.0, -w.fx), sides_open ? w.fy : 0.0); }
    /// A round plate has no flats: walls do not keep it from turning, and its rim slides along the lips.
    bool can_turn() const { return sides_open || round_plate; }
    /// Lips lie along both sides: a twist slides them at half the plate's diagonal at the most, at a quarter of the
    /// width at the least. The least errs on the safe side. Of a round plate the rim rubs: mu (S + P) r.
    double twist_arm() const { return round_plate ? width / 2 : width / 4; }
};

drawing::Drawing section(const Shoe& s, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double a = s.width / 2, t = 0.12 * s.width, lip = 0.18 * s.width;
    d.rectangle({-a - t, -1.4 * t}, {a + t, 0}, Material::metal);
    for (const double side : {-1.0, 1.0}) {
        d.path({{side * (a + t), 0},
                {side * (a + t), 2.6 * t},
                {side * (a - lip), 2.6 * t},
                {side * (a - lip), 1.7 * t},
                {side * a, 1.7 * t},
                {side * a, 0}},
               Material::metal);
    }
    d.rectangle({-a * 0.97, 0.7 * t}, {a * 0.97, 1.7 * t}, Material::payload);
    d.rectangle({-0.3 * a, 1.7 * t}, {0.3 * a, 4.4 * t}, Material::payload);
    d.path({{-0.6 * a, 0.02 * t}, {0, 0.68 * t}, {0.6 * a, 0.02 * t}}, Material::none, Line::accent, false);
    const Wrench w = load.whole();
    for (const double side : {-1.0, 1.0})
        d.arrow({side * (a - lip / 2), 3.6 * t}, {side * (a - lip / 2), 1.75 * t},
                side > 0 ? quantity::format(s.lips(w) / 2, Dimension::force) : "");
    d.arrow({0, -2.4 * t}, {0, 0}, fmt::format("spring {}", quantity::format(s.spring, Dimension::force)));
    d.dimension({-a, 4.6 * t}, {a, 4.6 * t}, 0, quantity::format(s.width, Dimension::length));
    d.text({0, -3.3 * t}, s.sprung ? "held by friction alone; the open end faces you" : "a catch closes the open end",
           Align::centre, TextRole::quiet);
    d.summary = fmt::format("A plate {} wide under two lips, pressed up by {}.",
                            quantity::format(s.width, Dimension::length), quantity::format(s.spring, Dimension::force));
    return d;
}

Result<FormulaParts> build(const Values& v) {
    Shoe s;
    const auto& kind = text(v, "kind");
    s.sprung = kind == "sprung";
    s.sides_open = text(v, "sides") == "open";
    s.round_plate = text(v, "plate") == "round";
    s.spring = number(v, "spring") * number(v, "kept");
    s.friction = number(v, "friction");
    s.width = number(v, "width");
    s.depth = number(v, "depth");
    s.lip_strength = number(v, "lip_strength");
    s.catch_strength = s.sprung ? 0 : number(v, "catch_strength");
    FormulaParts parts;
    parts.loaded_working = [s](const Load& load) {
        const Wrench w = load.whole();
        return Working{{"lips", "P = max(0, S + Fz)", fmt::format("max(0, {:.1f} + {:.1f}) N", s.spring, w.fz),
                        s.lips(w), Dimension::force, "statics"},
                       {"floor", "Q = max(0, −Fz − S)", fmt::format("max(0, {:.1f} − {:.1f}) N", 0 - w.fz, s.spring),
                        s.floor(w), Dimension::force, "statics"},
                       {"hold", "μ(S + P + Q)",
                        fmt::format("{:.3f}({:.1f} + {:.1f} + {:.1f}) N", s.friction, s.spring, s.lips(w), s.floor(w)),
                        s.hold(w), Dimension::force, "Coulomb friction"}};
    };
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "slides|slide out of its open side", false, false};
    slips.utilisation = [s](const Wrench& w) {
        const double hold = s.hold(w) + s.catch_strength, out = s.out(w);
        // Slide and twist draw on the same friction; added up they err on the safe side.
        const double twist = std::abs(w.mz) / s.twist_arm(), asked = out + (s.can_turn() ? twist : 0);
        return asked > 0 ? (hold > 0 ? asked / hold : infinite) : 0.0;
    };
    slips.demand = [s](const Wrench& w) {
        std::vector<NamedValue> asked{{"along_exit", s.out(w), Dimension::force}};
        if (s.can_turn()) asked.push_back({"twist", std::abs(w.mz), Dimension::torque});
        return asked;
    };
    slips.capacity = [s](const Wrench& w) {
        const double hold = s.hold(w) + s.catch_strength;
        std::vector<NamedValue> given{{"along_exit", hold, Dimension::force}};
        if (s.can_turn()) given.push_back({"twist", hold * s.twist_arm(), Dimension::torque});
        return given;
    };
    slips.motion = [s](const Wrench& w) -> Phrase {
        const bool turns = s.can_turn() && std::abs(w.mz) / s.twist_arm() > s.out(w);
        return turns ? "turns|turn in its shoe" : "slides|slide out of its open side";
    };
    slips.formula = s.sprung ? "μ(S + P + Q)" : "μ(S + P + Q) + the catch";
    slips.source = "Coulomb friction";
    parts.modes.push_back(slips);
    // Lips along both sides: a pull loads both, a couple about x one more and the other less, about y one end of both.
    // What bears on one lip is one mode.
    parts.modes.push_back(
        ratio({"pulls_off", ModeClass::ultimate, "bends|bend its lips open", "on_one_lip", Dimension::force,
               [s](const Wrench& w) { return s.lips(w) / 2 + std::abs(w.mx) / s.width + std::abs(w.my) / s.depth; },
               [s](const Wrench&) { return s.lip_strength / 2; }, "(S + Fz)/2 + |Mx|/width + |My|/depth",
               "statics; the strength is an input"}));
    parts.modes.push_back(ratio({"lifts", ModeClass::service, "lifts|lift off its floor or its lips", "moment",
                                 Dimension::torque, [](const Wrench& w) { return std::hypot(w.mx, w.my); },
                                 [s](const Wrench&) { return s.spring * std::min(s.width, s.depth) / 6; }, "S a/6",
                                 "kern of a rectangle"}));
    parts.results = {{"hold_at_rest", 2 * s.friction * s.spring + s.catch_strength, Dimension::force}};
    parts.section = [s](const Load& load) { return section(s, load); };
    if (s.sprung)
        parts.advisories.push_back(
            {"Friction alone holds it: turn the open side uphill or towards the operator, and "
             "tie a second catch where a fall would hurt.",
             false});
    else
        parts.advisories.push_back({"One release would drop it: tie a second catch where a fall would hurt.", false});
    return parts;
}

/// It slides out backwards, away from the closed end.
Motion motion(const Values& v) {
    return {{{"slide", "In the shoe", Eigen::Vector3d::UnitX(), true, -number(v, "depth"), 0, "in", "out"}}};
}

}  // namespace
}  // namespace of_shoe

const Family& shoe() {
    using namespace of_shoe;
    static const FormulaFamily family(
        "shoe", "Shoe, puck or latch", "A plate slid under sprung lips, or snapped and latched: does it slide out?",
        {
            choice_row("kind", "Kept by",
                       {{"sprung", "spring and friction"}, {"puck", "a snap puck"}, {"latch", "a latch"}}, "sprung",
                       "What keeps it from sliding back out."),
            [] {
                Parameter p =
                    quantity_row("spring", "Spring force on the lips", Dimension::force, 30, {0, 1e4},
                                 "All lips together; push the plate up with a scale to measure it.", "from memory");
                p.spread = {1 / 1.3, 1.3, true, {}};
                return p;
            }(),
            friction_row("friction", "Friction", "anodised aluminium on steel", "Plate on lips and floor, dry."),
            shown_for(
                quantity_row("catch_strength", "The catch holds", Dimension::force, 60, {0, 1e5},
                             "Force along the exit at which puck or latch lets go, beside friction.", "from memory"),
                "kind", {"puck", "latch"}),
            choice_row("plate", "The plate is", {{"square", "square or clipped"}, {"round", "round"}}, "square",
                       "A round one, a washer say, turns between the walls: it has no flats."),
            choice_row("sides", "Sides", {{"closed", "walls"}, {"open", "open"}}, "closed",
                       "Whether it can slide out sideways as well."),
            length_row("width", "Width", 0.018, 0.5, "Across the exit direction, between the walls."),
            length_row("depth", "Depth", 0.018, 0.5, "Along the exit direction."),
            quantity_row("lip_strength", "Both lips bear", Dimension::force, 250, {0, 1e6, false},
                         "Pull at which the lips bend open: pressed steel 250 N, printed 60 N.", "from memory"),
            described(quantity_row("kept", "Kept after a day", Dimension::number, 1, {0, 1, false},
                                   "Share of the spring force that is left: steel 1, printed lips 0.6.",
                                   "from memory")),
        },
        &build, true, {}, &motion,
        {{PortKind::shoe,
          PortKind::plate,
          {{"width", PortSide::support, "width"},
           {"depth", PortSide::support, "depth"},
           {"kind", PortSide::support, "kept_by"},
           {"catch_strength", PortSide::support, "catch_strength"}},
          "friction",
          ""}});
    return family;
}

}  // namespace clampet::families
