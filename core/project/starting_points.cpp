#include "project/starting_points.h"

#include <fmt/format.h>

#include <array>

#include "project/rig_json.h"

namespace clampet::embedded {
std::string_view stair_rail();
std::string_view pole_clamp();
std::string_view floor_post();
}  // namespace clampet::embedded

namespace clampet::project {

std::span<const StartingPoint> starting_points() {
    static const std::array<StartingPoint, 2> all{{
        {"pole-clamp", "Clamp on a pole", "A camera on a plate, a ball joint and a V-jaw clamp round a tube."},
        {"floor-post", "Post on the floor", "A camera on a ball joint, on a post with three legs."},
    }};
    return all;
}

rig::Rig demo_rig() {
    return *read_rig(embedded::stair_rail());
}

Result<rig::Rig> starting_rig(const std::string& key) {
    if (key == "pole-clamp") return read_rig(embedded::pole_clamp());
    if (key == "floor-post") return read_rig(embedded::floor_post());
    return Problem{"start.unknown", "", fmt::format("There is no starting point “{}”.", key),
                   "Choose one of the start page."};
}

}  // namespace clampet::project
