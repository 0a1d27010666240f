// A file or a script that leaves an input out means its default: defaults, bounds and bands are a contract. They are
// held to tests/reference/parameters.txt; a change that is meant asks whether files of before need a migration.
#include <fmt/format.h>

#include <catch2/catch.hpp>

#include "approved.h"
#include "families/family.h"
#include "loads/load_case.h"
#include "parts/part_kind.h"

using namespace clampet;

namespace {

std::string told(const std::string& of, const families::Parameter& p) {
    std::string all = of + "." + p.key + ": ";
    if (p.kind == families::Kind::quantity)
        all += fmt::format("{:.6g} in {}{:.6g} to {:.6g}]", p.standard, p.least_allowed ? "[" : "(", p.least, p.most);
    else
        all += "“" + p.standard_text + "”";
    for (const auto& c : p.choices) all += " " + c.key;
    const auto& s = p.spread;
    if (s.low != 1 || s.high != 1) all += fmt::format(" × {:.4g} to {:.4g}", s.low, s.high);
    if (!s.more_holds_more) all += " less holds more";
    if (s.either) all += " either end";
    if (!s.weak_choice.empty()) all += " weak: " + s.weak_choice;
    if (!p.friction_pair.empty()) all += " pair: " + p.friction_pair;
    if (p.whole_number) all += " whole";
    if (p.described) all += " described";
    if (p.fact != families::RigFact::none) all += fmt::format(" fact {}", static_cast<int>(p.fact));
    for (const auto& [by, on] :
         {std::pair(&p.shown_by, &p.shown_for), std::pair(&p.also_shown_by, &p.also_shown_for)}) {
        if (by->empty()) continue;
        all += " if " + *by + " is";
        for (const auto& choice : *on) all += " " + choice;
    }
    return all + "\n";
}

}  // namespace

TEST_CASE("defaults, bounds and bands are those that files and scripts count on", "[families][approved]") {
    std::string now;
    for (const auto* family : families::registry()) {
        const auto usual = family->typical_load();
        now += fmt::format("{} usually carries {:.4g} at {:.4g} {:.4g} {:.4g}, pushed by {:.4g}\n", family->key(),
                           usual.mass, usual.at[0], usual.at[1], usual.at[2], usual.push);
        for (const auto& p : family->parameters()) now += told(std::string(family->key()), p);
    }
    for (const auto* kind : parts::registry())
        for (const auto& p : kind->parameters()) now += told("part " + std::string(kind->key()), p);
    for (const auto* load_case : loads::registry())
        for (const auto& p : load_case->parameters()) now += told("case " + std::string(load_case->key()), p);
    is_approved("parameters", now, {0, 0});
}
