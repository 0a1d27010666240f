#pragma once
#include <span>
#include <string>
#include <string_view>

#include "catalogue/thread.h"
#include "families/family.h"
#include "mechanics/stack_up.h"

namespace clampet::study {

enum class Verdict { holds, doubtful, slips };
std::string_view name_of(Verdict verdict);  ///< "Holds", "Doubtful", "Slips"

/// At the weak end of the band a weight that helps counts less, one that hurts more.
/// Source   Equilibrium practice, EN 1990, table A1.2(A), rounded.
inline constexpr double weight_that_helps = 0.9, weight_that_hurts = 1.1;

/// Least factor of an interface's ultimate modes, at typical inputs and at the weak end of their bands.
struct FactorBand {
    double low = 0, typical = 0;
};

/// What a load case asks for, among cases that may ask for unlike factors.
/// Meaning  share() puts factors of all of them in one order: of what reaches 1 by how much of its own required factor
///          it is, and what does not reach 1, and lets go, below all that does.
struct Requirement {
    double required = 1, greatest = 1;  ///< its own factor; the greatest that any of the cases asks for
    double share(double factor) const noexcept { return factor / (factor < 1 ? greatest : required); }
    /// Below this a factor has a share under the one given.
    double factor_at(double share) const noexcept {
        const double slipping = share * greatest, holding = share * required;
        return slipping < 1 ? slipping : holding > 1 ? holding : 1;
    }
};

/// The rule, and the only place where it stands.
/// Meaning  Holds: typical >= required, weak >= 1, and no advisory that forbids it. Doubtful: typical >= 1. Slips
///          otherwise, and for NaN.
/// Source   Common practice, our judgement.
Verdict judge(const FactorBand& factors, double required, std::span<const families::Advisory> advisories = {});

/// One mode on its own: an ultimate one is measured against the required factor, a service one against its own limit.
Verdict judge(double factor, families::ModeClass mode_class, double required);

/// What two threads make of each other.
Verdict judge(catalogue::Fit fit);

/// A screw, its stack and its socket together.
struct StackJudgement {
    Verdict verdict = Verdict::holds;
    std::string state;     ///< "It is right", "It bottoms"
    std::string sentence;  ///< what is wrong and what would do, or what it comes to
};
/// No stack is right for threads that do not go together. `fit`: Fits, where the socket's thread is not known.
StackJudgement judge(const mechanics::StackUp& stack, const mechanics::StackVerdict& found,
                     const catalogue::FitVerdict& fit);

}  // namespace clampet::study
