#include "study/worst_pose.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <memory>
#include <random>

#include "loads/load_case.h"
#include "rig/elements_reach.h"
#include "rig/sag.h"
#include "study/prepared_rig.h"
#include "study/ranking.h"
#include "study/seam_search.h"
#include "study/travel.h"

namespace clampet::study {
namespace {

constexpr std::size_t kept_of_each = 6;                  ///< poses of an interface that are refined
constexpr std::size_t in_a_search = 3;                   ///< interfaces that a worker takes at a time
constexpr std::size_t first_look = 97;                   ///< poses that are looked at before the others
constexpr std::size_t between_looks = 64;                ///< poses, after which is looked whether it is to stop
constexpr std::size_t least_steps = 3, most_steps = 13;  ///< of an axis in a grid
constexpr int refinements = 5;
constexpr double worth_refining = 5e-4, close = 1.05;

using Pose = std::vector<double>;

/// Poses that differ for one interface: a grid over the axes that change anything about its loads, or as many spread
/// over all of their travel. The other axes stay where they are.
class Poses {
 public:
    Poses(Pose own, const std::vector<rig::Stops>& spans, const std::vector<bool>& matters, std::size_t most,
          std::uint64_t seed)
        : own_(std::move(own)) {
        for (std::size_t k = 0; k < matters.size(); ++k)
            if (matters[k]) axes_.push_back({k, spans[k]});
        if (axes_.empty()) return;
        const double steps = std::pow(static_cast<double>(most), 1 / static_cast<double>(axes_.size()));
        steps_ = std::min(static_cast<std::size_t>(std::floor(steps + 1e-9)), most_steps);
        is_grid_ = steps_ >= least_steps;
        count_ = most;
        if (!is_grid_) {
            spread(seed);
            return;
        }
        count_ = 1;
        for (std::size_t i = 0; i < axes_.size(); ++i) count_ *= steps_;
    }
    struct Moved {
        std::size_t axis = 0;  ///< of the rig's pose
        rig::Stops span;
    };
    std::size_t count() const { return count_; }
    const std::vector<Moved>& axes() const { return axes_; }
    double step(const Moved& moved) const {
        return (moved.span.most - moved.span.least) / static_cast<double>(is_grid_ ? steps_ - 1 : 6);
    }
    Pose at(std::size_t i) const {
        Pose pose = own_;
        if (!is_grid_) {
            for (std::size_t k = 0; k < axes_.size(); ++k) {
                const double share = starts_[k] + strides_[k] * static_cast<double>(i);
                const auto& span = axes_[k].span;
                pose[axes_[k].axis] = span.least + (share - std::floor(share)) * (span.most - span.least);
            }
            return pose;
        }
        for (const auto& a : axes_) {
            pose[a.axis] = a.span.least + step(a) * static_cast<double>(i % steps_);
            i /= steps_;
        }
        return pose;
    }

 private:
    /// Additive recurrence whose strides are powers of the root of x^(d+1) = x + 1: no part of the travel is missed.
    void spread(std::uint64_t seed) {
        const double d = static_cast<double>(axes_.size());
        double root = 2;
        for (int i = 0; i < 60; ++i) root = std::pow(1 + root, 1 / (d + 1));
        std::mt19937_64 random(seed);
        for (std::size_t k = 0; k < axes_.size(); ++k) {
            starts_.push_back(std::uniform_real_distribution<double>(0, 1)(random));
            strides_.push_back(std::pow(root, -static_cast<double>(k + 1)));
        }
    }
    Pose own_;
    std::vector<Moved> axes_;
    std::vector<double> starts_, strides_;  ///< shares of the travel, where there is no grid
    std::size_t steps_ = 1, count_ = 1;
    bool is_grid_ = true;
};

struct Found {
    double share = std::numeric_limits<double>::infinity();
    std::size_t index = 0;  ///< of the pose, to break ties the same way for any number of workers
    Pose pose;
    bool operator<(const Found& other) const {
        return share != other.share ? share < other.share : index < other.index;
    }
};

/// The worst few poses of an interface.
class Kept {
 public:
    void offer(Found found) {
        const auto same = [&](const Found& f) { return f.index == found.index; };
        if (std::any_of(worst_.begin(), worst_.end(), same)) return;
        worst_.insert(std::upper_bound(worst_.begin(), worst_.end(), found), std::move(found));
        if (worst_.size() > kept_of_each) worst_.pop_back();
    }
    /// What a share must be under to be kept.
    double bar() const {
        return worst_.size() < kept_of_each ? std::numeric_limits<double>::infinity() : worst_.back().share;
    }
    const std::vector<Found>& all() const { return worst_; }

