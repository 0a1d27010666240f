#include "rig/wrench_sweep.h"

#include <algorithm>
#include <utility>

namespace clampet::rig {

WrenchSweep::WrenchSweep(const Mechanism& mechanism)
    : mechanism_(&mechanism),
      row_(mechanism.bodies().size(), mechanism.preorder().size()),
      absent_(mechanism.bodies().size(), false),
      permanent_(mechanism.preorder().size() + 1, WorldWrench::Zero()),
      variable_(permanent_) {
    for (std::size_t k = 0; k < mechanism.preorder().size(); ++k) row_[mechanism.preorder()[k]] = k;
}

void WrenchSweep::mark_absent(const Action& action) noexcept {
    std::fill(absent_.begin(), absent_.end(), false);
    for (const auto part : action.absent) {
        absent_[part] = true;
        for (std::size_t i = 0; i < mechanism_->seams().size(); ++i)
            if (mechanism_->seams()[i].payload == part)
                for (const auto b : mechanism_->beyond(i)) absent_[b] = true;
    }
}

/// Weights, and what shakes, blows and turns each body.
void WrenchSweep::weigh(const Placement& p, const Action& action, std::span<const Vector> along) noexcept {
    for (std::size_t k = 0; k + 1 < permanent_.size(); ++k) {
        const std::size_t b = mechanism_->preorder()[k];
        const Body& body = mechanism_->bodies()[b];
        permanent_[k].setZero();
        variable_[k].setZero();
        if (absent_[b]) continue;
        const Vector centre = centre_of(body, p);
        permanent_[k] = force_at(centre, body.mass * action.gravity);
        Vector shaken = -body.mass * action.acceleration;
        for (std::size_t f = 0; f < action.free.size() && f < along.size(); ++f) {
            shaken -= action.free[f].shake * body.mass * along[f];
            if (action.free[f].wind_pressure != 0 && body.wind_area > 0)
                variable_[k] +=
                    force_at(wind_centre_of(body, p), action.free[f].wind_pressure * body.wind_area * along[f]);
        }
        variable_[k] += force_at(centre, shaken);
    }
    turned_.setZero();
    if (!action.turn) return;
    for (const auto b : mechanism_->beyond(action.turn->interface)) {
        if (absent_[b]) continue;
        const auto& turn = *action.turn;
        const WorldWrench own =
            inertia_of(mechanism_->bodies()[b], p, turn.axis, turn.at, turn.acceleration, turn.speed);
        turned_ += own;
        variable_[row_[b]] += own;
    }
}

/// Forces at points, and couples.
void WrenchSweep::push(const Placement& p, const Action& action, std::span<const Vector> along) noexcept {
    const std::size_t nowhere = mechanism_->preorder().size();
    const auto add = [&](std::size_t part, const WorldWrench& w) {
        if (!absent_[part] && row_[part] != nowhere) variable_[row_[part]] += w;
    };
    for (const auto& f : action.forces) add(f.part, force_at(p.world_from_part[f.part] * f.at, f.force));
    for (std::size_t k = 0; k < action.free.size() && k < along.size(); ++k)
        for (const auto& f : action.free[k].forces)
            add(f.part, force_at(p.world_from_part[f.part] * f.at, f.force.norm() * along[k]));
    for (const auto& c : action.couples) {
        WorldWrench w = WorldWrench::Zero();
        w.tail<3>() = c.moment;
        add(mechanism_->seams()[c.interface].support, w);
    }
}

void WrenchSweep::operator()(const Placement& p, const Action& action, std::span<const Vector> along,
                             std::span<mechanics::Load> loads) noexcept {
    mark_absent(action);
    weigh(p, action, along);
    push(p, action, along);
    // What an interface carries stands in a row: sums up to a place give each row's by a difference.
    WorldWrench permanent = WorldWrench::Zero(), variable = WorldWrench::Zero();
    const std::size_t rows = mechanism_->preorder().size();
    for (std::size_t k = 0; k < rows; ++k) {
        permanent += std::exchange(permanent_[k], permanent);
        variable += std::exchange(variable_[k], variable);
    }
    permanent_[rows] = permanent;
    variable_[rows] = variable;
    Vector shaken = action.acceleration;
    for (std::size_t k = 0; k < action.free.size() && k < along.size(); ++k) shaken += action.free[k].shake * along[k];
    for (std::size_t i = 0; i < loads.size(); ++i) {
        const auto [from, to] = mechanism_->row_of(i);
        const auto& frame = p.world_from_interface[i];
        WorldWrench moving = variable_[to] - variable_[from];
        if (action.turn && action.turn->interface == i)
            moving += without_turn_about(turned_, action.turn->at, action.turn->axis) - turned_;
        loads[i].permanent = expressed(frame, permanent_[to] - permanent_[from]) + field(frame, action.gravity);
        loads[i].variable = expressed(frame, moving) + field(frame, -shaken);
    }
}

}  // namespace clampet::rig
