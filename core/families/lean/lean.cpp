#include "families/lean/lean.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/pressing.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_lean {
namespace {

using quantity::infinite;

/// Frame: origin at the lower back edge of what leans, z up from the base, x back towards the rest.
struct Lean {
    double height = 0, back = 0;  ///< of the rest's edge above and behind the foot [m]
    double width = 0, foot_friction = 0, rest_friction = 0;
    bool lip = true;  ///< a stop in front of the foot

    double reach() const { return std::hypot(height, back); }
    double on_rest(const Wrench& w) const { return w.my / reach(); }
    /// With friction on the rest drawing the back up by `share` of its budget.
    double on_foot(const Wrench& w, double share = 0) const {
        const double rest = on_rest(w);
        return -w.fz - rest * (back + share * rest_friction * height) / reach();
    }
    /// What pushes the foot forward; a pull back is negative.
    double forward(const Wrench& w) const { return on_rest(w) * height / reach() - w.fx; }
    double slides(const Wrench& w) const {
        const double ahead = forward(w), along = lip ? std::max(0.0, -ahead) : std::abs(ahead);
        const double asked = std::hypot(along, w.fy);
        if (!(asked > 0)) return 0;
        const double held = holds(w);
        return held > 0 ? asked / held : infinite;
    }
    /// As the foot slides, its back slides along the rest's edge by the share b/l of it.
    double holds(const Wrench& w) const {
        return foot_friction * std::max(0.0, on_foot(w, 1)) +
               rest_friction * std::max(0.0, on_rest(w)) * back / reach();
    }
    double sideways(const Wrench& w) const {
        const double pressed = -w.fz * width / 2;
        if (w.mx == 0) return 0;
        return pressed > 0 ? std::abs(w.mx) / pressed : infinite;
    }
};

std::vector<NamedValue> force(const char* name, double value) {
    return {{name, value, Dimension::force}};
}

drawing::Drawing section(const Lean& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const Wrench w = load.permanent;
    const double l = g.reach(), cx = g.back / l, cz = g.height / l, t = 0.10 * l, tall = 1.7 * l;
    d.rectangle({-0.5 * l, -0.22 * l}, {g.back + 0.7 * l, 0}, Material::site);
    d.rectangle({g.back, 0}, {g.back + 0.3 * l, g.height}, Material::wood);
    if (g.lip) d.rectangle({-t / cz - 0.16 * l, 0}, {-t / cz, 0.14 * l}, Material::wood);
    // Its front lies a thickness before its back, square to it.
    d.path({{0, 0}, {tall * cx, tall * cz}, {tall * cx - t * cz, tall * cz + t * cx}, {-t * cz, t * cx}},
           Material::payload);
    const double rest = g.on_rest(w), foot = g.on_foot(w);
    if (rest > 0)
        d.arrow({g.back + 0.55 * l * cz, g.height - 0.55 * l * cx}, {g.back, g.height},
                quantity::format(rest, Dimension::force), Line::accent);
    if (foot > 0) d.arrow({0, -0.65 * l}, {0, 0}, quantity::format(foot, Dimension::force), Line::accent);
    if (w.fz < 0) {
        const double x = -w.my / w.fz;
        d.arrow({x, tall * cz + 0.5 * l}, {x, 0.9 * tall * cz}, quantity::format(-w.fz, Dimension::force));
    }
    d.dimension({g.back + 0.45 * l, 0}, {g.back + 0.45 * l, g.height}, 0,
                quantity::format(g.height, Dimension::length));
    d.dimension({0, -0.30 * l}, {g.back, -0.30 * l}, 0, quantity::format(g.back, Dimension::length));
    d.summary = fmt::format("It leans {} from level on a rest {} high, {} behind its foot.",
                            quantity::format(std::atan2(g.height, g.back), Dimension::angle),
                            quantity::format(g.height, Dimension::length), quantity::format(g.back, Dimension::length));
    return d;
}

void add_modes(const Lean& g, FormulaParts& parts) {
    FormulaMode falls;
    falls.mode = {"falls", ModeClass::ultimate, "falls|fall forward off its rest", true, false};
    falls.utilisation = [g](const Wrench& w) { return lifted(g.on_rest(w)); };
    falls.demand = [g](const Wrench& w) { return force("forward", std::max(0.0, -g.on_rest(w))); };
    falls.capacity = [g](const Wrench& w) { return force("on_rest", std::max(0.0, g.on_rest(w))); };
    falls.formula = "N_B = My/l > 0";
    falls.source = "statics: a rest bears no pull";
    falls.capacity_is_concave = true;  // one force decides
    parts.modes.push_back(std::move(falls));

    FormulaMode back;
    back.mode = {"tips_back", ModeClass::ultimate, "tips|tip back over its rest", true, false};
    back.utilisation = [g](const Wrench& w) { return lifted(g.on_foot(w)); };
    back.demand = [g](const Wrench& w) { return force("lift", std::max(0.0, -g.on_foot(w))); };
    back.capacity = [g](const Wrench& w) { return force("on_foot", std::max(0.0, g.on_foot(w))); };
    back.formula = "N_A = −Fz − N_B b/l > 0";
    back.source = "statics: its foot only stands";
    back.capacity_is_concave = true;
    parts.modes.push_back(std::move(back));

    FormulaMode slides;
    slides.mode = {"slips", ModeClass::ultimate, "slides|slide on its foot", true, false};
    slides.utilisation = [g](const Wrench& w) { return g.slides(w); };
    slides.demand = [g](const Wrench& w) { return force("side_force", std::hypot(g.forward(w), w.fy)); };
    slides.capacity = [g](const Wrench& w) { return force("side_force", g.holds(w)); };
    slides.motion = [g](const Wrench& w) -> Phrase {
        if (std::abs(w.fy) > std::abs(g.forward(w))) return "slides|slide sideways";
        return g.forward(w) > 0 ? "slides|slide forward off its foot" : "slides|slide back on its foot";
    };
    slides.formula = "μ_A N_A + μ_B N_B b/l against N_B h/l − Fx";
    slides.source = "Coulomb friction, limit equilibrium";
    parts.modes.push_back(std::move(slides));

    FormulaMode side;
    side.mode = {"tips_sideways", ModeClass::ultimate, "tips|tip over sideways", true, false};
    side.utilisation = [g](const Wrench& w) { return g.sideways(w); };
    side.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::abs(w.mx), Dimension::torque}};
    };
    side.capacity = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::max(0.0, -w.fz) * g.width / 2, Dimension::torque}};
    };
    side.formula = "W w/2";
    side.source = "statics";
    parts.modes.push_back(std::move(side));
}

