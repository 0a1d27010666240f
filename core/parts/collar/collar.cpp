#include "parts/rows.h"

namespace clampet::parts {
namespace of_collar {
namespace {

/// A split collar round a tube, drawn together by its screws, with an end to carry by on its side. Origin: on the
/// tube's axis; x along the tube, z to what it carries.
Result<Body> build(const Values& v) {
    const double tube = number(v, "tube"), wall = number(v, "wall"), length = number(v, "length"), up = tube / 2 + wall;
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double pad = number(v, "pad");
    HalfCollar half{Vector::Zero(), Vector::UnitX(), tube, wall, length, *screw, 1, up + pad};
    solids.piece("upper half");
    add_half_collar(solids, half, stuff, density);
    half.up = -1;
    half.flat = 0;
    solids.piece("lower half");
    add_half_collar(solids, half, stuff, density);
    add_collar_screws(solids, half, v);
    Port grip{"collar", families::PortKind::jaw};
    grip.sizes = {{"form", "collar"}, {"length", length}, {"screw", text(v, "screw")}, {"tight", text(v, "tight")}};
    grip.surface = text(v, "surface");
    auto top = end_port(v, "top",
                        {.at = {0, 0, up + pad},
                         .length = length,
                         .width = 2 * up,
                         .hole = number(v, "hole"),
                         .thickness = pad,
                         .surface = text(v, "surface")});
    if (!top) return top.problem();
    return solids.body({grip, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    const auto diameter = size_of(neighbour, "diameter");
    if (neighbour.kind == families::PortKind::tube && diameter)
        v["tube"] = *diameter;
    else if (!above)
        fit_end(v, "top", neighbour);
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("tube", "For a tube of", 0.025, 1, "Outside diameter of the tube."),
         length_row("wall", "Wall", 0.010, 0.2, "Of the collar round the tube."),
         length_row("length", "Length", 0.040, 1, "Along the tube."),
         thread_row("screw", "Screws", "M6", "That draw it together."), tight_row("hand tight, hex key 5 mm"),
         gap_row("pad", "Boss, thickness", 0.012, 0.3, "On its side; 0 for none."),
         shown_for(gap_row("hole", "Hole in its face", 0.007, 0.1, "For a screw through it."), "top", {"face"}),
         material_row("printed PETG"), surface_row("surface", "It is", "printed PETG", "What grips the tube.")},
        "top", "It carries by", "socket");
}

}  // namespace
}  // namespace of_collar

const PartKind& collar_kind() {
    using namespace of_collar;
    static const SimpleKind kind(
        {"collar", "Split collar", "A collar drawn together round a tube or rod, with an end to carry by."}, rows(),
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
