#include "families/motion.h"

namespace clampet::families {

Eigen::Isometry3d moved(const std::vector<Axis>& axes, std::span<const double> positions) {
    Eigen::Isometry3d all = Eigen::Isometry3d::Identity();
    for (std::size_t i = 0; i < axes.size() && i < positions.size(); ++i) {
        const Axis& axis = axes[i];
        if (positions[i] == 0) continue;
        if (axis.slides) {
            all.translate(positions[i] * axis.direction);
        } else {
            all.translate(axis.at);
            all.rotate(Eigen::AngleAxisd(positions[i], axis.direction));
            all.translate(-axis.at);
        }
    }
    return all;
}

}  // namespace clampet::families
