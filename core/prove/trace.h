#pragma once
#include <optional>
#include <string_view>
#include <vector>

#include "quantity/result.h"
#include "study/job.h"

namespace clampet::prove {

/// What a scale showed over time.
struct Trace {
    std::vector<double> time;   ///< [s], never backwards
    std::vector<double> force;  ///< [N], as it was shown
};
/// Meaning  A table of time and force. The first line may say the columns and their units: “time (ms);force [kg]”; kg,
///          g, lb and oz are taken as what hangs. Without it: seconds and newtons. Other columns are passed over.
/// Range    As quantity::read_spreadsheet(); 10 to 2 000 000 rows, at most 1e6 N.
/// Errors   A Problem with the line: no number, time running backwards, a unit that is none, too few rows, stopped.
Result<Trace> read_trace(std::string_view text, const study::Job& job = {});

/// Newtons of a unit as scales write it, in small letters: N where it is empty; what hangs by kg, g, lb, oz. Nothing
/// where it is none.
std::optional<double> unit_of_force(const std::string& name);

/// How it let go, by the shape of its force.
enum class Shape {
    nothing,  ///< it held to the end
    drop,     ///< the force fell at once: it slipped far, tipped, opened or broke; the person says which
    slide     ///< it went on at that force: it slid
};
struct LetGo {
    Shape shape = Shape::nothing;
    double force = 0;  ///< when it let go, or the most there was [N]
    double at = 0;     ///< when [s]
    double zero = 0;   ///< what the scale showed before the pull, taken off [N]
    double noise = 0;  ///< standard deviation before the pull [N]
};
/// Meaning  The scale's zero is what it showed in the first 0.3 s, where that is next to nothing beside the pull. After
///          a running median over five readings: the first fall of a quarter within 0.6 s is a drop; a second before it
///          in which the force stays within 15 % of its most, the mean of each third within 7 %, and which nothing
///          later exceeds by 5 %, is a slide.
/// Errors   A Problem: nothing was pulled, or the pull is the wrong way round.
/// Source   Our judgement, on simulated pulls.
Result<LetGo> let_go_of(const Trace& trace);

}  // namespace clampet::prove
