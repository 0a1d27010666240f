#include "families/sheet_joint/sheet_joint.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/format.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace of_sheet_joint {
namespace {

constexpr double pi = std::numbers::pi;

/// A flange on cloth, or rivets in thin sheet. Frame: z out of the sheet, towards the payload.
struct Sheet {
    bool cloth = true;
    double flange = 0, strip = 0, preload = 0, friction = 0;  ///< strip: force per width of cloth [N/m]
    double rivet = 0, rivet_shear = 0, rivet_pull = 0, thickness = 0, strength = 0, apart = 0;
    double count = 1, lever = 0;

    double pull(const Wrench& w) const { return std::max(0.0, w.fz) + std::hypot(w.mx, w.my) / lever; }
    /// Friction of both washers on the cloth between them; a pull takes it off one side.
    double pinched(const Wrench& w) const { return friction * (2 * preload - std::max(0.0, w.fz)); }
    double mean_radius() const { return flange / 3; }
    double slides(const Wrench& w) const {
        const double held = pinched(w), asked = std::hypot(w.fx, w.fy, w.mz / mean_radius());
        return asked > 0 ? (held > 0 ? asked / held : std::numeric_limits<double>::infinity()) : 0;
    }
    /// Cloth tears where it hangs on the flange: its strip strength over the flange's width.
    double tears_at() const { return strip * flange; }
    /// Pulled out of its plane it hangs on the rim, sloped by about 30 degrees: half of it counts.
    double pulls_through_at() const { return 0.5 * strip * pi * flange; }
    double on_rivet(const Wrench& w) const {
        const double turned = count > 1 ? 2 * std::abs(w.mz) / (apart * count) : 0;
        return std::hypot(w.fx, w.fy) / count + turned;
    }
};

drawing::Drawing section(const Sheet& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double D = g.cloth ? g.flange : 4 * g.rivet, t = 0.05 * D, wide = 1.6 * D;
    d.rectangle({-wide, -t}, {wide, 0}, g.cloth ? Material::rubber : Material::metal);
    if (g.cloth) {
        d.rectangle({-D / 2, 0}, {D / 2, 2 * t}, Material::rubber);
        d.rectangle({-D / 2, -3 * t}, {D / 2, -t}, Material::rubber);
        d.rectangle({-D / 2, 2 * t}, {D / 2, 3.4 * t}, Material::metal);
        d.rectangle({-D / 2, -4.4 * t}, {D / 2, -3 * t}, Material::metal);
        d.rectangle({-0.12 * D, -0.5 * D}, {0.12 * D, 0.5 * D}, Material::metal);
        d.dimension({-D / 2, -0.6 * D}, {D / 2, -0.6 * D}, -0.1 * D, "Ø " + quantity::format(D, Dimension::length));
    } else {
        const double r = g.rivet / 2;
        d.rectangle({-wide, 0}, {wide, 1.4 * t}, Material::metal);
        d.rectangle({-r, -2 * t}, {r, 2.4 * t}, Material::metal);
        d.path({{-2 * r, 1.4 * t}, {2 * r, 1.4 * t}, {r, 1.4 * t + r}, {-r, 1.4 * t + r}}, Material::metal);
        d.dimension({-r, -0.5 * D}, {r, -0.5 * D}, -0.1 * D, "Ø " + quantity::format(g.rivet, Dimension::length));
    }
    d.line({0, -0.9 * D}, {0, 0.9 * D}, Line::centre);
    d.arrow({0, 0.55 * D}, {0, 0.85 * D}, quantity::format(g.pull(load.whole()), Dimension::force));
    d.summary =
        g.cloth ? fmt::format("Cloth between washers and flanges of {}.", quantity::format(g.flange, Dimension::length))
                : fmt::format("{:.0f} rivets of {} in a sheet of {}.", g.count,
                              quantity::format(g.rivet, Dimension::length),
                              quantity::format(g.thickness, Dimension::length));
    return d;
}

FormulaMode force_ratio(const char* key, Phrase label, const char* name, std::function<double(const Wrench&)> demand,
                        double capacity, const char* formula, const char* source) {
    return ratio({key, ModeClass::ultimate, std::move(label), name, Dimension::force, std::move(demand),
                  [capacity](const Wrench&) { return capacity; }, formula, source});
}

void add_cloth(FormulaParts& parts, const Sheet& g) {
    const auto sideways = [](const Wrench& w) { return std::hypot(w.fx, w.fy); };
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "slips|slip or turns|turn between its washers", false, false};
    slips.utilisation = [g](const Wrench& w) { return g.slides(w); };
    slips.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{
            {"along_the_cloth", std::hypot(w.fx, w.fy, w.mz / g.mean_radius()), Dimension::force}};
    };
    slips.capacity = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"along_the_cloth", std::max(0.0, g.pinched(w)), Dimension::force}};
    };
    slips.motion = [g](const Wrench& w) -> Phrase {
        return std::abs(w.mz) / g.mean_radius() > std::hypot(w.fx, w.fy) ? "turns|turn between its washers"
                                                                         : "slips|slip between its washers";
    };
    slips.formula = "μ (2N − Fz), on a mean radius of a third of the flange";
    slips.source = "Coulomb friction, uniform pressure";
    slips.capacity_is_concave = true;
    parts.modes.push_back(std::move(slips));
    parts.modes.push_back(force_ratio("tears", "tears|tear the cloth along", "side_force", sideways, g.tears_at(),
                                      "s · D_flange", "strip strength over the flange's width, from memory"));
    parts.modes.push_back(force_ratio(
        "pulls_through", "is|be pulled through the cloth", "pull", [g](const Wrench& w) { return g.pull(w); },
        g.pulls_through_at(), "s π D_flange · 0.5", "cloth sloped by 30° at the rim, from memory"));
    parts.results = {{"tears_at", g.tears_at(), Dimension::force},
                     {"pulls_through_at", g.pulls_through_at(), Dimension::force},
                     {"pinched_with", 2 * g.friction * g.preload, Dimension::force}};
    parts.advisories.push_back(
        {"A hole cut in cloth runs: melt or glue its edge, and let rubber washers spread the flange.", false});
}

