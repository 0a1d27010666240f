#include "families/rated/rated.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_rated {
namespace {

constexpr double gravity = quantity::standard_gravity;
/// The arm of a load that a rating without one is taken for: a camera on its plate; common practice.
constexpr double usual_arm = 0.060;

struct Rated {
    double mass = 0, arm = usual_arm;
    bool says_arm = false;
    /// The mass at the rating's arm that asks for as much, by force or by moment.
    double asked(const Wrench& w) const {
        return std::max(std::hypot(w.fx, w.fy, w.fz), std::hypot(w.mx, w.my, w.mz) / arm) / gravity;
    }
};

drawing::Drawing section(const Rated& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double a = g.arm, r = 0.3 * a;
    d.rectangle({-r, -0.7 * a}, {r, -0.25 * a}, Material::metal);
    d.circle({0, 0}, r, Material::metal);
    d.rectangle({-0.8 * a, 0.9 * r}, {0.8 * a, 1.3 * r}, Material::metal);
    d.circle({0, a}, 0.12 * a, Material::payload);
    d.line({0, -0.9 * a}, {0, 1.4 * a}, Line::centre);
    d.arrow({0, a}, {0, 0.5 * a}, fmt::format("as {}", quantity::format(g.asked(load.whole()), Dimension::mass)));
    d.dimension({1.1 * a, 0}, {1.1 * a, a}, 0.1 * a, quantity::format(a, Dimension::length));
    d.text({0, -1.1 * a}, fmt::format("rated {}", quantity::format(g.mass, Dimension::mass)), Align::centre,
           TextRole::number);
    d.summary = fmt::format("A bought part rated for {} at {}.", quantity::format(g.mass, Dimension::mass),
                            quantity::format(a, Dimension::length));
    return d;
}

Result<FormulaParts> build(const Values& v) {
    Rated g;
    g.mass = number(v, "rating");
    g.says_arm = text(v, "states") == "arm";
    if (g.says_arm) g.arm = number(v, "rated_arm");
    FormulaParts parts;
    parts.modes.push_back(
        ratio({"overloaded", ModeClass::ultimate, "is|be asked for more than its rating", "mass", Dimension::mass,
               [g](const Wrench& w) { return g.asked(w); }, [g](const Wrench&) { return g.mass; },
               "m_e = max(|F|/g, |M|/(g · arm)) against its rating", "statics; the arm is common practice"}));
    parts.loaded_results = [g](const Load& load) {
        return std::vector<NamedValue>{{"rating_needed", g.asked(load.whole()), Dimension::mass}};
    };
    parts.results = {{"rated_moment", g.mass * gravity * g.arm, Dimension::torque}};
    parts.working.push_back([g] {
        return Working{{"rated_moment", "m_r g · arm", g.says_arm ? "as it states" : "60 mm, a camera on its plate",
                        g.mass * gravity * g.arm, Dimension::torque, "common practice"}};
    });
    if (!g.says_arm)
        parts.advisories.push_back(
            {"Its rating states no arm: it is taken for a load 60 mm from it. What ratings leave "
             "out: the arm, the pose, knocks, wear, and what it is screwed to.",
             true});
    parts.section = [g](const Load& load) { return section(g, load); };
    return parts;
}

}  // namespace
}  // namespace of_rated

const Family& rated() {
    using namespace of_rated;
    static const FormulaFamily family(
        "rated", "Bought part by its rating",
        "A head, clamp or arm known only by “holds 3 kg”: what rating does this load need, and with what margin?",
        {
            quantity_row("rating", "It is rated for", Dimension::mass, 3, {0, 1000, false},
                         "What the maker says it holds.", "input"),
            choice_row("states", "The rating is for", {{"nothing", "no stated place"}, {"arm", "a load so far out"}},
                       "nothing", "A rating without an arm says little: its margin is never sure."),
            shown_for(length_row("rated_arm", "So far out", 0.060, 5, "From the joint to the load's middle."), "states",
                      {"arm"}),
        },
        &build);
    return family;
}

}  // namespace clampet::families
