#include "rig/world_wrench.h"

namespace clampet::rig {

using mechanics::Wrench;

WorldWrench force_at(const Vector& at, const Vector& force) noexcept {
    WorldWrench w;
    w << force, at.cross(force);
    return w;
}

Wrench expressed(const Eigen::Isometry3d& world_from_interface, const WorldWrench& w) noexcept {
    const Eigen::Matrix3d turned = world_from_interface.linear().transpose();
    const Vector f = turned * w.head<3>(),
                 m = turned * (w.tail<3>() - world_from_interface.translation().cross(Vector(w.head<3>())));
    return {f.x(), f.y(), f.z(), m.x(), m.y(), m.z()};
}

Wrench field(const Eigen::Isometry3d& world_from_interface, const Vector& acceleration) noexcept {
    const Vector own = world_from_interface.linear().transpose() * acceleration;
    return {0, 0, 0, 0, 0, 0, own.x(), own.y(), own.z()};
}

WorldWrench inertia_of(const Body& body, const Placement& placement, const Vector& axis, const Vector& at,
                       double acceleration, double speed) noexcept {
    const Vector centre = centre_of(body, placement), arm = centre - at;
    const Vector alpha = acceleration * axis, omega = speed * axis;
    const Eigen::Matrix3d axes = axes_of(body, placement);
    const Eigen::Matrix3d inertia = axes * body.inertia.asDiagonal() * axes.transpose();
    WorldWrench w = force_at(centre, -body.mass * (alpha.cross(arm) + omega.cross(omega.cross(arm))));
    w.tail<3>() += -inertia * alpha - omega.cross(Vector(inertia * omega));
    return w;
}

WorldWrench without_turn_about(const WorldWrench& w, const Vector& at, const Vector& axis) noexcept {
    WorldWrench rest = w;
    const Vector moment = w.tail<3>() - at.cross(Vector(w.head<3>()));
    rest.tail<3>() -= moment.dot(axis) * axis;
    return rest;
}

}  // namespace clampet::rig