 private:
    std::vector<Found> worst_;
};

/// Whether interfaces can stand as they are posed: their stops are not those of their axes alone.
class Stands {
 public:
    Stands(const rig::Rig& rig, const rig::Mechanism& mechanism, const std::vector<Poses::Moved>& moved) {
        for (const auto& m : moved) {
            const auto interface = mechanism.axes()[m.axis].interface;
            const auto& seam = mechanism.seams()[interface];
            if (!interfaces_.empty() && interfaces_.back().first == seam.first_axis) continue;
            interfaces_.push_back(
                {seam.first_axis, seam.motion.axes.size(), rig::ElementsReach(rig.interfaces[interface])});
        }
    }
    bool operator()(const Pose& pose) const {
        return std::all_of(interfaces_.begin(), interfaces_.end(),
                           [&](const Own& own) { return own.reach(std::span(pose).subspan(own.first, own.count)); });
    }

 private:
    struct Own {
        std::size_t first = 0, count = 0;  ///< of the pose
        rig::ElementsReach reach;
    };
    std::vector<Own> interfaces_;
};

/// A few interfaces over the poses that differ for them: those that the same axes matter to.
class PoseSearch {
 public:
    PoseSearch(const rig::Rig& rig, const PreparedRig& prepared, Poses poses)
        : mechanism_(prepared.mechanism()),
          poses_(std::move(poses)),
          stands_(rig, prepared.mechanism(), poses_.axes()) {}
    void add(std::size_t interface, SeamSearch seam) { seams_.push_back({interface, std::move(seam)}); }
    std::size_t size() const { return seams_.size(); }
    std::size_t poses() const { return poses_.count(); }
    std::size_t interface(std::size_t seam) const { return seams_[seam].interface; }
    const std::vector<Found>& kept(std::size_t seam) const { return seams_[seam].kept.all(); }
    /// The worst few of all poses. Some from all over the travel first: most of the others are then only shown to be no
    /// worse.
    void look(const Job& job) {
        bool again = true;
        while (again && !job.is_cancelled()) {
            look(std::max<std::size_t>(1, poses_.count() / first_look), job);
            look(1, job);
            again = false;
            for (auto& seam : seams_) {
                seam.done = seam.done || !seam.distrusted;
                again = again || !seam.done;
                if (std::exchange(seam.distrusted, false)) seam.kept = {};
            }
        }
    }
    /// Down from a pose, one axis after another, by steps that halve.
    Found refined(std::size_t seam, Found from) {
        for (int round = 1; round <= refinements; ++round)
            for (bool moved = true; moved;) {
                moved = false;
                for (const auto& a : poses_.axes())
                    for (const double way : {-1.0, 1.0})
                        moved = improve(seams_[seam].search, from, a, way / (1 << round)) || moved;
            }
        return from;
    }

