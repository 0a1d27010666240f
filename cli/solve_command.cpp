#include <fmt/format.h>

#include "bench_arguments.h"
#include "commands.h"
#include "quantity/format.h"
#include "report.h"
#include "study/solve.h"

namespace clampet::cli {

using families::Family;
using nlohmann::ordered_json;

namespace {

ordered_json optional_number(const std::optional<double>& value) {
    return value ? number(*value) : ordered_json(nullptr);
}

std::string interval_words(const families::Parameter& p, const study::Solution& s) {
    const auto shown = [&](double value) { return quantity::format(value, p.dimension); };
    if (s.low && s.high) return fmt::format("between {} and {}", shown(*s.low), shown(*s.high));
    if (s.low) return fmt::format("{} and more", shown(*s.low));
    if (s.high) return fmt::format("up to {}", shown(*s.high));
    return "any value within its bounds";
}

void print_solution(const Family& family, const families::Parameter& p, const study::Solution& s, double required) {
    const std::string governs = s.least.mode.empty() ? "nothing drives it" : s.least.mode + " first";
    if (p.kind != families::Kind::quantity) {
        fmt::print("{}: {} = {} gives {} ({})\n", family.name(), p.label, std::get<std::string>(s.value),
                   quantity::format_factor(s.least.factor), governs);
        return;
    }
    fmt::print("{}: {} = {} gives {} ({})\n", family.name(), p.label,
               quantity::format(std::get<double>(s.value), p.dimension), quantity::format_factor(s.least.factor),
               governs);
    fmt::print("{} reached with {}{}\n", quantity::format_factor(required), interval_words(p, s),
               s.already ? "; the value in force is one of them" : "");
}

}  // namespace

int solve_command(const SolveRequest& request, bool json) {
    const Family* family = families::family_named(request.family);
    if (!family) return fail(no_family(request.family), wrong_usage);
    const auto given = read_assignments(*family, request.assignments);
    if (!given) return fail(given.problem(), wrong_usage);
    const auto told = read_load(request.load);
    if (!told) return fail(told.problem(), wrong_usage);
    if (told->is_nothing)
        return fail({"solve.no_load", "--wrench", "Without a load every value holds.",
                     "Give one, for example --wrench 0,0,-13.1,0,1.2,0."},
                    wrong_usage);
    const auto* p = families::find_parameter(*family, request.key);
    if (!p) return fail(families::complete(*family, {{request.key, 0.0}}).problem(), wrong_usage);
    mechanics::Load load = told->load;
    if (told->payload) {
        const auto joint = families::join(*family, given->values);
        if (!joint) return fail(joint.problem(), wrong_usage);
        load = told->on(**joint);
    }
    const auto s = study::solve(*family, given->values, request.key, load, request.required);
    if (!s) {
        const bool usage = p->kind == families::Kind::text || !families::complete(*family, given->values);
        if (usage) return fail(s.problem(), wrong_usage);
        if (!json) return fail(s.problem(), not_all_hold);
        print({{"family", family->key()},
               {"key", request.key},
               {"required", request.required},
               {"value", nullptr},
               {"reason", s.problem().what},
               {"remedy", s.problem().remedy}});
        return not_all_hold;
    }
    if (!json) {
        print_solution(*family, *p, *s, request.required);
        return done;
    }
    print({{"family", family->key()},
           {"key", request.key},
           {"required", request.required},
           {"value", p->kind == families::Kind::quantity ? number(std::get<double>(s->value))
                                                         : ordered_json(std::get<std::string>(s->value))},
           {"factor", number(s->least.factor)},
           {"governs", s->least.mode.empty() ? ordered_json(nullptr) : ordered_json(s->least.mode)},
           {"low", optional_number(s->low)},
           {"high", optional_number(s->high)},
           {"already", s->already}});
    return done;
}

}  // namespace clampet::cli
