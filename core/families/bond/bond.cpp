#include "families/bond/bond.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_bond {
namespace {

struct Bond {
    double a = 0, b = 0, faces = 1;  ///< along x, along y [m]; glued faces that share alike
    double shear = 0, tension = 0;   ///< allowables, after duration and grain [Pa]
    double thickness = 0;
    double area() const { return a * b * faces; }
    /// Largest shear stress: the corners of the pad, force and twist together.
    double shear_stress(const Wrench& w) const {
        const double polar = faces * a * b * (a * a + b * b) / 12;
        double worst = 0;
        for (const double x : {-a / 2, a / 2})
            for (const double y : {-b / 2, b / 2})
                worst = std::max(worst, std::hypot(w.fx / area() - w.mz * y / polar, w.fy / area() + w.mz * x / polar));
        return worst;
    }
    /// Largest tension over the pad: F/(ab) + 6 M/(b a^2); pressing does no harm.
    double peel_stress(const Wrench& w) const {
        return std::max(0.0, w.fz / area() + 6 * std::abs(w.my) / (area() * a) + 6 * std::abs(w.mx) / (area() * b));
    }
    double utilisation(const Wrench& w) const { return std::hypot(shear_stress(w) / shear, peel_stress(w) / tension); }
};

drawing::Drawing section(const Bond& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double a = g.a / 2, t = std::max(g.thickness, 0.02 * g.a), plate = 0.18 * g.a;
    d.rectangle({-1.4 * a, -plate}, {1.4 * a, 0}, Material::wood);
    d.rectangle({-a, 0}, {a, t}, Material::rubber);
    d.rectangle({-1.1 * a, t}, {1.1 * a, t + plate}, Material::payload);
    const Wrench w = load.whole();
    // Stress over the pad along x: tension upward.
    const double mean = w.fz / g.area(), tilt = 6 * w.my / (g.area() * g.a), scale = std::abs(mean) + std::abs(tilt);
    if (scale > 0) {
        const double unit = 0.5 * g.a / scale, base = -1.8 * plate;
        d.path({{-a, base}, {a, base}, {a, base + unit * (mean - tilt)}, {-a, base + unit * (mean + tilt)}},
               Material::none, Line::accent);
        d.text({0, base - 0.9 * plate}, fmt::format("up to {}", quantity::format(g.peel_stress(w), Dimension::stress)),
               Align::centre, TextRole::number);
    }
    d.dimension({-a, t + plate}, {a, t + plate}, 0.6 * plate, quantity::format(g.a, Dimension::length));
    d.arrow({0, t + 2.6 * plate}, {0, t + plate}, "");
    d.summary = fmt::format("A bonded pad of {} by {}.", quantity::format(g.a, Dimension::length),
                            quantity::format(g.b, Dimension::length));
    return d;
}

/// Packets of foam tape ask for about 55 cm^2 a kilogram for what hangs for good: 1.8 kPa of its 0.5 MPa.
constexpr double packet_share = 0.0035;

Result<FormulaParts> build(const Values& v) {
    Bond g;
    const auto& kind = text(v, "kind");
    g.a = number(v, "length");
    g.b = number(v, "width");
    g.shear = number(v, "shear_strength");
    g.tension = number(v, "tension_strength");
    g.thickness = number(v, "thickness");
    FormulaParts parts;
    const auto times = [&](double share, const char* name, const char* why, const char* source) {
        g.shear *= share;
        g.tension *= share;
        parts.working.push_back([=] { return Working{{name, why, "", share, Dimension::number, source}}; });
    };
    if (kind == "foam" && text(v, "duration") == "lasting")
        times(number(v, "lasting_share"), "lasting_share", "strength kept for good", "packet rule, common practice");
    if (kind == "foam" && text(v, "duration") == "days")
        times(number(v, "days_share"), "days_share", "strength kept for days", "from memory");
    if (kind != "foam" && text(v, "grain") == "end")
        times(0.2, "end_grain_share", "end grain holds a fifth", "common practice");
    if (kind == "finger") {
        const double fingers = std::round(number(v, "fingers"));
        g.faces = fingers - 1;
        parts.working.push_back([=] {
            return Working{{"faces", "n fingers have n − 1 faces", fmt::format("{:.0f} − 1", fingers), g.faces,
                            Dimension::number, "derived"}};
        });
    }
    parts.working.push_back([=] {
        return Working{{"shear_allowed", "τ_a", "", g.shear, Dimension::stress, "input, reduced as above"}};
    });
    parts.working.push_back([=] {
        return Working{{"tension_allowed", "σ_a", "", g.tension, Dimension::stress, "input, reduced as above"}};
    });
    parts.loaded_working = [g](const Load& load) {
        const Wrench w = load.whole();
        return Working{{"shear_stress", "τ = F/(ab) and M_z r/J at the worst corner", "", g.shear_stress(w),
                        Dimension::stress, "elastic bond, Roark"},
                       {"peel_stress", "σ = F/(ab) + 6M/(ba²)", "", g.peel_stress(w), Dimension::stress,
                        "elastic bond, beam theory"}};
    };
    FormulaMode breaks;
    breaks.mode = {"breaks", ModeClass::ultimate, "peels|peel or shears|shear off", false, false};
    breaks.utilisation = [g](const Wrench& w) { return g.utilisation(w); };
    breaks.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"shear", g.shear_stress(w), Dimension::stress},
                                       {"tension", g.peel_stress(w), Dimension::stress}};
    };
    breaks.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"shear", g.shear, Dimension::stress},
                                       {"tension", g.tension, Dimension::stress}};
    };
    breaks.motion = [g](const Wrench& w) -> Phrase {
        return g.peel_stress(w) / g.tension > g.shear_stress(w) / g.shear ? "peels|peel" : "shears|shear";
    };
    breaks.formula = "(τ/τ_a)² + (σ/σ_a)² = 1/λ²";
    breaks.source = "elliptic interaction, common practice";
    parts.modes.push_back(std::move(breaks));
    parts.results = {{"area", g.area() * 1e6, Dimension::number},
                     {"shear_alone", g.shear * g.area(), Dimension::force},
                     {"pull_alone", g.tension * g.area(), Dimension::force}};
    parts.section = [g](const Load& load) { return section(g, load); };
    if (kind == "foam" && text(v, "duration") == "short")
        parts.advisories.push_back(
            {"Short-term strength: what hangs for days keeps 5 to 10 % of it, what hangs for good far less.", false});
    return parts;
}

