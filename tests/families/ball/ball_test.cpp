#include <boost/math/special_functions/ellint_2.hpp>
#include <fstream>
#include <nlohmann/json.hpp>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::degree;
Values two_rings(double seat, double cap) {
    return {{"diameter", 0.022}, {"friction", 0.2}, {"force", 500.0}, {"seat_angle", seat}, {"cap_angle", cap}};
}
Values one_ring(double seat) {
    auto v = two_rings(seat, 45 * degree);
    v["seats"] = std::string("one_ring");
    return v;
}
}  // namespace

TEST_CASE("spin and tilt of one ring have closed forms", "[families][ball]") {
    // Derived: spin mu N R sin(theta), tilt mu N R (2/pi) E(sin theta): 0.93422 at 30, 0.85985 at 45 degrees.
    struct Row {
        double degrees, tilt;
    };
    const auto row = GENERATE(values<Row>({{30, 0.93422},
                                           {45, 0.85985},
                                           {60, 2 / std::numbers::pi * 1.2110560},
                                           {80, 2 / std::numbers::pi * 1.0401143}}));
    CAPTURE(row.degrees);
    const double theta = row.degrees * degree, N = 500 / std::cos(theta), scale = 0.2 * N * 0.011;
    CHECK(2 / std::numbers::pi * boost::math::ellint_2(std::sin(theta)) == absolute(row.tilt, 2e-5));
    CHECK(factor("ball", one_ring(theta), {0, 0, 0, 1, 0, 0}, "slips") == relative(scale * row.tilt, 1e-3));
    CHECK(factor("ball", one_ring(theta), {0, 0, 0, 0, 1, 0}, "slips") == relative(scale * row.tilt, 1e-3));
    CHECK(factor("ball", one_ring(theta), {0, 0, 0, 0, 0, 1}, "slips") == relative(scale * std::sin(theta), 3e-4));
}

TEST_CASE("rings add", "[families][ball]") {
    const double one = factor("ball", one_ring(45 * degree), {0, 0, 0, 1, 0, 0}, "slips");
    CHECK(factor("ball", two_rings(45 * degree, 45 * degree), {0, 0, 0, 1, 0, 0}, "slips") == relative(2 * one, 1e-3));
}

TEST_CASE("a plunger adds a point opposite its ring", "[families][ball]") {
    auto v = two_rings(45 * degree, 45 * degree);
    v["seats"] = std::string("plunger");
    const double one = factor("ball", one_ring(45 * degree), {0, 0, 0, 1, 0, 0}, "slips");
    CHECK(factor("ball", v, {0, 0, 0, 1, 0, 0}, "slips") == relative(one + 0.2 * 500 * 0.011, 1e-3));
    CHECK(factor("ball", v, {0, 0, 0, 0, 0, 1}, "slips") ==
          relative(factor("ball", one_ring(45 * degree), {0, 0, 0, 0, 0, 1}, "slips"), 1e-3));
}

TEST_CASE("a seat that was tightened once keeps less", "[families][ball]") {
    auto v = one_ring(45 * degree);
    v["seating"] = std::string("as_tightened");
    // N = F/(cos + mu sin): 1/(1 + 0.2) of the jogged one at 45 degrees.
    CHECK(factor("ball", v, {0, 0, 0, 0, 0, 1}, "slips") ==
          relative(factor("ball", one_ring(45 * degree), {0, 0, 0, 0, 0, 1}, "slips") / 1.2, 1e-3));
}

TEST_CASE("forces through the centre", "[families][ball]") {
    const auto v = one_ring(40 * degree);
    // A side force opens the ring at F tan(theta)/2 and rides out at F tan(theta); a pull lifts at F.
    CHECK(factor("ball", v, {1, 0, 0, 0, 0, 0}, "rides_out") == relative(500 * std::tan(40 * degree), 1e-6));
    CHECK(factor("ball", v, {0, 1, 0, 0, 0, 0}, "opens") == relative(250 * std::tan(40 * degree), 1e-6));
    CHECK(factor("ball", v, {0, 0, 1, 0, 0, 0}, "parts") == relative(500, 1e-9));
    // Pull and side force: H = (F - Fz) tan.
    CHECK(factor("ball", v, {10, 0, 20, 0, 0, 0}, "rides_out") ==
          relative(500 / (20 + 10 / std::tan(40 * degree)), 1e-6));
    // A locked cap shares half and half: twice the pull.
    auto locked = two_rings(40 * degree, 40 * degree);
    locked["cap"] = std::string("locked");
    CHECK(factor("ball", locked, {0, 0, 1, 0, 0, 0}, "parts") == relative(1000, 1e-9));
}

