#include "constants.h"
#include "families/bench.h"
#include "mechanics/falling.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::gravity;
}  // namespace

TEST_CASE("a tether catches with the energy of the fall", "[tether]") {
    CHECK(mechanics::catch_force(10, 0, 1e4) ==
          relative(20.0, 1e-12));  // let go on a straight tether: twice its weight
    // The motion itself, step by step: m x'' = m g − k max(0, x − h).
    const double m = 2, h = 0.1, k = 5e4;
    double x = 0, v = 0, most = 0;
    const double dt = 1e-6;
    for (int i = 0; i < 400000; ++i) {
        const double pull = k * std::max(0.0, x - h);
        most = std::max(most, pull);
        v += (gravity - pull / m) * dt;
        x += v * dt;
    }
    CHECK(mechanics::catch_force(m * gravity, h, k) == relative(most, 1e-3));
    const auto below = report("tether", {{"anchor", std::string("below")}, {"length", 0.3}}, Wrench{});
    CHECK(result(below, "slack_fall") == relative(0.6, 1e-12));
    const auto aside = report("tether", {{"anchor", std::string("aside")}, {"length", 0.5}, {"aside", 0.3}}, Wrench{});
    CHECK(result(aside, "slack_fall") == relative(0.4, 1e-12));
    CHECK(problem("tether", {{"anchor", std::string("aside")}, {"length", 0.2}, {"aside", 0.3}}).where == "aside");
    CHECK(problem("tether", {{"slack", 1.0}, {"length", 0.3}}).where == "slack");
}
