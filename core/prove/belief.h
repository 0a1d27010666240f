#pragma once
#include <string>
#include <vector>

#include "rig/rig.h"

namespace clampet::prove {

/// A normal distribution of a natural logarithm.
struct Normal {
    double mean = 0, deviation = 0;
    /// 5, 50 and 95 % of what it is the logarithm of.
    rig::Band band() const;
};

/// Between two tightenings by the same hand the force differs by so much, standard deviation of its ln [mechanics 14].
inline constexpr double between_tightenings = 0.12;

/// Something that tests tell of, as a factor of what is typical, before and after all of them.
struct Believed {
    enum class What { friction, hand, together };
    What what = What::friction;
    std::string name;       ///< "rubber on oak"; the interface's id of what is known together
    Normal before, after;   ///< of ln(factor)
    std::size_t tests = 0;  ///< that tell of it
    /// What each of them said: ln of friction times force over what is typical; a bound: at least so much.
    struct Told {
        double ln = 0;
        bool is_bound = false;
    };
    std::vector<Told> told = {};
};
struct Belief {
    std::vector<Believed> all;  ///< frictions by name, then the hand, then interfaces as they are tightened now
    /// Tests that lie outside of what was thought likely before (5 to 95 %): a wrong reading, or a wrong model.
    std::vector<std::string> unlikely;  ///< ids
};

/// What all tests of a rig teach together.
/// Meaning  ln μ of each pair, ln of the hand and of each tightening are jointly normal before any test. One that slid
///          says ln(μN) to within its spread: exact (linear, Gaussian). One that held, tipped or opened first says that
///          it was not less, Φ((ln μN − y)/s): by expectation propagation, which for one such test has the exact mean
///          and deviation. Pulls of one tightening share its force; tightened anew it is drawn again.
/// Range    Any number of pulls; those that are off do not count.
/// Source   mechanics 14; Minka, Expectation Propagation for Approximate Bayesian Inference, 2001.
Belief belief_of(const rig::Rig& rig);
/// The same as bands that an interface can take.
rig::Learned learned_of(const rig::Rig& rig, const Belief& belief);
/// The rig with what its pulls teach in force.
rig::Rig taught(rig::Rig rig);

}  // namespace clampet::prove
