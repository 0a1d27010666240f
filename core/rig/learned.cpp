#include "rig/learned.h"

#include <algorithm>
#include <cmath>

#include "catalogue/material.h"

namespace clampet::rig {
namespace {

/// The band that stands now: of a pair, a name, a band or a number; nothing of a choice or what is linked.
std::optional<Band> band_of(const Element& element, const families::Parameter& parameter) {
    auto alone = element;
    std::erase_if(alone.inputs, [](const auto& input) { return std::holds_alternative<Link>(input.second); });
    const auto given = element.inputs.find(parameter.key);
    if (given != element.inputs.end() && std::holds_alternative<Link>(given->second)) return std::nullopt;
    const auto number = [&](End end) -> std::optional<double> {
        const auto values = values_of(alone, end, {});
        const auto found = values ? values->find(parameter.key) : families::Values::const_iterator{};
        const auto* value = values && found != values->end() ? std::get_if<double>(&found->second) : nullptr;
        return value ? std::optional(*value) : std::nullopt;
    };
    const auto weak = number(End::weak), typical = number(End::typical), strong = number(End::strong);
    if (!weak || !typical || !strong) return std::nullopt;
    return Band{std::min({*weak, *typical, *strong}), *typical, std::max({*weak, *typical, *strong})};
}

Band within(Band band, const families::Parameter& p) {
    for (double* value : {&band.low, &band.typical, &band.high}) *value = std::clamp(*value, p.least, p.most);
    return band;
}

Band times(double typical, const Band& factors) {
    return {typical * factors.low, typical * factors.typical, typical * factors.high};
}

const Band* found_in(const std::map<std::string, Band, std::less<>>& all, const std::string& name) {
    const auto at = all.find(name);
    return at == all.end() ? nullptr : &at->second;
}

void learn_friction(Interface& interface, Element& element, const families::Parameter& parameter, const Band& factors) {
    const auto now = band_of(element, parameter);
    if (!now) return;
    const Band band = within(times(now->typical, factors), parameter);
    auto& input = element.inputs[parameter.key];
    const auto name = friction_name(interface, element, parameter);
    if (catalogue::friction_named(name))
        input = FrictionOf{name, band};  // it stays one friction for all that have the pair
    else
        input = band;
}

/// What a tap or a hang said of it, while it still stands as it did then.
void learn_input(Element& element, const families::Parameter& parameter, const Learned::Input& said) {
    const auto now = band_of(element, parameter);
    if (!now) return;
    if (said.stood &&
        std::abs(now->typical - *said.stood) > 1e-6 * std::max(std::abs(now->typical), std::abs(*said.stood)))
        return;
    element.inputs[parameter.key] = within(said.band, parameter);
}

}  // namespace

bool is_friction(const families::Parameter& parameter) {
    return !parameter.friction_pair.empty();
}

std::string friction_name(const Interface& interface, const Element& element, const families::Parameter& parameter) {
    const auto given = element.inputs.find(parameter.key);
    if (given == element.inputs.end()) return parameter.friction_pair;
    if (const auto* pair = std::get_if<FrictionOf>(&given->second)) return pair->pair;
    return interface.id + "/" + element.id + "/" + parameter.key;
}

void learn(Interface& interface, const Learned& learned) {
    if (learned == Learned{}) return;
    const auto* together = found_in(learned.seams, interface.id);
    const auto told = learned.inputs.find(interface.id);
    for (auto& element : interface.elements) {
        const auto* family = families::family_named(element.family);
        if (!family) continue;
        for (const auto& parameter : family->parameters()) {
            if (parameter.kind != families::Kind::quantity) continue;
            if (told != learned.inputs.end())
                if (const auto said = told->second.find(parameter.key); said != told->second.end())
                    learn_input(element, parameter, said->second);
            if (is_friction(parameter)) {
                const auto* own =
                    together ? together : found_in(learned.frictions, friction_name(interface, element, parameter));
                if (own) learn_friction(interface, element, parameter, *own);
            } else if (parameter.key == "torque" && (together || learned.hand)) {
                const auto now = band_of(element, parameter);
                if (!now) continue;
                const Band factors = together ? Band{1, 1, 1} : *learned.hand;
                element.inputs[parameter.key] = within(times(now->typical, factors), parameter);
            }
        }
    }
}

}  // namespace clampet::rig
