#include "rig/sag.h"

#include "rig/in_force.h"
#include "rig/joint_store.h"
#include "rig/statics.h"

namespace clampet::rig {
namespace {

using Moved = Eigen::Matrix<double, 6, 1>;

/// One that bends: its interface and the joint that says how far.
struct Bending {
    std::size_t interface = 0;
    std::shared_ptr<const families::Joint> joint;
};

std::vector<Bending> bending(const Rig& rig, const Placed& placed, JointStore* joints) {
    std::vector<Bending> all;
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        if (placed.mechanism().seams()[i].motion.limbs.empty()) continue;
        const auto prepared = prepare(in_force(rig, rig.interfaces[i], &placed), End::typical, joints);
        if (!prepared) continue;  // the check says why
        for (const auto& joint : prepared->joints)
            if (joint->settles({})) all.push_back({i, joint});
    }
    return all;
}

/// No more than small turns allow; an arm that buckles has no end of its own.
Moved limited(const Moved& moved) {
    const double turn = moved.tail<3>().norm();
    if (!moved.allFinite()) return Moved::Zero();
    return turn > most_settled_turn ? Moved(moved * (most_settled_turn / turn)) : moved;
}

}  // namespace

Placed settled(const Rig& rig, JointStore* joints) {
    Placed placed(rig);
    if (placed.mechanism().has_loops()) return placed;
    const auto all = bending(rig, placed, joints);
    if (all.empty()) return placed;
    for (int look = 0; look < 2; ++look) {
        auto mechanism = std::make_shared<Mechanism>(placed.mechanism());
        const auto statics = Statics::of(rig, std::make_shared<const Placed>(std::move(placed)));
        for (const auto& [interface, joint] : all)
            mechanism->settle(interface, limited(*joint->settles((*statics).load(interface, {}).permanent())));
        placed = Placed(rig, std::move(mechanism));
    }
    return placed;
}

}  // namespace clampet::rig