Result<FormulaParts> build(const Values& v) {
    Lean g;
    g.height = number(v, "rest_height");
    g.back = number(v, "rest_behind");
    g.width = number(v, "width");
    g.lip = text(v, "stop") == "lip";
    g.foot_friction = number(v, "friction");
    g.rest_friction = number(v, "rest_friction");
    FormulaParts parts;
    parts.only_presses = true;
    const double angle = std::atan2(g.height, g.back), wanted = number(v, "wanted_angle");
    const double right_height = g.back * std::tan(wanted);
    parts.working.push_back([=] {
        return Working{{"angle", "atan(h/b), from level", "", angle, Dimension::angle, "geometry"},
                       {"height_for_wanted", "b tan θ", "", right_height, Dimension::length, "geometry"}};
    });
    parts.loaded_working = [g](const Load& load) {
        const Wrench w = load.whole();
        return Working{{"on_rest", "N_B = My/l", "", g.on_rest(w), Dimension::force, "statics"},
                       {"on_foot", "N_A = −Fz − N_B b/l", "", g.on_foot(w), Dimension::force, "statics"},
                       {"pushes_forward", "N_B h/l − Fx", "", g.forward(w), Dimension::force, "statics"}};
    };
    add_modes(g, parts);
    parts.results = {{"angle", angle, Dimension::angle},
                     {"height_for_wanted", right_height, Dimension::length},
                     {"behind_for_wanted", g.height / std::tan(wanted), Dimension::length}};
    parts.section = [g](const Load& load) { return section(g, load); };
    if (!g.lip)
        parts.advisories.push_back(
            {"Only friction keeps its foot: a lip a few millimetres high is safer than any surface.", false});
    return parts;
}

}  // namespace
}  // namespace of_lean

const Family& lean() {
    using namespace of_lean;
    constexpr double degree = quantity::degree;
    static const FormulaFamily family(
        "lean", "Leaning on a rest",
        "A phone, screen or mirror that leans back on a rest: does it fall forward, tip back or slide off its foot?",
        {
            length_row("rest_height", "Rest, height", 0.060, 2, "From the base to the edge that its back leans on."),
            length_row("rest_behind", "Rest, behind the foot", 0.035, 2, "From its lower back edge to the rest."),
            described(quantity_row("wanted_angle", "Angle wanted", Dimension::angle, 60 * degree,
                                   {1 * degree, 89.5 * degree},
                                   "From level: 90° is upright. It says how high the rest must be for it.", "input")),
            choice_row("stop", "In front of its foot", {{"lip", "a lip or stop"}, {"none", "nothing"}}, "lip",
                       "A lip keeps the foot from sliding forward."),
            friction_row("friction", "Friction under its foot", "rubber on plywood", "Foot on base, dry."),
            friction_row("rest_friction", "Friction on the rest", "anodised aluminium on plywood",
                         "Its back on the rest's edge."),
            length_row("width", "It is wide", 0.075, 3, "Across, where it stands: for tipping sideways."),
        },
        &build, true, {}, nullptr,
        {{.support = PortKind::ledge,
          .payload = PortKind::face,
          .fills = {{"rest_height", PortSide::support, "rest_height"},
                    {"rest_behind", PortSide::support, "rest_behind"},
                    {"stop", PortSide::support, "stop"},
                    {"width", PortSide::payload, "width"}},
          .friction = "friction"}},
        {.mass = 0.2, .at = {0.036, 0, 0.07}, .push = 1});
    return family;
}

}  // namespace clampet::families
