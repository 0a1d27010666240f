#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "parts/part_kind.h"
#include "quantity/dimension.h"
#include "rig/in_force.h"
#include "rig/tether.h"

namespace clampet::rig {
namespace {

constexpr std::size_t most_items = 500;
/// Two ports that close a loop meet within this; common practice [m].
constexpr double most_apart = 0.005;

std::string path(const char* list, std::size_t index, const std::string& rest = {}) {
    return fmt::format("/{}/{}{}", list, index, rest);
}
bool is_finite(const Vector& v) {
    return v.allFinite() && v.cwiseAbs().maxCoeff() < 1e3;
}

std::string known_sizes(families::PortKind kind) {
    std::string known;
    for (const auto& size : families::sizes_of(kind)) known += (known.empty() ? "" : ", ") + size.key;
    return known.empty() ? "It has none: leave it out, or say what kind of port it is." : "It has: " + known + ".";
}

Status check_port(const Port& port, const std::string& where) {
    if (port.id.empty())
        return Problem{"port.no_id", where + "/id", "The port has no id.", "Give it a short name, for example top."};
    if (!is_finite(port.at))
        return Problem{"port.no_place", where + "/at", "The port's position is not a place.",
                       "Give x, y, z in metres, under 1000 m."};
    for (const auto& [key, value] : port.sizes) {
        const auto sizes = families::sizes_of(port.kind);
        const auto size =
            std::find_if(sizes.begin(), sizes.end(), [&key = key](const auto& s) { return s.key == key; });
        if (size == sizes.end())
            return Problem{"port.unknown_size", where + "/sizes/" + key,
                           fmt::format("A port of kind “{}” has no size “{}”.", families::name_of(port.kind), key),
                           known_sizes(port.kind)};
        const auto* number = std::get_if<double>(&value);
        const double most = size->dimension == quantity::Dimension::length ? 1e3 : 1e9;
        if (size->is_text == (number != nullptr) || (number && !(*number > 0 && *number < most)))
            return Problem{"port.impossible_size", where + "/sizes/" + key,
                           fmt::format("The size “{}” is not one: {}.", key, size->meaning),
                           size->is_text ? "Write a text, for example \"1/4-20 UNC\"."
                                         : "Give more than 0, for example \"33.7 mm\"."};
    }
    const bool unit =
        std::abs(port.z.norm() - 1) < 1e-6 && std::abs(port.x.norm() - 1) < 1e-6 && std::abs(port.z.dot(port.x)) < 1e-6;
    if (!unit)
        return Problem{"port.not_a_frame", where + "/z", "The port's z and x are not unit vectors at right angles.",
                       "Give for example z [0, 0, 1] and x [1, 0, 0]."};
    return Done{};
}

Status check_weight(const Part& part, const std::string& where) {
    if (!(part.mass >= 0) || !(part.mass <= 1e4))
        return Problem{"part.impossible_mass", where + "/mass",
                       fmt::format("The mass of {} is {:.4g} kg.", part.name, part.mass),
                       "It must be from 0 to 10 000 kg, for example 1.34."};
    if (!is_finite(part.centre_of_gravity))
        return Problem{"part.no_centre_of_gravity", where + "/centre_of_gravity",
                       "The centre of gravity is not a place.", "Give x, y, z in metres, under 1000 m."};
    return Done{};
}

Status check_part(const Part& part, std::size_t i) {
    if (part.id.empty())
        return Problem{"part.no_id", path("parts", i, "/id"), "The part has no id.",
                       "Give it a short name, for example camera."};
    if (const auto ok = check_weight(part, path("parts", i, "")); !ok) return ok;
    if (part.inertia) {
        const Vector& about = *part.inertia;
        const auto where = path("parts", i, "/inertia");
        if (!about.allFinite() || about.minCoeff() < 0 || about.maxCoeff() > 1e6)
            return Problem{"part.not_an_inertia", where, fmt::format("The inertia of {} is not one.", part.name),
                           "Give three numbers from 0 to 1 000 000 kg·m², about the part's own x, y and z."};
        // The sum of two is the third and twice the integral of a square.
        for (int k = 0; k < 3; ++k)
            if (about[k] > about[(k + 1) % 3] + about[(k + 2) % 3] + 1e-12)
                return Problem{"part.impossible_inertia", where,
                               fmt::format("No body has an inertia like that of {}.", part.name),
                               "None of the three may be more than the other two together; leave it out and the "
                               "shapes give it."};
    }
    if (part.wind_area && !(*part.wind_area >= 0 && *part.wind_area <= 1e3))
        return Problem{"part.impossible_wind_area", path("parts", i, "/wind_area"),
                       fmt::format("The wind cannot meet {:.4g} m² of {}.", *part.wind_area, part.name),
                       "Give the largest face in square metres, for example 0.02."};
    std::set<std::string> ids;
    for (std::size_t k = 0; k < part.ports.size(); ++k) {
        const std::string where = path("parts", i, fmt::format("/ports/{}", k));
        if (const auto ok = check_port(part.ports[k], where); !ok) return ok;
        if (!ids.insert(part.ports[k].id).second)
            return Problem{"part.ports_share_id", where + "/id",
                           fmt::format("{} has two ports called “{}”.", part.name, part.ports[k].id),
                           "Give each its own id."};
    }
    for (std::size_t k = 0; k < part.shapes.size(); ++k) {
        const Shape& s = part.shapes[k];
        const bool sound = is_finite(s.at) && is_finite(s.size) && s.size.minCoeff() > 0 && s.diameter > 0 &&
                           s.length > 0 && s.diameter < 1e3 && s.length < 1e3 && std::abs(s.axis.norm() - 1) < 1e-6;
        if (!sound)
            return Problem{"part.impossible_shape", path("parts", i, fmt::format("/shapes/{}", k)),
                           "The shape has no sensible size.", "Sizes are in metres and more than zero."};
        for (const auto& corner : s.profile)
            if (!corner.allFinite())
                return Problem{"part.corner_not_a_place", path("parts", i, fmt::format("/shapes/{}/profile", k)),
                               "A corner is not a place.", "Give pairs of numbers in metres."};
    }
    return Done{};
}

Status check_end(const Rig& rig, const PortName& end, const std::string& where) {
    const Part* part = rig.part(end.part);
    if (!part)
        return Problem{"interface.unknown_part", where + "/part", fmt::format("There is no part “{}”.", end.part),
                       "Name a part that is listed under parts."};
    if (!part->port(end.port))
        return Problem{"interface.unknown_port", where + "/port",
                       fmt::format("{} has no port “{}”.", part->name, end.port), "Name one of its ports, or add it."};
    return Done{};
}

/// Only axes that it has are posed and stopped.
Status check_axes(const Interface& f, std::size_t i) {
    if (f.pose.empty() && f.stops.empty()) return Done{};
    for (const auto& element : f.elements)
        if (!families::family_named(element.family)) return Done{};  // prepare() says so
    const auto axes = motion_of(f).axes;
    const auto axis_named = [&](const std::string& key) {
        return std::find_if(axes.begin(), axes.end(), [&](const auto& a) { return a.key == key; });
    };
    std::string known;
    for (const auto& axis : axes) known += (known.empty() ? "" : ", ") + axis.key;
    const auto unknown = [&](const char* under, const std::string& key) {
        return Problem{"interface.unknown_axis", path("interfaces", i, fmt::format("/{}/{}", under, key)),
                       fmt::format("“{}” has no axis “{}”.", f.name, key),
                       known.empty() ? "Nothing of it moves: leave it out." : fmt::format("It has: {}.", known)};
    };
    for (const auto& [key, position] : f.pose) {
        const auto axis = axis_named(key);
        if (axis == axes.end()) return unknown("pose", key);
        if (!(std::abs(position) <= (axis->slides ? 100 : 100 * quantity::degree * 180)))
            return Problem{"interface.not_a_position", path("interfaces", i, "/pose/" + key),
                           "The pose is not a position.",
                           axis->slides ? "Give metres, for example 0.12." : "Give radians, for example 0.5."};
    }
    for (const auto& [key, stops] : f.stops) {
        if (axis_named(key) == axes.end()) return unknown("stops", key);
        if (!(stops.least <= 0 && stops.most >= 0) || !std::isfinite(stops.least) || !std::isfinite(stops.most))
            return Problem{"interface.stops_on_one_side", path("interfaces", i, "/stops/" + key),
                           "The stops do not lie on both sides of 0.",
                           "Give the least and the most position, for example [-0.2, 0.3]; 0 is how it is drawn."};
    }
    return Done{};
}

Status check_interface(const Rig& rig, std::size_t i) {
    const Interface& f = rig.interfaces[i];
    if (f.id.empty())
        return Problem{"interface.no_id", path("interfaces", i, "/id"), "The interface has no id.",
                       "Give it a short name, for example ball."};
    if (const auto ok = check_end(rig, f.support, path("interfaces", i, "/support")); !ok) return ok;
    if (const auto ok = check_end(rig, f.payload, path("interfaces", i, "/payload")); !ok) return ok;
    if (f.elements.empty())
        return Problem{"interface.nothing_holds", path("interfaces", i, "/elements"),
                       fmt::format("Nothing says how “{}” holds.", f.name),
                       "Add an element with a family, for example flat_face."};
    std::set<std::string> ids;
    for (std::size_t k = 0; k < f.elements.size(); ++k)
        if (!ids.insert(f.elements[k].id).second)
            return Problem{"interface.elements_share_id", path("interfaces", i, fmt::format("/elements/{}/id", k)),
                           fmt::format("Two elements are called “{}”.", f.elements[k].id), "Give each its own id."};
    return check_axes(f, i);
}

/// What takes one thing takes one only.
Status check_taken(const Rig& rig) {
    std::map<std::pair<std::string, std::string>, std::size_t> taken;
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        const Interface& f = rig.interfaces[i];
        for (const auto& [end, side] : {std::pair{&f.support, "support"}, {&f.payload, "payload"}}) {
            const Part& part = *rig.part(end->part);
            if (families::takes_many(part.port(end->port)->kind)) continue;
            const auto [first, is_first] = taken.emplace(std::pair(end->part, end->port), i);
            if (is_first) continue;
            return Problem{"interface.port_taken", path("interfaces", i, fmt::format("/{}/port", side)),
                           fmt::format("“{}” of {} is held by “{}” already.", end->port, part.name,
                                       rig.interfaces[first->second].name),
                           "Use another of its ports, or put something between that has two."};
        }
    }
    return Done{};
}

/// One root, and from every part a way down to it without going round.
Status check_tree(const Rig& rig) {
    std::map<std::string, std::size_t> carried_by;  // payload part → interface
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        const Interface& f = rig.interfaces[i];
        if (f.closes_loop) continue;
        if (!carried_by.emplace(f.payload.part, i).second)
            return Problem{"interface.carried_twice", path("interfaces", i, "/payload/part"),
                           fmt::format("“{}” is carried twice.", f.payload.part),
                           "Where a second interface is meant to hold it too, say so with \"closes_loop\": true."};
    }
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        const Interface& f = rig.interfaces[i];
        if (!f.closes_loop) continue;
        if (!carried_by.contains(f.payload.part))
            return Problem{"interface.closes_no_loop", path("interfaces", i, "/closes_loop"),
                           fmt::format("“{}” closes no loop: nothing else carries “{}”.", f.name, f.payload.part),
                           "Leave \"closes_loop\" out."};
        if (f.support.part == f.payload.part)
            return Problem{"interface.joins_itself", path("interfaces", i, "/payload/part"),
                           fmt::format("“{}” joins a part to itself.", f.name), "Name two parts."};
    }
    std::string root;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        std::string at = rig.parts[i].id;
        for (std::size_t steps = 0;; ++steps) {
            const auto below = carried_by.find(at);
            if (below == carried_by.end()) break;
            if (steps > rig.parts.size())
                return Problem{
                    "rig.goes_in_a_circle", path("interfaces", below->second),
                    fmt::format("The load path of “{}” goes round in a circle.", rig.parts[i].id),
                    "One of these interfaces has its support and payload exchanged; make the path end at the support."};
            at = rig.interfaces[below->second].support.part;
        }
        if (root.empty())
            root = at;
        else if (root != at)
            return Problem{"rig.part_not_joined", path("parts", i),
                           fmt::format("“{}” is not joined to the rest of the rig.", rig.parts[i].id),
                           "Add the interface that carries it."};
    }
    return Done{};
}

