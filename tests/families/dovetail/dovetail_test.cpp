#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"
#include "families/choices.h"
#include "mechanics/tightening.h"

using namespace clampet;
using namespace bench;

namespace {
using choices::force;
using constants::pi;
}  // namespace

TEST_CASE("a dovetail's flanks and base balance", "[dovetail]") {
    // Statics of the frictionless rail: two flanks at alpha, F from the jaw: base 2F cot(alpha), slip mu 2F
    // cot(alpha/2).
    const double a = 60 * pi / 180, F = 600, mu = 0.25;
    const Values v{{"jaw_law", std::string("spring")}, {"force", F}, {"friction", mu}};
    CHECK(result(report("dovetail", v, Wrench{}), "base_force") == relative(2 * F / std::tan(a), 1e-6));
    CHECK(result(report("dovetail", v, Wrench{}), "hold_along_rail") == relative(mu * 2 * F / std::tan(a / 2), 1e-6));
    CHECK(factor("dovetail", v, {-1, 0, 0, 0, 0, 0}, "slips") == relative(mu * 2 * F / std::tan(a / 2), 1e-3));
    // A pull takes off the base what it lifts: mu [2F cot(a/2) − Fz].
    const auto pulled = report("dovetail", v, Load{{0, 0, 100, 0, 0, 0}, {-1, 0, 0, 0, 0, 0}});
    CHECK(mode(pulled, "slips").factor_live == relative(mu * (2 * F / std::tan(a / 2) - 100), 1e-3));
    // A spring jaw wedges open at 2F/tan(alpha − rho).
    CHECK(factor("dovetail", v, {0, 0, 1, 0, 0, 0}, "pulls_off") ==
          relative(2 * F / std::tan(a - std::atan(mu)), 0.01));
}

TEST_CASE("a dovetail is rocked against base and flanks together", "[dovetail]") {
    // Statics of the rail: a nod moves the base's force to one end and the flanks' to the other: (B + ΣN cos a) L/2; a
    // yaw the two flanks to opposite ends: ΣN sin a L/2.
    const double a = 60 * pi / 180, F = 600, L = 0.05, N = 2 * F / std::sin(a), B = 2 * F / std::tan(a);
    const Values v{{"force", F}, {"length", L}};
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 1, 0}, "rocks") == relative((B + N * std::cos(a)) * L / 2, 1e-6));
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 0, 1}, "rocks") == relative(N * std::sin(a) * L / 2, 1e-6));
    // A sprung jaw keeps its force in its middle: half of the flanks do not resist.
    Values sprung = v;
    sprung["jaw_law"] = std::string("spring");
    CHECK(factor("dovetail", sprung, {0, 0, 0, 0, 0, 1}, "rocks") == relative(N / 2 * std::sin(a) * L / 2, 1e-6));
}

TEST_CASE("a dovetail's friction holds it down or keeps it from sliding, not both", "[dovetail]") {
    // A sprung jaw, the base lifted: flank i carries H(s + v c) and H(v s − c) across, v = Fz/2F.
    const double a = 60 * pi / 180, F = 600, mu = 0.25, s = std::sin(a), c = std::cos(a);
    const Values v{{"jaw_law", std::string("spring")}, {"force", F}, {"friction", mu}, {"pull_strength", 1e5}};
    const double open = 2 * F / std::tan(a - std::atan(mu)), pull = 0.5 * (open + 2 * F / std::tan(a)),
                 x = pull / (2 * F);
    const double left = std::sqrt(std::pow(mu * 2 * F * (s + x * c), 2) - std::pow(2 * F * (x * s - c), 2));
    const auto r = report("dovetail", v, Load{{0, 0, pull, 0, 0, 0}, {-1, 0, 0, 0, 0, 0}});
    CHECK(mode(r, "slips").factor_live == relative(left, 1e-4));
    CHECK(left < 0.9 * mu * 2 * F * (s + x * c));
    CHECK(factor("dovetail", v, {0, 0, 1, 0, 0, 0}, "slips") == relative(open, 1e-4));
}

TEST_CASE("a dovetail opens where base or flanks first have no pressure at an end", "[dovetail]") {
    // A nod is shared by stiffness, k_b against 2 k cos² a: the base opens at share · M = B L/6, each flank at
    // (1 − share) M/(2 cos a) = N L/6; a yaw takes half of M/sin a on each flank. The lesser counts.
    const double a = 60 * pi / 180, F = 600, L = 0.05, N = F / std::sin(a), B = 2 * F / std::tan(a);
    const double share = 1 / (1 + 2 * std::cos(a) * std::cos(a));
    const Values v{{"force", F}, {"length", L}, {"flank_stiffness", 1.0}};
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 1, 0}, "opens") ==
          relative(std::min(B * L / 6 / share, N * L / 6 * 2 * std::cos(a) / (1 - share)), 1e-6));
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 0, 1}, "opens") == relative(2 * std::sin(a) * N * L / 6, 1e-6));
    // Soft flanks leave the nod to the base, stiff ones take it until they open.
    Values soft = v, stiff = v;
    soft["flank_stiffness"] = 0.0;
    stiff["flank_stiffness"] = 50.0;
    CHECK(factor("dovetail", soft, {0, 0, 0, 0, 1, 0}, "opens") == relative(B * L / 6, 1e-6));
    const double left = 1 / (1 + 100 * std::cos(a) * std::cos(a));
    CHECK(factor("dovetail", stiff, {0, 0, 0, 0, 1, 0}, "opens") ==
          relative(std::min(B * L / 6 / left, N * L / 6 * 2 * std::cos(a) / (1 - left)), 1e-6));
}

TEST_CASE("a closed end carries what would slide that way", "[dovetail]") {
    const Values v{{"ends", s("closed")}};
    CHECK(std::isinf(factor("dovetail", v, {50, 0, 0, 0, 0, 0}, "slips")));
    CHECK(std::isfinite(factor("dovetail", v, {-50, 0, 0, 0, 0, 0}, "slips")));
    CHECK_THAT(notes("dovetail", {}), Catch::Contains("Both ends are open"));
    CHECK(notes("dovetail", v).find("Both ends") == std::string::npos);
    // Tightened and never jogged: seating friction takes from the flanks, base 2F/tan(alpha + rho).
    const double a = 60 * pi / 180, rho = std::atan(0.25);
    const auto seated = report("dovetail", {{"seating", s("as_tightened")}, {"friction", 0.25}}, Wrench{});
    CHECK(result(seated, "base_force") == relative(2 * 600 / std::tan(a + rho), 1e-9));
}
