#pragma once
#include <map>
#include <string>
#include <vector>

#include "mechanics/wrench.h"
#include "rig/rig.h"

namespace clampet::rig {

/// Where everything is, for one pose. World: right-handed, z up [m].
struct Placement {
    std::map<std::string, Eigen::Isometry3d, std::less<>> world_from_part;
    std::map<std::string, Eigen::Isometry3d, std::less<>> world_from_interface;  ///< frame on the support side
    std::map<std::string, std::vector<std::string>, std::less<>> beyond;  ///< interface → parts that it carries
    /// Interfaces from the payload down to the support.
    std::vector<std::string> from_payload_down;
    std::string root;
    Vector centre_of_gravity(const Part& part) const { return world_from_part.at(part.id) * part.centre_of_gravity; }
};

/// Places a validated rig: the root part's frame is the world.
Placement place(const Rig& rig);

/// A force at a point, both in the world.
struct PointForce {
    Vector force, at;
};

/// Wrench of the weights beyond an interface, plus point forces that act on parts beyond it, in the interface's frame.
/// Meaning  F = sum m g + sum F_j; M = sum (r - o) x F about the interface's origin. Statics of a tree of rigid parts.
/// Gravity acts on what the interface itself weighs too, in its true direction.
mechanics::Wrench weight_wrench(const Rig& rig, const Placement& placement, const std::string& interface);
/// The same part by part, in the order of Placement::beyond, and last what the interface itself weighs.
std::vector<mechanics::Wrench> weight_wrenches(const Rig& rig, const Placement& placement,
                                               const std::string& interface);
mechanics::Wrench force_wrench(const Placement& placement, const std::string& interface, const PointForce& force);

/// Where the hand meets the rig, in the world. Empty when no part is pushed.
std::optional<Vector> push_point(const Rig& rig, const Placement& placement);
/// Does this interface carry the part that is pushed?
bool carries(const Placement& placement, const std::string& interface, const std::string& part);

}  // namespace clampet::rig
