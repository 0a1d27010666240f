#pragma once
#include <array>
#include <string>
#include <vector>

#include "mechanics/wrench.h"
#include "quantity/dimension.h"
#include "rig/mechanism.h"
#include "rig/world_wrench.h"

namespace clampet::rig {

/// Over which directions the worst of a load is looked for.
enum class Directions {
    sphere,  ///< all
    level,   ///< the wind
    around   ///< across `Free::about`
};

/// A force on a part.
struct PointForce {
    std::size_t part = 0;
    Vector at = Vector::Zero();     ///< in the part's frame [m]
    Vector force = Vector::Zero();  ///< in the world [N]
};

/// What comes from any direction: all of it along the same unit vector, in the world.
struct Free {
    Directions over = Directions::sphere;
    Vector about = Vector::UnitZ();
    std::vector<PointForce> forces;  ///< only the size of `force` counts
    double shake = 0;                ///< acceleration of the base [m/s^2]
    double wind_pressure = 0;        ///< on what the wind meets, with the drag coefficient [Pa]
};

/// The payload side of a joint is turned: what it carries speeds up about the axis.
struct Turn {
    std::size_t interface = 0;
    Vector axis = Vector::UnitZ(), at = Vector::Zero();  ///< in the world
    double acceleration = 0, speed = 0;                  ///< angular [rad/s^2, rad/s]
};

/// A couple that an interface passes to what carries it: the drag of a joint that is turned.
struct Couple {
    std::size_t interface = 0;
    Vector moment = Vector::Zero();  ///< in the world [N m]
};

/// One way in which a load case acts on a rig.
struct Action {
    std::string load_case;                        ///< id of the case in force
    std::string words = "with the weight alone";  ///< "with a push"
    std::string margin = "this load";             ///< what a factor multiplies: "this push"
    bool tell_direction = false;                  ///< whether its direction says something to a person
    Vector gravity{0, 0, -quantity::standard_gravity};
    std::vector<std::size_t> absent;       ///< parts that are not there, with all that they carry
    Vector acceleration = Vector::Zero();  ///< of the base, as given
    std::vector<PointForce> forces;
    std::optional<Turn> turn;
    std::vector<Couple> couples;
    std::vector<Free> free;  ///< at most two, each with a direction of its own
    /// Over within a blink: what it moves of a stand is millimetres, so that it tips, rolls or slides none.
    bool is_brief = false;
    double required = 0;  ///< instead of the rig's required factor
    bool is_rest() const { return acceleration.isZero() && forces.empty() && !turn && couples.empty() && free.empty(); }
};

/// What an action does to one interface, in its frame.
struct SeamLoad {
    std::vector<mechanics::Wrench> weights;  ///< body by body, and last what the interface itself weighs
    mechanics::Wrench fixed;                 ///< variable, as given
    struct Map {
        mechanics::Wrench x, y, z;  ///< for a unit vector along each of the world's axes
        mechanics::Wrench along(const Vector& d) const { return d.x() * x + d.y() * y + d.z() * z; }
        bool is_zero() const { return x.is_zero() && y.is_zero() && z.is_zero(); }
    };
    std::array<Map, 2> free;
    std::size_t free_count = 0;
    mechanics::Wrench permanent() const;
};

/// Statics of a placed rig: how the loads on its bodies reach its interfaces.
/// Meaning  Of a tree, F = sum of what acts beyond; M about the interface's origin likewise: exact. With closed loops
///          the parts are rigid and the interfaces springs, firm where nothing yields; those that only press are
///          released where they would pull under the weights (mechanics 20).
class Statics {
 public:
    /// Errors  A Problem when a part of a closed loop is held by nothing, or more joints press than is possible.
    static Result<Statics> of(const Rig& rig, std::shared_ptr<const Placed> placed);
    SeamLoad load(std::size_t interface, const Action& action) const;
    const Placed& placed() const { return *placed_; }
    const std::shared_ptr<const Placed>& placed_pointer() const { return placed_; }

 private:
    Statics() = default;
    Status prepare_loops(const Rig& rig);
    template <class Of>
    void each_body(std::size_t interface, const std::vector<bool>& absent, const Of& of) const;
    /// What of a wrench on a part, or on a body that reaches it, an interface bears.
    WorldWrench borne(std::size_t interface, std::size_t part, const WorldWrench& wrench) const;
    WorldWrench borne(std::size_t interface, const Body& body, const WorldWrench& wrench) const;
    WorldWrench turned(std::size_t interface, const std::vector<bool>& absent, const Turn& turn) const;
    Vector span_of(std::size_t interface) const;
    std::vector<bool> absent_bodies(const Action& action) const;

    std::shared_ptr<const Placed> placed_;
    /// With loops: the wrench of interface i for a unit wrench about the origin on part p is at [i][p].
    std::vector<std::vector<Eigen::Matrix<double, 6, 6>>> influence_;
};

/// Wrench of the weights beyond an interface, in its frame, what it weighs itself with it. Of a valid rig.
mechanics::Wrench weight_wrench(const Rig& rig, const std::string& interface);

}  // namespace clampet::rig
