#include "study/catches.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "quantity/dimension.h"
#include "quantity/format.h"
#include "rig/column.h"
#include "rig/tether.h"

namespace clampet::study {
namespace {

using rig::Vector;

/// The point of a part, of those where something can be tied, that is nearest to a place in the world.
Vector nearest_of(const rig::Part& part, const Eigen::Isometry3d& world_from_part, const Vector& to) {
    Vector best = world_from_part * part.centre_of_gravity;
    const auto offer = [&](const Vector& place) {
        if ((place - to).squaredNorm() < (best - to).squaredNorm()) best = place;
    };
    for (const auto& port : part.ports) offer(world_from_part * port.at);
    for (const auto& shape : part.shapes) {
        // Along what is long: a tube, a beam.
        const bool is_round = shape.kind == rig::ShapeKind::cylinder;
        int longest = 0;
        shape.size.maxCoeff(&longest);
        const Vector axis = is_round ? shape.axis : Vector(Vector::Unit(longest));
        const double half = (is_round ? shape.length : shape.size[longest]) / 2;
        const Vector middle = world_from_part * shape.at, along = world_from_part.linear() * axis;
        if (is_round || shape.kind == rig::ShapeKind::box)
            offer(middle + along * std::clamp((to - middle).dot(along), -half, half));
    }
    return best;
}

/// What falls when it lets go: not what stands on the floor or lies by its weight.
bool can_drop(const rig::Interface& f) {
    const auto& family = f.elements.front().family;
    return family != "stance" && family != "rest" && family != "lean";
}

/// All that comes down when the lowest of what it covers lets go: the tether holds it by the part that it is tied to
/// [kg].
double caught_mass(const rig::Rig& rig, const rig::Placed& placed, const rig::Part& part,
                   const std::vector<std::string>& covers) {
    double mass = part.mass;
    for (const auto& id : covers)
        if (can_drop(*rig.interface(id))) mass = std::max(mass, placed.mass_beyond(id).first);
    return mass;
}

CatchResult caught(const rig::Rig& rig, const rig::Placed& placed, const rig::Tether& tether, double required) {
    CatchResult result;
    result.id = tether.id;
    result.name = tether.name;
    const auto &part = *rig.part(tether.caught), &anchor = *rig.part(tether.anchor);
    const Vector from = placed.world_from_part(part.id) * part.centre_of_gravity;
    const Vector tied = nearest_of(anchor, placed.world_from_part(anchor.id), from);
    result.from = from;
    result.tied = tied;
    const auto below_anchor = rig::path_down(rig, anchor.id);
    for (const auto* f : rig::path_down(rig, part.id))
        if (std::find(below_anchor.begin(), below_anchor.end(), f) == below_anchor.end())
            result.covers.push_back(f->id);
    const double length = rig::length_of(tether), aside = (from - tied).head<2>().norm();
    if ((from - tied).norm() > length) {
        result.problem = fmt::format("{} does not reach: from {} to {} it is {}.", tether.name, anchor.name, part.name,
                                     quantity::format((from - tied).norm(), quantity::Dimension::length));
        return result;
    }
    result.fall = std::max(0.0, from.z() - tied.z() + std::sqrt(length * length - aside * aside));
    const double weight = caught_mass(rig, placed, part, result.covers) * quantity::standard_gravity;
    mechanics::Wrench load;
    load.fz = -weight;
    for (const auto end : {rig::End::typical, rig::End::weak}) {
        const auto joint = rig::joint_of(tether, result.fall, end);
        if (!joint) {
            result.problem = joint.problem().sentence();
            return result;
        }
        const double used = (*joint)->utilisation(0, load);
        (end == rig::End::typical ? result.factors.typical : result.factors.low) =
            used > 0 ? 1 / used : std::numeric_limits<double>::infinity();
        if (end == rig::End::typical)
            for (const auto& value : (*joint)->results({load, {}}))
                if (value.name == "catch_force") result.force = value.value;
    }
    result.verdict = judge(result.factors, required);
    return result;
}

}  // namespace

Catches second_catches(const rig::Rig& rig, const rig::Placed& placed, double required) {
    Catches all;
    all.asked = std::find(rig.use.begin(), rig.use.end(), "people") != rig.use.end();
    std::set<std::string> covered;
    for (const auto& tether : rig.tethers) {
        all.each.push_back(caught(rig, placed, tether, required));
        const auto& here = all.each.back();
        if (here.verdict == Verdict::holds) {
            covered.insert(here.covers.begin(), here.covers.end());
            continue;
        }
        all.verdict = Verdict::doubtful;
        if (!all.sentence.empty()) continue;
        all.sentence = !here.problem.empty()
                           ? here.problem
                           : fmt::format("{} would be snatched with {} and holds {} of it.", here.name,
                                         quantity::format(here.force, quantity::Dimension::force),
                                         quantity::format_factor(here.factors.typical));
    }
    if (!all.asked) return all;
    for (const auto& id : placed.from_payload_down()) {
        const auto& f = *rig.interface(id);
        if (!f.closes_loop && can_drop(f) && !covered.contains(id)) all.uncovered.push_back(id);
    }
    if (all.uncovered.empty()) return all;
    all.verdict = Verdict::doubtful;
    if (all.sentence.empty())
        all.sentence = fmt::format("Over people a second catch is asked for: nothing holds it if {} lets go.",
                                   rig.interface(all.uncovered.back())->name);
    return all;
}

}  // namespace clampet::study
