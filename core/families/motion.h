#pragma once
#include <Eigen/Geometry>
#include <numbers>
#include <span>
#include <string>
#include <vector>

namespace clampet::families {

inline constexpr double half_turn = std::numbers::pi;  ///< [rad]
/// A rail or tube that a family knows no end of; the rig's stops narrow it [m].
inline constexpr double longest_slide = 10;

/// One way in which the payload side of an interface can be set, while it is loose or against its friction.
/// Frame  The interface's, before anything is moved.
struct Axis {
    std::string key, label;  ///< "forward", "Tilt forward"
    Eigen::Vector3d direction = Eigen::Vector3d::UnitZ();
    bool slides = false;                      ///< along `direction` [m]; otherwise turns about it [rad], right-handed
    double least = 0, most = 0;               ///< its stops
    std::string plus = "on", minus = "back";  ///< what a person calls its two ways: "forward", "back"
    bool moved_in_use = false;  ///< turned against its friction during a shot: a pan, a tilt; others are loosened first
    Eigen::Vector3d at = Eigen::Vector3d::Zero();  ///< a point on the axis of a turn
    friend bool operator==(const Axis&, const Axis&) = default;
};

/// A bar that lies between two ports, as it is seen: from the support's port, before anything is moved.
/// Range  Both ends at the same y.
struct Limb {
    Eigen::Vector3d from = Eigen::Vector3d::Zero(), to = Eigen::Vector3d::Zero();
    double from_height = 0, to_height = 0;  ///< across it, in the plane of x and z [m]
    double width = 0;                       ///< across that [m]
    std::string drawn_as = "metal";         ///< as catalogue::Material::drawn_as
    friend bool operator==(const Limb&, const Limb&) = default;
};

/// How the payload side stands to the support side, and what lies between.
struct Motion {
    std::vector<Axis> axes;  ///< from the support to the payload: the first carries the next
    /// From the support's port to the payload's, with every axis at 0: an arm is as long as it is. The load of the
    /// interface is taken there.
    Eigen::Isometry3d span = Eigen::Isometry3d::Identity();
    /// Where it touches goes with the payload side: a grip that is slid along its tube. Otherwise it stays with the
    /// support: the cup of a ball.
    bool contact_moves = false;
    double mass = 0;                                              ///< of what lies between [kg]
    Eigen::Vector3d centre_of_gravity = Eigen::Vector3d::Zero();  ///< of that, from the support's port [m]
    std::vector<Limb> limbs = {};                                 ///< none: nothing is seen
    friend bool operator==(const Motion& a, const Motion& b) {
        return a.axes == b.axes && a.span.matrix() == b.span.matrix() && a.contact_moves == b.contact_moves &&
               a.mass == b.mass && a.centre_of_gravity == b.centre_of_gravity && a.limbs == b.limbs;
    }
};

/// Where the payload side stands with its axes at these positions. `positions` in the order of the axes.
Eigen::Isometry3d moved(const std::vector<Axis>& axes, std::span<const double> positions);

}  // namespace clampet::families
