#include <cmath>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_weighted_base {
namespace {

/// A heavy plate on small feet, round or square. Origin: on the floor, below its middle.
Result<Body> build(const Values& v) {
    const bool is_round = text(v, "outline") == "round";
    const double length = number(v, "length"), width = is_round ? length : number(v, "width"),
                 thick = number(v, "thickness"), foot = number(v, "foot"), inset = number(v, "inset"),
                 bore = text(v, "carries") == "post" ? number(v, "bore") : 0, deep = number(v, "depth");
    if (2 * inset >= std::min(length, width))
        return Problem{"weighted_base.feet_meet", "inset", "The feet meet in the middle.",
                       "Give less than half of the base."};
    if (bore >= std::min(length, width))
        return Problem{"weighted_base.bore_too_wide", "bore", "The hole is as wide as the base.",
                       "Give less than its width."};
    if (bore > 0 && deep > thick)
        return Problem{"weighted_base.bore_too_deep", "depth", "The hole is deeper than the base is thick.",
                       "Give at most its thickness."};
    const double density = density_of(v), middle = foot + thick / 2, top = foot + thick;
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.add(is_round ? cylinder({0, 0, middle}, length, thick, Vector::UnitZ(), stuff)
                        : box({0, 0, middle}, {length, width, thick}, stuff),
               density);
    const double a = length / 2 - inset, b = width / 2 - inset;
    const double x = is_round ? a * std::sqrt(0.5) : a, y = is_round ? b * std::sqrt(0.5) : b;
    if (foot > 0)
        for (const double left : {1.0, -1.0})
            for (const double ahead : {1.0, -1.0})
                solids.add_bought(cylinder({ahead * x, left * y, foot / 2}, 0.02, foot, Vector::UnitZ(), Stuff::rubber),
                                  rubber_density, "rubber foot Ø20 mm");
    if (const double ballast = number(v, "ballast"); ballast > 0)
        solids.add_weighed(cylinder({0, 0, foot + thick / 2}, 0.6 * std::min(length, width), 0.5 * thick,
                                    Vector::UnitZ(), Stuff::metal),
                           ballast, ballast_in_words(ballast));
    Port feet{"feet", families::PortKind::feet};
    feet.sizes = {{"layout", "rectangle"}, {"length", 2 * x}, {"width", 2 * y}, {"on", "feet"}};
    feet.surface = foot > 0 ? "rubber" : text(v, "surface");
    std::vector<Port> ports{feet};
    if (bore > 0) {
        solids.drill(cylinder({0, 0, top - deep / 2}, bore, deep, Vector::UnitZ(), stuff), density);
        Port socket{"post", families::PortKind::bore, {0, 0, top}};
        socket.sizes = {
            {"diameter", bore}, {"length", deep}, {"held", text(v, "held")}, {"outside", std::min(length, width)}};
        socket.surface = text(v, "surface");
        ports.push_back(std::move(socket));
    } else {
        auto carries = end_port(v, "top",
                                {.at = {0, 0, top},
                                 .length = length,
                                 .width = is_round ? 0 : width,
                                 .thickness = thick,
                                 .surface = text(v, "surface")});
        if (!carries) return carries.problem();
        ports.push_back(std::move(*carries));
    }
    return solids.body(std::move(ports));
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (above) return;
    const auto post = size_of(neighbour, "diameter");
    const bool is_post = neighbour.kind == families::PortKind::spigot && post;
    v["carries"] = is_post ? "post" : "end";
    if (is_post)
        v["bore"] = *post + 0.0002;
    else
        fit_end(v, "top", neighbour);
}

std::vector<families::Parameter> rows() {
    const auto hole = [](families::Parameter row) { return shown_for(std::move(row), "carries", {"post"}); };
    auto rows = with_end(
        {choice_row("outline", "It is", {{"round", "round"}, {"square", "square"}}, "square", "Seen from above."),
         length_row("length", "Length or diameter", 0.26, 3, "Ahead, x."),
         shown_for(length_row("width", "Width", 0.20, 3, "Across, y."), "outline", {"square"}),
         length_row("thickness", "Thickness", 0.04, 0.5, "Of it."),
         gap_row("foot", "Feet, height", 0.006, 0.1, "Of rubber; 0 where it lies flat."),
         gap_row("inset", "Feet from the rim", 0.02, 1, "To their middles."),
         mass_row("ballast", "Weight let into it", 2, "Lead, steel or concrete; 0 for none."),
         choice_row("carries", "It carries", {{"end", "by its top"}, {"post", "a post in its hole"}}, "end",
                    "In its middle."),
         hole(length_row("bore", "Hole for a post", 0.0252, 0.3, "Its diameter.")),
         hole(length_row("depth", "Hole, depth", 0.036, 0.5, "How far the post is in.")),
         hole(choice_row("held", "The post is", {{"glued", "glued in"}, {"wedged", "wedged"}, {"loose", "only put in"}},
                         "glued", "How it is kept in its hole.")),
         material_row("beech"), surface_row("surface", "It is", "hardwood", "What the post rubs on.")},
        "top", "Its top is", "face");
    for (auto& row : rows)
        if (row.key.starts_with("top"))
            row = row.key == "top" ? shown_for(std::move(row), "carries", {"end"})
                                   : families::also_shown_for(std::move(row), "carries", {"end"});
    return rows;
}

}  // namespace
}  // namespace of_weighted_base

const PartKind& weighted_base_kind() {
    using namespace of_weighted_base;
    static const SimpleKind kind(
        {"weighted_base", "Weighted base", "A heavy plate on small feet, with a hole for a post or a stud."}, rows(),
        build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
