#pragma once
#include <span>
#include <string>
#include <string_view>
#include <vector>

namespace clampet::make {

/// A kind of work, as data/work.json has it: how long, with what, how often it goes wrong.
struct Operation {
    std::string key, verb;
    double duration = 0;  ///< hands-on, for one of what it is counted by [s]
    std::string per;      ///< "piece", "hole", "thread", "opening", "thing", "part", "seam", "rig"
    double attempts = 1;  ///< blanks or tries for one that is good, on average; 1 or more
    std::vector<std::string> tools;
    std::string caution;  ///< empty where there is none beyond care
    std::string source;
    double section = 0;  ///< what is sawn through in that time, where the work is counted by it [m^2]; 0: it is not
};
/// Of that key, which is there.
const Operation& operation(std::string_view key);
std::span<const Operation> operations();

/// How what an interface family holds is put together, where that is not "Join … to …" with keys and spanners.
struct Joining {
    std::string family;      ///< its key
    std::string verb, onto;  ///< "Stand", "on"
    std::vector<std::string> tools;
    bool sets_friction = false;  ///< it is set afterwards: loose enough to move, tight enough to stay
    std::string source;
};
std::span<const Joining> joinings();

/// A glue, and how long it wants.
struct GlueTimes {
    std::string name;
    double handling = 0;  ///< until clamps may come off [s]
    double full = 0;      ///< until it may be loaded [s]
    std::string source;
};
std::span<const GlueTimes> glues();

/// What a surface is coated with.
struct Finish {
    std::string key, name;
    unsigned coats = 0;
    double apart = 0;  ///< until the next coat, and until it may be handled [s]
    std::string source;
};
std::span<const Finish> finishes();

/// How fast prints come, and how much of the solid they are.
struct PrintRate {
    double mass_per_second = 0;  ///< [kg/s]
    double share = 0;            ///< of a solid's mass: walls and infill
    std::string source;
};
const PrintRate& print_rate();

}  // namespace clampet::make