void add_rivets(FormulaParts& parts, const Sheet& g) {
    // EN 1993-1-3 table 8.1, blind rivets, from memory: alpha = 3.2 sqrt(t/d), at most 2.1.
    const double alpha = std::min(2.1, 3.2 * std::sqrt(g.thickness / g.rivet));
    const double shear = g.rivet_shear, bearing = alpha * g.strength * g.rivet * g.thickness;
    const double through = 1.8 * g.strength * g.rivet * g.thickness;
    parts.modes.push_back(force_ratio(
        "shears", "shears|shear its rivets off", "shear", [g](const Wrench& w) { return g.on_rivet(w); }, shear,
        "F/n + 2M/(n a), against what one rivet shears at", "statics"));
    parts.modes.push_back(force_ratio(
        "tears", "tears|tear the sheet at a rivet", "shear", [g](const Wrench& w) { return g.on_rivet(w); }, bearing,
        "3.2 √(t/d) σ_u d t, at most 2.1", "EN 1993-1-3 table 8.1, from memory"));
    parts.modes.push_back(force_ratio(
        "pulls_through", "is|be pulled through the sheet or off its rivets", "pull",
        [g](const Wrench& w) { return g.pull(w) / g.count; }, std::min(through, g.rivet_pull),
        "least of 1.8 σ_u d t and the rivet's own pull", "thin sheet, from memory"));
    parts.results = {{"one_shears_at", shear, Dimension::force},
                     {"sheet_tears_at", bearing, Dimension::force},
                     {"one_pulls_at", std::min(through, g.rivet_pull), Dimension::force}};
    if (g.count < 2) parts.advisories.push_back({"One rivet lets it turn: use two.", true});
}

Result<FormulaParts> build(const Values& v) {
    Sheet g;
    g.cloth = text(v, "kind") == "cloth";
    g.lever = number(v, "lever");
    FormulaParts parts;
    if (g.cloth) {
        g.flange = number(v, "flange_diameter");
        g.strip = number(v, "strip_strength") / 0.050;
        g.preload = number(v, "preload") * number(v, "kept");
        g.friction = number(v, "friction");
        add_cloth(parts, g);
    } else {
        g.count = number(v, "rivets");
        g.rivet = number(v, "rivet_diameter");
        g.rivet_shear = number(v, "rivet_shear");
        g.rivet_pull = number(v, "rivet_pull");
        g.thickness = number(v, "sheet_thickness");
        g.strength = number(v, "sheet_strength");
        g.apart = number(v, "apart");
        if (g.count > 1 && g.apart < 2 * g.rivet)
            return Problem{"sheet_joint.rivets_too_near", "apart", "The rivets' holes run into each other.",
                           fmt::format("Give at least {}.", quantity::mm_up(2 * g.rivet))};
        add_rivets(parts, g);
    }
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

Mating flange_on_cloth() {
    Mating m;
    m.support = m.payload = PortKind::cloth;
    m.fills = {{"strip_strength", PortSide::support, "cloth", true},
               {"flange_diameter", PortSide::payload, "diameter"},
               {"lever", PortSide::payload, "lever"}};
    m.sets = {{"kind", std::string("cloth")}};
    return m;
}

}  // namespace
}  // namespace of_sheet_joint