/// Whether an interface has an axis of that name.
bool has_axis(const Interface& f, const std::string& key) {
    const auto axes = motion_of(f).axes;
    return std::any_of(axes.begin(), axes.end(), [&](const auto& axis) { return axis.key == key; });
}

Status check_wanted(const Wanted& wanted, const std::string& where) {
    const auto is_within = [](const std::optional<double>& v, double least, double most) {
        return !v || (*v >= least && *v <= most);  // NaN is neither
    };
    if (!is_within(wanted.out, 0, 1000) || !is_within(wanted.height, -1000, 1000))
        return Problem{"shot.impossible_place", where, "A camera cannot be there.",
                       "Give 0 to 1000 m out, and -1000 to 1000 m up."};
    if (!is_within(wanted.down, -straight_down, straight_down))
        return Problem{"shot.impossible_view", where + "/down", "A camera cannot look so.",
                       "Give -90 degrees, straight up, to 90 degrees, straight down."};
    return Done{};
}

Status check_planned(const Rig& rig) {
    if (rig.planned.size() > 20)
        return Problem{"rig.too_much_planned", "/planned", "So much is never held at once.", "Give at most 20 things."};
    for (std::size_t i = 0; i < rig.planned.size(); ++i) {
        const auto& planned = rig.planned[i];
        const auto* kind = parts::kind_named(planned.kind);
        if (!kind || kind->role() != Role::payload)
            return Problem{"rig.not_to_be_held", path("planned", i, "/kind"),
                           fmt::format("“{}” is no kind of thing that is held.", planned.kind),
                           "Use camera or device."};
        const auto whole = part_of(planned);
        if (!whole) return whole.problem().at(path("planned", i, whole.problem().where));
        if (const auto ok = check_weight(*whole, path("planned", i, "")); !ok) return ok;
    }
    return Done{};
}

