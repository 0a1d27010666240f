#include <cmath>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("a camera that only stands somewhere tips and turns", "[rest]") {
    const Values shelf{{"stands", s("shelf")}, {"friction", 0.5}, {"length", 0.08}, {"width", 0.04}};
    const Wrench own{0, 0, -10, 0, 0, 0};
    const auto live = [&](const Values& v, const Wrench& push, const char* m) {
        return mode(report("rest", v, Load{own, push}), m).factor_live;
    };
    // The resultant reaches the edge: F z = W a/2; a press over the edge helps itself.
    CHECK(live(shelf, {1, 0, 0, 0, 0.1, 0}, "tips") == relative(10 * 0.04 / 0.1, 1e-9));
    CHECK(live(shelf, {0, 1, 0, -0.1, 0, 0}, "tips") == relative(10 * 0.02 / 0.1, 1e-9));
    // A 2:1 face turns at mu W times 0.59323 of its shorter side (mechanics, section 3).
    CHECK(live(shelf, {0, 0, 0, 0, 0, 1}, "slips") == relative(0.5 * 10 * 0.59323 * 0.04, 2e-4));
    CHECK(mode(report("rest", shelf, Load{own, {0, 0, 0, 0, 0, 1}}), "slips").motion.does() == "turns where it stands");
    // An end that something else balances does not tip.
    const auto end = joint("rest", {});
    for (const auto& m : end->modes()) CHECK(m.key != "tips");
    CHECK_THAT(notes("rest", {{"stands", s("bag")}}), Catch::Contains("settles"));
}
