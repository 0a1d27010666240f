#include "families/dovetail/dovetail.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/meeting.h"
#include "families/shared/parameter_rows.h"
#include "families/shared/squeeze.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_dovetail {
namespace {

using quantity::degree;
using quantity::infinite;

/// Frame: z base normal, x along the rail towards its closed end, y towards the moving jaw.
struct Dovetail {
    double flank = 0, friction = 0, length = 0, width = 0, height = 0, force = 0, base_share = 0, pull_strength = 0;
    bool locked = true, seated = false, closed_end = false;
    double rail_sign = 1;  ///< -1 when the male rail is on the support side: the body then pushes it the other way

    /// Normal forces on the moving flank, the fixed flank and the base.
    struct Forces {
        double moving = 0, fixed = 0, base = 0;
        double sum() const { return moving + fixed + std::max(0.0, base); }
    };
    Forces forces(const Wrench& w) const {
        const double fy = rail_sign * w.fy, s = std::sin(flank), c = std::cos(flank);
        const double rho = std::atan(friction);
        const double preload = seated ? force * std::cos(rho) / std::sin(flank + rho) : force / s;
        const double base_0 = seated ? 2 * force / std::tan(flank + rho) : 2 * force / std::tan(flank);
        Forces f;
        if (!locked) {
            f.moving = preload;
            f.fixed = preload - fy / s;
            f.base = base_0 - fy / std::tan(flank) - w.fz;
            return f;
        }
        // A screw-locked jaw shares a side load half and half, and a lift by stiffness: base k_b against flanks 2 k
        // cos^2. Once the base has lifted the flanks carry the whole pull.
        f.moving = preload + fy / (2 * s);
        f.fixed = preload - fy / (2 * s);
        f.base = base_0 - w.fz * base_share;
        const double flanks = w.fz * (1 - base_share) / (2 * c) + std::max(0.0, -f.base) / (2 * c);
        f.moving += flanks;
        f.fixed += flanks;
        return f;
    }
    double hold(const Wrench& w) const {
        const Forces f = forces(w);
        if (f.fixed < 0 || f.moving < 0) return 0;
        return friction * f.sum();
    }
    double along(const Wrench& w) const { return closed_end ? std::max(0.0, -w.fx) : std::abs(w.fx); }
    /// Share of the friction that a load uses. A sprung jaw whose base has lifted is held down by the friction of its
    /// flanks alone, the same that keeps it from sliding: on a flank H (s + v c) normal, H (v s − c) across, v = Fz/ΣH.
    double slips(const Wrench& w) const {
        const double asked = along(w), fy = rail_sign * w.fy;
        const Forces f = forces(w);
        if (f.fixed < 0 || f.moving < 0) return asked > 0 || (!locked && f.base < 0) ? infinite : 0;
        const double sum = 2 * force - fy;
        if (locked || f.base > 0 || !(sum > 0)) {
            const double hold = friction * f.sum();
            return hold > 0 ? asked / hold : asked > 0 ? infinite : 0;
        }
        const double s = std::sin(flank), c = std::cos(flank), v = w.fz / sum;
        const double normal = friction * sum * (s + v * c), across = std::max(0.0, sum * (v * s - c));
        return normal > 0 ? std::hypot(asked, across) / normal : std::hypot(asked, across) > 0 ? infinite : 0;
    }
    /// Share of the way to where the resultants leave base and flanks, on their length and the base's width.
    /// Meaning  A pitch is resisted by the base at one end and by the flanks at the other, a yaw by the two flanks at
    ///          opposite ends; one set of line moments must serve both (static theorem). A sprung jaw keeps its force
    ///          in its middle and resists neither.
    double rocks(const Wrench& w) const {
        const Forces f = forces(w);
        const double s = std::sin(flank), c = std::cos(flank), half = length / 2;
        const double y = w.mz / s, p = rail_sign * w.my / c, B = std::max(0.0, f.base) * half / c;
        const double m = locked ? std::max(0.0, f.moving) * length : 0, n = std::max(0.0, f.fixed) * length;
        const auto used = [](double asked, double has) { return asked == 0 ? 0.0 : has > 0 ? asked / has : infinite; };
        return std::max({used(2 * std::abs(y), m + n), used(std::abs(p - y), m + B), used(std::abs(p + y), n + B),
                         used(std::abs(roll(w)), std::max(0.0, f.base) * width / 2)});
    }
    /// Share of the way to the first gap: base and flanks share a pitch by stiffness, the flanks a yaw half and half.
    double opens(const Wrench& w) const {
        const Forces f = forces(w);
        const double s = std::sin(flank), c = std::cos(flank), sixth = length / 6;
        const double base = locked ? base_share : 1, flanks = (1 - base) / (2 * c);
        const auto used = [](double asked, double has) { return asked == 0 ? 0.0 : has > 0 ? asked / has : infinite; };
        const double turn = (locked ? 0.5 : 1) * std::abs(w.mz) / s + flanks * std::abs(w.my);
        return std::max({used(base * std::abs(w.my), f.base * sixth),
                         used(turn, (locked ? std::min(f.fixed, f.moving) : f.fixed) * sixth),
                         used(std::abs(roll(w)), f.base * width / 6)});
    }
    /// Moment about the rail that the base takes: the flanks' normals meet above or below it, where they take a side
    /// force.
    double roll(const Wrench& w) const {
        const double in = height / std::tan(flank) / 2;  // from the rail's edge to the middle of a flank
        return w.mx - rail_sign * w.fy * ((width / 2 - in) / std::tan(flank) - height / 2);
    }
    /// Pull along z at which a sprung jaw is wedged open; infinite when friction locks it.
    double pull_limit() const {
        if (locked) return pull_strength;
        const double rho = std::atan(friction);
        return flank > rho ? std::min(pull_strength, 2 * force / std::tan(flank - rho)) : pull_strength;
    }
};

drawing::Drawing section(const Dovetail& t, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double a = t.width / 2, h = t.height, in = h / std::tan(t.flank), body = 1.5 * h, jaw = 0.8 * a;
    d.rectangle({-a - jaw, -body}, {a, 0}, Material::metal);
    d.path({{-a - jaw, 0}, {-a - jaw, h}, {-a + in, h}, {-a, 0}}, Material::metal);
    d.path({{a + 0.04 * a, -body}, {a + jaw, -body}, {a + jaw, h}, {a - in + 0.04 * a, h}, {a + 0.04 * a, 0}},
           Material::metal);
    d.path({{-a, 0}, {a, 0}, {a - in, h}, {a - in, 1.8 * h}, {-a + in, 1.8 * h}, {-a + in, h}}, Material::payload);
    const auto f = t.forces(load.whole());
    const double s = std::sin(t.flank), c = std::cos(t.flank), len = 0.9 * h;
    d.arrow({-a + in / 2 - len * s, h / 2 + len * c}, {-a + in / 2, h / 2},
            quantity::format(f.fixed, Dimension::force));
    d.arrow({a - in / 2 + len * s, h / 2 + len * c}, {a - in / 2, h / 2}, quantity::format(f.moving, Dimension::force));
    d.arrow({0, -0.9 * body}, {0, 0}, quantity::format(std::max(0.0, f.base), Dimension::force));
    d.arrow({a + jaw + len, -body / 2}, {a + jaw, -body / 2},
            fmt::format("jaw {}", quantity::format(t.force, Dimension::force)));
    d.dimension({-a, -body}, {a, -body}, -0.35 * h, quantity::format(t.width, Dimension::length));
    d.text({0, 1.1 * h}, quantity::format(t.flank, Dimension::angle), Align::centre, TextRole::number);
    d.summary = fmt::format("A dovetail {} wide, its jaw pressed with {}.",
                            quantity::format(t.width, Dimension::length), quantity::format(t.force, Dimension::force));
    return d;
}

void add_modes(const Dovetail& t, FormulaParts& parts) {
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "slides|slide along its rail", false, false};
    const auto along = [t](const Wrench& w) { return t.along(w); };
    slips.utilisation = [t](const Wrench& w) { return t.slips(w); };
    slips.motion = [t](const Wrench& w) -> Phrase {
        return t.along(w) > 0 || t.locked ? "slides|slide along its rail" : "is|be pulled off, its jaw wedged open";
    };
    slips.demand = [along](const Wrench& w) {
        return std::vector<NamedValue>{{"along_rail", along(w), Dimension::force}};
    };
    slips.capacity = [t](const Wrench& w) {
        return std::vector<NamedValue>{{"along_rail", t.hold(w), Dimension::force}};
    };
    slips.formula = "μ (N_moving + N_fixed + N_base); spring jaw: μ[(2F − Fy) cot(α/2) − Fz], lifted: √(Fx² + T²) = μN";
    slips.source = "derived, statics of a dovetail";
    parts.modes.push_back(std::move(slips));
    parts.modes.push_back(
        ratio({"pulls_off", ModeClass::ultimate, "is|be pulled off, its jaw wedged open", "pull", Dimension::force,
               [](const Wrench& w) { return w.fz; }, [t](const Wrench&) { return t.pull_limit(); },
               "2F/tan(α − ρ) for a sprung jaw, never when α ≤ ρ; else what jaw and rail bear",
               "derived, statics of a dovetail; strength is an input"}));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be pushed off one flank", "side_force", Dimension::force,
               [t](const Wrench& w) { return t.locked ? std::abs(w.fy) : std::max(0.0, t.rail_sign * w.fy); },
               [t](const Wrench& w) {
                   const double s = std::sin(t.flank);
                   const auto f = t.forces({0, 0, w.fz, 0, 0, 0});
                   return (t.locked ? 2 : 1) * s * std::min(f.fixed, f.moving);
               },
               "F for a sprung jaw, 2F for a locked one", "derived, statics"}));
    const auto moment = [](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::hypot(w.mx, w.my, w.mz), Dimension::torque}};
    };
    for (const bool lost : {true, false}) {
        FormulaMode m;
        m.mode =
            lost ? Mode{"rocks", ModeClass::ultimate, "rocks|rock off the end or the edge of its base", false, false,
                        true}
                 : Mode{"opens", ModeClass::service, "opens|open at one end", false, false};
        m.utilisation = [t, lost](const Wrench& w) { return lost ? t.rocks(w) : t.opens(w); };
        m.demand = moment;
        m.capacity = [t, lost](const Wrench& w) {
            const auto f = t.forces(w);
            const double N = std::max(0.0, f.fixed) + (t.locked ? std::max(0.0, f.moving) : 0), share = lost ? 2 : 6;
            return std::vector<NamedValue>{
                {"pitch", (std::max(0.0, f.base) + N * std::cos(t.flank)) * t.length / share, Dimension::torque},
                {"yaw", N * std::sin(t.flank) * t.length / share, Dimension::torque}};
        };
        m.formula = lost ? "(N_base + ΣN cos α) L/2 pitch, ΣN sin α L/2 yaw, together" : "N L/6";
        m.source = "no-tension line contacts, static theorem";
        parts.modes.push_back(std::move(m));
    }
    FormulaMode lifts;
    lifts.mode = {"lifts", ModeClass::service, "lifts|lift off its base", false, false};
    lifts.utilisation = [t](const Wrench& w) {
        const double at_rest = t.forces({}).base;
        return at_rest > 0 ? 1 - t.forces(w).base / at_rest : infinite;
    };
    lifts.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"pull", std::max(0.0, w.fz), Dimension::force}};
    };
    lifts.capacity = [t](const Wrench&) {
        return std::vector<NamedValue>{{"base_force", std::max(0.0, t.forces({}).base), Dimension::force}};
    };
    lifts.formula = "2F cot α";
    lifts.source = "derived, statics of a dovetail";
    parts.modes.push_back(std::move(lifts));
}

