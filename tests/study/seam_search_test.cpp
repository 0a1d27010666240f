#include "study/seam_search.h"

#include <random>

#include "approximately.h"
#include "column_rig.h"
#include "loads/cards.h"
#include "loads/load_case.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "study/check.h"
#include "study/travel.h"

using namespace clampet;
using Eigen::Vector3d;

namespace {

constexpr double infinite = std::numeric_limits<double>::infinity();

/// A rig that stands in any of its poses, made ready once, and built anew for each.
struct Fixture {
    explicit Fixture(rig::Rig r) : rig(std::move(r)), prepared(*study::PreparedRig::of(rig)) {
        actions = *loads::actions_of(rig, rig::Placed(rig), {});
        // What turns does so about its axis as it lies in a pose; the slow way here knows that of one pose only.
        const auto turns = [](const auto& a) { return a.turn.has_value() || !a.couples.empty(); };
        std::copy_if(actions.begin(), actions.end(), std::back_inserter(turning), turns);
        std::erase_if(actions, turns);
        for (const auto& named : prepared.mechanism().axes())
            spans.push_back(study::looked_along(rig.interfaces[named.interface], named.axis));
    }
    rig::Rig rig;
    study::PreparedRig prepared;
    std::vector<rig::Action> actions, turning;
    std::vector<rig::Stops> spans;
    std::mt19937_64 random{7};
    rig::Placement placement;

    std::vector<double> any_pose() {
        std::vector<double> pose;
        for (const auto& s : spans) pose.push_back(std::uniform_real_distribution<double>(s.least, s.most)(random));
        return pose;
    }
    const rig::Placement& placed(const std::vector<double>& pose) {
        prepared.mechanism().place(pose, placement);
        return placement;
    }
    rig::Rig posed(const std::vector<double>& pose) const {
        auto there = rig;
        for (std::size_t k = 0; k < pose.size(); ++k) {
            const auto& axis = prepared.mechanism().axes()[k];
            there.interfaces[axis.interface].pose[axis.axis.key] = pose[k];
        }
        return there;
    }
    /// The slow way: statics of the placed rig, every direction, every factor.
    double share(std::size_t seam, const std::vector<double>& pose) const { return share(seam, pose, actions); }
    double share(std::size_t seam, const std::vector<double>& pose, const std::vector<rig::Action>& all) const {
        const auto there = posed(pose);
        const auto placed = std::make_shared<const rig::Placed>(there);
        const auto statics = *rig::Statics::of(there, placed);
        double least = infinite;
        for (const auto& action : all) {
            const auto load = statics.load(seam, action);
            const auto first = directions(action, 0), second = directions(action, 1);
            for (const auto& d : first)
                for (const auto& e : second) {
                    if (load.free_count < 2 && e != second.front()) continue;
                    auto variable = load.fixed;
                    if (load.free_count > 0) variable = variable + load.free[0].along(d);
                    if (load.free_count > 1) variable = variable + load.free[1].along(e);
                    const double required = action.required > 0 ? action.required : rig.required;
                    least = std::min(least, factor(seam, action, {load.permanent(), variable}) / required);
                }
        }
        return least;
    }

 private:
    /// What comes from any side, or from any side round an axis.
    static std::vector<Vector3d> directions(const rig::Action& action, std::size_t free) {
        const auto* round = free < action.free.size() && action.free[free].over == rig::Directions::around
                                ? &action.free[free].about
                                : nullptr;
        std::vector<Vector3d> all;
        for (int x = -1; x <= 1; ++x)
            for (int y = -1; y <= 1; ++y)
                for (int z = -1; z <= 1; ++z)
                    if (const int sides = std::abs(x) + std::abs(y) + std::abs(z); sides == 1 || sides == 3) {
                        Vector3d d = Vector3d(x, y, z).normalized();
                        if (round) d = round->cross(d.cross(*round));
                        if (d.norm() > 0.1) all.push_back(d.normalized());
                    }
        return all;
    }
    double factor(std::size_t seam, const rig::Action& action, const mechanics::Load& load) const {
        double least = infinite;
        for (const auto& mode : prepared.seam(seam).modes) {
            if (mode.stands && action.is_brief) continue;
            least =
                std::min(least, families::factors(*prepared.seam(seam).joints[mode.joint], mode.mode, load).least());
        }
        return least;
    }
};

}  // namespace

