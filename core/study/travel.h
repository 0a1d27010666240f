#pragma once
#include "study/check.h"

namespace clampet::study {

/// Factors of every interface along the travel of one axis.
struct Travel {
    std::string interface, axis;
    bool slides = false;
    struct Point {
        double position = 0;          ///< [rad, m]
        std::vector<double> factors;  ///< typical, of each interface; infinity where nothing drives it
        std::vector<Verdict> verdicts;
    };
    std::vector<std::string> ids, names;  ///< of the interfaces, from the payload down
    std::vector<double> required;         ///< of each
    std::vector<Point> points;            ///< from the least position to the most
    bool stopped = false;                 ///< cancelled: only some of the points are there
};
struct TravelRange {
    std::optional<double> from, to;  ///< the axis's stops where nothing is said
    std::size_t steps = 24;          ///< points less one, at least 1
};
/// How far an axis is looked along: between its stops, half a metre to either side on a rail whose end nobody said, all
/// the way round otherwise [rad, m].
rig::Stops looked_along(const rig::Interface& interface, const families::Axis& axis);
/// Meaning  A full check at every point; the same for any number of workers.
/// Errors   A Problem when there is no such axis, the range is upside down, or the rig is not valid.
Result<Travel> travel(const rig::Rig& rig, const std::string& interface, const std::string& axis,
                      const TravelRange& range = {}, const Job& job = {});

}  // namespace clampet::study
