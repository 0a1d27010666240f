#include "parts/rows.h"

namespace clampet::parts {
namespace of_ledge {
namespace {

/// A board with a lip and a rest behind it, for a phone, a screen or a mirror that leans back. Origin: the middle of
/// its lower face; x back, from the lip to the rest.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), thick = number(v, "thickness"),
                 rest = number(v, "rest_height"), behind = number(v, "rest_behind"), lip = number(v, "lip"),
                 deep = 0.010, density = density_of(v);
    const double foot = -length / 2 + deep;  // where its lower back edge stands, behind the lip
    if (foot + behind + deep > length / 2)
        return Problem{"ledge.rest_off_board", "rest_behind", "The rest stands behind the board's end.",
                       fmt::format("Give at most {}, or a longer board.", mm_down(length - 2 * deep))};
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.piece("board");
    solids.add(box({0, 0, thick / 2}, {length, width, thick}, stuff), density);
    solids.glued("lip");
    if (lip > 0) solids.add(box({foot - deep / 2, 0, thick + lip / 2}, {deep, width, lip}, stuff), density);
    solids.glued("rest");
    solids.add(box({foot + behind + deep / 2, 0, thick + rest / 2}, {deep, width, rest}, stuff), density);
    Port ledge{"ledge", families::PortKind::ledge, {foot, 0, thick}};
    ledge.sizes = {
        {"rest_height", rest}, {"rest_behind", behind}, {"width", width}, {"stop", lip > 0 ? "lip" : "none"}};
    ledge.surface = text(v, "lining");
    auto below = end_port(v, "below",
                          {.length = length,
                           .width = width,
                           .hole = number(v, "hole"),
                           .thickness = thick,
                           .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), ledge});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    if (const auto width = size_of(neighbour, "width")) v["width"] = std::max(0.02, *width);
}

}  // namespace
}  // namespace of_ledge

const PartKind& ledge_kind() {
    using namespace of_ledge;
    static const SimpleKind kind(
        {"ledge", "Ledge to lean on", "A board with a lip and a rest: a phone, a screen or a mirror leans back on it."},
        with_end(
            {length_row("length", "Length", 0.10, 2, "From the lip back."),
             length_row("width", "Width", 0.075, 3, "Across."),
             length_row("thickness", "Board, thickness", 0.012, 0.2, "Of it."),
             length_row("rest_height", "Rest, height", 0.060, 2, "From the board to the edge that its back leans on."),
             length_row("rest_behind", "Rest, behind the foot", 0.035, 2, "From its lower back edge to the rest."),
             gap_row("lip", "Lip, height", 0.006, 0.2, "In front of its foot; 0 for none."),
             shown_for(gap_row("hole", "Hole in it", 0.007, 0.1, "For a screw through it; 0 for none."), "below",
                       {"face"}),
             material_row("birch plywood"), surface_row("surface", "It is", "plywood", "What it is held by."),
             surface_row("lining", "Lined with", "rubber", "What the foot stands on.")},
            "below", "It is held by", "face"),
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
