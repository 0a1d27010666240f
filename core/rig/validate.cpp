#include <fmt/format.h>

#include <cmath>
#include <set>

#include "rig/rig.h"

namespace clampet::rig {
namespace {

constexpr std::size_t most_items = 500;

std::string path(const char* list, std::size_t index, const std::string& rest = {}) {
    return fmt::format("/{}/{}{}", list, index, rest);
}
bool is_finite(const Vector& v) {
    return v.allFinite() && v.cwiseAbs().maxCoeff() < 1e3;
}

Status check_port(const Port& port, const std::string& where) {
    if (port.id.empty()) return Problem{where + "/id", "The port has no id.", "Give it a short name, for example top."};
    if (!is_finite(port.at))
        return Problem{where + "/at", "The port's position is not a place.", "Give x, y, z in metres, under 1000 m."};
    const bool unit =
        std::abs(port.z.norm() - 1) < 1e-6 && std::abs(port.x.norm() - 1) < 1e-6 && std::abs(port.z.dot(port.x)) < 1e-6;
    if (!unit)
        return Problem{where + "/z", "The port's z and x are not unit vectors at right angles.",
                       "Give for example z [0, 0, 1] and x [1, 0, 0]."};
    return Done{};
}

Status check_part(const Part& part, std::size_t i) {
    if (part.id.empty())
        return Problem{path("parts", i, "/id"), "The part has no id.", "Give it a short name, for example camera."};
    if (!(part.mass >= 0) || !(part.mass <= 1e4))
        return Problem{path("parts", i, "/mass"), fmt::format("The mass of {} is {:.4g} kg.", part.name, part.mass),
                       "It must be from 0 to 10 000 kg, for example 1.34."};
    if (!is_finite(part.centre_of_gravity))
        return Problem{path("parts", i, "/centre_of_gravity"), "The centre of gravity is not a place.",
                       "Give x, y, z in metres, under 1000 m."};
    std::set<std::string> ids;
    for (std::size_t k = 0; k < part.ports.size(); ++k) {
        const std::string where = path("parts", i, fmt::format("/ports/{}", k));
        if (const auto ok = check_port(part.ports[k], where); !ok) return ok;
        if (!ids.insert(part.ports[k].id).second)
            return Problem{where + "/id", fmt::format("{} has two ports called “{}”.", part.name, part.ports[k].id),
                           "Give each its own id."};
    }
    for (std::size_t k = 0; k < part.shapes.size(); ++k) {
        const Shape& s = part.shapes[k];
        const bool sound = is_finite(s.at) && is_finite(s.size) && s.size.minCoeff() > 0 && s.diameter > 0 &&
                           s.length > 0 && s.diameter < 1e3 && s.length < 1e3 && std::abs(s.axis.norm() - 1) < 1e-6;
        if (!sound)
            return Problem{path("parts", i, fmt::format("/shapes/{}", k)), "The shape has no sensible size.",
                           "Sizes are in metres and more than zero."};
        for (const auto& corner : s.profile)
            if (!corner.allFinite())
                return Problem{path("parts", i, fmt::format("/shapes/{}/profile", k)), "A corner is not a place.",
                               "Give pairs of numbers in metres."};
    }
    return Done{};
}

Status check_end(const Rig& rig, const PortName& end, const std::string& where) {
    const Part* part = rig.part(end.part);
    if (!part)
        return Problem{where + "/part", fmt::format("There is no part “{}”.", end.part),
                       "Name a part that is listed under parts."};
    if (!part->port(end.port))
        return Problem{where + "/port", fmt::format("{} has no port “{}”.", part->name, end.port),
                       "Name one of its ports, or add it."};
    return Done{};
}

Status check_interface(const Rig& rig, std::size_t i) {
    const Interface& f = rig.interfaces[i];
    if (f.id.empty())
        return Problem{path("interfaces", i, "/id"), "The interface has no id.",
                       "Give it a short name, for example ball."};
    if (const auto ok = check_end(rig, f.support, path("interfaces", i, "/support")); !ok) return ok;
    if (const auto ok = check_end(rig, f.payload, path("interfaces", i, "/payload")); !ok) return ok;
    if (f.elements.empty())
        return Problem{path("interfaces", i, "/elements"), fmt::format("Nothing says how “{}” holds.", f.name),
                       "Add an element with a family, for example flat_face."};
    std::set<std::string> ids;
    for (std::size_t k = 0; k < f.elements.size(); ++k)
        if (!ids.insert(f.elements[k].id).second)
            return Problem{path("interfaces", i, fmt::format("/elements/{}/id", k)),
                           fmt::format("Two elements are called “{}”.", f.elements[k].id), "Give each its own id."};
    if (f.pose && !(std::abs(f.pose->forward) <= 7 && std::abs(f.pose->side) <= 7 && std::abs(f.pose->pan) <= 7))
        return Problem{path("interfaces", i, "/pose"), "The pose is not an angle.",
                       "Give forward, side and pan in radians."};
    return Done{};
}

/// One root, and from every part a way down to it without going round.
Status check_tree(const Rig& rig) {
    std::map<std::string, std::size_t> carried_by;  // payload part → interface
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        const Interface& f = rig.interfaces[i];
        if (!carried_by.emplace(f.payload.part, i).second)
            return Problem{path("interfaces", i, "/payload/part"),
                           fmt::format("“{}” is carried twice.", f.payload.part),
                           "Each part may rest on one interface; closed loops are not computed yet."};
    }
    std::string root;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        std::string at = rig.parts[i].id;
        for (std::size_t steps = 0;; ++steps) {
            const auto below = carried_by.find(at);
            if (below == carried_by.end()) break;
            if (steps > rig.parts.size())
                return Problem{
                    path("interfaces", below->second),
                    fmt::format("The load path of “{}” goes round in a circle.", rig.parts[i].id),
                    "One of these interfaces has its support and payload exchanged; make the path end at the support."};
            at = rig.interfaces[below->second].support.part;
        }
        if (root.empty())
            root = at;
        else if (root != at)
            return Problem{path("parts", i), fmt::format("“{}” is not joined to the rest of the rig.", rig.parts[i].id),
                           "Add the interface that carries it."};
    }
    return Done{};
}

}  // namespace

