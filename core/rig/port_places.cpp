#include "rig/port_places.h"

#include <cmath>

#include "parts/part_kind.h"

namespace clampet::rig {
namespace {

constexpr double hair = 1e-4;  ///< [m]

const Port* port_in(const std::vector<Port>& ports, const std::string& id) {
    for (const auto& port : ports)
        if (port.id == id) return &port;
    return nullptr;
}

/// How far a port of a body goes where one of its sizes is larger by a hair; nothing where other ports go too, the
/// port is turned, or the part is of another shape.
std::optional<Vector> moved_alone(const parts::Body& before, const parts::Body& after, const std::string& id) {
    std::optional<Vector> way;
    if (before.ports.size() != after.ports.size() || !(before.shapes == after.shapes)) return std::nullopt;
    for (const auto& port : before.ports) {
        const auto* now = port_in(after.ports, port.id);
        if (!now || !now->z.isApprox(port.z) || !now->x.isApprox(port.x)) return std::nullopt;
        const Vector by = now->at - port.at;
        const bool is_along = std::abs(by.dot(port.z)) < 0.1 * by.norm();  // its face, not up from it
        if (port.id == id && is_along)
            way = by;
        else if (by.norm() > 1e-9)
            return std::nullopt;
    }
    return way;
}

void add_places(const Rig& rig, const PortName& end, bool carries, const Placed& placed, std::vector<PortPlace>& all) {
    const auto* part = rig.part(end.part);
    const auto* kind = part ? parts::kind_named(part->kind) : nullptr;
    if (!kind) return;
    const auto before = parts::built(*kind, part->values);
    if (!before) return;
    for (const auto& row : kind->parameters()) {
        if (row.kind != families::Kind::quantity || row.dimension != quantity::Dimension::length) continue;
        const auto given = part->values.find(row.key);
        const double value = given == part->values.end() ? row.standard : std::get<double>(given->second);
        auto values = part->values;
        const double by = value + hair <= row.most ? hair : -hair;
        values[row.key] = value + by;
        const auto after = parts::built(*kind, values);
        const auto way = after ? moved_alone(*before, *after, end.port) : std::nullopt;
        if (!way || std::abs(way->norm() - hair) > 1e-3 * hair) continue;
        // A port of what is carried that goes ahead on it takes the rest of it back.
        const Vector along = placed.world_from_part(end.part).linear() * *way / by * (carries ? 1 : -1);
        all.push_back({part->id, row.key, row.label, along.normalized(), value, row.least, row.most});
    }
}

}  // namespace

std::vector<PortPlace> places_of(const Rig& rig, const Interface& interface, const Placed& placed) {
    std::vector<PortPlace> all;
    add_places(rig, interface.support, true, placed, all);
    add_places(rig, interface.payload, false, placed, all);
    return all;
}

}  // namespace clampet::rig
