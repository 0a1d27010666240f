#include <fmt/format.h>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_riser {
namespace {

/// A round or square column between two others: a riser, a spacer, a standoff. Origin: the middle of its lower face.
Result<Body> build(const Values& v) {
    const bool is_round = text(v, "section") == "round";
    const double height = number(v, "height"), across = number(v, "across"), bore = number(v, "bore"),
                 density = density_of(v);
    if (bore >= across)
        return Problem{"riser.bore_too_wide", "bore", "The bore is as wide as the riser.", "Give less, or 0 for none."};
    const Vector middle(0, 0, height / 2);
    Solids solids;
    solids.add(is_round ? cylinder(middle, across, height, Vector::UnitZ(), stuff_of(v))
                        : box(middle, {across, across, height}, stuff_of(v)),
               density);
    if (bore > 0) solids.drill(cylinder(middle, bore, height, Vector::UnitZ(), stuff_of(v)), density);
    std::vector<Port> ports;
    for (const auto& [key, at] : {std::pair{"below", 0.0}, {"top", height}}) {
        auto end = end_port(v, key,
                            {.at = {0, 0, at},
                             .length = across,
                             .width = is_round ? 0 : across,
                             .hole = bore,
                             .thickness = height,
                             .surface = text(v, "surface")});
        if (!end) return end.problem();
        ports.push_back(std::move(*end));
    }
    return solids.body(std::move(ports));
}

void fit(Values& v, const Port& neighbour, bool above) {
    fit_end(v, above ? "below" : "top", neighbour);
    if (const auto across = size_of(neighbour, "diameter")) v["across"] = *across;
}

std::vector<Workpiece> pieces(const Values& v) {
    const double height = number(v, "height"), across = number(v, "across"), bore = number(v, "bore");
    auto column = piece_of(v, "column", height, across, across);
    column.is_round = text(v, "section") == "round";
    const bool through = bore > 0;
    column.note = through ? fmt::format("bored {:.1f} mm through its length", bore * 1e3) : std::string();
    for (const char* end : {"below", "top"}) {
        const auto& kind = text(v, end);
        if (kind == "face") continue;
        column.note += fmt::format("{}{} in its {} end", column.note.empty() ? "" : "; ",
                                   kind == "socket" ? text(v, std::string(end) + "_thread") + " thread or insert"
                                                    : text(v, std::string(end) + "_thread") + " stud",
                                   end == std::string("top") ? "upper" : "lower");
    }
    return {std::move(column)};
}

}  // namespace
}  // namespace of_riser

const PartKind& riser_kind() {
    using namespace of_riser;
    static const SimpleKind kind(
        {"riser", "Riser or standoff", "A column that lifts what stands on it, with a thread or a face at each end."},
        with_end(with_end({length_row("height", "Height", 0.10, 5, "From face to face."),
                           choice_row("section", "It is", {{"round", "round"}, {"square", "square"}}, "round",
                                      "Its section."),
                           length_row("across", "Across", 0.030, 1, "Diameter or side."),
                           gap_row("bore", "Bore through it", 0, 1, "0 for none."), material_row("beech"),
                           surface_row("surface", "It is", "hardwood", "What others rub on.")},
                          "below", "It is held by", "socket"),
                 "top", "It carries by", "stud"),
        build, {}, fit, pieces);
    return kind;
}

}  // namespace clampet::parts
