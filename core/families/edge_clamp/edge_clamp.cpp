#include "families/edge_clamp/edge_clamp.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>
#include <numbers>

#include "catalogue/material.h"
#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/screw_tip.h"
#include "families/shared/search_memory.h"
#include "families/shared/slip_shares.h"
#include "families/shared/squeeze.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/curved_beam.h"
#include "mechanics/cut_face.h"
#include "mechanics/friction_limit.h"
#include "quantity/format.h"
#include "quantity/numbers.h"
#include "quantity/remedy.h"

namespace clampet::families {
namespace of_edge_clamp {
namespace {

using quantity::infinite;
constexpr double pi = std::numbers::pi;
constexpr std::size_t most_points = 512;

struct EdgeClamp {
    bool locked = true;
    double force = 0, a = 0, b = 0, pad = 0;  ///< upper plate along x and y; lower pad's diameter [m]
    double board = 0, throat = 0, upper_friction = 0, lower_friction = 0, board_strength = 0, frame_strength = 0;
    double screw_length = 0, screw_minor = 0;
    double bare_end = 0, cap_strength = 0;  ///< area of a screw's end that presses on a pad without a foot, or 0 [m2]
    mechanics::CurvedBeam frame;
    mechanics::CutFacePtr surface;                              ///< the upper plate
    std::shared_ptr<const mechanics::PlanarContacts> contacts;  ///< the plate's points and, last, the lower pad

