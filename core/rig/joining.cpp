#include "rig/joining.h"

#include <algorithm>

#include "rig/in_force.h"

namespace clampet::rig {

bool is_taken(const Rig& rig, std::string_view part, std::string_view port) {
    return std::any_of(rig.interfaces.begin(), rig.interfaces.end(), [&](const auto& f) {
        return (f.support.part == part && f.support.port == port) || (f.payload.part == part && f.payload.port == port);
    });
}

std::vector<Way> ways_to_join(const Rig& rig, const Part& below, std::span<const Port> ports) {
    std::vector<Way> ways;
    const auto first_of = [&](const families::Family& family) -> std::optional<Way> {
        for (const auto& port : below.ports) {
            if (port.kind == families::PortKind::unknown || is_taken(rig, below.id, port.id)) continue;
            for (const auto& own : ports)
                if (own.kind != families::PortKind::unknown && mating_of(family, port, own))
                    return Way{&family, port.id, own.id};
        }
        return std::nullopt;
    };
    for (const auto* family : families::registry())
        if (family->joins_parts())
            if (auto way = first_of(*family)) ways.push_back(std::move(*way));
    return ways;
}

}  // namespace clampet::rig
