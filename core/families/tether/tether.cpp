#include "families/tether/tether.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "mechanics/falling.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace of_tether {
namespace {

struct Tether {
    double mass = 0, length = 0, aside = 0, fall = 0, stiffness = 0, strength = 0;
    bool to_the_side = false;
    double weight(const Load& load) const {
        const Wrench w = load.whole();
        const double force = std::hypot(w.fx, w.fy, w.fz);
        return force > 0 ? force : mass * quantity::standard_gravity;
    }
    double catching(double weight) const { return mechanics::catch_force(weight, fall, stiffness); }
};

drawing::Drawing section(const Tether& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double L = g.length, across = g.to_the_side ? g.aside : 0.0;
    const double hang = std::sqrt(std::max(0.0, L * L - across * across)), body = 0.22 * L;
    const double from = hang - g.fall;  // where the payload starts, below the anchor
    d.rectangle({-0.3 * L, 0}, {0.3 * L, 0.12 * L}, Material::site);
    d.circle({0, 0}, 0.03 * L, Material::metal);
    const auto payload = [&](double x, double below, Line line) {
        d.rectangle({x - body / 2, -below - body}, {x + body / 2, -below},
                    line == Line::hidden ? Material::none : Material::payload, line);
    };
    payload(across, from, Line::hidden);
    payload(across, hang, Line::outline);
    d.line({0, 0}, {across, -hang}, Line::accent);
    if (g.fall > 0)
        d.dimension({across + body, -from}, {across + body, -hang}, 0,
                    fmt::format("falls {}", quantity::format(g.fall, Dimension::length)));
    const double force = g.catching(g.weight(load));
    d.arrow({across, -hang}, {across * 0.6, -hang * 0.6}, quantity::format(force, Dimension::force));
    d.summary = fmt::format("A tether {} long; the payload falls {} before it is caught with {}.",
                            quantity::format(L, Dimension::length), quantity::format(g.fall, Dimension::length),
                            quantity::format(force, Dimension::force));
    return d;
}

Result<FormulaParts> build(const Values& v) {
    Tether g;
    g.mass = number(v, "mass");
    g.length = number(v, "length");
    g.aside = number(v, "aside");
    const auto& anchor = text(v, "anchor");
    g.to_the_side = anchor == "aside";
    if (g.to_the_side && g.aside > g.length)
        return Problem{"tether.anchor_out_of_reach", "aside",
                       fmt::format("The anchor is {:.3g} mm to the side and the tether only {:.3g} mm long.",
                                   g.aside * 1e3, g.length * 1e3),
                       "Use a longer tether or a nearer anchor."};
    FormulaParts parts;
    if (anchor == "below") {
        g.fall = 2 * g.length;
        parts.working.push_back([=] {
            return Working{
                {"slack_fall", "h = 2L", "", g.fall, Dimension::length, "geometry: from above to below the anchor"}};
        });
    } else if (anchor == "aside") {
        g.fall = std::sqrt(g.length * g.length - g.aside * g.aside);
        parts.working.push_back([=] {
            return Working{
                {"slack_fall", "h = √(L² − a²)", "", g.fall, Dimension::length, "geometry: anchor level with it"}};
        });
    } else {
        g.fall = number(v, "slack");
        parts.working.push_back([=] { return Working{{"slack_fall", "h", "", g.fall, Dimension::length, "input"}}; });
        if (g.fall > 2 * g.length)
            return Problem{
                "tether.slack_too_long", "slack",
                fmt::format("A tether of {:.3g} mm lets nothing fall {:.3g} mm.", g.length * 1e3, g.fall * 1e3),
                fmt::format("Give at most {}, twice its length.", quantity::mm_down(2 * g.length))};
    }
    const double own = number(v, "axial_stiffness") / g.length, mount = number(v, "mount_stiffness");
    g.stiffness = 1 / (1 / own + 1 / mount);
    g.strength = std::min(number(v, "strength") * number(v, "knot_share"), number(v, "anchor_strength"));
    parts.working.push_back([=] {
        return Working{
            {"stiffness", "1/(L/EA + 1/k_mount)", "", g.stiffness, Dimension::stiffness, "springs in series"}};
    });
    parts.working.push_back([=] {
        return Working{{"holds", "least of strength × knot and anchor", "", g.strength, Dimension::force, "input"}};
    });
    parts.modes.push_back(ratio({"breaks", ModeClass::ultimate, "breaks|break, or tears|tear out its anchor",
                                 "catch_force", Dimension::force,
                                 [g](const Wrench& w) {
                                     const double weight = std::hypot(w.fx, w.fy, w.fz);
                                     return weight > 0 ? g.catching(weight) : 0.0;
                                 },
                                 [g](const Wrench&) { return g.strength; }, "W (1 + √(1 + 2 h k/W))",
                                 "energy: the fall is stored in the stretched tether"}));
    parts.loaded_results = [g](const Load& load) {
        const double W = g.weight(load), F = g.catching(W);
        return std::vector<NamedValue>{{"slack_fall", g.fall, Dimension::length},
                                       {"catch_force", F, Dimension::force},
                                       {"stretch", F / g.stiffness, Dimension::length},
                                       {"catch_over_weight", F / W, Dimension::number}};
    };
    parts.section = [g](const Load& load) { return section(g, load); };
    parts.advisories.push_back(
        {"Anchor it upstream of every joint whose failure it is to cover; the catch also loads "
         "that anchor and can tip the stand.",
         false});
    return parts;
}

}  // namespace
}  // namespace of_tether

