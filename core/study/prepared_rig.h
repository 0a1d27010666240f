#pragma once
#include <memory>
#include <vector>

#include "families/family.h"
#include "rig/mechanism.h"

namespace clampet::rig {
class JointStore;
}

namespace clampet::study {

/// A rig made ready for many poses: its joints at typical inputs, and indices instead of names. Immutable.
/// Range   Inputs that the rig fills by where its payload lies are those of the pose it was made ready in.
class PreparedRig {
 public:
    /// Errors  A Problem when the rig is not valid, has no interface, or closes a loop (that goes by the frame:
    /// check()).
    static Result<PreparedRig> of(const rig::Rig& rig, rig::JointStore* joints = nullptr);
    const rig::Mechanism& mechanism() const noexcept { return *mechanism_; }
    /// Where the rig has its axes.
    const std::vector<double>& own_pose() const noexcept { return pose_; }
    double required() const noexcept { return required_; }

    struct Mode {
        std::size_t joint = 0, mode = 0;
        bool scale_free = false, live_only = false;
        bool dents = false;
        bool stands = false;  ///< on the ground by its weight: what is brief tips it not
    };
    struct Seam {
        std::vector<std::shared_ptr<const families::Joint>> joints;
        std::vector<Mode> modes;  ///< the ultimate ones
    };
    /// Of each interface, in the rig's order.
    const Seam& seam(std::size_t interface) const noexcept { return seams_[interface]; }

 private:
    PreparedRig() = default;
    std::shared_ptr<const rig::Mechanism> mechanism_;
    std::vector<Seam> seams_;
    std::vector<double> pose_;
    double required_ = 0;
};

}  // namespace clampet::study
