#include "families/friction_pivot/friction_pivot.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <memory>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/slip_shares.h"
#include "families/shared/squeeze.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/cut_face.h"
#include "mechanics/friction_limit.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_friction_pivot {
namespace {

using quantity::infinite;
constexpr std::size_t most_points = 512;

struct Pivot {
    bool yoke = false, close_pin = true, worn = false;
    bool carried = false;                                  ///< while it is set, the other hand carries what it holds
    double outer = 0, inner = 0, friction = 0, faces = 1;  ///< radii [m]
    double pin_radius = 0, pin_friction = 0, cheeks_apart = 0, load_share = 0.2;
    double force = 0, fresh = 1;  ///< what presses after a day [N]; how much more just after it is tightened
    double hand_radius = 0, hand_limit = 0, required = 0, thickness = 0;
    mechanics::CutFacePtr surface;

    double even_radius() const {
        return 2.0 / 3 * (std::pow(outer, 3) - std::pow(inner, 3)) / (outer * outer - inner * inner);
    }
    /// Faces that are moved wear in: the pressure goes as 1/r and the mean radius falls.
    double wear() const { return worn ? (outer + inner) / 2 / even_radius() : 1; }
    double normal(const Wrench& w) const {
        if (yoke) return force;  // what one cheek loses the other gains
        return w.fz < 0 ? force - (1 - load_share) * w.fz : force - w.fz;
    }
    mechanics::ContactPressure pressure(const Wrench& w) const {
        const double N = normal(w);
        return yoke ? surface->points.solve(N, 0, 0) : surface->points.solve(N, w.my, -w.mx);
    }
    /// Holding torque about the axis of all faces and the pin.
    double holding(const Wrench& w) const {
        if (yoke) {  // its pressure is even whatever the load
            const double own = close_pin ? pin_friction * pin_radius * std::hypot(w.fx, w.fy) : 0;
            return faces * friction * wear() * even_radius() * force + own;
        }
        const auto p = pressure(w);
        if (!p.in_balance) return 0;
        std::array<double, most_points + mechanics::sum_block> f;
        surface->points.forces(p, 1, f.data());
        double arm = 0;
        for (std::size_t i = 0; i < surface->points.patch().count(); ++i)
            arm += f[i] * std::hypot(surface->points.patch().x[i], surface->points.patch().y[i]);
        const double pin = close_pin ? pin_friction * pin_radius * std::hypot(w.fx, w.fy) : 0;
        return faces * friction * wear() * arm + pin;
    }
    mechanics::SlipLimit<3> limit(const Wrench& w) const {
        mechanics::SlipLimit<3> none;
        none.multiplier = 0;
        const auto p = pressure(w);
        if (!p.in_balance) return none;
        std::array<double, most_points + mechanics::sum_block> f;
        surface->points.forces(p, faces * friction * wear(), f.data());
        return mechanics::slip_limit(surface->contacts, std::span<const double>(f.data(), surface->contacts.padded()),
                                     {w.fx, w.fy, w.mz / surface->points.patch().size});
    }
    /// Force at the handle that turns it uphill, while it still presses as it was tightened.
    double breakaway(const Wrench& w) const {
        return (fresh * holding({}) + (carried ? 0 : std::abs(w.mz))) / hand_radius;
    }
    double slips(const Wrench& w) const {
        if (!(force > 0) || !(normal(w) > 0) || cheek(w) >= 1) return infinite;
        if (close_pin) {
            const double hold = holding(w), asked = std::abs(w.mz);
            return asked > 0 ? (hold > 0 ? asked / hold : infinite) : 0;
        }
        const double multiplier = limit(w).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    }
    /// On a yoke a couple goes to the cheeks as M/h; 1 where one of them is empty.
    double cheek(const Wrench& w) const {
        return yoke ? (std::hypot(w.mx, w.my) / cheeks_apart + std::abs(w.fz) / 2) / force : 0;
    }
};

std::vector<NamedValue> torque(const char* name, double value) {
    return {{name, value, Dimension::torque}};
}

void add_modes(const Pivot& g, FormulaParts& parts) {
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "turns|turn on its axis", false, false};
    slips.utilisation = [g](const Wrench& w) { return g.slips(w); };
    slips.demand = [g](const Wrench& w) { return torque("twist", std::abs(w.mz)); };
    slips.capacity = [g](const Wrench& w) { return torque("twist", g.holding(w)); };
    slips.motion = [g](const Wrench& w) -> Phrase {
        if (g.close_pin) return "turns|turn";
        const auto at = g.limit(w);
        const SlipShares shares(at, w, g.surface->points.patch().size);
        return shares.turning >= shares.sliding ? "turns|turn" : "slides|slide in its hole";
    };
    slips.ends_with = [g](const Wrench& w) {
        if (!(g.force > 0) || !(g.normal(w) > 0)) return infinite;
        return g.yoke ? g.cheek(w) : g.surface->points.outreach(g.normal(w), w.my, -w.mx);
    };
    slips.tolerance = g.yoke && g.close_pin ? 1e-9 : 2e-4;
    slips.formula = "n ∫ μ p r dA + μ_p r_pin V";
    slips.source = "Shigley, uniform pressure; uniform wear (R_o + R_i)/2 at the low end";
    parts.modes.push_back(std::move(slips));
    const auto bend = [](const Wrench& w) { return std::hypot(w.mx, w.my); };
    if (g.yoke) {
        parts.modes.push_back(
            ratio({"parts", ModeClass::ultimate, "is|be levered out of one cheek", "cheek_force", Dimension::force,
                   [g, bend](const Wrench& w) { return bend(w) / g.cheeks_apart + std::abs(w.fz) / 2; },
                   [g](const Wrench&) { return g.force; }, "F", "statics: M/h at each cheek"}));
    } else {
        parts.modes.push_back(
            ratio({"parts", ModeClass::ultimate, "is|be pulled off its face", "pull", Dimension::force,
                   [](const Wrench& w) { return w.fz; }, [g](const Wrench&) { return g.force; }, "F", "statics"}));
        parts.modes.push_back(
            ratio({"tips", ModeClass::ultimate, "tips|tip over the edge of its face", "moment", Dimension::torque,
                   [g, bend](const Wrench& w) { return bend(w) + g.outer * w.fz; },
                   [g](const Wrench&) { return g.force * g.outer; }, "F R_o = M + R_o Fz", "statics"}));
        parts.modes.push_back(
            ratio({"opens", ModeClass::service, "opens|open at one edge", "moment", Dimension::torque, bend,
                   [g](const Wrench& w) {
                       return std::max(0.0, g.normal(w)) * (g.outer * g.outer + g.inner * g.inner) / (4 * g.outer);
                   },
                   "N (R_o² + R_i²)/(4 R_o)", "kern of an annulus"}));
    }
    FormulaMode moves;
    moves.mode = {"moves", ModeClass::service, "is|be too stiff to move by hand", false, false};
    moves.utilisation = [g](const Wrench& w) { return g.breakaway(w) / g.hand_limit; };
    moves.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"breakaway", g.breakaway(w), Dimension::force}};
    };
    moves.capacity = [g](const Wrench&) {
        return std::vector<NamedValue>{{"breakaway", g.hand_limit, Dimension::force}};
    };
    moves.formula = g.carried ? "M_s/r_h, the other hand carries M_g" : "(M_s + M_g)/r_h uphill";
    moves.source = "common practice, 40 N";
    parts.modes.push_back(std::move(moves));
}

