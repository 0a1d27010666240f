#include "parts/rows.h"

namespace clampet::parts {
namespace of_cart {
namespace {

/// A cart on four wheels with a shelf and a push bar. Origin: on the floor, below its middle; x ahead.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), shelf = number(v, "shelf"),
                 thick = number(v, "thickness"), bar = number(v, "bar"), up = number(v, "bar_height"),
                 wheel = number(v, "wheel") / 2, trail = number(v, "trail");
    if (up <= shelf)
        return Problem{"cart.bar_below_shelf", "bar_height", "The push bar lies below the shelf.",
                       fmt::format("Give more than {}.", mm_up(shelf))};
    if (shelf - thick <= 2 * wheel)
        return Problem{"cart.shelf_in_wheels", "shelf", "The shelf lies in the wheels.",
                       fmt::format("Give more than {}.", mm_up(2 * wheel + thick))};
    const double a = length / 2 - 2 * wheel, b = width / 2 - wheel;
    if (!(a > 0 && b > 0))
        return Problem{"cart.wheels_meet", "wheel", "The wheels meet in the middle.", "Give less, or a longer cart."};
    Solids solids;
    solids.add_weighed(box({0, 0, shelf - thick / 2}, {length, width, thick}, stuff_of(v)), number(v, "weighs"));
    for (const double x : {a, -a})
        for (const double y : {b, -b}) {
            solids.add_weighed(cylinder({x, y, wheel}, 2 * wheel, 0.025, Vector::UnitY(), Stuff::rubber), 0);
            solids.add_weighed(
                box({x, y, (wheel + shelf - thick) / 2}, {0.025, 0.02, shelf - thick - wheel}, Stuff::metal), 0);
        }
    for (const double y : {width / 2 - bar / 2, -(width / 2 - bar / 2)})
        solids.add_weighed(
            cylinder({-length / 2 + bar / 2, y, (shelf + up) / 2}, bar, up - shelf, Vector::UnitZ(), Stuff::tube), 0);
    solids.add_weighed(cylinder({-length / 2 + bar / 2, 0, up}, bar, width, Vector::UnitY(), Stuff::tube), 0);
    Port feet{"wheels", families::PortKind::feet};
    feet.sizes = {{"layout", "rectangle"}, {"length", 2 * a}, {"width", 2 * b},
                  {"on", text(v, "on")},   {"wheel", wheel},  {"trail", trail}};
    feet.surface = "rubber";
    const auto tube = [&](std::string id, const Vector& at, const Vector& z, const Vector& x, double free) {
        Port port{std::move(id), families::PortKind::tube, at, z, x};
        port.sizes = {{"diameter", bar}, {"wall", number(v, "bar_wall")}, {"length", free}};
        port.surface = text(v, "bar_of");
        return port;
    };
    return solids.body({feet, face_port("shelf", {0, 0, shelf}, length, width, 0, text(v, "surface")),
                        tube("bar", {-length / 2 + bar / 2, 0, up}, Vector::UnitZ(), Vector::UnitY(), width - 4 * bar),
                        tube("post", {-length / 2 + bar / 2, width / 2 - bar / 2, (shelf + up) / 2}, -Vector::UnitX(),
                             Vector::UnitZ(), up - shelf - 4 * bar)});
}

}  // namespace
}  // namespace of_cart

const PartKind& cart_kind() {
    using namespace of_cart;
    static const SimpleKind kind(
        {"cart", "Cart", "A cart on wheels with a shelf and a push bar of tube."},
        {length_row("length", "Length", 0.80, 5, "Ahead."), length_row("width", "Width", 0.50, 5, "Across."),
         length_row("shelf", "Shelf at", 0.35, 3, "Height of its upper face."),
         length_row("thickness", "Shelf, thickness", 0.018, 0.2, "Of it."),
         length_row("bar_height", "Push bar at", 0.95, 3, "Height of its middle."),
         length_row("bar", "Push bar, tube of", 0.025, 0.2, "Outside diameter."),
         length_row("bar_wall", "Push bar, wall", 0.0015, 0.02, "Of the tube."),
         mass_row("weighs", "It weighs", 9, "All of it, with what always lies on it."),
         choice_row("on", "Its wheels", {{"casters", "run free"}, {"braked", "are braked"}}, "braked",
                    "Unbraked ones roll before it tips."),
         length_row("wheel", "Wheels, diameter", 0.100, 0.5, "Of one wheel."),
         length_row("trail", "Trail", 0.035, 0.3, "From the swivel's axis to where its wheel touches."),
         material_row("spruce"), surface_row("surface", "Shelf is", "plywood", "What lies on it rubs on this."),
         surface_row("bar_of", "Bar of", "painted steel", "What a clamp rubs on.")},
        build, {{"tube", "Tube of the push bar", {{"bar", "outer"}, {"bar_wall", "wall"}}, {}}});
    return kind;
}

}  // namespace clampet::parts
