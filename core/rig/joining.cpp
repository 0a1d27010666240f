#include "rig/joining.h"

#include <algorithm>

#include "rig/in_force.h"

namespace clampet::rig {

bool is_taken(const Rig& rig, std::string_view part, std::string_view port) {
    const Part* of = rig.part(part);
    const Port* known = of ? of->port(port) : nullptr;
    if (known && families::takes_many(known->kind)) return false;
    return std::any_of(rig.interfaces.begin(), rig.interfaces.end(), [&](const auto& f) {
        return (f.support.part == part && f.support.port == port) || (f.payload.part == part && f.payload.port == port);
    });
}

std::vector<Element> elements_of(const Way& way) {
    std::vector<Element> all{{"hold", std::string(way.family->key()), {}}};
    if (!way.mating) return all;
    for (const auto& companion : way.mating->companions) {
        Element beside{companion.id, companion.family, {}};
        for (const auto& [input, result] : companion.links) beside.inputs[input] = Link{"hold", result};
        all.push_back(std::move(beside));
    }
    return all;
}

std::vector<Way> ways_between(const Port& support, const Port& payload) {
    std::vector<Way> ways;
    if (support.kind == families::PortKind::unknown || payload.kind == families::PortKind::unknown) return ways;
    for (const auto* family : families::registry())
        if (family->joins_parts())
            if (const auto* mating = mating_of(*family, support, payload); mating && !mating->only_beside)
                ways.push_back({family, support.id, payload.id, mating});
    return ways;
}

std::vector<Way> ways_to_join(const Rig& rig, const Part& below, std::span<const Port> ports) {
    std::vector<Way> ways;
    const auto first_of = [&](const families::Family& family) -> std::optional<Way> {
        for (const auto& port : below.ports) {
            if (port.kind == families::PortKind::unknown || is_taken(rig, below.id, port.id)) continue;
            for (const auto& own : ports)
                if (own.kind != families::PortKind::unknown)
                    if (const auto* mating = mating_of(family, port, own); mating && !mating->only_beside)
                        return Way{&family, port.id, own.id, mating};
        }
        return std::nullopt;
    };
    for (const auto* family : families::registry())
        if (family->joins_parts())
            if (auto way = first_of(*family)) ways.push_back(std::move(*way));
    return ways;
}

}  // namespace clampet::rig