drawing::Drawing section(const Pivot& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double R = g.outer, t = g.thickness, arm = 2.2 * R;
    const int plates = g.yoke ? 3 : 2;
    const double low = -plates * t / 2;
    for (int i = 0; i < plates; ++i) {
        const bool payload = g.yoke ? i == 1 : i == 1;
        const double z = low + i * t;
        d.rectangle({payload ? -R : -arm, z}, {payload ? arm : R, z + t * 0.97},
                    payload ? Material::payload : Material::wood);
    }
    const double pin = std::max(g.pin_radius, 0.08 * R), top = low + plates * t;
    d.rectangle({-pin, low - 0.5 * t}, {pin, top + 0.5 * t}, Material::metal);
    for (const double side : {-1.0, 1.0}) {
        const double at = side < 0 ? low : top;
        d.rectangle({-1.9 * pin, std::min(at, at + side * 0.55 * t)}, {1.9 * pin, std::max(at, at + side * 0.55 * t)},
                    Material::metal);
        d.arrow({-2.6 * pin, at + side * 1.3 * t}, {-2.6 * pin, at},
                side > 0 ? quantity::format(g.force, Dimension::force) : "");
    }
    d.line({0, low - 1.4 * t}, {0, top + 1.4 * t}, Line::centre);
    d.dimension({-R, low}, {R, low}, -0.9 * t, fmt::format("Ø {}", quantity::format(2 * R, Dimension::length)));
    const double twist = std::abs(load.whole().mz), hold = g.holding(load.whole());
    d.text(
        {arm * 0.55, top + 1.0 * t},
        fmt::format("{} on {}", quantity::format(twist, Dimension::torque), quantity::format(hold, Dimension::torque)),
        Align::centre, TextRole::number);
    d.summary = fmt::format("Section of a pivot with faces {} across; it holds {}.",
                            quantity::format(2 * R, Dimension::length), quantity::format(hold, Dimension::torque));
    return d;
}

