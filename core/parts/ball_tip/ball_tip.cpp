#include "parts/rows.h"

namespace clampet::parts {
namespace of_ball_tip {
namespace {

/// The last piece of a chain: a ball, a stem and a plate with an end to carry by. Origin: the ball's middle; z from the
/// ball to what it carries.
Result<Body> build(const Values& v) {
    const double ball = number(v, "ball"), stem = number(v, "stem"), reach = number(v, "reach"),
                 across = number(v, "across"), thick = number(v, "thickness"), density = density_of(v);
    if (stem >= ball)
        return Problem{"ball_tip.stem_too_thick", "stem", "The stem is as thick as the ball.",
                       "Give less than the ball."};
    if (reach <= ball / 2 + thick)
        return Problem{"ball_tip.plate_in_ball", "reach", "The plate sits in the ball.",
                       fmt::format("Give more than {}.", mm_up(ball / 2 + thick))};
    const Stuff stuff = stuff_of(v);
    Solids solids;
    add_ball_on_stem(solids, ball, stem, reach - thick, stuff, density);
    solids.add(cylinder({0, 0, reach - thick / 2}, across, thick, Vector::UnitZ(), stuff), density);
    Port below{"ball", families::PortKind::ball};
    below.sizes = {{"diameter", ball}, {"stem", stem}};
    below.surface = text(v, "surface");
    auto top = end_port(v, "top",
                        {.at = {0, 0, reach},
                         .length = across,
                         .hole = number(v, "hole"),
                         .thickness = thick,
                         .surface = text(v, "surface")});
    if (!top) return top.problem();
    return solids.body({below, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    if (const auto opening = size_of(neighbour, "opening")) v["ball"] = *opening + 0.0008;
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("ball", "Ball, diameter", 0.020, 0.2, "Across the ball."),
         length_row("stem", "Stem, diameter", 0.008, 0.1, "Of its neck."),
         length_row("reach", "Plate's face at", 0.022, 0.3, "From the ball's middle."),
         length_row("across", "Plate, diameter", 0.026, 0.3, "Of the plate that carries."),
         length_row("thickness", "Plate, thickness", 0.005, 0.1, "Of it."),
         shown_for(gap_row("hole", "Hole", 0.0066, 0.1, "For a screw through it."), "top", {"face"}),
         material_row("PETG, printed"), surface_row("surface", "It is", "printed PETG", "What turns in the cup.")},
        "top", "It carries by", "stud");
}

}  // namespace
}  // namespace of_ball_tip

const PartKind& ball_tip_kind() {
    using namespace of_ball_tip;
    static const SimpleKind kind(
        {"ball_tip", "Ball with an end plate",
         "A ball on a stem under a small plate: the tip of a printed chain, or a small ball joint."},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
