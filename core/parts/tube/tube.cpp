#include "parts/rows.h"

namespace clampet::parts {
namespace of_tube {
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
    Port end{"end", families::PortKind::spigot, -along * (length / 2), along, out};
    end.sizes = {{"diameter", d}, {"length", length / 2}};
    end.surface = text(v, "surface");
    std::vector<Port> ports{tube_port("grip", Vector::Zero(), out, length),
                            tube_port("head", along * (length / 2), out, length / 2),
                            tube_port("foot", -along * (length / 2), out, length / 2), end};
    if (text(v, "tip") != "nothing") {
        auto tip =
            end_port(v, "tip", {.at = along * (length / 2), .z = along, .length = d, .surface = text(v, "surface")});
        if (!tip) return tip.problem();
        ports.push_back(std::move(*tip));
    }
    return solids.body(std::move(ports));
}

/// A rod for this hole, or for these jaws; it stands in a hole.
void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) {  // it carries a neighbour that is screwed to its end
        if (neighbour.kind == families::PortKind::thread) fit_end(v, "tip", neighbour);
        return;
    }
    if (neighbour.kind == families::PortKind::bore) {
        if (const auto bore = size_of(neighbour, "diameter")) v["diameter"] = *bore - 0.0004;
        v["lies"] = "upright";
        v["tip"] = "stud";
    }
}

}  // namespace
}  // namespace of_tube

const PartKind& tube_kind() {
    using namespace of_tube;
    static const SimpleKind kind(
        {"tube", "Tube or rod", "A handrail, a scaffold tube, a boom's rod: what jaws and collars grip.", Role::support,
         Origin::site},
        {length_row("diameter", "Outside", 0.0337, 1, "33.7 mm is a handrail, 48.3 mm a scaffold tube."),
         gap_row("wall", "Wall", 0.0026, 0.5, "Thickness of its wall; 0 for a solid rod."),
         length_row("length", "Length", 1, 100, "As much of it as is free."), material_row("mild steel"),
         surface_row("surface", "Outside it is", "painted steel", "What a jaw rubs on."),
         choice_row("lies", "It lies", {{"level", "level"}, {"upright", "upright"}}, "level",
                    "As the part's own frame has it."),
         choice_row("tip", "Its far end has",
                    {{"nothing", "nothing"}, {"stud", "a stud"}, {"socket", "a threaded hole"}}, "nothing",
                    "A plug or an insert in its end, to carry by."),
         shown_for(thread_row("tip_thread", "Far end, thread", "1/4-20 UNC", "Of its stud or hole."), "tip",
                   {"stud", "socket"}),
         shown_for(length_row("tip_stud", "Far end, stud's length", 0.008, 0.2, "That stands out."), "tip", {"stud"}),
         shown_for(length_row("tip_depth", "Far end, hole's depth", 0.012, 0.2, "Of its thread."), "tip", {"socket"})},
        build, {{"tube", "Tube or rod", {{"diameter", "outer"}, {"wall", "wall"}}, {}}}, fit);
    return kind;
}

}  // namespace clampet::parts
