// How a family answers far from where it stands: each number a third, three times, and at its bounds, each two of its
// choices together, and all inputs and the load drawn at random, as it was approved: tests/reference/far/, pairs/ and
// drawn/. What is right is checked against published values elsewhere, and near where a family stands in
// approved_numbers_test; here nothing moves unnoticed at the ends.
#include <fmt/format.h>

#include <catch2/catch.hpp>
#include <set>

#include "approved.h"
#include "drawing_told.h"
#include "drawn.h"
#include "families/family.h"

using namespace clampet;
using families::Kind;
using families::Values;
using mechanics::Wrench;

namespace {

const families::Load pushed{{3, 2, -13, 0.4, 1.1, 0.2, 0, 0, -9.8}, {5, 0, 0, 0, 0.5, 0.1}};
const families::Load pulled{{-2, 1, 4, -0.3, 0.2, -0.1, 0, 9.8, 0}, {-1, -4, 3, 0.1, -0.2, -0.3}};

std::string told(const families::Family& family, const Values& values, const families::Load& first = pushed,
                 const families::Load& second = pulled) {
    const auto joint = families::join(family, values);
    if (!joint) return " " + joint.problem().sentence();
    std::string all;
    for (std::size_t m = 0; m < (*joint)->modes().size(); ++m) {
        const auto one = families::factors(**joint, m, first), other = families::factors(**joint, m, second);
        all += fmt::format(" {} {:.4g} {:.4g} {:.4g} {:.4g}", (*joint)->modes()[m].key, one.mass, one.live, other.mass,
                           other.live);
    }
    all += " with";
    for (const auto& r : (*joint)->results(first)) all += fmt::format(" {:.4g}", r.value);
    for (const auto* load : {&first, &second}) all += ink_of((*joint)->section(*load));
    for (const auto& a : (*joint)->advisories()) all += " | " + a.text;
    return all;
}

/// What shows a parameter, so that it counts.
void show(const families::Parameter& p, Values& values) {
    if (!p.shown_by.empty()) values.emplace(p.shown_by, p.shown_for.front());
    if (!p.also_shown_by.empty()) values.emplace(p.also_shown_by, p.also_shown_for.front());
}

std::string far_of(const families::Family& family) {
    std::string all;
    for (const auto& p : family.parameters()) {
        if (p.kind != Kind::quantity) continue;
        std::set<double> far{p.standard / 3, p.standard * 3, p.least, p.most};
        for (double value : far) {
            if (p.whole_number) value = std::round(value);
            if (value == p.standard || !families::check_value(p, value)) continue;
            Values values;
            show(p, values);
            values[p.key] = value;
            all += fmt::format("{} {:.6g} :", p.key, value) + told(family, values) + "\n";
        }
    }
    return all;
}

std::string pairs_of(const families::Family& family) {
    std::string all;
    const auto rows = family.parameters();
    for (std::size_t i = 0; i < rows.size(); ++i)
        for (std::size_t k = i + 1; k < rows.size(); ++k) {
            if (rows[i].kind != Kind::choice || rows[k].kind != Kind::choice) continue;
            for (const auto& one : rows[i].choices)
                for (const auto& other : rows[k].choices) {
                    if (one.key == rows[i].standard_text || other.key == rows[k].standard_text) continue;
                    Values values{{rows[i].key, one.key}, {rows[k].key, other.key}};
                    show(rows[i], values);
                    show(rows[k], values);
                    const auto complete = families::complete(family, values);
                    if (!complete || !rows[i].is_relevant(*complete) || !rows[k].is_relevant(*complete)) continue;
                    all += fmt::format("{} {}, {} {} :", rows[i].key, one.key, rows[k].key, other.key) +
                           told(family, values) + "\n";
                }
        }
    return all;
}

Wrench drawn_wrench(Draw& draw, double force, double moment) {
    const auto f = [&] { return draw.between(-force, force); };
    const auto m = [&] { return draw.between(-moment, moment); };
    Wrench w;
    w.fx = f(), w.fy = f(), w.fz = f(), w.mx = m(), w.my = m(), w.mz = m();
    return w;
}

std::string drawn_at_random(const families::Family& family) {
    constexpr int draws = 60;
    std::string all;
    Draw draw(7);
    for (int i = 0; i < draws; ++i) {
        const auto values = drawn_values(family.parameters(), draw);
        const families::Load first{drawn_wrench(draw, 20, 1), drawn_wrench(draw, 10, 0.5)},
            second{drawn_wrench(draw, 2, 0.1), drawn_wrench(draw, 20, 1)};
        all += fmt::format("{} :", i) + told(family, values, first, second) + "\n";
    }
    return all;
}

}  // namespace

TEST_CASE("far from where it stands a family answers as it was approved", "[families][approved]") {
    for (const auto* family : families::registry())
        is_approved("far/" + std::string(family->key()), far_of(*family), {2e-3, 1e-6});
}

TEST_CASE("with two choices together a family answers as it was approved", "[families][approved]") {
    for (const auto* family : families::registry())
        is_approved("pairs/" + std::string(family->key()), pairs_of(*family), {2e-3, 1e-6});
}

TEST_CASE("whatever is drawn for it a family answers as it was approved", "[families][approved]") {
    for (const auto* family : families::registry())
        is_approved("drawn/" + std::string(family->key()), drawn_at_random(*family), {2e-3, 1e-6});
}