 private:
    struct Seam {
        std::size_t interface = 0;
        SeamSearch search;
        Kept kept = {};
        bool distrusted = false;  ///< what was passed over must be looked at again
        bool done = false;
    };
    void look(std::size_t stride, const Job& job) {
        for (std::size_t i = 0, n = 0; i < poses_.count(); i += stride, ++n) {
            if (n % between_looks == 0 && job.is_cancelled()) return;
            const Pose pose = poses_.at(i);
            if (!stands_(pose)) continue;
            mechanism_.place(pose, placement_);
            for (auto& seam : seams_) {
                if (seam.done || seam.distrusted) continue;
                const double bar = seam.kept.bar(), share = seam.search.least(placement_, bar);
                seam.distrusted = !seam.search.is_trusted();
                if (share < bar) seam.kept.offer({share, i, pose});
            }
        }
    }
    bool improve(SeamSearch& seam, Found& from, const Poses::Moved& axis, double steps) {
        Pose next = from.pose;
        double& at = next[axis.axis];
        at = std::clamp(at + steps * poses_.step(axis), axis.span.least, axis.span.most);
        if (at == from.pose[axis.axis] || !stands_(next)) return false;
        mechanism_.place(next, placement_);
        const double share = seam.least(placement_, from.share, worth_refining);
        if (!(share < from.share)) return false;
        from.share = share;
        from.pose = std::move(next);
        return true;
    }
    const rig::Mechanism& mechanism_;
    Poses poses_;
    Stands stands_;
    rig::Placement placement_;
    std::vector<Seam> seams_;
};

/// Searches for the interfaces that are wanted, a few in each.
std::vector<std::unique_ptr<PoseSearch>> searches_for(const rig::Rig& rig, const PreparedRig& prepared,
                                                      std::span<const rig::Action> actions,
                                                      const WorstPoseOptions& options) {
    const auto& mechanism = prepared.mechanism();
    std::vector<rig::Stops> spans;
    for (const auto& named : mechanism.axes())
        spans.push_back(looked_along(rig.interfaces[named.interface], named.axis));
    std::vector<std::unique_ptr<PoseSearch>> all;
    std::map<std::vector<bool>, PoseSearch*> filling;
    for (const auto i : mechanism.from_payload_down()) {
        if (!options.seam.empty() && rig.interfaces[i].id != options.seam) continue;
        SeamSearch seam(prepared, i, actions, options.check.required.value_or(0), spans);
        auto& search = filling[seam.matters()];
        if (!search || search->size() >= in_a_search) {
            Poses poses(prepared.own_pose(), spans, seam.matters(), options.most_poses, options.seed);
            search = all.emplace_back(std::make_unique<PoseSearch>(rig, prepared, std::move(poses))).get();
        }
        search->add(i, std::move(seam));
    }
    // The longest first, so that no worker is left with one at the end.
    std::stable_sort(all.begin(), all.end(),
                     [](const auto& a, const auto& b) { return a->poses() * a->size() > b->poses() * b->size(); });
    return all;
}

void set(rig::Rig& rig, const rig::Mechanism& mechanism, const Pose& pose) {
    for (std::size_t k = 0; k < pose.size(); ++k)
        rig.interfaces[mechanism.axes()[k].interface].pose[mechanism.axes()[k].axis.key] = pose[k];
}

/// The interface as check() has it in a pose.
WorstPose::Seam seam_in(const rig::Rig& rig, const rig::Interface& f, const CheckOptions& options) {
    WorstPose::Seam seam;
    seam.id = f.id;
    seam.name = f.name;
    seam.factor = std::numeric_limits<double>::infinity();
    for (const auto& each : rig.interfaces)
        if (!each.closes_loop)
            for (const auto& axis : rig::motion_of(each).axes)
                seam.pose[each.id][axis.key] = rig::position_of(each, axis.key);
    CheckOptions asked = options;
    asked.detail = Detail::verdict;
    const auto prepared = prepare(rig, asked);
    const auto result = prepared ? check_interface(*prepared, f) : Result<InterfaceResult>(prepared.problem());
    if (!result) return seam;
    seam.factor = result->typical;
    seam.required = result->required > 0 ? result->required : prepared->required;
    seam.verdict = result->verdict;
    if (result->governs) {
        seam.load_case = result->modes[*result->governs].load_case;
        seam.mode = result->modes[*result->governs].mode;
    }
    return seam;
}

bool is_worse(const WorstPose::Seam& a, const WorstPose::Seam& b) {
    const auto standing = [](const WorstPose::Seam& s) {
        return Standing{s.verdict, s.factor / std::max(s.required, 1e-9)};
    };
    return standing(a).is_worse_than(standing(b));
}

}  // namespace

Result<WorstPose> worst_pose(const rig::Rig& rig, const WorstPoseOptions& options, const Job& job) {
    if (!options.seam.empty() && !rig.interface(options.seam))
        return Problem{"worst.no_seam", "seam", fmt::format("There is no interface “{}”.", options.seam),
                       "Use one of those that check lists."};
    const auto prepared = PreparedRig::of(rig);
    if (!prepared) return prepared.problem();
    const rig::Placed placed = rig::settled(rig);
    const auto actions = loads::actions_of(rig, placed, options.check.cases);
    if (!actions) return actions.problem();
    const auto& mechanism = prepared->mechanism();
    const auto searches = searches_for(rig, *prepared, *actions, options);
    run(job, searches.size(), [&](std::size_t s) { searches[s]->look(job); });

    WorstPose answer;
    answer.stopped = job.is_cancelled();
    for (const auto& search : searches) answer.poses = std::max(answer.poses, search->poses());
    Job rest = job;
    rest.cancelled = nullptr;  // what was found is told, also when it was stopped
    rest.progress = nullptr;
    std::vector<std::optional<WorstPose::Seam>> found(rig.interfaces.size());
    run(rest, searches.size(), [&](std::size_t s) {
        auto& search = *searches[s];
        for (std::size_t k = 0; k < search.size(); ++k) {
            const auto& f = rig.interfaces[search.interface(k)];
            WorstPose::Seam worst = seam_in(rig, f, options.check);  // as it stands
            auto deepest = search.kept(k);
            if (!answer.stopped)
                for (auto& from : deepest) from = search.refined(k, std::move(from));
            std::sort(deepest.begin(), deepest.end());
            // Loads came from few directions till now: of those that are close any may be the worst.
            for (const auto& at : deepest) {
                if (at.share > close * deepest.front().share) break;
                rig::Rig there = rig;
                set(there, mechanism, at.pose);
                auto seam = seam_in(there, *there.interface(f.id), options.check);
                if (is_worse(seam, worst)) worst = std::move(seam);
            }
            found[search.interface(k)] = std::move(worst);
        }
    });
    for (const auto i : mechanism.from_payload_down()) {
        auto& seam = found[i];
        if (!seam) continue;
        if (!answer.worst || is_worse(*seam, answer.seams[*answer.worst])) answer.worst = answer.seams.size();
        answer.seams.push_back(std::move(*seam));
    }
    return answer;
}

}  // namespace clampet::study
