#include "families/jam_collar/jam_collar.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "mechanics/jamming.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_jam_collar {
namespace {

using quantity::infinite;

struct Collar {
    double rod = 0, span = 0, tilt = 0, thickness = 0, upper = 0, lower = 0, contact_limit = 0;
    /// Arm at which it just locks [m].
    double least_arm() const { return mechanics::jamming_arm(span, rod, upper, lower); }
};

/// The load along the rod and its lever arm: only what pulls along the rod can make the collar slide.
double along(const Wrench& w) {
    return std::abs(w.fx);
}
double moment(const Wrench& w) {
    return std::hypot(w.my, w.mz);
}

drawing::Drawing section(const Collar& c, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double r = c.rod / 2, t = c.thickness, wide = std::max(2.2 * r, 2 * t);
    d.rectangle({-r, -2.2 * c.span - t}, {r, 2.2 * c.span + t}, Material::tube);
    const double co = std::cos(c.tilt), si = std::sin(c.tilt);
    const auto at = [&](double x, double y) { return Point{x * co + y * si, -x * si + y * co}; };
    const double bore = r / std::max(0.2, co) + t / 2 * std::tan(c.tilt);
    for (const double side : {-1.0, 1.0})
        d.path({at(side * bore, -t / 2), at(side * bore, t / 2), at(side * wide * (side > 0 ? 1.8 : 1), t / 2),
                at(side * wide * (side > 0 ? 1.8 : 1), -t / 2)},
               Material::wood);
    d.line({0, -2.4 * c.span - t}, {0, 2.4 * c.span + t}, Line::centre);
    const Wrench w = load.whole();
    const double force = along(w), arm = force > 0 ? moment(w) / force : c.least_arm();
    const double x = std::clamp(arm, 0.5 * r, 3.6 * wide);
    d.arrow({x, 1.6 * c.span + t}, {x, t}, quantity::format(force, Dimension::force));
    d.dimension({0, 1.9 * c.span + t}, {x, 1.9 * c.span + t}, 0,
                quantity::format(arm, Dimension::length) + (x == arm ? "" : ", drawn nearer"));
    d.dimension({-r, -c.span / 2}, {-r, c.span / 2}, r,
                fmt::format("contacts {} apart", quantity::format(c.span, Dimension::length)));
    d.arrow({r + 0.9 * r, -c.span / 2}, {r, -c.span / 2}, "");
    d.arrow({-r - 0.9 * r, c.span / 2}, {-r, c.span / 2}, "");
    d.summary = fmt::format("A collar tilted on a {} rod, its load {} from the rod's axis; it locks from {}.",
                            quantity::format(c.rod, Dimension::length), quantity::format(arm, Dimension::length),
                            quantity::format(c.least_arm(), Dimension::length));
    return d;
}

Result<FormulaParts> build(const Values& v) {
    Collar c;
    c.rod = number(v, "rod_diameter");
    c.upper = number(v, "friction");
    c.lower = text(v, "friction_alike") == "alike" ? c.upper : number(v, "friction_below");
    c.contact_limit = number(v, "contact_strength");
    c.thickness = number(v, "thickness");
    FormulaParts parts;
    if (text(v, "given_by") == "bore") {
        const double bore = number(v, "bore");
        const auto tilted = mechanics::tilted_bore(c.rod, bore, c.thickness);
        if (!tilted) return tilted.problem();
        c.tilt = tilted->tilt;
        c.span = tilted->span;
        parts.working.push_back([=] {
            return Working{{"tilt", "D cos φ − t sin φ = d",
                            fmt::format("{:.2f} mm cos φ − {:.2f} mm sin φ = {:.2f} mm", bore * 1e3, c.thickness * 1e3,
                                        c.rod * 1e3),
                            c.tilt, Dimension::angle, "derived, geometry"}};
        });
        parts.working.push_back([=] {
            return Working{{"span", "h = t cos φ + D sin φ", "", c.span, Dimension::length, "derived, geometry"}};
        });
    } else {
        c.span = number(v, "span");
        c.thickness = std::min(c.thickness, c.span);
    }
    parts.working.push_back([=] {
        return Working{{"least_arm", "x = [h + (μ₁ − μ₂) d/2]/(μ₁ + μ₂)",
                        fmt::format("[{:.2f} mm + ({:.3f} − {:.3f}) {:.2f} mm/2]/({:.3f} + {:.3f})", c.span * 1e3,
                                    c.upper, c.lower, c.rod * 1e3, c.upper, c.lower),
                        c.least_arm(), Dimension::length, "derived, two contacts at their friction limit"}};
    });
    const auto locks = [c](const Wrench& w) {
        if (!(along(w) > 0)) return infinite;
        const double least = c.least_arm(), arm = moment(w) / along(w);
        return least > 0 ? arm / least : infinite;
    };
    parts.modes.push_back(margin("locks", "slides|slide down the rod instead of jamming", locks,
                                 "x/x_least; 2 μ x/h for alike contacts",
                                 "derived, two contacts at their friction limit"));
    parts.modes.push_back(
        ratio({"dents", ModeClass::ultimate, "dents|dent the rod or its own bore", "contact_force", Dimension::force,
               [c](const Wrench& w) { return moment(w) / c.span; }, [c](const Wrench&) { return c.contact_limit; },
               "W x/h at each contact, against what one may bear", "derived; the allowable is an input"}));
    parts.results = {{"span", c.span, Dimension::length},
                     {"tilt", c.tilt, Dimension::angle},
                     {"least_arm", c.least_arm(), Dimension::length}};
    parts.loaded_results = [c](const Load& load) {
        const Wrench w = load.whole();
        return std::vector<NamedValue>{{"arm", along(w) > 0 ? moment(w) / along(w) : infinite, Dimension::length},
                                       {"contact_force", moment(w) / c.span, Dimension::force}};
    };
    parts.section = [c](const Load& load) { return section(c, load); };
    if (std::min(c.upper, c.lower) * c.rod >= c.span)
        parts.advisories.push_back(
            {"It wedges for good: μ d is not less than the span, so it jams even when pushed "
             "at the rod. Make the collar thicker or the bore tighter.",
             false});
    parts.advisories.push_back({"A load that reverses frees the collar before it jams the other way.", false});
    return parts;
}

/// Freed it slides along its rod and turns about it.
Motion motion(const Values&) {
    Motion m{{{"slide", "Along the rod", Eigen::Vector3d::UnitX(), true, -longest_slide, longest_slide},
              {"turn", "Round the rod", Eigen::Vector3d::UnitX(), false, -half_turn, half_turn}}};
    m.contact_moves = true;
    return m;
}

}  // namespace
}  // namespace of_jam_collar

