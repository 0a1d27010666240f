#include "parts/rows.h"

namespace clampet::parts {
namespace of_shoe {
namespace {

/// A sprung shoe: two lips that a plate slides under, open at one end. Origin: the face it stands on; x towards its
/// closed end.
Result<Body> build(const Values& v) {
    const double width = number(v, "width"), depth = number(v, "depth"), gap = number(v, "gap"),
                 base = number(v, "base"), lip = 0.004, density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double outer = width + 2 * lip, under = base + gap + lip / 2;
    solids.piece("base");
    solids.add(box({0, 0, base / 2}, {depth + lip, outer, base}, stuff), density);
    for (const double side : {1.0, -1.0}) {
        solids.glued("wall");
        solids.add(box({0, side * (width + lip) / 2, base + gap / 2}, {depth + lip, lip, gap}, stuff), density);
        solids.glued("lip");
        solids.add(box({0, side * (width / 2 - lip / 4), under - lip / 4}, {depth, lip, lip / 2}, stuff), density);
    }
    solids.glued("stop");
    solids.add(box({depth / 2 + lip / 4, 0, base + gap / 2}, {lip / 2, width, gap}, stuff), density);
    Port shoe{"shoe", families::PortKind::shoe, {0, 0, base}};
    shoe.sizes = {{"width", width}, {"depth", depth}, {"gap", gap}};
    shoe.surface = text(v, "surface");
    auto below =
        end_port(v, "below", {.length = depth + lip, .width = outer, .thickness = 0, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), shoe});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    for (const auto& [key, size] : {std::pair{"width", "width"}, {"depth", "depth"}})
        if (const auto plate = size_of(neighbour, size)) v[key] = *plate + 0.0002;
    if (const auto thick = size_of(neighbour, "thickness")) v["gap"] = *thick + 0.0001;
}

std::vector<families::Parameter> rows() {
    return with_end({length_row("width", "Between its walls", 0.0187, 0.3, "Across."),
                     length_row("depth", "Depth", 0.018, 0.3, "Along the way in."),
                     length_row("gap", "Under its lips", 0.0021, 0.05, "What slides in."),
                     length_row("base", "Base, thickness", 0.003, 0.1, "Under it."), material_row("stainless 304"),
                     surface_row("surface", "It is", "steel", "What the plate rubs on.")},
                    "below", "It is held by", "socket");
}

}  // namespace
}  // namespace of_shoe

const PartKind& shoe_kind() {
    using namespace of_shoe;
    static const SimpleKind kind({"shoe", "Shoe with sprung lips",
                                  "Two lips that a plate slides under, open at one end.", Role::part, Origin::buy},
                                 rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
