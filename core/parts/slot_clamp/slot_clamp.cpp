#include "parts/rows.h"

namespace clampet::parts {
namespace of_slot_clamp {
namespace {

/// A block with a slot that goes over the edge of a board or a bar, its faces padded, and a screw that presses from
/// below. Origin: on the board's upper face in the middle of the slot; x out of the board, z up to what it carries.
Result<Body> build(const Values& v) {
    const double on = number(v, "on"), slot = number(v, "slot"), deep = number(v, "length"), wide = number(v, "width"),
                 pad = number(v, "pad"), wall = number(v, "wall"), knob = number(v, "knob");
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (on + 2 * pad > slot)
        return Problem{"slot_clamp.slot_too_narrow", "slot",
                       fmt::format("A slot of {:.1f} mm does not go over {:.1f} mm and two pads of {:.1f} mm.",
                                   slot * 1000, on * 1000, pad * 1000),
                       fmt::format("Give at least {}.", mm_up(on + 2 * pad))};
    const double density = density_of(v), top = pad + wall, bottom = pad - slot;
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.piece("upper wall");
    solids.add(box({0, 0, pad + wall / 2}, {deep, wide, wall}, stuff), density);
    solids.glued("lower wall");
    solids.add(box({0, 0, bottom - wall / 2}, {deep, wide, wall}, stuff), density);
    solids.glued("back");
    solids.add(box({deep / 2 + wall / 2, 0, (top + bottom - wall) / 2}, {wall, wide, top - bottom + wall}, stuff),
               density);
    solids.thread({0, 0, bottom - wall}, Vector::UnitZ(), wall, text(v, "screw"));
    if (pad > 0) {
        solids.add_bought(box({0, 0, pad / 2}, {deep, wide, pad}, Stuff::rubber), rubber_density, "rubber pad");
        solids.add_bought(box({0, 0, -on - pad / 2}, {deep, wide, pad}, Stuff::rubber), rubber_density, "rubber pad");
    }
    const double reach = -on - pad - (bottom - wall), height = 0.55 * knob;
    solids.add_screw(cylinder({0, 0, -on - pad - reach / 2}, *screw, reach, Vector::UnitZ(), Stuff::metal),
                     text(v, "screw"));
    const Vector turned(0, 0, bottom - wall - height / 2);
    solids.add_bought(cylinder(turned, knob, height, Vector::UnitZ(), Stuff::plastic), plastic_density,
                      fmt::format("knob Ø{:.0f} mm for {}", knob * 1000, text(v, "screw")));
    solids.keep_free(fingers_round(turned, knob, height, -Vector::UnitZ()));
    Port jaw{"jaw", families::PortKind::jaw};
    jaw.sizes = {{"form", "slot"},
                 {"length", deep},
                 {"width", wide},
                 {"most", slot - 2 * pad},
                 {"screw", text(v, "screw")},
                 {"tight", text(v, "tight")}};
    jaw.surface = text(v, "surface");
    auto carries = end_port(
        v, "top", {.at = {0, 0, top}, .length = deep, .width = wide, .thickness = wall, .surface = bare_face(v)});
    if (!carries) return carries.problem();
    return solids.body({jaw, std::move(*carries)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    const auto thick = size_of(neighbour, "thickness");
    if (!thick) return;
    v["on"] = *thick;
    v["slot"] = *thick + 0.012;  // two pads of 4 mm, and room to put it on
}

std::vector<families::Parameter> rows() {
    return with_end({length_row("on", "It goes on", 0.027, 1, "Thickness of the board or bar."),
                     length_row("slot", "Slot, high", 0.039, 1, "Between its walls, without pads."),
                     length_row("length", "Slot, deep", 0.050, 1, "Of the faces, into the board."),
                     length_row("width", "Width", 0.060, 1, "Along the edge."),
                     gap_row("pad", "Pads, thickness", 0.004, 0.05, "On both faces; 0 for none."),
                     length_row("wall", "Walls, thickness", 0.018, 0.3, "Of the block round the slot."),
                     length_row("knob", "Knob, diameter", 0.040, 0.3, "What the hand turns."),
                     thread_row("screw", "Its screw", "M8", "That presses from below."),
                     tight_row("hand tight, star knob Ø40"), material_row("birch plywood"),
                     surface_row("surface", "Faces lined with", "rubber", "What touches the board.")},
                    "top", "It carries by", "socket");
}

}  // namespace
}  // namespace of_slot_clamp

const PartKind& slot_clamp_kind() {
    using namespace of_slot_clamp;
    static const SimpleKind kind(
        {"slot_clamp", "Slot clamp", "A block with a padded slot over a board's edge or a rail, and a screw."}, rows(),
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
