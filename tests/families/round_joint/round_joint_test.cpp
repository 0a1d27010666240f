#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {

using constants::pi;

Values held(const char* how, Values more = {}) {
    Values v{{"held", s(how)}, {"post", 0.025}, {"bore", 0.0252}, {"depth", 0.06}, {"friction", 0.4}};
    for (const auto& [key, value] : more) v[key] = value;
    return v;
}

}  // namespace

TEST_CASE("a loose post is held by what leans on it", "[round_joint]") {
    // H at h presses rim and end: N = H (1 + 2 h/L); pulled with F and twisted with T: sqrt(F^2 + (T/r)^2) = mu N.
    const double H = 10, h = 0.3, N = H * (1 + 2 * h / 0.06);
    const Load leaning{{H, 0, 0, 0, H * h, 0}, {0, 0, 1, 0, 0, 0}};
    CHECK(mode(report("round_joint", held("loose"), leaning), "slips").factor_live == relative(0.4 * N, 1e-6));
    const Load twisted{{H, 0, 0, 0, H * h, 0}, {0, 0, 0, 0, 0, 1}};
    CHECK(mode(report("round_joint", held("loose"), twisted), "slips").factor_live == relative(0.4 * N * 0.0125, 1e-6));
    // Alone it holds no pull at all, and a twist neither.
    CHECK(factor("round_joint", held("loose"), {0, 0, 1, 0, 0, 0}, "slips") == 0);
    CHECK(factor("round_joint", held("loose"), {0, 0, 0, 0, 0, 0.1}, "slips") == 0);
    // What presses it down is borne by the bottom, unless there is none.
    CHECK(std::isinf(factor("round_joint", held("loose"), {0, 0, -50, 0, 0, 0}, "slips")));
    CHECK(factor("round_joint", held("loose", {{"under_it", s("nothing")}}), {0, 0, -50, 0, 0, 0}, "slips") == 0);
    const auto drops =
        report("round_joint", held("loose", {{"under_it", s("nothing")}}), Load{{}, {1, 0, -50, 0, 0, 0}});
    CHECK(mode(drops, "slips").motion.does() == "drops in its bore");
}

TEST_CASE("play wobbles at the camera, and tape takes it up", "[round_joint]") {
    // c (1 + 2 h/L): 0.2 mm, 0.3 m over 60 mm.
    const auto loose = report("round_joint", held("loose", {{"height", 0.3}}), Wrench{});
    CHECK(result(loose, "movement_at_payload") == relative(0.2e-3 * 11, 1e-9));
    CHECK(result(loose, "lean") == relative(std::atan(0.2e-3 / 0.06), 1e-9));
    CHECK(factor("round_joint", held("loose", {{"height", 0.3}, {"movement_limit", 0.001}}), {1, 0, 0, 0, 0, 0},
                 "wobbles") == relative(1 / 2.2, 1e-9));
    // One wrap of paper, squeezed: 2 x 0.8 x 0.13 mm is 0.208 of the 0.2 mm: nothing is left.
    const auto taped = report("round_joint", held("taped", {{"wraps", 1.0}, {"tape", s("paper")}}), Wrench{});
    CHECK(result(taped, "play") == absolute(0, 1e-12));
    CHECK(problem("round_joint", held("taped", {{"wraps", 4.0}})).where == "wraps");
    CHECK_THAT(notes("round_joint", held("loose", {{"bore", 0.0262}})), Catch::Contains("3 wraps of tape"));
}

TEST_CASE("pressed, glued and pinned posts hold by their formulas", "[round_joint]") {
    const Values pressed =
        held("pressed", {{"interference", 0.0001}, {"outside", 0.05}, {"post_modulus", 12e9}, {"hub_modulus", 12e9}});
    // Lamé with nu 0.3 on both sides; then mu p pi d L, twist at the radius, and both as one budget.
    const double d = 0.0249, o = 0.05, share = (o * o + d * d) / (o * o - d * d);
    const double p = 0.1e-3 / (d / 12e9 * (share + 0.3) + d / 12e9 * 0.7), hold = 0.4 * p * pi * 0.025 * 0.06;
    CHECK(factor("round_joint", pressed, {0, 0, 1, 0, 0, 0}, "slips") == relative(hold, 1e-6));
    CHECK(factor("round_joint", pressed, {0, 0, 0, 0, 0, 1}, "slips") == relative(hold * 0.0125, 1e-6));
    CHECK(factor("round_joint", pressed, {0, 0, 3, 0, 0, 4 * 0.0125}, "slips") == relative(hold / 5, 1e-6));
    CHECK(factor("round_joint", pressed, {0, 0, 0, 0, 1, 0}, "opens") ==
          relative(pi * 0.0125 * p * 0.06 * 0.06 / 6, 1e-6));
    // Too much of it splits what it is in: the share of what would be right.
    auto thin = pressed;
    thin["hub_strength"] = p * share / 2;
    CHECK(factor("round_joint", thin, {0, 0, 0, 0, 0, 0}, "splits") == relative(0.5, 1e-6));
    CHECK(problem("round_joint", held("pressed", {{"outside", 0.02}})).where == "outside");
    CHECK(problem("round_joint", held("loose", {{"post", 0.026}})).id == ProblemId("round.does_not_go_in"));

    const Values glued = held("glued", {{"shear_strength", 3e6}});
    CHECK(factor("round_joint", glued, {0, 0, 1, 0, 0, 0}, "slips") == relative(3e6 * pi * 0.025 * 0.06, 1e-6));
    auto end = glued;
    end["grain"] = s("end");
    CHECK(factor("round_joint", end, {0, 0, 1, 0, 0, 0}, "slips") == relative(0.2 * 3e6 * pi * 0.025 * 0.06, 1e-6));

    const Values pinned = held("pinned", {{"pin_diameter", 0.005}, {"pin_strength", 230e6}, {"wall", 0.01}});
    const double section = pi * 0.005 * 0.005 / 4;
    CHECK(factor("round_joint", pinned, {0, 0, 1, 0, 0, 0}, "pin_shears") == relative(2 * 230e6 * section, 1e-6));
    CHECK(factor("round_joint", pinned, {0, 0, 0, 0, 0, 1}, "pin_shears") == relative(230e6 * section * 0.025, 1e-6));
    CHECK(factor("round_joint", pinned, {0, 0, 1, 0, 0, 0}, "pin_tears") ==
          relative(2 * 7e6 * 0.005 * 0.025 / 4, 1e-6));
    CHECK(problem("round_joint", held("pinned", {{"pin_diameter", 0.02}})).where == "pin_diameter");
    CHECK(problem("round_joint", held("pinned", {{"pin_diameter", 0.0125}})).where == "pin_diameter");  // half of it
    CHECK_FALSE(report("round_joint", held("pinned", {{"pin_diameter", 0.0124}}), Wrench{}).modes.empty());
}

