#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("plates on a strap", "[strap][published]") {
    // Roark, beam on two supports with an even load on its middle: M = W L/4 − W w/8.
    const auto r = report("strap",
                          {{"force", 250.0},
                           {"bolts", 4.0},
                           {"bolt_span", 0.066},
                           {"strap_width", 0.05},
                           {"plate_length", 0.07},
                           {"plate_thickness", 0.009}},
                          Wrench{});
    const double W = 1000, M = W * 0.066 / 4 - W * 0.05 / 8;
    CHECK(result(r, "plate_stress") == relative(6 * M / (0.07 * 0.009 * 0.009), 1e-9));
    CHECK(factor("strap", {{"friction", 0.3}}, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * 1000, 2e-3));
    CHECK(problem("strap", {{"bolt_span", 0.04}}).where == "bolt_span");
}
