#include "rig/idle_inputs.h"

#include <fmt/format.h>

#include "families/in_force.h"
#include "parts/part_kind.h"

namespace clampet::rig {

std::vector<Problem> idle_inputs(const Rig& rig) {
    std::vector<Problem> idle;
    const auto add = [&](const families::Parameter& p, const families::Values& values, const std::string& place) {
        if (const auto problem = families::not_in_force(p, values)) idle.push_back(problem->at(place + p.key));
    };
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        const auto* kind = parts::kind_named(rig.parts[i].kind);
        if (!kind) continue;
        const auto values = families::complete(kind->parameters(), kind->name(), rig.parts[i].values);
        if (!values) continue;
        for (const auto& p : kind->parameters())
            if (rig.parts[i].values.contains(p.key)) add(p, *values, fmt::format("/parts/{}/values/", i));
    }
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i)
        for (std::size_t e = 0; e < rig.interfaces[i].elements.size(); ++e) {
            const auto& element = rig.interfaces[i].elements[e];
            const auto* family = families::family_named(element.family);
            if (!family) continue;
            const auto values = shape_values(element);
            for (const auto& p : family->parameters())
                if (element.inputs.contains(p.key))
                    add(p, values, fmt::format("/interfaces/{}/elements/{}/inputs/", i, e));
        }
    return idle;
}

}  // namespace clampet::rig
