#include <algorithm>
#include <cmath>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_band {
namespace {

/// A saddle that bands or ties draw on a tube. Origin: on the tube's axis; x along it, z to what it carries.
Result<Body> build(const Values& v) {
    const double tube = number(v, "tube"), length = number(v, "length"), width = number(v, "width"),
                 height = number(v, "height"), top = tube / 2 + height, density = density_of(v);
    Solids solids;
    // Hollowed where it lies on the tube, as deep as a tenth of that.
    const double r = tube / 2, sink = tube / 10, bottom = r - sink,
                 half = std::min(width / 2, half_chord(tube, bottom)),
                 area = half * half_chord(tube, half) + r * r * std::asin(half / r) - 2 * half * bottom;
    solids.add(box({0, 0, (bottom + top) / 2}, {length, width, top - bottom}, stuff_of(v)), density);
    solids.cut(cylinder(Vector::Zero(), tube, length, Vector::UnitX(), stuff_of(v)));
    solids.take(area * length, {0, 0, r - 0.4 * sink}, density);  // two fifths down: a parabola's, near enough
    const int bands = static_cast<int>(number(v, "bands"));
    for (int i = 0; i < bands; ++i)  // a tie weighs some 4 g; from memory
        solids.add_weighed(
            cylinder({length * ((i + 0.5) / bands - 0.5), 0, 0}, tube + 0.004, 0.005, Vector::UnitX(), Stuff::plastic),
            0.004, text(v, "band"));
    Port grip{"band", families::PortKind::jaw};
    grip.sizes = {{"form", "band"}, {"length", length}, {"band", text(v, "band")}, {"bands", number(v, "bands")}};
    grip.surface = text(v, "surface");
    auto carries = end_port(v, "top",
                            {.at = {0, 0, top},
                             .length = length,
                             .width = width,
                             .hole = number(v, "hole"),
                             .thickness = height,
                             .surface = text(v, "surface")});
    if (!carries) return carries.problem();
    return solids.body({grip, std::move(*carries)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    if (const auto diameter = size_of(neighbour, "diameter")) v["tube"] = *diameter;
}

std::vector<families::Parameter> rows() {
    return with_end(
        {length_row("tube", "For a tube of", 0.0337, 1, "Outside diameter of the tube."),
         length_row("length", "Length", 0.050, 1, "Along the tube."), length_row("width", "Width", 0.040, 1, "Across."),
         length_row("height", "Height", 0.018, 0.3, "From the tube to the face it carries with."),
         families::text_row("band", "Bands", "cable tie 4.8 x 200", "A cable tie, a hose clamp or a lashing, as sold.",
                            "input"),
         count_row("bands", "How many", 2, {1, 20}, "Beside each other."),
         shown_for(gap_row("hole", "Hole in its face", 0, 0.1, "For a screw through it; 0 for none."), "top", {"face"}),
         material_row("printed PETG"), surface_row("surface", "It is", "printed PETG", "What lies on the tube.")},
        "top", "It carries by", "stud");
}

}  // namespace
}  // namespace of_band

const PartKind& band_kind() {
    using namespace of_band;
    static const SimpleKind kind(
        {"band_saddle", "Saddle under bands", "A block that cable ties, hose clamps or a lashing draw on a tube."},
        rows(), build, {}, fit);
    return kind;
}

}  // namespace clampet::parts