Result<FormulaParts> build(const Values& v) {
    Dovetail t;
    t.flank = number(v, "flank_angle");
    t.friction = number(v, "friction");
    t.length = number(v, "length");
    t.width = number(v, "width");
    t.height = number(v, "height");
    t.locked = jaw_is_locked(v);
    t.seated = text(v, "seating") == "as_tightened";
    t.closed_end = text(v, "ends") == "closed";
    t.rail_sign = text(v, "rail_on") == "payload" ? 1 : -1;
    t.pull_strength = number(v, "pull_strength");
    // Base and flanks as springs of like stiffness k_b = k: k_b/(k_b + 2 k cos^2 alpha).
    const double ratio_k = number(v, "flank_stiffness");
    t.base_share = 1 / (1 + 2 * ratio_k * std::cos(t.flank) * std::cos(t.flank));
    if (2 * t.height / std::tan(t.flank) >= t.width)
        return Problem{"dovetail.flanks_meet", "height",
                       fmt::format("Flanks {:.3g} mm high at {:.0f}° meet above a rail {:.3g} mm wide.", t.height * 1e3,
                                   t.flank / degree, t.width * 1e3),
                       "Make the rail lower or wider."};
    auto squeezed = squeeze(v);
    if (!squeezed) return squeezed.problem();
    t.force = squeezed->force;
    FormulaParts parts;
    parts.working.push_back(squeezed->working);
    parts.loaded_working = [t](const Load& load) {
        const auto f = t.forces(load.whole());
        const char* source = "derived, statics of a dovetail";
        return Working{
            {"moving_flank", t.seated ? "F cos ρ/sin(α + ρ)" : "F/sin α", "", f.moving, Dimension::force, source},
            {"fixed_flank", t.locked ? "F/sin α − Fy/(2 sin α)" : "(F − Fy)/sin α", "", f.fixed, Dimension::force,
             source},
            {"base", t.locked ? "2F cot α − Fz k_b/(k_b + 2k cos²α)" : "(2F − Fy) cot α − Fz", "", f.base,
             Dimension::force, source}};
    };
    add_modes(t, parts);
    parts.results = {{"clamping_force", t.force, Dimension::force},
                     {"hold_along_rail", t.hold({}), Dimension::force},
                     {"base_force", t.forces({}).base, Dimension::force}};
    parts.section = [t](const Load& load) { return section(t, load); };
    if (!(t.force > 0)) parts.advisories.push_back({"Nothing presses the jaw.", true});
    if (!t.closed_end)
        parts.advisories.push_back({"Both ends are open: turn the rail level or give it a stop.", false});
    return parts;
}

