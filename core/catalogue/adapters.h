#pragma once
#include <array>
#include <span>
#include <string>
#include <string_view>
#include <vector>

#include "quantity/result.h"

namespace clampet::catalogue {

/// What an adapter's end may be beside a thread: what goes in, and what takes it.
struct PlainEnd {
    std::string_view designation, male, female;
};
/// Stud of a light stand, shoe of a camera (ISO 518), wood that a hanger bolt or a screw goes into.
inline constexpr std::array<PlainEnd, 3> plain_ends{{{"16 mm stud", "16 mm stud", "16 mm socket"},
                                                     {"accessory shoe", "shoe foot", "accessory shoe"},
                                                     {"wood", "wood thread", "wood"}}};
/// Nothing where it is none of them: a thread's designation.
const PlainEnd* plain_end(std::string_view designation);

/// One end of a part: a thread and whether it is the screw or the socket; or one of the plain ends.
struct ThreadEnd {
    std::string designation;  ///< as in the catalogue, "1/4-20 UNC"; a plain end's
    bool male = true;
    friend bool operator==(const ThreadEnd&, const ThreadEnd&) = default;
    /// Same thread, other sex: the two screw together.
    bool mates(const ThreadEnd& other) const { return designation == other.designation && male != other.male; }
};
std::string name_of(const ThreadEnd& end);

/// "1/4-20 male", "M6 female", "3/8-16 m", "shoe foot". Errors: a Problem that says how to write it, or that the thread
/// is unknown.
Result<ThreadEnd> read_end(std::string_view text);

struct Adapter {
    std::string name;
    ThreadEnd a, b;
    std::string source;
    static constexpr unsigned any_number = 1'000'000;
    unsigned count = 1;  ///< pieces that there are
};
/// What can be bought.
std::span<const Adapter> adapters();
/// Reads {"adapters":[{"name","a","b","count"}]}, one of each where no count is given. Errors: a Problem with the row
/// that is wrong.
Result<std::vector<Adapter>> read_adapters(std::string_view json);

struct RouteStep {
    Adapter adapter;
    ThreadEnd in, out;  ///< the end that goes onto what is there, and the end that is then free
    bool in_stock = false;
};
/// The fewest adapters that join two ends: from what is in stock alone if that is possible, else with what can be
/// bought, five at the most, each no more often than there are of it.
/// Meaning  Empty when the ends already screw together. Errors   A Problem when no chain does.
Result<std::vector<RouteStep>> adapter_route(const ThreadEnd& from, const ThreadEnd& to,
                                             std::span<const Adapter> in_stock);

}  // namespace clampet::catalogue
