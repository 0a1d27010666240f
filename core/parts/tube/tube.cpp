#include "parts/rows.h"

namespace clampet::parts {
namespace {

/// A tube or a rod. Origin: its middle; x along a level one.
Result<Body> build(const Values& v) {
    const double d = number(v, "diameter"), wall = number(v, "wall"), length = number(v, "length");
    if (wall >= d / 2)
        return Problem{"tube.wall_too_thick", "wall", "The wall is as thick as half the tube.",
                       "Give less than half the diameter, or 0 for a solid rod."};
    const bool upright = text(v, "lies") == "upright";
    const Vector along = upright ? Vector::UnitZ() : Vector::UnitX();
    Solids solids;
    const double density = density_of(v);
    solids.add(cylinder(Vector::Zero(), d, length, along, Stuff::tube), density);
    if (wall > 0) solids.drill(cylinder(Vector::Zero(), d - 2 * wall, length, along, Stuff::tube), density);
    const auto tube_port = [&](std::string id, const Vector& at, const Vector& z, double free) {
        Port port{std::move(id), families::PortKind::tube, at, z, along};
        port.sizes = {{"diameter", d}, {"length", free}};
        if (wall > 0) port.sizes["wall"] = wall;
        port.surface = text(v, "surface");
        return port;
    };
    const Vector out = upright ? Vector::UnitX() : Vector::UnitZ();
    return solids.body({tube_port("grip", Vector::Zero(), out, length),
                        tube_port("head", along * (length / 2), out, length / 2),
                        tube_port("foot", -along * (length / 2), out, length / 2)});
}

}  // namespace

const PartKind& tube_kind() {
    static const SimpleKind kind(
        {"tube", "Tube or rod", "A handrail, a scaffold tube, a boom's rod: what jaws and collars grip.", Role::support,
         Origin::site},
        {length_row("diameter", "Outside", 0.0337, 1, "33.7 mm is a handrail, 48.3 mm a scaffold tube."),
         gap_row("wall", "Wall", 0.0026, 0.5, "Thickness of its wall; 0 for a solid rod."),
         length_row("length", "Length", 1, 100, "As much of it as is free."), material_row("mild steel"),
         surface_row("surface", "Outside it is", "painted steel", "What a jaw rubs on."),
         choice_row("lies", "It lies", {{"level", "level"}, {"upright", "upright"}}, "level",
                    "As the part's own frame has it.")},
        build, {{"tube", "Tube or rod", {{"diameter", "outer"}, {"wall", "wall"}}, {}}});
    return kind;
}

}  // namespace clampet::parts