/// Loosened it slides along its rail, at most until half of it is out.
Motion motion(const Values& v) {
    const double half = number(v, "length") / 2;
    Motion m{
        {{"slide", "Along the rail", Eigen::Vector3d::UnitX(), true, -half, text(v, "ends") == "closed" ? 0 : half}}};
    m.contact_moves = text(v, "rail_on") == "support";
    return m;
}

/// A rail and the jaws that hold it.
Mating mating(PortSide rail) {
    const bool above = rail == PortSide::payload;
    return {.support = above ? PortKind::jaw : PortKind::dovetail,
            .payload = above ? PortKind::dovetail : PortKind::jaw,
            .fills = {{"width", rail, "width"},
                      {"height", rail, "height"},
                      {"flank_angle", rail, "angle"},
                      {"screw", above ? PortSide::support : PortSide::payload, "screw"},
                      {"torque", above ? PortSide::support : PortSide::payload, "tight", true}},
            .friction = "friction",
            .sets = {{"rail_on", above ? "payload" : "support"}},
            .forms = {"dovetail"},
            .derived = above ? +[](const Meeting& meeting) { return squeezed_as(meeting.support); }
                             : +[](const Meeting& meeting) { return squeezed_as(meeting.payload); }};
}

}  // namespace
}  // namespace of_dovetail

