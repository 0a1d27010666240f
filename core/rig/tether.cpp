#include "rig/tether.h"

#include <fmt/format.h>

namespace clampet::rig {
namespace {

Element element_of(const Tether& tether) {
    return {"hold", std::string(tether_family), tether.inputs};
}

}  // namespace

families::Values values_of(const Tether& tether) {
    return shape_values(element_of(tether));
}

double length_of(const Tether& tether) {
    return families::number(values_of(tether), "length");
}

Result<std::shared_ptr<const families::Joint>> joint_of(const Tether& tether, double fall, End end) {
    Interface alone;
    alone.id = tether.id;
    alone.elements = {element_of(tether)};
    // How far it falls is the rig's to say.
    alone.elements.front().inputs["anchor"] = std::string("given");
    alone.elements.front().inputs["slack"] = fall;
    auto prepared = prepare(alone, end);
    if (!prepared) {
        auto problem = prepared.problem();
        constexpr std::string_view before = "/elements/0";
        if (problem.where.starts_with(before)) problem.where.erase(0, before.size());
        return problem;
    }
    return prepared->joints.front();
}

Status validate(const Rig& rig, const Tether& tether) {
    for (const auto& [key, id] : {std::pair{"caught", &tether.caught}, {"anchor", &tether.anchor}})
        if (!rig.part(*id))
            return Problem{"tether.unknown_part", fmt::format("/{}", key),
                           fmt::format("There is no part “{}” to tie it to.", *id), "Name a part of this rig."};
    if (tether.caught == tether.anchor)
        return Problem{"tether.to_itself", "/anchor", "A part is tied to itself.",
                       "Tie it to what stays when it falls: the tube, the beam, the stand."};
    for (const char* key : {"anchor", "slack", "aside", "mass"})
        if (tether.inputs.contains(key))
            return Problem{
                "tether.said_by_rig", fmt::format("/inputs/{}", key),
                fmt::format("“{}” is not asked of a second catch: the rig says what falls, and how far.", key),
                "Leave it out; give its length."};
    if (const auto joint = joint_of(tether, 0, End::typical); !joint) return joint.problem();
    return Done{};
}

}  // namespace clampet::rig
