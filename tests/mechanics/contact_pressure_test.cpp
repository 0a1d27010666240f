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
}  // namespace

TEST_CASE("a patch has the second moments of its shape, wherever it lies", "[mechanics][published]") {
    // Rectangle l b: b l^3/12 about its own middle (any table of beams).
    const double l = 0.06, b = 0.02;
    for (const Point at : {Point{0, 0}, Point{0.05, -0.03}, Point{-0.02, 0.07}}) {
        PatchShape shape = rectangle(l, b);
        for (auto& p : shape.polygon) p = {p.x + at.x, p.y + at.y};
        shape.centre = at;
        const PressureSolver solver(*make_patch(shape, Bedding::even, 8, 40));
        CAPTURE(at.x, at.y);
        const double per_area = l * b / solver.pressed_sums(std::array{1.0, 0.0, 0.0}.data())[1];
        CHECK(per_area * solver.second_moment_y() == relative(b * l * l * l / 12, 1e-3));
        CHECK(per_area * solver.second_moment_x() == relative(l * b * b * b / 12, 1e-3));
    }
}

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
    CHECK(opens_at(PressureSolver(*make_patch(rectangle(0.06, 0.02), Bedding::even, 16, 64)), 0.01 * 0.999));
    CHECK_FALSE(opens_at(PressureSolver(*make_patch(rectangle(0.06, 0.02), Bedding::even, 16, 64)), 0.01 * 1.001));
    const double kern = (0.02 * 0.02 + 0.01 * 0.01) / (4 * 0.02);
    CHECK(opens_at(disc(0.02, 0.01), kern * 0.999));
    CHECK_FALSE(opens_at(disc(0.02, 0.01), kern * 1.001));
}

TEST_CASE("beyond the middle third a rectangle carries on a triangle", "[mechanics][published]") {
    // Footing with eccentric load: p_max = 2N / (3 b (a/2 - e)).
    const auto solver = PressureSolver(*make_patch(rectangle(0.06, 0.02), Bedding::even, 16, 64));
    for (const double e : {0.012, 0.018, 0.024}) {
        CAPTURE(e);
        const auto p = solver.solve(1000, 1000 * e, 0);
        REQUIRE(p.in_balance);
        CHECK_FALSE(p.whole);
        CHECK(solver.greatest(p) == relative(2 * 1000 / (3 * 0.02 * (0.03 - e)), 0.012));
    }
}

TEST_CASE("outside the hull nothing balances", "[mechanics]") {
    const auto solver = PressureSolver(*make_patch(rectangle(0.06, 0.02), Bedding::even, 16, 64));
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

namespace {
PressureSolver exactly(const PatchShape& shape) {
    return PressureSolver(*make_patch(shape, Bedding::even, 10, 40), 1e-10, Integration::exact);
}
PatchShape box(double a, double b) {
    PatchShape s;
    s.polygon = {{-a / 2, -b / 2}, {a / 2, -b / 2}, {a / 2, b / 2}, {-a / 2, b / 2}};
    return s;
}
}  // namespace

TEST_CASE("the peak under a footing that has opened is exact right up to tipping", "[mechanics][published]") {
    // Foundation engineering: a footing a x b under N at e > a/6 presses over 3 (a/2 - e), its peak 2 N/(3 b (a/2 -
    // e)).
    const double a = 0.06, b = 0.02, N = 800;
    const auto solver = exactly(box(a, b));
    for (const double e : {0.012, 0.02, 0.027, 0.0295, 0.02999}) {
        const auto p = solver.solve(N, N * e, 0);
        REQUIRE(p.in_balance);
        CHECK(solver.greatest(p) == relative(2 * N / (3 * b * (a / 2 - e)), 1e-6));
    }
    CHECK_FALSE(solver.solve(N, N * 0.03, 0).in_balance);
    CHECK_FALSE(solver.solve(N, N * 0.1, 0).in_balance);
}

TEST_CASE("a pressed region in closed form equals a fine grid of points", "[mechanics]") {
    std::vector<PatchShape> shapes;
    shapes.push_back(box(0.05, 0.03));
    shapes.back().hole_radius = 0.004;
    shapes.back().centre = {0.008, -0.003};
    PatchShape annulus;
    annulus.radius = 0.02;
    annulus.hole_radius = 0.009;
    annulus.centre = {0.001, 0.002};
    shapes.push_back(annulus);
    PatchShape triangle;
    triangle.polygon = {{-0.02, -0.02}, {0.02, -0.02}, {0, 0.025}};
    triangle.hole_radius = 0.003;
    shapes.push_back(triangle);
    for (const auto& shape : shapes) {
        const auto patch = *make_patch(shape, Bedding::even, 100, 800);
        const PressedRegion region(patch);
        for (const auto& line : {std::array{1.0, 0.0, 0.0}, {0.2, 40.0, -25.0}, {-0.3, 30.0, 60.0}, {0.0, 1.0, 0.0}}) {
            const auto exact = region.sums(line.data());
            std::array<double, 7> points{};
            for (std::size_t i = 0; i < patch.count(); ++i) {
                const double x = patch.x[i], y = patch.y[i], g = line[0] + line[1] * x + line[2] * y;
                if (g <= 0) continue;
                const double k = patch.stiffness[i];
                const std::array terms{k * g * g, k, k * x, k * y, k * x * x, k * x * y, k * y * y};
                for (std::size_t t = 0; t < 7; ++t) points[t] += terms[t];
            }
            const double size = patch.size, area = patch.area;
            const std::array scale{
                area, area, area * size, area * size, area * size * size, area * size * size, area * size * size};
            for (std::size_t t = 0; t < 7; ++t) CHECK(exact[t] == absolute(points[t], 3e-3 * scale[t]));
        }
    }
}

TEST_CASE("a line beyond the patch presses all of it or none", "[mechanics]") {
    PatchShape disc;
    disc.radius = 0.02;
    const auto patch = *make_patch(disc, Bedding::even, 8, 32);
    const PressedRegion region(patch);
    const std::array all{1.0, 10.0, 0.0}, none{-1.0, 10.0, 0.0};
    CHECK(region.sums(all.data())[1] == relative(std::numbers::pi * 4e-4, 1e-12));
    CHECK(region.sums(none.data())[1] == 0);
}

TEST_CASE("how far a resultant has gone towards the hull", "[mechanics]") {
    const auto solver = exactly(box(0.06, 0.02));
    CHECK(solver.outreach(100, 0, 0) == 0);
    CHECK(solver.outreach(100, 100 * 0.015, 0) == relative(0.5, 1e-12));
    CHECK(solver.outreach(100, 100 * 0.015, 100 * 0.009) == relative(0.9, 1e-12));
    CHECK(std::isinf(solver.outreach(0, 1, 0)));
    PatchShape round;
    round.radius = 0.02;
    CHECK(exactly(round).outreach(10, 0.06, 0.08) == relative(0.5, 1e-12));
}

TEST_CASE("feet are as large as the farthest of them from their middle, wherever they stand", "[mechanics]") {
    // A 3-4-5 triangle twice over, moved away from the origin: its middle is the mean of its corners.
    for (const double away : {0.0, 0.7}) {
        const auto feet = *make_feet(std::vector<Point>{{away, -away}, {away + 0.6, -away}, {away, 0.8 - away}});
        CHECK(feet.centre.x == absolute(away + 0.2, 1e-12));
        CHECK(feet.centre.y == absolute(0.8 / 3 - away, 1e-12));
        CHECK(feet.size == relative(std::hypot(0.2, 0.8 - 0.8 / 3), 1e-12));
        CHECK(feet.area == relative(0.24, 1e-12));
    }
}
