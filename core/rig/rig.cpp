#include "rig/rig.h"

#include <algorithm>
#include <cmath>

namespace clampet::rig {
namespace {

template <class Items>
auto* found(Items& items, std::string_view id) {
    const auto at = std::find_if(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
    return at == items.end() ? nullptr : &*at;
}

}  // namespace

Eigen::Isometry3d Port::frame() const {
    Eigen::Isometry3d f = Eigen::Isometry3d::Identity();
    f.linear().col(0) = x;
    f.linear().col(1) = z.cross(x);
    f.linear().col(2) = z;
    f.translation() = at;
    return f;
}

Eigen::Matrix3d BallPose::rotation() const {
    return (Eigen::AngleAxisd(pan, Vector::UnitZ()) * Eigen::AngleAxisd(side, Vector::UnitX()) *
            Eigen::AngleAxisd(forward, Vector::UnitY()))
        .toRotationMatrix();
}
double BallPose::tilt() const {
    return std::acos(std::clamp(rotation()(2, 2), -1.0, 1.0));
}

const Port* Part::port(std::string_view wanted) const {
    return found(ports, wanted);
}
const Part* Rig::part(std::string_view id) const {
    return found(parts, id);
}
Part* Rig::part(std::string_view id) {
    return found(parts, id);
}
const Interface* Rig::interface(std::string_view id) const {
    return found(interfaces, id);
}
Interface* Rig::interface(std::string_view id) {
    return found(interfaces, id);
}

}  // namespace clampet::rig
