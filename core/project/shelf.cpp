#include "project/shelf.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>

#include "catalogue/thread.h"
#include "parts/fittings.h"
#include "project/building.h"
#include "rig/joining.h"

namespace clampet::project {
namespace {

using catalogue::ThreadEnd;
using rig::Port;
using rig::Rig;

std::string text_of(const Port& port, const char* key) {
    const auto at = port.sizes.find(key);
    const auto* text = at == port.sizes.end() ? nullptr : std::get_if<std::string>(&at->second);
    return text ? *text : std::string();
}

/// The end of an adapter that it is alike: a thread, a shoe or its foot, a light stand's stud or its socket.
std::optional<ThreadEnd> end_of(const Port& port) {
    if (parts::is_accessory_shoe(port)) return ThreadEnd{"accessory shoe", false};
    if (parts::is_foot(port)) return ThreadEnd{"accessory shoe", true};
    if (parts::takes_stand_stud(port)) return ThreadEnd{"16 mm stud", false};
    const std::string designation = text_of(port, "designation"), sex = text_of(port, "sex");
    if (port.kind != families::PortKind::thread || designation.empty() || sex.empty()) return std::nullopt;
    const auto thread = catalogue::thread_named(designation);
    return thread ? std::optional(ThreadEnd{thread->designation, sex == "male"}) : std::nullopt;
}

/// Why two threads that are joined do not go together; empty where they do.
std::string thread_trouble(const Port& below, const Port& above) {
    const auto one = end_of(below), other = end_of(above);
    if (!one || !other || one->male == other->male) return {};
    const auto male = catalogue::thread_named((one->male ? *one : *other).designation),
               female = catalogue::thread_named((one->male ? *other : *one).designation);
    if (!male || !female) return {};
    const auto verdict = catalogue::fit(*male, *female);
    if (verdict.fit == catalogue::Fit::fits) return {};
    return fmt::format("{} in {}: {}", male->designation, female->designation, catalogue::name_of(verdict.fit));
}

/// The rig with it, and what in it does not go together; what cannot be put there says why.
Result<Rig> tried(const Rig& rig, const ShelfItem& item, const ShelfPlace& place) {
    auto done = std::visit(
        [&](const auto& edit) -> Result<Rig> {
            if constexpr (requires { built(rig, edit); }) return built(rig, edit);
            return rig;
        },
        edit_for(item, place));
    if (!done) return done;
    for (const auto& f : done->interfaces) {
        const auto* before = rig.interface(f.id);
        if (before && before->support == f.support && before->payload == f.payload) continue;
        const auto *below = done->part(f.support.part), *above = done->part(f.payload.part);
        const auto trouble = thread_trouble(*below->port(f.support.port), *above->port(f.payload.port));
        if (!trouble.empty()) return Problem{"shelf.thread", "", trouble + ".", "An adapter goes between."};
    }
    return done;
}

NewPart adapter_of(const catalogue::RouteStep& step) {
    families::Values values{{"top", std::string(step.out.male ? "stud" : "socket")},
                            {"top_thread", step.out.designation}};
    if (!catalogue::plain_end(step.in.designation)) {
        values["below"] = std::string(step.in.male ? "stud" : "socket");
        values["below_thread"] = step.in.designation;
    } else {
        values["below"] = std::string(step.in.designation == "16 mm stud" ? "stand_stud" : "foot");
    }
    return {"adapter",
            step.adapter.name,
            std::move(values),
            {},
            {},
            {},
            {},
            step.in_stock ? step.adapter.name : std::string()};
}

/// Free ends of what is there.
std::vector<ThreadEnd> free_ends(const Rig& rig, const rig::Part& on, const std::string& port) {
    std::vector<ThreadEnd> all;
    for (const auto& p : on.ports)
        if ((port.empty() || p.id == port) && (!port.empty() || !rig::is_taken(rig, on.id, p.id)))
            if (auto end = end_of(p)) all.push_back(std::move(*end));
    return all;
}

/// The shortest chain of adapters by which it can go there after all.
std::optional<std::vector<NewPart>> routed(const Rig& rig, const ShelfItem& item, const ShelfPlace& place,
                                           std::span<const catalogue::Adapter> in_stock) {
    if (!place.replaces.empty()) return std::nullopt;
    const auto* opened = place.between.empty() ? nullptr : rig.interface(place.between);
    const auto* on = rig.part(opened ? opened->support.part : place.on_part);
    const auto body = parts::built(*item.kind, item.parts.front().values);
    if (!on || !body) return std::nullopt;
    std::optional<std::vector<catalogue::RouteStep>> best;
    for (const auto& from : free_ends(rig, *on, opened ? opened->support.port : place.on_port))
        for (const auto& port : body->ports)
            if (const auto to = end_of(port))
                if (auto route = catalogue::adapter_route(from, *to, in_stock);
                    route && !route->empty() && !catalogue::plain_end(route->back().out.designation))
                    if (!best || route->size() < best->size()) best = std::move(*route);
    if (!best) return std::nullopt;
    std::vector<NewPart> parts;
    for (const auto& step : *best) parts.push_back(adapter_of(step));
    parts.push_back(item.parts.front());
    return parts;
}

/// "Nothing free here takes its thread or face."
std::string what_it_wants(const ShelfItem& item) {
    const auto body = parts::built(*item.kind, item.parts.back().values);
    std::vector<std::string> kinds;
    if (body)
        for (const auto& port : body->ports) {
            const std::string name(families::name_of(port.kind));
            if (!name.empty() && std::find(kinds.begin(), kinds.end(), name) == kinds.end()) kinds.push_back(name);
        }
    return fmt::format("Nothing free here takes its {}.", fmt::join(kinds, " or "));
}

void say_how_held(const Rig& before, const Rig& after, ShelfItem& item) {
    for (const auto& f : after.interfaces) {
        if (before.interface(f.id) || f.closes_loop) continue;
        const auto* above = after.part(f.payload.part);
        if (above->kind != item.kind->key()) continue;
        item.held_by = std::string(families::family_named(f.elements.front().family)->name());
    }
}

}  // namespace

Edit edit_for(const ShelfItem& item, const ShelfPlace& place) {
    if (!place.replaces.empty()) return ReplacePart{place.replaces, item.parts.back()};
    return Build{place.on_part, place.on_port, place.between, item.parts};
}

namespace {

/// A kind of part, or one of a kind that lies in the drawer, tried at that place.
ShelfItem item_at(const Rig& rig, const ShelfPlace& place, ShelfItem item,
                  std::span<const catalogue::Adapter> in_stock) {
    auto done = tried(rig, item, place);
    if (!done) {
        item.lacks = done.problem().id == ProblemId("build.nothing_meets") ? what_it_wants(item) : done.problem().what;
        if (auto parts = routed(rig, item, place, in_stock)) {
            ShelfItem with = item;
            with.parts = std::move(*parts);
            if (auto now = tried(rig, with, place)) {
                with.lacks.clear();
                item = std::move(with);
                done = std::move(now);
            }
        }
    }
    if (done) say_how_held(rig, *done, item);
    return item;
}

}  // namespace

std::vector<ShelfItem> shelf(const Rig& rig, const ShelfPlace& place, const inventory::Workshop* workshop) {
    std::vector<ShelfItem> all;
    const auto in_stock = workshop ? inventory::adapters_of(*workshop) : std::vector<catalogue::Adapter>{};
    const bool is_first = rig.parts.empty();
    for (const auto* kind : parts::registry()) {
        const bool is_site = kind->origin() == rig::Origin::site;
        // What is there to hold on to comes first and only there, but where it takes the place of something; a tube is
        // both.
        const bool may_be_there = is_first ? is_site : !is_site || !place.replaces.empty() || kind->key() == "tube";
        if (!may_be_there) continue;
        all.push_back(item_at(rig, place, {kind, {{std::string(kind->key())}}}, in_stock));
        if (place.replaces.empty())
            for (const auto& planned : rig.planned) {
                if (planned.kind != kind->key()) continue;
                NewPart part{planned.kind, planned.name, planned.values};
                part.weighed = planned.weighed;
                part.balanced = planned.balanced;
                ShelfItem item{kind, {std::move(part)}};
                item.is_planned = true;
                all.push_back(item_at(rig, place, std::move(item), in_stock));
            }
        if (!workshop || is_first) continue;
        for (const auto& owned : workshop->items) {
            if (owned.kind != kind->key() || owned.count < 1) continue;
            // It is as it is: what nobody wrote down of it is its kind's standard, and follows from no neighbour.
            NewPart part{owned.kind, owned.name, owned.values};
            if (const auto whole = parts::completed(*kind, owned.values)) part.values = *whole;
            part.origin = rig::Origin::have;
            part.item = owned.name;
            auto item = item_at(rig, place, {kind, {std::move(part)}, {}, owned.count}, in_stock);
            if (item.can_go()) all.push_back(std::move(item));
        }
    }
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) {
        const auto rank = [](const ShelfItem& x) {
            return !x.can_go() ? 99 : x.adapters() + (x.is_planned ? 0 : x.owned > 0 ? 10 : 20);
        };
        return rank(a) < rank(b);
    });
    return all;
}

}  // namespace clampet::project
