#include "families/insert/insert.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"
#include "catalogue/thread.h"
#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/threaded_material.h"
#include "families/shared/wood_screw.h"
#include "mechanics/thread_strength.h"
#include "mechanics/wood.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_insert {
namespace {

using quantity::infinite;
constexpr double pi = std::numbers::pi;

struct Insert {
    std::string kind;
    double in_wood = 0;  ///< of its length, what lies in the wood [m]
    double gravity = 0, diameter = 0, length = 0, thickness = 0, edge = 0, lever = 0;
    double pull_out = 0;    ///< least of wood, thread and screw [N]
    double least_pull = 0;  ///< that, or what draws the head through the part on it [N]
    double push = 0;        ///< the other way [N]
    double spin = 0;        ///< torque at which it turns in the wood [N m]
    double lateral = 0;     ///< [N]
    std::string weakest;
    double pull(const Wrench& w) const {
        return w.fz + (lever > 0 ? std::hypot(w.mx, w.my) / lever : w.mx != 0 || w.my != 0 ? infinite : 0);
    }
};

drawing::Drawing section(const Insert& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double r = g.diameter / 2, t = g.thickness, wide = std::max(3 * g.diameter, g.edge);
    d.rectangle({-wide, -t}, {-r, 0}, Material::wood);
    d.rectangle({r, -t}, {std::max(wide, 1.2 * g.edge), 0}, Material::wood);
    if (t > g.length) d.rectangle({-r, -t}, {r, -g.length}, Material::wood, Line::none);
    if (g.kind == "tee_nut") d.rectangle({-2.2 * r, -t - 0.4 * r}, {2.2 * r, -t}, Material::metal);
    const bool screw = g.kind == "wood_screw" || g.kind == "lag";
    d.rectangle({-r, -g.length}, {r, screw ? 0.3 * r : 0}, Material::metal);
    if (screw) {
        d.path({{-2 * r, 0.9 * r}, {2 * r, 0.9 * r}, {r, 0}, {-r, 0}}, Material::metal);
    } else {
        d.rectangle({-0.55 * r, -0.9 * g.length}, {0.55 * r, 0.8 * r}, Material::payload);
    }
    for (double z = -g.length; z < -0.4 * r; z += std::max(0.4 * r, g.length / 14)) {
        d.line({-1.15 * r, z}, {-r, z + 0.2 * r}, Line::thin);
        d.line({r, z}, {1.15 * r, z + 0.2 * r}, Line::thin);
    }
    d.arrow({0, 1.2 * r}, {0, 1.2 * r + 0.6 * t}, quantity::format(g.pull(load.whole()), Dimension::force));
    d.dimension({-wide, -t}, {-wide, 0}, 0, quantity::format(t, Dimension::length));
    d.dimension({-1.6 * r, -g.length}, {-1.6 * r, 0}, 0, quantity::format(g.length, Dimension::length));
    d.summary =
        fmt::format("An insert {} across and {} deep in {} of wood.", quantity::format(g.diameter, Dimension::length),
                    quantity::format(g.length, Dimension::length), quantity::format(t, Dimension::length));
    return d;
}

struct Threaded {
    double screw_strip = infinite, insert_strip = infinite, tension = infinite;
    double wall = 0;  ///< outside over thread diameter
};

/// The screw in the insert's own thread. `outside` is what surrounds it.
Result<Threaded> threaded(const Values& v, double length, double outside) {
    const auto male = catalogue::thread_named(text(v, "screw")),
               female = catalogue::thread_named(text(v, "thread_inside"));
    if (!male) return male.problem().at("screw");
    if (!female) return female.problem().at("thread_inside");
    const double engaged = std::min(number(v, "engaged"), length);
    const auto fit = catalogue::fit(*male, *female, engaged / male->pitch);
    if (fit.fit != catalogue::Fit::fits && fit.fit != catalogue::Fit::by_luck)
        return Problem{
            "insert.screw_does_not_fit", "screw",
            fmt::format("{} does not go into {}: {}", male->designation, female->designation, fit.reason),
            fmt::format("Use a {} screw, or an insert with {} inside.", female->designation, male->designation)};
    if (!(outside > female->major))
        return Problem{"insert.no_wall", "diameter",
                       fmt::format("{} of {:.3g} mm does not leave a wall in {:.3g} mm outside.", female->designation,
                                   female->major * 1e3, outside * 1e3),
                       "Give the insert's outside diameter, or the thread that is really inside."};
    const auto screw = threaded_material(v, "screw_material"), own = threaded_material(v, "insert_material");
    if (!screw) return screw.problem();
    if (!own) return own.problem();
    const double given = number(v, "wall_over_thread"), wall = given > 0 ? given : outside / female->major;
    const double dilation = wall >= 1.9 ? 1 : std::max(0.0, -wall * wall + 3.8 * wall - 2.61);
    const auto sizes = mechanics::basic_sizes(*male, *female);
    return Threaded{
        mechanics::external_shear_area_per_length(sizes) * engaged * mechanics::thread_shear(*screw) * dilation,
        mechanics::internal_shear_area_per_length(sizes) * engaged * mechanics::thread_shear(*own) * dilation,
        male->stress_area * screw->ultimate, wall};
}

/// Torque at which it turns in the wood: shear round an insert; corners or prongs bearing on the wood. Infinite for
/// screws, which are turned by intent.
double spin_out(const Values& v, const Insert& g) {
    const double flange = number(v, "flange_diameter");
    if (g.kind == "insert")
        return pi * g.diameter * g.diameter * g.in_wood / 2 * mechanics::wood_shear(g.gravity) * 0.7 *
               (1 - number(v, "slots"));
    if (g.kind == "captive_nut") {
        // Six corners press on the pocket's sides: half of each side bears, triangular, at a third of the side. Corners
        // bear as dowels do, not at the proportional limit across the grain.
        const double side = flange / 2, bearing = mechanics::dowel_bearing(g.gravity, flange);
        return 6 * (side / 2 * g.length * bearing / 2) * side / 3;
    }
    if (g.kind == "tee_nut") {
        const double prongs = 4, prong_length = 0.006, prong_width = 0.0015;
        return prongs * prong_length * prong_width * mechanics::dowel_bearing(g.gravity, prong_width) * 0.85 * flange /
               2;
    }
    return infinite;
}

Result<FormulaParts> build(const Values& v) {
    Insert g;
    g.kind = text(v, "kind");
    g.gravity = number(v, "wood_gravity");
    g.diameter = number(v, "diameter");
    g.length = number(v, "length");
    g.thickness = number(v, "wood_thickness");
    g.edge = number(v, "edge_distance");
    g.lever = number(v, "lever");
    const bool screw = g.kind == "wood_screw" || g.kind == "lag";
    const bool end_grain = text(v, "grain") == "end";
    // What sticks out holds nothing: it is said, not refused.
    g.in_wood = std::min(g.length, g.thickness);
    const bool wooden_side = text(v, "side_of") == "wood", stays = text(v, "duration") == "lasting";
    const double lower = lower_withdrawal, lasting = stays ? lasting_wood : 1;
    const WoodScrew in_wood{.lag = g.kind == "lag",
                            .shank = g.diameter,
                            .in_wood = g.in_wood,
                            .gravity = g.gravity,
                            .side = number(v, "side_thickness"),
                            .side_gravity = wooden_side ? number(v, "side_gravity") : 0,
                            .head = number(v, "head_diameter"),
                            .end_grain = end_grain,
                            .lasting = stays};
    double wood = 0;
    FormulaParts parts;
    if (g.length > g.thickness && g.kind != "tee_nut")
        parts.advisories.push_back({fmt::format("{} {:.3g} mm beyond the wood; only {:.3g} mm hold.",
                                                screw ? "Its point comes through, it sticks out" : "It sticks out",
                                                (g.length - g.thickness) * 1e3, g.in_wood * 1e3),
                                    false});
    const auto say = [&](const char* name, const char* formula, double value, const char* source,
                         Dimension d = Dimension::force) {
        parts.working.push_back([=] { return Working{{name, formula, "", value, d, source}}; });
    };
    if (screw) {
        wood = mean_withdrawal(in_wood);
        say("withdrawal_mean", in_wood.lag ? "8100 G^1.5 D^0.75 lbf/in; × 0.75 in end grain" : "15 700 G² D lbf/in",
            wood, "Wood Handbook, from memory");
    } else if (g.kind == "insert") {
        wood = mechanics::wood_shear(g.gravity) * pi * g.diameter * g.in_wood * (end_grain ? 0.75 : 1);
        say("wood_shear", "34.5 G² MPa", mechanics::wood_shear(g.gravity), "derived from screw withdrawal",
            Dimension::stress);
        say("wood_round_it", "τ π D L", wood, "derived from screw withdrawal");
    } else {  // a flange or corners bear on the wood
        const double flange = number(v, "flange_diameter");
        const double area = pi / 4 * (flange * flange - g.diameter * g.diameter);
        if (!(area > 0))
            return Problem{"insert.flange_too_small", "flange_diameter", "The flange is no larger than the barrel.",
                           "Give the diameter of the flange or across the nut's corners."};
        wood = area * mechanics::wood_bearing(g.gravity) / lower;
        say("flange_bearing", "π/4 (D_f² − D²) f_c⊥", wood * lower, "Wood Handbook, from memory");
    }
    const double wood_capacity = wood * lower * lasting;
    say("wood_capacity", "× 0.7 (lower 5 %) × 0.6 if it stays", wood_capacity, "Wood Handbook, from memory");
    g.pull_out = wood_capacity;
    g.weakest = "the wood";
    if (!screw) {
        const bool barrel = g.kind != "captive_nut";
        const auto metal = threaded(v, g.kind == "insert" ? g.length : std::max(g.length, number(v, "engaged")),
                                    barrel ? g.diameter : number(v, "flange_diameter"));
        if (!metal) return metal.problem();
        if (metal->wall < 1.4)
            parts.advisories.push_back({"The insert's wall is too thin for its screw: it dilates.", true});
        say("insert_strip", "internal shear area × 0.577 σ_u (0.4 in plastic) × dilation", metal->insert_strip,
            "FED-STD-H28/2");
        say("screw_strip", "external shear area × 0.577 σ_u (0.4 in plastic) × dilation", metal->screw_strip,
            "FED-STD-H28/2");
        say("screw_tension", "A_t σ_u", metal->tension, "ISO 898-1");
        for (const auto& [name, value] : {std::pair{"the insert's thread", metal->insert_strip},
                                          {"the screw's thread", metal->screw_strip},
                                          {"the screw itself", metal->tension}})
            if (value < g.pull_out) {
                g.pull_out = value;
                g.weakest = name;
            }
    }
    g.least_pull = g.pull_out;
    g.push = g.kind == "insert" || screw ? infinite : 0;
    g.spin = spin_out(v, g);
    // What is no screw bends on its whole section.
    const auto across_it = yields(in_wood, screw ? bends_on(in_wood) : g.diameter);
    g.lateral = across_it.least();
    for (const auto& [name, value] : {std::pair{"yields_I_m", across_it.i_m},
                                      {"yields_I_s", across_it.i_s},
                                      {"yields_II", across_it.ii},
                                      {"yields_III_m", across_it.iii_m},
                                      {"yields_III_s", across_it.iii_s},
                                      {"yields_IV", across_it.iv}})
        say(name, "Johansen", value, "NDS yield limit equations, R_d = 1, on the root (NDS appendix L), from memory");
    if (screw && wooden_side) {
        if (!(number(v, "head_diameter") > g.diameter))
            return Problem{"insert.head_too_small", "head_diameter",
                           fmt::format("A head of {:.3g} mm is no larger than the shank of {:.3g} mm.",
                                       number(v, "head_diameter") * 1e3, g.diameter * 1e3),
                           "Give the diameter of the head, or of the washer under it."};
        const double through = head_through(in_wood);
        say("head_pull_through", "5 · 690 π D_H G² t (lbf, in; t ≤ 2.5 D_H), × 0.7 × 0.6 if it stays", through,
            "NDS, from memory");
        g.least_pull = std::min(g.least_pull, through);
        parts.modes.push_back(ratio({"pulls_through", ModeClass::ultimate, "draws|draw its head through the part on it",
                                     "pull", Dimension::force, [g](const Wrench& w) { return g.pull(w); },
                                     [through](const Wrench&) { return through; }, "5 · 690 π D_H G² t · 0.7 · 0.6",
                                     "NDS, from memory"}));
    }
    if (screw) {
        parts.modes.push_back(
            ratio({"pulls_out", ModeClass::ultimate, "is|be pulled out of the wood", "pull", Dimension::force,
                   [g](const Wrench& w) { return g.pull(w); }, [g](const Wrench&) { return g.pull_out; },
                   "withdrawal × 0.7 × 0.6 if it stays", "Wood Handbook, from memory"}));
    } else {
        auto pulls = ratio({"pulls_out", ModeClass::ultimate, "is|be pulled out", "pull", Dimension::force,
                            [g](const Wrench& w) { return g.pull(w); }, [g](const Wrench&) { return g.pull_out; },
                            "least of wood, insert thread, screw thread and screw", "Wood Handbook; FED-STD-H28/2"});
        pulls.motion = [weakest = g.weakest](const Wrench&) {
            return Phrase("is|be pulled out: " + weakest + " gives way");
        };
        parts.modes.push_back(std::move(pulls));
        parts.modes.push_back(
            ratio({"spins_out", ModeClass::ultimate, "turns|turn in the wood", "twist", Dimension::torque,
                   [](const Wrench& w) { return std::abs(w.mz); }, [g](const Wrench&) { return g.spin; },
                   "π D² L τ/2 less slots; corners or prongs against the wood", "derived"}));
    }
    if (g.push == 0)
        parts.modes.push_back(
            ratio({"pushed_out", ModeClass::ultimate, "is|be pushed out backwards", "push", Dimension::force,
                   [](const Wrench& w) { return -w.fz; },
                   [pushed = text(v, "backed") == "yes"](const Wrench&) { return pushed ? infinite : 0.0; },
                   "nothing holds it that way", "common practice"}));
    parts.modes.push_back(
        ratio({"bends", ModeClass::ultimate, "crushes|crush the wood sideways or bends|bend", "side_force",
               Dimension::force, [](const Wrench& w) { return std::hypot(w.fx, w.fy); },
               [g](const Wrench&) { return g.lateral; }, "least of the six yield modes", "NDS, from memory"}));
    parts.modes.back().motion = [mode = std::string(across_it.governs())](const Wrench&) {
        return Phrase("crushes|crush the wood sideways or bends|bend: yield mode " + mode);
    };
    FormulaMode both;
    both.mode = {"combined", ModeClass::ultimate, "is|be pulled and pushed sideways at once", false, false};
    both.utilisation = [g](const Wrench& w) {
        const double pull = std::max(0.0, g.pull(w)), side = std::hypot(w.fx, w.fy);
        return (pull > 0 ? (g.least_pull > 0 ? pull / g.least_pull : infinite) : 0) + side / g.lateral;
    };
    both.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"pull", std::max(0.0, g.pull(w)), Dimension::force},
                                       {"side_force", std::hypot(w.fx, w.fy), Dimension::force}};
    };
    both.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"pull", g.least_pull, Dimension::force},
                                       {"side_force", g.lateral, Dimension::force}};
    };
    both.formula = "P/P_a + V/V_a = 1";
    both.source = "linear interaction, on the safe side";
    parts.modes.push_back(std::move(both));
    parts.results = {{"pull_out", g.pull_out, Dimension::force},
                     {"spin_out", g.spin, Dimension::torque},
                     {"lateral", g.lateral, Dimension::force}};
    if (g.kind == "wood_screw" && end_grain)
        parts.advisories.push_back(
            {"Wood screws do not hold in end grain: turn the piece, or use a lag, an insert or a cross dowel.", true});
    if (g.edge < 2 * g.diameter)
        parts.advisories.push_back({fmt::format("The edge is {:.3g} mm away; the wood may split under {:.3g} mm.",
                                                g.edge * 1e3, 2e3 * g.diameter),
                                    true});
    if (screw)
        parts.results.push_back({"code_value",
                                 (g.kind == "lag" ? mechanics::nds_lag(g.gravity, g.diameter)
                                                  : mechanics::nds_wood_screw(g.gravity, g.diameter)) *
                                     g.in_wood * (end_grain ? (g.kind == "lag" ? 0.75 : 0) : 1),
                                 Dimension::force});
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

}  // namespace
}  // namespace of_insert

