#pragma once
#include <array>
#include <vector>

#include "rig/statics.h"

namespace clampet::rig {

/// What an action does to one interface of a tree in one pose after another.
/// Meaning  As Statics::load(), but asks for no memory: what acts beyond the interface is gathered once. What is turned
///          is turned about its axis as that lies in each pose.
/// Range    A mechanism without closed loops; it and the action outlive this.
class PoseLoads {
 public:
    /// `own`: the placement that the action was made for.
    PoseLoads(const Mechanism& mechanism, std::size_t interface, const Action& action, const Placement& own);
    const Action& action() const noexcept { return *action_; }
    struct At {
        mechanics::Load given;                                 ///< without what comes from any side
        std::array<std::array<mechanics::Wrench, 3>, 2> free;  ///< per unit along the world's axes, of each free load
    };
    void of(const Placement& placement, At& at) const noexcept;

 private:
    /// Forces along one direction all: what they are in sum, and their moments.
    struct Lever {
        double size = 0;
        Vector moment = Vector::Zero();
        void add(double s, const Vector& where) noexcept {
            size += s;
            moment += s * where;
        }
    };
    WorldWrench turned(const Placement& placement) const noexcept;

    const Mechanism* mechanism_;
    std::size_t interface_;
    const Action* action_;
    std::vector<std::size_t> bodies_, turning_;  ///< that are there and borne; those of them that are turned
    std::vector<PointForce> forces_;
    std::array<std::vector<PointForce>, 2> free_;
    Vector couple_ = Vector::Zero();
    Vector turn_axis_ = Vector::Zero(), turn_at_ = Vector::Zero();  ///< in the port of what is turned
};

}  // namespace clampet::rig