Result<Pivot> read(const Values& v, const Squeeze& squeezed) {
    Pivot g;
    g.yoke = text(v, "lap") == "yoke";
    g.close_pin = text(v, "pin") == "close";
    g.worn = text(v, "wear") == "worn";
    g.outer = number(v, "outer_diameter") / 2;
    g.inner = number(v, "inner_diameter") / 2;
    g.friction = number(v, "friction");
    g.faces = std::round(number(v, "faces"));
    g.pin_radius = number(v, "pin_diameter") / 2;
    g.pin_friction = number(v, "pin_friction");
    g.cheeks_apart = number(v, "cheeks_apart");
    g.load_share = number(v, "load_share");
    g.carried = text(v, "while_set") == "carried";
    g.hand_radius = number(v, "hand_radius");
    g.hand_limit = number(v, "hand_limit");
    g.required = number(v, "required_hold");
    g.thickness = number(v, "plate_thickness");
    g.force = squeezed.force;
    g.fresh = squeezed.force > 0 ? squeezed.fresh / squeezed.force : 1;
    if (!(g.inner < g.outer))
        return Problem{
            "pivot.hole_too_large", "inner_diameter",
            fmt::format("A hole of {:.3g} mm leaves nothing of a face of {:.3g} mm.", 2e3 * g.inner, 2e3 * g.outer),
            "Make the hole smaller than the face."};
    mechanics::PatchShape shape;
    shape.radius = g.outer;
    shape.hole_radius = g.inner;
    const auto face = mechanics::cut_face({shape, mechanics::Bedding::even, 6, 32, 1e-6, false});
    if (!face) return face.problem();
    g.surface = *face;
    return g;
}

/// The window of clamping in which it both stays put and can be moved, as bolt torque or as force.
/// `spent` is what bends the cheeks first, out of what the bolt makes.
std::vector<NamedValue> window(const Pivot& g, const Squeeze& squeezed, double spent, const Wrench& w) {
    const double per_force = g.faces * g.friction * g.wear() * g.even_radius();
    const double moment = std::abs(w.mz), needed = g.required * moment;
    const double lifted = g.carried ? 0 : moment;
    const double most = g.hand_limit * g.hand_radius - lifted, handle = (needed + lifted) / g.hand_limit;
    const double torque_per_force = squeezed.thread ? mechanics::torque_per_preload(squeezed.screw) : 1;
    const double kept = squeezed.fresh > 0 ? squeezed.force / squeezed.fresh : 1;
    const auto made_by = [&](double clamping, double share) {
        return (clamping / (per_force > 0 ? per_force : infinite) + spent) * torque_per_force / share;
    };
    const Dimension dimension = squeezed.thread ? Dimension::torque : Dimension::force;
    return {{"holding_torque", g.holding({}), Dimension::torque},
            {"window_from", per_force > 0 && kept > 0 ? made_by(needed, kept) : infinite, dimension},
            {"window_to", made_by(std::max(0.0, most), 1), dimension},
            {"window_open", needed <= most ? 1.0 : 0.0, Dimension::number},
            {"handle_that_opens_it", handle, Dimension::length}};
}

/// What is spent on bending a yoke's cheeks until they touch: each a cantilever that gives half of the gap [N].
double spent_on_cheeks(const Values& v) {
    if (text(v, "lap") != "yoke" || text(v, "cheeks") != "bend") return 0;
    const double inertia = number(v, "cheek_width") * std::pow(number(v, "plate_thickness"), 3) / 12;
    return 3 * number(v, "cheek_modulus") * inertia / std::pow(number(v, "cheek_length"), 3) * number(v, "cheek_gap") /
           2;
}

