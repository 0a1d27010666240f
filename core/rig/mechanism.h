#pragma once
#include <memory>
#include <span>

#include "rig/rig.h"

namespace clampet::rig {

/// What moves how an interface's elements say: their axes, an axis of the same key once, and the first span.
families::Motion motion_of(const Interface& interface);
/// Stops of an axis: the family's, narrowed by the rig's.
Stops stops_of(const Interface& interface, const families::Axis& axis);
/// Position of an axis; 0 where the rig says nothing.
double position_of(const Interface& interface, std::string_view axis);
/// Whether it can stand as it is posed: within every stop, an element's own included.
bool is_within_stops(const Interface& interface);
/// The nearest position to `wanted` that the axis can take on its way from where it is, the other axes held.
/// Range  `wanted` finite; an axis that starts beyond a stop may move back towards it.
double stopped(const Interface& interface, const families::Axis& axis, double wanted);

/// A mass that a load acts on: a part, or what lies between the ports of an interface.
struct Body {
    std::size_t part = 0;                ///< index in the rig's list; of an interface's own, its support
    std::optional<std::size_t> between;  ///< the interface whose own it is
    double mass = 0;
    Vector centre = Vector::Zero();       ///< of gravity, in the part's frame; of an interface's own, from its port [m]
    Vector inertia = Vector::Zero();      ///< about that, about the part's axes [kg m^2]
    double wind_area = 0;                 ///< [m^2]
    Vector wind_centre = Vector::Zero();  ///< in the part's frame; of an interface's own, from its port [m]
};
/// What lies between the ports of an interface, from the support's port.
std::vector<Shape> limbs_of(const families::Motion& motion);

/// Where everything is, for one pose. World: right-handed, z up [m]. Indices are those of the rig's lists.
struct Placement {
    std::vector<Eigen::Isometry3d> world_from_part;
    std::vector<Eigen::Isometry3d> world_from_port;       ///< of each interface's support side
    std::vector<Eigen::Isometry3d> world_from_interface;  ///< where each interface's load is taken
};

/// What of a rig decides where its parts stand, with indices instead of names. Immutable.
class Mechanism {
 public:
    struct Seam {
        std::size_t support = 0, payload = 0;                                 ///< parts
        Eigen::Isometry3d part_from_port = Eigen::Isometry3d::Identity();     ///< of the support
        Eigen::Isometry3d port_from_payload = Eigen::Isometry3d::Identity();  ///< of the payload
        families::Motion motion;
        std::size_t first_axis = 0;  ///< of the pose
        bool closes_loop = false;
        /// How its payload side has settled under what it carries, in its frame: Mechanism::settle().
        std::optional<Eigen::Isometry3d> settled = {};
    };
    struct NamedAxis {
        std::size_t interface = 0;
        families::Axis axis;
    };
    /// Of a rig whose structure is valid; nothing has bent yet.
    explicit Mechanism(const Rig& rig);
    /// From now on what an interface carries stands so much lower and turned: small, in its frame [m, rad].
    void settle(std::size_t interface, const Eigen::Matrix<double, 6, 1>& moved);

    const std::vector<Seam>& seams() const noexcept { return seams_; }  ///< in the order of the rig's interfaces
    const std::vector<Body>& bodies() const noexcept { return bodies_; }
    const std::vector<NamedAxis>& axes() const noexcept { return axes_; }  ///< in the order of the pose
    std::size_t root() const noexcept { return root_; }
    bool has_loops() const noexcept { return has_loops_; }
    /// Interfaces of the tree, a carrier before what it carries.
    const std::vector<std::size_t>& from_support_up() const noexcept { return order_; }
    /// The same turned round, and after them those that close a loop.
    std::vector<std::size_t> from_payload_down() const;
    /// Bodies that an interface of the tree carries.
    std::span<const std::size_t> beyond(std::size_t interface) const noexcept;
    /// Bodies, so that those an interface carries stand in a row; where its row begins and ends.
    std::span<const std::size_t> preorder() const noexcept { return preorder_; }
    std::pair<std::size_t, std::size_t> row_of(std::size_t interface) const noexcept { return carried_[interface]; }
    bool carries(std::size_t interface, std::size_t part) const noexcept;
    /// Where the rig has its axes.
    std::vector<double> pose_of(const Rig& rig) const;
    /// Places everything; `placement` is sized by the first call. The root part's frame is the world.
    void place(std::span<const double> pose, Placement& placement) const;
    /// Where the end of an interface that closes a loop stands: slid along its tube or rail to where the other
    /// interfaces have put what it holds, as far as it goes.
    Eigen::Isometry3d loop_end(std::size_t interface, const Placement& placement) const;
    std::size_t part_count() const noexcept { return parts_; }

 private:
    void order_tree(const Rig& rig);
    void gather_bodies(const Rig& rig);
    std::size_t parts_ = 0, root_ = 0;
    std::vector<Seam> seams_;
    std::vector<Body> bodies_;
    std::vector<NamedAxis> axes_;
    std::vector<std::size_t> order_;
    std::vector<std::size_t> preorder_;                         ///< bodies, each interface's in a row
    std::vector<std::pair<std::size_t, std::size_t>> carried_;  ///< of each interface, its row in preorder_
    bool has_loops_ = false;
};

/// Mass, centre and inertia about it of what a part is, from what it says or from its shapes.
Body body_of(const Part& part);

/// A rig's mechanism at the rig's own pose, with names to look things up by.
class Placed {
 public:
    Placed() = default;
    explicit Placed(const Rig& rig);
    /// A mechanism that has settled, at the rig's own pose.
    Placed(const Rig& rig, std::shared_ptr<const Mechanism> mechanism);
    const std::shared_ptr<const Mechanism>& mechanism_pointer() const { return mechanism_; }
    bool is_empty() const { return !mechanism_; }
    const Mechanism& mechanism() const { return *mechanism_; }
    const Placement& placement() const { return placement_; }
    const Eigen::Isometry3d& world_from_part(std::string_view part) const;
    const Eigen::Isometry3d& world_from_port(std::string_view interface) const;
    const Eigen::Isometry3d& world_from_interface(std::string_view interface) const;
    bool has_interface(std::string_view id) const { return interfaces_.contains(id); }
    std::size_t part(std::string_view id) const { return parts_.find(id)->second; }
    std::size_t interface(std::string_view id) const { return interfaces_.find(id)->second; }
    /// Interfaces from the payload down to the support.
    const std::vector<std::string>& from_payload_down() const { return downward_; }
    /// Mass beyond an interface and its centre of gravity in the world; what lies between its own ports left out.
    std::pair<double, Vector> mass_beyond(std::string_view interface) const;
    /// Centre of gravity of a body in the world.
    Vector centre_of(const Body& body) const;

 private:
    std::shared_ptr<const Mechanism> mechanism_;
    Placement placement_;
    std::map<std::string, std::size_t, std::less<>> parts_, interfaces_;
    std::vector<std::string> downward_;
};

/// Centre of gravity of a body in the world.
Vector centre_of(const Body& body, const Placement& placement);
/// Where the wind presses on it, in the world.
Vector wind_centre_of(const Body& body, const Placement& placement);
/// Its axes: of its part, or of the port that it starts from.
Eigen::Matrix3d axes_of(const Body& body, const Placement& placement);

}  // namespace clampet::rig
