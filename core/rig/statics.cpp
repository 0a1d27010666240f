#include "rig/statics.h"

#include <algorithm>

#include "quantity/dimension.h"

namespace clampet::rig {
namespace {

mechanics::Wrench expressed(const Eigen::Isometry3d& world_from_interface, const Vector& force, const Vector& moment) {
    const Vector f = world_from_interface.linear().transpose() * force,
                 m = world_from_interface.linear().transpose() * moment;
    return {f.x(), f.y(), f.z(), m.x(), m.y(), m.z()};
}

}  // namespace

Placement place(const Rig& rig) {
    Placement p;
    std::map<std::string, const Interface*, std::less<>> carried_by;
    for (const auto& f : rig.interfaces) carried_by[f.payload.part] = &f;
    for (const auto& part : rig.parts)
        if (!carried_by.contains(part.id)) p.root = part.id;
    p.world_from_part[p.root] = Eigen::Isometry3d::Identity();

    std::vector<const Interface*> order;  // from the support up
    for (bool grew = true; grew;) {
        grew = false;
        for (const auto& f : rig.interfaces) {
            const auto base = p.world_from_part.find(f.support.part);
            if (base == p.world_from_part.end() || p.world_from_part.contains(f.payload.part)) continue;
            const Eigen::Isometry3d here = base->second * rig.part(f.support.part)->port(f.support.port)->frame();
            p.world_from_interface[f.id] = here;
            Eigen::Isometry3d posed = here;
            if (f.pose) posed.linear() = here.linear() * f.pose->rotation();
            p.world_from_part[f.payload.part] =
                posed * rig.part(f.payload.part)->port(f.payload.port)->frame().inverse();
            order.push_back(&f);
            grew = true;
        }
    }
    for (const Interface* f : order) {
        std::string at = f->payload.part;
        std::vector<const Interface*> below{f};
        for (auto it = carried_by.find(f->support.part); it != carried_by.end();
             it = carried_by.find(it->second->support.part))
            below.push_back(it->second);
        for (const Interface* each : below) p.beyond[each->id].push_back(at);
    }
    for (auto it = order.rbegin(); it != order.rend(); ++it) p.from_payload_down.push_back((*it)->id);
    return p;
}

std::vector<mechanics::Wrench> weight_wrenches(const Rig& rig, const Placement& placement,
                                               const std::string& interface) {
    std::vector<mechanics::Wrench> all;
    const auto& frame = placement.world_from_interface.at(interface);
    const Vector gravity(0, 0, -quantity::standard_gravity);
    for (const auto& id : placement.beyond.at(interface)) {
        const Part& part = *rig.part(id);
        const Vector weight = part.mass * gravity;
        all.push_back(
            expressed(frame, weight, (placement.centre_of_gravity(part) - frame.translation()).cross(weight)));
    }
    const Vector own = frame.linear().transpose() * gravity;
    all.push_back({0, 0, 0, 0, 0, 0, own.x(), own.y(), own.z()});
    return all;
}

mechanics::Wrench weight_wrench(const Rig& rig, const Placement& placement, const std::string& interface) {
    mechanics::Wrench sum;
    for (const auto& w : weight_wrenches(rig, placement, interface)) sum = sum + w;
    return sum;
}

mechanics::Wrench force_wrench(const Placement& placement, const std::string& interface, const PointForce& force) {
    const auto& frame = placement.world_from_interface.at(interface);
    return expressed(frame, force.force, (force.at - frame.translation()).cross(force.force));
}

std::optional<Vector> push_point(const Rig& rig, const Placement& placement) {
    const Part* part = rig.part(rig.push.part);
    if (!part) return std::nullopt;
    return placement.world_from_part.at(part->id) * (part->centre_of_gravity + rig.push.offset);
}

bool carries(const Placement& placement, const std::string& interface, const std::string& part) {
    const auto& parts = placement.beyond.at(interface);
    return std::find(parts.begin(), parts.end(), part) != parts.end();
}

}  // namespace clampet::rig
