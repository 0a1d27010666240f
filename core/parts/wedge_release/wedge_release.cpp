#include <cmath>
#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_wedge_release {
namespace {

/// A seat with two sloping cheeks and a lever that drives a wedge plate into it. Origin: the face it stands on; x is
/// the way in which the plate is driven, its closed end.
Result<Body> seat(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), base = number(v, "base"),
                 high = number(v, "height"), cheek = 0.010, density = density_of(v), lever = number(v, "lever");
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double wide = width + 2 * cheek;
    solids.piece("base");
    solids.add(box({0, 0, base / 2}, {length, wide, base}, stuff), density);
    // Each cheek narrows the way in by half of the wedge's angle.
    const double narrower = length * std::tan(number(v, "angle") / 2);
    if (2 * narrower >= width)
        return Problem{"wedge_release.closes", "angle", "The cheeks meet before the plate's end.",
                       "Give a smaller angle, a shorter or a wider plate."};
    for (const double side : {1.0, -1.0}) {
        Shape shape;
        shape.kind = ShapeKind::prism;
        shape.at = {0, 0, base + high / 2};
        shape.axis = Vector::UnitZ();
        shape.length = high;
        shape.material = stuff;
        const double out = side * wide / 2, mouth = side * width / 2, end = side * (width / 2 - narrower);
        shape.profile = {{-length / 2, out}, {length / 2, out}, {length / 2, end}, {-length / 2, mouth}};
        solids.glued("cheek");
        solids.add(std::move(shape), density);
    }
    if (lever > 0) {
        const Vector hub(-length / 2, wide / 2 - 0.002, base);
        solids.piece("lever");
        solids.add(box(hub + Vector(0, lever / 2, 0), {0.012, lever, 0.008}, stuff), density);
        // It swings back through a quarter turn; fingers need as much as its grip is thick and more.
        solids.keep_free({"the lever as it swings", swing(hub, lever, std::numbers::pi / 2, std::numbers::pi, 0.03)});
    }
    Port port{"seat", families::PortKind::wedge, {0, 0, base}};
    port.sizes = {{"angle", number(v, "angle")}, {"length", length}, {"drive", number(v, "drive")}, {"width", width}};
    port.surface = text(v, "surface");
    auto below = end_port(v, "below", {.length = length, .width = wide, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), port});
}

/// The plate that is driven into it. Origin: its lower face.
Result<Body> plate(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), thick = number(v, "thickness"),
                 hole = number(v, "hole"), density = density_of(v),
                 narrower = length * std::tan(number(v, "angle") / 2);
    if (2 * narrower >= width)
        return Problem{"wedge_release.closes", "angle", "The plate comes to a point before its end.",
                       "Give a smaller angle, a shorter or a wider plate."};
    if (const auto ok = check_hole(v); !ok) return ok.problem();
    Shape shape;
    shape.kind = ShapeKind::prism;
    shape.at = {0, 0, thick / 2};
    shape.axis = Vector::UnitZ();
    shape.length = thick;
    shape.material = stuff_of(v);
    const double end = width / 2 - narrower;
    shape.profile = {{-length / 2, -width / 2}, {length / 2, -end}, {length / 2, end}, {-length / 2, width / 2}};
    Solids solids;
    solids.add(std::move(shape), density);
    if (hole > 0) solids.drill(cylinder({0, 0, thick / 2}, hole, thick, Vector::UnitZ(), Stuff::metal), density);
    Port below{"wedge", families::PortKind::wedge};
    below.sizes = {{"angle", number(v, "angle")}, {"length", length}, {"width", width}};
    below.surface = text(v, "surface");
    auto top = end_port(v, "top",
                        {.at = {0, 0, thick},
                         .length = length,
                         .width = 2 * end,
                         .hole = hole,
                         .thickness = thick,
                         .surface = text(v, "lining")});
    if (!top) return top.problem();
    return solids.body({below, std::move(*top)});
}

void fit_seat(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    for (const char* key : {"width", "length", "angle"})
        if (const auto size = size_of(neighbour, key)) v[key] = *size;
}

void fit_plate(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    for (const char* key : {"width", "length", "angle"})
        if (const auto size = size_of(neighbour, key)) v[key] = *size;
}

families::Parameter angle_row() {
    constexpr double degree = quantity::degree;
    return quantity_row("angle", "Wedge angle", quantity::Dimension::angle, 10 * degree, {0, 60 * degree, false},
                        "Between its two sides. 15° holds on dry wood, not on waxed.", "input");
}

}  // namespace
}  // namespace of_wedge_release

const PartKind& wedge_seat_kind() {
    using namespace of_wedge_release;
    static const SimpleKind kind(
        {"wedge_seat", "Wedge release with its lever",
         "Two sloping cheeks: a lever drives a wedge-shaped plate in between them."},
        with_end({length_row("width", "Mouth", 0.050, 0.5, "Between the cheeks, where it is wide."),
                  length_row("length", "Length", 0.060, 0.5, "In the way of the plate."), angle_row(),
                  length_row("height", "Cheeks, height", 0.010, 0.1, "Above its base."),
                  length_row("base", "Base, thickness", 0.012, 0.1, "Under the plate."),
                  gap_row("lever", "Lever, length", 0.060, 0.5, "0 where it is knocked in by hand."),
                  quantity_row("drive", "Driven in with", quantity::Dimension::force, 150, {0, 1e5},
                               "A thumb 50 N, a lever of 60 mm 150 N, a light tap with a hammer 200 N or more.",
                               "from memory"),
                  material_row("beech"), surface_row("surface", "Cheeks of", "hardwood", "What the plate rubs on.")},
                 "below", "It is held by", "socket"),
        seat, {}, fit_seat);
    return kind;
}

const PartKind& wedge_plate_kind() {
    using namespace of_wedge_release;
    static const SimpleKind kind(
        {"wedge_plate", "Wedge plate", "A plate with sloping sides under a camera: it is driven into its release."},
        with_end({length_row("width", "Width", 0.050, 0.5, "Where it is wide."),
                  length_row("length", "Length", 0.060, 0.5, "In its way in."), angle_row(),
                  length_row("thickness", "Thickness", 0.012, 0.1, "Of the plate."),
                  gap_row("hole", "Hole", 0.007, 0.1, "For the camera's screw; 0 for none."), material_row("beech"),
                  surface_row("surface", "Its sides are", "hardwood", "What rubs on the cheeks."),
                  surface_row("lining", "Lined with", "cork", "What stands on it.")},
                 "top", "It carries by", "face"),
        plate, {}, fit_plate);
    return kind;
}

}  // namespace clampet::parts
