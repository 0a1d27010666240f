#include "study/check.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "loads/load_case.h"
#include "quantity/dimension.h"
#include "quantity/numbers.h"
#include "rig/in_force.h"
#include "rig/joint_store.h"
#include "rig/sag.h"
#include "study/ranking.h"
#include "study/worst_direction.h"

namespace clampet::study {
namespace {

using mechanics::Load;
using mechanics::Wrench;
using quantity::infinite;

/// The permanent load with each part's weight taken at its worse end for a mode.
/// Meaning  Whether a weight helps is asked of the mode itself, close to where it lets go: its utilisation with a tenth
///          more of that weight against a tenth less. Exact for modes that are linear in the weights, such as tipping.
Wrench at_worse_weights(const families::Joint& joint, std::size_t m, const WorstFound& typical,
                        const std::vector<Wrench>& weights) {
    Wrench permanent;
    for (const auto& w : weights) permanent = permanent + w;
    const double factor = std::min(typical.mass, typical.live);
    const double near = std::isfinite(factor) && factor > 0 ? 0.98 * factor : 1;
    const bool whole = typical.mass <= typical.live && !joint.modes()[m].live_only;
    const auto used = [&, &rough = joint.for_search()](const Wrench& weight) {
        const Wrench push = near * typical.load.variable;
        return rough.utilisation(m, whole ? near * weight + push : weight + push);
    };
    Wrench worse;
    for (const auto& w : weights) {
        const double more = used(permanent + 0.1 * w), less = used(permanent - 0.1 * w);
        worse = worse + (more >= less ? weight_that_hurts : weight_that_helps) * w;
    }
    return worse;
}

/// A mode of a seam's joint at typical inputs.
struct Looked {
    std::size_t joint = 0, mode = 0;
    WorstFound found;
    ModeResult told;
};

/// What of a seam does not change with the ends of its band.
struct Seam {
    rig::JointStore* joints;
    const rig::Interface& interface;
    const std::vector<CaseLoad>& cases;
    std::vector<const Looked*> in_order;  ///< the ultimate ones, the one that governs first
};

std::vector<const Looked*> ultimate_first(const std::vector<Looked>& modes) {
    std::vector<const Looked*> all;
    for (const auto& mode : modes)
        if (mode.told.mode_class == families::ModeClass::ultimate) all.push_back(&mode);
    std::stable_sort(all.begin(), all.end(),
                     [](const auto* a, const auto* b) { return a->told.share() < b->told.share(); });
    return all;
}

/// The lesser factor of what a search found, to the last digit. The other one is computed too where it comes close.
double exactly(const families::Joint& joint, std::size_t m, const WorstFound& found) {
    const auto& load = found.load;
    if (found.too_tight || joint.modes()[m].scale_free || joint.modes()[m].live_only || load.permanent.is_zero() ||
        load.variable.is_zero() ||
        std::abs(found.mass - found.live) <= factors_are_close * std::min(found.mass, found.live))
        return families::factors(joint, m, load).least();
    return found.mass < found.live ? joint.load_factor(m, {{}, load.whole()})
                                   : joint.load_factor(m, {load.permanent, load.variable});
}

/// Least share of the required factor that the ultimate modes reach with the interface's inputs at one end; with the
/// weights too at the weak one.
Result<double> end_share(const Seam& seam, rig::End end) {
    auto prepared = rig::prepare(seam.interface, end, seam.joints);
    if (!prepared) return prepared.problem();
    // Low is typical at most: where nothing is worse at the weak end, that is not looked for.
    const bool weak = rig::is_weak(end);
    const double typical = seam.in_order.empty() ? infinite : seam.in_order.front()->told.share();
    double least = weak ? typical : infinite, exact = least;
    auto cases = seam.cases;
    // What is close at typical inputs comes first: the others are then only shown to be no worse.
    for (const auto* mode : seam.in_order) {
        const auto& joint = *prepared->joints[mode->joint];
        // Of one that is far from governing a tenth of the weights decides nothing.
        const bool is_far = mode->told.share() > far_from_governing * typical;
        for (std::size_t c = 0; weak && c < cases.size(); ++c)
            cases[c].permanent = is_far ? seam.cases[c].permanent
                                 : cases[c].same_weights_as < c
                                     ? cases[cases[c].same_weights_as].permanent
                                     : at_worse_weights(joint, mode->mode, mode->found, cases[c].load.weights);
        const auto found =
            worst_of(joint, mode->mode, cases,
                     {.below = least, .hints = &mode->found, .around = weak ? Around::everywhere : Around::hints});
        if (!(found.share < least)) continue;
        least = found.share;
        exact = cases[found.at].required.share(exactly(joint, mode->mode, found));
    }
    return exact;
}

Result<double> least_of_ends(const Seam& seam, rig::End end) {
    double least = infinite;
    for (const auto each : rig::ends_of(seam.interface, end)) {
        const auto here = end_share(seam, each);
        if (!here) return here.problem();
        least = std::min(least, *here);
    }
    return least;
}

/// One mode under the worst of the cases, as it is told.
ModeResult told(const Prepared& prepared, const rig::Element& element, const families::Joint& joint, std::size_t m,
                const std::vector<CaseLoad>& cases, const WorstFound& found, const mechanics::Load& rest) {
    ModeResult mode;
    mode.element = element.id;
    mode.family = element.family;
    mode.mode = joint.modes()[m].key;
    mode.mode_class = joint.modes()[m].mode_class;
    mode.mass = found.mass;
    mode.live = found.live;
    mode.too_tight = found.too_tight;
    mode.load = cases.empty() ? rest : found.load;
    mode.requirement = cases.empty() ? Requirement{prepared.required, prepared.required} : cases[found.at].required;
    mode.required = mode.requirement.required;
    mode.action = cases.empty() ? 0 : cases[found.at].action;
    if (!cases.empty()) {
        const auto& action = prepared.actions[mode.action];
        mode.load_case = action.load_case;
        mode.under = action.words;
        mode.margin = action.margin;
        mode.tell_direction = action.tell_direction;
        mode.direction = found.direction;
    }
    const auto motion = joint.motion(m, mode.load.whole());
    mode.has_motion = !motion.empty();
    mode.words = mode.has_motion ? motion : joint.modes()[m].label;
    return mode;
}

/// The modes of an interface at typical inputs, as many as are wanted. Those that are far from governing are there too
/// where only that counts, with the directions of the one that governs: at an end of the band they are tried in those.
std::vector<Looked> look_at_modes(const Prepared& prepared, const rig::Prepared& built, const rig::Interface& interface,
                                  const std::vector<CaseLoad>& cases, const mechanics::Load& rest) {
    const bool every = prepared.detail == Detail::every_mode;
    std::vector<Looked> all;
    double least = infinite;
    std::size_t governs = 0;
    for (std::size_t j = 0; j < built.joints.size(); ++j) {
        const auto& joint = *built.joints[j];
        for (std::size_t m = 0; m < joint.modes().size(); ++m) {
            const bool counts = joint.modes()[m].mode_class == families::ModeClass::ultimate;
            if (!counts && !every) continue;
            Wanted wanted;
            if (!every)
                wanted = {
                    .below = far_from_governing * least, .exact_below = (1 + factors_are_close) * least, .both = false};
            Looked looked{j, m, worst_of(joint, m, cases, wanted), {}};
            looked.told = told(prepared, interface.elements[j], joint, m, cases, looked.found, rest);
            if (counts && looked.told.share() < least) least = looked.told.share(), governs = all.size();
            all.push_back(std::move(looked));
        }
    }
    if (every || !std::isfinite(least)) return all;
    const auto near = all[governs].found;
    for (auto& looked : all) {
        if (std::isfinite(looked.found.share)) continue;
        looked.found.directions = near.directions;
        looked.found.at = near.at;
        looked.found.load = near.load;
        looked.found.share = far_from_governing * least;
    }
    return all;
}

/// What stands beyond its stops.
void note_stops(const rig::Interface& interface, InterfaceResult& result) {
    if (interface.pose.empty() || rig::is_within_stops(interface)) return;
    std::string words;
    for (const auto& axis : rig::motion_of(interface).axes) {
        const double at = rig::position_of(interface, axis.key), to = rig::stopped(interface, axis, at);
        if (std::abs(at - to) < 1e-9) continue;
        const auto shown = [&](double v) {
            return axis.slides ? fmt::format("{:.0f} mm", v * 1000) : fmt::format("{:.0f}°", v / quantity::degree);
        };
        words = fmt::format("It is posed at {} ({}), and goes only to {}.", shown(at), axis.label, shown(to));
        break;
    }
    result.advisories.push_back({words.empty() ? "It is posed beyond its stops." : words, true});
}

std::vector<CaseLoad> loads_on(const Prepared& prepared, std::size_t interface) {
    std::vector<CaseLoad> cases;
    double greatest = 0;
    for (std::size_t a = 0; a < prepared.actions.size(); ++a) {
        const auto& action = prepared.actions[a];
        CaseLoad c;
        c.action = a;
        c.load = prepared.statics.load(interface, action);
        c.permanent = c.load.permanent();
        c.required.required = action.required > 0 ? action.required : prepared.required;
        greatest = std::max(greatest, c.required.required);
        for (const auto& free : action.free) c.over.push_back({free.over, free.about});
        c.is_brief = action.is_brief;
        c.is_rest = action.is_rest() && action.absent.empty() && action.gravity.z() < 0;
        cases.push_back(std::move(c));
    }
    for (auto& c : cases) c.required.greatest = greatest;
    const auto same = [&](std::size_t a, std::size_t b) {
        const auto &one = prepared.actions[cases[a].action], &other = prepared.actions[cases[b].action];
        return one.gravity == other.gravity && one.absent == other.absent;
    };
    leave_out_the_mild(cases, same);
    for (std::size_t i = 0; i < cases.size(); ++i) {
        cases[i].same_weights_as = i;
        for (std::size_t k = 0; k < i && cases[i].same_weights_as == i; ++k)
            if (same(k, i)) cases[i].same_weights_as = k;
    }
    return cases;
}

}  // namespace

Result<Prepared> prepare(const rig::Rig& rig, const CheckOptions& options) {
    if (options.required && !(*options.required > 0 && *options.required <= 100))
        return Problem{"check.impossible_required_factor", "required",
                       "The required factor must be more than 0 and at most 100.", "For example 2."};
    auto placed = std::make_shared<const rig::Placed>(rig::settled(rig, options.joints));
    auto actions = loads::actions_of(rig, *placed, options.cases);
    if (!actions) return actions.problem();
    auto statics = rig::Statics::of(rig, std::move(placed));
    if (!statics) return statics.problem();
    return Prepared{rig,
                    std::move(*statics),
                    std::move(*actions),
                    options.required.value_or(rig.required),
                    options.joints,
                    options.detail};
}

Result<InterfaceResult> check_interface(const Prepared& prepared, const rig::Interface& given) {
    const rig::Interface interface = rig::in_force(prepared.rig, given, &prepared.statics.placed());
    InterfaceResult result;
    result.id = interface.id;
    result.name = interface.name;
    const std::size_t index = prepared.statics.placed().interface(interface.id);
    result.rest = {prepared.statics.load(index, {}).permanent(), {}};
    result.required = prepared.required;
    const auto cases = loads_on(prepared, index);
    auto built = rig::prepare(interface, rig::End::typical, prepared.joints);
    if (!built) return built.problem();
    const auto modes = look_at_modes(prepared, *built, interface, cases, result.rest);
    const auto in_order = ultimate_first(modes);
    const double least = in_order.empty() ? infinite : in_order.front()->told.share();
    for (const auto& mode : modes) {
        if (prepared.detail != Detail::every_mode && !(mode.told.share() <= far_from_governing * least)) continue;
        if (std::isfinite(least) && &mode == in_order.front()) result.governs = result.modes.size();
        result.modes.push_back(mode.told);
    }
    for (const auto& joint : built->joints)
        for (const auto& advisory : joint->advisories()) result.advisories.push_back(advisory);
    note_stops(interface, result);
    Requirement asked{prepared.required, prepared.required};
    if (result.governs) asked = result.modes[*result.governs].requirement;
    result.required = asked.required;
    result.typical = result.governs ? result.modes[*result.governs].factor() : infinite;
    result.low = result.high = result.typical;
    if (prepared.detail != Detail::factor) {
        const Seam seam{prepared.joints, interface, cases, in_order};
        const auto low = least_of_ends(seam, rig::End::weak), high = least_of_ends(seam, rig::End::strong);
        if (!low) return low.problem();
        if (!high) return high.problem();
        result.low = std::min(asked.factor_at(*low), result.typical);
        result.high = std::max(asked.factor_at(*high), result.typical);
    }
    result.verdict = judge({result.low, result.typical}, result.required, result.advisories);
    return result;
}

void conclude(RigCheck& check) {
    const auto standing = [&](const InterfaceResult& r) {
        return Standing{r.verdict, r.typical / (r.required > 0 ? r.required : check.required)};
    };
    check.worst.reset();
    check.verdict = check.catches.verdict;
    for (std::size_t i = 0; i < check.interfaces.size(); ++i) {
        const auto& here = check.interfaces[i];
        check.verdict = std::max(check.verdict, here.verdict);
        if (!check.worst) check.worst = i;
        if (standing(here).is_worse_than(standing(check.interfaces[*check.worst]))) check.worst = i;
    }
}

Result<RigCheck> check(const rig::Rig& rig, const CheckOptions& options, const Job& job) {
    if (const auto ok = loads::validate_structure(rig); !ok) return ok.problem();
    return check_valid(rig, options, job);
}

Result<RigCheck> check_valid(const rig::Rig& rig, const CheckOptions& options, const Job& job) {
    const auto prepared = prepare(rig, options);
    if (!prepared) return prepared.problem();
    RigCheck result;
    result.required = prepared->required;
    result.actions = prepared->actions;
    result.placed = prepared->statics.placed_pointer();
    result.catches = second_catches(rig, *result.placed, result.required);
    const auto& ids = result.placed->from_payload_down();
    std::vector<std::optional<Result<InterfaceResult>>> checked(ids.size());
    run(job, ids.size(), [&](std::size_t i) { checked[i] = check_interface(*prepared, *rig.interface(ids[i])); });
    for (std::size_t i = 0; i < ids.size(); ++i) {
        if (!checked[i]) {
            result.stopped = true;
            continue;
        }
        if (!*checked[i]) return rig::placed(rig, ids[i], checked[i]->problem());
        result.interfaces.push_back(std::move(**checked[i]));
    }
    conclude(result);
    return result;
}

}  // namespace clampet::study
