#include <fmt/format.h>

#include <optional>

#include "commands.h"
#include "quantity/format.h"
#include "quantity/parse.h"
#include "quantity/parse_range.h"
#include "report.h"

namespace clampet::cli {

using quantity::Dimension;
using quantity::System;

namespace {

/// "38-39 in", "about 12 mm": of the first dimension that it can be.
std::optional<std::pair<Dimension, quantity::Range>> range_of(const std::string& text) {
    for (int i = 0; i < quantity::dimension_count; ++i) {
        const auto dimension = static_cast<Dimension>(i);
        if (const auto range = quantity::parse_range(text, dimension); range && !range->is_one())
            return std::pair(dimension, *range);
    }
    return std::nullopt;
}

int print_range(const std::string& text, Dimension dimension, const quantity::Range& range, bool json) {
    if (json)
        print({{"text", text},
               {"dimension", quantity::name_of(dimension)},
               {"low", range.low},
               {"typical", range.typical},
               {"high", range.high},
               {"unit", quantity::si_symbol(dimension)}});
    else
        fmt::print("{}: {} to {}, about {}\n", quantity::name_of(dimension), quantity::format(range.low, dimension),
                   quantity::format(range.high, dimension), quantity::format(range.typical, dimension));
    return done;
}

}  // namespace

int quantity_command(const std::string& text, const std::string& unit, bool json) {
    for (int i = 0; i < quantity::dimension_count; ++i)
        if (const auto range = quantity::parse_range(text, static_cast<Dimension>(i));
            !range && range.problem().id == ProblemId("quantity.range_upside_down"))
            return fail(range.problem(), wrong_usage);
    if (const auto range = range_of(text); range && unit.empty())
        return print_range(text, range->first, range->second, json);
    const auto value = quantity::parse_any(text);
    if (!value) return fail(value.problem(), wrong_usage);
    std::string dimension_name = "number";
    Dimension dimension = Dimension::number;
    for (int i = 0; i < quantity::dimension_count; ++i) {
        if (!(quantity::exponents_of(static_cast<Dimension>(i)) == value->exponents)) continue;
        dimension = static_cast<Dimension>(i);
        dimension_name = quantity::name_of(dimension);
    }
    // A product of lb or kg with a length is workshop language for a torque: "40 in·lb".
    double si = value->si;
    if (dimension == Dimension::number && !(value->exponents == quantity::Exponents{})) {
        const auto torque = quantity::parse(text, Dimension::torque);
        if (!torque)
            return fail(
                {"quantity.unknown_kind", "", fmt::format("“{}” is not a kind of quantity that Clampet uses.", text),
                 "Write a length, angle, force, torque, mass, stress, stiffness, speed or price."},
                wrong_usage);
        si = *torque;
        dimension = Dimension::torque;
        dimension_name = "torque";
    }
    if (dimension == Dimension::price) {
        const std::string named = *quantity::currency_of(text), currency = named.empty() ? "EUR" : named;
        const auto target = unit.empty() ? Result<std::string>(currency) : quantity::currency_of(unit);
        if (!target || *target != currency)
            return fail({"quantity.currency_not_converted", "--to",
                         fmt::format("{} is not converted to {}.", currency, unit), "Leave --to out."},
                        wrong_usage);
        if (json)
            print({{"text", text}, {"dimension", dimension_name}, {"value", si}, {"unit", currency}});
        else
            fmt::print("price: {:.2f} {}\n", si, currency);
        return done;
    }
    std::string converted;
    double in_unit = 0;
    if (!unit.empty()) {
        const auto target = quantity::unit_named(unit);
        if (!target)
            return fail({"quantity.unknown_unit", "--to", fmt::format("“{}” is not a unit.", unit),
                         "Use for example mm, in, N, lbf, N·m, kg or MPa."},
                        wrong_usage);
        if (!(target->exponents == quantity::exponents_of(dimension)))
            return fail({"quantity.not_a_unit_of_it", "--to",
                         fmt::format("“{}” is a {}, and {} is not a unit of it.", text, dimension_name, unit),
                         fmt::format("Use for example {}.", quantity::display_unit(dimension, System::imperial))},
                        wrong_usage);
        in_unit = si / target->si;
        converted = fmt::format("{:.6g} {}", in_unit, unit);
    }
    if (json) {
        nlohmann::ordered_json out{{"text", text},
                                   {"dimension", dimension_name},
                                   {"value", si},
                                   {"unit", quantity::si_symbol(dimension)},
                                   {"metric", quantity::format(si, dimension)},
                                   {"imperial", quantity::format(si, dimension, System::imperial)}};
        if (!unit.empty()) out["converted"] = {{"value", in_unit}, {"unit", unit}};
        print(out);
        return done;
    }
    if (!unit.empty())
        fmt::print("{}\n", converted);
    else
        fmt::print("{}: {}, {}\n", dimension_name, quantity::format(si, dimension),
                   quantity::format(si, dimension, System::imperial));
    return done;
}

}  // namespace clampet::cli
