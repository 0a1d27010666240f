#include "study/compare.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <set>

#include "loads/cards.h"
#include "loads/load_case.h"
#include "parts/part_kind.h"
#include "quantity/format.h"
#include "rig/mechanism.h"
#include "study/sentences.h"

namespace clampet::study {
namespace {

using Difference = Comparison::Difference;
using quantity::Dimension;

std::string text_of(const families::Parameter* row, const families::Value& value) {
    if (const auto* si = std::get_if<double>(&value))
        return quantity::format(*si, row ? row->dimension : Dimension::number);
    const auto& key = std::get<std::string>(value);
    if (row)
        for (const auto& choice : row->choices)
            if (choice.key == key) return choice.label;
    return key;
}

std::string text_of(const families::Parameter* row, const rig::Input& input) {
    const auto number = [&](double si) { return text_of(row, families::Value(si)); };
    struct Say {
        const families::Parameter* row;
        decltype(number)& in_words;
        std::string operator()(double si) const { return in_words(si); }
        std::string operator()(const std::string& key) const { return text_of(row, families::Value(key)); }
        std::string operator()(const rig::Band& band) const {
            return fmt::format("{} ({} to {})", in_words(band.typical), in_words(band.low), in_words(band.high));
        }
        std::string operator()(const rig::FrictionOf& of) const { return of.pair; }
        std::string operator()(const rig::Link& link) const { return "from " + link.element; }
        std::string operator()(const rig::NamedStock& stock) const { return stock.name; }
    };
    return std::visit(Say{row, number}, input);
}

template <class Items>
const auto* found(const Items& items, const std::string& id) {
    const auto at = std::find_if(items.begin(), items.end(), [&](const auto& item) { return item.id == id; });
    return at == items.end() ? nullptr : &*at;
}

/// What differs between two maps by their keys; what a key is called, and what its values say.
template <class Map, class Name, class Text>
void add_by_key(std::vector<Difference>& all, const Map& a, const Map& b, const Name& name, const Text& text) {
    std::set<std::string> keys;
    for (const auto* map : {&a, &b})
        for (const auto& [key, value] : *map) keys.insert(key);
    for (const auto& key : keys) {
        const auto in_a = a.find(key), in_b = b.find(key);
        const std::string left = in_a == a.end() ? std::string() : text(key, in_a->second),
                          right = in_b == b.end() ? std::string() : text(key, in_b->second);
        if (left != right) all.push_back({name(key), left, right});
    }
}

const families::Parameter* row_of(const rig::Part& part, const std::string& key) {
    const auto* kind = parts::kind_named(part.kind);
    if (!kind) return nullptr;
    for (const auto& row : kind->parameters())
        if (row.key == key) return &row;
    return nullptr;
}

void add_part(std::vector<Difference>& all, const rig::Part& a, const rig::Part& b) {
    if (a.name != b.name) all.push_back({"Name", a.name, b.name});
    if (a.kind != b.kind) {
        const auto called = [](const rig::Part& p) {
            const auto* kind = parts::kind_named(p.kind);
            return kind ? std::string(kind->name()) : "one's own";
        };
        all.push_back({b.name + ": kind", called(a), called(b)});
        return;
    }
    const auto label = [&](const std::string& key) {
        const auto* row = row_of(b, key);
        return b.name + ": " + (row ? row->label : key);
    };
    // A size that nobody set is its kind's.
    const auto complete = [](const rig::Part& p) {
        families::Values values = p.values;
        if (const auto* kind = parts::kind_named(p.kind))
            for (const auto& row : kind->parameters())
                values.try_emplace(row.key, row.kind == families::Kind::quantity ? families::Value(row.standard)
                                                                                 : families::Value(row.standard_text));
        return values;
    };
    add_by_key(all, complete(a), complete(b), label,
               [&](const std::string& key, const families::Value& value) { return text_of(row_of(b, key), value); });
    const bool weighed = a.weighed != b.weighed || (a.kind.empty() && a.mass != b.mass);
    if (weighed)
        all.push_back({b.name + ": weighs", quantity::format(a.mass, Dimension::mass),
                       quantity::format(b.mass, Dimension::mass)});
}

void add_interface(std::vector<Difference>& all, const rig::Rig& rig_a, const rig::Rig& rig_b, const rig::Interface& a,
                   const rig::Interface& b) {
    const auto meets = [](const rig::Rig& rig, const rig::Interface& f) {
        const auto side = [&](const rig::PortName& p) {
            const auto* part = rig.part(p.part);
            return fmt::format("{} ({})", part ? part->name : p.part, p.port);
        };
        return side(f.support) + " – " + side(f.payload);
    };
    if (!(a.support == b.support) || !(a.payload == b.payload))
        all.push_back({b.name + ": joins", meets(rig_a, a), meets(rig_b, b)});
    for (const auto& element : b.elements) {
        const auto* before = found(a.elements, element.id);
        const auto* family = families::family_named(element.family);
        if (!family) continue;
        if (!before || before->family != element.family) {
            const auto* was = before ? families::family_named(before->family) : nullptr;
            all.push_back({b.name, was ? std::string(was->name()) : std::string(), std::string(family->name())});
            continue;
        }
        const auto row = [&](const std::string& key) { return families::find_parameter(*family, key); };
        add_by_key(
            all, before->inputs, element.inputs,
            [&](const std::string& key) { return b.name + ": " + (row(key) ? row(key)->label : key); },
            [&](const std::string& key, const rig::Input& input) { return text_of(row(key), input); });
    }
    for (const auto& element : a.elements)
        if (!found(b.elements, element.id))
            if (const auto* family = families::family_named(element.family))
                all.push_back({b.name, std::string(family->name()), {}});
    std::map<std::string, double> at_a, at_b;
    const auto axes = rig::motion_of(b).axes;
    for (const auto& axis : axes) {
        at_a[axis.key] = rig::position_of(a, axis.key);
        at_b[axis.key] = rig::position_of(b, axis.key);
    }
    const auto axis_of = [&](const std::string& key) {
        return std::find_if(axes.begin(), axes.end(), [&](const auto& axis) { return axis.key == key; });
    };
    add_by_key(
        all, at_a, at_b, [&](const std::string& key) { return b.name + ": " + axis_of(key)->label; },
        [&](const std::string& key, double at) {
            return quantity::format(at, axis_of(key)->slides ? Dimension::length : Dimension::angle);
        });
}

std::string use_of(const rig::Rig& rig) {
    std::string words;
    for (const auto& key : rig.use)
        for (const auto& card : loads::cards())
            if (card.key == key) words += (words.empty() ? "" : ", ") + std::string(card.name);
    return words;
}

std::string cases_of(const rig::Rig& rig) {
    std::string words;
    for (const auto& use : rig.cases)
        if (const auto* kind = loads::case_named(use.kind))
            words += (words.empty() ? "" : ", ") + std::string(kind->name());
    return words;
}

/// Of what both have the pairs, of the rest that it is only in one.
template <class Items, class Both>
void add_items(std::vector<Difference>& all, const Items& a, const Items& b, const std::string& what,
               const Both& both) {
    for (const auto& item : b) {
        if (const auto* before = found(a, item.id))
            both(*before, item);
        else
            all.push_back({what, {}, item.name});
    }
    for (const auto& item : a)
        if (!found(b, item.id)) all.push_back({what, item.name, {}});
}

Comparison::Side side_of(const rig::Rig& rig, const ScenesCheck& check) {
    Comparison::Side side{check.verdict, tally(check), 0, 0};
    for (const auto& part : rig.parts) {
        if (part.origin == rig::Origin::site) continue;
        side.mass += part.mass;
        ++side.parts;
    }
    return side;
}

}  // namespace

std::vector<Difference> differences_of(const rig::Rig& a, const rig::Rig& b) {
    std::vector<Difference> all;
    if (use_of(a) != use_of(b)) all.push_back({"Used", use_of(a), use_of(b)});
    if (cases_of(a) != cases_of(b)) all.push_back({"Load cases", cases_of(a), cases_of(b)});
    if (a.required != b.required)
        all.push_back({"Required", quantity::format_factor(a.required), quantity::format_factor(b.required)});
    add_items(all, a.parts, b.parts, "Part", [&](const auto& x, const auto& y) { add_part(all, x, y); });
    add_items(all, a.interfaces, b.interfaces, "Interface",
              [&](const auto& x, const auto& y) { add_interface(all, a, b, x, y); });
    add_items(all, a.shots, b.shots, "Shot", [&](const auto& x, const auto& y) {
        if (!(x.pose == y.pose)) all.push_back({"Shot: pose", x.name, y.name});
    });
    add_items(all, a.sets, b.sets, "Payload set", [](const auto&, const auto&) {});
    return all;
}

Result<Comparison> compare(const rig::Rig& a, const rig::Rig& b, const Job& job) {
    const auto check_a = check_scenes(a, scenes_of(a), {.detail = Detail::verdict}, job),
               check_b = check_scenes(b, scenes_of(b), {.detail = Detail::verdict}, job);
    if (!check_a) return check_a.problem();
    if (!check_b) return check_b.problem();
    Comparison all;
    all.a = side_of(a, *check_a);
    all.b = side_of(b, *check_b);
    for (const auto& worst : check_b->worst) {
        const auto& result = check_b->result_of(worst);
        all.seams.push_back({worst.id, worst.name, false, true, 0, result.typical, Verdict::holds, result.verdict});
    }
    for (const auto& worst : check_a->worst) {
        const auto& result = check_a->result_of(worst);
        auto at = std::find_if(all.seams.begin(), all.seams.end(), [&](const auto& s) { return s.id == worst.id; });
        if (at == all.seams.end()) at = all.seams.insert(at, {worst.id, worst.name});
        at->in_a = true;
        at->a = result.typical;
        at->a_verdict = result.verdict;
    }
    all.differences = differences_of(a, b);
    return all;
}

}  // namespace clampet::study