    /// Forces on the board from above and below. A screw shares a load with the other side, a spring keeps its force.
    double above(const Wrench& w) const { return locked ? force - w.fz / 2 : force - w.fz; }
    double below(const Wrench& w) const { return locked ? force + w.fz / 2 : force; }
    /// What the lower pad's friction takes acts a board's thickness lower, and pries.
    double prying_x(const Wrench& w) const { return std::abs(w.my) + std::abs(w.fx) / 2 * board; }
    double prying_y(const Wrench& w) const { return std::abs(w.mx) + std::abs(w.fy) / 2 * board; }
    double tipping(const Wrench& w) const {
        const double N = above(w);
        return N > 0 ? std::max(prying_x(w) / (N * a / 2), prying_y(w) / (N * b / 2)) : infinite;
    }
    mechanics::ContactPressure pressure(const mechanics::PressureSolver& by, const Wrench& w,
                                        SearchMemory* near) const {
        const auto p = by.solve(above(w), std::copysign(prying_x(w), w.my), std::copysign(prying_y(w), -w.mx),
                                near && near->known ? &near->pressure : nullptr);
        if (near && p.in_balance) near->pressure = p;
        return p;
    }
    /// 1 where the plate tips off the last of its points, the pad unloads or the clamp parts.
    double lost(const Wrench& w) const {
        if (!(above(w) > 0) || !(below(w) >= 0)) return infinite;
        return surface->points.outreach(above(w), prying_x(w), prying_y(w));
    }
    mechanics::SlipLimit<3> slip(const Wrench& w, SearchMemory* near = nullptr) const;
    double frame_stress(const Wrench& w) const {
        const double N = std::max(0.0, below(w));
        return frame.inner_stress(N * (throat + frame.depth / 2), N);
    }
    double board_pressure(const Wrench& w, SearchMemory* near = nullptr) const {
        const auto p = pressure(*surface->block, w, near);
        if (near) near->known = p.in_balance;
        return p.in_balance ? surface->block->greatest(p) : infinite;
    }
};

mechanics::SlipLimit<3> EdgeClamp::slip(const Wrench& w, SearchMemory* near) const {
    mechanics::SlipLimit<3> none;
    none.multiplier = 0;
    const auto p = pressure(surface->points, w, near);
    if (!p.in_balance || below(w) < 0) return none;
    std::array<double, most_points + 2 * mechanics::sum_block> f{};
    surface->points.forces(p, upper_friction, f.data());
    const std::size_t count = surface->points.patch().count();
    for (std::size_t i = count; i < contacts->padded(); ++i) f[i] = 0;
    f[count] = lower_friction * below(w);
    const auto limit = mechanics::slip_limit(*contacts, std::span<const double>(f.data(), contacts->padded()),
                                             {w.fx, w.fy, w.mz / surface->points.patch().size}, {}, 0.01,
                                             near && near->known ? &near->slip : nullptr);
    if (near) *near = {p, limit, std::isfinite(limit.multiplier) && limit.multiplier > 0};
    return limit;
}

drawing::Drawing section(const EdgeClamp& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const Wrench w = load.whole();
    const double h = g.frame.depth, back = -g.throat, top = 0, low = -g.board, t = std::max(0.5 * h, 0.006);
    d.rectangle({back + 0.25 * g.throat, low}, {2.2 * g.a, top}, Material::wood);
    d.path({{g.a / 2, t},
            {back - h, t},
            {back - h, low - 2.5 * g.pad},
            {0.5 * g.pad, low - 2.5 * g.pad},
            {0.5 * g.pad, low - 2.5 * g.pad + t},
            {back, low - 2.5 * g.pad + t},
            {back, top},
            {g.a / 2, top}},
           Material::metal);
    d.rectangle({-g.a / 2, top}, {g.a / 2, top + 0.4 * t}, Material::payload);
    d.rectangle({-g.pad / 2, low - 0.2 * g.pad}, {g.pad / 2, low}, Material::rubber);
    d.rectangle({-g.screw_minor / 2, low - 4 * g.pad}, {g.screw_minor / 2, low - 0.2 * g.pad}, Material::metal);
    d.arrow({-0.8 * g.pad, low - 1.8 * g.pad}, {-0.8 * g.pad, low}, quantity::format(g.below(w), Dimension::force));
    const double N = g.above(w), x = N > 0 ? std::clamp(w.my / N, -g.a, g.a) : 0;
    d.arrow({x, top + 3.2 * t}, {x, top + 0.4 * t}, quantity::format(N, Dimension::force), Line::accent);
    d.dimension({-g.a / 2, top + 4.6 * t}, {g.a / 2, top + 4.6 * t}, 0, quantity::format(g.a, Dimension::length));
    d.dimension({back, low - 2.9 * g.pad}, {0, low - 2.9 * g.pad}, -0.6 * g.pad,
                fmt::format("throat {}", quantity::format(g.throat, Dimension::length)));
    d.summary =
        fmt::format("A screw clamp on a board {} thick; the force on its upper plate acts {} from the middle.",
                    quantity::format(g.board, Dimension::length), quantity::format(std::abs(x), Dimension::length));
    return d;
}

FormulaMode slips(const EdgeClamp& g) {
    FormulaMode m;
    m.mode = {"slips", ModeClass::ultimate, "slides|slide or turns|turn on the board", false, false};
    const auto used = [g](const Wrench& w, SearchMemory* near) {
        if (!(g.force > 0) || g.lost(w) >= 1) return infinite;
        const double multiplier = g.slip(w, near).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    };
    m.utilisation = [used](const Wrench& w) { return used(w, nullptr); };
    m.searching = [used](const Wrench& w, SearchMemory& near) { return used(w, &near); };
    m.ends_with = [g](const Wrench& w) { return g.lost(w); };
    m.tolerance = 2e-4;
    m.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"along", std::hypot(w.fx, w.fy), Dimension::force},
                                       {"twist", std::abs(w.mz), Dimension::torque}};
    };
    m.capacity = [g](const Wrench& w) {
        return std::vector<NamedValue>{
            {"along", g.upper_friction * std::max(0.0, g.above(w)) + g.lower_friction * std::max(0.0, g.below(w)),
             Dimension::force}};
    };
    m.motion = [g](const Wrench& w) -> Phrase {
        const auto at = g.slip(w);
        return SlipShares(at, w, g.surface->points.patch().size).turns() ? "turns|turn on the board"
                                                                         : "slides|slide on the board";
    };
    m.formula = "min Σ μ N_i |v_i| over the plate and the pad";
    m.source = "derived, upper-bound theorem";
    return m;
}

