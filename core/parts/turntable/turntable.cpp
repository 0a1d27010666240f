#include "parts/rows.h"

namespace clampet::parts {
namespace of_turntable {
namespace {

/// What turns a camera: a box with a servo and a gear, or a bearing for the hand. Origin: the middle of its lower face.
Result<Body> base(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), height = number(v, "height"),
                 bearing = number(v, "bearing");
    if (bearing > std::min(length, width))
        return Problem{"pan_base.bearing_too_wide", "bearing", "The bearing is wider than its base.",
                       "Give at most the base's length and width."};
    const bool servo = text(v, "driven_by") == "servo";
    Solids solids;
    solids.add_weighed(box({0, 0, (height - 0.006) / 2}, {length, width, height - 0.006}, stuff_of(v)),
                       number(v, "mass_of_it"));
    solids.add_weighed(cylinder({0, 0, height - 0.003}, bearing, 0.006, Vector::UnitZ(), Stuff::metal), 0);
    Port turn{"turn", families::PortKind::turntable, {0, 0, height}};
    turn.sizes = {{"diameter", bearing}, {"driven_by", text(v, "driven_by")}};
    if (servo) {
        turn.sizes["motor_torque"] = number(v, "motor_torque");
        turn.sizes["gear_ratio"] = number(v, "gear_ratio");
    }
    auto below = end_port(v, "below", {.length = length, .width = width, .surface = text(v, "surface")});
    if (!below) return below.problem();
    return solids.body({std::move(*below), turn});
}

/// The disc that is turned. Origin: on its axis, where it lies on its bearing.
Result<Body> table(const Values& v) {
    const double diameter = number(v, "diameter"), thick = number(v, "thickness"), hole = number(v, "hole"),
                 density = density_of(v);
    if (hole >= diameter)
        return Problem{"turntable.hole_too_wide", "hole", "The hole is as wide as the disc.",
                       fmt::format("Give less than {}.", mm_down(diameter))};
    Solids solids;
    solids.add(cylinder({0, 0, thick / 2}, diameter, thick, Vector::UnitZ(), stuff_of(v)), density);
    if (hole > 0) solids.drill(cylinder({0, 0, thick / 2}, hole, thick, Vector::UnitZ(), Stuff::metal), density);
    auto top = end_port(
        v, "top",
        {.at = {0, 0, thick}, .length = diameter, .hole = hole, .thickness = thick, .surface = text(v, "surface")});
    if (!top) return top.problem();
    return solids.body({Port{"turn", families::PortKind::turntable}, std::move(*top)});
}

void fit_base(Values& v, const Port& neighbour, bool above) {
    if (above) fit_end(v, "below", neighbour);
}
void fit_table(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    if (const auto bearing = size_of(neighbour, "diameter")) v["diameter"] = *bearing;
}

}  // namespace
}  // namespace of_turntable

const PartKind& pan_base_kind() {
    using namespace of_turntable;
    static const SimpleKind kind(
        {"pan_base", "Pan base", "What a camera is turned on: a bearing and a servo with its gear, or a hand."},
        with_end(
            {length_row("length", "Length", 0.12, 1, "Ahead, x."), length_row("width", "Width", 0.12, 1, "Across, y."),
             length_row("height", "Height", 0.06, 1, "From below to its bearing."),
             length_row("bearing", "Bearing", 0.10, 1, "Diameter of its ring of balls or of its base."),
             mass_row("mass_of_it", "It weighs", 0.6, "With its servo."),
             choice_row("driven_by", "Driven by", {{"servo", "a servo or motor"}, {"hand", "a hand"}}, "servo",
                        "What turns it."),
             shown_for(quantity_row("motor_torque", "Motor stall torque", quantity::Dimension::torque, 1.0, {0, 1e4},
                                    "As the data sheet says: a hobby servo 1 to 2 N·m.", "input"),
                       "driven_by", {"servo"}),
             shown_for(quantity_row("gear_ratio", "Gear ratio", quantity::Dimension::number, 3, {0.01, 1000},
                                    "Motor turns for one turn of the payload.", "input"),
                       "driven_by", {"servo"}),
             material_row("birch plywood"),
             surface_row("surface", "Its foot is", "plywood", "What it stands on rubs on this.")},
            "below", "It is held by", "socket"),
        base, {}, fit_base);
    return kind;
}

const PartKind& turntable_kind() {
    using namespace of_turntable;
    static const SimpleKind kind(
        {"turntable", "Turntable", "The disc on a pan base that is turned with the camera."},
        with_end({length_row("diameter", "Diameter", 0.10, 1, "Across."),
                  length_row("thickness", "Thickness", 0.012, 0.2, "Of the disc."),
                  gap_row("hole", "Hole", 0.007, 0.5, "In its middle; 0 for none."), material_row("birch plywood"),
                  surface_row("surface", "Its top is", "plywood", "What stands on it rubs on this.")},
                 "top", "It carries by", "face"),
        table, {}, fit_table);
    return kind;
}

}  // namespace clampet::parts
