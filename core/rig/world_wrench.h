#pragma once
#include "mechanics/wrench.h"
#include "rig/mechanism.h"

namespace clampet::rig {

/// Force and moment about the world's origin [N, N m].
using WorldWrench = Eigen::Matrix<double, 6, 1>;

WorldWrench force_at(const Vector& at, const Vector& force) noexcept;
/// Taken about an interface's own origin and in its frame.
mechanics::Wrench expressed(const Eigen::Isometry3d& world_from_interface, const WorldWrench& w) noexcept;
/// An acceleration that what an interface weighs itself is under, in its frame.
mechanics::Wrench field(const Eigen::Isometry3d& world_from_interface, const Vector& acceleration) noexcept;
/// What a body that is turned does to what turns it: d'Alembert's force at its centre of gravity and its couple.
/// Source  Euler's equations of a rigid body, with the angular velocity along the axis.
WorldWrench inertia_of(const Body& body, const Placement& placement, const Vector& axis, const Vector& at,
                       double acceleration, double speed) noexcept;
/// Of a joint that gives way about an axis: the moment along it does not count.
WorldWrench without_turn_about(const WorldWrench& w, const Vector& at, const Vector& axis) noexcept;

}  // namespace clampet::rig
