#include "parts/rows.h"

namespace clampet::parts {
namespace of_floor {
namespace {

/// What a stand stands on. Origin: on the floor, where the rig stands.
Result<Body> build(const Values& v) {
    const double across = number(v, "across"), thick = 0.02;
    const std::string& surface = text(v, "surface");
    Port ground{"ground", families::PortKind::floor};
    ground.surface = surface;
    Body body;
    body.ports = {ground};
    const Stuff stuff = surface.find("floor") != surface.npos || surface == "plywood" || surface == "hardwood"
                            ? Stuff::wood
                            : Stuff::metal;
    body.shapes = {box({0, 0, -thick / 2}, {across, across, thick}, stuff)};
    return body;
}

}  // namespace
}  // namespace of_floor

const PartKind& floor_kind() {
    using namespace of_floor;
    static const SimpleKind kind(
        {"floor", "Floor", "What a stand stands on.", Role::support, Origin::site},
        {surface_row("surface", "It is of", "timber floor", "What the feet rub on."),
         length_row("across", "Drawn across", 1.2, 20, "How much of it is drawn; it weighs nothing.")},
        build);
    return kind;
}

}  // namespace clampet::parts
