#include "study/check.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <limits>

#include "mechanics/first_exit.h"
#include "quantity/dimension.h"
#include "study/directions.h"

namespace clampet::study {
namespace {

using mechanics::Load;
using mechanics::Ray;
using mechanics::Wrench;
constexpr double infinite = std::numeric_limits<double>::infinity();
constexpr double finest_angle = 0.008;  // 0.5 degrees: the factor is flat there, so this is worth about 4e-5
/// A direction must be worse by this share to count; under what is shown.
constexpr double worth_finding = 3e-4;

/// The push's wrench in the interface's frame, linear in the push's direction.
struct PushMap {
    Wrench x, y, z;
    Wrench at(const Eigen::Vector3d& d) const { return d.x() * x + d.y() * y + d.z() * z; }
};

struct Least {
    double factor = infinite;
    Eigen::Vector3d direction = Eigen::Vector3d::UnitX();
};

/// Least load factor over directions, if it is under `below`. Most directions are only shown not to be worse than the
/// best so far: one evaluation of the utilisation at that factor instead of a root search.
template <class RayOf>
Least search(const families::Joint& exact, std::size_t mode, const std::vector<Eigen::Vector3d>& directions,
             const RayOf& ray_of, bool refine, double below, bool exactly, std::size_t seeds) {
    const families::Joint& joint = exact.for_search();
    Least best;
    best.factor = below;
    bool found = false;
    const auto try_direction = [&](const Eigen::Vector3d& d) {
        const Ray ray = ray_of(d);
        if (std::isfinite(best.factor) && joint.surely_holds(mode, ray.at(best.factor * (1 - worth_finding))))
            return false;
        const auto used = [&](double lambda) { return joint.utilisation(mode, ray.at(lambda)); };
        const double factor = std::isfinite(best.factor)
                                  ? mechanics::first_exit_under(best.factor, used(best.factor), used)
                                  : joint.load_factor(mode, ray);
        if (!(factor < best.factor)) return false;
        best = {factor, d};
        found = true;
        return true;
    };
    std::size_t best_at = 0;
    for (std::size_t i = 0; i < directions.size(); ++i) {
        if (try_direction(directions[i])) best_at = i;
        if (best.factor == 0) return best;
    }
    if (!found) return {};
    // A seed is the worst direction of the same joint at other inputs: the worst one here is close to it.
    for (double angle = best_at < seeds ? 0.04 : 0.16; refine && angle > finest_angle;) {
        bool better = false;
        for (const auto& d : neighbours(best.direction, angle)) better = try_direction(d) || better;
        if (!better) angle /= 2;
    }
    // The direction is the search's; the factor is computed anew, to the last digit.
    if (exactly) best.factor = exact.load_factor(mode, ray_of(best.direction));
    return best;
}

struct Cases {
    bool rest = true, push = true;
};

class ElementCheck {
 public:
    /// `seeds`: worst directions at typical inputs, tried first at the ends of the band; nullptr: all directions.
    ElementCheck(const families::Joint& joint, const Load& rest, const std::optional<PushMap>& push, Cases cases,
                 const std::vector<Eigen::Vector3d>* seeds = nullptr)
        : joint_(joint), rest_(rest), push_(push), cases_(cases) {
        if (!seeds) return;
        few_ = *seeds;
        seeds_ = seeds->size();
        few_.insert(few_.end(), few_directions().begin(), few_directions().end());
    }

    /// `below`: a factor that is of no interest when it is not under this.
    ModeResult mode(std::size_t m, double below = infinite) const {
        ModeResult r;
        r.mass = r.live = infinite;
        r.load = rest_;
        r.load_case = case_rest;
        if (const auto share = families::preload_share(joint_, m)) {
            r.mass = r.live = *share;
            r.too_tight = *share > 0;
            return r;
        }
        // A weight alone is never worse than the worst push on it: the factors' inverse is convex in the load.
        if (cases_.rest && (!at_an_end() || !push_)) {
            const auto f = families::factors(joint_, m, rest_);
            r.mass = f.mass;
            r.live = f.live;
        }
        if (!cases_.push || !push_ || is_constant(r)) return r;
        if (joint_.modes()[m].scale_free) return margin(m, std::move(r));
        const bool live_only = joint_.modes()[m].live_only;
        const auto& directions = live_only ? tipping_directions() : few_.empty() ? sphere_directions() : few_;
        const Wrench G = rest_.permanent;
        if (!live_only) {
            const auto least = search(
                joint_, m, directions,
                [&](const Eigen::Vector3d& d) {
                    return Ray{{}, G + push_->at(d)};
                },
                true, std::min(below, r.mass), !at_an_end(), seeds_);
            take(r, r.mass, least);
        }
        const auto least = search(
            joint_, m, directions,
            [&](const Eigen::Vector3d& d) {
                return Ray{G, push_->at(d)};
            },
            !live_only, std::min(below, at_an_end() ? r.factor() : r.live), !at_an_end(), live_only ? 0 : seeds_);
        take(r, r.live, least);
        return r;
    }

