#include "rig/rig.h"

#include <algorithm>
#include <cmath>

#include "parts/part_kind.h"

namespace clampet::rig {
namespace {

template <class Items>
auto* found(Items& items, std::string_view id) {
    const auto at = std::find_if(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
    return at == items.end() ? nullptr : &*at;
}

}  // namespace

Result<Part> made(Part part) {
    if (part.kind.empty()) return part;
    const auto* kind = parts::kind_named(part.kind);
    if (!kind) {
        const auto problem = parts::no_kind(part.kind);
        return problem.at("/kind");
    }
    auto body = parts::built(*kind, part.values);
    if (!body) return body.problem().at("/values/" + body.problem().where);
    std::vector<Port> own(part.ports.begin() + static_cast<std::ptrdiff_t>(part.ports_of_kind), part.ports.end());
    part.ports = std::move(body->ports);
    part.ports_of_kind = part.ports.size();
    part.ports.insert(part.ports.end(), own.begin(), own.end());
    part.shapes = std::move(body->shapes);
    part.lens = body->lens;
    part.reaches = std::move(body->reaches);
    part.mass = part.weighed.value_or(body->mass);
    part.centre_of_gravity = part.balanced.value_or(body->centre_of_gravity);
    return part;
}

Result<Part> part_of(const Planned& planned) {
    Part part;
    part.id = part.name = planned.name;
    part.kind = planned.kind;
    part.values = planned.values;
    part.weighed = planned.weighed;
    part.balanced = planned.balanced;
    return made(std::move(part));
}

const Port* Part::port(std::string_view wanted) const {
    return found(ports, wanted);
}
const Part* Rig::part(std::string_view id) const {
    return found(parts, id);
}
Part* Rig::part(std::string_view id) {
    return found(parts, id);
}
const Interface* Rig::interface(std::string_view id) const {
    return found(interfaces, id);
}
Interface* Rig::interface(std::string_view id) {
    return found(interfaces, id);
}

const Part* payload_of(const Rig& rig) {
    const auto carries = [&](const Part& part) {
        return std::any_of(rig.interfaces.begin(), rig.interfaces.end(),
                           [&](const Interface& f) { return !f.closes_loop && f.support.part == part.id; });
    };
    const Part* best = nullptr;
    for (const auto& part : rig.parts)
        if (part.role == Role::payload && (!best || part.mass > best->mass)) best = &part;
    for (const auto& part : rig.parts)
        if (!best && !carries(part) && part.role != Role::support) best = &part;
    return best ? best : rig.parts.empty() ? nullptr : &rig.parts.back();
}

Rig posed(Rig rig, const Shot& shot) {
    for (const auto& [interface, positions] : shot.pose) {
        auto* f = rig.interface(interface);
        if (!f) continue;
        for (const auto& [axis, position] : positions) {
            if (position == 0)
                f->pose.erase(axis);
            else
                f->pose[axis] = position;
        }
    }
    return rig;
}

Positions pose_of(const Rig& rig) {
    Positions all;
    for (const auto& f : rig.interfaces)
        if (!f.pose.empty()) all[f.id] = f.pose;
    return all;
}

Rig loaded(Rig rig, const PayloadSet& set) {
    for (const auto& id : set.without)
        if (auto* part = rig.part(id)) {
            part->mass = 0;
            part->inertia = Vector::Zero();
            part->wind_area = 0;
        }
    for (const auto& instead : set.instead)
        if (auto* part = rig.part(instead.part)) {
            part->mass = instead.mass;
            part->centre_of_gravity = instead.centre_of_gravity;
        }
    return rig;
}

}  // namespace clampet::rig
