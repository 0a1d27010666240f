#include "study/advice.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <optional>
#include <set>

#include "catalogue/material.h"
#include "families/stock_use.h"
#include "quantity/format.h"

namespace clampet::study {

using namespace families;
namespace {

using quantity::Dimension;

Effort effort_of(const Parameter& p) {
    if (p.kind == Kind::choice) return Effort::other_choice;
    static const std::set<std::string_view> by_hand{"torque", "force", "preload", "hand_force", "nut_turns"};
    if (by_hand.contains(p.key)) return Effort::tighten;
    if (!p.friction_pair.empty()) return Effort::other_surface;
    return Effort::other_part;
}

/// How far a quantity is moved, as a share on a logarithmic scale; choices are not measured.
double size_of(const Advice& a) {
    const auto* to = std::get_if<double>(&a.value);
    const auto* from = std::get_if<double>(&a.present);
    if (!to || !from) return 0;
    return *to > 0 && *from > 0 ? std::abs(std::log(*to / *from)) : 10;
}

/// Parts are not made three times the size, nor squeezed thirty times as hard; common practice.
constexpr double largest_change = 3, hardest_squeeze = 30;
bool is_sensible(const Parameter& p, const Advice& a) {
    if (!std::holds_alternative<double>(a.value) || !a.with.empty()) return true;
    return p.whole_number || size_of(a) <= std::log(a.effort == Effort::tighten ? hardest_squeeze : largest_change);
}

/// Tries values in the place of those in force.
class Trier {
 public:
    Trier(const Family& family, const Values& values, const Load& load, double required)
        : family_(family), values_(values), load_(load), required_(required) {}
    /// The least factor with these values; nothing where they cannot be built or do not reach what is required.
    std::optional<Least> with(const Values& changed) const {
        auto all = values_;
        for (const auto& [key, value] : changed) all.insert_or_assign(key, value);
        const auto joint = family_.join(all);
        if (!joint) return std::nullopt;
        const auto least = least_factor(**joint, load_);
        return least.factor >= required_ ? std::optional(least) : std::nullopt;
    }