const Family& sheet_joint() {
    using namespace of_sheet_joint;
    const auto cloth = [](Parameter p) { return shown_for(std::move(p), "kind", {"cloth"}); };
    const auto riveted = [](Parameter p) { return shown_for(std::move(p), "kind", {"rivets"}); };
    static const FormulaFamily family(
        "sheet_joint", "Fastening in cloth or thin sheet",
        "A tee-nut between rubber washers in cloth, or rivets in thin sheet: does it turn, tear or pull through?",
        {
            choice_row("kind", "It is", {{"cloth", "a flange on cloth or webbing"}, {"rivets", "rivets in sheet"}},
                       "cloth", "A pouch or strap with a tee-nut, or sheet metal with blind rivets."),
            cloth(length_row("flange_diameter", "Flange or washer", 0.025, 0.2,
                             "Diameter of what spreads the load on the cloth.")),
            cloth(quantity_row("strip_strength", "Cloth, a strip of 50 mm", Dimension::force, 1200, {0, 1e6, false},
                               "Pack cloth of nylon 1.5 to 2.5 kN, cotton canvas 1 kN, webbing 5 kN and more.",
                               "from memory")),
            cloth(quantity_row("preload", "Pressed together with", Dimension::force, 200, {0, 1e5},
                               "By hand on a quarter-inch screw about 300 N; on rubber washers less stays.",
                               "from memory")),
            cloth(described(quantity_row("kept", "Kept after a day", Dimension::number, 0.7, {0, 1, false},
                                         "Rubber and cloth 0.7 or less.", "from memory"))),
            cloth(friction_row("friction", "Friction", "rubber on cloth", "Washer on the cloth.")),
            riveted(count_row("rivets", "Rivets", 2, {1, 40}, "In the joint.")),
            riveted(length_row("apart", "Apart", 0.020, 1, "The outermost, from middle to middle.")),
            riveted(length_row("rivet_diameter", "Rivet", 0.004, 0.02, "Diameter; blind rivets 3.2, 4 and 4.8 mm.")),
            riveted(quantity_row("rivet_shear", "One shears at", Dimension::force, 1250, {0, 1e5, false},
                                 "Blind rivet, aluminium: 3.2 mm 750 N, 4 mm 1250 N, 4.8 mm 1850 N.",
                                 "ISO 15977, from memory")),
            riveted(quantity_row("rivet_pull", "One pulls at", Dimension::force, 1800, {0, 1e5, false},
                                 "Blind rivet, aluminium: 3.2 mm 1100 N, 4 mm 1800 N, 4.8 mm 2600 N.",
                                 "ISO 15977, from memory")),
            riveted(length_row("sheet_thickness", "Sheet, thickness", 0.001, 0.02, "The thinner of both.")),
            riveted(quantity_row("sheet_strength", "Sheet, strength", Dimension::stress, 160e6, {1e6, 1e10},
                                 "Soft aluminium sheet 160 MPa, steel 300 MPa.", "from memory")),
            length_row("lever", "Pries over", 0.020, 1,
                       "From its middle to the edge that the part on it would lever on."),
        },
        &build, true,
        {{"rivet",
          "Blind rivet",
          {{"rivet_diameter", "diameter"}, {"rivet_shear", "shear"}, {"rivet_pull", "pull"}},
          {{"kind", "rivets"}},
          {},
          "rivet"},
         {"cloth", "Cloth", {{"strip_strength", "strip"}}, {{"kind", "cloth"}}, {}, "cloth"}},
        nullptr, {flange_on_cloth()}, {.mass = 0.4, .at = {0, 0, 0.04}, .push = 5});
    return family;
}

}  // namespace clampet::families