Result<FormulaParts> build(const Values& v) {
    auto squeezed = squeeze(v);
    if (!squeezed) return squeezed.problem();
    const double spent = spent_on_cheeks(v);
    Squeeze left = *squeezed;
    left.fresh = std::max(0.0, squeezed->fresh - spent);
    left.force = std::max(0.0, squeezed->force - spent);
    const auto made = read(v, left);
    if (!made) return made.problem();
    const Pivot g = *made;
    FormulaParts parts;
    parts.working.push_back(squeezed->working);
    parts.working.push_back([=] {
        return Working{{"mean_radius", g.worn ? "(R_o + R_i)/2" : "2/3 (R_o³ − R_i³)/(R_o² − R_i²)", "",
                        g.even_radius() * g.wear(), Dimension::length,
                        g.worn ? "Shigley, uniform wear" : "Shigley, uniform pressure"}};
    });
    parts.working.push_back([=] {
        return Working{{"holding_torque", "M_s = n μ F r_m",
                        fmt::format("{:.0f} · {:.3f} · {:.1f} N · {:.2f} mm", g.faces, g.friction, g.force,
                                    g.even_radius() * g.wear() * 1e3),
                        g.holding({}), Dimension::torque, "Shigley, friction clutches"}};
    });
    add_modes(g, parts);
    parts.loaded_results = [g, spent, s = *squeezed](const Load& load) { return window(g, s, spent, load.whole()); };
    parts.section = [g](const Load& load) { return section(g, load); };
    if (spent > 0)
        parts.working.push_back([spent] {
            return Working{{"spent_on_cheeks", "3 E I/L³ · gap/2", "", spent, Dimension::force, "beam theory"}};
        });
    if (!(g.force > 0))
        parts.advisories.push_back(
            {spent > 0
                 ? fmt::format("Bending the cheeks together takes {}: nothing is left to clamp with. Fill the gap "
                               "with a washer on each side, or make the cheeks longer or thinner.",
                               quantity::format(spent, Dimension::force))
                 : std::string("Nothing clamps the pivot."),
             true});
    if (squeezed->thread && text(v, "nut") == "rubs") {
        const auto& s = squeezed->screw;
        const double drag = s.bearing_friction * mechanics::bearing_radius(s),
                     grip = s.thread_friction * s.pitch_diameter / (2 * std::cos(s.flank_half_angle)) -
                            s.pitch / (2 * std::numbers::pi);
        if (drag > grip)
            parts.advisories.push_back(
                {"The nut or head rubs on the moving part and is dragged loose: use a keyed "
                 "washer or a lock nut.",
                 true});
    }
    return parts;
}

/// About its axis, z, against its friction.
Motion motion(const Values&) {
    return {{{"turn", "Turn", Eigen::Vector3d::UnitZ(), false, -half_turn, half_turn, "on", "back", true}}};
}

/// A tongue between cheeks, or a lap on one: what squeezes it is the support's.
Mating pivots() {
    return {.support = PortKind::pivot,
            .payload = PortKind::pivot,
            .fills = {{"outer_diameter", PortSide::payload, "outer"},
                      {"inner_diameter", PortSide::payload, "inner"},
                      {"lap", PortSide::support, "lap"},
                      {"plate_thickness", PortSide::support, "thickness"},
                      {"cheeks_apart", PortSide::payload, "thickness"},
                      {"screw", PortSide::support, "screw"},
                      {"torque", PortSide::support, "tight", true}},
            .friction = "friction",
            .materials = {{PortSide::payload, "material"}},
            .derived = [](const Meeting& meeting) {
                Values v = squeezed_as(meeting.support);
                const auto lap = port_text(meeting.support, "lap");
                if (!lap.empty()) v["faces"] = lap == "yoke" ? 2.0 : 1.0;
                return v;
            }};
}

}  // namespace
}  // namespace of_friction_pivot

