#include <cmath>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
const std::string four = "-75 mm,-60 mm; 75 mm,-60 mm; 75 mm,60 mm; -75 mm,60 mm";
}  // namespace

TEST_CASE("a bonded pad shears and peels on one ellipse", "[bond]") {
    const Values v{{"duration", std::string("short")},
                   {"length", 0.05},
                   {"width", 0.02},
                   {"shear_strength", 1e6},
                   {"tension_strength", 5e5}};
    CHECK(factor("bond", v, {1, 0, 0, 0, 0, 0}, "breaks") == relative(1e6 * 0.05 * 0.02, 1e-9));
    CHECK(factor("bond", v, {0, 0, 1, 0, 0, 0}, "breaks") == relative(5e5 * 0.05 * 0.02, 1e-9));
    CHECK(factor("bond", v, {0, 0, 0, 0, 1, 0}, "breaks") == relative(5e5 * 0.02 * 0.05 * 0.05 / 6, 1e-9));
    CHECK(factor("bond", v, {1000, 0, 500, 0, 0, 0}, "breaks") == relative(1 / std::sqrt(2.0), 1e-9));
    auto lasting = v;
    lasting["duration"] = std::string("days");
    CHECK(factor("bond", lasting, {1, 0, 0, 0, 0, 0}, "breaks") == relative(0.07 * 1000, 1e-9));
    lasting["duration"] = std::string("lasting");
    CHECK(factor("bond", lasting, {1, 0, 0, 0, 0, 0}, "breaks") == relative(0.0035 * 1000, 1e-9));
    // Five fingers have four faces.
    CHECK(factor("bond",
                 {{"kind", std::string("finger")},
                  {"fingers", 5.0},
                  {"length", 0.05},
                  {"width", 0.02},
                  {"shear_strength", 1e6}},
                 {1, 0, 0, 0, 0, 0}, "breaks") == relative(4 * 1000, 1e-9));
    CHECK_THAT(problem("bond", {{"fingers", 4.5}}).remedy, Catch::StartsWith("It must be a whole number"));
}

TEST_CASE("glue on end grain holds a fifth, and a twist adds to the worst corner", "[bond]") {
    const Values side{{"kind", s("glue")}, {"shear_strength", 6e6}, {"length", 0.04}, {"width", 0.02}};
    auto end = side;
    end["grain"] = s("end");
    CHECK(factor("bond", end, {1, 0, 0, 0, 0, 0}, "breaks") ==
          relative(0.2 * factor("bond", side, {1, 0, 0, 0, 0, 0}, "breaks"), 1e-9));
    // T r/J of a rectangle of glue: J = ab(a² + b²)/12, r half the diagonal.
    const double a = 0.04, b = 0.02, J = a * b * (a * a + b * b) / 12;
    CHECK(factor("bond", side, {0, 0, 0, 0, 0, 1}, "breaks") == relative(6e6 * J / (std::hypot(a, b) / 2), 1e-9));
    CHECK_THAT(notes("bond", {{"duration", s("short")}}), Catch::Contains("Short-term"));
}

TEST_CASE("foam tape that hangs for good follows the packet", "[bond]") {
    // Packets ask for 55 cm^2 a kilogram (common practice): such a pad just holds one, at the default tape.
    const Values pad{{"length", 0.1}, {"width", 0.055}, {"duration", s("lasting")}};
    CHECK(factor("bond", pad, {-9.80665, 0, 0, 0, 0, 0}, "breaks") == relative(1, 0.03));
}