void add_modes(const EdgeClamp& g, FormulaParts& parts) {
    parts.modes.push_back(slips(g));
    FormulaMode tips;
    tips.mode = {"tips", ModeClass::ultimate, "tips|tip over the edge of its upper plate", false, false};
    tips.utilisation = [g](const Wrench& w) { return g.force > 0 ? g.tipping(w) : infinite; };
    tips.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::max(g.prying_x(w), g.prying_y(w)), Dimension::torque}};
    };
    tips.capacity = [g](const Wrench& w) {
        const double moment = std::max(g.prying_x(w), g.prying_y(w)), used = g.tipping(w);
        const double all = std::max(0.0, g.above(w)) * std::min(g.a, g.b) / 2;
        return std::vector<NamedValue>{
            {"moment", used > 0 && std::isfinite(used) ? moment / used : all, Dimension::torque}};
    };
    tips.formula = "N a/2: the resultant reaches the plate's edge";
    tips.source = "statics";
    parts.modes.push_back(std::move(tips));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be pushed off the board", "pull", Dimension::force,
               [](const Wrench& w) { return w.fz; }, [g](const Wrench&) { return (g.locked ? 2 : 1) * g.force; },
               "F, or 2F with a screw", "statics"}));
    if (g.locked)
        parts.modes.push_back(ratio({"loosens", ModeClass::ultimate, "unloads|unload its lower pad", "press",
                                     Dimension::force, [](const Wrench& w) { return -w.fz; },
                                     [g](const Wrench&) { return 2 * g.force; }, "2F", "statics"}));
    parts.modes.push_back(
        ratio({"breaks", ModeClass::ultimate, "bends|bend its frame open", "stress", Dimension::stress,
               [g](const Wrench& w) { return g.frame_stress(w); }, [g](const Wrench&) { return g.frame_strength; },
               "M = F (throat + h/2), curved beam", "Winkler–Bach; Shigley, curved members"}));
    parts.modes.push_back(ratio(
        {"crush", ModeClass::ultimate, "dents|dent the board", "pressure", Dimension::stress,
         [g](const Wrench& w) {
             return std::max(g.board_pressure(w), std::max(0.0, g.below(w)) / (pi * g.pad * g.pad / 4));
         },
         [g](const Wrench&) { return g.board_strength; }, "p of the no-tension block, or F/(π d²/4)", "derived"}));
    if (g.bare_end > 0)
        parts.modes.push_back(ratio(
            {"bores", ModeClass::ultimate, "bores|bore through the pad under its screw", "pressure", Dimension::stress,
             [g](const Wrench& w) { return boring_stress(g.below(w), g.bare_end, g.lower_friction); },
             [g](const Wrench&) { return g.cap_strength; }, "F/(π d²/4) √(1 + 3 μ²)", "von Mises, derived"}));
    auto& crush = parts.modes[parts.modes.size() - (g.bare_end > 0 ? 2 : 1)];
    crush.searching = [g](const Wrench& w, SearchMemory& near) {
        const double pad = std::max(0.0, g.below(w)) / (pi * g.pad * g.pad / 4);
        return std::max(g.board_pressure(w, &near), pad) / g.board_strength;
    };
    crush.ends_with = [g](const Wrench& w) { return g.force > 0 ? g.tipping(w) : infinite; };
    crush.tolerance = 2e-4;
    parts.modes.push_back(
        ratio({"opens", ModeClass::service, "lifts|lift at one edge of its plate", "moment", Dimension::torque,
               [g](const Wrench& w) { return std::abs(w.my) / g.a + std::abs(w.mx) / g.b; },
               [g](const Wrench& w) { return std::max(0.0, g.above(w)) / 6; }, "6|e_x|/a + 6|e_y|/b = 1",
               "kern of a rectangle"}));
    parts.modes.back().demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::hypot(w.mx, w.my), Dimension::torque}};
    };
    parts.modes.back().capacity = [g](const Wrench& w) {
        // Along this moment: a rectangle's kern is a rhombus.
        const double moment = std::hypot(w.mx, w.my), share = std::abs(w.my) / g.a + std::abs(w.mx) / g.b;
        const double reach = moment > 0 ? moment / share : std::min(g.a, g.b);
        return std::vector<NamedValue>{{"moment", std::max(0.0, g.above(w)) * reach / 6, Dimension::torque}};
    };
}