Status validate_structure(const Rig& rig) {
    if (rig.parts.size() > most_items || rig.interfaces.size() > most_items)
        return Problem{"/parts", "There are more than 500 parts or interfaces.", "Split the rig."};
    if (!(rig.required > 0) || !(rig.required <= 100))
        return Problem{"/required", fmt::format("The required factor is {:.4g}.", rig.required),
                       "Give a number such as 1.5 (bench), 2 (carried) or 3 (over people)."};
    if (!(rig.push.force >= 0) || !(rig.push.force <= 1e5))
        return Problem{"/push/force", fmt::format("The push is {:.4g} N.", rig.push.force),
                       "Give a force from 0 to 100 000 N, for example 15."};
    if (!is_finite(rig.push.offset))
        return Problem{"/push/offset", "The push has no place.", "Give x, y, z in metres."};
    std::set<std::string> ids;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        if (const auto ok = check_part(rig.parts[i], i); !ok) return ok;
        if (!ids.insert(rig.parts[i].id).second)
            return Problem{path("parts", i, "/id"), fmt::format("Two parts are called “{}”.", rig.parts[i].id),
                           "Give each its own id."};
    }
    if (!rig.push.part.empty() && !rig.part(rig.push.part))
        return Problem{"/push/part", fmt::format("There is no part “{}” to push.", rig.push.part),
                       "Name a part that is listed under parts."};
    ids.clear();
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        if (const auto ok = check_interface(rig, i); !ok) return ok;
        if (!ids.insert(rig.interfaces[i].id).second)
            return Problem{path("interfaces", i, "/id"),
                           fmt::format("Two interfaces are called “{}”.", rig.interfaces[i].id),
                           "Give each its own id."};
    }
    return check_tree(rig);
}

Problem placed(const Rig& rig, std::string_view interface, const Problem& problem) {
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i)
        if (rig.interfaces[i].id == interface)
            return {path("interfaces", i, problem.where), problem.what, problem.remedy};
    return problem;
}

Status validate(const Rig& rig) {
    if (auto ok = validate_structure(rig); !ok) return ok;
    for (const auto& f : rig.interfaces)
        for (const End end : all_ends_of(f))
            if (auto prepared = prepare(f, end); !prepared) return placed(rig, f.id, prepared.problem());
    return Done{};
}

}  // namespace clampet::rig
