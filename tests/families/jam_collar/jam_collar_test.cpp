#include <cmath>

#include "constants.h"
#include "families/bench.h"
#include "mechanics/jamming.h"
#include "mechanics/wood.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::inch;
}  // namespace

TEST_CASE("a bracket on a pipe jams from 12 in on", "[jam_collar][published]") {
    // Beer and Johnston, Vector Mechanics for Engineers, sample problem on a movable bracket: 3 in pipe, contacts 6 in
    // apart, mu 0.25; the least arm of the load is 12 in from the pipe's axis.
    const Values v{
        {"given_by", std::string("span")}, {"rod_diameter", 3 * inch}, {"span", 6 * inch}, {"friction", 0.25}};
    CHECK(result(report("jam_collar", v, Wrench{}), "least_arm") == relative(12 * inch, 1e-9));
    const double W = 100;
    CHECK(factor("jam_collar", v, {-W, 0, 0, 0, W * 24 * inch, 0}, "locks") == relative(2.0, 1e-6));
    CHECK(factor("jam_collar", v, {-W, 0, 0, 0, W * 6 * inch, 0}, "locks") == relative(0.5, 1e-6));
    // Unlike contacts, by statics: N equal, mu1 N + mu2 N = W, N h = W x + (mu2 − mu1)... about the axis.
    const double h = 0.02, d = 0.025, m1 = 0.4, m2 = 0.2, N = 1 / (m1 + m2);
    CHECK(mechanics::jamming_arm(h, d, m1, m2) == relative(N * h + N * (m1 - m2) * d / 2, 1e-12));
}

TEST_CASE("a bore must be larger than its rod, and its tilt closes on both sides", "[jam_collar]") {
    CHECK(problem("jam_collar", {{"bore", 0.024}}).where == "bore");
    const auto t = mechanics::tilted_bore(0.025, 0.0262, 0.018);
    REQUIRE(t);
    CHECK(0.0262 * std::cos(t->tilt) - 0.018 * std::sin(t->tilt) == relative(0.025, 1e-9));
    CHECK(t->span == relative(0.018 * std::cos(t->tilt) + 0.0262 * std::sin(t->tilt), 1e-9));
}

TEST_CASE("without friction nothing jams, nor does a wedge lock", "[jam_collar][wedge]") {
    CHECK(std::isinf(mechanics::jamming_arm(0.02, 0.025, 0, 0)));
    CHECK(factor("jam_collar", {{"friction", 0.0}}, {-10, 0, 0, 0, 1, 0}, "locks") == 0);
    CHECK(factor("wedge", {{"friction", 0.0}}, {0, 0, -1, 0, 0, 0}, "locks") == 0);
    CHECK(factor("wedge", {{"place", s("shakes")}}, {0, 0, -1, 0, 0, 0}, "locks") <
          factor("wedge", {}, {0, 0, -1, 0, 0, 0}, "locks"));
    CHECK_THAT(notes("jam_collar", {{"given_by", s("span")}, {"span", 0.005}, {"friction", 0.9}}),
               Catch::Contains("wedges for good"));
}
