#include "parts/rows.h"

namespace clampet::parts {
namespace of_end_clamp {
namespace {

/// A printed clamp on a board's edge with a cup for a ball chain. Origin: where its upper jaw rests; z up, x away from
/// the board, along which the chain starts.
Result<Body> build(const Values& v) {
    const double on = number(v, "on"), wall = number(v, "wall"), length = number(v, "length"),
                 width = number(v, "width"), ball = number(v, "ball"), opening = number(v, "opening");
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (opening >= ball)
        return Problem{"end_clamp.ball_falls_out", "opening", "The cup's mouth is as wide as the ball.",
                       "Give a little less than the ball's diameter, for example 0.4 mm less."};
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.add(box({0, 0, wall / 2}, {length, width, wall}, stuff), density);
    solids.add(box({0, 0, -on - 0.012 - wall / 2}, {length, width, wall}, stuff), density);
    solids.add(box({length / 2 + wall / 2, 0, -(on + 0.012) / 2}, {wall, width, on + 0.012 + 2 * wall}, stuff),
               density);
    solids.add_screw(cylinder({0, 0, -on - 0.012}, *screw, 0.024, Vector::UnitZ(), Stuff::metal), text(v, "screw"));
    buy_knob(solids, v);
    solids.thread({0, 0, -on - 0.012 - wall}, Vector::UnitZ(), wall, text(v, "screw"));
    const double out = length / 2 + wall;
    add_cup(solids, {{out + ball / 2, 0, 0}, Vector::UnitX(), ball, opening, 1.25 * ball, 0}, stuff, density);
    Port jaw{"jaw", families::PortKind::jaw};
    jaw.sizes = {{"form", "flat"},          {"length", length},          {"width", width},
                 {"pad", number(v, "pad")}, {"throat", length / 2},      {"frame_depth", wall},
                 {"frame_width", width},    {"screw", text(v, "screw")}, {"tight", text(v, "tight")},
                 {"most", on + 0.01}};
    jaw.surface = text(v, "surface");
    Port cup{"cup", families::PortKind::socket, {out + ball / 2, 0, 0}, Vector::UnitZ(), Vector::UnitX()};
    cup.sizes = {{"opening", opening}};
    cup.surface = text(v, "surface");
    return solids.body({jaw, cup});
}

void fit(Values& v, const Port& neighbour, bool) {
    if (const auto thick = size_of(neighbour, "thickness")) v["on"] = *thick;
    if (neighbour.kind == families::PortKind::ball)
        if (const auto ball = size_of(neighbour, "diameter")) v["ball"] = *ball, v["opening"] = *ball - 0.0008;
}

}  // namespace
}  // namespace of_end_clamp

const PartKind& end_clamp_kind() {
    using namespace of_end_clamp;
    static const SimpleKind kind(
        {"end_clamp", "End clamp of a chain",
         "A printed clamp on a board's edge that a ball-and-socket chain starts from."},
        {length_row("on", "It goes on", 0.022, 0.2, "Thickness of the board."),
         length_row("wall", "Its walls", 0.010, 0.1, "Of its C."),
         length_row("length", "Jaw, length", 0.030, 0.3, "Into the board."),
         length_row("width", "Jaw, width", 0.030, 0.3, "Along the edge."),
         length_row("pad", "Foot, diameter", 0.014, 0.1, "Under the screw."),
         thread_row("screw", "Its screw", "M6", "What is turned."), tight_row("snug, knob, Ø20"),
         length_row("ball", "For balls of", 0.020, 0.2, "Of the chain's segments."),
         length_row("opening", "Cup's mouth", 0.0192, 0.2, "A little less than the ball."),
         material_row("PETG, printed"),
         surface_row("surface", "It is", "printed PETG", "What touches the board and the ball.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
