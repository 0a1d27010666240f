#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::gravity;
using constants::pi;
}  // namespace

TEST_CASE("printed chains: fingers are pieces of a ring", "[ball_chain]") {
    // The second moment of an annular sector by brute force.
    const double ri = 0.010, t = 0.002, a = pi / 4 * 0.9;
    double area = 0, first = 0, second = 0;
    const int n = 800;
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < n; ++j) {
            const double r = ri + t * (i + 0.5) / n, phi = -a + 2 * a * (j + 0.5) / n, dA = r * t / n * 2 * a / n;
            area += dA;
            first += r * std::cos(phi) * dA;
            second += std::pow(r * std::cos(phi), 2) * dA;
        }
    const double I = second - first * first / area, L = 0.016;
    const auto r = report("ball_chain", {}, Wrench{0, 0, -1, 0, 0, 0});
    CHECK(worked(r, "finger_stiffness") == relative(3 * 1.9e9 * I / (L * L * L), 1e-3));
    // Without friction only the wire holds: M_p = sigma_y d³/6, a fully plastic round.
    double plastic = 0;
    for (int i = 0; i < 200000; ++i) {
        const double y = 0.001 * (i + 0.5) / 200000;
        plastic += 2 * 120e6 * y * 2 * std::sqrt(0.001 * 0.001 - y * y) * 0.001 / 200000;
    }
    CHECK(result(report("ball_chain", {{"friction", 0.0}, {"wire_diameter", 0.002}}, Wrench{}), "joint_torque") ==
          relative(plastic, 1e-4));
}

TEST_CASE("the base of a level chain lets go first, and its reach follows", "[ball_chain]") {
    const Values v{{"joints", 4.0}, {"pitch", 0.03}, {"segment_mass", 0.0}};
    const double hold = result(report("ball_chain", v, Wrench{}), "joint_torque");
    const auto r = report("ball_chain", v, Wrench{0, 0, -1, 0, 0, 0});
    CHECK(mode(r, "slips").factor == relative(hold / (4 * 0.03), 2e-3));
    CHECK_THAT(mode(r, "slips").motion.does(), Catch::Contains("joint 1 from the base"));
    const double n = result(
        report("ball_chain", {{"segment_mass", 0.0}, {"payload_mass", 0.15}, {"pitch", 0.03}, {"payload_offset", 0.02}},
               Wrench{}),
        "longest_joints");
    CHECK(n == std::floor((hold / (0.15 * gravity) - 0.02) / 0.03));
    CHECK(problem("ball_chain", {{"opening_diameter", 0.021}}).where == "opening_diameter");
    CHECK(problem("ball_chain", {{"stem_diameter", 0.0195}}).where == "stem_diameter");
}

TEST_CASE("a chain of two pitches, a tube core, and play", "[ball_chain]") {
    // Six joints of 30 mm and, at the tip, two of 20 mm: 220 mm; own weight by its pieces.
    const Values v{{"joints", 8.0}, {"pitch", 0.03}, {"tip_joints", 2.0}, {"tip_pitch", 0.02}, {"segment_mass", 0.006}};
    const auto r = report("ball_chain", v, Wrench{0, 0, -1, 0, 0, 0});
    CHECK(result(r, "length") == relative(0.22, 1e-12));
    const double hold = result(r, "joint_torque");
    CHECK(mode(r, "slips").factor == relative(hold / 0.22, 2e-3));
    const auto own = report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, 0, 0, -gravity}, {0, 0, -1, 0, 0, 0}});
    double weighs = 0;  // six of 6 g, two of 4 g, each at its middle
    for (int i = 0; i < 6; ++i) weighs += 0.006 * gravity * 0.03 * (i + 0.5);
    weighs += 0.004 * gravity * (0.19 + 0.21);
    CHECK(mode(own, "slips").factor_live == relative((hold - weighs) / 0.22, 2e-3));
    CHECK(problem("ball_chain", {{"joints", 2.0}, {"tip_joints", 3.0}}).where == "tip_joints");
    // A tube core is plastic through at sigma (d³ − d_i³)/6 (Shigley, plastic section of a hollow round).
    const Values tube{{"friction", 0.0}, {"wire_diameter", 0.004}, {"wire_wall", 0.0005}, {"wire_yield", 120e6}};
    CHECK(result(report("ball_chain", tube, Wrench{}), "joint_torque") ==
          relative(120e6 * (std::pow(0.004, 3) - std::pow(0.003, 3)) / 6, 1e-6));
    CHECK(problem("ball_chain", {{"wire_diameter", 0.002}, {"wire_wall", 0.0015}}).where == "wire_wall");
    // Every joint's play counts by its distance from the payload: 1° over 40, 30 .. 10 mm.
    const Values loose{{"joints", 4.0}, {"pitch", 0.01}, {"play", pi / 180}};
    CHECK(result(report("ball_chain", loose, Wrench{}), "loose_at_payload") == relative(pi / 180 * 0.10, 1e-9));
}

TEST_CASE("a hung chain does not lift itself, and a level one carries its own segments", "[ball_chain]") {
    const Values v{{"joints", 6.0}, {"pitch", 0.04}, {"segment_mass", 0.01}};
    const double hold = result(report("ball_chain", v, Wrench{}), "joint_torque"), own = 6 * 0.01 * gravity * 0.12;
    const auto level = report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, 0, 0, -gravity}, {0, 0, -1, 0, 0, 0}});
    CHECK(mode(level, "slips").factor_live == relative((hold - own) / 0.24, 5e-3));
    const auto lifted = report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, 0, 0, -gravity}, {0, 0, 1, 0, 0, 0}});
    CHECK(mode(lifted, "slips").factor_live == relative((hold + own) / 0.24, 5e-3));
    // Hanging along its own axis nothing bends it.
    CHECK(std::isinf(mode(report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, gravity, 0, 0}, {}}), "slips").factor));
    // The whole load, own weight included, grows with lambda_mass.
    CHECK(mode(level, "slips").factor_mass == relative(hold / (own + 0.24), 5e-3));
}

TEST_CASE("a wire alone holds a chain whose balls are loose, and nothing holds one without", "[ball_chain]") {
    // A ring that does not grip: what is left is sigma d^3/6 of the wire.
    const Values loose{{"interference", 0.0}, {"wire_diameter", 0.003}, {"wire_yield", 150e6}};
    const double wire = 150e6 * std::pow(0.003, 3) / 6, asked = 0.1;
    const auto held = factor("ball_chain", loose, {0, 0, 0, 0, asked, 0}, "slips");
    CHECK(held == relative(wire / asked, 1e-3));
    auto bare = loose;
    bare["wire_diameter"] = 0.0;
    CHECK(factor("ball_chain", bare, {0, 0, 0, 0, asked, 0}, "slips") == 0);
}

TEST_CASE("one segment swings until its stem meets the opening's edge", "[ball_chain]") {
    // The ball's middle sees the opening at asin(8/10) and the stem at asin(5/10): 53.13 less 30 degrees.
    const auto& family = *families::family_named("ball_chain");
    const auto swing = [&](double stem) {
        const auto values = families::complete(
            family, {{"joints", 1.0}, {"ball_diameter", 0.010}, {"opening_diameter", 0.008}, {"stem_diameter", stem}});
        REQUIRE(values);
        return family.motion(*values).axes.at(1).most;
    };
    CHECK(swing(0.005) == relative(std::asin(0.8) - std::asin(0.5), 1e-9));
    CHECK(swing(0.002) == relative(std::asin(0.8) - std::asin(0.2), 1e-9));
    CHECK(swing(0.008) == 0);
}