const Family& insert() {
    using namespace of_insert;
    const auto metal = [](Parameter p) {
        return shown_for(std::move(p), "kind", {"insert", "tee_nut", "captive_nut"});
    };
    static const FormulaFamily family(
        "insert", "Insert or screw in wood",
        "A threaded insert, tee-nut, captive nut or wood screw: does it pull out, spin or split?",
        {
            choice_row("kind", "What it is",
                       {{"insert", "threaded insert"},
                        {"tee_nut", "tee-nut"},
                        {"captive_nut", "captive nut or bolt"},
                        {"wood_screw", "wood screw"},
                        {"lag", "lag screw"}},
                       "insert", "What sits in the wood."),
            described(quantity_row("wood_gravity", "Wood, specific gravity", Dimension::number, 0.62, {0.1, 1.2},
                                   "Oven-dry: pine 0.42, birch plywood 0.62, oak 0.66, beech 0.68.",
                                   "Wood Handbook, from memory")),
            length_row("diameter", "Outside diameter", 0.0095, 0.1, "Of the insert or barrel; of a screw its shank."),
            length_row("length", "Length", 0.0127, 0.3,
                       "Of insert or threaded part; what does not fit into the wood holds nothing."),
            length_row("wood_thickness", "Wood thickness", 0.018, 0.5, "Measured: plywood is thinner than its name."),
            length_row("edge_distance", "To the nearest edge", 0.030, 1, "From the middle of the hole."),
            choice_row("grain", "Into", {{"face", "face or side grain"}, {"end", "end grain"}}, "face",
                       "End grain holds less, wood screws hardly."),
            described(choice_row("duration", "The load", {{"lasting", "stays"}, {"short", "is short"}}, "lasting",
                                 "Wood keeps about 0.6 of its strength under a load that stays.")),
            metal(text_row("thread_inside", "Thread inside", "1/4-20", "Of the insert or nut.", "catalogue")),
            metal(text_row("screw", "Screw", "1/4-20", "What is screwed into it.", "catalogue")),
            metal(length_row("engaged", "Engaged thread", 0.008, 0.2, "Of screw in the insert or nut.")),
            metal(text_row("screw_material", "Screw of", "steel 4.6", "For its strength.", "catalogue")),
            metal(text_row("insert_material", "Insert or nut of", "brass", "For its thread's strength.", "catalogue")),
            metal(described(quantity_row("wall_over_thread", "Outside over thread diameter", Dimension::number, 0,
                                         {0, 10}, "Thin walls dilate below 1.9. 0: from its outside and its thread.",
                                         "VDI 2230, from memory"))),
            shown_for(length_row("flange_diameter", "Flange or corners", 0.022, 0.1,
                                 "Diameter of the tee-nut's flange, or across the nut's corners."),
                      "kind", {"tee_nut", "captive_nut"}),
            shown_for(choice_row("backed", "Behind it", {{"no", "nothing"}, {"yes", "a plate or epoxy"}}, "no",
                                 "What stops it from being pushed out backwards."),
                      "kind", {"tee_nut", "captive_nut"}),
            shown_for(described(quantity_row("slots", "Share of slots", Dimension::number, 0.1, {0, 0.9},
                                             "Of the insert's outside that does not grip.", "input")),
                      "kind", {"insert"}),
            length_row("side_thickness", "Part on it, thickness", 0.006, 0.3, "Of the plate or board that it holds."),
            choice_row("side_of", "Part on it, of", {{"metal", "metal"}, {"wood", "wood or plywood"}}, "metal",
                       "Wood gives way under the screw and its head."),
            shown_for(described(quantity_row("side_gravity", "Part on it, specific gravity", Dimension::number, 0.62,
                                             {0.1, 1.2}, "Oven-dry: pine 0.42, birch plywood 0.62, oak 0.66.",
                                             "Wood Handbook, from memory")),
                      "side_of", {"wood"}),
            also_shown_for(shown_for(length_row("head_diameter", "Head or washer", 0.020, 0.1,
                                                "What keeps the screw from being drawn through the part on it."),
                                     "side_of", {"wood"}),
                           "kind", {"wood_screw", "lag"}),
            length_row("lever", "Pries over", 0.025, 1, "From it to the edge that the part on it would lever on."),
        },
        &build, true,
        {{"insert",
          "Insert",
          {{"diameter", "outer"}, {"length", "length"}},
          {{"kind", "insert"}},
          {{"thread_inside", "inside"}, {"insert_material", "material"}}},
         {"wood screw",
          "Wood screw, by gauge",
          {{"diameter", "shank"}, {"head_diameter", "head"}},
          {{"kind", "wood_screw"}},
          {},
          "wood_screw"},
         {"lag", "Lag screw", {{"diameter", "shank"}, {"head_diameter", "head"}}, {{"kind", "lag"}}, {}, "wood_screw"},
         {"tee-nut",
          "Tee-nut",
          {{"diameter", "outer"}, {"length", "length"}, {"flange_diameter", "flange"}},
          {{"kind", "tee_nut"}},
          {{"thread_inside", "inside"}, {"insert_material", "material"}},
          "tee_nut"},
         {"nut",
          "Nut let into the wood",
          {{"flange_diameter", "across_corners"}, {"length", "height"}},
          {{"kind", "captive_nut"}},
          {{"thread_inside", "thread"}},
          "nut"},
         {"plywood",
          "Plywood, real thickness",
          {{"wood_thickness", "thickness"}},
          {},
          {},
          "stock",
          {{"wood_gravity", "gravity_for_screws"}}},
         {"board",
          "Board, as sold",
          {{"wood_thickness", "thickness"}, {"wood_gravity", "gravity_for_screws"}},
          {},
          {},
          "stock"},
         {"timber", "Timber lying flat", {{"wood_thickness", "thickness"}}, {}},
         {"screw grade", "Screw, by its mark", {}, {}, {{"screw_material", "thread_that_holds"}}, "grade"},
         {"material", "Wood", {{"wood_gravity", "gravity_for_screws"}}, {}, {}, "material"},
         {"material", "Part on it", {{"side_gravity", "gravity_for_screws"}}, {}, {}, "side"}});
    return family;
}

}  // namespace clampet::families
