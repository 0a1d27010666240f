#include "rig/free_run.h"

#include <algorithm>
#include <cmath>
#include <utility>

#include "parts/rows.h"
#include "rig/in_force.h"

namespace clampet::rig {
namespace {

/// How long a jaw is along what it grips; 0 where it does not say.
double jaw_length(const Port& port) {
    return port.kind == families::PortKind::jaw ? parts::size_of(port, "length").value_or(0) : 0;
}

/// The travel of a jaw along a tube, from the tube's port; nothing where nobody knows where the tube ends.
std::optional<Stops> travel_on(const Part& tube, const Port& port, const Port& jaw, const Vector& direction) {
    auto run = free_run(tube, port, port.frame().linear() * direction);
    if (!run) return std::nullopt;
    const double half = jaw_length(jaw) / 2, middle = (run->least + run->most) / 2;
    return Stops{std::min(run->least + half, middle), std::max(run->most - half, middle)};
}

/// What closes a loop by lying on a face lies there where the rest of the loop puts it.
void lie_anywhere_on(const Port& face, families::Motion& motion) {
    const double round = parts::size_of(face, "diameter").value_or(0),
                 length = parts::size_of(face, "length").value_or(round),
                 width = parts::size_of(face, "width").value_or(round);
    for (const auto& [direction, half] : {std::pair(Vector(Vector::UnitX()), length / 2), {Vector::UnitY(), width / 2}})
        motion.axes.push_back({"", "", direction, true, -half, half});
    motion.contact_moves = true;
}

}  // namespace

std::optional<Stops> free_run(const Part& part, const Port& port, const Vector& along) {
    std::optional<Stops> longest;
    for (const auto& shape : part.shapes) {
        if (shape.kind != ShapeKind::cylinder || std::abs(shape.axis.dot(along)) < 0.999) continue;
        const Vector way = shape.at - port.at;
        const double middle = way.dot(along), half = shape.length / 2;
        const bool is_through = (way - middle * along).norm() <= shape.diameter / 2;
        constexpr double at_its_end = 1e-3;
        if (!is_through || std::abs(middle) > half + at_its_end) continue;
        if (!longest || longest->most - longest->least < 2 * half) longest = Stops{middle - half, middle + half};
    }
    return longest;
}

families::Motion motion_in(const Rig& rig, const Interface& f) {
    const auto any = [&](bool (families::Family::*is)() const) {
        return std::any_of(f.elements.begin(), f.elements.end(), [&](const Element& element) {
            const auto* family = families::family_named(element.family);
            return family && (family->*is)();
        });
    };
    const bool lies = f.closes_loop && any(&families::Family::lies_anywhere);
    if (!lies && !any(&families::Family::moves)) return {};
    auto motion = motion_of(shaped(rig, f));
    const Part *below = rig.part(f.support.part), *above = rig.part(f.payload.part);
    const Port *support = below ? below->port(f.support.port) : nullptr,
               *payload = above ? above->port(f.payload.port) : nullptr;
    if (!support || !payload) return motion;
    for (auto& axis : motion.axes) {
        if (!axis.slides) continue;
        std::optional<Stops> travel;
        if (support->kind == families::PortKind::tube) {
            travel = travel_on(*below, *support, *payload, axis.direction);
        } else if (payload->kind == families::PortKind::tube) {  // the tube goes on, its jaw stays
            travel = travel_on(*above, *payload, *support, axis.direction);
            if (travel) travel = Stops{-travel->most, -travel->least};
        }
        if (!travel) continue;
        axis.least = std::max(axis.least, travel->least);
        axis.most = std::min(axis.most, travel->most);
    }
    if (lies && support->kind == families::PortKind::face) lie_anywhere_on(*support, motion);
    return motion;
}

}  // namespace clampet::rig
