#include "parts/rows.h"

namespace clampet::parts {
namespace of_segment {
namespace {

/// One segment of a printed chain: a ball, and a cup for the next one. Origin: its ball's middle; z to the cup.
Result<Body> build(const Values& v) {
    const double ball = number(v, "ball"), stem = number(v, "stem"), pitch = number(v, "pitch"),
                 opening = number(v, "opening"), density = density_of(v);
    if (opening >= ball)
        return Problem{"segment.ball_falls_out", "opening", "The cup's mouth is as wide as the ball.",
                       "Give a little less than the ball's diameter, for example 0.4 mm less."};
    if (stem >= opening)
        return Problem{"segment.stem_too_thick", "stem", "The stem fills the cup's mouth.",
                       "Give less than the mouth."};
    if (pitch <= ball)
        return Problem{"segment.too_short", "pitch", "The next ball overlaps this one.", "Give more than the ball."};
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double floor = 0.1 * ball, under = pitch - ball / 2 - floor;
    if (under < ball / 2) {  // the cup's floor lies on the ball
        solids.add(sphere(Vector::Zero(), ball, stuff), density);
        const Zone shared = zone_of_sphere(ball, under, ball / 2);
        solids.take(shared.volume, {0, 0, shared.up}, density);
    } else {
        add_ball_on_stem(solids, ball, stem, under, stuff, density);
    }
    add_cup(solids, {{0, 0, pitch}, Vector::UnitZ(), ball, opening, 1.2 * ball, floor}, stuff, density);
    Port below{"ball", families::PortKind::ball};
    below.sizes = {{"diameter", ball}, {"stem", stem}};
    Port cup{"cup", families::PortKind::socket, {0, 0, pitch}};
    cup.sizes = {{"opening", opening}};
    below.surface = cup.surface = text(v, "surface");
    return solids.body({below, cup});
}

void fit(Values& v, const Port& neighbour, bool) {
    const auto opening = size_of(neighbour, "opening"), ball = size_of(neighbour, "diameter");
    if (opening) v["ball"] = *opening + 0.0008, v["opening"] = *opening;
    if (ball) v["ball"] = *ball, v["opening"] = *ball - 0.0008;
}

}  // namespace
}  // namespace of_segment

const PartKind& segment_kind() {
    using namespace of_segment;
    static const SimpleKind kind(
        {"segment", "Chain segment", "A ball and a cup: one segment of a printed chain."},
        {length_row("ball", "Ball, diameter", 0.020, 0.2, "Across the ball."),
         length_row("stem", "Stem, diameter", 0.008, 0.1, "Of its neck."),
         length_row("pitch", "Ball to ball", 0.030, 0.3, "From its ball's middle to its cup's."),
         length_row("opening", "Cup's mouth", 0.0192, 0.2, "A little less than the ball."),
         material_row("PETG, printed"), surface_row("surface", "It is", "printed PETG", "Ball and cup rub on it.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