const Family& tether() {
    using namespace of_tether;
    static const FormulaFamily family(
        "tether", "Tether", "A second catch: how hard does it snatch when the payload drops, and does it break?",
        {
            from_rig(described(quantity_row("mass", "Payload", Dimension::mass, 2.5, {0, 1000, false},
                                            "What it must catch, when no load is given.", "input")),
                     RigFact::mass),
            length_row("length", "Length", 0.30, 20, "From anchor to payload, stretched straight."),
            choice_row("anchor", "The anchor is",
                       {{"given", "where it falls a known slack"},
                        {"below", "below or above, full length slack"},
                        {"aside", "to the side"}},
                       "given", "Decides how far the payload falls before the tether is straight."),
            shown_for(gap_row("slack", "Slack fall", 0.05, 40, "How far it falls before the tether is straight."),
                      "anchor", {"given"}),
            shown_for(gap_row("aside", "To the side by", 0.20, 20, "Level distance from payload to anchor."), "anchor",
                      {"aside"}),
            quantity_row("axial_stiffness", "Stiffness, EA", Dimension::force, 125e3, {1, 1e9},
                         "Force per stretch as a share of its length: 3 mm wire rope 250 kN, 4 mm polyester cord 30 "
                         "kN, 25 mm webbing of polyester 125 kN, of nylon 70 kN. A stiffer one snatches harder.",
                         "from memory"),
            quantity_row("mount_stiffness", "Mount stiffness", Dimension::stiffness, 50e3, {1, 1e12},
                         "How the anchor and the rig give: an arm 5 to 50 N/mm; a beam 1 kN/mm and more.",
                         "from memory"),
            quantity_row("strength", "Breaking force", Dimension::force, 4000, {0, 1e7, false},
                         "Of tether and hooks, the weakest.", "input"),
            quantity_row("knot_share", "Left at the ends", Dimension::number, 0.5, {0.05, 1},
                         "Knot 0.5; sewn or crimped 0.8.", "from memory"),
            quantity_row("anchor_strength", "Anchor holds", Dimension::force, 2000, {0, 1e7, false},
                         "What it is tied to.", "input"),
        },
        &build, false,
        {{"cord",
          "Cord, wire rope or chain",
          {{"axial_stiffness", "stiffness"}, {"strength", "breaking"}, {"knot_share", "knot_share"}},
          {},
          {},
          "cord"},
         {"webbing",
          "Webbing",
          {{"axial_stiffness", "stiffness"}, {"strength", "breaking"}, {"knot_share", "knot_share"}},
          {},
          {},
          "cord"}});
    return family;
}

}  // namespace clampet::families
