#include <fmt/format.h>

#include <algorithm>

#include "catalogue/material.h"
#include "families/stock_use.h"
#include "rig/in_force.h"
#include "rig/rig.h"

namespace clampet::rig {
namespace {

using families::Kind;
using families::Parameter;
using families::Value;
using families::Values;

double at_end(const Band& band, End end, const families::Spread& spread) {
    if (end == End::typical) return band.typical;
    const bool turned = spread.either && (end == End::weak_turned || end == End::strong_turned);
    return (is_weak(end) == spread.more_holds_more) != turned ? band.low : band.high;
}

/// A plain number scatters as its parameter says; within the parameter's bounds.
double spread(double typical, const Parameter& p, End end) {
    const Band band{typical * p.spread.low, typical, typical * p.spread.high};
    return std::clamp(at_end(band, end, p.spread), std::min(p.least, typical), std::max(p.most, typical));
}

struct Resolve {
    const families::Family& family;
    const Parameter& parameter;
    End end;
    const std::map<std::string, double>& linked;

    Result<families::Value> operator()(double value) const {
        if (const auto ok = families::check_value(parameter, value); !ok) return ok.problem();
        return families::Value{spread(value, parameter, end)};
    }
    Result<families::Value> operator()(const std::string& text) const {
        if (const auto ok = families::check_value(parameter, text); !ok) return ok.problem();
        return families::Value{text};
    }
    Result<families::Value> operator()(const Band& band) const {
        for (const double v : {band.low, band.typical, band.high})
            if (const auto ok = families::check_value(parameter, v); !ok) return ok.problem();
        if (!(band.low <= band.typical && band.typical <= band.high))
            return Problem{"band.out_of_order", parameter.key,
                           fmt::format("{} has its low, typical and high values out of order.", parameter.label),
                           "Give low ≤ typical ≤ high."};
        return families::Value{at_end(band, end, parameter.spread)};
    }
    Result<families::Value> operator()(const FrictionOf& friction) const {
        if (parameter.friction_pair.empty())
            return Problem{"input.not_a_friction", parameter.key,
                           fmt::format("{} is not a friction between two materials.", parameter.label),
                           "Give a number."};
        const auto pair = catalogue::friction_named(friction.pair);
        if (!pair) return pair.problem().at(parameter.key);
        if (friction.learned) return (*this)(*friction.learned);
        return families::Value{at_end({pair->low, pair->typical, pair->high}, end, parameter.spread)};
    }
    Result<families::Value> operator()(const NamedStock& stock) const {
        const auto told = families::stock_value(family, parameter.key, stock.name);
        if (!told) return told.problem();
        const auto* number = std::get_if<double>(&told->value);
        if (!number) return (*this)(std::get<std::string>(told->value));
        return told->high > told->low ? (*this)(Band{told->low, *number, told->high}) : (*this)(*number);
    }
    Result<families::Value> operator()(const Link& link) const {
        const auto at = linked.find(link.element + "." + link.result);
        if (at == linked.end())
            return Problem{"link.not_there", parameter.key,
                           fmt::format("{} is taken from “{}.{}”, which is not there.", parameter.label, link.element,
                                       link.result),
                           "Name an element that comes before this one in the same interface, and one of its results, "
                           "for example screw.preload."};
        if (const auto ok = families::check_value(parameter, at->second); !ok) return ok.problem();
        return families::Value{at->second};
    }
};

/// The parameters of a family as a map of values holds them.
const std::vector<const Parameter*>& in_order_of_keys(const families::Family& family) {
    static const auto all = [] {
        std::map<const families::Family*, std::vector<const Parameter*>> rows;
        for (const auto* each : families::registry()) {
            auto& own = rows[each];
            for (const auto& parameter : each->parameters()) own.push_back(&parameter);
            std::sort(own.begin(), own.end(), [](const auto* a, const auto* b) { return a->key < b->key; });
        }
        return rows;
    }();
    return all.at(&family);
}

}  // namespace

Result<Values> values_of(const Element& element, End end, const std::map<std::string, double>& linked) {
    const families::Family* family = families::family_named(element.family);
    if (!family) {
        std::string known;
        for (const auto* f : families::registry()) known += (known.empty() ? "" : ", ") + std::string(f->key());
        return Problem{"rig.unknown_family", "family",
                       fmt::format("There is no interface family “{}”.", element.family),
                       fmt::format("Use one of: {}.", known)};
    }
    Values values;
    std::size_t known = 0;
    const bool brought = is_force_brought(element);
    auto given = element.inputs.begin();
    for (const auto* row : in_order_of_keys(*family)) {
        const Parameter& parameter = *row;
        const auto put = [&](auto&& value) { values.emplace_hint(values.end(), parameter.key, value); };
        while (given != element.inputs.end() && given->first < parameter.key) ++given;
        const bool is_given = given != element.inputs.end() && given->first == parameter.key;
        if (is_given) {
            ++known;
            // What is given is checked even where a choice stands for it at this end.
            const auto value = std::visit(Resolve{*family, parameter, end, linked}, given->second);
            if (!value) return value.problem().at("inputs/" + parameter.key);
            if (!is_weak(end) || parameter.spread.weak_choice.empty()) put(*value);
        }
        if (is_weak(end) && !parameter.spread.weak_choice.empty())
            put(parameter.spread.weak_choice);
        else if (is_given)
            continue;
        else if (brought && parameter.key == "kept")
            put(1.0);
        else if (parameter.kind == Kind::quantity)
            put(spread(parameter.standard, parameter, end));
        else
            put(parameter.standard_text);
    }
    if (known == element.inputs.size()) return values;
    for (const auto& [key, input] : element.inputs)
        if (!families::find_parameter(*family, key))
            return Problem{"rig.unknown_input", "inputs/" + key,
                           fmt::format("{} has no parameter “{}”.", family->name(), key),
                           fmt::format("“clampet-cli bench {} --params” lists them.", family->key())};
    return values;
}

Values shape_values(const Element& element) {
    Values values;
    const families::Family* family = families::family_named(element.family);
    if (!family) return values;
    for (const auto& p : family->parameters()) {
        Value value = p.kind == Kind::quantity ? Value{p.standard} : Value{p.standard_text};
        if (const auto given = element.inputs.find(p.key); given != element.inputs.end()) {
            if (const auto* number = std::get_if<double>(&given->second)) value = *number;
            if (const auto* text = std::get_if<std::string>(&given->second)) value = *text;
            if (const auto* band = std::get_if<Band>(&given->second)) value = band->typical;
            if (const auto* stock = std::get_if<NamedStock>(&given->second))
                if (const auto told = families::stock_value(*family, p.key, stock->name)) value = told->value;
        }
        if (families::check_value(p, value))
            values[p.key] = std::move(value);
        else
            values[p.key] = p.kind == Kind::quantity ? Value{p.standard} : Value{p.standard_text};
    }
    return values;
}

std::vector<End> ends_of(const Element& element, End end) {
    const auto* family = families::family_named(element.family);
    const auto rows = family ? family->parameters() : std::span<const Parameter>();
    if (std::none_of(rows.begin(), rows.end(), [](const Parameter& p) { return p.spread.either; })) return {end};
    return {end, end == End::weak ? End::weak_turned : End::strong_turned};
}

std::vector<End> ends_of(const Interface& interface, End end) {
    for (const auto& element : interface.elements)
        if (auto ends = ends_of(element, end); ends.size() > 1) return ends;
    return {end};
}

std::vector<End> all_ends_of(const Interface& interface) {
    std::vector<End> all{End::typical};
    for (const auto end : {End::weak, End::strong})
        for (const auto each : ends_of(interface, end)) all.push_back(each);
    return all;
}

Result<Prepared> prepare(const Interface& interface, End end) {
    Prepared prepared;
    std::map<std::string, double> linked;
    for (std::size_t i = 0; i < interface.elements.size(); ++i) {
        const Element& element = interface.elements[i];
        const auto placed = [&](const Problem& p, const char* under) {
            return p.at(fmt::format("/elements/{}/{}{}", i, under, p.where));
        };
        auto values = values_of(element, end, linked);
        if (!values) return placed(values.problem(), "");
        auto joint = families::family_named(element.family)->join(*values);  // complete, within bounds already
        if (!joint) return placed(joint.problem(), "inputs/");
        if (i + 1 < interface.elements.size())
            for (const auto& result : (*joint)->results({})) linked[element.id + "." + result.name] = result.value;
        prepared.joints.push_back(*joint);
    }
    return prepared;
}

}  // namespace clampet::rig
