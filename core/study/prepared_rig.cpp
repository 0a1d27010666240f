#include "study/prepared_rig.h"

#include "loads/load_case.h"
#include "rig/in_force.h"
#include "rig/joint_store.h"
#include "rig/sag.h"

namespace clampet::study {

Result<PreparedRig> PreparedRig::of(const rig::Rig& rig, rig::JointStore* joints) {
    if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    const rig::Placed placed = rig::settled(rig, joints);
    if (placed.mechanism().has_loops())
        return Problem{"evaluate.closes_a_loop", "/interfaces",
                       "This rig closes a loop, so that its loads change with the pose as a frame's do.",
                       "Check it pose by pose instead."};
    PreparedRig prepared;
    prepared.mechanism_ = placed.mechanism_pointer();
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
                seam.modes.push_back({j, m, mode.scale_free, mode.live_only, mode.dents, stands && mode.live_only});
            }
        }
        prepared.seams_.push_back(std::move(seam));
    }
    return prepared;
}

}  // namespace clampet::study
