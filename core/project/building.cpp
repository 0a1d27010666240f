#include "project/building.h"

#include <fmt/format.h>

#include <algorithm>
#include <set>

#include "parts/part_kind.h"
#include "rig/joining.h"
#include "rig/mechanism.h"

namespace clampet::project {
namespace {

using rig::Interface;
using rig::Part;
using rig::Port;
using rig::PortName;
using rig::Rig;
using rig::Way;

Problem no_part(const std::string& id) {
    return {"build.no_part", "", fmt::format("There is no part “{}”.", id),
            "It may have been removed; undo brings it back."};
}

Problem do_not_meet(const Part& below, const Part& above) {
    std::string free;
    for (const auto& port : below.ports)
        if (port.kind != families::PortKind::unknown) free += (free.empty() ? "" : "; ") + parts::words_of(port);
    return {"build.nothing_meets", "",
            fmt::format("{} has nothing free that {} can be held by.", below.name, above.name),
            free.empty() ? "Put something else between."
                         : fmt::format("It has: {}. Put an adapter between, or choose another part.", free)};
}

/// The interface of the tree that carries a part.
Interface* carrier_of(Rig& rig, std::string_view part) {
    for (auto& f : rig.interfaces)
        if (!f.closes_loop && f.payload.part == part) return &f;
    return nullptr;
}

/// How a part can be held by another: by ports that are asked for, or by any; what is free comes first asked.
std::optional<Way> way_for(const Rig& rig, const Part& below, const std::string& on_port, const Part& above,
                           const std::string& own_port, const std::string& family) {
    for (const auto& support : below.ports) {
        if ((!on_port.empty() && support.id != on_port) || rig::is_taken(rig, below.id, support.id)) continue;
        for (const auto& own : above.ports) {
            if (!own_port.empty() && own.id != own_port) continue;
            for (auto& way : rig::ways_between(support, own))
                if (family.empty() || way.family->key() == family) return way;
        }
    }
    return std::nullopt;
}

void join(Rig& rig, const Way& way, const std::string& below, const std::string& above,
          const std::string& reserved = {}) {
    Interface f;
    f.id = fresh_id(rig, "seam", reserved);
    f.name = std::string(way.family->name());
    f.support = {below, way.support};
    f.payload = {above, way.payload};
    f.elements = rig::elements_of(way);
    rig.interfaces.push_back(std::move(f));
}

/// The interface as it is between other ports, where its family joins them too; else joined by the way that fits.
void rejoin(Interface& f, const Way& way, const std::string& below, const std::string& above) {
    f.support = {below, way.support};
    f.payload = {above, way.payload};
    if (f.elements.front().family != way.family->key()) {
        f.elements = rig::elements_of(way);
        f.name = std::string(way.family->name());
        f.pose.clear();
        f.stops.clear();
    }
}

/// The way to join two parts that keeps how they were joined, where that is possible.
std::optional<Way> way_like(const Rig& rig, const Interface& f, const Part& below, const std::string& on_port,
                            const Part& above, const std::string& own_port = {}) {
    if (auto same = way_for(rig, below, on_port, above, own_port, f.elements.front().family)) return same;
    return way_for(rig, below, on_port, above, own_port, {});
}

/// All that a part carries, itself first.
std::vector<std::string> with_all_beyond(const Rig& rig, const std::string& part) {
    std::vector<std::string> all{part};
    for (std::size_t i = 0; i < all.size(); ++i)
        for (const auto& f : rig.interfaces)
            if (!f.closes_loop && f.support.part == all[i]) all.push_back(f.payload.part);
    return all;
}

/// Ports that sizes are taken from: those of what is below that are free, or the one that is asked for.
std::vector<const Port*> neighbours(const Rig& rig, const Part* below, const std::string& on_port) {
    std::vector<const Port*> all;
    if (below)
        for (const auto& port : below->ports)
            if ((on_port.empty() || port.id == on_port) && !rig::is_taken(rig, below->id, port.id))
                all.push_back(&port);
    return all;
}

/// A new part and how it is held: with the sizes of the first neighbour that it then meets.
Result<std::pair<Part, std::optional<Way>>> part_for(const Rig& rig, const Part* below, const std::string& on_port,
                                                     const NewPart& what, const Port* above) {
    std::optional<Problem> refused;
    for (const auto* port : neighbours(rig, below, on_port)) {
        auto part = new_part(what, port, above);
        if (!part) {
            refused = part.problem();
            continue;
        }
        if (auto way = way_for(rig, *below, port->id, *part, what.port, what.family))
            return std::pair(std::move(*part), std::move(way));
    }
    auto part = new_part(what, nullptr, above);
    if (!part) return refused ? *refused : part.problem();
    if (!below) return std::pair(std::move(*part), std::optional<Way>());
    return refused ? *refused : do_not_meet(*below, *part);
}

/// How far beside the first a copy is put on the same tube [m].
constexpr double beside = 0.1;

/// The axis along which an interface slides on its tube or rail.
std::optional<std::string> slide_of(const Interface& f) {
    for (const auto& axis : rig::motion_of(f).axes)
        if (axis.slides) return axis.key;
    return std::nullopt;
}

}  // namespace

std::string fresh_id(const Rig& rig, const std::string& stem, const std::string& reserved) {
    std::set<std::string> taken{reserved};
    for (const auto& p : rig.parts) taken.insert(p.id);
    for (const auto& f : rig.interfaces) taken.insert(f.id);
    for (int i = 1;; ++i)
        if (const auto id = fmt::format("{}-{}", stem, i); !taken.contains(id)) return id;
}

void acts_on_instead(Rig& rig, const std::string& gone, const std::string& other) {
    for (auto& use : rig.cases)
        if (const auto at = use.inputs.find("part"); at != use.inputs.end())
            if (const auto* id = std::get_if<std::string>(&at->second); id && *id == gone) use.inputs["part"] = other;
}

Result<Part> new_part(const NewPart& what, const Port* below, const Port* above) {
    const auto* kind = parts::kind_named(what.kind);
    if (!kind) return parts::no_kind(what.kind).at("kind");
    Part part;
    part.kind = what.kind;
    part.name = what.name.empty() ? std::string(kind->name()) : what.name;
    part.role = kind->role() == rig::Role::support ? rig::Role::part : kind->role();
    part.origin = kind->origin() == rig::Origin::site ? rig::Origin::have : kind->origin();
    if (what.origin) part.origin = *what.origin;
    part.item = what.item;
    part.weighed = what.weighed;
    part.balanced = what.balanced;
    part.values = what.values;
    const auto take = [&](const Port* neighbour, bool carried) {
        if (!neighbour) return;
        for (auto& [key, value] : kind->fitted(*neighbour, carried)) part.values.emplace(key, std::move(value));
    };
    take(below, true);
    take(above, false);
    return rig::made(std::move(part));
}

/// What was to be held is held now.
void take_off_plan(Rig& rig, const Part& part) {
    const auto at = std::find_if(rig.planned.begin(), rig.planned.end(),
                                 [&](const auto& p) { return p.kind == part.kind && p.name == part.name; });
    if (at != rig.planned.end()) rig.planned.erase(at);
}

Result<Rig> built(Rig rig, const Build& edit) {
    if (edit.parts.empty()) return Problem{"build.no_parts", "", "Nothing was chosen.", "Choose a part of the shelf."};
    const Interface* opened = nullptr;
    std::string on = edit.on_part, port = edit.on_port;
    if (!edit.between.empty()) {
        opened = rig.interface(edit.between);
        if (!opened)
            return Problem{"build.no_seam", "", fmt::format("There is no seam “{}”.", edit.between),
                           "It may have been removed; undo brings it back."};
        on = opened->support.part;
        port = opened->support.port;
    }
    const Interface before = opened ? *opened : Interface{};
    const Port* top = opened ? rig.part(before.payload.part)->port(before.payload.port) : nullptr;
    const std::optional<Port> above = top ? std::optional(*top) : std::nullopt;
    if (opened) std::erase_if(rig.interfaces, [&](const auto& f) { return f.id == before.id; });
    for (std::size_t i = 0; i < edit.parts.size(); ++i) {
        const Part* below = on.empty() ? nullptr : rig.part(on);
        if (!below && !rig.parts.empty()) return no_part(on);
        const bool is_last = i + 1 == edit.parts.size();
        auto made = part_for(rig, below, i == 0 ? port : "", edit.parts[i], is_last && above ? &*above : nullptr);
        if (!made) return made.problem();
        auto& [part, way] = *made;
        part.id = fresh_id(rig, "part");
        if (!below) {
            part.role = rig::Role::support;
            if (const auto* kind = parts::kind_named(part.kind)) part.origin = kind->origin();
        }
        const std::string id = part.id;
        take_off_plan(rig, part);
        rig.parts.push_back(std::move(part));
        if (way) join(rig, *way, on, id, before.id);
        on = id;
    }
    if (!opened) return rig;
    const Part *below = rig.part(on), *upper = rig.part(before.payload.part);
    const auto way = way_like(rig, before, *below, "", *upper, before.payload.port);
    if (!way) return do_not_meet(*below, *upper);
    Interface kept = before;
    rejoin(kept, *way, on, upper->id);
    rig.interfaces.push_back(std::move(kept));
    return rig;
}

Result<Rig> built(Rig rig, const ReplacePart& edit) {
    const Part* old = rig.part(edit.part);
    if (!old) return no_part(edit.part);
    std::vector<Interface> joins;
    for (const auto& f : rig.interfaces)
        if (f.support.part == edit.part || f.payload.part == edit.part) joins.push_back(f);
    const auto* held = carrier_of(rig, edit.part);
    const Port *below = held ? rig.part(held->support.part)->port(held->support.port) : nullptr, *above = nullptr;
    for (const auto& f : joins)
        if (f.support.part == edit.part && !above) above = rig.part(f.payload.part)->port(f.payload.port);
    auto part = new_part(edit.with, below, above);
    if (!part) return part.problem();
    part->id = edit.part;
    part->role = old->role;
    if (!held) part->origin = old->origin;
    std::erase_if(rig.interfaces,
                  [&](const auto& f) { return f.support.part == edit.part || f.payload.part == edit.part; });
    *rig.part(edit.part) = std::move(*part);
    for (auto& f : joins) {
        const bool is_held = f.payload.part == edit.part;
        const Part &lower = *rig.part(f.support.part), &upper = *rig.part(f.payload.part);
        const auto way = way_like(rig, f, lower, is_held ? f.support.port : "", upper, is_held ? "" : f.payload.port);
        if (!way) return do_not_meet(lower, upper);
        rejoin(f, *way, lower.id, upper.id);
        rig.interfaces.push_back(f);
    }
    return rig;
}

Result<Rig> built(Rig rig, const LiftOut& edit) {
    const Part* part = rig.part(edit.part);
    if (!part) return no_part(edit.part);
    const auto* held = carrier_of(rig, edit.part);
    if (!held)
        return Problem{"build.support_stays", "", "The support carries everything and cannot be lifted out.",
                       "Put another in its place instead."};
    const PortName onto = held->support;
    std::vector<Interface> carried;
    for (const auto& f : rig.interfaces)
        if (f.support.part == edit.part) carried.push_back(f);
    std::erase_if(rig.interfaces,
                  [&](const auto& f) { return f.support.part == edit.part || f.payload.part == edit.part; });
    acts_on_instead(rig, edit.part, onto.part);
    for (auto& f : carried) {
        const Part &lower = *rig.part(onto.part), &upper = *rig.part(f.payload.part);
        auto way = way_like(rig, f, lower, onto.port, upper, f.payload.port);
        if (!way) way = way_like(rig, f, lower, "", upper, f.payload.port);
        if (!way) return do_not_meet(lower, upper);
        rejoin(f, *way, lower.id, upper.id);
        rig.interfaces.push_back(f);
    }
    std::erase_if(rig.parts, [&](const auto& p) { return p.id == edit.part; });
    return rig;
}

Result<Rig> built(Rig rig, const MoveDown& edit) {
    if (!rig.part(edit.part)) return no_part(edit.part);
    const Interface* held = carrier_of(rig, edit.part);
    const Interface* below = held ? carrier_of(rig, held->support.part) : nullptr;
    if (!below)
        return Problem{"build.at_the_bottom", "", "It stands on the support already.",
                       "Only parts above the support change places."};
    Interface lower = *below, middle = *held;
    const std::string other = held->support.part;
    std::vector<Interface> carried;
    for (const auto& f : rig.interfaces)
        if (!f.closes_loop && f.support.part == edit.part) carried.push_back(f);
    std::set<std::string> moved{lower.id, middle.id};
    for (const auto& f : carried) moved.insert(f.id);
    std::erase_if(rig.interfaces, [&](const auto& f) { return moved.contains(f.id); });
    const auto put = [&](Interface f, const std::string& on, const std::string& port, const std::string& what,
                         const std::string& own) -> Status {
        const auto way = way_like(rig, f, *rig.part(on), port, *rig.part(what), own);
        if (!way) return do_not_meet(*rig.part(on), *rig.part(what));
        rejoin(f, *way, on, what);
        rig.interfaces.push_back(std::move(f));
        return Done{};
    };
    if (const auto ok = put(lower, lower.support.part, lower.support.port, edit.part, ""); !ok) return ok.problem();
    if (const auto ok = put(middle, edit.part, "", other, ""); !ok) return ok.problem();
    for (const auto& f : carried)
        if (const auto ok = put(f, other, "", f.payload.part, f.payload.port); !ok) return ok.problem();
    return rig;
}

Result<Rig> built(Rig rig, const MoveBranch& edit) {
    if (!rig.part(edit.part)) return no_part(edit.part);
    if (!rig.part(edit.on_part)) return no_part(edit.on_part);
    const auto beyond = with_all_beyond(rig, edit.part);
    if (std::find(beyond.begin(), beyond.end(), edit.on_part) != beyond.end())
        return Problem{"build.onto_itself", "", "A branch cannot be put on itself.",
                       "Choose a part that it does not carry."};
    const Interface* held = carrier_of(rig, edit.part);
    if (!held)
        return Problem{"build.support_stays", "", "The support carries everything and cannot be moved.",
                       "Put another in its place instead."};
    Interface f = *held;
    std::erase_if(rig.interfaces, [&](const auto& x) { return x.id == f.id; });
    const auto way = way_like(rig, f, *rig.part(edit.on_part), edit.on_port, *rig.part(edit.part));
    if (!way) return do_not_meet(*rig.part(edit.on_part), *rig.part(edit.part));
    rejoin(f, *way, edit.on_part, edit.part);
    rig.interfaces.push_back(std::move(f));
    return rig;
}

Result<Branch> branch_of(const Rig& rig, const std::string& part) {
    if (!rig.part(part)) return no_part(part);
    Branch branch;
    const auto ids = with_all_beyond(rig, part);
    for (const auto& id : ids) branch.parts.push_back(*rig.part(id));
    const auto inside = [&](const std::string& id) { return std::find(ids.begin(), ids.end(), id) != ids.end(); };
    for (const auto& f : rig.interfaces) {
        if (inside(f.support.part) && inside(f.payload.part)) branch.interfaces.push_back(f);
        if (!f.closes_loop && f.payload.part == part) branch.held = f;
    }
    if (branch.held.elements.empty())
        return Problem{"build.support_stays", "", "The support carries everything: it is no branch.",
                       "Choose a part that is carried."};
    return branch;
}

Result<Rig> built(Rig rig, const Paste& edit) {
    if (edit.branch.parts.empty())
        return Problem{"build.empty_branch", "", "There is nothing to put on.", "Copy a part first."};
    if (!rig.part(edit.on_part)) return no_part(edit.on_part);
    std::map<std::string, std::string> names;
    for (auto part : edit.branch.parts) {
        const std::string id = fresh_id(rig, "part");
        names[part.id] = id;
        part.id = id;
        if (part.role == rig::Role::payload && payload_of(rig)) part.role = rig::Role::part;
        rig.parts.push_back(std::move(part));
    }
    for (auto f : edit.branch.interfaces) {
        f.id = fresh_id(rig, "seam");
        f.support.part = names.at(f.support.part);
        f.payload.part = names.at(f.payload.part);
        rig.interfaces.push_back(std::move(f));
    }
    const std::string first = names.at(edit.branch.parts.front().id);
    Interface held = edit.branch.held;
    const std::string stood_on = held.support.part;
    auto way = way_like(rig, held, *rig.part(edit.on_part), edit.on_port, *rig.part(first), held.payload.port);
    if (!way) way = way_like(rig, held, *rig.part(edit.on_part), edit.on_port, *rig.part(first));
    if (!way) return do_not_meet(*rig.part(edit.on_part), *rig.part(first));
    rejoin(held, *way, edit.on_part, first);
    held.id = fresh_id(rig, "seam");
    if (const auto slide = slide_of(held)) {
        double& at = held.pose[*slide];
        if (edit.mirrored)
            at = -at;
        else if (edit.on_part == stood_on)
            at += beside;
    }
    rig.interfaces.push_back(std::move(held));
    return rig;
}

Result<Rig> built(Rig rig, const CloseLoop& edit) {
    const Part *below = rig.part(edit.support.part), *above = rig.part(edit.payload.part);
    if (!below) return no_part(edit.support.part);
    if (!above) return no_part(edit.payload.part);
    const auto way = way_for(rig, *below, edit.support.port, *above, edit.payload.port, {});
    if (!way) return do_not_meet(*below, *above);
    join(rig, *way, below->id, above->id);
    rig.interfaces.back().closes_loop = true;
    return rig;
}

}  // namespace clampet::project
