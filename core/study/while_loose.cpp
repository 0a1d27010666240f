#include "study/while_loose.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "loads/load_case.h"
#include "quantity/format.h"
#include "rig/axis_in_world.h"
#include "rig/in_force.h"
#include "rig/sag.h"
#include "study/picture.h"

namespace clampet::study {
namespace {

using quantity::Dimension;
using rig::Vector;

constexpr double least_told = 1;    ///< N; what a hand hardly feels
constexpr double least_arm = 0.03;  ///< m; nearer to its axis nothing can be held

/// Whether an axis is loosened to be set, and can be moved at all.
bool is_set_loose(const rig::Interface& f, const families::Axis& axis) {
    const auto stops = rig::stops_of(f, axis);
    return !axis.moved_in_use && stops.most > stops.least;
}

double torque_of(const rig::Interface& in_force) {
    double most = 0;
    for (const auto& element : in_force.elements) {
        const auto* family = families::family_named(element.family);
        const auto* row = family ? families::find_parameter(*family, "torque") : nullptr;
        if (!row || row->dimension != Dimension::torque) continue;
        const auto values = rig::values_of(element, rig::End::typical, {});
        if (values && row->is_relevant(*values)) most = std::max(most, families::number(*values, "torque"));
    }
    return most;
}

/// One rig in one scene.
class AsItStands {
 public:
    explicit AsItStands(const rig::Rig& rig)
        : rig_(rig), placed_(std::make_shared<const rig::Placed>(rig::settled(rig))) {}
    /// What keeps an interface from moving away while it is loose; `loose` gets its force, axis and mass.
    void hold(std::size_t i, WhileLoose& loose) const {
        const auto& mechanism = placed_->mechanism();
        const auto& f = rig_.interfaces[i];
        double mass = 0, heaviest = -1, most = 0, squares = 0;
        Vector moment = Vector::Zero();  // of the weights, about the world's origin
        std::size_t held = 0;
        const auto* camera = camera_of(rig_);
        for (const auto b : mechanism.beyond(i)) {
            const auto& body = mechanism.bodies()[b];
            const Vector centre = placed_->centre_of(body);
            mass += body.mass;
            moment += centre.cross(Vector(0, 0, -body.mass * quantity::standard_gravity));
            const double asked = camera && rig_.parts[body.part].id == camera->id ? 1e9 : body.mass;
            if (!body.between && asked > heaviest) {
                heaviest = asked;
                held = b;
            }
        }
        if (heaviest < 0) return;
        const Vector hand = placed_->centre_of(mechanism.bodies()[held]);
        const Vector weight(0, 0, -mass * quantity::standard_gravity);
        for (std::size_t k = 0; k < mechanism.seams()[i].motion.axes.size(); ++k) {
            const auto& axis = mechanism.seams()[i].motion.axes[k];
            if (!is_set_loose(f, axis)) continue;
            const auto [direction, at] = rig::axis_in_world(rig_, *placed_, i, k);
            double force = std::abs(weight.dot(direction));
            if (!axis.slides) {
                const double about = std::abs((moment - at.cross(weight)).dot(direction));
                force = about / std::max(least_arm, (hand - at).cross(direction).norm());
            }
            squares += force * force;
            if (force <= most) continue;
            most = force;
            loose.axis = axis.label;
            loose.slides = axis.slides;
        }
        loose.mass = mass;
        loose.force = std::sqrt(squares);
        loose.held = rig_.parts[mechanism.bodies()[held].part].name;
        if (loose.force < least_told) loose.axis.clear();
    }
    /// What gives way below while it is tightened.
    Result<std::vector<WhileLoose::GivesWay>> gives_way(std::size_t i, double torque) const {
        std::vector<WhileLoose::GivesWay> all;
        const auto statics = rig::Statics::of(rig_, placed_);
        if (!statics) return statics.problem();
        const auto& mechanism = placed_->mechanism();
        const std::size_t carrier = mechanism.seams()[i].support;
        const Vector screw = placed_->placement().world_from_interface[i].linear().col(2);
        for (std::size_t below = 0; below < rig_.interfaces.size(); ++below) {
            if (below == i || mechanism.seams()[below].closes_loop || !mechanism.carries(below, carrier)) continue;
            const auto prepared =
                rig::prepare(rig::in_force(rig_, rig_.interfaces[below], placed_.get()), rig::End::typical);
            if (!prepared) return rig::placed(rig_, rig_.interfaces[below].id, prepared.problem());
            double least = std::numeric_limits<double>::infinity();
            for (const double way : {-1.0, 1.0}) {
                rig::Action action;
                action.couples = {{i, way * torque * screw}};
                const auto load = statics->load(below, action);
                for (const auto& joint : prepared->joints)
                    for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                        const auto& mode = joint->modes()[m];
                        if (mode.mode_class != families::ModeClass::ultimate || mode.scale_free ||
                            families::preload_share(*joint, m))
                            continue;
                        least = std::min(least, joint->load_factor(m, {load.permanent(), load.fixed}));
                    }
            }
            // What lets go by the weights alone is told elsewhere.
            if (least > 0 && least < required_when_tightened)
                all.push_back({rig_.interfaces[below].id, rig_.interfaces[below].name, least});
        }
        std::sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.factor < b.factor; });
        return all;
    }
    Result<WhileLoose> of(std::size_t i) const {
        WhileLoose now{rig_.interfaces[i].id, rig_.interfaces[i].name};
        hold(i, now);
        now.torque = torque_of(rig::in_force(rig_, rig_.interfaces[i], placed_.get()));
        if (!(now.torque > 0)) return now;
        auto below = gives_way(i, now.torque);
        if (!below) return below.problem();
        now.gives_way = std::move(*below);
        return now;
    }
    std::vector<std::size_t> set_loose() const {
        std::vector<std::size_t> all;
        for (const auto i : placed_->mechanism().from_payload_down()) {
            const auto& seam = placed_->mechanism().seams()[i];
            const auto& axes = seam.motion.axes;
            const auto& f = rig_.interfaces[i];
            if (!seam.closes_loop &&
                std::any_of(axes.begin(), axes.end(), [&](const auto& a) { return is_set_loose(f, a); }))
                all.push_back(i);
        }
        return all;
    }

 private:
    const rig::Rig& rig_;
    std::shared_ptr<const rig::Placed> placed_;
};

