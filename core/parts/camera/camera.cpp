#include "parts/fittings.h"
#include "parts/rows.h"

namespace clampet::parts {
namespace of_camera {
namespace {

/// How far a battery is drawn until a hand has it; common practice [m].
constexpr double battery_out = 0.040;
/// From a body's front to its sensor; from memory, between a mirrorless and a mirror body [m].
constexpr double flange_depth = 0.025;

/// Formats by their names: width and height of the sensor [m]; from memory.
struct Format {
    std::string_view key, label;
    double width, height;
};
constexpr Format formats[] = {{"full_frame", "full frame, 36 × 24 mm", 0.036, 0.024},
                              {"super_35", "Super 35, 24.9 × 14 mm", 0.0249, 0.0140},
                              {"aps_c", "APS-C, 23.5 × 15.6 mm", 0.0235, 0.0156},
                              {"four_thirds", "four thirds, 17.3 × 13 mm", 0.0173, 0.0130},
                              {"one_inch", "1 inch, 13.2 × 8.8 mm", 0.0132, 0.0088},
                              {"phone", "a phone's, 9.8 × 7.3 mm", 0.0098, 0.0073}};

std::vector<families::Choice> format_choices() {
    std::vector<families::Choice> all;
    for (const auto& f : formats) all.push_back({std::string(f.key), std::string(f.label)});
    return all;
}

Lens lens_of(const Values& v, double body_front) {
    Lens lens;
    const bool on = text(v, "lens") == "yes";
    const double length = on ? number(v, "lens_length") : 0;
    lens.at = {body_front + length, 0, on ? number(v, "axis_height") : number(v, "high") / 2};
    for (const auto& f : formats)
        if (f.key == text(v, "format")) {
            lens.sensor_width = f.width;
            lens.sensor_height = f.height;
        }
    lens.focal_length = number(v, "focal_length");
    lens.closest_focus = number(v, "closest_focus");
    lens.sensor_behind = length + flange_depth;
    return lens;
}

/// A camera with what is on it. Origin: the mouth of its socket; x ahead, along the lens. Each piece balances in its
/// own middle, which is common practice and good to a centimetre: weigh and balance yours.
Result<Body> build(const Values& v) {
    const auto thread = major_diameter(v, "thread");
    if (!thread) return thread.problem();
    const double deep = number(v, "deep"), wide = number(v, "wide"), high = number(v, "high"),
                 front = deep / 2 - number(v, "socket_back"), axis = number(v, "axis_height");
    if (axis > high)
        return Problem{"camera.lens_above_body", "axis_height", "The lens sits above the body.",
                       "Give at most the body's height."};
    if (number(v, "depth") > high)
        return Problem{"camera.socket_too_deep", "depth", "The socket is deeper than the body is high.",
                       "Common is 5.5 mm; measure yours."};
    Solids solids;
    solids.add_weighed(box({front - deep / 2, 0, high / 2}, {deep, wide, high}, Stuff::payload),
                       number(v, "body_mass"));
    if (text(v, "lens") == "yes") {
        const double length = number(v, "lens_length"), d = number(v, "lens_diameter");
        if (axis < d / 2 - 0.02)
            return Problem{"camera.lens_below_foot", "lens_diameter",
                           "The lens reaches more than 20 mm below the camera's foot.",
                           "Check its diameter and the height of its axis."};
        const double rear = 0.53 * length, barrel = length - rear - 0.006;
        const double mass = number(v, "lens_mass");
        solids.add_weighed(cylinder({front + rear / 2, 0, axis}, d, rear, Vector::UnitX(), Stuff::payload),
                           mass * rear / length);
        solids.add_weighed(
            cylinder({front + rear + barrel / 2, 0, axis}, 0.91 * d, barrel, Vector::UnitX(), Stuff::payload),
            mass * barrel / length);
        solids.add_weighed(cylinder({front + length - 0.003, 0, axis}, 0.97 * d, 0.006, Vector::UnitX(), Stuff::glass),
                           mass * 0.006 / length);
    }
    solids.add_weighed(
        box({front - deep / 2 - 0.006, 0, high + 0.005}, {0.5 * deep, 0.32 * wide, 0.010}, Stuff::payload), 0);
    if (text(v, "microphone") == "yes")
        solids.add_weighed(
            cylinder({0.012, 0, high + 0.021}, 0.022, number(v, "mic_length"), Vector::UnitX(), Stuff::rubber),
            number(v, "mic_mass"));
    if (text(v, "battery") == "below")
        solids.keep_free({"the battery on its way out", box({front - deep / 2, -0.36 * wide, -battery_out / 2},
                                                            {0.6 * deep, 0.25 * wide, battery_out}, Stuff::payload)});
    std::vector<Port> ports{
        female_thread("socket", Vector::Zero(), text(v, "thread"), number(v, "depth"), text(v, "foot"))};
    // A microphone of its own stands there already.
    if (text(v, "microphone") != "yes") ports.push_back(shoe_port("shoe", {front - deep / 2, 0, high + 0.010}));
    Body body = solids.body(std::move(ports));
    body.lens = lens_of(v, front);
    return body;
}

}  // namespace
}  // namespace of_camera

const PartKind& camera_kind() {
    using namespace of_camera;
    const std::vector<families::Choice> yes_no{{"yes", "yes"}, {"no", "no"}};
    static const SimpleKind kind(
        {"camera", "Camera with lens", "A camera, its lens and a microphone: what it weighs and where it balances.",
         Role::payload, Origin::have},
        {mass_row("body_mass", "Body weighs", 0.72, "With battery and card. A mirrorless body weighs 0.4 to 0.8 kg."),
         length_row("deep", "Body, front to back", 0.058, 1, "Without the lens."),
         length_row("wide", "Body, width", 0.125, 1, "Across."),
         length_row("high", "Body, height", 0.084, 1, "From its foot."),
         quantity_row("socket_back", "Socket behind the middle", quantity::Dimension::length, 0, {-0.2, 0.2},
                      "How far its screw sits behind the middle of the body; less than 0 ahead.", "input"),
         thread_row("thread", "Socket", "1/4-20 UNC", "In its foot."),
         length_row("depth", "Socket, depth", 0.0055, 0.05, "Measure it: 5.5 mm is common, from memory."),
         surface_row("foot", "Foot of", "painted aluminium", "What stands on the plate."),
         choice_row("lens", "A lens is on it", yes_no, "yes", "Whether one is on it."),
         shown_for(mass_row("lens_mass", "Lens weighs", 0.55, "A small prime 0.2 kg, a standard zoom 0.5 to 0.9 kg."),
                   "lens", {"yes"}),
         shown_for(quantity_row("lens_length", "Lens, length", quantity::Dimension::length, 0.077, {0.02, 1},
                                "From the body's front.", "input"),
                   "lens", {"yes"}),
         shown_for(length_row("lens_diameter", "Lens, diameter", 0.068, 0.5, "Where it is widest."), "lens", {"yes"}),
         shown_for(length_row("axis_height", "Lens, middle at", 0.044, 0.5, "Above the camera's foot."), "lens",
                   {"yes"}),
         choice_row("format", "Sensor", format_choices(), "full_frame", "It decides how much is in the picture."),
         quantity_row("focal_length", "Focal length", quantity::Dimension::length, 0.050, {0.002, 1},
                      "As engraved on the lens, not an equivalent.", "input"),
         gap_row("closest_focus", "Closest focus", 0.45, 20, "From the sensor, as engraved; 0 where it is not known."),
         choice_row("battery", "Battery comes out", {{"below", "below, at the grip"}, {"elsewhere", "elsewhere"}},
                    "below", "What is under its door is in the way."),
         choice_row("microphone", "Microphone on top", yes_no, "no", "On its foot, lying ahead."),
         shown_for(mass_row("mic_mass", "Microphone weighs", 0.09, "With its foot and windshield."), "microphone",
                   {"yes"}),
         shown_for(length_row("mic_length", "Microphone, length", 0.105, 0.5, "Of its tube."), "microphone", {"yes"})},
        build);
    return kind;
}

}  // namespace clampet::parts
