#include "families/rest/rest.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/pressing.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_rest {
namespace {

using quantity::infinite;

struct Rest {
    double friction = 0, length = 0, width = 0, strength = 0;

    bool whole = false;  ///< all of it stands here, not an end
    double slides(const Wrench& w) const {
        // Slide and twist as an ellipse: inside the limit surface of an evenly pressed face, on the safe side of it.
        const double along = std::hypot(w.fx, w.fy, whole ? w.mz / mean_radius() : 0),
                     held = friction * (presses_nothing - w.fz);
        if (!(along > 0)) return 0;
        return held > 0 ? along / held : infinite;
    }
    /// 1 where the resultant reaches the edge of what it stands on; an end that another one balances does not tip.
    double tips(const Wrench& w) const {
        const double asked = std::max(std::abs(w.my) / length, std::abs(w.mx) / width) * 2;
        if (!(asked > 0)) return 0;
        return w.fz < 0 ? asked / -w.fz : infinite;
    }
    /// Mean way of its pressed face about its middle, for a twist (section 3, rectangle).
    double mean_radius() const {
        const double a = length, b = width, d = std::hypot(a, b);
        return (2 * d + a * a / b * std::asinh(b / a) + b * b / a * std::asinh(a / b)) / 12;
    }
    double may_bear() const { return strength * length * width; }
};

drawing::Drawing section(const Rest& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double l = g.length, t = std::max(0.3 * l, 0.006);
    d.rectangle({-1.6 * l, -1.2 * t}, {1.6 * l, 0}, Material::site);
    d.rectangle({-l / 2, 0}, {2.4 * l, t}, Material::wood);
    d.line({0, -2.4 * t}, {0, 3.2 * t}, Line::centre);
    const Wrench w = load.whole();
    d.arrow({0, 3 * t}, {0, t}, quantity::format(std::max(0.0, -w.fz), Dimension::force));
    if (const double along = std::hypot(w.fx, w.fy); along > 0)
        d.arrow({-1.5 * l, 0.5 * t}, {-l / 2, 0.5 * t}, quantity::format(along, Dimension::force));
    d.dimension({-l / 2, -1.8 * t}, {l / 2, -1.8 * t}, -0.4 * t, quantity::format(l, Dimension::length));
    d.summary = fmt::format("An end that rests on {} of its support.", quantity::format(l, Dimension::length));
    return d;
}

std::vector<NamedValue> force(const char* name, double value) {
    return {{name, value, Dimension::force}};
}

Result<FormulaParts> build(const Values& v) {
    Rest g;
    g.friction = number(v, "friction");
    g.length = number(v, "length");
    g.width = number(v, "width");
    g.strength = number(v, "bearing_strength");
    const auto& stands = text(v, "stands");
    g.whole = stands != "end";
    FormulaParts parts;
    parts.only_presses = true;

    FormulaMode lifts;
    lifts.mode = {"lifts", ModeClass::ultimate, "lifts|lift off", true, false};
    lifts.utilisation = [](const Wrench& w) { return lifted(-w.fz); };
    lifts.demand = [](const Wrench& w) { return force("pull", std::max(0.0, w.fz)); };
    lifts.capacity = [](const Wrench& w) { return force("press", std::max(0.0, -w.fz)); };
    lifts.formula = "what presses it down is used up";
    lifts.source = "statics: it bears no pull";
    lifts.capacity_is_concave = true;  // one force decides
    parts.modes.push_back(std::move(lifts));

    FormulaMode slides;
    slides.mode = {"slips", ModeClass::ultimate, "slides|slide on its support", true, false};
    slides.utilisation = [g](const Wrench& w) { return g.slides(w); };
    slides.demand = [](const Wrench& w) { return force("side_force", std::hypot(w.fx, w.fy)); };
    slides.capacity = [g](const Wrench& w) { return force("side_force", g.friction * std::max(0.0, -w.fz)); };
    slides.formula = "μ N";
    slides.source = "Coulomb friction";
    slides.capacity_is_concave = true;  // a cone of friction
    if (g.whole)
        slides.motion = [g](const Wrench& w) -> Phrase {
            return std::abs(w.mz) / g.mean_radius() > std::hypot(w.fx, w.fy) ? "turns|turn where it stands"
                                                                             : "slides|slide on its support";
        };
    parts.modes.push_back(std::move(slides));

    if (g.whole) {
        FormulaMode tips;
        tips.mode = {"tips", ModeClass::ultimate, "tips|tip over the edge it stands on", true, false};
        tips.utilisation = [g](const Wrench& w) { return g.tips(w); };
        tips.demand = [](const Wrench& w) {
            return std::vector<NamedValue>{{"moment", std::hypot(w.mx, w.my), Dimension::torque}};
        };
        tips.capacity = [g](const Wrench& w) {
            return std::vector<NamedValue>{
                {"moment", std::max(0.0, -w.fz) * std::min(g.length, g.width) / 2, Dimension::torque}};
        };
        tips.formula = "W a/2: the resultant reaches the edge";
        tips.source = "statics";
        parts.modes.push_back(std::move(tips));
        parts.advisories.push_back(
            {"Only its weight keeps it there: a strap or tether catches it when it is knocked.", false});
    }
    if (stands == "bag")
        parts.advisories.push_back(
            {"A bag settles under it: press it down until the picture stays, then frame. Its edge gives, so count on "
             "two "
             "thirds of the size it lies on.",
             false});

    parts.modes.push_back(
        ratio({"crushes", ModeClass::ultimate, "crushes|crush what it rests on", "press", Dimension::force,
               [](const Wrench& w) { return -w.fz; }, [g](const Wrench&) { return g.may_bear(); }, "σ a b",
               "statics; the strength is an input"}));
    parts.loaded_results = [](const Load& load) { return force("press", std::max(0.0, -load.whole().fz)); };
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

class RestFamily final : public FormulaFamily {
 public:
    using FormulaFamily::FormulaFamily;
    bool lies_anywhere() const override { return true; }
};

}  // namespace
}  // namespace of_rest

