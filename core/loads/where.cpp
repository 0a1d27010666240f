#include "loads/where.h"

#include <fmt/format.h>

namespace clampet::loads {

using families::Parameter;
using quantity::Dimension;

std::vector<Parameter> where_rows(const char* what) {
    const auto offset = [](const char* key, const char* label, const char* help) {
        return families::quantity_row(key, label, Dimension::length, 0, {-100, 100}, help, "input");
    };
    return {families::text_row("part", "Acts on", "",
                               std::string("The part that ") + what + "; the payload if none is named."),
            offset("x", "Ahead of its middle", "From its centre of gravity, along the part's own x."),
            offset("y", "To the left of its middle", "From its centre of gravity, along the part's own y."),
            offset("z", "Above its middle", "From its centre of gravity, along the part's own z.")};
}

Result<rig::PointForce> point_of(const families::Values& values, const Situation& s) {
    const auto& id = families::text(values, "part");
    const rig::Part* part = id.empty() ? rig::payload_of(s.rig) : s.rig.part(id);
    if (!part)
        return Problem{"case.unknown_part", "part", fmt::format("There is no part “{}” for the load to act on.", id),
                       "Name a part that is listed under parts, or leave it out for the payload."};
    const rig::Vector offset(families::number(values, "x"), families::number(values, "y"),
                             families::number(values, "z"));
    return rig::PointForce{s.placed.part(part->id), part->centre_of_gravity + offset, rig::Vector::Zero()};
}

Result<std::vector<rig::Action>> force_from_anywhere(const families::Values& values, const Situation& s,
                                                     const char* words, const char* margin) {
    auto point = point_of(values, s);
    if (!point) return point.problem();
    const double force = families::number(values, "force");
    if (!(force > 0)) return std::vector<rig::Action>{};
    point->force = rig::Vector(0, 0, force);
    rig::Action action;
    action.words = words;
    action.margin = margin;
    action.tell_direction = true;
    action.free = {{rig::Directions::sphere, rig::Vector::UnitZ(), {*point}, 0, 0}};
    return std::vector{action};
}

}  // namespace clampet::loads
