#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_latch {
namespace {

/// A release that a plate is snapped into: two lips and a latch that moves. Origin: the face it stands on; x towards
/// its closed end, the latch at the open one.
Result<Body> build(const Values& v) {
    const double width = number(v, "width"), depth = number(v, "depth"), gap = number(v, "gap"),
                 base = number(v, "base"), lip = 0.005, lever = number(v, "lever"), density = density_of(v);
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double outer = width + 2 * lip, top = base + gap + lip / 2;
    solids.piece("base");
    solids.add(box({0, 0, base / 2}, {depth + 2 * lip, outer, base}, stuff), density);
    for (const double side : {1.0, -1.0}) {
        solids.glued("wall");
        solids.add(box({0, side * (width + lip) / 2, base + gap / 2}, {depth, lip, gap}, stuff), density);
        solids.glued("lip");
        solids.add(box({0, side * (width / 2 - lip / 4), top - lip / 4}, {depth, lip, lip / 2}, stuff), density);
    }
    const Vector hub(-depth / 2 - lip / 2, outer / 2, base + gap / 2);
    solids.add_bought(box(hub + Vector(0, -lever / 2, 0), {lip, lever, 0.8 * gap}, Stuff::metal), steel_density);
    // It opens outwards, through a quarter turn.
    solids.keep_free(
        {"the latch as it opens", swing(hub, lever, -std::numbers::pi, -std::numbers::pi / 2, gap + 0.004)});
    Port shoe{"shoe", families::PortKind::shoe, {0, 0, base}};
    shoe.sizes = {{"width", width},
                  {"depth", depth},
                  {"gap", gap},
                  {"kept_by", "latch"},
                  {"catch_strength", number(v, "catch_strength")}};
    shoe.surface = text(v, "surface");
    auto below = end_port(v, "below", {.length = depth + 2 * lip, .width = outer, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), shoe});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    for (const char* key : {"width", "depth"})
        if (const auto plate = size_of(neighbour, key)) v[key] = *plate + 0.0002;
    if (const auto thick = size_of(neighbour, "thickness")) v["gap"] = *thick + 0.0001;
}

}  // namespace
}  // namespace of_latch

const PartKind& latch_kind() {
    using namespace of_latch;
    static const SimpleKind kind(
        {"latch", "Release with a latch", "Two lips and a latch that snaps shut behind the plate: room for it is kept.",
         Role::part, Origin::buy},
        with_end(
            {length_row("width", "Between its walls", 0.038, 0.3, "Across."),
             length_row("depth", "Depth", 0.040, 0.3, "Along the way in."),
             length_row("gap", "Under its lips", 0.008, 0.05, "What slides in."),
             length_row("base", "Base, thickness", 0.008, 0.1, "Under the plate."),
             length_row("lever", "Latch, length", 0.030, 0.2, "It swings about one end."),
             quantity_row("catch_strength", "Latch holds", quantity::Dimension::force, 150, {0, 1e5},
                          "Force along the way out at which it gives: cast metal 150 N, printed 60 N.", "from memory"),
             material_row("aluminium die casting"),
             surface_row("surface", "It is", "aluminium", "What the plate rubs on.")},
            "below", "It is held by", "socket"),
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