const Family& dovetail() {
    using namespace of_dovetail;
    static const FormulaFamily family(
        "dovetail", "Dovetail in its clamp",
        "A dovetail plate between a fixed and a moving jaw: does it slide along, lift, rock or pull off?",
        joined({
            {
                length_row("width", "Rail width", 0.038, 0.3, "Of the wide side, on the base."),
                length_row("height", "Flank height", 0.006, 0.1, "From the base up to where the flanks end."),
                length_row("length", "Gripped length", 0.050, 1, "Along the rail."),
                quantity_row("flank_angle", "Flank angle", Dimension::angle, 60 * degree, {20 * degree, 85 * degree},
                             "From the base; 45° and 60° are common.", "input"),
                friction_row("friction", "Friction", "anodised aluminium on anodised aluminium",
                             "Rail on jaws and base, dry."),
            },
            squeeze_parameters(
                {.force = 600, .torque = 0.8, .screw = "M6", .bearing_outer = 0.012, .bearing_inner = 0.0064}),
            {
                shown_for(choice_row("jaw_law", "The jaw is",
                                     {{"locked", "locked by a screw"}, {"spring", "pressed by a spring"}}, "locked",
                                     "A locked jaw shares a side load with the fixed one; a spring keeps its force."),
                          "squeezed_by", {"force", "screw"}),
                [] {
                    Parameter p = choice_row(
                        "seating", "Tightened", {{"jogged", "and jogged"}, {"as_tightened", "once, not moved"}},
                        "jogged",
                        "Friction on the flanks holds back part of the wedge action until it has been moved a little.");
                    p.spread.weak_choice = "as_tightened";
                    return p;
                }(),
                choice_row("rail_on", "The rail belongs to",
                           {{"payload", "the payload side"}, {"support", "the support side"}}, "payload",
                           "Which side is the rail and which side has the jaws."),
                choice_row("ends", "Far end", {{"open", "open"}, {"closed", "closed by a stop"}}, "open",
                           "A stop bears a load towards it; towards the open end only friction holds."),
                quantity_row("flank_stiffness", "Flank to base stiffness", Dimension::number, 1, {0, 100},
                             "How stiff one flank is beside the base; 1 when alike. For the sharing of a lift.",
                             "common practice"),
                quantity_row("pull_strength", "Jaw and rail bear", Dimension::force, 1500, {0, 1e6, false},
                             "Pull at which jaw, screw or rail break: machined aluminium 1.5 kN, printed 200 N.",
                             "from memory"),
            },
        }),
        &build, true, {}, &motion, {mating(PortSide::payload), mating(PortSide::support)});
    return family;
}

}  // namespace clampet::families
