#pragma once
#include <Eigen/Core>
#include <optional>
#include <string>
#include <vector>

#include "families/family.h"
#include "rig/rig.h"
#include "rig/statics.h"
#include "study/job.h"
#include "study/verdict.h"

namespace clampet::study {

inline constexpr std::string_view case_rest = "rest", case_push = "hand push";

/// One mode of one element under the worst of the load cases.
struct ModeResult {
    std::string element, family, mode;
    families::Phrase words;  ///< how it would move, or what the mode is called
    bool has_motion = false;
    bool too_tight = false;  ///< what presses alone is too much: the factor is its share
    families::ModeClass mode_class = families::ModeClass::ultimate;
    double mass = 0, live = 0;                 ///< lambda_mass, lambda_live at typical inputs; infinity when not driven
    std::string load_case;                     ///< the case in which the lesser of them is least
    std::optional<Eigen::Vector3d> direction;  ///< of the push, in the world
    mechanics::Load load;                      ///< that case's load in the interface's frame
    double factor() const { return mass < live ? mass : live; }
    bool by_mass() const { return mass <= live; }
};

struct InterfaceResult {
    std::string id, name;
    std::vector<ModeResult> modes;
    std::optional<std::size_t> governs;  ///< index into modes, the least ultimate one
    double low = 0, typical = 0, high = 0;
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
    rig::Placement placement;
    bool stopped = false;  ///< cancelled: only some of the interfaces are there
};

struct CheckOptions {
    std::optional<double> required;  ///< instead of the rig's own
    std::vector<std::string> cases;  ///< empty: all
};

/// Every interface under every load case, at typical, weak and strong inputs.
/// Meaning  Judged by verdict.h's rule. The push's worst direction is searched for each mode: 162 directions at typical
/// inputs (42 and the typical
///          worst one at the ends of the band), then refined to 0.5 degrees.
/// Errors   A Problem when the rig is not valid, or a case is unknown.
Result<RigCheck> check(const rig::Rig& rig, const CheckOptions& options = {}, const Job& job = {});

/// One interface of a placed, validated rig.
Result<InterfaceResult> check_interface(const rig::Rig& rig, const rig::Placement& placement,
                                        const rig::Interface& interface, const CheckOptions& options = {});
/// check() for a rig that is known to be valid: an edited document's.
Result<RigCheck> check_valid(const rig::Rig& rig, const CheckOptions& options = {}, const Job& job = {});
/// Picks the worst interface and the rig's verdict.
void conclude(RigCheck& check);

}  // namespace clampet::study