const Family& rest() {
    using namespace of_rest;
    static const RestFamily family(
        "rest", "End that rests on something",
        "A tube, board or camera lies on a shelf, a ledge, a trestle or a bag by its weight: does it lift, slide, tip "
        "or crush?",
        {
            friction_row("friction", "Friction", "hardwood on hardwood", "Where it rests, dry."),
            choice_row("stands", "What rests is",
                       {{"end", "an end: something else holds the rest of it"},
                        {"shelf", "all of it, on something hard"},
                        {"bag", "all of it, on a bag"}},
                       "end", "A camera that only stands on a shelf or a bean bag can tip over and turn."),
            length_row("length", "It rests on", 0.040, 5, "Along the part that rests."),
            length_row("width", "Width", 0.030, 5, "Across it; a few millimetres for a round tube on a flat shelf."),
            described(quantity_row("bearing_strength", "May be pressed by", Dimension::stress, 5e6, {1e3, 1e10, false},
                                   "Softwood across the grain 2.5 MPa, hardwood and plywood 5 to 8, aluminium 100.",
                                   "Wood Handbook, from memory")),
        },
        &build, true,
        {{"material",
          "What it lies on",
          {{"bearing_strength", "bearing"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .second = true}}}},
        nullptr,
        {{PortKind::face, PortKind::tube, {}, "friction", "", {}, {{PortSide::support, "material"}}},
         {PortKind::face, PortKind::face, {}, "friction", "", {}, {{PortSide::support, "material"}}},
         {PortKind::edge, PortKind::face, {}, "friction", "", {}, {{PortSide::support, "material"}}},
         {PortKind::edge, PortKind::tube, {}, "friction", "", {}, {{PortSide::support, "material"}}},
         // A tube that stands on its end.
         {PortKind::face,
          PortKind::spigot,
          {{"length", PortSide::payload, "diameter"}, {"width", PortSide::payload, "diameter"}},
          "friction",
          "",
          {},
          {{PortSide::support, "material"}}}});
    return family;
}

}  // namespace clampet::families
