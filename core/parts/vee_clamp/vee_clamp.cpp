#include "catalogue/material.h"
#include "parts/rows.h"

namespace clampet::parts {
namespace of_vee_clamp {
namespace {

/// What the upper jaw lies on the tube with: its outline across the tube, and what its port says of it.
struct UpperJaw {
    std::vector<Eigen::Vector2d> profile;
    Values sizes;
    double lips = 0;  ///< its lower edge, above the tube's axis [m]
};

Result<UpperJaw> vee(const Values& v) {
    const double r = number(v, "tube") / 2, width = number(v, "width"), half = number(v, "half_angle"),
                 flank = number(v, "flank"), top = number(v, "height"), depth = number(v, "depth");
    const double bottom = r / std::sin(half);  // of the V, above the tube's axis
    const double lips = bottom - flank * std::cos(half), mouth = flank * std::sin(half);
    if (bottom + depth > top)
        return Problem{"vee_clamp.socket_in_vee", "height",
                       fmt::format("The socket runs into the V, whose bottom lies {:.1f} mm above the tube's middle.",
                                   bottom * 1000),
                       fmt::format("Give at least {}.", mm_up(bottom + depth))};
    if (2 * mouth >= width)
        return Problem{"vee_clamp.vee_too_wide", "width", "The V is wider than the jaw.",
                       fmt::format("Give more than {}, or a shorter flank.", mm_up(2 * mouth))};
    if (!(r * std::cos(half) < flank * std::sin(half)))
        return Problem{"vee_clamp.flank_too_short", "flank", "The tube touches beyond the end of the flanks.",
                       fmt::format("Give more than {}.", mm_up(r / std::tan(half)))};
    // A thicker tube touches beyond the end of the flanks.
    const double most = 2 * flank * std::tan(half);
    return UpperJaw{{{-width / 2, lips},
                     {-mouth, lips},
                     {0, bottom},
                     {mouth, lips},
                     {width / 2, lips},
                     {width / 2, top},
                     {-width / 2, top}},
                    {{"form", "vee"}, {"half_angle", half}, {"flank", flank}, {"most", most}},
                    lips};
}

Result<UpperJaw> flat(const Values& v) {
    const double r = number(v, "tube") / 2, width = number(v, "width"), top = number(v, "height"),
                 depth = number(v, "depth");
    if (r + depth > top)
        return Problem{"flat_jaws.socket_in_tube", "height",
                       fmt::format("The socket comes out on the tube, {:.1f} mm above its middle.", r * 1000),
                       fmt::format("Give at least {}.", mm_up(r + depth))};
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    return UpperJaw{{{-width / 2, r}, {width / 2, r}, {width / 2, top}, {-width / 2, top}},
                    {{"form", "flat"}, {"width", width}, {"most", number(v, "screws_apart") - *screw}},
                    r};
}

/// Two jaws of board round a tube, drawn together by two screws: a V or a flat one above, a pad below. Origin: on the
/// tube's axis; x along the tube, z up to its socket.
Result<Body> build(const Values& v, Result<UpperJaw> (*upper)(const Values&)) {
    const double r = number(v, "tube") / 2, length = number(v, "length"), width = number(v, "width"),
                 board = number(v, "thickness"), top = number(v, "height"), apart = number(v, "screws_apart"),
                 pad = number(v, "pad"), depth = number(v, "depth");
    const auto screw = major_diameter(v, "screw"), socket = major_diameter(v, "socket");
    if (!screw) return screw.problem();
    if (!socket) return socket.problem();
    const auto lies = upper(v);
    if (!lies) return lies.problem();
    const double lips = lies->lips;
    if (apart / 2 - *screw / 2 < r)
        return Problem{"vee_clamp.screws_in_tube", "screws_apart", "The screws run into the tube.",
                       fmt::format("Give more than {}.", mm_up(2 * r + *screw))};
    if (apart + *screw >= width)
        return Problem{"vee_clamp.screws_miss_jaw", "screws_apart", "The screws miss the jaw.",
                       fmt::format("Give less than {}.", mm_down(width - *screw))};
    Shape jaw;
    jaw.kind = ShapeKind::prism;
    jaw.axis = Vector::UnitX();
    jaw.length = length;
    jaw.material = stuff_of(v);
    jaw.profile = lies->profile;
    const double density = density_of(v), under = -r - pad - board;
    Solids solids;
    solids.piece("upper jaw");
    solids.add(jaw, density);
    solids.piece("lower jaw");
    solids.add(box({0, 0, under + board / 2}, {length, width, board}, jaw.material), density);
    if (pad > 0)
        solids.add_bought(box({0, 0, -r - pad / 2}, {length, number(v, "pad_width"), pad}, Stuff::rubber),
                          rubber_density, "rubber pad");
    const double knob = number(v, "knob"), knob_height = 0.55 * knob;
    const double head = under - knob_height, reach = lips + 0.75 * (top - lips);  // into the upper jaw
    for (const double y : {apart / 2, -apart / 2}) {
        solids.drill(cylinder({0, y, under + board / 2}, 1.1 * *screw, board, Vector::UnitZ(), jaw.material), density);
        solids.thread({0, y, lips}, Vector::UnitZ(), reach - lips, text(v, "screw"));
        solids.add_screw(cylinder({0, y, (under + reach) / 2}, *screw, reach - under, Vector::UnitZ(), Stuff::metal),
                         text(v, "screw"));
    }
    for (const double y : {apart / 2, -apart / 2})
        solids.add_bought(cylinder({0, y, (under + head) / 2}, knob, knob_height, Vector::UnitZ(), Stuff::plastic),
                          plastic_density, fmt::format("knob Ø{:.0f} mm for {}", knob * 1000, text(v, "screw")));
    for (const double y : {apart / 2, -apart / 2})
        solids.keep_free(fingers_round({0, y, (under + head) / 2}, knob, knob_height, -Vector::UnitZ()));
    Port grip{"jaw", families::PortKind::jaw};
    grip.sizes = lies->sizes;
    grip.sizes["length"] = length;
    if (pad > 0) grip.sizes["pad"] = number(v, "pad_width");
    grip.sizes["screw"] = text(v, "screw");
    grip.sizes["tight"] = text(v, "tight");
    grip.surface = text(v, "surface");
    Port carries = female_thread("top", {0, 0, top}, text(v, "socket"), depth, text(v, "surface"));
    carries.sizes["face"] = std::min(length, width);
    return solids.body({grip, carries});
}

Result<Body> build_vee(const Values& v) {
    return build(v, vee);
}
Result<Body> build_flat(const Values& v) {
    return build(v, flat);
}

/// Made for this tube: as far round it, and as high, as the standard one round a handrail.
void fit(Values& v, const Port& neighbour, bool above) {
    const auto diameter = size_of(neighbour, "diameter");
    if (above && neighbour.kind == families::PortKind::tube && diameter) {
        const double more = *diameter - 0.0337;
        v["tube"] = *diameter;
        v["flank"] = std::max(0.012, 0.030 + 0.7 * more);
        v["height"] = std::max(0.035, 0.050 + 0.6 * more);
        v["width"] = 0.072 + std::max(-0.02, 1.3 * more);
        v["screws_apart"] = 0.060 + std::max(-0.018, 1.2 * more);
        return;
    }
    const auto designation = neighbour.sizes.find("designation");
    if (!above && designation != neighbour.sizes.end()) v["socket"] = designation->second;
}

void fit_flat(Values& v, const Port& neighbour, bool above) {
    fit(v, neighbour, above);
    v.erase("flank");
}

std::vector<families::Parameter> rows(std::vector<families::Parameter> of_the_upper) {
    std::vector<families::Parameter> all{
        length_row("tube", "For a tube of", 0.0337, 1, "Outside diameter of the tube that it is made for."),
        length_row("length", "Jaw length", 0.054, 1, "Along the tube."),
        length_row("width", "Jaw width", 0.072, 1, "Across the tube.")};
    for (auto& row : of_the_upper) all.push_back(std::move(row));
    for (auto& row : std::vector<families::Parameter>{
             length_row("height", "Top above the tube's middle", 0.050, 1, "From the tube's axis to the upper face."),
             length_row("thickness", "Lower jaw, thickness", 0.018, 0.5, "Of the board with the pad."),
             gap_row("pad", "Pad, thickness", 0.005, 0.1, "Of rubber or cork on the lower jaw; 0 for none."),
             length_row("pad_width", "Pad, width", 0.012, 0.5, "Across the tube."),
             thread_row("screw", "Screws", "M6", "The two that draw the jaws together."),
             length_row("screws_apart", "Screws apart", 0.060, 1, "From middle to middle."),
             length_row("knob", "Knobs, diameter", 0.026, 0.3, "What the hand turns."),
             thread_row("socket", "Socket on top", "3/8-16 UNC", "What is screwed into it."),
             length_row("depth", "Socket, depth", 0.018, 0.5, "Of its thread."), material_row("birch plywood"),
             surface_row("surface", "Jaws lined with", "plywood", "What touches the tube."),
             tight_row("hand tight, star knob Ø32", "Each of its knobs, by feel.")})
        all.push_back(std::move(row));
    return all;
}

}  // namespace
}  // namespace of_vee_clamp

const PartKind& vee_clamp_kind() {
    using namespace of_vee_clamp;
    static const SimpleKind kind(
        {"vee_clamp", "V-jaw clamp", "Two jaws of board round a tube, a V and a pad, drawn together by two screws."},
        rows({quantity_row("half_angle", "V, half angle", quantity::Dimension::angle, 60 * quantity::degree,
                           {10 * quantity::degree, 85 * quantity::degree},
                           "Half of the angle between the flanks: 45° for a 90° V.", "input"),
              length_row("flank", "V, flank", 0.030, 1, "Length of one flank from the bottom of the V.")}),
        build_vee, {}, fit);
    return kind;
}

const PartKind& flat_jaws_kind() {
    using namespace of_vee_clamp;
    static const SimpleKind kind(
        {"flat_jaws", "Flat jaws", "Two flat jaws of board on a tube or a bar, drawn together by two screws."},
        rows({}), build_flat, {}, fit_flat);
    return kind;
}

}  // namespace clampet::parts
