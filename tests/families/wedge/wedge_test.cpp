#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::pi;
}  // namespace

TEST_CASE("a wedge locks below twice its friction angle", "[wedge][published]") {
    // Common to all statics books: a single wedge between like faces holds while its angle is at most rho1 + rho2.
    const double rho = std::atan(0.3);
    const auto margin = [&](double angle) {
        return factor("wedge", {{"friction", 0.3}, {"angle", angle}}, {0, 0, -10, 0, 0, 0}, "locks");
    };
    CHECK(margin(2 * rho) == relative(1.0, 1e-6));
    CHECK(margin(rho) == relative(2.0, 1e-6));
    // 15° holds on wood at mu 0.3, not waxed (0.1): common practice.
    CHECK(margin(15 * pi / 180) > 2);
    CHECK(factor("wedge", {{"friction", 0.1}, {"angle", 15 * pi / 180}}, {0, 0, -10, 0, 0, 0}, "locks") < 1);
    const auto r = report("wedge", {{"friction", 0.3}, {"angle", 0.14}, {"drive", 100.0}}, Wrench{});
    const double N = 100 / (std::tan(rho) + std::tan(rho + 0.14));
    CHECK(result(r, "normal_force") == relative(N, 1e-6));
    CHECK(result(r, "force_out") == relative(N * (std::tan(rho) + std::tan(rho - 0.14)), 1e-6));
}

TEST_CASE("a wedge is pulled out and pushed aside on one friction", "[wedge]") {
    // What the side push takes of a face's friction is gone for the pull: mu' = sqrt(mu² − (Fy/N)²) on both faces.
    const double mu = 0.3, delta = 0.14, N = 400, rho = std::atan(mu);
    const Values v{{"friction", mu}, {"angle", delta}, {"drive", N * (std::tan(rho) + std::tan(rho + delta))}};
    CHECK(factor("wedge", v, {-1, 0, 0, 0, 0, 0}, "slips") ==
          relative(N * (std::tan(rho) + std::tan(rho - delta)), 1e-6));
    const double side = 90, rest = std::atan(std::sqrt(mu * mu - side * side / N / N));
    const double pull = N * (std::tan(rest) + std::tan(rest - delta));
    CHECK(joint("wedge", v)->utilisation(1, {-pull, side, 0, 0, 0, 0}) == relative(1, 1e-6));
    CHECK(pull < 0.7 * N * (std::tan(rho) + std::tan(rho - delta)));
}

TEST_CASE("a wedge whose faces both slope shares its angle between them", "[wedge][published]") {
    // As two inclined planes of half the angle: in N[tan(ρ₁ + δ/2) + tan(ρ₂ + δ/2)], out with the sign turned.
    const double one = std::atan(0.35), other = std::atan(0.2), half = 0.11;
    const Values v{{"shape", s("symmetric")}, {"friction", 0.35},  {"friction_alike", s("unlike")},
                   {"friction_other", 0.2},   {"angle", 2 * half}, {"drive", 100.0}};
    const auto r = report("wedge", v, Wrench{});
    const double N = 100 / (std::tan(one + half) + std::tan(other + half));
    CHECK(result(r, "normal_force") == relative(N, 1e-6));
    CHECK(result(r, "force_out") == relative(N * (std::tan(one - half) + std::tan(other - half)), 1e-6));
    CHECK(factor("wedge", v, {-1, 0, 0, 0, 0, 0}, "slips") ==
          relative(N * (std::tan(one - half) + std::tan(other - half)), 1e-6));
}
