// What is asked in every pose and every draw computes and does nothing else: no memory is asked for.
#include "allocations.h"

#include <catch2/catch.hpp>
#include <random>

#include "families/family.h"

using namespace clampet;

TEST_CASE("utilisation and factors of every family ask for no memory, in every choice", "[families][allocations]") {
    const auto none = allocations();
    delete new int(3);
#ifndef __SANITIZE_ADDRESS__
    REQUIRE(allocations() == none + 1);  // they are counted
#else
    REQUIRE(allocations() == none);
#endif
    std::mt19937 random(5);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
    for (const auto* family : families::registry()) {
        std::vector<families::Values> settings{{}};
        for (const auto& p : family->parameters())
            for (const auto& choice : p.choices) {
                families::Values values{{p.key, choice.key}};
                if (!p.shown_by.empty()) values[p.shown_by] = p.shown_for.front();
                settings.push_back(values);
            }
        for (const auto& values : settings) {
            const auto joint = families::join(*family, values);
            if (!joint) continue;
            const auto& j = **joint;
            for (std::size_t m = 0; m < j.modes().size(); ++m) {
                CAPTURE(family->key(), j.modes()[m].key, values.empty() ? "" : values.begin()->first);
                for (int i = 0; i < 3; ++i) {
                    mechanics::Wrench w{between(-30, 30), between(-30, 30), between(-30, 30),
                                        between(-1, 1),   between(-1, 1),   between(-1, 1)};
                    const mechanics::Load load{w, 0.5 * w};
                    const auto before = allocations();
                    const double used = j.utilisation(m, w);
                    const bool holds = j.surely_holds(m, w);
                    const auto after_use = allocations();
                    const auto factors = families::factors(j, m, load);
                    const auto after_factors = allocations();
                    CHECK(after_use - before == 0);
                    CHECK(after_factors - after_use == 0);
                    CHECK_FALSE(std::isnan(used + (holds ? 0.0 : 1.0)));
                    CHECK(factors.least() >= 0);
                }
            }
        }
    }
}
