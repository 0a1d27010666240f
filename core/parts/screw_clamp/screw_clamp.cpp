#include "parts/rows.h"

namespace clampet::parts {
namespace of_screw_clamp {
namespace {

/// A C-shaped frame with a screw, on an edge or a tube. Origin: where its fixed jaw rests, in the middle; z from the
/// jaw to what it carries, x away from what it grips.
Result<Body> build(const Values& v) {
    const double opening = number(v, "opening"), throat = number(v, "throat"), deep = number(v, "frame_depth"),
                 wide = number(v, "frame_width"), length = number(v, "plate_length"), width = number(v, "plate_width"),
                 pad = number(v, "pad"), on = number(v, "on");
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (on > opening)
        return Problem{"screw_clamp.does_not_open", "opening",
                       fmt::format("It opens to {} and is to go on {}.", mm_down(opening), mm_up(on)),
                       "Choose a larger clamp."};
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double back = throat + deep / 2;
    solids.add(box({back, 0, deep / 2 - (opening + deep) / 2 + deep / 2}, {deep, wide, opening + 2 * deep}, stuff),
               density);
    solids.add(
        box({back / 2 - deep / 4, 0, deep / 2}, {back - deep / 2 + length / 2, std::max(wide, width), deep}, stuff),
        density);
    solids.add(box({back / 2 - deep / 4, 0, -opening - deep / 2}, {back - deep / 2 + *screw, wide, deep}, stuff),
               density);
    const double reach = opening - on + deep + 0.03;
    solids.add_screw(cylinder({0, 0, -on - reach / 2}, *screw, reach, Vector::UnitZ(), Stuff::metal), text(v, "screw"));
    solids.add_bought(cylinder({0, 0, -on - 0.004}, pad, 0.008, Vector::UnitZ(), Stuff::rubber), rubber_density,
                      fmt::format("rubber tip Ø{:.0f} mm on a metal button", pad * 1000));
    buy_knob(solids, v);
    Port jaw{"jaw", families::PortKind::jaw};
    jaw.sizes = {{"form", "flat"},      {"length", length},          {"width", width},
                 {"pad", pad},          {"throat", throat},          {"frame_depth", deep},
                 {"frame_width", wide}, {"screw", text(v, "screw")}, {"tight", text(v, "tight")},
                 {"most", opening}};
    jaw.surface = text(v, "surface");
    auto top = end_port(v, "top",
                        {.at = {0, 0, deep},
                         .length = length,
                         .width = std::max(wide, width),
                         .thickness = deep,
                         .surface = bare_face(v)});
    if (!top) return top.problem();
    return solids.body({jaw, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    const auto thick =
        neighbour.kind == families::PortKind::edge ? size_of(neighbour, "thickness") : size_of(neighbour, "diameter");
    if (!thick) return;
    v["on"] = *thick;
    if (*thick > 0.05) v["opening"] = *thick + 0.02;
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("on", "It goes on", 0.027, 1, "Thickness of the board, or diameter of the tube."),
         length_row("opening", "It opens to", 0.05, 1, "The most that goes between its jaws."),
         length_row("throat", "Throat", 0.05, 1, "From the screw to the back of its frame."),
         length_row("frame_depth", "Frame, depth", 0.02, 0.3, "In the plane of the C."),
         length_row("frame_width", "Frame, width", 0.012, 0.3, "Across it."),
         length_row("plate_length", "Fixed jaw, length", 0.03, 0.5, "Along x."),
         length_row("plate_width", "Fixed jaw, width", 0.03, 0.5, "Across."),
         length_row("pad", "Foot, diameter", 0.022, 0.3, "Of what the screw presses with."),
         thread_row("screw", "Its screw", "M8", "What is turned."), tight_row("hand tight, T-bar, 60 mm"),
         material_row("mild steel"), surface_row("surface", "Jaws lined with", "rubber", "What touches the board.")},
        "top", "It carries by", "stud");
}

}  // namespace
}  // namespace of_screw_clamp

const PartKind& screw_clamp_kind() {
    using namespace of_screw_clamp;
    static const SimpleKind kind(
        {"screw_clamp", "Screw clamp, C-shaped", "A frame and a screw, on a desk edge, a shelf, a beam or a tube.",
         Role::part, Origin::buy},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
