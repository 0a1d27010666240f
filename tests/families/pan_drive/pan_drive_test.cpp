#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("a drive turns what Newton lets it", "[pan_drive]") {
    const Values v{{"motor_torque", 2.0}, {"usable_share", 0.5}, {"gear_ratio", 3.0},
                   {"efficiency", 0.9},   {"drag", 0.2},         {"payload_mass", 3.0},
                   {"offset", 0.05},      {"gyration", 0.08},    {"lean", 0.0}};
    const auto r = report("pan_drive", v, Wrench{});
    const double I = 3 * (0.05 * 0.05 + 0.08 * 0.08);
    CHECK(result(r, "available_torque") == relative(2.7, 1e-12));
    CHECK(result(r, "start_torque") == relative(I * 5 + 0.2, 1e-12));
    CHECK(result(r, "greatest_acceleration") == relative((2.7 - 0.2) / I, 1e-12));
    CHECK(factor("pan_drive", v, {0, 0, 0, 0, 0, 1}, "stalls") == relative(2.5, 1e-9));
    CHECK(factor("pan_drive", {{"hold_down", 0.0}}, {0, 0, 0, 0, 1, 0}, "tips") == 0);
    const auto pressed = report("pan_drive", {{"hold_down", 0.0}, {"bearing_diameter", 0.12}},
                                Load{{0, 0, -30, 0, 0, 0}, {0, 0, 0, 0, 1, 0}});
    CHECK(mode(pressed, "tips").factor_live == relative(30 * 0.06, 1e-6));
}