 private:
    bool at_an_end() const { return !few_.empty(); }
    // A mode that has let go with the weight alone, or before any load, cannot get worse.
    static bool is_constant(const ModeResult& r) { return r.factor() == 0; }

    /// A lock's margin does not grow with the load: the least over all directions of the whole push.
    ModeResult margin(std::size_t m, ModeResult r) const {
        for (const auto& d : few_.empty() ? sphere_directions() : few_) {
            const Load load{rest_.permanent, push_->at(d)};
            const double here = families::factors(joint_, m, load).least();
            if (here < r.factor()) {
                r.mass = r.live = here;
                r.load_case = case_push;
                r.direction = d;
                r.load = load;
            }
        }
        return r;
    }

    void take(ModeResult& r, double& factor, const Least& least) const {
        const double before = r.factor();
        if (!(least.factor < factor)) return;
        factor = least.factor;
        if (least.factor < before) {
            r.load_case = case_push;
            r.direction = least.direction;
            r.load = {rest_.permanent, push_->at(least.direction)};
        }
    }

    const families::Joint& joint_;
    const Load& rest_;
    const std::optional<PushMap>& push_;
    Cases cases_;
    std::vector<Eigen::Vector3d> few_;
    std::size_t seeds_ = 0;  ///< so many of them
};

std::optional<PushMap> push_map(const rig::Rig& rig, const rig::Placement& placement, const std::string& interface) {
    const auto point = rig::push_point(rig, placement);
    if (!point || !(rig.push.force > 0) || !rig::carries(placement, interface, rig.push.part)) return std::nullopt;
    const auto along = [&](const Eigen::Vector3d& d) {
        return rig::force_wrench(placement, interface, {rig.push.force * d, *point});
    };
    return PushMap{along(Eigen::Vector3d::UnitX()), along(Eigen::Vector3d::UnitY()), along(Eigen::Vector3d::UnitZ())};
}

Result<Cases> cases_of(const CheckOptions& options) {
    if (options.cases.empty()) return Cases{};
    Cases cases{false, false};
    for (const auto& name : options.cases) {
        if (name == case_rest)
            cases.rest = true;
        else if (name == case_push)
            cases.push = true;
        else
            return Problem{"case", fmt::format("There is no load case “{}”.", name),
                           fmt::format("Use “{}” or “{}”.", case_rest, case_push)};
    }
    return cases;
}

/// The permanent load with each part's weight taken at its worse end for a mode.
/// Meaning  Whether a weight helps is asked of the mode itself, close to where it lets go: its utilisation with a tenth
///          more of that weight against a tenth less. Exact for modes that are linear in the weights, such as tipping.
Wrench at_worse_weights(const families::Joint& joint, std::size_t m, const ModeResult& typical,
                        const std::vector<Wrench>& weights) {
    Wrench permanent;
    for (const auto& w : weights) permanent = permanent + w;
    const double near = std::isfinite(typical.factor()) && typical.factor() > 0 ? 0.98 * typical.factor() : 1;
    const bool whole = typical.by_mass() && !joint.modes()[m].live_only;
    const auto used = [&](const Wrench& weight) {
        const Wrench push = near * typical.load.variable;
        return joint.utilisation(m, whole ? near * weight + push : weight + push);
    };
    Wrench worse;
    for (const auto& w : weights) {
        const double more = used(permanent + 0.1 * w), less = used(permanent - 0.1 * w);
        worse = worse + (more >= less ? weight_that_hurts : weight_that_helps) * w;
    }
    return worse;
}

/// What of a seam does not change with the ends of its band.
struct Seam {
    const rig::Interface& interface;
    const std::vector<Wrench>& weights;
    const std::optional<PushMap>& push;
    Cases cases;
    const std::vector<ModeResult>& modes;  ///< at typical inputs
    const std::vector<Eigen::Vector3d>& seeds;
};

/// Least ultimate factor of an interface with its inputs at one end; weights too at the weak one.
Result<double> end_factor(const Seam& seam, rig::End end) {
    auto prepared = rig::prepare(seam.interface, end);
    if (!prepared) return prepared.problem();
    double least = infinite, exact = infinite;
    Wrench permanent;
    for (const auto& w : seam.weights) permanent = permanent + w;
    std::size_t at = 0;
    for (const auto& joint : prepared->joints)
        for (std::size_t m = 0; m < joint->modes().size(); ++m, ++at) {
            if (joint->modes()[m].mode_class != families::ModeClass::ultimate) continue;
            const Load rest = rig::is_weak(end) && at < seam.modes.size()
                                  ? Load{at_worse_weights(*joint, m, seam.modes[at], seam.weights), {}}
                                  : Load{permanent, {}};
            const ModeResult found = ElementCheck(*joint, rest, seam.push, seam.cases, &seam.seeds).mode(m, least);
            if (!(found.factor() < least)) continue;
            least = found.factor();
            exact = families::factors(*joint, m, found.load).least();
        }
    return exact;
}

Result<double> least_of_ends(const Seam& seam, rig::End end) {
    double least = infinite;
    for (const auto each : rig::ends_of(seam.interface, end)) {
        const auto here = end_factor(seam, each);
        if (!here) return here.problem();
        least = std::min(least, *here);
    }
    return least;
}

/// A ball posed beyond its swing.
void note_swing(const rig::Interface& interface, const families::Joint& joint, InterfaceResult& result) {
    if (!interface.pose) return;
    for (const auto& value : joint.results({}))
        if (value.name == "swing_limit" && interface.pose->tilt() > value.value + 1e-9)
            result.advisories.push_back(
                {fmt::format("The ball is posed at {:.0f}°, and it swings only to {:.0f}°.",
                             interface.pose->tilt() / quantity::degree, value.value / quantity::degree),
                 true});
}

}  // namespace

Result<InterfaceResult> check_interface(const rig::Rig& rig, const rig::Placement& placement,
                                        const rig::Interface& interface, const CheckOptions& options) {
    const auto cases = cases_of(options);
    if (!cases) return cases.problem();
    InterfaceResult result{interface.id, interface.name, {}, {}, infinite, infinite, infinite, Verdict::slips, {}, {}};
    const auto weights = rig::weight_wrenches(rig, placement, interface.id);
    for (const auto& w : weights) result.rest.permanent = result.rest.permanent + w;
    const auto push = push_map(rig, placement, interface.id);
    auto prepared = rig::prepare(interface, rig::End::typical);
    if (!prepared) return prepared.problem();
    for (std::size_t e = 0; e < prepared->joints.size(); ++e) {
        const auto& joint = *prepared->joints[e];
        const ElementCheck element(joint, result.rest, push, *cases);
        for (std::size_t m = 0; m < joint.modes().size(); ++m) {
            ModeResult mode = element.mode(m);
            mode.element = interface.elements[e].id;
            mode.family = interface.elements[e].family;
            mode.mode = joint.modes()[m].key;
            mode.mode_class = joint.modes()[m].mode_class;
            const auto motion = joint.motion(m, mode.load.whole());
            mode.has_motion = !motion.empty();
            mode.words = mode.has_motion ? motion : joint.modes()[m].label;
            if (mode.mode_class == families::ModeClass::ultimate && mode.factor() < result.typical) {
                result.typical = mode.factor();
                result.governs = result.modes.size();
            }
            result.modes.push_back(std::move(mode));
        }
        for (const auto& advisory : joint.advisories()) result.advisories.push_back(advisory);
        note_swing(interface, joint, result);
    }
    std::vector<Eigen::Vector3d> seeds;
    for (const auto& mode : result.modes)
        if (mode.direction && mode.mode_class == families::ModeClass::ultimate) seeds.push_back(*mode.direction);
    const Seam seam{interface, weights, push, *cases, result.modes, seeds};
    const auto low = least_of_ends(seam, rig::End::weak), high = least_of_ends(seam, rig::End::strong);
    if (!low) return low.problem();
    if (!high) return high.problem();
    result.low = std::min(*low, result.typical);
    result.high = std::max(*high, result.typical);
    result.verdict = judge({result.low, result.typical}, options.required.value_or(rig.required), result.advisories);
    return result;
}

void conclude(RigCheck& check) {
    check.worst.reset();
    check.verdict = Verdict::holds;
    for (std::size_t i = 0; i < check.interfaces.size(); ++i) {
        const auto& here = check.interfaces[i];
        check.verdict = std::max(check.verdict, here.verdict);
        if (!check.worst) check.worst = i;
        const auto& worst = check.interfaces[*check.worst];
        // The worse verdict first, then the lower factor: an interface that may not be trusted outranks a number.
        if (here.verdict > worst.verdict || (here.verdict == worst.verdict && here.typical < worst.typical))
            check.worst = i;
    }
}

Result<RigCheck> check(const rig::Rig& rig, const CheckOptions& options, const Job& job) {
    if (const auto ok = rig::validate_structure(rig); !ok) return ok.problem();
    return check_valid(rig, options, job);
}

Result<RigCheck> check_valid(const rig::Rig& rig, const CheckOptions& options, const Job& job) {
    if (const auto cases = cases_of(options); !cases) return cases.problem();
    if (options.required && !(*options.required > 0 && *options.required <= 100))
        return Problem{"required", "The required factor must be more than 0 and at most 100.", "For example 2."};
    RigCheck result;
    result.required = options.required.value_or(rig.required);
    result.placement = rig::place(rig);
    const auto& ids = result.placement.from_payload_down;
    std::vector<std::optional<Result<InterfaceResult>>> checked(ids.size());
    run(job, ids.size(),
        [&](std::size_t i) { checked[i] = check_interface(rig, result.placement, *rig.interface(ids[i]), options); });
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
