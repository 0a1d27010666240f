#include <array>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_casters {
namespace {

/// A board on casters or feet with a socket for a post. Origin: on the floor, below its middle.
Result<Body> build(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), thick = number(v, "thickness"),
                 wheel = number(v, "wheel") / 2, inset = number(v, "inset"), bore = number(v, "bore"),
                 deep = number(v, "depth"), density = density_of(v);
    if (2 * inset >= std::min(length, width))
        return Problem{"casters.meet", "inset", "The wheels meet in the middle.", "Give less than half the board."};
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (const auto screw = major_diameter(v, "screw"); !screw) return screw.problem();
    const bool rolls = text(v, "on") != "feet";
    const double under = rolls ? 2 * wheel + 0.015 : 0.01;
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.piece("board");
    solids.add(box({0, 0, under + thick / 2}, {length, width, thick}, stuff), density);
    const double a = length / 2 - inset, b = width / 2 - inset;
    for (const auto& [x, y] : std::array<std::pair<double, double>, 4>{{{a, b}, {a, -b}, {-a, b}, {-a, -b}}}) {
        if (rolls) {
            solids.add_bought(cylinder({x, y, wheel}, 2 * wheel, 0.02, Vector::UnitY(), Stuff::rubber), wheel_density,
                              fmt::format("caster Ø{:.0f} mm", 2000 * wheel));
            solids.add_bought(box({x, y, wheel + (under - wheel) / 2}, {0.02, 0.03, under - wheel}, Stuff::metal),
                              fork_density);
        } else
            solids.add_bought(cylinder({x, y, under / 2}, 0.03, under, Vector::UnitZ(), Stuff::rubber), rubber_density,
                              "rubber foot Ø30 mm");
    }
    const double outside = bore + 2 * number(v, "wall"), top = under + thick + deep;
    solids.glued("socket");
    solids.add(cylinder({0, 0, under + thick + deep / 2}, outside, deep, Vector::UnitZ(), stuff), density);
    solids.drill(cylinder({0, 0, under + thick + deep / 2}, bore, deep, Vector::UnitZ(), stuff), density);
    add_slit(solids,
             {under + thick, deep, bore, number(v, "wall"), 2 * half_chord(outside, (bore + number(v, "wall")) / 2)},
             v);
    if (const double ballast = number(v, "ballast"); ballast > 0)
        solids.add_weighed(box({0, 0, under + thick + 0.02}, {0.6 * length, 0.6 * width, 0.04}, Stuff::rubber), ballast,
                           ballast_in_words(ballast), PutOn::when_it_stands);
    Port feet{"feet", families::PortKind::feet};
    feet.sizes = {{"layout", "rectangle"}, {"length", 2 * a}, {"width", 2 * b}, {"on", text(v, "on")}};
    if (rolls) feet.sizes["wheel"] = wheel, feet.sizes["trail"] = number(v, "trail");
    feet.surface = "rubber";
    Port socket{"post", families::PortKind::bore, {0, 0, top}};
    socket.sizes = {{"diameter", bore},          {"length", deep},    {"held", "clamped"}, {"screw", text(v, "screw")},
                    {"tight", text(v, "tight")}, {"outside", outside}};
    socket.surface = text(v, "surface");
    return solids.body({feet, socket});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return;
    if (const auto post = size_of(neighbour, "diameter")) v["bore"] = *post + 0.0004;
}

}  // namespace
}  // namespace of_casters

const PartKind& casters_kind() {
    using namespace of_casters;
    static const SimpleKind kind(
        {"casters", "Base on casters or feet", "A board on four wheels or feet with a socket for a post."},
        {length_row("length", "Length", 0.50, 5, "Of the board, ahead."),
         length_row("width", "Width", 0.45, 5, "Of the board."),
         length_row("thickness", "Board, thickness", 0.018, 0.3, "Of it."),
         choice_row("on", "It stands on", {{"casters", "casters"}, {"braked", "braked casters"}, {"feet", "feet"}},
                    "braked", "Unbraked ones roll before it tips."),
         shown_for(length_row("wheel", "Wheels, diameter", 0.050, 0.5, "Of the casters."), "on", {"casters", "braked"}),
         shown_for(length_row("trail", "Trail", 0.025, 0.3, "From the swivel's axis to where its wheel touches."), "on",
                   {"casters", "braked"}),
         length_row("inset", "Wheels from the rim", 0.04, 1, "Of the board, to their swivel axes."),
         length_row("bore", "Socket, inside", 0.0341, 0.5, "For the post."),
         length_row("depth", "Socket, depth", 0.09, 1, "How far the post is in."),
         length_row("wall", "Socket, wall", 0.012, 0.2, "Round the post."),
         thread_row("screw", "Clamping screw", "M6", "That draws the slit socket together."),
         tight_row("hand tight, star knob Ø32"), mass_row("ballast", "Ballast", 0, "A sandbag or plates on the board."),
         material_row("birch plywood"), surface_row("surface", "Socket of", "plywood", "What the post rubs on.")},
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
