#include <fmt/format.h>

#include "bench_arguments.h"
#include "commands.h"
#include "quantity/format.h"
#include "report.h"
#include "study/advice.h"

namespace clampet::cli {

using families::Family;
using nlohmann::ordered_json;

int bench_advice_command(const std::string& name, const std::vector<std::string>& assignments,
                         const LoadText& load_text, double required, bool json) {
    const Family* family = families::family_named(name);
    if (!family) return fail(no_family(name), wrong_usage);
    const auto given = read_assignments(*family, assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    const auto told = read_load(load_text);
    if (!told) return fail(told.problem(), wrong_usage);
    if (told->is_nothing)
        return fail({"advice.no_load", "--wrench", "Without a load it holds as it is.",
                     "Give one, for example --wrench 0,0,-13.1,0,1.2,0."},
                    wrong_usage);
    const auto joint = families::join(*family, given->values);
    if (!joint) return fail(joint.problem(), wrong_usage);
    const auto load = told->on(**joint);
    const auto least = study::least_factor(**joint, load);
    study::PairsInForce pairs;
    for (const auto& assumed : given->assumed)
        if (!assumed.corrected && assumed.from.find(" on ") != std::string::npos) pairs[assumed.input] = assumed.from;
    const auto found = study::advice(*family, given->values, load, required, pairs);
    if (!found) return fail(found.problem(), wrong_usage);
    const bool holds = least.factor >= required;
    if (json) {
        ordered_json rows = ordered_json::array();
        for (const auto& a : *found) {
            ordered_json row{{"key", a.key}, {"effort", study::name_of(a.effort)}, {"factor", number(a.least.factor)}};
            if (const auto* si = std::get_if<double>(&a.value))
                row["value"] = number(*si);
            else
                row["value"] = std::get<std::string>(a.value);
            if (!a.with.empty()) row["with"] = a.with;
            row["sentence"] = study::sentence_of(*family, a);
            rows.push_back(row);
        }
        print({{"family", family->key()}, {"factor", number(least.factor)}, {"required", required}, {"advice", rows}});
        return holds ? done : not_all_hold;
    }
    fmt::print("{}: {}, needs {}\n", family->name(), quantity::format_factor(least.factor),
               quantity::format_factor(required));
    if (holds) fmt::print("It holds: nothing needs to be changed.\n");
    if (!holds && found->empty()) fmt::print("No change of one input alone makes it hold.\n");
    for (const auto& a : *found)
        fmt::print("  {} gives {} ({})\n", study::sentence_of(*family, a), quantity::format_factor(a.least.factor),
                   study::name_of(a.effort));
    return holds ? done : not_all_hold;
}

}  // namespace clampet::cli
