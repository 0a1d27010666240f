#include "families/wedge/wedge.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_wedge {
namespace {

using quantity::degree;

struct Wedge {
    double angle = 0;  ///< included, delta [rad]
    double friction_1 = 0, friction_2 = 0;
    bool symmetric = false, shakes = false;
    double drive = 0, length = 0, normal = 0;
    double rho_1() const { return std::atan(friction_1); }
    double rho_2() const { return std::atan(friction_2); }
    /// Force to drive it in, and to pull it out, per newton of normal force.
    double in() const {
        return symmetric ? std::tan(rho_1() + angle / 2) + std::tan(rho_2() + angle / 2)
                         : std::tan(rho_1()) + std::tan(rho_2() + angle);
    }
    double out() const {
        return symmetric ? std::tan(rho_1() - angle / 2) + std::tan(rho_2() - angle / 2)
                         : std::tan(rho_1()) + std::tan(rho_2() - angle);
    }
    /// The same where part of the friction, a share of the normal force, is spent sideways.
    double out_beside(double spent) const {
        const auto angle_left = [spent](double mu) {
            return std::atan(std::sqrt(std::max(0.0, mu * mu - spent * spent)));
        };
        const double r1 = angle_left(friction_1), r2 = angle_left(friction_2);
        return symmetric ? std::tan(r1 - angle / 2) + std::tan(r2 - angle / 2) : std::tan(r1) + std::tan(r2 - angle);
    }
    /// Share of the friction that a pull out and a push sideways use together: 1/k where k times both moves it.
    double slips(double pull, double side, double pressed) const {
        if (!(pull > 0) && !(side > 0)) return 0;
        if (!(pressed > 0)) return std::numeric_limits<double>::infinity();
        const double least = std::min(friction_1, friction_2);
        if (!(side > 0)) {
            const double most = pressed * out();
            return most > 0 ? pull / most : std::numeric_limits<double>::infinity();
        }
        double low = 0, high = least * pressed / side;  // k
        const auto holds = [&](double k) { return k * pull <= pressed * out_beside(k * side / pressed); };
        if (!holds(0)) return std::numeric_limits<double>::infinity();
        if (holds(high)) return 1 / high;
        for (int i = 0; i < 60 && high - low > 1e-12 * high; ++i) {
            const double middle = (low + high) / 2;
            (holds(middle) ? low : high) = middle;
        }
        return low > 0 ? 1 / low : std::numeric_limits<double>::infinity();
    }
    /// (rho_1 + rho_2)/delta, with half of the friction where it shakes.
    double locking_margin() const {
        const double share = shakes ? 0.5 : 1;
        const double a = std::atan(share * friction_1), b = std::atan(share * friction_2);
        return symmetric ? 2 * std::min(a, b) / angle : (a + b) / angle;
    }
};

drawing::Drawing section(const Wedge& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double L = g.length, thin = 0.12 * L, thick = thin + L * std::tan(g.angle), block = 0.25 * L;
    const double below = g.symmetric ? -thin / 2 : 0, drop = g.symmetric ? L * std::tan(g.angle / 2) : 0;
    d.path({{-0.3 * L, below - drop}, {-0.3 * L, below - drop - block}, {L * 1.1, below - block}, {L * 1.1, below}},
           Material::wood);
    const double top_left = below - drop + thick, top_right = below + thin;
    d.path({{0, below - drop}, {L, below}, {L, top_right}, {0, top_left}}, Material::metal);
    d.path({{-0.3 * L, top_left},
            {0, top_left},
            {L, top_right},
            {L * 1.1, top_right},
            {L * 1.1, top_left + block},
            {-0.3 * L, top_left + block}},
           Material::wood);
    d.arrow({-0.35 * L, (top_left + below - drop) / 2}, {0, (top_left + below - drop) / 2},
            fmt::format("in with {}", quantity::format(g.drive, Dimension::force)));
    d.arrow({0.55 * L, top_left + 0.8 * block}, {0.55 * L, (top_left + top_right) / 2},
            quantity::format(g.normal, Dimension::force));
    d.text({0.75 * L, (top_right + below) / 2}, quantity::format(g.angle, Dimension::angle), Align::centre,
           TextRole::number);
    const double pull = -load.whole().fx;
    if (pull > 0)
        d.arrow({0.05 * L, below - drop - 1.3 * block}, {-0.35 * L, below - drop - 1.3 * block},
                fmt::format("out with {}", quantity::format(pull, Dimension::force)));
    d.summary = fmt::format("A wedge of {} driven in with {}.", quantity::format(g.angle, Dimension::angle),
                            quantity::format(g.drive, Dimension::force));
    return d;
}

Result<FormulaParts> build(const Values& v) {
    Wedge g;
    g.angle = number(v, "angle");
    g.friction_1 = number(v, "friction");
    g.friction_2 = text(v, "friction_alike") == "alike" ? g.friction_1 : number(v, "friction_other");
    g.symmetric = text(v, "shape") == "symmetric";
    g.shakes = text(v, "place") == "shakes";
    g.drive = number(v, "drive") * number(v, "kept");
    g.length = number(v, "length");
    if (!(g.rho_2() + g.angle < 80 * degree) || !(g.rho_1() + g.angle < 80 * degree))
        return Problem{"wedge.angle_too_large", "angle",
                       fmt::format("A wedge of {:.0f}° with this friction cannot be driven in.", g.angle / degree),
                       "Make the angle smaller, for example 8°."};
    g.normal = g.drive / g.in();
    FormulaParts parts;
    parts.working.push_back([=] {
        return Working{
            {"friction_angle", "ρ = atan μ", fmt::format("atan {:.3f}", g.friction_1), g.rho_1(), Dimension::angle,
             "Coulomb friction"},
            {"normal_force", g.symmetric ? "N = P/[tan(ρ₁ + δ/2) + tan(ρ₂ + δ/2)]" : "N = P/[tan ρ₁ + tan(ρ₂ + δ)]",
             fmt::format("{:.1f} N/{:.4f}", g.drive, g.in()), g.normal, Dimension::force,
             "statics of a wedge, Shigley"},
            {"force_out", g.symmetric ? "N[tan(ρ₁ − δ/2) + tan(ρ₂ − δ/2)]" : "N[tan ρ₁ + tan(ρ₂ − δ)]",
             fmt::format("{:.1f} N · {:.4f}", g.normal, g.out()), g.normal * g.out(), Dimension::force,
             "statics of a wedge"},
        };
    });
    parts.modes.push_back(margin(
        "locks", "works|work its way out", [g](const Wrench&) { return g.locking_margin(); },
        g.symmetric ? "2 ρ/δ" : "(ρ₁ + ρ₂)/δ", "statics of a wedge; half of the friction where it shakes"));
    const auto pressed = [g](const Wrench& w) { return g.normal - w.fz; };
    FormulaMode slips;
    slips.mode = {"slips", ModeClass::ultimate, "slides|slide out of its faces", false, false};
    slips.utilisation = [g, pressed](const Wrench& w) {
        return g.slips(std::max(0.0, -w.fx), std::abs(w.fy), pressed(w));
    };
    slips.motion = [](const Wrench& w) -> Phrase {
        return -w.fx > std::abs(w.fy) ? "is|be pulled out backwards" : "slides|slide sideways";
    };
    slips.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"pull", std::max(0.0, -w.fx), Dimension::force},
                                       {"side_force", std::abs(w.fy), Dimension::force}};
    };
    slips.capacity = [g, pressed](const Wrench& w) {
        const double N = std::max(0.0, pressed(w));
        return std::vector<NamedValue>{{"pull", std::max(0.0, N * g.out()), Dimension::force},
                                       {"side_force", std::min(g.friction_1, g.friction_2) * N, Dimension::force}};
    };
    slips.formula =
        "pull (N − Fz)[tan ρ₁ + tan(ρ₂ − δ)], sideways μ (N − Fz), on one friction: √(μ² − (Fy/N)²) is left";
    slips.source = "statics of a wedge, Coulomb friction";
    slips.capacity_is_concave = true;  // a cone of friction over a force that falls with Fz
    parts.modes.push_back(std::move(slips));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be pulled off its faces", "pull", Dimension::force,
               [](const Wrench& w) { return w.fz; }, [g](const Wrench&) { return g.normal; }, "N", "statics"}));
    parts.results = {
        {"normal_force", g.normal, Dimension::force},
        {"force_out", g.normal * g.out(), Dimension::force},
        {"locking_angle", g.symmetric ? 2 * std::min(g.rho_1(), g.rho_2()) : g.rho_1() + g.rho_2(), Dimension::angle}};
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

}  // namespace
}  // namespace of_wedge

