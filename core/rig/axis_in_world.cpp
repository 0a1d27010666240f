#include "rig/axis_in_world.h"

namespace clampet::rig {

AxisInWorld axis_in_world(const Rig& rig, const Placed& placed, std::size_t interface, std::size_t axis) {
    const auto& motion = placed.mechanism().seams()[interface].motion;
    std::vector<double> before;
    for (std::size_t i = 0; i < axis; ++i) before.push_back(position_of(rig.interfaces[interface], motion.axes[i].key));
    const Eigen::Isometry3d carried =
        placed.placement().world_from_port[interface] * families::moved(motion.axes, before);
    return {carried.linear() * motion.axes[axis].direction, carried * motion.axes[axis].at};
}

}  // namespace clampet::rig
