#include <fmt/format.h>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_post_socket {
namespace {

/// A block with a hole for a post, rod or dowel, on a face or a thread. Origin: the middle of its lower face.
Result<Body> build(const Values& v) {
    const double bore = number(v, "bore"), wall = number(v, "wall"), deep = number(v, "depth"),
                 floor = number(v, "floor"), across = bore + 2 * wall, density = density_of(v);
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.add(box({0, 0, (deep + floor) / 2}, {across, across, deep + floor}, stuff), density);
    solids.drill(cylinder({0, 0, floor + deep / 2}, bore, deep, Vector::UnitZ(), stuff), density);
    if (text(v, "held") == "side_screw") {
        const double out = 2 * *screw;  // that a hand or a key gets hold of, common practice
        solids.thread({across / 2, 0, floor + deep / 2}, -Vector::UnitX(), wall, text(v, "screw"));
        solids.add_screw(cylinder({across / 2 + (out - wall) / 2, 0, floor + deep / 2}, *screw, wall + out,
                                  Vector::UnitX(), Stuff::metal),
                         text(v, "screw"));
        buy_knob(solids, v);
    }
    if (text(v, "held") == "clamped") add_slit(solids, {floor, deep, bore, wall, across}, v);
    Port socket{"post", families::PortKind::bore, {0, 0, deep + floor}};
    socket.sizes = {{"diameter", bore}, {"length", deep}, {"held", text(v, "held")}, {"outside", across}};
    if (text(v, "held") == "clamped" || text(v, "held") == "side_screw")
        socket.sizes["screw"] = text(v, "screw"), socket.sizes["tight"] = text(v, "tight");
    socket.surface = text(v, "surface");
    auto below = end_port(v, "below", {.length = across, .width = across, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), socket});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    if (const auto post = size_of(neighbour, "diameter")) v["bore"] = *post + 0.0004;
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("bore", "Hole", 0.0254, 0.5, "Inside; 0.4 mm over the post is a slip fit."),
         length_row("depth", "Depth", 0.06, 1, "How far the post is in."),
         length_row("wall", "Wall", 0.012, 0.2, "Round the hole."),
         length_row("floor", "Floor", 0.012, 0.2, "Under the hole."),
         choice_row("held", "The post is",
                    {{"loose", "loose"},
                     {"side_screw", "held by a side screw"},
                     {"clamped", "slit and clamped"},
                     {"wedged", "wedged"},
                     {"glued", "glued"}},
                    "side_screw", "How it is kept from dropping and turning."),
         shown_for(thread_row("screw", "Screw", "M6", "That squeezes it."), "held", {"side_screw", "clamped"}),
         shown_for(tight_row("hand tight, star knob Ø32"), "held", {"side_screw", "clamped"}), material_row("beech"),
         surface_row("surface", "Hole of", "hardwood", "What the post rubs on.")},
        "below", "It is held by", "face");
}

}  // namespace
}  // namespace of_post_socket

const PartKind& post_socket_kind() {
    using namespace of_post_socket;
    static const SimpleKind kind(
        {"post_socket", "Post socket", "A block with a hole that a post, rod or dowel stands in."}, rows(), build, {},
        fit);
    return kind;
}

}  // namespace clampet::parts
