#include "parts/rows.h"

namespace clampet::parts {
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
    const auto ring = [&](const Vector& at, double tube, const Vector& along) {
        solids.add(cylinder(at, tube + 2 * wall, length, along, stuff), density);
        solids.drill(cylinder(at, tube, length, along, stuff), density);
    };
    ring(Vector::Zero(), below, Vector::UnitX());
    ring({0, 0, apart}, above, Vector::UnitY());
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

const PartKind& pair_kind() {
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
