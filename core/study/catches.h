#pragma once
#include <string>
#include <vector>

#include "rig/mechanism.h"
#include "rig/rig.h"
#include "study/verdict.h"

namespace clampet::study {

/// A tether as it would catch what it holds.
struct CatchResult {
    std::string id, name;
    rig::Vector from = rig::Vector::Zero(), tied = rig::Vector::Zero();  ///< where it balances, where it is tied [m]
    double fall = 0;   ///< how far what it catches falls before it is straight [m]
    double force = 0;  ///< with which it is caught, at typical inputs [N]
    FactorBand factors{};
    Verdict verdict = Verdict::slips;
    std::string problem;              ///< why it catches nothing; empty where it does
    std::vector<std::string> covers;  ///< interfaces that may let go and it holds
};

/// The second catches of a rig.
struct Catches {
    bool asked = false;  ///< it is used over people or equipment
    std::vector<CatchResult> each;
    std::vector<std::string> uncovered;  ///< where they are asked for: interfaces whose letting go nothing catches
    /// Doubtful where one is missing or would break: nothing has let go yet.
    Verdict verdict = Verdict::holds;
    std::string sentence;  ///< what is wrong with them; empty where nothing is
};

/// Meaning  What is caught falls straight down from where it balances until its tether, tied to the nearest place of
///          its anchor, is straight: h = (z_P − z_A) + √(L² − a²), with a the level distance. It covers the interfaces
///          that carry the caught part and not the anchor, and must hold all that comes down when the lowest of them
///          lets go. Feet on a floor and what lies by its weight are not asked for: a tether does not keep a stand from
///          tipping.
/// Source   mechanics/falling.h for the force; what must be covered is common practice.
Catches second_catches(const rig::Rig& rig, const rig::Placed& placed, double required);

}  // namespace clampet::study
