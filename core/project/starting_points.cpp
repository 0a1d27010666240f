#include "project/starting_points.h"

#include <fmt/format.h>

#include <array>
#include <vector>

#include "project/rig_json.h"

namespace clampet::embedded {
std::string_view stair_rail();
std::string_view pole_clamp();
std::string_view floor_post();
std::string_view boom();
std::string_view printed_chain();
std::string_view castered_post();
std::string_view k01();
std::string_view k02();
std::string_view k03();
std::string_view k04();
std::string_view k05();
std::string_view k06();
std::string_view k07();
std::string_view k08();
std::string_view k09();
std::string_view k10();
std::string_view k11();
std::string_view k12();
std::string_view k13();
std::string_view k14();
std::string_view k15();
std::string_view k16();
std::string_view k17();
std::string_view k18();
}  // namespace clampet::embedded

namespace clampet::project {

namespace {

struct Row {
    StartingPoint point;
    std::string_view (*text)();
};

/// Rigs that people build, each as a file of data/rigs/.
const std::vector<Row>& rows() {
    static const std::vector<Row> all{
        {{"pole-clamp", "Clamp on a pole", "A camera on a plate, a ball joint and a V-jaw clamp round a tube."},
         embedded::pole_clamp},
        {{"floor-post", "Post on the floor", "A camera on a ball joint, on a post with three legs."},
         embedded::floor_post},
        {{"k01", "Turned pan-and-tilt head",
          "A timber head on a post: pan base turned by hand, a yoke with a wooden knob, a plate that slides into a "
          "release, a pan arm."},
         embedded::k01},
        {{"k02", "Spacer under a release",
          "A timber block with a brass insert lifts a puck so that it clears a latch that moves."},
         embedded::k02},
        {{"k03", "Plates on a worn strap",
          "Two plates sandwich a harness strap; nuts fixed inside, wing nuts outside; an action camera on the chest."},
         embedded::k03},
        {{"k04", "Printed ball-and-socket chain",
          "An end clamp on a desk, a chain of printed balls with a bendable core wire, a small camera at its end. 280 "
          "mm was too short; 0.9 m is wanted."},
         embedded::k04},
        {{"k05", "Overhead boom on two rods",
          "Two rods of unlike diameter side by side reach over a table; a counterweight slides behind; a camera looks "
          "straight down."},
         embedded::k05},
        {{"k06", "Screw clamp with a small ball head",
          "A C-clamp with a rubber tip on a shelf; a small ball head; a monitor on an adhesive plate."},
         embedded::k06},
        {{"k07", "Mirror on a side bracket",
          "A monitor used as a mirror on a bracket beside a rail, on a small ball, off its middle; nuts of plastic."},
         embedded::k07},
        {{"k08", "Plywood arm with pockets",
          "An arm of birch ply with pockets cut into it, screwed down on a bench; an insert at its far end carries the "
          "head."},
         embedded::k08},
        {{"k09", "Phone jig on a weighted base",
          "A lipped, weighted base with a dowel post and an eccentric collar that drops and jams; a phone looks down "
          "on the work."},
         embedded::k09},
        {{"k10", "Plate in a sprung shoe",
          "A washer-and-grommet plate in a sprung shoe: friction only, its open side to the operator."},
         embedded::k10},
        {{"k11", "Knock-down trestle",
          "A trestle with a rubber-backed clamp on its rail and a friction hinge; the lens comes as near as it can "
          "focus."},
         embedded::k11},
        {{"k12", "Tee-nut through a pouch",
          "A tee-nut through cloth between rubber washers, a stud that turns round, an action camera on a pouch."},
         embedded::k12},
        {{"k13", "Cart with tube clamps",
          "A cart with a tube across its bar in right-angle clamps; a monitor and a camera at its sides."},
         embedded::k13},
        {{"k14", "Tapered timber boom", "A tapered timber boom on a stand; a weight hangs in a hole behind."},
         embedded::k14},
        {{"k15", "Stacked pan mount with a servo",
          "A tall stack on a servo-driven pan base; doors and landings knock it."},
         embedded::k15},
        {{"k16", "Folding ply arm from the ceiling",
          "Three ply links with washer friction joints hang from a collar round a ceiling pipe; an extra link was "
          "added."},
         embedded::k16},
        {{"k17", "Castered base with a slit tube",
          "A base on casters, a post in a socket, a slit tube drawn down by bands round it, a padded spring clamp; two "
          "screws stop the turn."},
         embedded::k17},
        {{"k18", "Desk-edge post with an arm",
          "A clamp on a desk edge, a post, an arm with an enlarged hole, washers under a screw that was too long, a "
          "ball head and a claw release."},
         embedded::k18},
    };
    return all;
}

}  // namespace

std::span<const StartingPoint> starting_points() {
    static const std::vector<StartingPoint> all = [] {
        std::vector<StartingPoint> points;
        for (const auto& row : rows()) points.push_back(row.point);
        return points;
    }();
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
    for (const auto& row : rows())
        if (row.point.key == key) return read_rig(row.text());
    if (key == "stair-rail") return read_rig(embedded::stair_rail());
    if (key == "boom") return read_rig(embedded::boom());
    if (key == "printed-chain") return read_rig(embedded::printed_chain());
    if (key == "castered-post") return read_rig(embedded::castered_post());
    return Problem{"start.unknown", "", fmt::format("There is no starting point “{}”.", key),
                   "Choose one of the start page."};
}

}  // namespace clampet::project
