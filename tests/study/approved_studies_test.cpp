// What the studies of one joint answer about every family, as it was approved (tests/reference/studies/): the value of
// each input that gives the required factor, the curve over it, what is advised, and how hard it may be pulled all
// round.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <cmath>

#include "approved.h"
#include "study/advice.h"
#include "study/capacity.h"
#include "study/solve.h"

using namespace clampet;
using families::Kind;
using families::Values;

namespace {

const families::Load load{{3, 2, -13, 0.4, 1.1, 0.2, 0, 0, -9.8}, {5, 1, 0, 0.1, 0.5, 0.1}};
constexpr double required = 1.7;

std::string told(const families::Value& value) {
    return std::holds_alternative<double>(value) ? fmt::format("{:.5g}", std::get<double>(value))
                                                 : std::get<std::string>(value);
}

std::string solved(const families::Family& family, const families::Parameter& p) {
    const auto s = study::solve(family, {}, p.key, load, required);
    if (!s) return p.key + " : " + s.problem().what + " | " + s.problem().remedy + "\n";
    std::string all = fmt::format("{} = {} : {:.4g} by {}{}", p.key, told(s->value), s->least.factor, s->least.mode,
                                  s->already ? " already" : "");
    if (s->low) all += fmt::format(" from {:.5g}", *s->low);
    if (s->high) all += fmt::format(" to {:.5g}", *s->high);
    return all + "\n";
}

std::string curve(const families::Family& family, const families::Parameter& p) {
    std::string all = "curve of " + p.key + " :";
    const double from = p.standard > 0 ? p.standard * 0.4 : p.least, to = std::min(p.most, p.standard * 2.5 + 1e-3);
    for (const auto& point : study::factor_curve(family, {}, p.key, load, from, to, 6))
        all += fmt::format(" {:.5g} {:.4g} {}", point.value, point.factor, point.mode.empty() ? "-" : point.mode) +
               (std::isnan(point.moves) ? "" : fmt::format(" moves {:.4g}", point.moves));
    return all + "\n";
}

std::string studies_of(const families::Family& family) {
    std::string all = "# solved for " + fmt::format("{}", required) + "\n";
    const auto standard = *families::complete(family, {});
    for (const auto& p : family.parameters()) all += solved(family, p);
    for (const auto& p : family.parameters())
        if (p.kind == Kind::quantity && p.is_relevant(standard)) all += curve(family, p);
    all += "# advised\n";
    const auto advised = *study::advice(family, {}, load, 4);
    for (const auto& a : advised)
        all += fmt::format("{} : {:.4g} {}\n", study::sentence_of(family, a), a.least.factor, study::name_of(a.effort));
    const auto joint = *families::join(family, {});
    for (const auto plane : {study::Plane::xz, study::Plane::yz, study::Plane::xy}) {
        all += fmt::format("# pulled in plane {}\n", static_cast<int>(plane));
        for (const auto& d : study::capacity_by_direction(*joint, plane, {0.01, 0.02, 0.05}, load.permanent, 8))
            all += fmt::format("{:.4f} {:.4g} {}\n", d.angle, d.force, d.mode.empty() ? "-" : d.mode);
    }
    return all;
}

}  // namespace

TEST_CASE("what is solved, drawn over an input and advised is as it was approved", "[families][solve][approved]") {
    // Edges of intervals are bracketed on factors that are good to 1e-5.
    for (const auto* family : families::registry())
        is_approved("studies/" + std::string(family->key()), studies_of(*family), {2e-3, 1e-9});
}
