#include "mechanics/friction_limit.h"

#include <numbers>
#include <random>

#include "approximately.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/patch.h"

using namespace clampet::mechanics;

namespace {

/// Multiple of a demand at which a face under even pressure (total N = 1, mu = 1) slips.
double multiple(const PatchShape& shape, double fx, double fy, double mz, Bedding bedding = Bedding::even) {
    const auto patch = make_patch(shape, bedding, 8, 40);
    REQUIRE(patch);
    const PlanarContacts contacts(patch->x, patch->y, patch->size);
    std::vector<double> limit = patch->stiffness;
    double total = 0;
    for (const double l : limit) total += l;
    for (double& l : limit) l /= total;
    limit.resize(contacts.padded(), 0);
    return slip_limit(contacts, limit, {fx, fy, mz / patch->size}).multiplier;
}

PatchShape disc(double radius, double hole = 0) {
    PatchShape s;
    s.radius = radius;
    s.hole_radius = hole;
    return s;
}
PatchShape rectangle(double a, double b) {
    PatchShape s;
    s.polygon = {{-a / 2, -b / 2}, {a / 2, -b / 2}, {a / 2, b / 2}, {-a / 2, b / 2}};
    return s;
}

}  // namespace

TEST_CASE("pure twist agrees with the friction clutch", "[mechanics][published]") {
    // Shigley, frictional-contact axial clutches, uniform pressure: T = 2/3 mu N (R_o^3 - R_i^3)/(R_o^2 - R_i^2).
    CHECK(multiple(disc(0.02), 0, 0, 1) == relative(2.0 / 3 * 0.02, 2e-4));
    const double o = 0.02, i = 0.012;
    CHECK(multiple(disc(o, i), 0, 0, 1) == relative(2.0 / 3 * (o * o * o - i * i * i) / (o * o - i * i), 2e-4));
}

TEST_CASE("pure twist of squares and rectangles", "[mechanics]") {
    // Closed forms: square 0.3826 a; a x b: mean radius (2d + (a^2/b) asinh(b/a) + (b^2/a) asinh(a/b))/12; 2 x 1:
    // 0.59323.
    CHECK(multiple(rectangle(0.04, 0.04), 0, 0, 1) / 0.04 == absolute(0.3826, 0.0002));
    CHECK(multiple(rectangle(2, 1), 0, 0, 1) == absolute(0.59323, 0.0003));
    const double a = 0.05, b = 0.03, d = std::hypot(a, b);
    CHECK(multiple(rectangle(a, b), 0, 0, 1) ==
          relative((2 * d + a * a / b * std::asinh(b / a) + b * b / a * std::asinh(a / b)) / 12, 4e-4));
}

TEST_CASE("thin bonded rubber and a rim", "[mechanics]") {
    CHECK(multiple(disc(0.02), 0, 0, 1, Bedding::bonded_rubber) == relative(8.0 / 15 * 0.02, 2e-4));
    CHECK(multiple(disc(0.02), 0, 0, 1, Bedding::rim) == relative(0.02, 2e-4));
}

TEST_CASE("a pure slide takes mu N on every shape", "[mechanics]") {
    for (const auto& shape : {disc(0.02), disc(0.02, 0.015), rectangle(0.05, 0.02)})
        for (const double a : {0.0, 0.7, 2.5}) CHECK(multiple(shape, std::cos(a), std::sin(a), 0) == relative(1, 2e-4));
}

TEST_CASE("the limit surface is symmetric, convex and scales", "[mechanics][law]") {
    std::mt19937 random(3);
    std::uniform_real_distribution<double> u(-1, 1);
    const auto shape = rectangle(0.05, 0.03);
    for (int k = 0; k < 40; ++k) {
        const double fx = u(random), fy = u(random), mz = 0.02 * u(random);
        const double m = multiple(shape, fx, fy, mz);
        CHECK(multiple(shape, -fx, -fy, -mz) == relative(m, 2e-4));
        CHECK(multiple(shape, -fx, fy, -mz) == relative(m, 4e-4));  // mirror
        CHECK(multiple(shape, 2 * fx, 2 * fy, 2 * mz) == relative(m / 2, 2e-4));
        const double gx = u(random), gy = u(random), gz = 0.02 * u(random), n = multiple(shape, gx, gy, gz);
        // The middle of two points of the surface lies within it.
        CHECK(multiple(shape, (m * fx + n * gx) / 2, (m * fy + n * gy) / 2, (m * mz + n * gz) / 2) >= 1 - 4e-4);
    }
}

TEST_CASE("no demand, no friction and no lever are answered", "[mechanics]") {
    CHECK(std::isinf(multiple(disc(0.02), 0, 0, 0)));
    SlipContacts<3, 2> one;
    one.add({1, 0, 0, 0, 1, 0});
    const double none[] = {0.0}, some[] = {1.0};
    CHECK(slip_limit(one, none, {1, 0, 0}).multiplier == 0);
    CHECK(slip_limit(one, some, {0, 0, 1}).multiplier == absolute(0, 1e-9));  // a point does not resist twisting
    CHECK(slip_limit(one, some, {1, 0, 0}).multiplier == relative(1, 1e-3));
}

TEST_CASE("stopping early never claims too much", "[mechanics]") {
    const auto patch = *make_patch(rectangle(0.05, 0.03), Bedding::even, 5, 16);
    const PlanarContacts contacts(patch.x, patch.y, patch.size);
    std::vector<double> limit = patch.stiffness;
    limit.resize(contacts.padded(), 0);
    std::mt19937 random(5);
    std::uniform_real_distribution<double> u(-1, 1);
    for (int k = 0; k < 300; ++k) {
        const std::array<double, 3> demand{u(random), u(random), u(random)};
        const double exact = slip_limit(contacts, limit, demand).multiplier;
        for (const double share : {0.5, 0.9, 0.99})
            CHECK(slip_limit(contacts, limit, demand, share * exact).multiplier <= exact * 1.0005);
        CHECK(slip_limit(contacts, limit, demand, exact * 1.001).multiplier <= exact * 1.001);
    }
}

TEST_CASE("the generic and the planar contacts agree", "[mechanics]") {
    const auto patch = *make_patch(disc(0.02, 0.004), Bedding::even, 5, 16);
    const PlanarContacts planar(patch.x, patch.y, patch.size);
    SlipContacts<3, 2> generic;
    for (std::size_t i = 0; i < patch.count(); ++i)
        generic.add({1, 0, -patch.y[i] / patch.size, 0, 1, patch.x[i] / patch.size});
    std::vector<double> limit = patch.stiffness;
    const double g = slip_limit(generic, limit, {1, 0.5, 0.8}).multiplier;
    limit.resize(planar.padded(), 0);
    CHECK(slip_limit(planar, limit, {1, 0.5, 0.8}).multiplier == relative(g, 1e-9));
}
