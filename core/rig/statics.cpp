#include "rig/statics.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "rig/body_network.h"
#include "rig/in_force.h"

namespace clampet::rig {

using mechanics::Wrench;

Wrench SeamLoad::permanent() const {
    Wrench sum;
    for (const auto& w : weights) sum = sum + w;
    return sum;
}

Result<Statics> Statics::of(const Rig& rig, std::shared_ptr<const Placed> placed) {
    Statics statics;
    statics.placed_ = std::move(placed);
    if (statics.placed_->mechanism().has_loops())
        if (auto ok = statics.prepare_loops(rig); !ok) return ok.problem();
    return statics;
}

std::vector<bool> Statics::absent_bodies(const Action& action) const {
    const auto& mechanism = placed_->mechanism();
    std::vector<bool> absent(mechanism.bodies().size(), false);
    for (const auto part : action.absent) {
        absent[part] = true;
        for (std::size_t i = 0; i < mechanism.seams().size(); ++i)
            if (!mechanism.seams()[i].closes_loop && mechanism.seams()[i].payload == part)
                for (const auto b : mechanism.beyond(i)) absent[b] = true;
    }
    return absent;
}

/// The bodies whose loads reach an interface, those absent left out.
template <class Of>
void Statics::each_body(std::size_t interface, const std::vector<bool>& absent, const Of& of) const {
    const auto& mechanism = placed_->mechanism();
    if (influence_.empty()) {
        for (const auto b : mechanism.beyond(interface))
            if (!absent[b]) of(mechanism.bodies()[b]);
        return;
    }
    for (std::size_t b = 0; b < mechanism.bodies().size(); ++b) {
        const Body& body = mechanism.bodies()[b];
        if (!absent[b] && (body.between || body.part != mechanism.root())) of(body);
    }
}

Vector Statics::span_of(std::size_t interface) const {
    const auto& p = placed_->placement();
    return p.world_from_interface[interface].translation() - p.world_from_port[interface].translation();
}

WorldWrench Statics::borne(std::size_t interface, std::size_t part, const WorldWrench& w) const {
    if (influence_.empty()) return placed_->mechanism().carries(interface, part) ? w : WorldWrench(WorldWrench::Zero());
    return influence_[interface][part] * w;
}

/// What lies between two ports stands on both, as a beam that is built in at its ends: half of its load on each, and
/// the couples of an even load.
WorldWrench Statics::borne(std::size_t interface, const Body& body, const WorldWrench& w) const {
    if (influence_.empty()) return w;
    if (!body.between) return influence_[interface][body.part] * w;
    const auto& seam = placed_->mechanism().seams()[*body.between];
    const auto& p = placed_->placement();
    const Vector force = w.head<3>(), along = span_of(*body.between);
    WorldWrench near = force_at(p.world_from_port[*body.between].translation(), force / 2),
                far = force_at(p.world_from_interface[*body.between].translation(), force / 2);
    near.tail<3>() += along.cross(force) / 12;
    far.tail<3>() -= along.cross(force) / 12;
    WorldWrench sum = influence_[interface][seam.support] * near + influence_[interface][seam.payload] * far;
    if (*body.between == interface) sum -= far;  // its own load it knows by the field
    return sum;
}

SeamLoad Statics::load(std::size_t interface, const Action& action) const {
    const auto& mechanism = placed_->mechanism();
    const auto& p = placed_->placement();
    const auto& frame = p.world_from_interface[interface];
    const auto absent = absent_bodies(action);
    SeamLoad load;
    each_body(interface, absent, [&](const Body& body) {
        load.weights.push_back(
            expressed(frame, borne(interface, body, force_at(centre_of(body, p), body.mass * action.gravity))));
    });
    load.weights.push_back(field(frame, action.gravity));

    WorldWrench fixed = WorldWrench::Zero();
    if (!action.acceleration.isZero())
        each_body(interface, absent, [&](const Body& body) {
            fixed += borne(interface, body, force_at(centre_of(body, p), -body.mass * action.acceleration));
        });
    for (const auto& f : action.forces)
        if (!absent[f.part]) fixed += borne(interface, f.part, force_at(p.world_from_part[f.part] * f.at, f.force));
    for (const auto& c : action.couples) {
        WorldWrench w = WorldWrench::Zero();
        w.tail<3>() = c.moment;
        fixed += borne(interface, mechanism.seams()[c.interface].support, w);
    }
    if (action.turn) fixed += turned(interface, absent, *action.turn);
    load.fixed = expressed(frame, fixed);
    if (!action.acceleration.isZero()) load.fixed = load.fixed + field(frame, -action.acceleration);

    for (const auto& free : action.free) {
        const auto along = [&](const Vector& d) {
            WorldWrench sum = WorldWrench::Zero();
            for (const auto& f : free.forces)
                if (!absent[f.part])
                    sum += borne(interface, f.part, force_at(p.world_from_part[f.part] * f.at, f.force.norm() * d));
            if (free.shake != 0 || free.wind_pressure != 0)
                each_body(interface, absent, [&](const Body& body) {
                    const Vector inertia = -free.shake * body.mass * d, wind = free.wind_pressure * body.wind_area * d;
                    if (free.shake != 0) sum += borne(interface, body, force_at(centre_of(body, p), inertia));
                    if (free.wind_pressure != 0 && body.wind_area > 0)
                        sum += borne(interface, body, force_at(wind_centre_of(body, p), wind));
                });
            Wrench w = expressed(frame, sum);
            return free.shake != 0 ? w + field(frame, -free.shake * d) : w;
        };
        load.free[load.free_count++] = {along(Vector::UnitX()), along(Vector::UnitY()), along(Vector::UnitZ())};
        if (load.free_count == load.free.size()) break;
    }
    return load;
}

/// What speeds up beyond a joint that is turned, as another interface bears it. The joint itself gives way about its
/// axis: nothing of it counts there.
WorldWrench Statics::turned(std::size_t interface, const std::vector<bool>& absent, const Turn& turn) const {
    const auto& mechanism = placed_->mechanism();
    WorldWrench sum = WorldWrench::Zero();
    for (const auto b : mechanism.beyond(turn.interface)) {
        const Body& body = mechanism.bodies()[b];
        if (absent[b]) continue;
        if (influence_.empty()) {
            const auto carried = mechanism.beyond(interface);
            if (std::find(carried.begin(), carried.end(), b) == carried.end()) continue;
        }
        sum += borne(interface, body,
                     inertia_of(body, placed_->placement(), turn.axis, turn.at, turn.acceleration, turn.speed));
    }
    if (interface != turn.interface) return sum;
    return without_turn_about(sum, turn.at, turn.axis);
}

Status Statics::prepare_loops(const Rig& rig) {
    const auto& mechanism = placed_->mechanism();
    BodyNetwork network(mechanism.part_count(), mechanism.root());
    std::vector<std::size_t> one_sided;
    for (std::size_t i = 0; i < mechanism.seams().size(); ++i) {
        const auto& seam = mechanism.seams()[i];
        const auto prepared = prepare(in_force(rig, rig.interfaces[i], placed_.get()), End::typical);
        if (!prepared) return rig::placed(rig, rig.interfaces[i].id, prepared.problem());
        const auto spring = spring_of(*prepared);
        network.join({seam.support, seam.payload, placed_->placement().world_from_interface[i], spring.stiffness});
        if (spring.only_presses) one_sided.push_back(i);
    }
    std::vector<bool> released(mechanism.seams().size(), false);
    for (std::size_t round = 0; round <= one_sided.size(); ++round) {
        auto influence = network.influence();
        if (!influence) {
            const auto& part = rig.parts[influence.problem().part];
            return Problem{"rig.part_can_move", "/parts/" + std::to_string(influence.problem().part),
                           fmt::format("Nothing holds “{}”: it can move freely.", part.name),
                           "Add an interface that holds it, or let it rest on more places."};
        }
        influence_ = std::move(*influence);
        bool agreed = true;
        for (const auto i : one_sided) {
            if (released[i] || load(i, {}).permanent().fz <= 1e-9) continue;
            released[i] = true;
            network.release(i);
            agreed = false;
        }
        if (agreed) return Done{};
    }
    return Done{};
}

Wrench weight_wrench(const Rig& rig, const std::string& interface) {
    const auto statics = Statics::of(rig, std::make_shared<const Placed>(rig));
    return (*statics).load((*statics).placed().interface(interface), {}).permanent();
}

}  // namespace clampet::rig
