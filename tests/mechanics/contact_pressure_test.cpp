#include "mechanics/contact_pressure.h"

#include <numbers>

#include "approximately.h"

using namespace clampet::mechanics;

namespace {
PressureSolver disc(double radius, double hole = 0, unsigned fine = 12) {
    PatchShape s;
    s.radius = radius;
    s.hole_radius = hole;
    return PressureSolver(*make_patch(s, Bedding::even, fine, 4 * fine));
}
PressureSolver rectangle(double a, double b) {
    PatchShape s;
    s.polygon = {{-a / 2, -b / 2}, {a / 2, -b / 2}, {a / 2, b / 2}, {-a / 2, b / 2}};
    return PressureSolver(*make_patch(s, Bedding::even, 16, 64));
}
}  // namespace

TEST_CASE("even pressure without a moment", "[mechanics]") {
    const auto solver = disc(0.02);
    const auto p = solver.solve(1000, 0, 0);
    CHECK(p.whole);
    CHECK(p.at(0.01, 0) == relative(1000 / (std::numbers::pi * 4e-4), 1e-6));
}

TEST_CASE("a face opens at its kern", "[mechanics][published]") {
    // Strength of materials: kern of a disc R/4, of a rectangle a/6, of an annulus (R_o^2 + R_i^2)/(4 R_o).
    const auto opens_at = [](const PressureSolver& s, double e) { return s.linear(1, e, 0).whole; };
    CHECK(opens_at(disc(0.02), 0.02 / 4 * 0.999));
    CHECK_FALSE(opens_at(disc(0.02), 0.02 / 4 * 1.001));
    CHECK(opens_at(rectangle(0.06, 0.02), 0.01 * 0.999));
    CHECK_FALSE(opens_at(rectangle(0.06, 0.02), 0.01 * 1.001));
    const double kern = (0.02 * 0.02 + 0.01 * 0.01) / (4 * 0.02);
    CHECK(opens_at(disc(0.02, 0.01), kern * 0.999));
    CHECK_FALSE(opens_at(disc(0.02, 0.01), kern * 1.001));
}

TEST_CASE("beyond the middle third a rectangle carries on a triangle", "[mechanics][published]") {
    // Footing with eccentric load: p_max = 2N / (3 b (a/2 - e)).
    const auto solver = rectangle(0.06, 0.02);
    for (const double e : {0.012, 0.018, 0.024}) {
        CAPTURE(e);
        const auto p = solver.solve(1000, 1000 * e, 0);
        REQUIRE(p.in_balance);
        CHECK_FALSE(p.whole);
        CHECK(solver.greatest(p) == relative(2 * 1000 / (3 * 0.02 * (0.03 - e)), 0.012));
    }
}

TEST_CASE("outside the hull nothing balances", "[mechanics]") {
    const auto solver = rectangle(0.06, 0.02);
    CHECK_FALSE(solver.solve(1000, 31, 0).in_balance);
    CHECK_FALSE(solver.solve(1000, 0, -11).in_balance);
    CHECK_FALSE(solver.solve(0, 0, 0).in_balance);
    CHECK_FALSE(solver.solve(-5, 0, 0).in_balance);
    CHECK(solver.solve(1000, 28, 0).in_balance);
}

TEST_CASE("three feet share by statics", "[mechanics]") {
    const std::vector<Point> feet{{-0.3, -0.2}, {0.3, -0.2}, {0, 0.4}};
    const PressureSolver solver(*make_feet(feet));
    const auto p = solver.solve(90, 90 * 0.05, 90 * 0.02);
    double N = 0, Sx = 0, Sy = 0;
    for (const auto& f : feet) {
        const double n = p.at(f.x, f.y);
        CHECK(n > 0);
        N += n;
        Sx += n * f.x;
        Sy += n * f.y;
    }
    CHECK(N == relative(90, 1e-9));
    CHECK(Sx == relative(4.5, 1e-9));
    CHECK(Sy == relative(1.8, 1e-9));
    CHECK_FALSE(make_feet(std::vector<Point>{{0, 0}, {1, 0}, {2, 0}}));
    CHECK_FALSE(make_feet(std::vector<Point>{{0, 0}, {1, 0}}));
}

TEST_CASE("shapes that are none are refused", "[mechanics]") {
    PatchShape s;
    CHECK_FALSE(make_patch(s, Bedding::even, 4, 8));
    s.radius = 0.01;
    s.hole_radius = 0.01;
    CHECK(make_patch(s, Bedding::even, 4, 8).problem().where == "hole_diameter");
    s.hole_radius = 0;
    s.polygon = {{0, 0}, {0, 1}, {1, 1}, {1, 0}};  // clockwise
    CHECK_FALSE(make_patch(s, Bedding::even, 4, 8));
    s.polygon = {{-1, -1}, {1, -1}, {1, 1}, {-1, 1}};
    s.centre = {2, 0};
    CHECK(make_patch(s, Bedding::even, 4, 8).problem().where == "screw_x");
}

TEST_CASE("areas of patches", "[mechanics]") {
    PatchShape s;
    s.polygon = {{-0.03, -0.02}, {0.03, -0.02}, {0.03, 0.02}, {-0.03, 0.02}};
    CHECK(make_patch(s, Bedding::even, 6, 24)->area == relative(0.06 * 0.04, 1e-3));
    s.reach = 0.025;  // a circle cut by two sides
    const double half = std::acos(0.02 / 0.025),
                 cut = 0.025 * 0.025 * half - 0.02 * std::sqrt(0.025 * 0.025 - 0.02 * 0.02);
    CHECK(make_patch(s, Bedding::even, 6, 24)->area == relative(std::numbers::pi * 0.025 * 0.025 - 2 * cut, 1e-3));
    s.reach = 0.01;
    CHECK(make_patch(s, Bedding::even, 6, 24)->area == relative(std::numbers::pi * 1e-4, 1e-3));
}