const Family& friction_pivot() {
    using namespace of_friction_pivot;
    static const FormulaFamily family(
        "friction_pivot", "Friction pivot", "A yoke, knuckle or hinge: does it stay put, and can it still be moved?",
        joined({
            {
                choice_row("lap", "Built as", {{"single", "one lap"}, {"yoke", "a yoke"}}, "yoke",
                           "Two plates face to face, or a tongue between two cheeks."),
                count_row("faces", "Friction faces", 2, {1, 40},
                          "Faces between the moving and the fixed side: one lap 1, a yoke 2, with keyed washers "
                          "more. A loose washer adds none."),
                length_row("outer_diameter", "Face, outside", 0.040, 0.5, "Of the rubbing faces."),
                gap_row("inner_diameter", "Face, hole", 0.0085, 0.5, "Hole in the rubbing faces."),
                friction_row("friction", "Friction", "plywood on plywood", "Between the faces, dry."),
            },
            squeeze_parameters({.force = 400,
                                .torque = 2,
                                .screw = "M8",
                                .bearing_outer = 0.018,
                                .bearing_inner = 0.0084,
                                .kept = 0.7}),
            {
                [] {
                    Parameter p = described(choice_row("wear", "The faces are",
                                                       {{"even", "new: even pressure"}, {"worn", "worn in"}}, "even",
                                                       "Faces that are moved wear in, and hold a little less."));
                    p.spread.weak_choice = "worn";
                    return p;
                }(),
                choice_row("pin", "The bolt is", {{"close", "a close pin"}, {"loose", "loose or in a slot"}}, "close",
                           "A close pin bears the shear itself; in a slot friction must."),
                gap_row("pin_diameter", "Pin", 0.008, 0.1, "Diameter of the bolt or pin."),
                quantity_row("pin_friction", "Friction on the pin", Dimension::number, 0.15, {0, 2}, "Dry steel 0.15.",
                             "from memory"),
                shown_for(length_row("cheeks_apart", "Cheeks apart", 0.030, 1, "Between the middles of the two faces."),
                          "lap", {"yoke"}),
                shown_for(quantity_row("load_share", "Load share of the bolt", Dimension::number, 0.2, {0, 1},
                                       "Of a pressing load: 0.2 hard stack, towards 1 on rubber.", "common practice"),
                          "lap", {"single"}),
                length_row("plate_thickness", "Plate thickness", 0.012, 0.2, "Of each plate or cheek."),
                shown_for(choice_row("cheeks", "Its cheeks",
                                     {{"touch", "touch the tongue"}, {"bend", "must bend to touch it"}}, "touch",
                                     "What closes a gap is not left to clamp with."),
                          "lap", {"yoke"}),
                also_shown_for(shown_for(gap_row("cheek_gap", "Gap, both sides", 0.001, 0.05,
                                                 "Between cheeks and tongue, before it is tightened."),
                                         "cheeks", {"bend"}),
                               "lap", {"yoke"}),
                also_shown_for(shown_for(length_row("cheek_length", "Cheek, length", 0.060, 0.5,
                                                    "From where the cheeks are joined to the bolt."),
                                         "cheeks", {"bend"}),
                               "lap", {"yoke"}),
                also_shown_for(
                    shown_for(length_row("cheek_width", "Cheek, width", 0.040, 0.5, "Across it."), "cheeks", {"bend"}),
                    "lap", {"yoke"}),
                also_shown_for(shown_for(quantity_row("cheek_modulus", "Cheek, E", Dimension::stress, 9e9, {1e6, 1e12},
                                                      "Birch plywood 9 GPa, oak 12, printed PETG 1.9, aluminium 69.",
                                                      "Wood Handbook, from memory"),
                                         "cheeks", {"bend"}),
                               "lap", {"yoke"}),
                choice_row("nut", "Nut and head",
                           {{"keyed", "cannot be dragged round"}, {"rubs", "rub on the moving part"}}, "keyed",
                           "A nut that rubs on the moving part works loose."),
                length_row("hand_radius", "Handle", 0.20, 30, "From the axis to where the hand moves it."),
                described(choice_row("while_set", "While it is set",
                                     {{"handle", "one hand on the handle"}, {"carried", "the other hand carries it"}},
                                     "handle",
                                     "A hand under the camera takes the weight: the handle only overcomes friction.")),
                quantity_row("hand_limit", "Hand force to move it", Dimension::force, 40, {0, 1000, false},
                             "At most this much at the handle.", "common practice"),
                quantity_row("required_hold", "Must hold", Dimension::number, 2, {0, 100, false},
                             "Times the load's moment, for the window of bolt torque.", "common practice"),
            },
        }),
        &build, true,
        {{"material",
          "Plates or cheeks",
          {{"cheek_modulus", "youngs_modulus"}, {"kept", "retention"}},
          {},
          {},
          "material",
          {},
          {{.input = "friction", .first = true, .second = true}}},
         {"plywood", "Plywood, real thickness", {{"plate_thickness", "thickness"}}, {}},
         {"board", "Board, as sold", {{"plate_thickness", "thickness"}}, {}}},
        &motion, {pivots()});
    return family;
}

}  // namespace clampet::families
