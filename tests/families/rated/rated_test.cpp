#include <algorithm>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::g;
}

TEST_CASE("a rating is asked by force or by moment, whichever asks for more", "[rated]") {
    // Common practice: a rating without an arm is of a load 60 mm from it.
    const Values three{{"rating", 3.0}};
    // 1 kg hung straight from it: a third.
    CHECK(factor("rated", three, {0, 0, g, 0, 0, 0}, "overloaded") == relative(3.0, 1e-9));
    // 1 kg at 180 mm asks as much as 3 kg at 60 mm.
    CHECK(factor("rated", three, {0, 0, -g, 0, 0.18 * g, 0}, "overloaded") == relative(1.0, 1e-9));
    CHECK(result(report("rated", three, Wrench{0, 0, -g, 0, 0.18 * g, 0}), "rating_needed") == relative(3.0, 1e-9));
    // What states its arm is taken at its word.
    const Values stated{{"rating", 3.0}, {"states", s("arm")}, {"rated_arm", 0.18}};
    CHECK(factor("rated", stated, {0, 0, -g, 0, 0.18 * g, 0}, "overloaded") == relative(3.0, 1e-9));
}

TEST_CASE("a rating that states no arm is never sure", "[rated]") {
    const auto doubtful = [](const Values& v) {
        const auto r = report("rated", v, Wrench{0, 0, -1, 0, 0, 0});
        return std::any_of(r.advisories.begin(), r.advisories.end(), [](const auto& a) { return a.doubtful; });
    };
    CHECK(doubtful({{"rating", 100.0}}));
    CHECK_FALSE(doubtful({{"rating", 100.0}, {"states", s("arm")}}));
}
