#include <cmath>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_dovetail_clamp {
namespace {

/// A fixed and a moving jaw on a base: what a dovetail plate is clamped in. Origin: the face it stands on; x along the
/// rail.
Result<Body> build(const Values& v) {
    const double width = number(v, "width"), length = number(v, "length"), base = number(v, "base"),
                 height = number(v, "height"), jaw = 0.012, density = density_of(v);
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    const Stuff stuff = stuff_of(v);
    Solids solids;
    const double wide = width + 2 * jaw;
    const double under = height / std::tan(number(v, "flank_angle"));  // each flank leans in by so much
    if (2 * under >= width)
        return Problem{"dovetail_clamp.jaws_meet", "height", "The jaws meet above the plate.",
                       fmt::format("Give less than {}, or a steeper flank.", mm_down(height * width / 2 / under))};
    solids.piece("base");
    solids.add(box({0, 0, base / 2}, {length, wide, base}, stuff), density);
    for (const double side : {1.0, -1.0}) {
        side > 0 ? solids.glued("fixed jaw") : solids.piece("moving jaw");
        Shape flank;
        flank.at = {0, 0, base};
        flank.material = stuff;
        flank.kind = ShapeKind::prism;
        flank.axis = Vector::UnitX();
        flank.length = length;
        flank.profile = {{side * wide / 2, 0},
                         {side * wide / 2, height},
                         {side * (width / 2 - under), height},
                         {side * width / 2, 0}};
        solids.add(std::move(flank), density);
    }
    // Through both jaws, under the plate.
    solids.buy_screw(text(v, "screw"), wide + *screw);
    const double knob = number(v, "knob");
    if (knob > 0) {
        const Vector at(0, -(wide / 2 + 0.008), base);
        solids.add_bought(cylinder(at, knob, 0.018, Vector::UnitY(), Stuff::plastic), plastic_density,
                          fmt::format("knob Ø{:.0f} mm for {}", knob * 1000, text(v, "screw")));
        solids.keep_free(fingers_round(at, knob, 0.018, -Vector::UnitY()));
    }
    Port jaws{"jaw", families::PortKind::jaw, {0, 0, base}};
    jaws.sizes = {{"form", "dovetail"},     {"length", length},          {"most", width + 0.004},
                  {"least", width - 0.003}, {"screw", text(v, "screw")}, {"tight", text(v, "tight")}};
    jaws.surface = text(v, "surface");
    auto below = end_port(v, "below", {.length = length, .width = wide, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), jaws});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return fit_end(v, "below", neighbour);
    if (const auto rail = size_of(neighbour, "width")) v["width"] = *rail;
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("width", "For a plate of", 0.038, 0.3, "Its wide side."),
         length_row("length", "Jaws, length", 0.050, 0.5, "Along the rail."),
         length_row("base", "Base, thickness", 0.010, 0.1, "Under the plate."),
         length_row("height", "Jaws, height", 0.008, 0.1, "Above the base."),
         quantity_row("flank_angle", "Flank angle", quantity::Dimension::angle, 45 * quantity::degree,
                      {20 * quantity::degree, 85 * quantity::degree}, "From the base, as the plate’s.", "input"),
         thread_row("screw", "Its screw", "M6", "That draws the jaws together."), tight_row("hand tight, knob Ø20"),
         gap_row("knob", "Knob, diameter", 0.020, 0.2, "0 for none."), material_row("aluminium 6061-T6"),
         surface_row("surface", "It is", "anodised aluminium", "What the plate rubs on.")},
        "below", "It is held by", "socket");
}

}  // namespace
}  // namespace of_dovetail_clamp

const PartKind& dovetail_clamp_kind() {
    using namespace of_dovetail_clamp;
    static const SimpleKind kind(
        {"dovetail_clamp", "Dovetail clamp", "A fixed and a moving jaw: what a dovetail plate is clamped in.",
         Role::part, Origin::have},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
