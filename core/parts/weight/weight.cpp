#include "parts/rows.h"
#include "quantity/format.h"

namespace clampet::parts {
namespace of_weight {
namespace {

/// A counterweight with a split collar that slides along a rod. Origin: on the rod's axis; x along the rod, z up.
Result<Body> build(const Values& v) {
    const double rod = number(v, "rod"), length = number(v, "length"), across = number(v, "across"),
                 hangs = number(v, "hangs");
    if (across <= rod)
        return Problem{"weight.narrower_than_rod", "across", "The weight is no wider than its rod.",
                       fmt::format("Give more than {}.", mm_up(rod))};
    Solids solids;
    solids.add_weighed(cylinder({0, 0, -hangs}, across, length, Vector::UnitX(), Stuff::metal), number(v, "mass"),
                       fmt::format("plates or a full bottle, {} with the collar",
                                   quantity::format(number(v, "mass"), quantity::Dimension::mass)));
    // The collar, weighed with it.
    solids.add_weighed(cylinder(Vector::Zero(), rod + 0.012, length, Vector::UnitX(), Stuff::plastic), 0,
                       fmt::format("split collar for Ø{:.4g} mm", rod * 1000));
    Port grip{"collar", families::PortKind::jaw};
    grip.sizes = {{"form", "collar"}, {"length", length}};
    grip.surface = text(v, "surface");
    return solids.body({grip});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (const auto diameter = size_of(neighbour, "diameter"); above && diameter) v["rod"] = *diameter;
}

}  // namespace
}  // namespace of_weight

const PartKind& weight_kind() {
    using namespace of_weight;
    static const SimpleKind kind(
        {"weight", "Counterweight", "Plates or a full bottle on a collar that slides along a rod.", Role::part,
         Origin::have},
        {mass_row("mass", "It weighs", 1.25, "With its collar."),
         length_row("rod", "For a rod of", 0.025, 0.5, "Outside diameter of what it slides on."),
         length_row("across", "Across", 0.10, 1, "Its diameter."),
         length_row("length", "Along the rod", 0.04, 1, "Its thickness."),
         quantity_row("hangs", "Hangs below the rod", quantity::Dimension::length, 0, {-1, 1},
                      "From the rod's middle to the weight's; 0 when the rod runs through it.", "input"),
         surface_row("surface", "Collar lined with", "rubber", "What grips the rod.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
