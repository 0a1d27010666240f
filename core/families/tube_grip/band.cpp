#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

#include "families/shared/formula_joint.h"
#include "families/shared/squeeze.h"
#include "families/tube_grip/other_grips.h"
#include "mechanics/ring_bending.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_band {
namespace {

constexpr double pi = std::numbers::pi;

struct BandGrip {
    bool slit = false, greased = false;
    double turns = 1, radius = 0, length = 0, friction = 0, tension = 0, spent = 0, strength = 0;
    /// Of all bands or turns together, the slit closed by all of them [N].
    double all() const { return std::max(0.0, turns * tension - spent); }
    /// Sum of normal forces: 2 pi T where the band slides freely round, less where its own friction holds it back.
    double normal_sum() const { return mechanics::drawn_round(all(), greased ? 0 : friction); }
};

drawing::Drawing section(const BandGrip& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double r = g.radius, t = 0.08 * r, gap = g.slit ? 0.25 : 0.0;
    d.circle({0, 0}, r + (g.slit ? 3 * t : t), Material::metal);
    if (g.slit) d.circle({0, 0}, r + 2 * t, Material::plastic);
    d.circle({0, 0}, r, Material::tube);
    d.circle({0, 0}, 0.86 * r, Material::air);
    if (g.slit) d.rectangle({-gap * r / 2, r}, {gap * r / 2, r + 2 * t}, Material::air);
    d.rectangle({-0.35 * r, r + 3 * t}, {0.35 * r, r + 7 * t}, Material::metal);
    d.arrow({-1.5 * r, r + 5 * t}, {-0.35 * r, r + 5 * t}, quantity::format(g.tension, Dimension::force));
    d.arrow({1.5 * r, r + 5 * t}, {0.35 * r, r + 5 * t}, "");
    d.dimension({-r, 0}, {r, 0}, 0, fmt::format("Ø {}", quantity::format(2 * r, Dimension::length)));
    const Wrench w = load.whole();
    d.text({0, -1.35 * r},
           fmt::format("{} on {}", quantity::format(std::hypot(w.fx, w.mx / r), Dimension::force),
                       quantity::format(g.friction * g.normal_sum(), Dimension::force)),
           Align::centre, TextRole::number);
    d.summary = fmt::format("{} of {} tension round a tube of {}.",
                            g.turns > 1 ? fmt::format("{:.0f} bands or turns", g.turns) : std::string("A band"),
                            quantity::format(g.tension, Dimension::force), quantity::format(2 * r, Dimension::length));
    return d;
}

void add_modes(const BandGrip& g, FormulaParts& parts) {
    auto slips = ratio({"slips", ModeClass::ultimate, "slides|slide along or turns|turn round the tube", "drag",
                        Dimension::force, [r = g.radius](const Wrench& w) { return std::hypot(w.fx, w.mx / r); },
                        [g](const Wrench&) { return g.friction * g.normal_sum(); },
                        g.greased ? "μ 2π T" : "μ 2T (1 − e^(−μπ))/μ", "belt friction, Eytelwein"});
    slips.motion = [r = g.radius](const Wrench& w) -> Phrase {
        return std::abs(w.mx) / r > std::abs(w.fx) ? "turns|turn round the tube" : "slides|slide along the tube";
    };
    parts.modes.push_back(std::move(slips));
    parts.modes.push_back(ratio({"parts", ModeClass::ultimate, "is|be pulled away from the tube", "pull",
                                 Dimension::force, [](const Wrench& w) { return std::hypot(w.fy, w.fz); },
                                 [g](const Wrench&) { return 2 * g.all(); }, "2 n T", "statics"}));
    parts.modes.push_back(ratio({"rocks", ModeClass::ultimate, "rocks|rock off the ends of its band", "moment",
                                 Dimension::torque, [](const Wrench& w) { return std::hypot(w.my, w.mz); },
                                 [g](const Wrench&) { return g.all() * g.length; }, "2 n T L/2", "statics"}));
    parts.modes.push_back(
        ratio({"breaks", ModeClass::ultimate, "breaks|break its band", "tension", Dimension::force,
               [g](const Wrench& w) { return std::max(g.tension, std::hypot(w.fy, w.fz) / (2 * g.turns)); },
               [g](const Wrench&) { return g.strength; }, "T, or the pull over its 2 n strands once it has parted",
               "statics"}));
}

}  // namespace
}  // namespace of_band

Result<std::shared_ptr<const Joint>> join_band(const Values& v) {
    using namespace of_band;
    auto squeezed = grip_squeeze(v);
    if (!squeezed) return squeezed.problem();
    BandGrip g;
    g.slit = text(v, "jaws") == "slit";
    g.greased = text(v, "band_slides") == "freely";
    g.radius = number(v, "diameter") / 2;
    g.length = number(v, "length");
    g.friction = number(v, "friction");
    g.tension = squeezed->force;
    g.strength = number(v, "band_strength");
    g.turns = number(v, "band_turns");
    FormulaParts parts;
    parts.working.push_back(squeezed->working);
    if (g.slit) {
        const double wall = number(v, "slit_wall"), r = g.radius + wall / 2;
        const double second_moment = g.length * std::pow(wall, 3) / 12;
        g.spent = mechanics::force_closing_slit(number(v, "slit_gap"), number(v, "slit_modulus"), second_moment, r);
        parts.working.push_back([=] {
            return Working{{"spent_on_closing", "g E I/(3π r³)", "", g.spent, Dimension::force,
                            "curved beam: a split ring opens by 3π P r³/(E I), Roark"}};
        });
    }
    parts.working.push_back([=] {
        return Working{{"tension_left", "T − what closes the gap", "", g.all(), Dimension::force, "statics"}};
    });
    parts.working.push_back([=] {
        return Working{{"normal_force_sum", g.greased ? "ΣN = 2π T" : "ΣN = 2T (1 − e^(−μπ))/μ", "", g.normal_sum(),
                        Dimension::force, "belt friction, Eytelwein"}};
    });
    add_modes(g, parts);
    parts.results = {{"clamping_force", g.tension, Dimension::force},
                     {"normal_force_sum", g.normal_sum(), Dimension::force},
                     {"holding_force_along", g.friction * g.normal_sum(), Dimension::force},
                     {"holding_torque_round", g.friction * g.normal_sum() * g.radius, Dimension::torque}};
    parts.section = [g](const Load& load) { return section(g, load); };
    if (!(g.tension > 0)) parts.advisories.push_back({"Nothing squeezes the tube.", true});
    if (g.slit && !(g.all() > 0))
        parts.advisories.push_back(
            {"All of the band's tension goes into closing the slit: make the bore closer, the wall thinner, or add "
             "slits.",
             true});
    return formula_joint(std::move(parts));
}

}  // namespace clampet::families