TEST_CASE("leg locks: a slit, a cone and a screw from the side", "[round_joint]") {
    const Values force{{"squeezed_by", s("force")}, {"force", 300.0}, {"kept", 1.0}, {"under_it", s("nothing")}};
    const auto lock = [&](const char* how, Values more) {
        for (const auto& [key, value] : force) more.try_emplace(key, value);
        return held(how, more);
    };
    const Wrench down{0, 0, -1, 0, 0, 0};
    // A screw presses two lines; its end bears F/(pi d^2/4).
    const auto screw = lock("side_screw", {{"tip_diameter", 0.006}, {"bearing_strength", 150e6}});
    CHECK(factor("round_joint", screw, down, "slips") == relative(0.4 * 2 * 300, 1e-9));
    CHECK(std::isinf(factor("round_joint", screw, down, "bores")));  // 10.6 MPa of 150
    auto soft = screw;
    soft["bearing_strength"] = 7e6;
    CHECK(factor("round_joint", soft, down, "bores") == relative(7e6 * pi / 4 * 36e-6 / 300, 1e-9));
    CHECK(factor("round_joint", screw, {0, 0, 3, 0, 0, 4 * 0.0125}, "slips") == relative(0.4 * 600 / 5, 1e-9));
    // A cone of half angle a with friction rho: F/tan(a + rho).
    const auto cone = lock("collet", {{"cone_angle", 0.2}, {"cone_friction", 0.25}});
    CHECK(factor("round_joint", cone, down, "slips") == relative(0.4 * 300 / std::tan(0.2 + std::atan(0.25)), 1e-9));
    // A slit ring of wall t spends pi c E I/(3 pi r^3) on closing; the rest grips as a belt over two halves.
    const auto slit = lock("clamped", {{"outside", 0.0352}, {"hub_modulus", 2.3e9}});
    const double t = 0.005, r = 0.0151, inertia = 0.06 * t * t * t / 12;
    const double left = 300 - pi * 0.2e-3 * 2.3e9 * inertia / (3 * pi * r * r * r);
    REQUIRE(left > 100);
    CHECK(factor("round_joint", slit, down, "slips") == relative(2 * left * (1 - std::exp(-0.4 * pi)), 1e-9));
    // A thick hub takes all of it, and that is said.
    const auto stiff = lock("clamped", {{"outside", 0.08}, {"hub_modulus", 10e9}});
    CHECK(factor("round_joint", stiff, down, "slips") == 0);
    CHECK_THAT(notes("round_joint", stiff), Catch::Contains("nothing is left to grip with"));
    CHECK(problem("round_joint", lock("clamped", {{"outside", 0.02}})).where == "outside");
    // Clamped, it does not wobble.
    const auto clamped = joint("round_joint", slit);
    for (const auto& m : clamped->modes()) CHECK(m.key != "wobbles");
}

TEST_CASE("a wedge beside a post presses by its angle, and a steep one works loose", "[round_joint]") {
    const double mu = 0.4, rho = std::atan(mu);
    const Values v = held("wedged", {{"wedge_angle", 0.1}, {"drive_force", 150.0}});
    CHECK(factor("round_joint", v, {0, 0, 1, 0, 0, 0}, "slips") ==
          relative(mu * 2 * 150 / (std::tan(rho + 0.1) + mu), 1e-9));
    CHECK(factor("round_joint", v, {0, 0, 1, 0, 0, 0}, "wedge_backs_out") == relative(2 * rho / 0.1, 1e-9));
}

TEST_CASE("a side load crushes the rim by the worst pressure", "[round_joint]") {
    // sigma = H/(d L) + 6 M/(d L^2), M about the middle of the bore: H (h + L/2).
    const double h = 0.3, d = 0.025, L = 0.06, worst = 1 / (d * L) + 6 * (h + L / 2) / (d * L * L);
    CHECK(factor("round_joint", held("loose"), {1, 0, 0, 0, h, 0}, "crushes") == relative(7e6 / worst, 1e-9));
    CHECK(factor("round_joint", held("loose"), {0, 1, 0, -h, 0, 0}, "crushes") == relative(7e6 / worst, 1e-9));
}
