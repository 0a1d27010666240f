#include "parameters.h"

#include <fmt/format.h>

#include "quantity/format.h"
#include "report.h"

namespace clampet::cli {

using families::Kind;
using nlohmann::ordered_json;

namespace {

const char* name_of(Kind kind) {
    return kind == Kind::quantity ? "quantity" : kind == Kind::choice ? "choice" : "text";
}

}  // namespace

ordered_json parameters_json(std::span<const families::Parameter> parameters) {
    ordered_json rows = ordered_json::array();
    for (const auto& p : parameters) {
        ordered_json row{{"key", p.key}, {"label", p.label}, {"kind", name_of(p.kind)}};
        if (p.kind == Kind::quantity) {
            row["dimension"] = quantity::name_of(p.dimension);
            row["unit"] = quantity::si_symbol(p.dimension);
            row["default"] = p.standard;
            row["bounds"] = {{"least", p.least}, {"most", p.most}, {"least_allowed", p.least_allowed}};
        } else {
            row["default"] = p.standard_text;
            if (p.kind == Kind::choice) {
                row["choices"] = ordered_json::array();
                for (const auto& c : p.choices) row["choices"].push_back(c.key);
            }
        }
        if (!p.shown_by.empty()) row["only_when"] = {{"key", p.shown_by}, {"is", p.shown_for}};
        if (!p.also_shown_by.empty()) row["and_when"] = {{"key", p.also_shown_by}, {"is", p.also_shown_for}};
        row["help"] = p.help;
        row["source"] = p.source;
        rows.push_back(row);
    }
    return rows;
}

void print_parameters(std::span<const families::Parameter> parameters) {
    for (const auto& p : parameters) {
        if (p.kind == Kind::quantity)
            fmt::print("{:<18} {:<10} default {}, {} {} to {}\n", p.key, quantity::name_of(p.dimension),
                       quantity::format(p.standard, p.dimension), p.least_allowed ? "from" : "above",
                       quantity::format(p.least, p.dimension), quantity::format(p.most, p.dimension));
        else if (p.kind == Kind::choice) {
            std::string keys;
            for (const auto& c : p.choices) keys += (keys.empty() ? "" : " | ") + c.key;
            fmt::print("{:<18} {:<10} default {}, {}\n", p.key, "choice", p.standard_text, keys);
        } else
            fmt::print("{:<18} {:<10} default {}\n", p.key, "text", p.standard_text);
        fmt::print("{:<18} {}\n", "", p.help);
    }
}

ordered_json values_json(const families::Values& values) {
    ordered_json j = ordered_json::object();
    for (const auto& [key, value] : values) {
        if (std::holds_alternative<double>(value))
            j[key] = number(std::get<double>(value));
        else
            j[key] = std::get<std::string>(value);
    }
    return j;
}

}  // namespace clampet::cli