Status check_hands(const Rig& rig) {
    if (!rig.hands) return Done{};
    if (rig.hands->name.empty() || !(rig.hands->strength >= weakest_hand && rig.hands->strength <= strongest_hand))
        return Problem{
            "rig.impossible_hands", "/hands",
            fmt::format("“{}” is no hand with {:g} times the usual strength.", rig.hands->name, rig.hands->strength),
            fmt::format("Give a name, and {:g} to {:g}.", weakest_hand, strongest_hand)};
    return Done{};
}

/// Shots name axes that are there, sets name parts.
Status check_shots(const Rig& rig) {
    std::set<std::string> ids;
    for (std::size_t i = 0; i < rig.shots.size(); ++i) {
        const Shot& shot = rig.shots[i];
        if (shot.id.empty() || !ids.insert(shot.id).second)
            return Problem{"shot.no_id", path("shots", i, "/id"), "A shot has no id of its own.",
                           "Give each its own short name, for example top-down."};
        if (!(shot.distance >= 0 && shot.distance <= 1e4) || !(shot.frame >= 0 && shot.frame <= 1e4))
            return Problem{"shot.impossible_distance", path("shots", i), "The distance or the width of a shot is none.",
                           "Give metres from 0 to 10 000; 0 where it is not known."};
        if (const auto ok = check_wanted(shot.wanted, path("shots", i, "/wanted")); !ok) return ok.problem();
        for (const auto& [interface, positions] : shot.pose) {
            const auto where = path("shots", i, "/pose/" + interface);
            const Interface* f = rig.interface(interface);
            if (!f)
                return Problem{"shot.unknown_interface", where,
                               fmt::format("“{}” poses “{}”, which is not there.", shot.name, interface),
                               "Name an interface of this rig, or leave it out."};
            for (const auto& [axis, position] : positions)
                if (!has_axis(*f, axis) || !std::isfinite(position) || std::abs(position) > 1e3)
                    return Problem{"shot.unknown_axis", where + "/" + axis,
                                   fmt::format("“{}” has no axis “{}” that could stand so.", f->name, axis),
                                   "Name one of its axes, as under \"pose\" of the interface."};
        }
    }
    ids.clear();
    for (std::size_t i = 0; i < rig.sets.size(); ++i) {
        const PayloadSet& set = rig.sets[i];
        if (set.id.empty() || !ids.insert(set.id).second)
            return Problem{"set.no_id", path("payload_sets", i, "/id"), "A payload set has no id of its own.",
                           "Give each its own short name, for example long-lens."};
        for (const auto& part : set.without)
            if (!rig.part(part))
                return Problem{"set.unknown_part", path("payload_sets", i, "/without"),
                               fmt::format("There is no part “{}” that could be off.", part),
                               "Name a part of this rig."};
        for (std::size_t k = 0; k < set.instead.size(); ++k) {
            const auto& instead = set.instead[k];
            if (rig.part(instead.part) && instead.mass >= 0 && instead.mass <= 1e4 &&
                is_finite(instead.centre_of_gravity))
                continue;
            return Problem{"set.impossible_part", path("payload_sets", i, fmt::format("/instead/{}", k)),
                           fmt::format("“{}” cannot weigh otherwise so.", instead.part),
                           "Name a part of this rig, a mass from 0 to 10 000 kg and where it balances."};
        }
    }
    ids.clear();
    for (std::size_t i = 0; i < rig.tethers.size(); ++i) {
        const Tether& tether = rig.tethers[i];
        if (tether.id.empty() || !ids.insert(tether.id).second)
            return Problem{"tether.no_id", path("tethers", i, "/id"), "A second catch has no id of its own.",
                           "Give each its own short name, for example tether."};
        if (const auto ok = validate(rig, tether); !ok) return ok.problem().at(path("tethers", i, ok.problem().where));
    }
    return Done{};
}

}  // namespace