/// Of what holds it the scene that takes the most, of each that gives way the least.
void take_the_worse(WhileLoose& known, WhileLoose now) {
    auto gives_way = std::move(known.gives_way);
    for (auto& g : now.gives_way) {
        const auto same = std::find_if(gives_way.begin(), gives_way.end(),
                                       [&](const auto& old) { return g.interface == old.interface; });
        if (same == gives_way.end())
            gives_way.push_back(g);
        else
            same->factor = std::min(same->factor, g.factor);
    }
    std::sort(gives_way.begin(), gives_way.end(), [](const auto& a, const auto& b) { return a.factor < b.factor; });
    if (now.force > known.force) known = std::move(now);
    known.gives_way = std::move(gives_way);
}

}  // namespace

bool WhileLoose::is_more_than_a_hand() const {
    return force > one_hand;
}

Result<std::vector<WhileLoose>> while_loose(const rig::Rig& rig) {
    if (const auto ok = loads::validate(rig); !ok) return ok.problem();
    std::vector<WhileLoose> all;
    for (const auto& scene : scenes_of(rig)) {
        const auto there = staged(rig, scene);
        const AsItStands here(there);
        for (const auto i : here.set_loose()) {
            auto now = here.of(i);
            if (!now) return now.problem();
            now->shot = scene.name;
            const auto known =
                std::find_if(all.begin(), all.end(), [&](const auto& w) { return w.interface == now->interface; });
            if (known == all.end())
                all.push_back(std::move(*now));
            else
                take_the_worse(*known, std::move(*now));
        }
    }
    return all;
}

std::optional<WhileLoose> while_loose(const rig::Rig& rig, const std::string& interface) {
    const AsItStands here(rig);
    for (const auto i : here.set_loose())
        if (rig.interfaces[i].id == interface) {
            auto found = here.of(i);
            return found ? std::optional(std::move(*found)) : std::nullopt;
        }
    return std::nullopt;
}

std::string sentence_of(const WhileLoose& loose) {
    if (loose.axis.empty())
        return fmt::format("While {} is loose nothing falls: a hand only guides {}.", loose.name, loose.held);
    const auto force = quantity::format(loose.force, Dimension::force);
    const std::string way = loose.slides ? "slides away" : "turns over";
    std::string sentence = fmt::format("While {} is loose it {} ({}): {} must be held with {} there, {}.", loose.name,
                                       way, loose.axis, loose.held, force, quantity::as_if_hung(loose.force));
    if (loose.is_more_than_a_hand())
        sentence += " That is more than one hand holds: a second pair of hands, a prop or a counterweight.";
    return sentence;
}

std::string tightening_sentence(const rig::Rig& rig, const WhileLoose& loose) {
    if (loose.gives_way.empty()) return {};
    const auto& worst = loose.gives_way.front();
    const auto* f = rig.interface(loose.interface);
    const auto* carrier = f ? rig.part(f->support.part) : nullptr;
    return fmt::format("Tightened with {} it {} {} ({}): hold {} against it with the other hand.",
                       quantity::format(loose.torque, Dimension::torque),
                       worst.factor < 1 ? "would move" : "comes close to moving", worst.name,
                       quantity::format_factor(worst.factor), carrier ? carrier->name : loose.held);
}

}  // namespace clampet::study
