#include "project/json_node.h"

#include <fmt/format.h>

#include <algorithm>

#include "project/json_lines.h"
#include "quantity/parse.h"

namespace clampet::project {
namespace {

std::string listed(const std::vector<std::string>& words) {
    std::string all;
    for (const auto& word : words) all += (all.empty() ? "" : ", ") + word;
    return all;
}

}  // namespace

void Node::only(const std::vector<std::string>& keys) const {
    be_object();
    for (const auto& [key, _] : value_.items())
        if (std::find(keys.begin(), keys.end(), key) == keys.end())
            Node(value_, path_ + "/" + key)
                .fail("file.unknown_key", fmt::format("“{}” is not known here.", key),
                      keys.empty() ? "There is nothing to say here: leave it out."
                                   : fmt::format("Use: {}.", listed(keys)));
}

Node Node::at(const std::string& key) const {
    be_object();
    if (!has(key)) fail("file.missing_key", fmt::format("“{}” is missing.", key), fmt::format("Add \"{}\".", key));
    return {value_.at(key), path_ + "/" + key};
}

std::size_t Node::size() const {
    if (!value_.is_array()) fail("file.not_a_list", "This should be a list.", "Write it between [ and ].");
    return value_.size();
}

std::string Node::string() const {
    if (!value_.is_string()) fail("file.not_a_text", "This should be a text.", "Write it in double quotes.");
    return value_.get<std::string>();
}

bool Node::boolean() const {
    if (!value_.is_boolean())
        fail("file.not_true_or_false", "This should be true or false.", "Write it without quotes.");
    return value_.get<bool>();
}

double Node::quantity(quantity::Dimension dimension) const {
    if (value_.is_number()) return value_.get<double>();
    if (!value_.is_string())
        fail("file.not_a_number", "This should be a number.",
             fmt::format("Write an SI number, or a text with a unit, for example \"{}\".",
                         quantity::example_of(dimension)));
    const auto read = quantity::parse(value_.get<std::string>(), dimension);
    if (!read) throw read.problem().at(path_);
    return *read;
}

rig::Vector Node::vector(quantity::Dimension dimension) const {
    if (!value_.is_array() || value_.size() != 3)
        fail("file.not_three_numbers", "This should be three numbers.", "Write for example [0, 0, 0.05].");
    return {item(0).quantity(dimension), item(1).quantity(dimension), item(2).quantity(dimension)};
}

std::string Node::one_of(const std::vector<std::string>& choices) const {
    const std::string text = string();
    if (std::find(choices.begin(), choices.end(), text) == choices.end())
        fail("file.not_a_choice", fmt::format("“{}” is not one of the choices.", text),
             fmt::format("Use: {}.", listed(choices)));
    return text;
}

Result<nlohmann::json> parse_json(std::string_view text) {
    try {
        return nlohmann::json::parse(text);
    } catch (const nlohmann::json::parse_error& error) {
        const std::size_t line = line_at(text, error.byte);
        if (error.byte >= text.size())
            return Problem{"json.cut_off", fmt::format("line {}", line), "The file ends in the middle.",
                           "It was cut off: take the last good copy."};
        const auto around = text.substr(error.byte > 4 ? error.byte - 4 : 0, 12);
        if (around.find("NaN") != around.npos || around.find("nan") != around.npos || around.find("Inf") != around.npos)
            return Problem{"json.not_finite", fmt::format("line {}", line), "NaN and infinity are not numbers in JSON.",
                           "Write a number that was measured, or leave the key out."};
        return Problem{"json.invalid", fmt::format("line {}", line), "This is not valid JSON.",
                       "Look for a missing comma, quote or bracket at or just before this line."};
    } catch (const nlohmann::json::out_of_range&) {
        return Problem{"json.number_too_large", "", "A number in the file is too large.",
                       "Write SI numbers, for example 0.0337 for 33.7 mm."};
    }
}

}  // namespace clampet::project
