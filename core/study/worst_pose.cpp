#include "study/worst_pose.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>
#include <mutex>
#include <random>

#include "loads/load_case.h"
#include "rig/mechanism.h"
#include "study/evaluate.h"
#include "study/ranking.h"
#include "study/travel.h"

namespace clampet::study {
namespace {

constexpr std::size_t kept_of_each = 6;  ///< poses of an interface that are refined
constexpr std::size_t in_a_block = 256;  ///< poses that a worker takes at a time
constexpr std::size_t first_look = 97;   ///< poses that are looked at before all
constexpr int refinements = 5;

using Pose = std::vector<double>;

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

std::vector<CaseInForce> cases_of(const std::vector<rig::Action>& actions, double required) {
    std::vector<CaseInForce> all;
    for (const auto& action : actions) {
        if (action.free.empty()) {
            all.push_back({action, {}, required});
            continue;
        }
        for (const auto& first : few_directions_of(action.free.front())) {
            if (action.free.size() == 1) {
                all.push_back({action, {first, first}, required});
                continue;
            }
            for (const auto& second : few_directions_of(action.free[1]))
                all.push_back({action, {first, second}, required});
        }
    }
    return all;
}

/// Poses of a grid over all axes, or as many at random.
class Poses {
 public:
    Poses(std::vector<rig::Stops> spans, std::size_t most, std::uint64_t seed) : spans_(std::move(spans)), seed_(seed) {
        const auto axes = static_cast<double>(spans_.size());
        steps_ = spans_.empty()
                     ? 1
                     : static_cast<std::size_t>(std::floor(std::pow(static_cast<double>(most), 1 / axes) + 1e-9));
        is_grid_ = steps_ >= 3;
        count_ = most;
        if (is_grid_) {
            count_ = 1;
            for (std::size_t i = 0; i < spans_.size(); ++i) count_ *= steps_;
        }
    }
    std::size_t count() const { return count_; }
    double step(std::size_t axis) const {
        return (spans_[axis].most - spans_[axis].least) / static_cast<double>(is_grid_ ? steps_ - 1 : 6);
    }
    const rig::Stops& span(std::size_t axis) const { return spans_[axis]; }
    Pose at(std::size_t i) const {
        Pose pose(spans_.size());
        if (!is_grid_) {
            std::mt19937_64 random(seed_ * 0x9E3779B97F4A7C15ULL + i);
            for (std::size_t k = 0; k < pose.size(); ++k)
                pose[k] = std::uniform_real_distribution<double>(spans_[k].least, spans_[k].most)(random);
            return pose;
        }
        for (std::size_t k = 0; k < pose.size(); ++k, i /= steps_)
            pose[k] = spans_[k].least + step(k) * static_cast<double>(i % steps_);
        return pose;
    }

 private:
    std::vector<rig::Stops> spans_;
    std::uint64_t seed_;
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

/// The worst few poses of each interface.
class Kept {
 public:
    explicit Kept(std::size_t seams) : worst_(seams) {}
    void offer(std::size_t seam, Found found) {
        auto& list = worst_[seam];
        list.insert(std::upper_bound(list.begin(), list.end(), found), std::move(found));
        if (list.size() > kept_of_each) list.pop_back();
    }
    /// What a share must be under to be kept.
    double bar(std::size_t seam) const {
        const auto& list = worst_[seam];
        return list.size() < kept_of_each ? std::numeric_limits<double>::infinity() : list.back().share;
    }
    std::vector<Found>& of(std::size_t seam) { return worst_[seam]; }
    void take(Kept& other) {
        for (std::size_t i = 0; i < worst_.size(); ++i)
            for (auto& found : other.worst_[i]) offer(i, std::move(found));
    }

 private:
    std::vector<std::vector<Found>> worst_;
};

class Search {
 public:
    Search(const rig::Rig& rig, const PreparedRig& prepared, std::vector<CaseInForce> cases, const Poses& poses)
        : rig_(rig), prepared_(prepared), cases_(std::move(cases)), poses_(poses) {}