Result<EdgeClamp> read(const Values& v, const Squeeze& squeezed) {
    EdgeClamp g;
    g.locked = jaw_is_locked(v);
    g.force = squeezed.force;
    g.a = number(v, "plate_length");
    g.b = number(v, "plate_width");
    g.pad = number(v, "pad_diameter");
    g.board = number(v, "board_thickness");
    g.throat = number(v, "throat");
    g.upper_friction = number(v, "friction");
    g.lower_friction = number(v, "lower_friction");
    g.board_strength = number(v, "board_strength");
    g.frame_strength = number(v, "frame_strength");
    g.screw_length = number(v, "screw_length");
    g.screw_minor = number(v, "screw_minor");
    if (text(v, "tip") == "bare") g.bare_end = pi / 4 * std::pow(number(v, "tip_diameter"), 2);
    g.cap_strength = number(v, "cap_strength");
    g.frame = {number(v, "inner_radius"), number(v, "frame_depth"), number(v, "frame_width")};
    if (g.a / 2 > g.throat)
        return Problem{"edge_clamp.plate_too_long", "plate_length",
                       fmt::format("A plate {:.3g} mm long about the screw does not fit a throat of {:.3g} mm.",
                                   g.a * 1e3, g.throat * 1e3),
                       fmt::format("Use a plate of at most {} or a deeper throat.", quantity::mm_down(2 * g.throat))};
    const auto face =
        mechanics::cut_face({mechanics::rectangle(g.a, g.b), mechanics::Bedding::even, 5, 28, 1e-6, true});
    if (!face) return face.problem();
    g.surface = *face;
    const auto& patch = (*face)->points.patch();
    auto x = patch.x, y = patch.y;
    x.push_back(0);
    y.push_back(0);
    g.contacts = std::make_shared<const mechanics::PlanarContacts>(x, y, patch.size);
    return g;
}

Result<FormulaParts> build(const Values& v) {
    auto squeezed = squeeze(v);
    if (!squeezed) return squeezed.problem();
    const auto made = read(v, *squeezed);
    if (!made) return made.problem();
    const EdgeClamp g = *made;
    FormulaParts parts;
    parts.working.push_back(squeezed->working);
    const double buckling =
        pi * pi * catalogue::steel_modulus * pi * std::pow(g.screw_minor, 4) / 64 / (g.screw_length * g.screw_length);
    parts.working.push_back([=] {
        return Working{
            {"neutral_radius", "r_n = h/ln(r_o/r_i)", "", g.frame.neutral_radius(), Dimension::length, "Winkler–Bach"}};
    });
    parts.working.push_back([=] {
        return Working{{"frame_moment", "M = F (throat + h/2)", "", g.force * (g.throat + g.frame.depth / 2),
                        Dimension::torque, "statics"}};
    });
    parts.working.push_back([=] {
        return Working{{"frame_stress", "M (r_n − r_i)/(A e r_i) + F/A", "", g.frame_stress({}), Dimension::stress,
                        "Winkler–Bach"}};
    });
    parts.working.push_back([=] {
        return Working{{"screw_buckles_at", "π² E I/L², pinned", "", buckling, Dimension::force, "Euler"}};
    });
    add_modes(g, parts);
    parts.results = {{"clamping_force", g.force, Dimension::force},
                     {"frame_stress", g.frame_stress({}), Dimension::stress},
                     {"pad_pressure", g.force / (pi * g.pad * g.pad / 4), Dimension::stress},
                     {"screw_buckles_at", buckling, Dimension::force}};
    parts.loaded_results = [g](const Load& load) {
        const Wrench w = load.whole();
        return std::vector<NamedValue>{{"force_above", g.above(w), Dimension::force},
                                       {"force_below", g.below(w), Dimension::force}};
    };
    if (buckling < 3 * g.force)
        parts.advisories.push_back(
            {fmt::format("The screw is slender: it buckles at {}, less than three times its force.",
                         quantity::format(buckling, Dimension::force)),
             buckling < g.force});
    if (!(g.force > 0)) parts.advisories.push_back({"Nothing clamps the board.", true});
    if (g.bare_end > 0)
        parts.advisories.push_back(
            {"A button, a swivel foot or a nut under the cap keeps the screw's end from boring in; grease on its "
             "thread "
             "makes more force of the same hand.",
             false});
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

/// A frame on an edge; the screw is the frame's.
Mating frame_on_edge() {
    return {.support = PortKind::edge,
            .payload = PortKind::jaw,
            .fills = {{"board_thickness", PortSide::support, "thickness"},
                      {"plate_length", PortSide::payload, "length"},
                      {"plate_width", PortSide::payload, "width"},
                      {"pad_diameter", PortSide::payload, "pad"},
                      {"throat", PortSide::payload, "throat"},
                      {"frame_depth", PortSide::payload, "frame_depth"},
                      {"frame_width", PortSide::payload, "frame_width"},
                      {"screw", PortSide::payload, "screw"},
                      {"torque", PortSide::payload, "tight", true}},
            .friction = "friction",
            .materials = {{PortSide::support, "material"}},
            .forms = {"flat"},
            .derived = [](const Meeting& meeting) { return squeezed_as(meeting.payload); }};
}

}  // namespace
}  // namespace of_edge_clamp

