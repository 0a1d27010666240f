#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/slip_shares.h"
#include "families/shared/squeeze.h"
#include "families/tube_grip/other_grips.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/cut_face.h"
#include "mechanics/first_exit.h"
#include "mechanics/friction_limit.h"
#include "mechanics/opposed_beds.h"
#include "quantity/format.h"
#include "quantity/numbers.h"

namespace clampet::families {
namespace of_padded_slot {
namespace {

using quantity::infinite;
constexpr std::size_t most_points = 512;

struct Slot {
    bool locked = true;
    double into_body = -1;  ///< sign that turns Fz into a push into the fixed face
    double force = 0, length = 0, width = 0, bar = 0, friction = 0, other_friction = 0, pad_strength = 0;
    mechanics::CutFacePtr surface;

    /// Forces of the fixed and the moving face: a locked jaw shares a push with the other side, a spring keeps its
    /// force.
    std::array<double, 2> sides(const Wrench& w) const {
        const double push = into_body * w.fz;
        if (!locked) return {force + push, force};
        if (push > 2 * force) return {push, 0};
        return {force + push / 2, force - push / 2};
    }
    double parted(const Wrench& w) const { return -into_body * w.fz / ((locked ? 2 : 1) * force); }
    /// The bar turns in the slot: the faces are loaded at opposite ends.
    mechanics::OpposedPressures pressures(const Wrench& w) const {
        const auto N = sides(w);
        return mechanics::opposed_pressures(surface->points, N[0], N[1], w.my, -w.mx);
    }
    /// Lost when the resultants reach the edges of their faces.
    double rocked(const Wrench& w) const {
        const auto N = sides(w);
        const double sum = std::max(0.0, N[0]) + N[1],
                     asked = std::max(std::abs(w.my) / length, std::abs(w.mx) / width) * 2;
        return sum > 0 ? asked / sum : asked > 0 ? infinite : 0;
    }
    bool drives_slip(const Wrench& w) const {
        return std::hypot(w.fx, w.fy, w.mz / length) > mechanics::least_driving_share * friction * force;
    }
    mechanics::SlipLimit<3> slip(const Wrench& w) const;
    double pressure(const Wrench& w) const {
        const auto p = pressures(w);
        if (!p.in_balance) return infinite;
        return std::max({0.0, surface->points.greatest(p.fixed), surface->points.greatest(p.moving)});
    }
};

mechanics::SlipLimit<3> Slot::slip(const Wrench& w) const {
    mechanics::SlipLimit<3> none;
    none.multiplier = 0;
    const auto p = pressures(w);
    if (!p.in_balance) return none;
    std::array<double, most_points + mechanics::sum_block> sum{}, f{};
    for (const bool fixed : {true, false}) {
        surface->points.forces(fixed ? p.fixed : p.moving, fixed ? friction : other_friction, f.data());
        for (std::size_t i = 0; i < surface->contacts.padded(); ++i) sum[i] += f[i];
    }
    return mechanics::slip_limit(surface->contacts, std::span<const double>(sum.data(), surface->contacts.padded()),
                                 {w.fx, w.fy, w.mz / surface->points.patch().size});
}

drawing::Drawing section(const Slot& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double b = g.width / 2, t = g.bar / 2, pad = 0.18 * g.width, jaw = 0.35 * g.width;
    for (const double side : {-1.0, 1.0}) {
        const double a = side * t, c = side * (t + pad), e = side * (t + pad + jaw);
        d.rectangle({-b, std::min(a, c)}, {b, std::max(a, c)}, Material::rubber);
        d.rectangle({-1.15 * b, std::min(c, e)}, {1.15 * b, std::max(c, e)}, Material::wood);
        d.arrow({0, side * (t + pad + 1.9 * jaw)}, {0, e}, side > 0 ? quantity::format(g.force, Dimension::force) : "");
    }
    d.rectangle({-1.5 * b, -t}, {1.5 * b, t}, Material::tube);
    d.dimension({-b, -t - pad - jaw}, {b, -t - pad - jaw}, -0.5 * jaw, quantity::format(g.width, Dimension::length));
    const Wrench w = load.whole();
    d.text({1.6 * b, 0}, quantity::format(std::hypot(w.fx, w.fy), Dimension::force), Align::left, TextRole::number);
    d.summary = fmt::format("A bar {} thick in a padded slot {} wide.", quantity::format(g.bar, Dimension::length),
                            quantity::format(g.width, Dimension::length));
    return d;
}

FormulaMode slips(const Slot& g) {
    FormulaMode m;
    m.mode = {"slips", ModeClass::ultimate, "slides|slide or twists|twist in the slot", false, false};
    m.utilisation = [g](const Wrench& w) {
        if (!(g.force > 0)) return infinite;
        if (!g.drives_slip(w)) return 0.0;
        if (g.parted(w) >= 1 || g.rocked(w) >= 1) return infinite;
        const double multiplier = g.slip(w).multiplier;
        return multiplier > 0 ? 1 / multiplier : infinite;
    };
    m.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"along", std::hypot(w.fx, w.fy), Dimension::force},
                                       {"twist", std::abs(w.mz), Dimension::torque}};
    };
    m.capacity = [g](const Wrench& w) {
        const auto s = g.sides(w);
        return std::vector<NamedValue>{
            {"along", g.friction * s[0] + g.other_friction * std::max(0.0, s[1]), Dimension::force}};
    };
    m.motion = [g](const Wrench& w) -> Phrase {
        const auto at = g.slip(w);
        return SlipShares(at, w, g.surface->points.patch().size).turns() ? "twists|twist in the slot"
                                                                         : "slides|slide in the slot";
    };
    m.ends_with = [g](const Wrench& w) {
        if (!(g.force > 0)) return infinite;
        return std::max(g.parted(w), g.rocked(w));
    };
    m.tolerance = 2e-4;
    m.formula = "min Σ μ p dA |v| over both faces";
    m.source = "derived, upper-bound theorem";
    return m;
}

}  // namespace
}  // namespace of_padded_slot

