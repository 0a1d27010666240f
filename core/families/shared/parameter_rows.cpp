#include "families/shared/parameter_rows.h"

#include "catalogue/material.h"

namespace clampet::families {

Parameter quantity_row(std::string key, std::string label, Dimension dimension, double standard, Bounds bounds,
                       std::string help, std::string source) {
    Parameter p;
    p.key = std::move(key);
    p.label = std::move(label);
    p.dimension = dimension;
    p.standard = standard;
    p.least = bounds.least;
    p.most = bounds.most;
    p.least_allowed = bounds.least_allowed;
    p.help = std::move(help);
    p.source = std::move(source);
    return p;
}

Parameter length_row(std::string key, std::string label, double standard, double most, std::string help,
                     std::string source) {
    return quantity_row(std::move(key), std::move(label), Dimension::length, standard, {0, most, false},
                        std::move(help), std::move(source));
}
Parameter gap_row(std::string key, std::string label, double standard, double most, std::string help,
                  std::string source) {
    return quantity_row(std::move(key), std::move(label), Dimension::length, standard, {0, most, true}, std::move(help),
                        std::move(source));
}

Parameter count_row(std::string key, std::string label, double standard, Bounds bounds, std::string help) {
    Parameter p =
        quantity_row(std::move(key), std::move(label), Dimension::number, standard, bounds, std::move(help), "input");
    p.whole_number = true;
    return p;
}

Parameter friction_row(std::string key, std::string label, std::string pair, std::string help) {
    const auto found = catalogue::friction_named(pair);
    Parameter p = quantity_row(std::move(key), std::move(label), Dimension::number, found ? found->typical : 0.3,
                               {0, 2}, std::move(help), found ? pair + ", " + found->source : "from memory");
    p.friction_pair = std::move(pair);
    if (found) p.spread = {found->low / found->typical, found->high / found->typical, true, {}};
    return p;
}

Parameter choice_row(std::string key, std::string label, std::vector<Choice> choices, std::string standard,
                     std::string help) {
    Parameter p;
    p.key = std::move(key);
    p.label = std::move(label);
    p.kind = Kind::choice;
    p.choices = std::move(choices);
    p.standard_text = std::move(standard);
    p.help = std::move(help);
    p.source = "input";
    return p;
}

Parameter text_row(std::string key, std::string label, std::string standard, std::string help, std::string source) {
    Parameter p;
    p.key = std::move(key);
    p.label = std::move(label);
    p.kind = Kind::text;
    p.standard_text = std::move(standard);
    p.help = std::move(help);
    p.source = std::move(source);
    return p;
}

Parameter shown_for(Parameter parameter, std::string key, std::vector<std::string> choices) {
    parameter.shown_by = std::move(key);
    parameter.shown_for = std::move(choices);
    return parameter;
}

Parameter also_shown_for(Parameter parameter, std::string key, std::vector<std::string> choices) {
    parameter.also_shown_by = std::move(key);
    parameter.also_shown_for = std::move(choices);
    return parameter;
}

Parameter described(Parameter parameter) {
    parameter.described = true;
    return parameter;
}

Parameter from_rig(Parameter parameter, RigFact fact) {
    parameter.fact = fact;
    return parameter;
}

std::vector<Parameter> joined(std::initializer_list<std::vector<Parameter>> groups) {
    std::vector<Parameter> all;
    for (const auto& group : groups) all.insert(all.end(), group.begin(), group.end());
    return all;
}

}  // namespace clampet::families
