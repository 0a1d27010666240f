#include "rig/pose_loads.h"

#include <algorithm>

namespace clampet::rig {

PoseLoads::PoseLoads(const Mechanism& mechanism, std::size_t interface, const Action& action, const Placement& own)
    : mechanism_(&mechanism), interface_(interface), action_(&action) {
    std::vector<bool> absent(mechanism.bodies().size(), false);
    for (const auto part : action.absent) {
        absent[part] = true;
        for (std::size_t i = 0; i < mechanism.seams().size(); ++i)
            if (mechanism.seams()[i].payload == part)
                for (const auto b : mechanism.beyond(i)) absent[b] = true;
    }
    for (const auto b : mechanism.beyond(interface))
        if (!absent[b]) bodies_.push_back(b);
    const auto bears = [&](std::size_t part) { return !absent[part] && mechanism.carries(interface, part); };
    for (const auto& f : action.forces)
        if (bears(f.part)) forces_.push_back(f);
    for (std::size_t k = 0; k < std::min(free_.size(), action.free.size()); ++k)
        for (const auto& f : action.free[k].forces)
            if (bears(f.part)) free_[k].push_back(f);
    for (const auto& c : action.couples)
        if (mechanism.carries(interface, mechanism.seams()[c.interface].support)) couple_ += c.moment;
    if (!action.turn) return;
    const auto& port = own.world_from_port[action.turn->interface];
    turn_axis_ = port.linear().transpose() * action.turn->axis;
    turn_at_ = port.inverse() * action.turn->at;
    for (const auto b : mechanism.beyond(action.turn->interface))
        if (std::find(bodies_.begin(), bodies_.end(), b) != bodies_.end()) turning_.push_back(b);
}

WorldWrench PoseLoads::turned(const Placement& p) const noexcept {
    WorldWrench sum = WorldWrench::Zero();
    const auto& turn = *action_->turn;
    const auto& port = p.world_from_port[turn.interface];
    const Vector axis = port.linear() * turn_axis_, at = port * turn_at_;
    for (const auto b : turning_)
        sum += inertia_of(mechanism_->bodies()[b], p, axis, at, turn.acceleration, turn.speed);
    return turn.interface == interface_ ? without_turn_about(sum, at, axis) : sum;
}

void PoseLoads::of(const Placement& p, At& at) const noexcept {
    const auto& frame = p.world_from_interface[interface_];
    Lever weight;
    std::array<Lever, 2> free;
    const std::size_t ways = std::min(free.size(), action_->free.size());
    for (const auto b : bodies_) {
        const Body& body = mechanism_->bodies()[b];
        weight.add(body.mass, centre_of(body, p));
        for (std::size_t k = 0; k < ways; ++k)
            if (action_->free[k].wind_pressure != 0 && body.wind_area > 0)
                free[k].add(action_->free[k].wind_pressure * body.wind_area, wind_centre_of(body, p));
    }
    const auto along = [](const Lever& lever, const Vector& d) {
        WorldWrench w;
        w << lever.size * d, lever.moment.cross(d);
        return w;
    };
    WorldWrench given = along(weight, -action_->acceleration);
    for (const auto& f : forces_) given += force_at(p.world_from_part[f.part] * f.at, f.force);
    given.tail<3>() += couple_;
    if (action_->turn) given += turned(p);
    at.given.permanent = expressed(frame, along(weight, action_->gravity)) + field(frame, action_->gravity);
    at.given.variable = expressed(frame, given) + field(frame, -action_->acceleration);
    for (std::size_t k = 0; k < ways; ++k) {
        const auto& way = action_->free[k];
        free[k].add(-way.shake * weight.size, Vector::Zero());
        free[k].moment -= way.shake * weight.moment;
        for (const auto& f : free_[k]) free[k].add(f.force.norm(), p.world_from_part[f.part] * f.at);
        for (int i = 0; i < 3; ++i) {
            const Vector d = Vector::Unit(i);
            at.free[k][static_cast<std::size_t>(i)] =
                expressed(frame, along(free[k], d)) + field(frame, -way.shake * d);
        }
    }
}

}  // namespace clampet::rig
