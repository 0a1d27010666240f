#include "project/starting_points.h"

#include <fmt/format.h>

#include <array>

#include "project/rig_json.h"

namespace clampet::embedded {
std::string_view stair_rail();
std::string_view pole_clamp();
std::string_view floor_post();
std::string_view boom();
std::string_view printed_chain();
std::string_view castered_post();
}  // namespace clampet::embedded

namespace clampet::project {

std::span<const StartingPoint> starting_points() {
    static const std::array<StartingPoint, 2> all{{
        {"pole-clamp", "Clamp on a pole", "A camera on a plate, a ball joint and a V-jaw clamp round a tube."},
        {"floor-post", "Post on the floor", "A camera on a ball joint, on a post with three legs."},
    }};
    return all;
}

std::span<const StartingPoint> demo_rigs() {
    static const std::array<StartingPoint, 4> all{{
        {"stair-rail", "Stair rail", "A clamp on a stair handrail, looking down the well. One screw bottoms."},
        {"boom", "Boom over hands and rope", "Under an oak beam, straight down, over people."},
        {"printed-chain", "Printed chain", "Beside the bell wheel, close on the rope."},
        {"castered-post", "Castered post", "A post on casters among the ringers, with a light on a spring clamp."},
    }};
    return all;
}

rig::Rig demo_rig() {
    return *read_rig(embedded::stair_rail());
}

Result<rig::Rig> starting_rig(const std::string& key) {
    if (key == "pole-clamp") return read_rig(embedded::pole_clamp());
    if (key == "floor-post") return read_rig(embedded::floor_post());
    if (key == "stair-rail") return read_rig(embedded::stair_rail());
    if (key == "boom") return read_rig(embedded::boom());
    if (key == "printed-chain") return read_rig(embedded::printed_chain());
    if (key == "castered-post") return read_rig(embedded::castered_post());
    return Problem{"start.unknown", "", fmt::format("There is no starting point “{}”.", key),
                   "Choose one of the start page."};
}

}  // namespace clampet::project
