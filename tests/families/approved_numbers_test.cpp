// How every number of every family answers to every one of its inputs, as it was approved: tests/reference/numbers/.
// What is right is checked against published values elsewhere; this sees to it that nothing else moves unnoticed, and
// its lines can be read: of a ball, "friction × 1.1: slips 1.1" and nothing else.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "approved.h"
#include "families/family.h"

using namespace clampet;
using families::Kind;
using families::Values;

namespace {

const families::Load first_load{{3, 2, -13, 0.4, 1.1, 0.2, 0, 0, -9.8}, {5, 0, 0, 0, 0.5, 0.1}};
const families::Load second_load{{-2, 1, 4, -0.3, 0.2, -0.1, 0, 9.8, 0}, {-1, -4, 3, 0.1, -0.2, -0.3}};

struct Named {
    std::string name;
    double value;
};

std::vector<Named> numbers_of(const families::Joint& joint) {
    std::vector<Named> all;
    const auto modes = joint.modes();
    for (const auto* load : {&first_load, &second_load}) {
        const std::string suffix = load == &first_load ? "" : "_2";
        for (std::size_t m = 0; m < modes.size(); ++m) {
            const auto f = families::factors(joint, m, *load);
            all.push_back({modes[m].key + ".mass" + suffix, f.mass});
            all.push_back({modes[m].key + ".live" + suffix, f.live});
            all.push_back({modes[m].key + ".used" + suffix, joint.utilisation(m, load->whole())});
            const auto demand = joint.demand(m, load->whole()), capacity = joint.capacity(m, load->whole());
            for (const auto& d : demand) all.push_back({modes[m].key + ".demand_" + d.name + suffix, d.value});
            for (const auto& c : capacity) all.push_back({modes[m].key + ".capacity_" + c.name + suffix, c.value});
        }
        const auto results = joint.results(*load);
        for (const auto& r : results) all.push_back({r.name + suffix, r.value});
        const auto lines = joint.working(*load);
        for (const auto& line : lines) all.push_back({"working_" + line.quantity + suffix, line.value});
    }
    if (const auto soft = joint.compliance())
        for (int i = 0; i < 6; ++i)
            for (int k = 0; k <= i; ++k) all.push_back({fmt::format("compliance_{}{}", i, k), (*soft)(i, k)});
    const auto corners = joint.stands_on();
    for (std::size_t i = 0; i < corners.size(); ++i) {
        all.push_back({fmt::format("corner_{}_x", i), corners[i].x()});
        all.push_back({fmt::format("corner_{}_y", i), corners[i].y()});
    }
    return all;
}

std::string warnings_of(const families::Joint& joint) {
    std::string all;
    const auto advisories = joint.advisories();
    for (const auto& a : advisories) all += (a.doubtful ? "doubtful: " : "note: ") + a.text + "\n";
    return all;
}

/// What the working says of its lines.
std::vector<std::string> words_of(const families::Joint& joint) {
    std::vector<std::string> all;
    for (const auto& line : joint.working(first_load))
        all.push_back(
            fmt::format("working {} = {} = {} ({})\n", line.quantity, line.formula, line.numbers, line.source));
    return all;
}

/// What has changed, as a ratio; where there was nothing, as it is.
std::string change(const families::Joint& before, const families::Joint& after) {
    const auto a = numbers_of(before), b = numbers_of(after);
    std::string all;
    if (a.size() != b.size()) all += fmt::format(" {} numbers", b.size());
    for (std::size_t i = 0; i < a.size() && i < b.size(); ++i) {
        const double x = a[i].value, y = b[i].value;
        if (a[i].name != b[i].name || x == y || std::abs(y - x) <= 1e-4 * std::abs(x)) continue;
        const bool ratio = std::isfinite(x) && std::isfinite(y) && x != 0;
        all += ratio ? fmt::format(" {} × {:.5g}", b[i].name, y / x) : fmt::format(" {} = {:.5g}", b[i].name, y);
    }
    if (warnings_of(before) != warnings_of(after)) all += " | " + warnings_of(after);
    while (all.ends_with('\n')) all.pop_back();
    return all;
}

/// The family as it stands, or with one choice; then each number a tenth more, where it counts.
std::string with(const families::Family& family, const Values& choice) {
    const auto base = families::join(family, choice);
    if (!base) return base.problem().sentence() + "\n";
    std::string all = warnings_of(**base);
    const auto numbers = numbers_of(**base);
    for (const auto& n : numbers) all += fmt::format("{} {:.6g}\n", n.name, n.value);
    const auto known = choice.empty() ? std::vector<std::string>{} : words_of(**families::join(family, {}));
    for (const auto& line : words_of(**base))
        if (std::find(known.begin(), known.end(), line) == known.end()) all += line;
    const auto whole = *families::complete(family, choice);
    for (const auto& p : family.parameters()) {
        if (p.kind != Kind::quantity || !p.is_relevant(whole)) continue;
        // What a choice does not bring up answers as without it.
        const bool own = choice.empty() || !p.is_relevant(*families::complete(family, {}));
        if (!own) continue;
        auto values = choice;
        const double more = p.whole_number ? p.standard + 1 : p.standard != 0 ? p.standard * 1.1 : 0.01 * p.most;
        values[p.key] = more <= p.most ? more : p.standard * 0.9;
        const auto joint = families::join(family, values);
        all += fmt::format("{} {:.6g} :", p.key, std::get<double>(values[p.key])) +
               (joint ? change(**base, **joint) : " " + joint.problem().sentence()) + "\n";
    }
    return all;
}

std::string numbers_of(const families::Family& family) {
    std::string all = "# as it stands\n" + with(family, {});
    for (const auto& p : family.parameters()) {
        if (p.kind != Kind::choice) continue;
        for (const auto& choice : p.choices) {
            if (choice.key == p.standard_text) continue;
            Values values{{p.key, choice.key}};
            if (!p.shown_by.empty()) values[p.shown_by] = p.shown_for.front();
            if (!p.also_shown_by.empty()) values[p.also_shown_by] = p.also_shown_for.front();
            all += "# " + p.key + " " + choice.key + "\n" + with(family, values);
        }
    }
    return all;
}

}  // namespace

TEST_CASE("every number of a family answers to its inputs as it was approved", "[families][approved]") {
    for (const auto* family : families::registry())
        is_approved("numbers/" + std::string(family->key()), numbers_of(*family), {1e-3, 1e-9});
}
