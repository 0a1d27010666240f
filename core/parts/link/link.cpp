#include "parts/rows.h"

namespace clampet::parts {
namespace of_link {
namespace {

/// A link of a folding arm: a board with a pivot at each end. Origin: on its lower pivot's axis, which is y; it lies
/// along x.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), wide = number(v, "width"), thick = number(v, "thickness"),
                 face = number(v, "face"), density = density_of(v);
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (face > wide + 1e-9)
        return Problem{"link.face_wider_than_board", "face", "The friction face is wider than the board.",
                       fmt::format("Give at most {}.", mm_down(wide))};
    Solids solids;
    solids.add(box({length / 2, 0, 0}, {length + wide, thick, wide}, stuff_of(v)), density);
    for (const double x : {0.0, length})
        solids.drill(cylinder({x, 0, 0}, *screw * 1.05, thick, Vector::UnitY(), stuff_of(v)), density);
    // The far bolt goes through the next link too, which is taken to be as thick.
    const double reach = 2 * thick + 0.02, high = 0.7 * *screw;
    solids.add_screw(cylinder({length, thick / 2, 0}, *screw, reach, Vector::UnitY(), Stuff::metal), text(v, "screw"));
    for (const double side : {-1.0, 1.0})  // head and nut, with washers of ISO 7089; from memory
        solids.add_bought(cylinder({length, thick / 2 + side * (thick + high / 2), 0}, 2 * *screw, high,
                                   Vector::UnitY(), Stuff::metal),
                          steel_density);
    buy_knob_or_nut(solids, v);
    const auto pivot = [&](std::string id, const Vector& at) {
        Port port{std::move(id), families::PortKind::pivot, at, Vector::UnitY(), Vector::UnitX()};
        port.sizes = {{"outer", face}, {"inner", *screw * 1.05}, {"thickness", thick}};
        port.surface = text(v, "surface");
        return port;
    };
    Port far = pivot("far", {length, thick / 2, 0});
    far.sizes["lap"] = "single";
    far.sizes["screw"] = text(v, "screw");
    far.sizes["tight"] = text(v, "tight");
    return solids.body({pivot("near", {0, -thick / 2, 0}), far});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return;
    if (const auto face = size_of(neighbour, "outer")) v["face"] = *face, v["width"] = std::max(0.05, *face);
}

std::vector<Workpiece> pieces(const Values& v) {
    const double length = number(v, "length"), wide = number(v, "width");
    auto link = piece_of(v, "link", length + wide, wide, number(v, "thickness"));
    for (const double end : {-1.0, 1.0})
        link.bores.push_back(screw_hole({end * length / 2, 0}, text(v, "screw"), true));
    return {std::move(link)};
}

}  // namespace
}  // namespace of_link

const PartKind& link_kind() {
    using namespace of_link;
    static const SimpleKind kind(
        {"link", "Link of an arm", "A board with a bolt at each end: one link of a folding arm with friction joints."},
        {length_row("length", "Bolt to bolt", 0.30, 3, "Between its two axes."),
         length_row("width", "Width", 0.05, 0.5, "Of the board, across its length."),
         length_row("thickness", "Thickness", 0.018, 0.2, "Of the board, along the bolts."),
         length_row("face", "Friction face, diameter", 0.040, 0.5, "Of the washer or the lap."),
         thread_row("screw", "Bolt", "M8", "Of the joint at its far end."), tight_row("hand tight, star knob Ø40"),
         material_row("birch plywood"), surface_row("surface", "Faces of", "plywood", "What rubs in its joints.")},
        build, {}, fit, pieces);
    return kind;
}

}  // namespace clampet::parts
