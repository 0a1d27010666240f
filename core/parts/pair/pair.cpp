#include "parts/rows.h"

namespace clampet::parts {
namespace of_pair {
namespace {

/// Two collars at a right angle: one on the tube that carries, one for the tube that is carried. Origin: on the axis of
/// the first; its x along that, z to the second, whose tube runs along y.
Result<Body> build(const Values& v) {
    const double below = number(v, "below"), above = number(v, "above"), wall = number(v, "wall"),
                 length = number(v, "length"), apart = below / 2 + above / 2 + 2 * wall;
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    // Two saddles back to back, and a cap over each tube.
    const auto saddle = [&](const Vector& at, double tube, const Vector& along, double up) {
        return HalfCollar{at, along, tube, wall, length, *screw, up, tube / 2 + wall};
    };
    const auto cap = [](HalfCollar half) {
        half.up = -half.up;
        half.flat = 0;
        return half;
    };
    const auto lower = saddle(Vector::Zero(), below, Vector::UnitX(), 1),
               upper = saddle({0, 0, apart}, above, Vector::UnitY(), -1);
    solids.piece("middle");
    add_half_collar(solids, lower, stuff, density);
    add_half_collar(solids, upper, stuff, density);
    solids.piece("lower cap");
    add_half_collar(solids, cap(lower), stuff, density);
    solids.piece("upper cap");
    add_half_collar(solids, cap(upper), stuff, density);
    add_collar_screws(solids, lower, v);
    add_collar_screws(solids, upper, v);
    const auto jaw = [&](std::string id, const Vector& at, const Vector& along) {
        Port port{std::move(id), families::PortKind::jaw, at, Vector::UnitZ(), along};
        port.sizes = {{"form", "collar"}, {"length", length}, {"screw", text(v, "screw")}, {"tight", text(v, "tight")}};
        port.surface = text(v, "surface");
        return port;
    };
    return solids.body({jaw("below", Vector::Zero(), Vector::UnitX()), jaw("above", {0, 0, apart}, Vector::UnitY())});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (const auto diameter = size_of(neighbour, "diameter")) v[above ? "below" : "above"] = *diameter;
}

}  // namespace
}  // namespace of_pair

const PartKind& pair_kind() {
    using namespace of_pair;
    static const SimpleKind kind(
        {"pair", "Right-angle pair", "Two collars at a right angle: a tube across a tube."},
        {length_row("below", "On a tube of", 0.025, 1, "Outside of the tube that carries it."),
         length_row("above", "For a tube of", 0.025, 1, "Outside of the tube that it carries."),
         length_row("wall", "Wall", 0.010, 0.2, "Round the tubes."),
         length_row("length", "Length", 0.04, 1, "Along each tube."),
         thread_row("screw", "Screws", "M6", "That draw each collar together."), tight_row("hand tight, hex key 5 mm"),
         material_row("printed PETG"), surface_row("surface", "It is", "printed PETG", "What grips the tubes.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
