#include <fmt/format.h>

#include "bench_arguments.h"
#include "commands.h"
#include "families/stock_use.h"
#include "parameters.h"
#include "parts/part_kind.h"
#include "quantity/format.h"
#include "report.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

ordered_json list(const parts::Vector& v) {
    return {number(v.x()), number(v.y()), number(v.z())};
}

ordered_json body_json(const parts::PartKind& kind, const families::Values& values, const parts::Body& body) {
    ordered_json ports = ordered_json::array();
    for (const auto& port : body.ports) {
        ordered_json j{{"id", port.id}, {"kind", std::string(families::name_of(port.kind))}};
        j["sizes"] = values_json(port.sizes);
        if (!port.surface.empty()) j["surface"] = port.surface;
        j["at"] = list(port.at);
        ports.push_back(j);
    }
    return {{"kind", kind.key()},
            {"values", values_json(values)},
            {"mass", number(body.mass)},
            {"centre_of_gravity", list(body.centre_of_gravity)},
            {"ports", ports}};
}

void print_body(const parts::Body& body) {
    const auto length = [](double v) { return quantity::format(v, Dimension::length); };
    const auto& c = body.centre_of_gravity;
    fmt::print("weighs {}, balances {} ahead, {} left, {} up of its origin\n",
               quantity::format(body.mass, Dimension::mass), length(c.x()), length(c.y()), length(c.z()));
    for (const auto& port : body.ports) fmt::print("{:<12} {}\n", port.id, parts::words_of(port));
}

}  // namespace

int parts_command(const std::string& name, const std::vector<std::string>& assignments, bool params, bool json) {
    if (name.empty()) {
        ordered_json all = ordered_json::array();
        for (const auto* kind : parts::registry()) {
            if (!json) fmt::print("{:<12} {}\n", kind->key(), kind->purpose());
            all.push_back({{"kind", kind->key()}, {"name", kind->name()}, {"purpose", kind->purpose()}});
        }
        if (json) print({{"parts", all}});
        return done;
    }
    const auto* kind = parts::kind_named(name);
    if (!kind) return fail(parts::no_kind(name), wrong_usage);
    if (params) {
        if (json)
            print({{"kind", kind->key()}, {"parameters", parameters_json(kind->parameters())}});
        else
            print_parameters(kind->parameters());
        return done;
    }
    const auto given = read_assignments(kind->parameters(), kind->name(), kind->stock(), assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    const auto values = parts::completed(*kind, given->values);
    if (!values) return fail(values.problem(), wrong_usage);
    const auto body = parts::built(*kind, *values);
    if (!body) return fail(body.problem(), wrong_usage);
    if (json)
        print(body_json(*kind, *values, *body));
    else
        print_body(*body);
    return done;
}

}  // namespace clampet::cli
