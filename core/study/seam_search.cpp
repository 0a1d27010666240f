#include "study/seam_search.h"

#include <algorithm>
#include <cmath>
#include <Eigen/Eigenvalues>
#include <random>

#include "quantity/numbers.h"

namespace clampet::study {
namespace {

using mechanics::Load;
using mechanics::Wrench;
using quantity::infinite;
constexpr std::size_t watched_of = 17;   ///< of so many loads that are passed over one is looked at
constexpr double well_within = 0.9;      ///< how much of what it bears the middle of a safe set may be
constexpr std::size_t looks_around = 8;  ///< poses at which each axis is moved
constexpr double no_change = 1e-8;       ///< of what a load is made of

/// Directions of what comes from any side: the six ways along the axes and the eight corners between them.
std::vector<rig::Vector> few_directions_of(const rig::Free& free) {
    std::vector<rig::Vector> all;
    for (int x = -1; x <= 1; ++x)
        for (int y = -1; y <= 1; ++y)
            for (int z = -1; z <= 1; ++z) {
                const int sides = std::abs(x) + std::abs(y) + std::abs(z);
                if (sides != 1 && sides != 3 && !(free.over == rig::Directions::level && sides == 2 && z == 0))
                    continue;
                rig::Vector d = rig::Vector(x, y, z).normalized();
                if (free.over == rig::Directions::level && z != 0) continue;
                if (free.over == rig::Directions::around) {
                    d -= free.about * d.dot(free.about);
                    if (d.norm() < 0.1) continue;
                    d.normalize();
                }
                all.push_back(d);
            }
    return all;
}

Wrench sum_along(const std::array<Wrench, 3>& columns, const rig::Vector& d) {
    return d.x() * columns[0] + d.y() * columns[1] + d.z() * columns[2];
}

using Entries = SafeSet::Coordinates;
using Columns = Eigen::Matrix<double, SafeSet::dimensions, 3>;
Entries entries_of(const Wrench& w) {
    return SafeSet::entries_of(w);
}
Columns matrix_of(const std::array<Wrench, 3>& columns) {
    Columns a;
    for (int k = 0; k < 3; ++k) a.col(k) = entries_of(columns[static_cast<std::size_t>(k)]);
    return a;
}

/// What decides what a load from any side can do, however it is turned.
SafeSet::Basis reach_of(Columns a, const rig::Free& free) {
    if (free.over == rig::Directions::level) a.col(2).setZero();
    if (free.over == rig::Directions::around) a -= (a * free.about).eval() * free.about.transpose();
    return a * a.transpose();
}

/// Directions along which loads spread, one after another, measured by what is borne along each axis.
SafeSet::Basis principal(const std::vector<Wrench>& loads, const Entries& borne) {
    const Entries inverse = borne.cwiseInverse();
    SafeSet::Basis spread = SafeSet::Basis::Zero();
    for (const auto& w : loads) {
        const Entries e = inverse.cwiseProduct(entries_of(w));
        spread += e * e.transpose();
    }
    return borne.asDiagonal() * Eigen::SelfAdjointEigenSolver<SafeSet::Basis>(spread).eigenvectors();
}

/// How tight a set is about loads: the less the better; infinite where it says of one that it is borne and it is not.
double looseness_of(SafeSet& set, const std::vector<Wrench>& loads) {
    double sum = 0;
    for (const auto& w : loads) sum += set.looseness_along(set.coordinates_of(w));
    return set.is_trusted() ? sum : infinite;
}

}  // namespace

SeamSearch::SeamSearch(const PreparedRig& prepared, std::size_t seam, std::span<const rig::Action> actions,
                       double required, std::span<const rig::Stops> spans)
    : prepared_(prepared), seam_(seam), matters_(spans.size(), false) {
    double greatest = 0;
    rig::Placement own;
    prepared.mechanism().place(prepared.own_pose(), own);
    for (const auto& action : actions) {
        Acting acting{{prepared.mechanism(), seam, action, own}, {}, {}, {}};
        acting.ask.required = required > 0 ? required : action.required > 0 ? action.required : prepared.required();
        greatest = std::max(greatest, acting.ask.required);
        for (const auto& free : action.free) acting.directions.push_back(few_directions_of(free));
        acting_.push_back(std::move(acting));
    }
    for (auto& acting : acting_) acting.ask.greatest = greatest;
    group_modes();
    look_around(spans);
}

void SeamSearch::group_modes() {
    const auto& seam = prepared_.seam(seam_);
    for (const auto& mode : seam.modes) {
        const auto& joint = *seam.joints[mode.joint];
        if (const auto share = families::preload_share(joint, mode.mode)) {
            for (const auto& acting : acting_) always_ = std::min(always_, acting.ask.share(*share));
            continue;
        }
        const auto like = [&](const Group& g) {
            return g.live_only == mode.live_only && g.stands == mode.stands && g.scale_free == mode.scale_free &&
                   g.dents == mode.dents;
        };
        auto at = std::find_if(groups_.begin(), groups_.end(), like);
        if (at == groups_.end())
            at = groups_.insert(at, Group{{}, mode.live_only, mode.stands, mode.scale_free, mode.dents, std::nullopt});
        at->modes.emplace_back(&joint, mode.mode);
    }
}

void SeamSearch::take_up(const rig::Placement& placement) noexcept {
    for (auto& acting : acting_) acting.loads.of(placement, acting.now);
}

bool SeamSearch::differs(const Acting& a, const Acting& b) {
    const auto differ = [](const auto& x, const auto& y) {
        return !((x - y).cwiseAbs().maxCoeff() <= no_change * (1e-9 + x.cwiseAbs().maxCoeff()));
    };
    if (differ(entries_of(a.given().permanent), entries_of(b.given().permanent)) ||
        differ(entries_of(a.given().variable), entries_of(b.given().variable)))
        return true;
    for (std::size_t f = 0; f < a.columns().size(); ++f) {
        const auto& free = a.loads.action().free[f];
        if (differ(reach_of(matrix_of(a.columns()[f]), free), reach_of(matrix_of(b.columns()[f]), free))) return true;
    }
    return false;
}

/// Which axes matter, and how the loads spread, from poses all over the travel.
void SeamSearch::look_around(std::span<const rig::Stops> spans) {
    std::mt19937_64 random(1);
    const auto any = [&](std::size_t k) {
        return std::uniform_real_distribution<double>(spans[k].least, spans[k].most)(random);
    };
    rig::Placement placement;
    std::vector<double> pose(spans.size());
    const auto take_up_pose = [&] {
        prepared_.mechanism().place(pose, placement);
        take_up(placement);
    };
    for (std::size_t look = 0; look < looks_around && !acting_.empty(); ++look) {
        for (std::size_t k = 0; k < pose.size(); ++k) pose[k] = any(k);
        take_up_pose();
        for (const auto& acting : acting_) {
            seen_.push_back(acting.given().whole());
            for (const auto& columns : acting.columns())
                for (const auto& c : columns) seen_.push_back(acting.given().whole() + c);
        }
        mean_ = mean_ + 1.0 / looks_around * acting_.front().given().permanent;
        const auto before = acting_;
        for (std::size_t k = 0; k < pose.size(); ++k) {
            if (matters_[k]) continue;
            const double here = std::exchange(pose[k], any(k));
            take_up_pose();
            pose[k] = here;
            for (std::size_t a = 0; a < acting_.size() && !matters_[k]; ++a)
                matters_[k] = differs(before[a], acting_[a]);
        }
    }
    const auto together = std::exchange(groups_, {});
    for (const auto& group : together) add(group);
}

/// With a safe set; each mode for itself where they make none together.
void SeamSearch::add(const Group& group) {
    Group own = group;
    own.safe.reset();
    centre_set(own);
    if (own.safe || own.scale_free || own.dents || own.modes.size() == 1) {
        groups_.push_back(std::move(own));
        return;
    }
    for (const auto& mode : group.modes)
        add(Group{{mode}, group.live_only, group.stands, group.scale_free, group.dents, std::nullopt});
}

void SeamSearch::centre_set(Group& group) const {
    if (group.scale_free || group.dents) return;
    const auto used = [modes = group.modes](const Wrench& w) {
        double most = 0;
        for (const auto& [joint, mode] : modes) {
            most = std::max(most, joint->for_search().utilisation(mode, w));
            if (most >= 1) break;
        }
        return most;
    };
    for (const Wrench& centre : {mean_, Wrench{}}) {
        if (!(used(centre) < well_within)) continue;
        // Axes of the interface, or those along which its loads lie: whichever tells more at once.
        SafeSet own(centre, used);
        Entries borne;
        for (int k = 0; k < SafeSet::dimensions; ++k) borne[k] = std::clamp(own.borne_along(k), 1e-6, 1e6);
        SafeSet turned(centre, used, principal(seen_, borne));
        const double loose = looseness_of(own, seen_), other = looseness_of(turned, seen_);
        if (std::isfinite(std::min(loose, other)))
            group.safe.emplace(other < loose ? std::move(turned) : std::move(own));
        return;
    }
}

/// Modes whose loads together turned out to make no convex set, each for itself; one alone without a set.
void SeamSearch::part(std::size_t group) {
    trusted_ = false;
    Group all = std::move(groups_[group]);
    groups_.erase(groups_.begin() + static_cast<std::ptrdiff_t>(group));
    all.safe.reset();
    if (all.modes.size() == 1)
        groups_.push_back(std::move(all));
    else
        for (const auto& mode : all.modes)
            add(Group{{mode}, all.live_only, all.stands, all.scale_free, all.dents, std::nullopt});
}

double SeamSearch::least(const rig::Placement& placement, double below, double worth) {
    double best = std::min(below, always_);
    if (!(best > 0)) return best;
    worth_ = worth;
    trusted_ = true;
    take_up(placement);
    for (const auto& acting : acting_)
        for (auto& group : groups_) lower(group, acting, best);
    for (std::size_t g = 0; g < groups_.size(); ++g)
        if (groups_[g].safe && !groups_[g].safe->is_trusted()) part(g);
    return best;
}

/// An action as a safe set has it.
struct SeamSearch::InSet {
    SafeSet::Coordinates weights = SafeSet::Coordinates::Zero(), given = weights;
    std::array<Columns, 2> along{Columns::Zero(), Columns::Zero()};  ///< what comes from any side
    double push = 0;            ///< the most that those add to the share of what is borne
    bool weights_hold = false;  ///< alone
};

SeamSearch::InSet SeamSearch::in_set(Group& group, const Acting& acting) {
    InSet in;
    if (!group.safe) return in;
    in.weights = group.safe->coordinates_of(acting.given().permanent);
    in.given = group.safe->coordinates_of(acting.given().variable);
    for (std::size_t f = 0; f < acting.columns().size(); ++f) {
        for (int k = 0; k < 3; ++k)
            in.along[f].col(k) = group.safe->coordinates_of(acting.columns()[f][static_cast<std::size_t>(k)]);
        in.push += group.safe->share_of_push(in.along[f]);
    }
    in.weights_hold = group.safe->bears(in.weights);
    return in;
}

/// Whether an action is borne `factor` times from whatever side it comes; every so often that is looked at.
bool SeamSearch::bears_all(Group& group, const Acting& acting, const InSet& in, double factor) {
    const double rest = 1 - factor * in.push;
    const auto from_any_side = [&](const SafeSet::Coordinates& base) {
        if (!(group.safe->share_of(base) <= rest)) return false;
        if (++passed_ % watched_of != 0 || acting.directions.empty()) return true;
        const auto& some = acting.directions[0];
        return group.safe->is_true(base + factor * (in.along[0] * some[passed_ / watched_of % some.size()]));
    };
    return rest > 0 && from_any_side(in.weights + factor * in.given) &&
           (group.live_only || from_any_side(factor * (in.weights + in.given)));
}

void SeamSearch::lower(Group& group, const Acting& acting, double& best) {
    if (group.stands && acting.loads.action().is_brief) return;
    const auto factor = [&] { return acting.ask.factor_at(best * (1 - worth_)); };
    const InSet in = in_set(group, acting);
    if (in.weights_hold && std::isfinite(best) && bears_all(group, acting, in, factor())) return;
    const auto look = [&](const SafeSet::Coordinates& pushed, const Wrench& variable) {
        if (in.weights_hold && std::isfinite(best)) {
            const double f = factor();
            if (group.safe->bears(in.weights + f * pushed) &&
                (group.live_only || group.safe->bears(f * (in.weights + pushed))))
                return;
        }
        lower_along(group, acting.ask, {acting.given().permanent, variable}, best);
    };
    const auto& directions = acting.directions;
    const auto columns = acting.columns();
    const Wrench& given = acting.given().variable;
    if (directions.empty()) return look(in.given, given);
    for (const auto& first : directions[0]) {
        const SafeSet::Coordinates one = in.given + in.along[0] * first;
        const Wrench pushed = given + sum_along(columns[0], first);
        if (directions.size() == 1) look(one, pushed);
        for (std::size_t k = 0; directions.size() > 1 && k < directions[1].size(); ++k)
            look(one + in.along[1] * directions[1][k], pushed + sum_along(columns[1], directions[1][k]));
    }
}

void SeamSearch::lower_along(const Group& group, const Requirement& ask, const Load& load, double& best) const {
    for (const auto& [joint, mode] : group.modes) {
        if (std::isfinite(best) && !group.scale_free) {
            const double f = ask.factor_at(best * (1 - worth_));
            const auto& quick = joint->for_search();
            if (quick.surely_holds(mode, load.permanent) &&
                quick.surely_holds(mode, load.permanent + f * load.variable) &&
                (group.live_only || quick.surely_holds(mode, f * load.whole())))
                continue;
        }
        best = std::min(best, ask.share(families::factors(*joint, mode, load).least()));
    }
}

}  // namespace clampet::study
