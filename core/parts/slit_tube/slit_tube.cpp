#include "parts/rows.h"

namespace clampet::parts {
namespace of_slit_tube {
namespace {

/// A tube that stands in a socket, slit at its upper end and drawn down by bands on the tube in it. Origin: the middle
/// of its slit, on its axis, which is z.
Result<Body> build(const Values& v) {
    const double inside = number(v, "inside"), wall = number(v, "wall"), length = number(v, "length"),
                 slit = number(v, "slit"), outside = inside + 2 * wall;
    if (slit > length)
        return Problem{"slit_tube.slit_too_long", "slit", "The slit is longer than the tube.",
                       "Give at most its length."};
    const double density = density_of(v);
    const Vector middle(0, 0, slit / 2 - length / 2);
    Solids solids;
    solids.add(cylinder(middle, outside, length, Vector::UnitZ(), Stuff::tube), density);
    solids.drill(cylinder(middle, inside, length, Vector::UnitZ(), Stuff::tube), density);
    const double gap = number(v, "gap");
    solids.cut(box({0, 0, 0}, {outside, gap, slit}, Stuff::tube));
    solids.take(2 * wall * gap * slit, Vector::Zero(), density);
    const int bands = static_cast<int>(number(v, "bands"));
    for (int i = 0; i < bands; ++i) {  // a hose clamp weighs some 15 g; from memory
        const double at = slit * ((i + 0.5) / bands - 0.5);
        solids.add_weighed(cylinder({0, 0, at}, outside + 0.004, 0.009, Vector::UnitZ(), Stuff::metal), 0.015,
                           text(v, "band"));
    }
    Port grip{"grip", families::PortKind::jaw, Vector::Zero(), Vector::UnitX(), Vector::UnitZ()};
    grip.sizes = {{"form", "slit"},          {"length", slit},
                  {"slit_wall", wall},       {"slit_gap", number(v, "gap")},
                  {"band", text(v, "band")}, {"bands", number(v, "bands")}};
    grip.surface = text(v, "surface");
    Port end{"end", families::PortKind::spigot, {0, 0, slit / 2 - length}, Vector::UnitZ(), Vector::UnitX()};
    end.sizes = {{"diameter", outside}, {"length", length - slit}};
    end.surface = text(v, "surface");
    return solids.body({end, grip});
}

void fit(Values& v, const Port& neighbour, bool above) {
    const auto diameter = size_of(neighbour, "diameter");
    if (!diameter) return;
    if (above && neighbour.kind == families::PortKind::bore)
        v["inside"] = std::max(0.005, *diameter - 0.0004 - 2 * 0.003);
    if (!above && neighbour.kind == families::PortKind::tube) v["inside"] = *diameter + 0.0006;
}

}  // namespace
}  // namespace of_slit_tube

const PartKind& slit_tube_kind() {
    using namespace of_slit_tube;
    static const SimpleKind kind(
        {"slit_tube", "Slit tube under bands",
         "A tube slit at its upper end: hose clamps or ties draw it down on the tube in it."},
        {length_row("inside", "Inside", 0.0343, 0.5, "Of the tube that is slit."),
         length_row("wall", "Wall", 0.003, 0.1, "Of it."), length_row("length", "Length", 0.50, 10, "Of it all."),
         length_row("slit", "Slit, length", 0.20, 3, "As long as the other tube lies in it; 200 mm is common."),
         gap_row("gap", "Slit closes by", 0.002, 0.1, "Until it lies on the tube: π times the clearance."),
         families::text_row("band", "Bands", "hose clamp 25-40 x 9", "A hose clamp, a cable tie or a lashing, as sold.",
                            "input"),
         count_row("bands", "How many", 2, {1, 20}, "Beside each other."), material_row("PVC rigid"),
         surface_row("surface", "It is", "PVC", "What lies on the tube.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
