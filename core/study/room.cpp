#include "study/room.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <set>

#include "loads/load_case.h"
#include "quantity/format.h"
#include "rig/clearance.h"
#include "rig/convex.h"
#include "study/sentences.h"
#include "study/travel.h"

namespace clampet::study {
namespace {

using rig::Mechanism;
using rig::Placement;
using Pose = std::vector<double>;

constexpr double thickest_spacer = 0.060;  ///< more is another part; common practice [m]

/// Solids and reaches of a rig's parts, and which of them may touch.
class Bodies {
 public:
    Bodies(const rig::Rig& rig, bool with_reaches) : mechanism_(rig) {
        std::map<std::string, std::size_t, std::less<>> index;
        for (std::size_t i = 0; i < rig.parts.size(); ++i) {
            const auto& part = rig.parts[i];
            index[part.id] = i;
            solids_.emplace_back(part.shapes);
            if (with_reaches)
                for (const auto& reach : part.reaches)
                    reaches_.push_back({i, reach.what, rig::ConvexPieces({&reach.shape, 1})});
        }
        for (const auto& f : rig.interfaces)
            joined_.insert(std::minmax(index.at(f.support.part), index.at(f.payload.part)));
    }
    const Mechanism& mechanism() const { return mechanism_; }
    bool are_joined(std::size_t a, std::size_t b) const { return joined_.contains(std::minmax(a, b)); }
    const rig::ConvexPieces& solid(std::size_t part) const { return solids_[part]; }

    struct Found {
        std::size_t one, other;
        std::string reach;
        double depth;
    };
    /// What lies in each other at a placement.
    std::vector<Found> touching(const Placement& at, double deeper_than) const {
        std::vector<Found> found;
        std::vector<Eigen::AlignedBox3d> boxes;
        for (std::size_t i = 0; i < solids_.size(); ++i) boxes.push_back(solids_[i].box_at(at.world_from_part[i]));
        for (std::size_t a = 0; a < solids_.size(); ++a)
            for (std::size_t b = a + 1; b < solids_.size(); ++b) {
                if (!boxes[a].intersects(boxes[b]) || are_joined(a, b)) continue;
                const double depth =
                    rig::overlap_of(solids_[a], at.world_from_part[a], solids_[b], at.world_from_part[b]);
                if (depth > deeper_than) found.push_back({a, b, {}, depth});
            }
        for (const auto& reach : reaches_) {
            const auto& world = at.world_from_part[reach.part];
            const auto box = reach.solid.box_at(world);
            for (std::size_t b = 0; b < solids_.size(); ++b) {
                if (b == reach.part || !box.intersects(boxes[b])) continue;
                const double depth = rig::overlap_of(reach.solid, world, solids_[b], at.world_from_part[b]);
                if (depth > std::max(deeper_than, little_in_the_way))
                    found.push_back({reach.part, b, reach.what, depth});
            }
        }
        return found;
    }

