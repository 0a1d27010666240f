#pragma once
#include "study/scenes.h"

namespace clampet::study {

/// Two rigs side by side.
struct Comparison {
    struct Side {
        Verdict verdict = Verdict::holds;
        std::string tally;      ///< "1 slips · 2 doubtful"
        double mass = 0;        ///< of all but the site [kg]
        std::size_t parts = 0;  ///< but the site's
    };
    Side a, b;
    struct Seam {
        std::string id, name;
        bool in_a = false, in_b = false;
        double a = 0, b = 0;  ///< factor where it is worst; infinity where nothing drives it
        Verdict a_verdict = Verdict::holds, b_verdict = Verdict::holds;
    };
    std::vector<Seam> seams;  ///< those of B from the payload down, then those that only A has
    struct Difference {
        std::string what;  ///< "V-jaw clamp: Jaw length"
        std::string a, b;  ///< "54 mm"; empty where it is not there
    };
    std::vector<Difference> differences;
};
/// Seam by seam, each where it is worst over its own shots and payload sets, and what is otherwise: parts, their sizes
/// and weights, inputs of interfaces, poses, use.
/// Range    Parts and interfaces are the same where they have the same id.
/// Errors   A Problem when one of them is not valid.
Result<Comparison> compare(const rig::Rig& a, const rig::Rig& b, const Job& job = {});
/// What is otherwise, without checking either.
std::vector<Comparison::Difference> differences_of(const rig::Rig& a, const rig::Rig& b);

}  // namespace clampet::study
