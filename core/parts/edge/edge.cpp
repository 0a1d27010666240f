#include "parts/rows.h"

namespace clampet::parts {
namespace of_edge {
namespace {

/// A desk top, a shelf, a beam, a window sill. Origin: on its edge, at the top; x away from the board, z up.
Result<Body> build(const Values& v) {
    const double thick = number(v, "thickness"), depth = number(v, "depth"), width = number(v, "width");
    const double density = density_of(v);
    Solids solids;
    solids.add(box({-depth / 2, 0, -thick / 2}, {depth, width, thick}, stuff_of(v)), density);
    const std::string& surface = text(v, "surface");
    const auto edge = [&](std::string id, const Vector& at, const Vector& z) {
        Port port{std::move(id), families::PortKind::edge, at, z};
        port.sizes = {{"thickness", thick}};
        port.surface = surface;
        return port;
    };
    const double in = std::min(0.03, depth / 2);
    return solids.body({edge("edge", {-in, 0, 0}, Vector::UnitZ()), edge("under", {-in, 0, -thick}, -Vector::UnitZ()),
                        face_port("top", {-depth / 2, 0, 0}, depth, width, 0, surface)});
}

}  // namespace
}  // namespace of_edge

const PartKind& edge_kind() {
    using namespace of_edge;
    static const SimpleKind kind(
        {"edge", "Desk edge, shelf or beam",
         "What a screw clamp or a spring clamp is put on: its edge and how thick it is.", Role::support, Origin::site},
        {length_row("thickness", "Thickness", 0.027, 0.5, "Of the board or beam where the clamp goes."),
         length_row("depth", "Depth", 0.35, 5, "Back from the edge, as much as is drawn."),
         length_row("width", "Along the edge", 0.6, 10, "As much as is drawn."), material_row("spruce"),
         surface_row("surface", "It is", "varnished wood", "What jaws and pads rub on.")},
        build,
        {{"timber", "Timber", {{"thickness", "thickness"}}, {}},
         {"board", "Board, as sold", {{"thickness", "thickness"}}, {}}});
    return kind;
}

}  // namespace clampet::parts