TEST_CASE("poses that are spared are none that were worse", "[study][law]") {
    const auto key = GENERATE("castered-post", "stair-rail", "boom", "k16", "k15");
    CAPTURE(key);
    Fixture f(*project::starting_rig(key));
    std::vector<std::vector<double>> poses;
    for (int i = 0; i < 40; ++i) poses.push_back(f.any_pose());
    for (std::size_t seam = 0; seam < f.rig.interfaces.size(); ++seam) {
        CAPTURE(f.rig.interfaces[seam].id);
        study::SeamSearch search(f.prepared, seam, f.actions, 0, f.spans);
        double least = infinite, brute = infinite;
        for (bool again = true; again;) {
            again = false;
            least = brute = infinite;
            for (const auto& pose : poses) {
                least = search.least(f.placed(pose), least);  // each knows the worst of those before
                again = again || !search.is_trusted();
                brute = std::min(brute, f.share(seam, pose));
            }
        }
        if (std::isfinite(brute))
            CHECK(least == relative(brute, 2e-2));
        else
            CHECK(least == brute);
    }
}

TEST_CASE("a hand that turns a joint comes from every side round its axis", "[study][law]") {
    const auto key = GENERATE("k16", "k15");
    CAPTURE(key);
    auto posable = *project::starting_rig(key);
    posable.cases = {{"turning", "turning", {{"hand", 1000.0}}}};
    Fixture f(std::move(posable));
    // Of an axis along x, y or z some sides lie on it: one aslant, so that none does.
    for (auto& action : f.turning)
        for (auto& free : action.free) free.about = Vector3d(2, -3, 6) / 7;
    REQUIRE_FALSE(f.turning.empty());
    std::size_t told = 0;
    for (std::size_t seam = 0; seam < f.rig.interfaces.size(); ++seam) {
        CAPTURE(f.rig.interfaces[seam].id);
        const auto pose = f.prepared.own_pose();
        study::SeamSearch search(f.prepared, seam, f.turning, 0, f.spans);
        const double least = search.least(f.placed(pose), infinite, 0), brute = f.share(seam, pose, f.turning);
        if (std::isfinite(brute)) {
            CHECK(least == relative(brute, 1e-6));
            ++told;
        } else {
            CHECK(least == brute);
        }
    }
    CHECK(told > 0);
}

TEST_CASE("a share that no pose reaches stays as it was given", "[study]") {
    Fixture f(*project::starting_rig("castered-post"));
    study::SeamSearch search(f.prepared, 0, f.actions, 0, f.spans);
    const auto& pose = f.placed(f.prepared.own_pose());
    const double here = search.least(pose, infinite);
    REQUIRE(std::isfinite(here));
    CHECK(search.least(pose, 0.5 * here) == 0.5 * here);
    CHECK(search.least(pose, 2 * here) == relative(here, 1e-9));
    // Twice the required factor is half the share, for what reaches 1.
    study::SeamSearch twice(f.prepared, 0, f.actions, 2 * f.rig.required, f.spans);
    CHECK(here * f.rig.required > 2);
    CHECK(twice.least(pose, infinite) == relative(here / 2, 1e-9));
}

TEST_CASE("an axis that is said not to matter changes no factor", "[study][law]") {
    const auto key = GENERATE("castered-post", "boom");
    CAPTURE(key);
    Fixture f(*project::starting_rig(key));
    const auto& axes = f.prepared.mechanism().axes();
    std::size_t idle = 0;
    auto pose = f.prepared.own_pose();
    const auto before = *study::check(f.posed(pose));
    for (std::size_t k = 0; k < axes.size(); ++k) {
        auto moved = pose;
        moved[k] = f.spans[k].least + 0.37 * (f.spans[k].most - f.spans[k].least);
        const auto after = study::check(f.posed(moved));
        if (!after) continue;
        for (std::size_t seam = 0; seam < f.rig.interfaces.size(); ++seam) {
            const study::SeamSearch search(f.prepared, seam, f.actions, 0, f.spans);
            if (search.matters()[k]) continue;
            ++idle;
            const auto find = [&](const study::RigCheck& check) {
                for (const auto& r : check.interfaces)
                    if (r.id == f.rig.interfaces[seam].id) return r.typical;
                return -1.0;
            };
            CAPTURE(f.rig.interfaces[seam].id, axes[k].axis.key);
            if (std::isfinite(find(before))) CHECK(find(*after) == relative(find(before), 2e-3));
        }
    }
    CHECK(idle > 5);
}

TEST_CASE("a rig that closes a loop is not for one pose after another, a wrong one for none", "[study]") {
    auto rig = column(3);
    auto loop = rig.interfaces.back();
    loop.id = "again";
    loop.closes_loop = true;
    rig.interfaces.push_back(loop);
    const auto refused = study::PreparedRig::of(rig);
    REQUIRE_FALSE(refused);
    CHECK(refused.problem().remedy == "Check it pose by pose instead.");
    rig.interfaces.back().support.part = "nobody";
    CHECK_FALSE(study::PreparedRig::of(rig));
}
