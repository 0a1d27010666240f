#include <cmath>
#include <numbers>

#include "parts/rows.h"

namespace clampet::parts {
namespace of_tongue {
namespace {

/// What turns in a yoke, with an end to carry by. Origin: on the pivot's axis, which is y; z to what it carries.
Result<Body> build(const Values& v) {
    const double reach = number(v, "reach"), face = number(v, "face"), thick = number(v, "thickness"),
                 length = number(v, "length"), width = number(v, "width"), plate = number(v, "plate"),
                 hole = number(v, "hole"), density = density_of(v);
    if (reach <= face / 2 + plate)
        return Problem{"tongue.plate_in_pivot", "reach", "The plate runs into the pivot's face.",
                       fmt::format("Give more than {}.", mm_up(face / 2 + plate))};
    const Stuff stuff = stuff_of(v);
    Solids solids;
    solids.piece("tongue");
    solids.add(cylinder(Vector::Zero(), face, thick, Vector::UnitY(), stuff), density);
    solids.add(box({0, 0, (reach - plate) / 2}, {face, thick, reach - plate}, stuff), density);
    const auto half = std::numbers::pi / 8 * face * face;  // of the disc, that lies in both
    solids.take(half * thick, {0, 0, 2 * face / (3 * std::numbers::pi)}, density);
    solids.drill(cylinder(Vector::Zero(), number(v, "bolt"), thick, Vector::UnitY(), stuff), density);
    solids.glued("plate");
    solids.add(box({0, 0, reach - plate / 2}, {length, width, plate}, stuff), density);
    Port pivot{"pivot", families::PortKind::pivot, Vector::Zero(), Vector::UnitY(), Vector::UnitX()};
    pivot.sizes = {{"outer", face}, {"inner", number(v, "bolt")}, {"thickness", thick}};
    pivot.surface = text(v, "surface");
    auto top = end_port(v, "top",
                        {.at = {0, 0, reach},
                         .length = length,
                         .width = width,
                         .hole = hole,
                         .thickness = plate,
                         .surface = text(v, "lining")});
    if (!top) return top.problem();
    return solids.body({pivot, std::move(*top)});
}

void fit(Values& v, const Port& neighbour, bool above) {
    if (!above) return fit_end(v, "top", neighbour);
    if (const auto face = size_of(neighbour, "outer")) v["face"] = *face;
    if (const auto bolt = size_of(neighbour, "inner")) v["bolt"] = *bolt;
}

std::vector<families::Parameter> rows() {
    return with_end({length_row("reach", "Plate's face at", 0.045, 1, "From the pivot's axis."),
                     length_row("face", "Friction face, diameter", 0.040, 0.5, "Round the bolt."),
                     length_row("bolt", "Bolt hole", 0.0084, 0.1, "Through it."),
                     length_row("thickness", "Tongue, thickness", 0.018, 0.5, "Between the cheeks."),
                     length_row("length", "Plate, length", 0.060, 1, "Ahead."),
                     length_row("width", "Plate, width", 0.050, 1, "Across."),
                     length_row("plate", "Plate, thickness", 0.010, 0.1, "Without its lining."),
                     gap_row("hole", "Hole", 0.007, 0.1, "For the camera's screw."), material_row("birch plywood"),
                     surface_row("surface", "Faces of", "plywood", "What rubs in the pivot."),
                     surface_row("lining", "Lined with", "cork", "What stands on it.")},
                    "top", "It carries by", "face");
}

std::vector<Workpiece> pieces(const Values& v) {
    const double reach = number(v, "reach"), face = number(v, "face"), plate = number(v, "plate"),
                 hole = number(v, "hole"), up = reach - plate + face / 2;
    auto tongue = piece_of(v, "tongue", up, face, number(v, "thickness"));
    // Its end is round about the bolt.
    constexpr int corners = 24;
    for (int i = 0; i <= corners; ++i) {
        const double round = std::numbers::pi * (0.5 + static_cast<double>(i) / corners);
        tongue.outline.push_back({-up / 2 + face / 2 + face / 2 * std::cos(round), face / 2 * std::sin(round)});
    }
    tongue.outline.push_back({up / 2, -face / 2});
    tongue.outline.push_back({up / 2, face / 2});
    tongue.bores.push_back({{-up / 2 + face / 2, 0}, number(v, "bolt"), 0, BoreFor::clearance});
    tongue.note = fmt::format("its straight end {} to the plate", fixed_how(tongue.stuff));
    auto top = piece_of(v, "plate", number(v, "length"), number(v, "width"), plate);
    if (hole > 0 && text(v, "top") == "face") top.bores.push_back({Eigen::Vector2d::Zero(), hole});
    for (auto& bore : end_bores(v, "top", Eigen::Vector2d::Zero(), plate)) top.bores.push_back(std::move(bore));
    return {std::move(tongue), std::move(top)};
}

}  // namespace
}  // namespace of_tongue

const PartKind& tongue_kind() {
    using namespace of_tongue;
    static const SimpleKind kind(
        {"tongue", "Tilt cradle, upper half", "What turns in a yoke, with a plate for the camera."}, rows(), build, {},
        fit, pieces);
    return kind;
}

}  // namespace clampet::parts