 private:
    const Family& family_;
    const Values& values_;
    const Load& load_;
    double required_;
};

/// Another surface: the pair nearest to what is in force that does, with one of the surfaces as it is.
bool name_surface(Advice& a, const Parameter& p, const Trier& trier, const PairsInForce& in_force) {
    const auto told = in_force.find(p.key);
    const auto now = catalogue::friction_named(told == in_force.end() ? p.friction_pair : told->second);
    if (!now) return false;
    const double needed = std::get<double>(a.value), present = std::get<double>(a.present);
    const bool more = needed > present;
    std::vector<const catalogue::FrictionPair*> pairs;
    for (const auto& pair : catalogue::friction_pairs()) {
        const auto keeps = [&](const std::string& surface) { return pair.a == surface || pair.b == surface; };
        if ((keeps(now->a) || keeps(now->b)) && (more ? pair.typical >= needed : pair.typical <= needed))
            pairs.push_back(&pair);
    }
    std::stable_sort(pairs.begin(), pairs.end(), [&](const auto* one, const auto* other) {
        return more ? one->typical < other->typical : one->typical > other->typical;
    });
    for (const auto* pair : pairs)
        if (const auto least = trier.with({{p.key, pair->typical}})) {
            a.value = pair->typical;
            a.least = *least;
            a.with = pair->name();
            a.inputs = {{p.key, rig::FrictionOf{pair->name()}}};
            return true;
        }
    return false;
}

/// A tool by its name that gives the torque: the gentlest that does.
bool name_tool(Advice& a, const Parameter& p, const Trier& trier) {
    const double needed = std::get<double>(a.value);
    if (needed < std::get<double>(a.present)) return true;  // less is always at hand
    // Knobs before tools: what is set by hand is set again by hand.
    const auto is_knob = [](const catalogue::StockRow& row) { return row.name.find("knob") != row.name.npos; };
    const catalogue::StockRow* best = nullptr;
    for (const auto* row : catalogue::stock_group("hand torque")) {
        const double gives = row->size("torque");
        if (gives < needed) continue;
        const bool nearer = !best || (is_knob(*row) == is_knob(*best) ? gives < best->size("torque") : is_knob(*row));
        if (nearer) best = row;
    }
    if (!best) return false;
    const auto least = trier.with({{p.key, best->size("torque")}});
    if (!least) return false;
    a.value = best->size("torque");
    a.least = *least;
    a.with = best->name;
    a.inputs = {{p.key, rig::NamedStock{best->name}}};
    return true;
}

/// What is bought by its name and only takes another's place: the way it is built stays.
bool is_swapped(const StockUse& use, const Values& values) {
    static const std::set<std::string_view> bought{"band",    "spring clamp", "screw clamp", "insert",
                                                   "tee-nut", "wood screw",   "lag",         "screw grade",
                                                   "cord",    "webbing",      "disc spring"};
    return bought.contains(use.group) && std::all_of(use.sets.begin(), use.sets.end(), [&](const auto& set) {
               const auto at = values.find(set.first);
               return at != values.end() && at->second == Value{set.second};
           });
}

/// A band is sold for a range of diameters.
bool goes_round(const catalogue::StockRow& row, const Values& values) {
    const auto tube = values.find("diameter");
    if (tube == values.end() || !row.sizes.contains("largest")) return true;
    const double diameter = std::get<double>(tube->second);
    return row.size("least") <= diameter && diameter <= row.size("largest");
}

/// Of each thing that can be bought, the row that does with the least to spare.
void add_bought(std::vector<Advice>& found, const Family& family, const Values& values, const Trier& trier) {
    for (const auto& use : stock_uses(family)) {
        if (!is_swapped(use, values)) continue;
        std::optional<Advice> best;
        for (const auto& offer : stock_offers(use)) {
            if (!goes_round(*offer.row, values)) continue;
            const auto filled = values_from(offer);
            const auto least = trier.with(filled);
            if (!least || (best && best->least.factor <= least->factor)) continue;
            best = Advice{std::string(use.key), use.label, offer.row->name, std::string(),
                          Effort::other_part,   *least,    offer.row->name, {}};
            for (const auto& [input, value] : filled) {
                const bool by_name = stock_value(offer, input).has_value();
                std::visit(
                    [&, key = input](const auto& v) {
                        best->inputs.emplace_back(
                            key, by_name ? rig::Input{rig::NamedStock{offer.row->name}} : rig::Input{v});
                    },
                    value);
            }
        }
        if (best) found.push_back(std::move(*best));
    }
}

}  // namespace

std::string_view name_of(Effort effort) {
    switch (effort) {
        case Effort::tighten:
            return "a turn of the hand";
        case Effort::other_surface:
            return "another surface";
        case Effort::other_choice:
            return "another way of building it";
        case Effort::other_part:
            break;
    }
    return "another part";
}

bool can_be_changed(const Parameter& p) noexcept {
    if (p.kind == Kind::text || p.described) return false;
    const std::string_view key = p.key;
    for (const std::string_view end : {"_limit", "_strength", "_share", "_acceleration"})
        if (key.ends_with(end)) return false;
    for (const std::string_view start : {"required", "payload", "hand_radius", "hand_strength", "reading"})
        if (key.starts_with(start)) return false;
    // A material bears and yields as it does; a friction is changed where the pair of surfaces is chosen.
    if (p.dimension == Dimension::stress || p.dimension == Dimension::stiffness) return false;
    return key.find("friction") == key.npos || !p.friction_pair.empty() || p.kind == Kind::choice;
}

Result<std::vector<Advice>> advice(const Family& family, const Values& given, const Load& load, double required,
                                   const PairsInForce& pairs) {
    const auto values = complete(family, given);
    if (!values) return values.problem();
    const auto joint = family.join(*values);
    if (!joint) return joint.problem();
    std::vector<Advice> found;
    if (least_factor(**joint, load).factor >= required) return found;
    const Trier trier(family, *values, load, required);
    for (const auto& p : family.parameters()) {
        if (!can_be_changed(p) || !p.is_relevant(*values)) continue;
        const auto solution = solve(family, *values, p.key, load, required);
        if (!solution || solution->already) continue;
        Advice a{p.key, p.label, solution->value, values->at(p.key), effort_of(p), solution->least, {}, {}};
        std::visit([&](const auto& v) { a.inputs = {{p.key, rig::Input{v}}}; }, solution->value);
        if (!p.friction_pair.empty() && !name_surface(a, p, trier, pairs)) continue;
        if (p.key == "torque" && !name_tool(a, p, trier)) continue;
        if (is_sensible(p, a)) found.push_back(std::move(a));
    }
    add_bought(found, family, *values, trier);
    std::stable_sort(found.begin(), found.end(), [](const Advice& a, const Advice& b) {
        return a.effort != b.effort ? a.effort < b.effort : size_of(a) < size_of(b);
    });
    return found;
}

std::string sentence_of(const Family& family, const Advice& a) {
    const auto* p = find_parameter(family, a.key);
    if (const auto* choice = std::get_if<std::string>(&a.value)) {
        std::string words = *choice;
        if (p)
            for (const auto& c : p->choices)
                if (c.key == *choice) words = c.label;
        return fmt::format("{}: {}", a.label, words);
    }
    const auto change =
        fmt::format("{}: {} instead of {}", a.label, quantity::format(std::get<double>(a.value), p->dimension),
                    quantity::format(std::get<double>(a.present), p->dimension));
    return a.with.empty() ? change : change + ", " + a.with;
}

}  // namespace clampet::study
