#pragma once
#include <array>
#include <memory>
#include <optional>
#include <span>
#include <vector>

#include "families/family.h"
#include "rig/wrench_sweep.h"

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

 private:
    friend class Evaluation;
    friend class Workspace;
    struct Mode {
        std::size_t joint = 0, mode = 0;
        bool scale_free = false, live_only = false;
        bool stands = false;            ///< on the ground by its weight: what is brief tips it not
        bool holds_at_nothing = false;  ///< without any load: asked once
    };
    struct Seam {
        std::vector<std::shared_ptr<const families::Joint>> joints;
        std::vector<Mode> modes;  ///< the ultimate ones
    };
    PreparedRig() = default;
    std::shared_ptr<const rig::Mechanism> mechanism_;
    std::vector<Seam> seams_;
    std::vector<double> pose_;
    double required_ = 0;
};

/// A load case as it acts, from given directions.
struct CaseInForce {
    rig::Action action;
    std::array<rig::Vector, 2> along{rig::Vector::UnitX(), rig::Vector::UnitX()};  ///< of its free loads
    double required = 0;                                                           ///< 0: the rig's
};

/// The least that an interface reaches of what is required, and where.
struct SeamFactor {
    double share = std::numeric_limits<double>::infinity();
    std::size_t joint = 0, mode = 0, at_case = 0;
    mechanics::Load load;
};

/// What an evaluation works in: made once for a prepared rig, used for one pose after another by one thread.
class Workspace {
 public:
    explicit Workspace(const PreparedRig& prepared);

 private:
    friend class Evaluation;
    rig::Placement placement_;
    rig::WrenchSweep sweep_;
    std::vector<mechanics::Load> loads_;
    /// What was found of a mode's weights alone: they are the same for every direction of what is pushed.
    struct Weights {
        mechanics::Wrench permanent;
        bool known = false, hold = false;
    };
    std::vector<std::vector<Weights>> weights_;  ///< of each interface, of each of its modes
};

/// One pose of a rig under load cases: every interface, every ultimate mode.
/// Meaning  `least` holds what is known already, of other poses say, and is lowered where this one is worse: what is
/// not
///          is only shown to be no worse, which takes one look instead of a search for a root. One seam each, in the
///          order of the rig's interfaces.
/// Range    `pose` as Mechanism's axes; asks for no memory.
void evaluate(const PreparedRig& prepared, std::span<const double> pose, std::span<const CaseInForce> cases,
              Workspace& workspace, std::span<SeamFactor> least) noexcept;

}  // namespace clampet::study
