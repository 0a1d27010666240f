#include "families/counterweight/counterweight.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/shared/formula_joint.h"
#include "families/shared/parameter_rows.h"
#include "quantity/dimension.h"
#include "quantity/format.h"
#include "quantity/parse.h"

namespace clampet::families {
namespace of_counterweight {
namespace {

constexpr double gravity = quantity::standard_gravity;
constexpr std::size_t most_plates = 14;

struct Balance {
    double payload = 0, payload_arm = 0, counter = 0, counter_arm = 0, rod = 0, rod_arm = 0, friction = 0;
    /// Moment that is left, payload side down positive [N m].
    double residual() const { return gravity * (moment_without() - counter * counter_arm); }
    /// Mass moment of payload and rod [kg m].
    double moment_without() const { return payload * payload_arm + rod * rod_arm; }
};

Result<std::vector<double>> read_masses(const std::string& list) {
    std::vector<double> masses;
    std::size_t at = 0;
    while (at <= list.size()) {
        const std::size_t end = std::min(list.find(';', at), list.size());
        const std::string one = list.substr(at, end - at);
        at = end + 1;
        if (one.find_first_not_of(' ') == one.npos) continue;
        const auto mass = quantity::parse(one, Dimension::mass, "kg");
        if (!mass || !(*mass > 0))
            return Problem{"counterweight.not_a_mass", "plates", fmt::format("“{}” is not the mass of a plate.", one),
                           "Write for example 2 kg; 1 kg; 0.5 kg."};
        masses.push_back(*mass);
    }
    if (masses.size() > most_plates)
        return Problem{"counterweight.too_many_plates", "plates",
                       fmt::format("There are more than {} plates.", most_plates), "List only those that may be used."};
    return masses;
}

/// The plates whose sum comes nearest to `wanted`, as bits.
unsigned nearest_subset(const std::vector<double>& masses, double wanted) {
    unsigned best = 0;
    double least = wanted;
    for (unsigned set = 1; set < (1u << masses.size()); ++set) {
        double sum = 0;
        for (std::size_t i = 0; i < masses.size(); ++i)
            if (set >> i & 1u) sum += masses[i];
        if (std::abs(sum - wanted) < least - 1e-9) {
            least = std::abs(sum - wanted);
            best = set;
        }
    }
    return best;
}

drawing::Drawing section(const Balance& g, const Load& load) {
    using namespace drawing;
    Drawing d;
    const double left = -g.payload_arm, right = std::max(g.counter_arm, 0.05 * g.payload_arm), span = right - left,
                 t = 0.02 * span;
    d.rectangle({left, -t}, {right + 2 * t, t}, Material::tube);
    d.circle({0, 0}, 1.8 * t, Material::metal);
    d.path({{0, -2 * t}, {-4 * t, -9 * t}, {4 * t, -9 * t}}, Material::site);
    // Volumes go as masses, so that the eye can weigh them.
    const double unit = 0.16 * span / std::cbrt(std::max({g.payload, g.counter, 1e-9}));
    const auto box = [&](double x, double mass, Material material) {
        const double s = unit * std::cbrt(mass) / 2;
        d.rectangle({x - s, t}, {x + s, t + 2 * s}, material);
        d.arrow({x, -t}, {x, -t - 3 * s}, quantity::format(mass, Dimension::mass));
    };
    box(left, g.payload, Material::payload);
    if (g.counter > 0) box(right, g.counter, Material::metal);
    d.dimension({left, -14 * t}, {0, -14 * t}, 0, quantity::format(g.payload_arm, Dimension::length));
    d.dimension({0, -14 * t}, {right, -14 * t}, 0, quantity::format(g.counter_arm, Dimension::length));
    const double rest = g.residual() + load.whole().my;
    d.text({0, 13 * t},
           fmt::format("{} left, {} side down", quantity::format(std::abs(rest), Dimension::torque),
                       rest >= 0 ? "payload" : "weight"),
           Align::centre, TextRole::number);
    d.summary =
        fmt::format("A beam with {} at {} on one side and {} at {} on the other.",
                    quantity::format(g.payload, Dimension::mass), quantity::format(g.payload_arm, Dimension::length),
                    quantity::format(g.counter, Dimension::mass), quantity::format(g.counter_arm, Dimension::length));
    return d;
}

std::string names_of(const std::vector<double>& plates, unsigned set) {
    std::string names;
    for (std::size_t i = 0; i < plates.size(); ++i)
        if (set >> i & 1u) names += (names.empty() ? "" : " + ") + quantity::format(plates[i], Dimension::mass);
    return names.empty() ? "none" : names;
}

FormulaMode drifts(const Balance& g) {
    FormulaMode m;
    m.mode = {"slips", ModeClass::ultimate, "tilts|tilt by itself", false, false};
    m.utilisation = [g](const Wrench& w) {
        const double asked = std::abs(g.residual()) + std::abs(w.my);
        return g.friction > 0 ? asked / g.friction : asked > 0 ? std::numeric_limits<double>::infinity() : 0;
    };
    m.demand = [g](const Wrench& w) {
        return std::vector<NamedValue>{{"moment", std::abs(g.residual()) + std::abs(w.my), Dimension::torque}};
    };
    m.capacity = [g](const Wrench&) { return std::vector<NamedValue>{{"moment", g.friction, Dimension::torque}}; };
    m.motion = [g](const Wrench&) -> Phrase {
        return g.residual() > 0   ? "drops|drop on the payload's side"
               : g.residual() < 0 ? "drops|drop on the weight's side"
                                  : "";
    };
    m.formula = "|g (m₁ d₁ + m_r d_r − m₂ d₂)| + |My| against the pivot's friction";
    m.source = "statics";
    return m;
}

Result<FormulaParts> build(const Values& v) {
    Balance g;
    g.payload = number(v, "payload_mass");
    g.payload_arm = number(v, "payload_arm");
    g.counter_arm = number(v, "counter_arm");
    g.rod = number(v, "rod_mass");
    g.rod_arm = number(v, "rod_arm");
    g.friction = number(v, "pivot_friction");
    FormulaParts parts;
    const double needed = g.moment_without() / g.counter_arm;
    parts.working.push_back([=] {
        return Working{{"needed_mass", "m₂ = (m₁ d₁ + m_r d_r)/d₂",
                        fmt::format("({:.3f} kg · {:.1f} mm + {:.3f} kg · {:.1f} mm)/{:.1f} mm", g.payload,
                                    g.payload_arm * 1e3, g.rod, g.rod_arm * 1e3, g.counter_arm * 1e3),
                        needed, Dimension::mass, "statics"}};
    });
    if (needed < 0)
        return Problem{"counterweight.rod_outweighs_payload", "rod_arm", "The rod alone outweighs the payload.",
                       "Shorten the rod behind the pivot, or hang the weight on the payload's side."};
    if (text(v, "weight_from") == "plates") {
        const auto plates = read_masses(text(v, "plates"));
        if (!plates) return plates.problem();
        const unsigned set = nearest_subset(*plates, needed);
        for (std::size_t i = 0; i < plates->size(); ++i)
            if (set >> i & 1u) g.counter += (*plates)[i];
        parts.working.push_back([counter = g.counter, all = *plates, set] {
            return Working{{"chosen_mass", "the plates whose sum is nearest", names_of(all, set), counter,
                            Dimension::mass, "search over all sums"}};
        });
    } else {
        g.counter = number(v, "counter_mass");
    }
    parts.working.push_back([=] {
        return Working{{"residual", "g (m₁ d₁ + m_r d_r − m₂ d₂)", "", g.residual(), Dimension::torque, "statics"}};
    });
    parts.results = {
        {"needed_mass", needed, Dimension::mass},
        {"counter_mass", g.counter, Dimension::mass},
        {"needed_arm", g.counter > 0 ? g.moment_without() / g.counter : std::numeric_limits<double>::infinity(),
         Dimension::length},
        {"residual", g.residual(), Dimension::torque}};
    if (text(v, "measured") == "yes") {
        const double up = number(v, "reading_rising"), down = number(v, "reading_sinking"),
                     at = number(v, "reading_arm");
        if (down > up)
            return Problem{"counterweight.readings_exchanged", "reading_sinking",
                           "The scale reads more while sinking than while rising.",
                           "Swap the two readings: friction adds to the rising one."};
        parts.working.push_back([=] {
            return Working{{"hang_mass", "(rising + sinking)/2", "", (up + down) / 2, Dimension::mass, "statics"}};
        });
        parts.working.push_back([=] {
            return Working{{"measured_friction", "(rising − sinking)/2 · d g", "", (up - down) / 2 * at * gravity,
                            Dimension::torque, "statics"}};
        });
        parts.results.push_back({"hang_mass", (up + down) / 2, Dimension::mass});
        parts.results.push_back({"measured_friction", (up - down) / 2 * at * gravity, Dimension::torque});
        g.friction = (up - down) / 2 * at * gravity;
    }
    parts.modes.push_back(drifts(g));
    parts.section = [g](const Load& load) { return section(g, load); };
    parts.advisories.push_back(
        {"Check the stand with the camera taken off: the weight alone may tip it the other way.", false});
    return parts;
}

}  // namespace
}  // namespace of_counterweight

const Family& counterweight() {
    using namespace of_counterweight;
    const auto measured = [](Parameter p) { return shown_for(std::move(p), "measured", {"yes"}); };
    static const FormulaFamily family(
        "counterweight", "Counterweight",
        "Which weight where: what is left to tilt the beam, and does friction hold it?",
        {
            from_rig(quantity_row("payload_mass", "Payload", Dimension::mass, 2.5, {0, 1000, false},
                                  "With everything that hangs with it.", "input"),
                     RigFact::mass),
            from_rig(length_row("payload_arm", "Payload, from pivot", 0.60, 20, "To its centre of gravity."),
                     RigFact::distance),
            length_row("counter_arm", "Weight, from pivot", 0.30, 20, "To where the weight hangs."),
            quantity_row("rod_mass", "Beam", Dimension::mass, 0.6, {0, 1000}, "The beam itself.", "input"),
            quantity_row("rod_arm", "Beam's middle", Dimension::length, 0.12, {-20, 20},
                         "From the pivot; towards the payload is positive.", "input"),
            described(choice_row("weight_from", "The weight is",
                                 {{"plates", "made of plates at hand"}, {"given", "given"}}, "plates",
                                 "Choose from what is there, or say what hangs.")),
            shown_for(text_row("plates", "Plates at hand", "2.5 kg; 2 kg; 1.25 kg; 1.25 kg; 0.5 kg",
                               "Masses, separated by ;"),
                      "weight_from", {"plates"}),
            shown_for(quantity_row("counter_mass", "Weight", Dimension::mass, 5, {0, 1000},
                                   "What hangs at the other end.", "input"),
                      "weight_from", {"given"}),
            quantity_row("pivot_friction", "Pivot holds", Dimension::torque, 2, {0, 1e4},
                         "Friction of the head about the tilt axis.", "input"),
            described(choice_row("measured", "Measured by a scale", {{"no", "no"}, {"yes", "yes"}}, "no",
                                 "Lift the beam's end with a hanging scale, slowly up and slowly down.")),
            measured(quantity_row("reading_rising", "Reading, rising", Dimension::mass, 5.6, {0, 1000},
                                  "While it goes up.", "input")),
            measured(quantity_row("reading_sinking", "Reading, sinking", Dimension::mass, 5.0, {0, 1000},
                                  "While it comes down.", "input")),
            measured(length_row("reading_arm", "Scale, from pivot", 0.30, 20, "Where the scale pulls.")),
        },
        &build, false, {}, nullptr, {}, {.mass = 2.5, .at = {0.6, 0, 0}, .push = 0});
    return family;
}

}  // namespace clampet::families