/// As much as lies on both faces; of a round one the square within it.
Values as_large_as_both(const Meeting& meeting) {
    const PressedFace face = pressed_face(meeting);
    if (!face.is_known()) return {};
    const double side = face.diameter / std::numbers::sqrt2;
    return {{"length", face.diameter > 0 ? side : face.length}, {"width", face.diameter > 0 ? side : face.width}};
}

}  // namespace
}  // namespace of_bond

const Family& bond() {
    using namespace of_bond;
    static const FormulaFamily family(
        "bond", "Bond", "Foam tape, a glue line or a finger joint: does it peel or shear off?",
        {
            choice_row("kind", "Bond",
                       {{"foam", "very-high-bond foam tape"}, {"glue", "glue line"}, {"finger", "finger joint, glued"}},
                       "foam", "What holds the two faces together."),
            length_row("length", "Length", 0.050, 2, "Along x; of a finger joint along the finger."),
            length_row("width", "Width", 0.025, 2, "Along y; of a finger joint along the joint."),
            quantity_row("shear_strength", "Shear strength", Dimension::stress, 0.5e6, {1, 1e9, false},
                         "Foam tape 0.5 MPa for a short time; wood glue 6 MPa along the grain.", "from memory"),
            quantity_row("tension_strength", "Pull strength", Dimension::stress, 0.6e6, {1, 1e9, false},
                         "Foam tape 0.6 MPa for a short time; wood glue 2 MPa across the grain.", "from memory"),
            shown_for(described(choice_row(
                          "duration", "The load",
                          {{"lasting", "hangs for good"}, {"days", "hangs for days"}, {"short", "is short"}}, "lasting",
                          "Foam creeps: under a lasting load only a small share of its strength is left.")),
                      "kind", {"foam"}),
            shown_for(quantity_row("lasting_share", "Kept for good", Dimension::number, packet_share, {0.001, 1},
                                   "Packets say 55 cm² for every kilogram: 1.8 kPa, 0.0035 of the strength.",
                                   "common practice"),
                      "kind", {"foam"}),
            shown_for(quantity_row("days_share", "Kept for days", Dimension::number, 0.07, {0.001, 1},
                                   "0.05 to 0.1 of the short-term strength for hours and days.", "from memory"),
                      "kind", {"foam"}),
            shown_for(choice_row("grain", "Glued on", {{"side", "side grain"}, {"end", "end grain"}}, "side",
                                 "End grain drinks the glue and holds about a fifth."),
                      "kind", {"glue", "finger"}),
            shown_for(count_row("fingers", "Fingers", 5, {2, 100}, "Of both sides together."), "kind", {"finger"}),
            gap_row("thickness", "Thickness", 0.0011, 0.05, "Of the tape or the glue line."),
        },
        &build, true,
        {{"foam tape",
          "Tape",
          {{"shear_strength", "shear"},
           {"tension_strength", "tension"},
           {"days_share", "days_share"},
           {"thickness", "thickness"}},
          {{"kind", "foam"}},
          {},
          "adhesive"},
         {"glue",
          "Glue",
          {{"shear_strength", "shear"}, {"tension_strength", "tension"}, {"thickness", "thickness"}},
          {{"kind", "glue"}},
          {},
          "adhesive"}},
        nullptr, {{.support = PortKind::face, .payload = PortKind::face, .derived = &as_large_as_both}},
        {.mass = 0.2, .at = {0, 0, 0.01}, .push = 0});
    return family;
}

}  // namespace clampet::families