/// The ports of an interface that closes a loop meet where the others have put them.
Status check_loops(const Rig& rig) {
    if (std::none_of(rig.interfaces.begin(), rig.interfaces.end(), [](const auto& f) { return f.closes_loop; }))
        return Done{};
    const Placed placed(rig);
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        const Interface& f = rig.interfaces[i];
        if (!f.closes_loop) continue;
        const Vector there =
            placed.world_from_part(f.payload.part) * rig.part(f.payload.part)->port(f.payload.port)->at;
        const Vector here = placed.mechanism().loop_end(i, placed.placement()).translation();
        if (const double apart = (here - there).norm(); apart > most_apart)
            return Problem{
                "interface.loop_does_not_close", path("interfaces", i),
                fmt::format("“{}” closes a loop, but its two ports are {:.0f} mm apart.", f.name, apart * 1000),
                "Move a port, or pose the joints, until they meet within 5 mm."};
    }
    return Done{};
}

Status validate_structure(const Rig& rig) {
    if (rig.parts.size() > most_items || rig.interfaces.size() > most_items)
        return Problem{"rig.too_many_parts", "/parts", "There are more than 500 parts or interfaces.",
                       "Split the rig."};
    if (!(rig.required > 0) || !(rig.required <= 100))
        return Problem{"rig.impossible_required_factor", "/required",
                       fmt::format("The required factor is {:.4g}.", rig.required),
                       "Give a number such as 1.5 (bench), 2 (carried) or 3 (over people)."};
    std::set<std::string> ids;
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        if (const auto ok = check_part(rig.parts[i], i); !ok) return ok;
        if (!ids.insert(rig.parts[i].id).second)
            return Problem{"rig.parts_share_id", path("parts", i, "/id"),
                           fmt::format("Two parts are called “{}”.", rig.parts[i].id), "Give each its own id."};
    }
    ids.clear();
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i) {
        if (const auto ok = check_interface(rig, i); !ok) return ok;
        if (!ids.insert(rig.interfaces[i].id).second)
            return Problem{"rig.interfaces_share_id", path("interfaces", i, "/id"),
                           fmt::format("Two interfaces are called “{}”.", rig.interfaces[i].id),
                           "Give each its own id."};
    }
    if (const auto ok = check_tree(rig); !ok) return ok;
    if (const auto ok = check_taken(rig); !ok) return ok;
    if (const auto ok = check_shots(rig); !ok) return ok;
    if (const auto ok = check_hands(rig); !ok) return ok;
    if (const auto ok = check_planned(rig); !ok) return ok;
    return check_loops(rig);
}

Problem placed(const Rig& rig, std::string_view interface, const Problem& problem) {
    for (std::size_t i = 0; i < rig.interfaces.size(); ++i)
        if (rig.interfaces[i].id == interface) return problem.at(path("interfaces", i, problem.where));
    return problem;
}

Status validate(const Rig& rig) {
    if (auto ok = validate_structure(rig); !ok) return ok;
    if (rig.interfaces.empty()) return Done{};
    const Placed placed_rig(rig);
    for (const auto& f : rig.interfaces) {
        const Interface now = in_force(rig, f, &placed_rig);
        for (const End end : all_ends_of(now))
            if (const auto prepared = prepare(now, end); !prepared) return placed(rig, f.id, prepared.problem());
    }
    return Done{};
}

}  // namespace clampet::rig
