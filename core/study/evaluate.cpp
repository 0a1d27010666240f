#include "study/evaluate.h"

#include <algorithm>

#include "loads/load_case.h"
#include "rig/in_force.h"
#include "rig/joint_store.h"
#include "study/verdict.h"

namespace clampet::study {

Result<PreparedRig> PreparedRig::of(const rig::Rig& rig, rig::JointStore* joints) {
    if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    const rig::Placed placed(rig);
    if (placed.mechanism().has_loops())
        return Problem{"evaluate.closes_a_loop", "/interfaces",
                       "This rig closes a loop, so that its loads change with the pose as a frame's do.",
                       "Check it pose by pose instead."};
    PreparedRig prepared;
    prepared.mechanism_ = std::make_shared<const rig::Mechanism>(rig);
    prepared.pose_ = prepared.mechanism_->pose_of(rig);
    prepared.required_ = rig.required;
    for (const auto& interface : rig.interfaces) {
        const auto built = rig::prepare(rig::in_force(rig, interface, &placed), rig::End::typical, joints);
        if (!built) return rig::placed(rig, interface.id, built.problem());
        Seam seam;
        seam.joints.assign(built->joints.begin(), built->joints.end());
        for (std::size_t j = 0; j < seam.joints.size(); ++j) {
            const auto& joint = *seam.joints[j];
            const bool stands = !joint.stands_on().empty();
            for (std::size_t m = 0; m < joint.modes().size(); ++m) {
                const auto& mode = joint.modes()[m];
                if (mode.mode_class != families::ModeClass::ultimate) continue;
                const auto& quick = joint.for_search();
                seam.modes.push_back(
                    {j, m, mode.scale_free, mode.live_only, stands && mode.live_only, quick.surely_holds(m, {})});
            }
        }
        prepared.seams_.push_back(std::move(seam));
    }
    return prepared;
}

Workspace::Workspace(const PreparedRig& prepared)
    : sweep_(prepared.mechanism()), loads_(prepared.mechanism().seams().size()) {
    for (const auto& seam : prepared.seams_) weights_.emplace_back(seam.modes.size());
    prepared.mechanism().place(prepared.own_pose(), placement_);
}

/// One call of evaluate().
class Evaluation {
 public:
    Evaluation(const PreparedRig& prepared, Workspace& workspace) noexcept : prepared_(prepared), work_(workspace) {}
    void run(std::span<const double> pose, std::span<const CaseInForce> cases, std::span<SeamFactor> least) noexcept {
        prepared_.mechanism().place(pose, work_.placement_);
        Requirement ask{0, 0};
        for (const auto& each : cases) ask.greatest = std::max(ask.greatest, required(each));
        for (std::size_t c = 0; c < cases.size(); ++c) {
            const auto& in_force = cases[c];
            work_.sweep_(work_.placement_, in_force.action, in_force.along, work_.loads_);
            ask.required = required(in_force);
            for (std::size_t i = 0; i < prepared_.seams_.size(); ++i)
                lower(prepared_.seams_[i], work_.loads_[i], ask, in_force.action.is_brief, c, work_.weights_[i],
                      least[i]);
        }
    }

 private:
    double required(const CaseInForce& c) const noexcept {
        return c.required > 0 ? c.required : c.action.required > 0 ? c.action.required : prepared_.required();
    }
    static void lower(const PreparedRig::Seam& seam, const mechanics::Load& load, const Requirement& ask, bool brief,
                      std::size_t at_case, std::vector<Workspace::Weights>& weights, SeamFactor& least) noexcept {
        for (std::size_t m = 0; m < seam.modes.size(); ++m) {
            const auto& mode = seam.modes[m];
            if (mode.stands && brief) continue;
            const auto& joint = *seam.joints[mode.joint];
            if (is_no_worse(joint, mode, load, ask.factor_at(least.share), weights[m])) continue;
            const double share = ask.share(families::factors(joint, mode.mode, load).least());
            if (share < least.share) least = {share, mode.joint, mode.mode, at_case, load};
        }
    }
    /// Held with the weight alone, and with `factor` times what either factor multiplies.
    static bool is_no_worse(const families::Joint& exact, const PreparedRig::Mode& mode, const mechanics::Load& load,
                            double factor, Workspace::Weights& weights) noexcept {
        if (!std::isfinite(factor) || mode.scale_free || !mode.holds_at_nothing) return false;
        const auto& joint = exact.for_search();
        const auto holds = [&](const mechanics::Wrench& w) { return joint.surely_holds(mode.mode, w); };
        if (!weights.known || !(weights.permanent == load.permanent))
            weights = {load.permanent, true, holds(load.permanent)};
        return weights.hold && holds(load.permanent + factor * load.variable) &&
               (mode.live_only || holds(factor * load.whole()));
    }
    const PreparedRig& prepared_;
    Workspace& work_;
};

void evaluate(const PreparedRig& prepared, std::span<const double> pose, std::span<const CaseInForce> cases,
              Workspace& workspace, std::span<SeamFactor> least) noexcept {
    Evaluation(prepared, workspace).run(pose, cases, least);
}

}  // namespace clampet::study
