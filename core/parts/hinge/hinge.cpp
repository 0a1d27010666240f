#include "parts/rows.h"

namespace clampet::parts {
namespace of_hinge {
namespace {

constexpr double play = 0.0002;  // of the pin in its barrel; from memory

/// One leaf: a plate with half of the knuckles on its edge. `up`: which way its plate lies from the pin's axis, y.
Solids leaf(const Values& v, double up) {
    const double height = number(v, "height"), width = number(v, "width"), thick = number(v, "thickness"),
                 pin = number(v, "pin"), barrel = pin + 2 * thick, density = density_of(v);
    Solids solids;
    solids.add(box({0, 0, up * (barrel / 2 + height / 2)}, {thick, width, height}, stuff_of(v)), density);
    // Half of the barrel's length is this leaf's.
    solids.add(cylinder(Vector::Zero(), barrel, width, Vector::UnitY(), stuff_of(v)), density / 2);
    return solids;
}

Port pivot_of(const Values& v) {
    const double pin = number(v, "pin");
    Port pivot{"pivot", families::PortKind::pivot, Vector::Zero(), Vector::UnitY(), Vector::UnitX()};
    pivot.sizes = {{"outer", pin + 2 * number(v, "thickness")}, {"inner", pin + play}};
    pivot.surface = text(v, "surface");
    return pivot;
}

Result<Port> end_of(const Values& v, const std::string& key, double up) {
    const double height = number(v, "height"), thick = number(v, "thickness");
    const double barrel = number(v, "pin") + 2 * thick;
    Port port = face_port(key, {-up * thick / 2, 0, up * (barrel / 2 + height / 2)}, height, number(v, "width"), 0,
                          text(v, "surface"));
    // It is screwed on with its flat: what carries lies behind it, what is carried before it.
    port.z = Vector::UnitX();
    port.x = Vector::UnitZ();
    return port;
}

Result<Body> lower(const Values& v) {
    if (const auto screw = major_diameter(v, "screw"); !screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    Solids solids = leaf(v, -1);
    Port pivot = pivot_of(v);
    const double pin = number(v, "pin");
    solids.add_screw(cylinder(Vector::Zero(), pin, number(v, "width") + 0.006, Vector::UnitY(), Stuff::metal),
                     text(v, "screw"));
    buy_knob_or_nut(solids, v);
    pivot.sizes["lap"] = std::string("yoke");
    pivot.sizes["thickness"] = number(v, "width") / 4;
    pivot.sizes["screw"] = text(v, "screw");
    pivot.sizes["tight"] = text(v, "tight");
    auto below = end_of(v, "below", -1);
    return solids.body({std::move(*below), pivot});
}

Result<Body> upper(const Values& v) {
    Solids solids = leaf(v, 1);
    Port pivot = pivot_of(v);
    pivot.sizes["thickness"] = number(v, "width") / 2;
    auto top = end_of(v, "top", 1);
    return solids.body({pivot, std::move(*top)});
}

void fit_upper(Values& v, const Port& neighbour, bool above) {
    if (!above) return;
    const auto outer = size_of(neighbour, "outer"), inner = size_of(neighbour, "inner");
    if (inner) v["pin"] = *inner - play;
    if (outer && inner && *outer > *inner) v["thickness"] = (*outer - *inner + play) / 2;
}

std::vector<families::Parameter> leaf_rows() {
    return {length_row("width", "Width", 0.050, 1, "Along the pin."),
            length_row("height", "Leaf, height", 0.030, 1, "From the barrel to its edge."),
            length_row("thickness", "Leaf, thickness", 0.002, 0.05, "Of its plate, and of the barrel's wall."),
            length_row("pin", "Pin", 0.006, 0.05, "Its diameter."),
            material_row("mild steel"),
            surface_row("surface", "It is", "steel", "What rubs in the knuckles and what it is screwed to.")};
}

}  // namespace
}  // namespace of_hinge

const PartKind& hinge_kind() {
    using namespace of_hinge;
    static const SimpleKind kind(
        {"hinge", "Friction hinge, fixed leaf", "A leaf with its knuckles and the bolt that draws them together.",
         Role::part, Origin::buy},
        [] {
            auto rows = leaf_rows();
            rows.push_back(thread_row("screw", "Its bolt", "M6", "Through the knuckles."));
            rows.push_back(tight_row("hand tight, wing nut, M6 or 1/4"));
            return rows;
        }(),
        lower);
    return kind;
}

const PartKind& hinge_flap_kind() {
    using namespace of_hinge;
    static const SimpleKind kind({"hinge_flap", "Friction hinge, moving leaf",
                                  "The leaf that turns: what it is screwed to folds with it.", Role::part, Origin::buy},
                                 leaf_rows(), upper, {}, fit_upper);
    return kind;
}

}  // namespace clampet::parts