Result<std::shared_ptr<const Joint>> join_slot(const Values& v) {
    using namespace of_padded_slot;
    auto squeezed = grip_squeeze(v);
    if (!squeezed) return squeezed.problem();
    Slot g;
    g.locked = jaw_is_locked(v);
    g.force = squeezed->force;
    g.into_body = text(v, "fixed_side") == "own" ? -1 : 1;
    g.length = number(v, "length");
    g.width = number(v, "slot_width");
    g.bar = number(v, "diameter");
    g.friction = number(v, "friction");
    g.other_friction = other_friction(v);
    g.pad_strength = number(v, "pad_strength");
    const auto face =
        mechanics::cut_face({mechanics::rectangle(g.length, g.width), mechanics::Bedding::even, 7, 34, 1e-6, false});
    if (!face) return face.problem();
    g.surface = *face;
    FormulaParts parts;
    parts.working.push_back(squeezed->working);
    parts.working.push_back([=] {
        return Working{{"normal_force_sum", "ΣN = 2F", "", 2 * g.force, Dimension::force, "derived"}};
    });
    parts.working.push_back([=] {
        return Working{{"holding_force", "Σ μ N", "", (g.friction + g.other_friction) * g.force, Dimension::force,
                        "Coulomb friction"}};
    });
    parts.modes.push_back(slips(g));
    parts.modes.push_back(
        ratio({"parts", ModeClass::ultimate, "is|be pulled out of its jaw", "pull", Dimension::force,
               [g](const Wrench& w) { return -g.into_body * w.fz; },
               [g](const Wrench&) { return (g.locked ? 2 : 1) * g.force; }, "F, or 2F locked", "derived"}));
    FormulaMode rocks;
    rocks.mode = {"rocks", ModeClass::ultimate, "rocks|rock over the edge of its pads", false, false};
    rocks.utilisation = [g](const Wrench& w) { return g.force > 0 ? g.rocked(w) : infinite; };
    rocks.demand = [](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::hypot(w.mx, w.my), Dimension::torque}};
    };
    rocks.capacity = [g](const Wrench& w) {
        return std::vector<NamedValue>{
            {"moment", (std::max(0.0, g.sides(w)[0]) + g.sides(w)[1]) / 2 * std::min(g.length, g.width),
             Dimension::torque}};
    };
    rocks.formula = "2 max(|My|/L, |Mx|/b) = ΣN, at opposite ends of the faces";
    rocks.source = "statics";
    parts.modes.push_back(std::move(rocks));
    const bool soft = text(v, "pads") == "soft";  // rubber, cork or felt is squashed and goes on holding
    parts.modes.push_back(
        ratio({"crush", soft ? ModeClass::service : ModeClass::ultimate,
               soft ? "squashes|squash its pads" : "crushes|crush its pads", "pressure", Dimension::stress,
               [g](const Wrench& w) { return g.pressure(w); }, [g](const Wrench&) { return g.pad_strength; },
               "p of the no-tension block", "derived"}));
    parts.modes.back().tolerance = 2e-4;
    parts.results = {{"clamping_force", g.force, Dimension::force},
                     {"normal_force_sum", 2 * g.force, Dimension::force},
                     {"holding_force_along", (g.friction + g.other_friction) * g.force, Dimension::force}};
    parts.section = [g](const Load& load) { return section(g, load); };
    if (!(g.force > 0)) parts.advisories.push_back({"Nothing squeezes the bar.", true});
    return formula_joint(std::move(parts));
}

}  // namespace clampet::families