TEST_CASE("a pull weakens the seat's friction, a press strengthens it", "[families][ball]") {
    // One ring, spin: mu (F - l Fz) R tan(theta) = l Mz.
    const double t = 0.2 * 0.011 * std::tan(45 * degree);
    CHECK(factor("ball", one_ring(45 * degree), {0, 0, 100, 0, 0, 1}, "slips") ==
          relative(500 * t / (1 + 100 * t), 1e-3));
    CHECK(factor("ball", one_ring(45 * degree), {0, 0, -100, 0, 0, 1}, "slips") ==
          relative(500 * t / (1 - 100 * t), 1e-3));
}

TEST_CASE("a general moment agrees with brute force in SciPy", "[families][ball][reference]") {
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/limit_surface.json");
    const auto reference = nlohmann::json::parse(file);
    for (const auto& c : reference.at("balls")) {
        CAPTURE(c.dump());
        const auto M = c.at("moment").get<std::vector<double>>();
        const Values v{{"diameter", c.at("diameter").get<double>()},
                       {"friction", c.at("friction").get<double>()},
                       {"force", c.at("force").get<double>()},
                       {"seat_angle", c.at("seat_angle").get<double>()},
                       {"cap_angle", c.at("cap_angle").get<double>()}};
        CHECK(factor("ball", v, {0, 0, 0, M[0], M[1], M[2]}, "slips") == relative(c.at("factor"), 0.003));
    }
}

TEST_CASE("spinning the ball about its own axis is the same on every azimuth", "[families][ball][law]") {
    const auto v = two_rings(50 * degree, 35 * degree);
    const double reference = factor("ball", v, {0, 0, 0, 1, 0, 0.7}, "slips");
    for (int i = 1; i < 12; ++i) {
        const double a = 30 * degree * i;
        CHECK(factor("ball", v, {0, 0, 0, std::cos(a), std::sin(a), 0.7}, "slips") == relative(reference, 2e-3));
    }
}

TEST_CASE("a ball that cannot be built", "[families][ball]") {
    CHECK(problem("ball", {{"diameter", 0.01}, {"stem_diameter", 0.01}}).where == "stem_diameter");
    CHECK(problem("ball", {{"squeezed_by", std::string("screw")}, {"screw", std::string("M9")}}).where == "screw");
    CHECK(problem("ball", {{"diameter", -0.01}}).what == "Ball is -10 mm.");
    CHECK(report("ball", {{"force", 0.0}}, {0, 0, 0, 1, 0, 0}).factor == 0);
}

TEST_CASE("a knob's torque becomes a squeeze", "[families][ball]") {
    const auto r = report("ball",
                          {{"squeezed_by", std::string("screw")},
                           {"screw", std::string("M5")},
                           {"torque", 0.8},
                           {"bearing_outer", 0.0},
                           {"thread_friction", 0.15}},
                          Wrench{});
    const double d2 = 4.480e-3, psi = std::atan(0.8e-3 / (std::numbers::pi * d2)),
                 rho = std::atan(0.15 / std::cos(30 * degree));
    CHECK(result(r, "clamping_force") == relative(0.8 / (d2 / 2 * std::tan(psi + rho)), 1e-3));
}

TEST_CASE("a sprung cap under a side force counts as guided or free, whichever holds less", "[families][ball]") {
    // Rides out at H = F tan(theta): free, the seat alone takes H; guided, each ring takes half: with a steep cap ring
    // (20 degrees) the cap gives way first, at H = 2 F tan 20.
    const double F = 400, degree = std::numbers::pi / 180;
    const Values v{{"force", F}, {"seat_angle", 60 * degree}, {"cap_angle", 20 * degree}};
    CHECK(2 * std::tan(20 * degree) < std::tan(60 * degree));
    CHECK(factor("ball", v, {1, 0, 0, 0, 0, 0}, "rides_out") == relative(2 * F * std::tan(20 * degree), 1e-6));
    const Values alike{{"force", F}, {"seat_angle", 45 * degree}, {"cap_angle", 45 * degree}};
    CHECK(factor("ball", alike, {1, 0, 0, 0, 0, 0}, "rides_out") == relative(F, 1e-6));
    // The friction left for a moment is that of the lesser state, by both: never more than without a side force.
    const auto joint = bench::joint("ball", v);
    CHECK(joint->utilisation(0, {200, 0, 0, 0.5, 0.3, 0.2}) >= joint->utilisation(0, {0, 0, 0, 0.5, 0.3, 0.2}));
    // A force alone turns nothing.
    CHECK(std::isinf(factor("ball", v, {1, 0, 0, 0, 0, 0}, "slips")));
}
