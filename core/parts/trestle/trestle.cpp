#include "parts/rows.h"

namespace clampet::parts {
namespace of_trestle {
namespace {

/// A trestle that is knocked down: two pairs of legs and a rail on edge. Origin: on the floor, below the rail's middle;
/// x across the rail, y along it.
Result<Body> build(const Values& v) {
    const double height = number(v, "height"), length = number(v, "length"), spread = number(v, "spread"),
                 rail = number(v, "rail"), deep = number(v, "rail_depth"), leg = number(v, "leg"),
                 density = density_of(v);
    if (deep + leg >= height)
        return Problem{"trestle.rail_too_deep", "rail_depth", "The rail reaches down to the floor.",
                       "Give less than its height."};
    if (rail + 2 * leg >= spread)
        return Problem{"trestle.feet_too_near", "spread", "The legs find no room between the rail and their feet.",
                       "Give more than the rail’s and two legs’ thickness."};
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.piece("rail");
    solids.add(box({0, 0, height - deep / 2}, {rail, length + 2 * leg, deep}, stuff), density);
    for (const double y : {length / 2, -length / 2})
        for (const double x : {spread / 2, -spread / 2}) {
            // To the middle of the rail's side, sawn to it and to the floor.
            const Vector side(x > 0 ? 1 : -1, 0, 0), foot(x, y, 0), top(side.x() * rail / 2, y, height - deep / 2);
            solids.piece("leg");
            solids.add_fitted(cylinder((foot + top) / 2, leg, (foot - top).norm(), (foot - top).normalized(), stuff),
                              {{foot, -Vector::UnitZ()}, {top, -side}}, density);
        }
    Port feet{"feet", families::PortKind::feet};
    feet.sizes = {{"layout", "rectangle"}, {"length", spread}, {"width", length}, {"on", "feet"}};
    feet.surface = text(v, "feet_of");
    // A clamp comes down over the rail: what it grips is as thick as the rail.
    Port edge{"rail", families::PortKind::edge, {0, 0, height}, Vector::UnitZ()};
    edge.sizes = {{"thickness", rail}};
    edge.surface = text(v, "surface");
    return solids.body(
        {feet, edge, face_port("top", {0, length / 4, height}, rail, length / 2, 0, text(v, "surface"))});
}

}  // namespace
}  // namespace of_trestle

const PartKind& trestle_kind() {
    using namespace of_trestle;
    static const SimpleKind kind(
        {"trestle", "Trestle", "Two pairs of legs and a rail on edge: it is knocked down and carried."},
        {length_row("height", "Height", 0.75, 5, "From the floor to the rail's top."),
         length_row("length", "Legs apart", 0.80, 5, "Along the rail."),
         length_row("spread", "Feet apart", 0.50, 5, "Across the rail."),
         length_row("rail", "Rail, thickness", 0.045, 0.5, "Across."),
         length_row("rail_depth", "Rail, depth", 0.095, 1, "Up and down."),
         length_row("leg", "Legs, thickness", 0.035, 0.3, "Of one leg."), material_row("spruce"),
         surface_row("surface", "Rail is", "softwood", "What a clamp rubs on."),
         surface_row("feet_of", "Feet of", "rubber", "What stands on the floor.")},
        build, {{"timber", "Timber of the rail", {{"rail", "thickness"}, {"rail_depth", "width"}}, {}}});
    return kind;
}

}  // namespace clampet::parts
