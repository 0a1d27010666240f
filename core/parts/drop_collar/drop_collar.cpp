#include "parts/rows.h"

namespace clampet::parts {
namespace of_drop_collar {
namespace {

/// A board with an over-wide hole that slides on a post and jams under what it carries. Origin: on the post's axis; the
/// post runs along x of its port, up; it reaches out along its x.
Result<Body> build(const Values& v) {
    const double bore = number(v, "bore"), thick = number(v, "thickness"), reach = number(v, "reach"),
                 wide = number(v, "width"), density = density_of(v);
    if (bore >= wide)
        return Problem{"drop_collar.hole_too_wide", "bore", "The hole is as wide as the board.",
                       "Give less than its width."};
    Solids solids;
    const double length = reach + wide;
    solids.add(box({reach / 2, 0, 0}, {length, wide, thick}, stuff_of(v)), density);
    solids.drill(cylinder(Vector::Zero(), bore, thick, Vector::UnitZ(), stuff_of(v)), density);
    Port hole{"bore", families::PortKind::bore, Vector::Zero(), Vector::UnitX(), Vector::UnitZ()};
    hole.sizes = {{"diameter", bore}, {"length", thick}, {"held", "jams"}};
    hole.surface = text(v, "surface");
    auto top = end_port(v, "top",
                        {.at = {reach, 0, thick / 2},
                         .length = wide,
                         .width = wide,
                         .hole = 0.007,
                         .thickness = thick,
                         .surface = text(v, "surface")});
    if (!top) return top.problem();
    return solids.body({hole, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    if (const auto post = size_of(neighbour, "diameter")) v["bore"] = *post + 0.0012;
}

std::vector<families::Parameter> rows() {
    return with_end({length_row("bore", "Hole", 0.0262, 0.5, "A little over the post: it jams by tilting."),
                     length_row("thickness", "Thickness", 0.018, 0.3, "Along the post."),
                     length_row("reach", "Carries at", 0.10, 2, "From the post's middle."),
                     length_row("width", "Width", 0.06, 0.5, "Across."), material_row("beech"),
                     surface_row("surface", "It is", "hardwood", "What jams on the post.")},
                    "top", "It carries by", "face");
}

}  // namespace
}  // namespace of_drop_collar

const PartKind& drop_collar_kind() {
    using namespace of_drop_collar;
    static const SimpleKind kind({"drop_collar", "Drop collar that jams",
                                  "A board with an over-wide hole: it slides on its post and jams under load."},
                                 rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