    /// Whether every interface can stand so: its stops are not those of its axes alone.
    bool can_stand(const Pose& pose) const {
        rig::Rig now = rig_;
        set(now, pose);
        return std::all_of(now.interfaces.begin(), now.interfaces.end(),
                           [](const auto& f) { return f.closes_loop || rig::is_within_stops(f); });
    }
    void set(rig::Rig& rig, const Pose& pose) const {
        const auto& axes = prepared_.mechanism().axes();
        for (std::size_t k = 0; k < axes.size(); ++k)
            rig.interfaces[axes[k].interface].pose[axes[k].axis.key] = pose[k];
    }
    /// Looks at a block of poses and keeps the worst; what is known to be no worse than those or than `known` is
    /// spared.
    void look(std::size_t first, std::size_t last, std::size_t stride, const Kept& known, Workspace& work,
              Kept& kept) const {
        std::vector<SeamFactor> least(rig_.interfaces.size());
        for (std::size_t i = first; i < last; i += stride) {
            const Pose pose = poses_.at(i);
            for (std::size_t s = 0; s < least.size(); ++s) least[s].share = std::min(known.bar(s), kept.bar(s));
            evaluate(prepared_, pose, cases_, work, least);
            bool asked = false, stands = true;
            for (std::size_t s = 0; s < least.size(); ++s) {
                if (!(least[s].share < std::min(known.bar(s), kept.bar(s)))) continue;
                if (!asked) stands = can_stand(pose), asked = true;
                if (stands) kept.offer(s, {least[s].share, i, pose});
            }
        }
    }
    /// Down from a pose, one axis after another, by steps that halve.
    Found refined(std::size_t seam, Found from, Workspace& work) const {
        std::vector<SeamFactor> least(rig_.interfaces.size());
        for (int round = 1; round <= refinements; ++round)
            for (bool moved = true; moved;) {
                moved = false;
                for (std::size_t k = 0; k < from.pose.size(); ++k)
                    for (const double way : {-1.0, 1.0}) {
                        Pose next = from.pose;
                        next[k] = std::clamp(next[k] + way * poses_.step(k) / (1 << round), poses_.span(k).least,
                                             poses_.span(k).most);
                        for (auto& l : least) l.share = from.share;
                        evaluate(prepared_, next, cases_, work, least);
                        if (!(least[seam].share < from.share - 1e-12) || !can_stand(next)) continue;
                        from.share = least[seam].share;
                        from.pose = std::move(next);
                        moved = true;
                    }
            }
        return from;
    }

 private:
    const rig::Rig& rig_;
    const PreparedRig& prepared_;
    std::vector<CaseInForce> cases_;
    const Poses& poses_;
};

std::vector<rig::Stops> spans_of(const rig::Rig& rig, const rig::Mechanism& mechanism) {
    std::vector<rig::Stops> all;
    for (const auto& named : mechanism.axes()) all.push_back(looked_along(rig.interfaces[named.interface], named.axis));
    return all;
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
    const auto prepared = prepare(rig, options);
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
    const rig::Placed placed(rig);
    const auto actions = loads::actions_of(rig, placed, options.check.cases);
    if (!actions) return actions.problem();
    const auto& mechanism = prepared->mechanism();
    const Poses poses(spans_of(rig, mechanism), options.most_poses, options.seed);
    const Search search(rig, *prepared, cases_of(*actions, options.check.required.value_or(0)), poses);

    const std::size_t seams = rig.interfaces.size(), blocks = (poses.count() + in_a_block - 1) / in_a_block;
    // A few from all over the travel first: most of the others are then only shown to be no worse. Each block keeps its
    // own, so that what is spared does not depend on which worker came first.
    Kept all(seams);
    if (!job.is_cancelled()) {
        Workspace work(*prepared);
        search.look(0, poses.count(), std::max<std::size_t>(1, poses.count() / first_look), Kept(seams), work, all);
    }
    std::vector<Kept> kept(blocks, Kept(seams));
    run(job, blocks, [&](std::size_t b) {
        Workspace work(*prepared);
        search.look(b * in_a_block, std::min(poses.count(), (b + 1) * in_a_block), 1, all, work, kept[b]);
    });
    for (auto& block : kept) all.take(block);

    WorstPose answer;
    answer.poses = poses.count();
    answer.stopped = job.is_cancelled();
    std::vector<std::size_t> wanted;
    for (const auto i : mechanism.from_payload_down())
        if (options.seam.empty() || rig.interfaces[i].id == options.seam) wanted.push_back(i);
    std::vector<std::optional<WorstPose::Seam>> found(wanted.size());
    Job rest = job;
    rest.cancelled = nullptr;  // what was found is told, also when it was stopped
    rest.progress = nullptr;
    run(rest, wanted.size(), [&](std::size_t w) {
        Workspace work(*prepared);
        const auto& f = rig.interfaces[wanted[w]];
        WorstPose::Seam worst = seam_in(rig, f, options.check);  // as it stands
        std::optional<Found> deepest;
        for (auto& from : all.of(wanted[w])) {
            auto at = answer.stopped ? from : search.refined(wanted[w], from, work);
            if (!deepest || at < *deepest) deepest = std::move(at);
        }
        if (deepest) {
            rig::Rig there = rig;
            search.set(there, deepest->pose);
            auto seam = seam_in(there, *there.interface(f.id), options.check);
            if (is_worse(seam, worst)) worst = std::move(seam);
        }
        found[w] = std::move(worst);
    });
    for (auto& seam : found) {
        if (!seam) continue;
        if (!answer.worst || is_worse(*seam, answer.seams[*answer.worst])) answer.worst = answer.seams.size();
        answer.seams.push_back(std::move(*seam));
    }
    return answer;
}

}  // namespace clampet::study
