// What a mode asks for and what it can give meet at its factor: the numbers shown beside it are those it is made of.
#include <cmath>
#include <random>

#include "approximately.h"
#include "families/family.h"

using namespace clampet;
using families::Wrench;

TEST_CASE("at its factor a mode asks for what it can give", "[families][law]") {
    std::mt19937 random(11);
    std::uniform_real_distribution<double> in(-1, 1);
    int met = 0;
    for (const auto* family : families::registry()) {
        const auto joint = *families::join(*family, {});
        for (int k = 0; k < 6; ++k) {
            const Wrench w{20 * in(random), 20 * in(random), 30 * in(random), in(random), in(random), in(random)};
            for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                const auto& mode = joint->modes()[m];
                if (mode.scale_free || mode.live_only || families::preload_share(*joint, m)) continue;
                const double factor = joint->load_factor(m, {{}, w});
                if (!std::isfinite(factor) || !(factor > 0) || factor > 1e4) continue;
                const auto asked = joint->demand(m, factor * w), given = joint->capacity(m, factor * w);
                CAPTURE(family->key(), mode.key, factor, k);
                // Ends where a cheek empties or the rail lifts, which another mode of the same factor tells.
                if (mode.key == "slips" && (family->key() == "friction_pivot" || family->key() == "dovetail")) continue;
                if (asked.size() != 1 || given.size() != 1 || asked[0].name != given[0].name) continue;
                CHECK(asked[0].value == Approx(given[0].value).epsilon(0.01).margin(1e-6));
                ++met;
            }
        }
    }
    CHECK(met > 60);
}

TEST_CASE("half a load has twice the factor, and a load turned round its own", "[families][law]") {
    // lambda_mass is the same point of the same ray, whatever the ray's length.
    std::mt19937 random(5);
    std::uniform_real_distribution<double> in(-1, 1);
    for (const auto* family : families::registry()) {
        const auto joint = *families::join(*family, {});
        for (int k = 0; k < 4; ++k) {
            const Wrench w{15 * in(random), 15 * in(random), -20 * in(random), in(random), in(random), in(random)};
            for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                if (joint->modes()[m].scale_free || families::preload_share(*joint, m)) continue;
                const double one = joint->load_factor(m, {{}, w}), half = joint->load_factor(m, {{}, 0.5 * w});
                CAPTURE(family->key(), joint->modes()[m].key, one, half);
                if (!std::isfinite(one) || one > 1e6)
                    CHECK((!std::isfinite(half) || half > 1e6));
                else
                    CHECK(half == Approx(2 * one).epsilon(2e-3).margin(1e-9));
            }
        }
    }
}
