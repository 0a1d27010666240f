#pragma once
#include <Eigen/Core>
#include <optional>
#include <string>
#include <vector>

#include "families/family.h"
#include "rig/rig.h"
#include "rig/statics.h"
#include "study/catches.h"
#include "study/job.h"
#include "study/verdict.h"

namespace clampet::rig {
class JointStore;
}

namespace clampet::study {

/// One mode of one element under the worst of the load cases.
struct ModeResult {
    std::string element, family, mode;
    families::Phrase words;  ///< how it would move, or what the mode is called
    bool has_motion = false;
    bool too_tight = false;  ///< what presses alone is too much: the factor is its share
    families::ModeClass mode_class = families::ModeClass::ultimate;
    double mass = 0, live = 0;                 ///< lambda_mass, lambda_live at typical inputs; infinity when not driven
    std::string load_case;                     ///< id of the case in which the lesser of them is least
    std::size_t action = 0;                    ///< how it acts: index into RigCheck::actions
    std::string under, margin;                 ///< "with a push"; what a factor multiplies, "this push"
    std::optional<Eigen::Vector3d> direction;  ///< of what comes from any side, in the world
    bool tell_direction = false;               ///< whether that says something to a person
    mechanics::Load load;                      ///< that case's load in the interface's frame
    double required = 0;                       ///< that case's, or the rig's
    Requirement requirement;                   ///< the same, among all cases
    double factor() const { return mass < live ? mass : live; }
    double share() const { return requirement.share(factor()); }  ///< of what is required: under 1 is too little
    bool by_mass() const { return mass <= live; }
};

struct InterfaceResult {
    std::string id, name;
    std::vector<ModeResult> modes;
    std::optional<std::size_t> governs;  ///< index into modes, the least ultimate one
    double low = 0, typical = 0, high = 0;
    double required = 0;  ///< what `typical` is measured against
    Verdict verdict = Verdict::slips;
    std::vector<families::Advisory> advisories;
    mechanics::Load rest;  ///< the weights alone
    bool pending = false;  ///< not computed yet: it is being checked
};

struct RigCheck {
    std::vector<InterfaceResult> interfaces;  ///< from the payload down
    std::optional<std::size_t> worst;
    double required = 0;
    Verdict verdict = Verdict::holds;
    std::shared_ptr<const rig::Placed> placed;  ///< where everything stands; nothing for an empty rig
    std::vector<rig::Action> actions;           ///< of the load cases looked at
    Catches catches;                            ///< what holds it when an interface lets go
    bool stopped = false;                       ///< cancelled: only some of the interfaces are there
};

/// How much of an interface is worked out.
enum class Detail {
    every_mode,  ///< both factors of every mode: what a list of them shows
    verdict,     ///< the mode that governs, low, typical, high and the verdict. Of the ultimate modes those are there
                 ///< that come within ten times of it; only the lesser of their factors, unless the other is close
    factor       ///< the mode that governs, and typical: low and high are that too
};

struct CheckOptions {
    std::optional<double> required = {};  ///< instead of the rig's own
    std::vector<std::string> cases = {};  ///< ids or kinds of load cases; empty: all
    rig::JointStore* joints = nullptr;    ///< where joints that were built already are found
    Detail detail = Detail::every_mode;
};

/// A valid rig, where it stands and how its load cases act: what all of its interfaces are checked with.
struct Prepared {
    const rig::Rig& rig;
    rig::Statics statics;
    std::vector<rig::Action> actions;
    double required = 0;
    rig::JointStore* joints = nullptr;
    Detail detail = Detail::every_mode;
};
/// Errors  A Problem when a case is unknown, the required factor is none, or a loop is held by nothing.
Result<Prepared> prepare(const rig::Rig& rig, const CheckOptions& options = {});

/// Every interface under every load case, at typical, weak and strong inputs.
/// Meaning  Judged by verdict.h's rule. Of what comes from any side the worst direction is searched for each mode,
/// among
///          162 at typical inputs, among 42 and the typical worst ones at the weak end of the band, along the slope
///          from those at the strong end; then refined to 0.5 degrees. Of two that are independent, each is searched
///          with the other held, in turn.
/// Errors   A Problem when the rig is not valid, or a case is unknown.
Result<RigCheck> check(const rig::Rig& rig, const CheckOptions& options = {}, const Job& job = {});

/// One interface of a prepared rig.
Result<InterfaceResult> check_interface(const Prepared& prepared, const rig::Interface& interface);
/// check() for a rig that is known to be valid: an edited document's.
Result<RigCheck> check_valid(const rig::Rig& rig, const CheckOptions& options = {}, const Job& job = {});
/// Picks the worst interface and the rig's verdict.
void conclude(RigCheck& check);

}  // namespace clampet::study
