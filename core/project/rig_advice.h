#pragma once
#include "inventory/workshop.h"
#include "project/edits.h"
#include "study/advice.h"
#include "study/scenes.h"

namespace clampet::project {

/// One change of a rig that makes an interface hold more, tried on the whole rig.
struct RigAdvice {
    Edit edit;              ///< that does it
    std::string interface;  ///< that it is for
    std::string sentence;  ///< "V-jaw clamp on the rail: Clamping torque: 1.2 N·m instead of 0.6 N·m, star knob, Ø40"
    study::Effort effort = study::Effort::other_part;
    double before = 0, after = 0;  ///< factor of the interface where it is worst
    double required = 0;
    study::Verdict then = study::Verdict::slips;  ///< of the interface
    study::Verdict rig = study::Verdict::slips;   ///< of the whole rig
    double owned = 0;                             ///< so many of what it needs are in the drawer
    /// Of an interface where it is worst after it.
    struct Then {
        std::string interface;
        double factor = 0;
        study::Verdict verdict = study::Verdict::slips;
    };
    std::vector<Then> all = {};  ///< of every interface that it changes
};
struct RigAdviceOptions {
    std::string seam = {};                          ///< only for this interface; empty: for all that do not hold
    std::size_t most = 12;                          ///< that are given for each interface
    const inventory::Workshop* workshop = nullptr;  ///< what is in its drawer is offered before what is to be bought
};
/// Changes that raise what is too weak, the seam that is nearest to letting go first, of each the best first: those
/// after which it holds, then by effort, then by what they give. Meaning  Candidates are the inputs of the interface
/// itself (tightened within the hand or the tool, another surface
///          or pad, a size; where a part says it, that part's size), the counterweights, where something stands along
///          its tube, and other kinds of part in the place of the two that meet. Each is tried as an edit over all
///          shots and payload sets; kept where the interface gains at least 2 % and no other interface's verdict falls.
///          The same for any number of workers.
/// Errors   A Problem when the rig is not valid or there is no such interface.
Result<std::vector<RigAdvice>> rig_advice(const rig::Rig& rig, const RigAdviceOptions& options = {},
                                          const study::Job& job = {});

}  // namespace clampet::project
