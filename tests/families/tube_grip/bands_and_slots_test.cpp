#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::pi;
}  // namespace

TEST_CASE("bands hold by belt friction", "[tube_grip][published]") {
    // Eytelwein: a band pulled with T at both ends over pi of arc presses with 2 T (1 − e^(−mu pi))/mu in all.
    const Values dry{{"jaws", std::string("band")}, {"force", 300.0}, {"friction", 0.3}, {"diameter", 0.03}};
    double sum = 0;  // the integral of T(phi) dphi on both halves
    for (int i = 0; i < 100000; ++i) sum += 2 * 300 * std::exp(-0.3 * pi * (i + 0.5) / 100000) * pi / 100000;
    CHECK(result(report("tube_grip", dry, Wrench{}), "normal_force_sum") == relative(sum, 1e-6));
    // Three ties beside each other hold three times as much, and each carries a third of what pulls.
    auto three = dry;
    three["band_turns"] = 3.0;
    CHECK(result(report("tube_grip", three, Wrench{}), "normal_force_sum") == relative(3 * sum, 1e-6));
    three["band_strength"] = 500.0;
    CHECK(factor("tube_grip", three, {0, 0, 1, 0, 0, 0}, "parts") == relative(2 * 3 * 300, 1e-9));
    CHECK(factor("tube_grip", three, {0, 0, 1, 0, 0, 0}, "breaks") == relative(2 * 3 * 500, 1e-9));
    auto greased = dry;
    greased["band_slides"] = std::string("freely");
    CHECK(factor("tube_grip", greased, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * pi * 300, 1e-9));
    // Roark, rings: a split ring opens by 3 pi P r³/(E I).
    auto slit = greased;
    slit["jaws"] = std::string("slit");
    slit["slit_wall"] = 0.004;
    slit["slit_gap"] = 0.002;
    const double r = 0.015 + 0.002, I = 0.05 * std::pow(0.004, 3) / 12,
                 spent = 0.002 * 2.3e9 * I / (3 * pi * r * r * r);
    CHECK(factor("tube_grip", slit, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * pi * (300 - spent), 1e-6));
}

TEST_CASE("a padded slot, a spring clamp, and crossed tubes", "[tube_grip]") {
    const Values slot{
        {"jaws", std::string("slot")}, {"force", 200.0}, {"friction", 0.5}, {"length", 0.06}, {"slot_width", 0.03}};
    CHECK(factor("tube_grip", slot, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.5 * 400, 2e-3));
    // Mean radius of a 2 by 1 rectangle 0.59323 of its short side (closed form of mechanics, section 3).
    CHECK(factor("tube_grip", slot, {0, 0, 0, 0, 0, 1}, "slips") == relative(0.5 * 400 * 0.59323 * 0.03, 3e-3));
    CHECK(factor("tube_grip", slot, {0, 0, 0, 0, 1, 0}, "rocks") == relative(200 * 0.06, 1e-9));
    const Values spring{{"squeezed_by", std::string("spring")},
                        {"jaws", std::string("flat")},
                        {"diameter", 0.03},
                        {"spring_closed", 20.0},
                        {"spring_rate", 1500.0},
                        {"friction", 0.5}};
    CHECK(factor("tube_grip", spring, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.5 * 2 * (20 + 45), 2e-3));
    auto wide = spring;
    wide["spring_most"] = 0.025;
    CHECK(problem("tube_grip", wide).where == "spring_most");
    const Values pair{{"tubes", std::string("right_angle")}, {"jaws", std::string("collar")}, {"axes_apart", 0.05}};
    const double along = factor("tube_grip", pair, {1, 0, 0, 0, 0, 0}, "slips");
    // A force along the second tube's axis slides there; along the first, it turns the second at its lever arm.
    CHECK(factor("tube_grip", pair, {0, 1, 0, 0.05 * -1, 0, 0}, "slips_second") == relative(along, 1e-6));
    CHECK(std::isinf(factor("tube_grip", pair, {0, 0, 0, 0, 0, 1}, "slips_second")));
}

TEST_CASE("a spring loses nothing in a day, a screw does", "[tube_grip]") {
    const Values spring{
        {"squeezed_by", s("spring")}, {"diameter", 0.03}, {"spring_closed", 20.0}, {"spring_rate", 1500.0}};
    CHECK(result(report("tube_grip", spring, Wrench{}), "clamping_force") == relative(20 + 1500 * 0.03, 1e-9));
    const auto& grip = *families::family_named("tube_grip");
    const auto whole = families::complete(grip, spring);
    REQUIRE(whole);
    CHECK_FALSE(families::find_parameter(grip, "kept")->is_relevant(*whole));
}
