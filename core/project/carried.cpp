#include "project/carried.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "parts/part_kind.h"
#include "quantity/format.h"

namespace clampet::project {
namespace {

using inventory::Item;
using inventory::Workshop;
using rig::Used;

/// How many of each thing of a drawer the rig takes.
std::map<std::string, int> taken_by(const rig::Rig& rig) {
    std::map<std::string, int> all;
    for (const auto& part : rig.parts)
        if (!part.item.empty()) ++all[part.item];
    return all;
}

const Item* item_of(const Workshop& workshop, const std::string& name) {
    const auto at =
        std::find_if(workshop.items.begin(), workshop.items.end(), [&](const Item& item) { return item.name == name; });
    return at == workshop.items.end() ? nullptr : &*at;
}

const Used* used_of(const rig::Rig& rig, const std::string& name) {
    const auto at = std::find_if(rig.used.begin(), rig.used.end(), [&](const Used& used) { return used.name == name; });
    return at == rig.used.end() ? nullptr : &*at;
}

std::string said(const families::Parameter& row, const families::Values& values) {
    const auto at = values.find(row.key);
    const families::Value value = at != values.end()                     ? at->second
                                  : row.kind == families::Kind::quantity ? families::Value(row.standard)
                                                                         : families::Value(row.standard_text);
    const auto* number = std::get_if<double>(&value);
    return number ? quantity::format(*number, row.dimension) : std::get<std::string>(value);
}

/// "outside diameter 34 mm, in the rig 33.7 mm"; empty where they are the same.
std::string otherwise(const Item& item, const Used& used) {
    if (item.kind != used.kind) return "another kind of part";
    const auto* kind = parts::kind_named(item.kind);
    std::string all;
    if (!kind) return all;
    for (const auto& row : kind->parameters()) {
        const auto here = said(row, item.values), there = said(row, used.values);
        if (here != there)
            all += fmt::format("{}{} {}, in the rig {}", all.empty() ? "" : "; ", row.label, here, there);
    }
    return all;
}

}  // namespace

rig::Rig carrying(rig::Rig rig, const Workshop& workshop) {
    std::vector<Used> all;
    bool is_from_here = false;
    for (const auto& [name, count] : taken_by(rig)) {
        if (const auto* item = item_of(workshop, name)) {
            all.push_back({item->name, item->kind, item->values, item->price, item->pack});
            is_from_here = true;
        } else if (const auto* before = used_of(rig, name)) {
            all.push_back(*before);
        }
    }
    rig.used = std::move(all);
    if (is_from_here) rig.workshop = workshop.name;
    if (rig.used.empty()) rig.workshop.clear();
    return rig;
}

std::vector<Difference> differences(const rig::Rig& rig, const Workshop& workshop) {
    std::vector<Difference> all;
    const std::string from = rig.workshop.empty() ? "" : fmt::format(" from {}", rig.workshop);
    for (const auto& [name, count] : taken_by(rig)) {
        const auto* item = item_of(workshop, name);
        const auto* used = used_of(rig, name);
        if (!item) {
            all.push_back({name, used ? fmt::format("“{}” is not in this drawer: it came with the rig{}.", name, from)
                                      : fmt::format("“{}” is not in this drawer.", name)});
            continue;
        }
        if (const double owned = inventory::owned(workshop, name); owned < count)
            all.push_back({name, fmt::format("The rig takes {} of “{}”; there {} {:g}.", count, name,
                                             owned == 1 ? "is" : "are", owned)});
        if (const auto how = used ? otherwise(*item, *used) : std::string(); !how.empty())
            all.push_back({name, fmt::format("“{}” is otherwise in this drawer: {}.", name, how)});
    }
    if (!rig.hands) return all;
    const auto hand = std::find_if(workshop.hands.begin(), workshop.hands.end(),
                                   [&](const auto& h) { return h.name == rig.hands->name; });
    if (hand == workshop.hands.end())
        all.push_back({rig.hands->name, fmt::format("“{}”, who tightens it, is not of this workshop: {:g} times the "
                                                    "usual strength came with the rig.",
                                                    rig.hands->name, rig.hands->strength)});
    else if (hand->strength != rig.hands->strength)
        all.push_back({hand->name, fmt::format("“{}” is {:g} times as strong as usual here, {:g} times in the rig.",
                                               hand->name, hand->strength, rig.hands->strength)});
    return all;
}

}  // namespace clampet::project
