#include "rig/pose_loads.h"

#include <random>

#include "allocations.h"
#include "loads/cards.h"
#include "loads/load_case.h"
#include "project/starting_points.h"

using namespace clampet;
using mechanics::Wrench;

namespace {

double apart(const Wrench& a, const Wrench& b) {
    const Wrench d = a - b;
    return std::abs(d.fx) + std::abs(d.fy) + std::abs(d.fz) + std::abs(d.mx) + std::abs(d.my) + std::abs(d.mz) +
           std::abs(d.gx) + std::abs(d.gy) + std::abs(d.gz);
}

}  // namespace

TEST_CASE("loads in one pose after another are those of the rig built anew in each", "[rig][law]") {
    const auto key = GENERATE("castered-post", "boom", "printed-chain", "k01");
    CAPTURE(key);
    const auto rig = *loads::used(*project::starting_rig(key), {"carried", "moving", "outdoors"});
    const rig::Placed own(rig);
    const auto& mechanism = own.mechanism();
    const auto actions = *loads::actions_of(rig, own, {});
    REQUIRE(actions.size() >= 5);
    std::mt19937_64 random(11);
    std::uniform_real_distribution<double> angle(-0.6, 0.6);
    bool any_turn = false;
    for (int i = 0; i < 6; ++i) {
        auto posed = rig;
        std::vector<double> pose = mechanism.pose_of(rig);
        for (std::size_t k = 0; k < pose.size(); ++k) {
            const auto& axis = mechanism.axes()[k];
            pose[k] += axis.axis.slides ? 0.1 * angle(random) : angle(random);
            posed.interfaces[axis.interface].pose[axis.axis.key] = pose[k];
        }
        const auto placed = std::make_shared<const rig::Placed>(posed);
        const auto statics = *rig::Statics::of(posed, placed);
        rig::Placement placement;
        mechanism.place(pose, placement);
        for (const auto& action : actions)
            for (std::size_t seam = 0; seam < rig.interfaces.size(); ++seam) {
                CAPTURE(action.load_case, rig.interfaces[seam].id);
                auto here = action;
                if (here.turn) {  // the joint that is turned has moved with what carries it
                    any_turn = true;
                    const Eigen::Isometry3d moved = placement.world_from_port[here.turn->interface] *
                                                    own.placement().world_from_port[here.turn->interface].inverse();
                    here.turn->axis = moved.linear() * here.turn->axis;
                    here.turn->at = moved * here.turn->at;
                }
                const auto slow = statics.load(seam, here);
                rig::PoseLoads::At fast;
                rig::PoseLoads(mechanism, seam, action, own.placement()).of(placement, fast);
                CHECK(apart(fast.given.permanent, slow.permanent()) < 1e-9);
                CHECK(apart(fast.given.variable, slow.fixed) < 1e-9);
                for (std::size_t k = 0; k < slow.free_count; ++k) {
                    CHECK(apart(fast.free[k][0], slow.free[k].x) < 1e-9);
                    CHECK(apart(fast.free[k][1], slow.free[k].y) < 1e-9);
                    CHECK(apart(fast.free[k][2], slow.free[k].z) < 1e-9);
                }
            }
    }
    if (std::string(key) == "k01") CHECK(any_turn);
}

TEST_CASE("what is taken off weighs nothing and is pushed by nobody", "[rig]") {
    const auto rig = project::demo_rig();
    const rig::Placed placed(rig);
    const std::size_t camera = placed.part("camera");
    rig::Action action;
    action.absent = {camera};
    action.forces = {{camera, {0, 0, 0}, {40, 0, 0}}};
    action.free = {{rig::Directions::sphere, rig::Vector::UnitZ(), {{camera, {0, 0, 0}, {0, 0, 40}}}, 0, 0}};
    for (std::size_t seam = 0; seam < rig.interfaces.size(); ++seam) {
        rig::PoseLoads::At at;
        rig::PoseLoads(placed.mechanism(), seam, action, placed.placement()).of(placed.placement(), at);
        CHECK(at.given.variable.is_zero());
        for (const auto& column : at.free[0]) CHECK(column.is_zero());
    }
}

TEST_CASE("a pose asks for no memory", "[rig][allocations]") {
    const auto rig = *loads::used(project::demo_rig(), {"carried", "outdoors"});
    const rig::Placed placed(rig);
    const auto actions = *loads::actions_of(rig, placed, {});
    rig::Placement placement;
    placed.mechanism().place(placed.mechanism().pose_of(rig), placement);
    std::vector<rig::PoseLoads> loads;
    for (const auto& action : actions) loads.emplace_back(placed.mechanism(), 0, action, placement);
    auto pose = placed.mechanism().pose_of(rig);
    rig::PoseLoads::At at;
    const auto before = allocations();
    for (int i = 0; i < 5; ++i) {
        pose[0] = 0.1 * i;
        placed.mechanism().place(pose, placement);
        for (const auto& l : loads) l.of(placement, at);
    }
    CHECK(allocations() == before);
}
