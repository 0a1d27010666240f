#pragma once
#include <map>
#include <set>
#include <string>
#include <vector>

#include "make/operations.h"
#include "make/pieces.h"
#include "make/table.h"

namespace clampet::make {

/// A step of the work. What comes after it waits until it is ready: hands-on, then dried, set or printed.
struct Step {
    std::string key;                 ///< "arm/saw": the same for the same work, whatever else changes
    std::string part;                ///< its id; empty: the rig
    std::string what;                ///< "Saw the arm: 2 pieces"
    double hands_on = 0;             ///< [s], with the tries that it takes on average
    double waiting = 0;              ///< afterwards, while something dries, sets or is printed [s]
    std::string waits_for;           ///< "glue", "oil", "print"; empty where it waits for nothing
    std::vector<std::size_t> after;  ///< steps that must be ready
    std::vector<std::string> tools = {};
    std::string caution = {};  ///< told once, at the first step that it belongs to
    std::string gate = {};     ///< a hold point: go on only if so; empty: none
    unsigned spares = 0;       ///< blanks more than are needed, as some go wrong
};
struct Plan {
    std::vector<Step> steps;  ///< in an order in which they can be done
    double hands_on() const;
    double waiting() const;  ///< of all steps, as if one after another [s]
};

/// What is chosen of the work.
struct Work {
    std::string finish = "oil";                   ///< of what is of wood; a key of finishes()
    std::string glue = "PVA wood glue (D2, D3)";  ///< of glues()
};
/// Errors  A Problem: a finish or glue that is not known.
Status check(const Work& work);

/// Meaning  Every part that is made, piece by piece: mark, saw, drill, thread, sand, dry fit, glue, coat, print; then
///          every interface joined from the ground up, joints set to their friction, the rig tried.
/// Errors   As made_of(); a Problem: nothing to make, a finish or glue that is not known.
Result<Plan> plan_of(const rig::Rig& rig, const Work& work = {});

/// When steps can begin and must begin, were there hands enough [s from the start].
struct Slack {
    double earliest = 0, latest = 0;
    bool is_critical() const { return latest - earliest < 1; }
};
/// Meaning  The critical path method: forward for the earliest start, backward for the latest.
/// Errors   A Problem: a step waits for itself, by however many others.
/// Source   Kelley and Walker, 1959.
Result<std::vector<Slack>> slack_of(const Plan& plan);
/// How long the longest path takes [s]. The plan does not depend on itself.
double length_of(const Plan& plan, const std::vector<Slack>& slack);

/// As a list: step, what, hands-on, waiting, tools, minding.
Table step_list(const Plan& plan);
/// "1 h 20 min", "24 h", "40 min".
std::string duration_in_words(double seconds);

}  // namespace clampet::make