const Family& wedge() {
    using namespace of_wedge;
    static const FormulaFamily family(
        "wedge", "Wedge", "A wedge driven between two faces: does it stay, and how hard must it be pulled out?",
        {
            quantity_row("angle", "Wedge angle", Dimension::angle, 8 * degree, {0, 60 * degree, false},
                         "Included angle between the two faces. 15° holds on dry wood, not on waxed.", "input"),
            choice_row("shape", "Shape", {{"single", "one face along the motion"}, {"symmetric", "both faces slope"}},
                       "single", "Whether one face lies along the direction in which it is driven."),
            friction_row("friction", "Friction", "hardwood on hardwood", "Wedge on its seat, dry. Wax halves it."),
            described(choice_row("friction_alike", "Both faces", {{"alike", "alike"}, {"unlike", "unlike"}}, "alike",
                                 "The two faces may touch different materials.")),
            shown_for(
                friction_row("friction_other", "Friction, other face", "hardwood on hardwood", "On the sloping face."),
                "friction_alike", {"unlike"}),
            described(choice_row("place", "It is used", {{"still", "at rest"}, {"shakes", "where it shakes"}}, "still",
                                 "Bumps and carrying halve the friction that keeps it in.")),
            [] {
                Parameter p = quantity_row("drive", "Driven in with", Dimension::force, 100, {0, 1e5},
                                           "A thumb 50 N, a light hammer tap 200 N or more.", "from memory");
                p.spread = {1 / 1.5, 1.5, true, {}};
                return p;
            }(),
            described(quantity_row("kept", "Kept after a day", Dimension::number, 0.75, {0, 1, false},
                                   "Share of the force that is left after a day.", "from memory")),
            length_row("length", "Length", 0.060, 1, "Of the wedge, for the drawing."),
        },
        &build, true, {}, nullptr,
        {{.support = PortKind::wedge,
          .payload = PortKind::wedge,
          .fills = {{"angle", PortSide::support, "angle"},
                    {"drive", PortSide::support, "drive"},
                    {"length", PortSide::support, "length"}},
          .friction = "friction",
          // A plate between two cheeks slopes on both sides.
          .sets = {{"shape", "symmetric"}}}});
    return family;
}

}  // namespace clampet::families
