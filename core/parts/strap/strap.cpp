#include "parts/rows.h"

namespace clampet::parts {
namespace of_strap {
namespace {

/// A strap or belt, on a person or a bag. Origin: on its outer face; x away from what wears it, z up along it.
Result<Body> strap(const Values& v) {
    const double width = number(v, "width"), thick = number(v, "thickness"), length = number(v, "length");
    Body body;
    Port port{"strap", families::PortKind::strap, Vector::Zero(), Vector::UnitX(), Vector::UnitZ()};
    port.sizes = {{"width", width}, {"thickness", thick}, {"worn", text(v, "worn")}};
    port.surface = text(v, "surface");
    body.ports = {port};
    body.shapes = {box({-thick / 2, 0, 0}, {thick, width, length}, Stuff::rubber)};
    return body;
}

/// Two plates over a strap, drawn together by bolts beside it. Origin: on the strap's outer face; x along the strap,
/// z away from it.
Result<Body> plates(const Values& v) {
    const double length = number(v, "length"), width = number(v, "width"), thick = number(v, "thickness"),
                 span = number(v, "span"), over = number(v, "over");
    const auto screw = major_diameter(v, "screw");
    if (!screw) return screw.problem();
    if (const auto ok = check_tight(v); !ok) return ok.problem();
    if (span + *screw >= width)
        return Problem{"strap_plates.bolts_miss", "span", "The bolts miss the plates.",
                       fmt::format("Give less than {}, or wider plates.", mm_down(width - *screw))};
    const double density = density_of(v);
    const Stuff stuff = stuff_of(v);
    const int bolts = static_cast<int>(number(v, "bolts")), a_side = std::max(1, bolts / 2);
    Solids solids;
    solids.piece("outer plate");
    solids.add(box({0, 0, thick / 2}, {length, width, thick}, stuff), density);
    solids.piece("inner plate");
    solids.add(box({0, 0, -over - thick / 2}, {length, width, thick}, stuff), density);
    for (int i = 0; i < bolts; ++i) {
        const double x = a_side > 1 ? 0.7 * length * ((i / 2) / (a_side - 1.0) - 0.5) : 0;
        const double y = (i % 2 ? -1 : 1) * span / 2;
        for (const double z : {thick / 2, -over - thick / 2})
            solids.drill(cylinder({x, y, z}, 1.1 * *screw, thick, Vector::UnitZ(), stuff), density);
        solids.add_screw(cylinder({x, y, -over / 2}, *screw, over + 2 * thick + 0.012, Vector::UnitZ(), Stuff::metal),
                         text(v, "screw"));
        buy_knob_or_nut(solids, v);
    }
    Port grip{"strap", families::PortKind::strap};
    grip.sizes = {{"length", length},
                  {"span", span},
                  {"bolts", number(v, "bolts")},
                  {"plate", thick},
                  {"screw", text(v, "screw")},
                  {"tight", text(v, "tight")}};
    grip.surface = text(v, "surface");
    auto top = end_port(
        v, "top",
        {.at = {0, 0, thick}, .length = length, .width = width, .thickness = thick, .surface = text(v, "surface")});
    if (!top) return top.problem();
    return solids.body({grip, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    if (const auto width = size_of(neighbour, "width")) {
        v["span"] = *width + 0.016;
        v["width"] = *width + 0.034;
    }
    if (const auto thick = size_of(neighbour, "thickness")) v["over"] = *thick;
}

}  // namespace
}  // namespace of_strap

const PartKind& strap_kind() {
    using namespace of_strap;
    static const SimpleKind kind(
        {"strap", "Strap or belt", "A strap of a harness or a bag: plates are put over it.", Role::support,
         Origin::site},
        {length_row("width", "Width", 0.050, 0.5, "Of the webbing."),
         length_row("thickness", "Thickness", 0.004, 0.05, "Free, with its padding."),
         choice_row("worn", "Somebody wears it", {{"yes", "yes"}, {"no", "no"}}, "yes",
                    "Then nothing sharp may face the body."),
         length_row("length", "Drawn, length", 0.40, 5, "How much of it is drawn; it weighs nothing."),
         surface_row("surface", "It is of", "cloth", "What plates rub on.")},
        strap, {{"webbing", "Webbing", {{"width", "width"}, {"thickness", "thickness"}}, {}}});
    return kind;
}

const PartKind& strap_plates_kind() {
    using namespace of_strap;
    static const SimpleKind kind(
        {"strap_plates", "Plates on a strap", "Two plates over a strap, drawn together by bolts beside it."},
        with_end(
            {length_row("length", "Along the strap", 0.070, 1, "How much of it they cover."),
             length_row("width", "Across", 0.084, 1, "Of the plates."),
             length_row("thickness", "Thickness", 0.009, 0.1, "Of each plate."),
             length_row("span", "Bolts apart", 0.066, 1, "Across the strap, outside it."),
             count_row("bolts", "Bolts", 4, {2, 12}, "All of them; half on each side."),
             length_row("over", "For a strap of", 0.004, 0.05, "How thick it is."),
             thread_row("screw", "Bolts are", "M6", "What is turned."), tight_row("hand tight, wing nut, M6 or 1/4"),
             material_row("birch plywood"), surface_row("surface", "Plates of", "plywood", "What rubs on the strap.")},
            "top", "It carries by", "face"),
        plates, {}, fit);
    return kind;
}

}  // namespace clampet::parts