 private:
    /// Fingers bend round that much [m]; common practice.
    static constexpr double little_in_the_way = 0.010;
    struct Free {
        std::size_t part;
        std::string what;
        rig::ConvexPieces solid;
    };
    Mechanism mechanism_;
    std::vector<rig::ConvexPieces> solids_;
    std::vector<Free> reaches_;
    std::set<std::pair<std::size_t, std::size_t>> joined_;
};

/// One pose that is looked at: a shot, or one axis moved away from it.
struct Look {
    std::size_t scene = 0;
    std::optional<std::size_t> axis;  ///< of the mechanism
    double away = 0;                  ///< how far it is from where the shot has it, as a share of its travel
    Pose pose;
};

std::vector<Look> looks_of(const rig::Rig& rig, const Bodies& bodies, const std::vector<Pose>& shots,
                           std::size_t steps) {
    std::vector<Look> all;
    for (std::size_t s = 0; s < shots.size(); ++s) {
        all.push_back({s, {}, 0, shots[s]});
        for (std::size_t a = 0; a < shots[s].size(); ++a) {
            const auto& named = bodies.mechanism().axes()[a];
            const auto span = looked_along(rig.interfaces[named.interface], named.axis);
            for (std::size_t k = 0; k <= steps; ++k) {
                Look look{s, a, 0, shots[s]};
                look.pose[a] = std::lerp(span.least, span.most, static_cast<double>(k) / static_cast<double>(steps));
                look.away = std::abs(look.pose[a] - shots[s][a]) / (span.most - span.least);
                if (look.away > 1e-9) all.push_back(std::move(look));
            }
        }
    }
    return all;
}

std::string name_of(const rig::Rig& rig, const std::string& id) {
    const auto* part = rig.part(id);
    return part ? part->name : id;
}

rig::Positions positions_of(const rig::Rig& rig, const Mechanism& mechanism, const Pose& pose) {
    rig::Positions all;
    for (std::size_t a = 0; a < pose.size(); ++a)
        all[rig.interfaces[mechanism.axes()[a].interface].id][mechanism.axes()[a].axis.key] = pose[a];
    return all;
}

/// Seams of the tree on the way between two parts; of each, whether `one` is the part that it carries.
std::vector<std::pair<std::size_t, bool>> seams_between(const Mechanism& mechanism, std::size_t one,
                                                        std::size_t other) {
    std::vector<std::pair<std::size_t, bool>> all;
    for (const auto seam : mechanism.from_support_up()) {
        const bool carries_one = mechanism.carries(seam, one), carries_other = mechanism.carries(seam, other);
        if (carries_one != carries_other) all.emplace_back(seam, carries_one);
    }
    return all;
}

/// The least spacer in one of the seams between them.
std::optional<Touch::Spacer> spacer_for(const rig::Rig& rig, const Bodies& bodies, const Pose& pose, std::size_t one,
                                        std::size_t other, const rig::ConvexPieces& of_one) {
    Placement at;
    bodies.mechanism().place(pose, at);
    std::optional<Touch::Spacer> best;
    for (const auto& between : seams_between(bodies.mechanism(), one, other)) {
        const auto seam = between.first;
        const bool moves_one = between.second;
        const Eigen::Vector3d up = at.world_from_port[seam].linear().col(2);
        const auto is_free = [&](double thickness) {
            auto a = at.world_from_part[one], b = at.world_from_part[other];
            (moves_one ? a : b).pretranslate(thickness * up);
            return rig::overlap_of(of_one, a, bodies.solid(other), b) <= 0;
        };
        const double most = best ? best->thickness : thickest_spacer;
        if (!is_free(most)) continue;
        double low = 0, high = most;
        while (high - low > 1e-4) {
            const double middle = (low + high) / 2;
            (is_free(middle) ? high : low) = middle;
        }
        if (!best || high < best->thickness - 1e-4) best = Touch::Spacer{rig.interfaces[seam].id, high, {}, {}};
    }
    return best;
}

/// What the whole rig makes of a spacer: the seam that comes off worst.
void judge(Touch::Spacer& spacer, const rig::Rig& rig, const ScenesCheck& before) {
    rig::Rig with = rig;
    auto* f = with.interface(spacer.interface);
    auto* below = with.part(f->support.part);
    for (auto& port : below->ports)
        if (port.id == f->support.port) port.at += spacer.thickness * port.z;
    const auto after = check_scenes(with, before.scenes, {.detail = Detail::verdict});
    if (!after || after->worst.size() != before.worst.size()) return;
    spacer.verdict = after->verdict;
    spacer.then = "nothing else gets worse";
    double least = 0.98;
    for (std::size_t i = 0; i < after->worst.size(); ++i) {
        const double was = before.result_of(before.worst[i]).typical, is = after->result_of(after->worst[i]).typical;
        if (!(is < least * was)) continue;
        least = is / was;
        spacer.then = fmt::format("{}: {} becomes {}", after->worst[i].name, quantity::format_factor(was),
                                  quantity::format_factor(is));
    }
}

std::vector<Envelope> envelopes_of(const rig::Rig& rig, const Bodies& bodies, const std::vector<Scene>& scenes,
                                   const std::vector<Pose>& shots) {
    std::vector<Envelope> all;
    for (std::size_t s = 0; s < shots.size(); ++s) {
        Placement at;
        bodies.mechanism().place(shots[s], at);
        Eigen::AlignedBox3d box;
        for (std::size_t i = 0; i < rig.parts.size(); ++i)
            if (rig.parts[i].origin != rig::Origin::site) box.extend(bodies.solid(i).box_at(at.world_from_part[i]));
        if (!box.isEmpty()) all.push_back({scenes[s].name, box.sizes(), box.max().z()});
    }
    return all;
}

bool slides(const rig::Rig& rig, const Touch& touch) {
    if (touch.axis.empty()) return false;
    const auto axes = rig::motion_of(*rig.interface(touch.interface)).axes;
    return std::any_of(axes.begin(), axes.end(), [&](const auto& a) { return a.key == touch.axis && a.slides; });
}

/// Beyond the first thing that stops an axis it goes no further: what lies behind that says nothing.
void keep_first_on_each_side(std::vector<Touch>& touches, const rig::Rig& rig) {
    const auto side = [&](const Touch& t) { return t.begins > rig::position_of(*rig.interface(t.interface), t.axis); };
    std::vector<Touch> kept;
    for (const auto& t : touches) {
        const bool is_behind =
            !t.shot.empty() ? false : std::any_of(touches.begin(), touches.end(), [&](const Touch& other) {
                if (!other.shot.empty() || other.interface != t.interface || other.axis != t.axis ||
                    other.reach.empty() != t.reach.empty() || side(other) != side(t))
                    return false;
                return side(t) ? other.begins < t.begins : other.begins > t.begins;
            });
        if (!is_behind) kept.push_back(t);
    }
    touches = std::move(kept);
}

/// By the two parts and what is in whose way.
using Key = std::tuple<std::size_t, std::size_t, std::string>;
struct Deepest {
    std::size_t look = 0;
    double depth = 0, nearest = std::numeric_limits<double>::infinity(), begins = 0;
    bool in_shot = false;
};

}  // namespace

Result<std::vector<TouchNow>> touches_as_posed(const rig::Rig& rig, double deeper_than) {
    std::vector<TouchNow> all;
    if (const auto library = rig::convex_library(); !library) return library.problem();
    if (rig.interfaces.empty()) return all;
    const Bodies bodies(rig, false);
    Placement at;
    bodies.mechanism().place(bodies.mechanism().pose_of(rig), at);
    for (const auto& f : bodies.touching(at, deeper_than))
        all.push_back({rig.parts[f.one].id, rig.parts[f.other].id, f.depth});
    return all;
}

Result<Room> room(const rig::Rig& rig, const RoomOptions& options, const Job& job) {
    if (options.steps < 1 || options.steps > 1000)
        return Problem{"room.impossible_steps", "steps", "That is no number of steps.", "Give 1 to 1000."};
    if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    if (const auto library = rig::convex_library(); !library) return library.problem();
    Room answer;
    if (rig.interfaces.empty()) return answer;
    // A payload that is off takes no room away; with all on, most is in the way.
    std::vector<Scene> scenes;
    for (auto& scene : scenes_of(rig))
        if (scene.set.empty()) scenes.push_back(std::move(scene));
    const Bodies bodies(rig, options.with_reaches);
    std::vector<Pose> shots;
    for (const auto& scene : scenes) shots.push_back(bodies.mechanism().pose_of(staged(rig, scene)));
    const auto looks = looks_of(rig, bodies, shots, options.steps);
    std::vector<std::vector<Bodies::Found>> found(looks.size());
    std::atomic<std::size_t> done{0};
    run(job, looks.size(), [&](std::size_t i) {
        Placement at;
        bodies.mechanism().place(looks[i].pose, at);
        found[i] = bodies.touching(at, options.deeper_than);
        ++done;
    });
    answer.poses = done;
    answer.stopped = job.is_cancelled();
    std::map<Key, Deepest> all;
    for (std::size_t i = 0; i < looks.size(); ++i)
        for (const auto& f : found[i]) {
            auto& deepest = all[{f.one, f.other, f.reach}];
            const bool in_shot = !looks[i].axis;
            if (deepest.in_shot && !in_shot) continue;
            if (in_shot != deepest.in_shot || f.depth > deepest.depth + 1e-9) {
                deepest.look = i;
                deepest.depth = f.depth;
                deepest.in_shot = in_shot;
            }
        }
    for (auto& [key, deepest] : all) {
        const auto& look = looks[deepest.look];
        if (!look.axis) continue;
        for (std::size_t i = 0; i < looks.size(); ++i) {
            if (looks[i].axis != look.axis || looks[i].scene != look.scene || looks[i].away >= deepest.nearest)
                continue;
            for (const auto& f : found[i])
                if (Key{f.one, f.other, f.reach} == key) {
                    deepest.nearest = looks[i].away;
                    deepest.begins = looks[i].pose[*look.axis];
                }
        }
    }
    const auto before = options.with_spacers && !all.empty() && !answer.stopped
                            ? check_scenes(rig, scenes, {.detail = Detail::verdict})
                            : Result<ScenesCheck>(ScenesCheck{});
    for (const auto& [key, deepest] : all) {
        const auto& look = looks[deepest.look];
        Touch touch;
        const auto& [one, other, reach] = key;
        touch.one = rig.parts[one].id;
        touch.other = rig.parts[other].id;
        touch.reach = reach;
        touch.depth = deepest.depth;
        touch.pose = positions_of(rig, bodies.mechanism(), look.pose);
        if (look.axis) {
            const auto& named = bodies.mechanism().axes()[*look.axis];
            touch.interface = rig.interfaces[named.interface].id;
            touch.axis = named.axis.key;
            touch.position = look.pose[*look.axis];
            touch.begins = deepest.begins;
        } else {
            touch.shot = scenes[look.scene].name;
        }
        if (options.with_spacers && before && !before->checks.empty() && !slides(rig, touch)) {
            const rig::Part& part = rig.parts[one];
            std::vector<rig::Shape> of_one = part.shapes;
            if (!reach.empty()) {
                of_one.clear();
                for (const auto& free : part.reaches)
                    if (free.what == reach) of_one.push_back(free.shape);
            }
            touch.spacer = spacer_for(rig, bodies, look.pose, one, other, rig::ConvexPieces(of_one));
        }
        answer.touches.push_back(std::move(touch));
    }
    keep_first_on_each_side(answer.touches, rig);
    std::stable_sort(answer.touches.begin(), answer.touches.end(), [](const Touch& a, const Touch& b) {
        if (a.shot.empty() != b.shot.empty()) return b.shot.empty();
        if (a.reach.empty() != b.reach.empty()) return a.reach.empty();
        return a.depth > b.depth + 1e-9;
    });
    if (before && !before->checks.empty())
        for (auto& touch : answer.touches)
            if (touch.spacer) judge(*touch.spacer, rig, *before);
    answer.envelopes = envelopes_of(rig, bodies, scenes, shots);
    return answer;
}

std::string sentence_of(const rig::Rig& rig, const TouchNow& touch) {
    return fmt::format("{} and {} are {} in each other", name_of(rig, touch.one), name_of(rig, touch.other),
                       quantity::format(touch.depth, quantity::Dimension::length));
}

std::string sentence_of(const rig::Rig& rig, const Touch& touch) {
    const auto name = [&](const std::string& id) { return name_of(rig, id); };
    const auto length = [](double si) { return quantity::format(si, quantity::Dimension::length); };
    const auto how = [&](const std::string& deep) {
        if (touch.reach.empty())
            return deep.empty() ? fmt::format("{} and {} touch", name(touch.one), name(touch.other))
                                : sentence_of(rig, TouchNow{touch.one, touch.other, touch.depth});
        return fmt::format("{} is {}in the way of {} ({})", name(touch.other), deep.empty() ? deep : deep + " ",
                           touch.reach, name(touch.one));
    };
    if (!touch.shot.empty()) return fmt::format("{}: {}", touch.shot, how(length(touch.depth)));
    std::string label = touch.axis;
    auto dimension = quantity::Dimension::angle;
    const auto* f = rig.interface(touch.interface);
    if (f)
        for (const auto& axis : rig::motion_of(*f).axes)
            if (axis.key == touch.axis) {
                label = axis.label;
                if (axis.slides) dimension = quantity::Dimension::length;
            }
    return fmt::format("{}, {}, from {} on: {}", f ? f->name : touch.interface, label,
                       quantity::format(touch.begins, dimension), how({}));
}

}  // namespace clampet::study
