#include "parts/rows.h"

namespace clampet::parts {
namespace of_spring_clamp {
namespace {

/// Two padded jaws and a spring. Origin: on the axis of what it grips; z up to what it carries, x along the tube.
Result<Body> build(const Values& v) {
    const double most = number(v, "most"), pad = number(v, "pad"), on = number(v, "on"), arm = 1.6 * most + 0.03;
    if (on > most)
        return Problem{"spring_clamp.does_not_open", "on",
                       fmt::format("It opens to {} and is to go on {}.", mm_down(most), mm_up(on)),
                       "Choose a larger clamp."};
    Solids solids;
    const double mass = number(v, "mass");
    for (const double side : {1.0, -1.0})
        solids.add_weighed(box({0, arm / 2 - pad, side * (on / 2 + 0.006)}, {pad, arm, 0.008}, Stuff::plastic),
                           mass / 2);
    for (const double side : {1.0, -1.0})
        solids.add_weighed(box({0, 0, side * (on / 2 + 0.001)}, {pad, pad, 0.002}, Stuff::rubber), 0);
    solids.add_weighed(box({0, 0.55 * arm, 0}, {0.6 * pad, 0.014, on + 0.012}, Stuff::metal), 0);  // its spring
    Port jaw{"jaw", families::PortKind::jaw};
    jaw.sizes = {
        {"form", "flat"}, {"length", pad}, {"pad", pad}, {"closed", number(v, "closed")}, {"rate", number(v, "rate")},
        {"most", most}};
    jaw.surface = text(v, "surface");
    auto top = end_port(
        v, "top",
        {.at = {0, 0, on / 2 + 0.01}, .length = pad, .width = pad, .thickness = 0.008, .surface = "painted steel"});
    if (!top) return top.problem();
    return solids.body({jaw, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    for (const char* key : {"diameter", "thickness"})
        if (const auto size = size_of(neighbour, key)) v["on"] = *size;
}

std::vector<families::Parameter> rows() {
    return with_end({length_row("on", "It goes on", 0.0337, 1, "Diameter of the tube, or thickness of the board."),
                     length_row("most", "It opens to", 0.05, 1, "As sold: 25, 50, 75 mm."),
                     quantity_row("closed", "Force when closed", quantity::Dimension::force, 60, {0.1, 1e5},
                                  "By its size.", "from memory"),
                     quantity_row("rate", "Spring", quantity::Dimension::stiffness, 2400, {1, 1e7},
                                  "How much more for opening it.", "from memory"),
                     length_row("pad", "Pads", 0.018, 0.5, "Along and across."),
                     mass_row("mass", "It weighs", 0.12, "Weigh yours."),
                     surface_row("surface", "Pads of", "rubber", "What touches the tube.")},
                    "top", "It carries by", "stud");
}

}  // namespace
}  // namespace of_spring_clamp

const PartKind& spring_clamp_kind() {
    using namespace of_spring_clamp;
    static const SimpleKind kind(
        {"spring_clamp", "Spring clamp", "Padded jaws and a spring: quick, and only as strong as its spring.",
         Role::part, Origin::buy},
        rows(), build,
        {{"spring clamp",
          "Spring clamp, by size",
          {{"closed", "closed"}, {"rate", "rate"}, {"most", "most"}},
          {},
          {},
          "clamp",
          {{"pad", "pad"}}}},
        fit);
    return kind;
}

}  // namespace clampet::parts
