#include <algorithm>
#include <cmath>

#include "loads/cases.h"
#include "loads/turning_axes.h"
#include "rig/in_force.h"

namespace clampet::loads {
namespace {

using quantity::Dimension;

/// Least factor of what an interface's friction and strength hold of a ray; infinity where nothing gives.
double least_factor(const rig::Prepared& interface, const mechanics::Ray& ray) {
    double least = std::numeric_limits<double>::infinity();
    for (const auto& joint : interface.joints)
        for (std::size_t m = 0; m < joint->modes().size(); ++m)
            if (joint->modes()[m].mode_class == families::ModeClass::ultimate && !joint->modes()[m].scale_free)
                least = std::min(least, joint->load_factor(m, ray));
    return least;
}

/// The moment that keeps a joint from turning about an axis, either way. 0 where nothing holds it back.
double drag_of(const rig::Interface& interface, const rig::Vector& axis, rig::End at) {
    double drag = 0;
    for (const auto end : at == rig::End::typical ? std::vector{at} : rig::ends_of(interface, at)) {
        const auto prepared = rig::prepare(interface, end);
        if (!prepared) continue;
        for (const double sense : {-1.0, 1.0}) {
            const double held =
                least_factor(*prepared, {{}, {0, 0, 0, sense * axis.x(), sense * axis.y(), sense * axis.z()}});
            if (std::isfinite(held)) drag = std::max(drag, held);
        }
    }
    return drag;
}

/// Moment of inertia of all that an interface carries about an axis in the world [kg m^2].
double inertia_about(const Situation& s, const TurningAxis& axis) {
    double sum = 0;
    for (const auto b : s.placed.mechanism().beyond(axis.interface)) {
        const auto& body = s.placed.mechanism().bodies()[b];
        const rig::Vector arm = s.placed.centre_of(body) - axis.at;
        const rig::Vector own = rig::axes_of(body, s.placed.placement()).transpose() * axis.direction;
        sum += body.mass * (arm.squaredNorm() - std::pow(arm.dot(axis.direction), 2)) +
               own.cwiseProduct(own).dot(body.inertia);
    }
    return sum;
}

class Turning : public LoadCase {
 public:
    std::string_view key() const override { return "turning"; }
    std::string_view name() const override { return "A joint is turned"; }
    std::string_view purpose() const override {
        return "A pan or pivot is turned against its friction: does anything below turn instead?";
    }
    std::span<const families::Parameter> parameters() const override {
        static const std::vector<families::Parameter> rows{
            axis_row(),
            families::quantity_row("handle", "Handle", Dimension::length, 0.2, {0.005, 10},
                                   "From the axis to where the hand turns it.", "input"),
            families::quantity_row("hand", "A hand gives at most", Dimension::force, 40, {1, 1000},
                                   "At the handle. What needs more is loosened before it is turned.",
                                   "common practice"),
            families::quantity_row("start", "Starts with, rad/s²", Dimension::number, 5, {0, 1e4},
                                   "Angular acceleration of a quick start by hand.", "from memory"),
            families::quantity_row("required", "Those below must reach", Dimension::number, 1.5, {0, 100, false},
                                   "Times what the turned joint asks of them.", "common practice")};
        return rows;
    }
    bool is_useful(const rig::Rig& rig) const override { return has_turning_axis(rig); }
    Result<std::vector<rig::Action>> actions(const families::Values& values, const Situation& s) const override {
        const auto axes = turning_axes(families::text(values, "axis"), s);
        if (!axes) return axes.problem();
        std::vector<rig::Action> actions;
        for (const auto& axis : *axes) {
            const auto joint = rig::in_force(s.rig, s.rig.interfaces[axis.interface], &s.placed);
            // What takes more than a hand gives is loosened before it is turned.
            const double most = families::number(values, "hand") * families::number(values, "handle");
            if (drag_of(joint, axis.own_direction, rig::End::typical) > most) continue;
            // The stiffer a joint, the more those below must bear: its friction at the strong end, as far as a hand
            // goes.
            const double drag = std::min(most, drag_of(joint, axis.own_direction, rig::End::strong));
            const double asked = drag + families::number(values, "start") * inertia_about(s, axis);
            if (!(asked > 0) || !std::isfinite(asked)) continue;
            for (const double sense : {-1.0, 1.0}) {
                rig::Action action;
                action.words = "when a joint above is turned";
                action.margin = "this turn";
                action.required = families::number(values, "required");
                action.couples = {{axis.interface, sense * asked * axis.direction}};
                const auto part = s.placed.mechanism().seams()[axis.interface].support;
                const double at_handle = drag / families::number(values, "handle");
                const rig::Vector at = s.placed.placement().world_from_part[part].inverse() * axis.at;
                action.free = {
                    {rig::Directions::around, axis.direction, {{part, at, rig::Vector(0, 0, at_handle)}}, 0, 0}};
                actions.push_back(std::move(action));
            }
        }
        return actions;
    }
};

}  // namespace

const LoadCase& turning() {
    static const Turning load_case;
    return load_case;
}

}  // namespace clampet::loads