const Family& jam_collar() {
    using namespace of_jam_collar;
    static const FormulaFamily family(
        "jam_collar", "Collar that jams on a rod",
        "A collar or plate that tilts on a rod under its load: does it lock, and does it dent the rod?",
        {
            length_row("rod_diameter", "Rod", 0.025, 0.5, "Diameter of the rod or dowel."),
            described(choice_row("given_by", "Known",
                                 {{"bore", "bore and thickness"}, {"span", "distance of the contacts"}}, "bore",
                                 "The bore and thickness give the tilt and how far apart the contacts are.")),
            shown_for(length_row("bore", "Bore", 0.0262, 0.5, "Diameter of the hole; larger than the rod."), "given_by",
                      {"bore"}),
            length_row("thickness", "Thickness", 0.018, 0.5, "Of the collar, along the rod."),
            shown_for(length_row("span", "Contacts apart", 0.020, 1, "Along the rod, between the two contacts."),
                      "given_by", {"span"}),
            friction_row("friction", "Friction", "hardwood on hardwood",
                         "Collar on rod, dry, where the load's side touches."),
            described(choice_row("friction_alike", "Both contacts", {{"alike", "alike"}, {"unlike", "unlike"}}, "alike",
                                 "One of them may be lined with rubber or leather.")),
            shown_for(friction_row("friction_below", "Friction, other contact", "hardwood on hardwood",
                                   "Where the far side touches."),
                      "friction_alike", {"unlike"}),
            quantity_row("contact_strength", "A contact may bear", Dimension::force, 600, {0, 1e6, false},
                         "Before it dents: thin tube 500 N, printed bore 300 N, hardwood dowel 600 N, steel bar 5 kN.",
                         "from memory"),
        },
        &build, true, {{"tube", "Tube or rod", {{"rod_diameter", "outer"}}, {}}}, &motion,
        {{PortKind::tube,
          PortKind::bore,
          {{"rod_diameter", PortSide::support, "diameter"},
           {"bore", PortSide::payload, "diameter"},
           {"thickness", PortSide::payload, "length"}},
          "friction",
          "",
          {},
          {},
          {"jams"}}},
        {.mass = 0.25, .at = {0.12, 0, 0.02}, .push = 0});
    return family;
}

}  // namespace clampet::families
