#include <cmath>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::g;
using constants::gravity;
}  // namespace

TEST_CASE("levers balance", "[counterweight]") {
    const Values v{{"payload_mass", 2.0},  {"payload_arm", 0.6},
                   {"counter_arm", 0.3},   {"rod_mass", 0.5},
                   {"rod_arm", 0.15},      {"plates", std::string("2.5 kg; 1.25 kg; 1.25 kg; 0.5 kg")},
                   {"pivot_friction", 1.0}};
    const auto r = report("counterweight", v, Wrench{});
    CHECK(result(r, "needed_mass") == relative((2 * 0.6 + 0.5 * 0.15) / 0.3, 1e-12));
    CHECK(result(r, "counter_mass") == relative(4.25, 1e-12));  // 2.5 + 1.25 + 0.5 is nearest to 4.25
    CHECK(result(r, "residual") == absolute(0, 1e-9));
    CHECK(factor("counterweight", v, {0, 0, 0, 0, 1, 0}, "slips") == relative(1.0, 1e-6));
    auto scale = v;
    scale["measured"] = std::string("yes");
    scale["reading_rising"] = 5.6;
    scale["reading_sinking"] = 5.0;
    scale["reading_arm"] = 0.3;
    CHECK(result(report("counterweight", scale, Wrench{}), "measured_friction") == relative(0.3 * 0.3 * gravity, 1e-9));
    CHECK(problem("counterweight", {{"plates", std::string("two")}}).where == "plates");
    CHECK(problem("counterweight", {{"rod_arm", -19.0}, {"rod_mass", 100.0}}).where == "rod_arm");
}

TEST_CASE("which side of a beam drops, and a hand that turns a platform", "[counterweight][pan_drive]") {
    const Values light{{"weight_from", s("given")}, {"counter_mass", 1.0}},
        heavy{{"weight_from", s("given")}, {"counter_mass", 9.0}};
    const auto motion = [](const Values& v) {
        return mode(report("counterweight", v, Wrench{0, 0, 0, 0, 0.1, 0}), "slips").motion.does();
    };
    CHECK(motion(light) == "drops on the payload's side");
    CHECK(motion(heavy) == "drops on the weight's side");
    const Values hand{{"driven_by", s("hand")},
                      {"hand_force", 20.0},
                      {"hand_radius", 0.3},
                      {"drag", 0.5},
                      {"unpowered", s("must_stay")}};
    CHECK(factor("pan_drive", hand, {0, 0, 0, 0, 0, 1}, "stalls") == relative(20 * 0.3 - 0.5, 1e-9));
    CHECK(factor("pan_drive", hand, {0, 0, 0, 0, 0, 1}, "backdrives") == relative(0.5, 1e-9));  // drag alone
    // A leaning axis lets the offset swing: m g e sin(phi).
    auto leaning = hand;
    leaning["lean"] = 0.1;
    const double extra = 3 * g * 0.05 * (std::sin(0.1) - std::sin(0.03));
    CHECK(result(report("pan_drive", leaning, Wrench{}), "start_torque") -
              result(report("pan_drive", hand, Wrench{}), "start_torque") ==
          relative(extra, 1e-6));
    CHECK_THAT(notes("pan_drive", {{"hold_down", 0.0}}), Catch::Contains("Nothing holds the platform down"));
}