const Family& edge_clamp() {
    using namespace of_edge_clamp;
    static const FormulaFamily family(
        "edge_clamp", "Clamp on an edge",
        "A screw clamp on a desk, shelf or beam: does an overhanging load slide it, tip it or bend its frame?",
        joined({
            {
                described(
                    length_row("board_thickness", "Board", 0.027, 0.3, "Thickness of desk, shelf or beam flange.")),
                length_row("plate_length", "Upper plate, along x", 0.050, 0.5, "Along the overhang, about the screw."),
                length_row("plate_width", "Upper plate, along y", 0.050, 0.5, "Along the edge."),
                length_row("pad_diameter", "Lower pad", 0.030, 0.3, "What presses on the board from below."),
                choice_row("tip", "The screw presses",
                           {{"foot", "a foot, or a cap with a button in it"}, {"bare", "straight on a pad or cap"}},
                           "foot", "A foot or button stands still while the screw turns in it; a bare end bores in."),
                shown_for(length_row("tip_diameter", "Screw's end", 0.0055, 0.1, "What of it lies on the pad."), "tip",
                          {"bare"}),
                shown_for(quantity_row("cap_strength", "Pad or cap may bear", Dimension::stress, 3e6, {1e4, 1e10},
                                       "Rubber 3 MPa, cork 1 MPa, hard plastic 50 MPa.", "from memory"),
                          "tip", {"bare"}),
                friction_row("friction", "Friction above", "anodised aluminium on plywood", "Plate on board."),
                friction_row("lower_friction", "Friction below", "rubber on plywood", "Pad on board."),
            },
            squeeze_parameters(
                {.force = 900, .torque = 2, .screw = "M8", .bearing_outer = 0, .bearing_inner = 0, .kept = 0.7}),
            {
                shown_for(choice_row("jaw_law", "The jaw is", {{"locked", "a screw"}, {"spring", "a spring"}}, "locked",
                                     "A screw shares a load with the other side; a spring keeps its force."),
                          "squeezed_by", {"force", "screw"}),
                quantity_row("board_strength", "Board may bear", Dimension::stress, 6e6, {1e4, 1e10},
                             "Oak 9 MPa, pine 4 MPa, plywood 8 MPa, chipboard 3 MPa, each across the grain.",
                             "from memory"),
                length_row("throat", "Throat", 0.050, 1, "From the screw to the frame."),
                length_row("frame_depth", "Frame, depth", 0.020, 0.3, "In the plane of the C."),
                length_row("frame_width", "Frame, width", 0.012, 0.3, "Across it."),
                length_row("inner_radius", "Frame, inner corner", 0.006, 0.3,
                           "Radius of the inner corner: a sharp one breaks first."),
                quantity_row("frame_strength", "Frame may bear", Dimension::stress, 200e6, {1e5, 1e10},
                             "Mild steel 235 MPa, cast iron 120 MPa, aluminium 160 MPa, printed PLA 25 MPa.",
                             "from memory"),
                length_row("screw_length", "Screw, free length", 0.040, 1, "From the frame's thread to the pad."),
                length_row("screw_minor", "Screw, core", 0.0065, 0.1, "Minor diameter, for buckling."),
            },
        }),
        &build, true,
        {{"screw clamp",
          "Clamp, as sold",
          {{"force", "force"}, {"throat", "throat"}},
          {{"squeezed_by", "force"}},
          {},
          "clamp",
          {{"screw_minor", "minor"},
           {"frame_depth", "frame_depth"},
           {"frame_width", "frame_width"},
           {"frame_strength", "frame_strength"}}},
         {"board",
          "Board, as sold",
          {{"board_thickness", "thickness"}},
          {},
          {},
          "stock",
          {{"board_strength", "bearing"}}},
         {"plywood",
          "Plywood, real thickness",
          {{"board_thickness", "thickness"}},
          {},
          {},
          "stock",
          {{"board_strength", "bearing"}}},
         {"timber", "Timber lying flat", {{"board_thickness", "thickness"}}, {}},
         {"material",
          "Board or desk top",
          {{"board_strength", "bearing"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .second = true}, {.input = "lower_friction", .second = true}}},
         {"material",
          "Pad under the screw",
          {{"cap_strength", "bearing"}},
          {},
          {},
          "cap",
          {},
          {{.input = "lower_friction", .first = true}}},
         {"material", "Frame of the clamp", {{"frame_strength", "bending"}}, {}, {}, "frame"}},
        nullptr, {frame_on_edge()});
    return family;
}

}  // namespace clampet::families
