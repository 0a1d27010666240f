// How far apart bodies are, and what a ray meets, against closed forms.
#include "rig/clearance.h"

#include <cmath>
#include <numbers>
#include <random>

#include "approximately.h"
#include "parts/solids.h"
#include "rig/ray.h"

using namespace clampet;
using parts::box;
using parts::cylinder;
using parts::sphere;
using parts::Stuff;
using rig::ConvexPieces;
using rig::Shape;
using rig::Vector;

namespace {

Eigen::Isometry3d at(const Vector& where, double turned = 0, const Vector& about = Vector::UnitZ()) {
    return Eigen::Translation3d(where) * Eigen::AngleAxisd(turned, about);
}

ConvexPieces pieces(const Shape& shape) {
    return ConvexPieces({&shape, 1});
}

/// A V-shaped block, its notch open upwards.
Shape vee() {
    Shape s;
    s.kind = rig::ShapeKind::prism;
    s.axis = Vector::UnitX();
    s.length = 0.05;
    s.profile = {{-0.03, -0.03}, {0.03, -0.03}, {0.03, 0.02}, {0, -0.01}, {-0.03, 0.02}};
    return s;
}

double area_of(const std::vector<Eigen::Vector2d>& polygon, const std::vector<std::array<std::size_t, 3>>& triangles) {
    double area = 0;
    for (const auto& t : triangles) {
        const Eigen::Vector2d a = polygon[t[1]] - polygon[t[0]], b = polygon[t[2]] - polygon[t[0]];
        area += std::abs(a.x() * b.y() - a.y() * b.x()) / 2;
    }
    return area;
}

}  // namespace

TEST_CASE("bodies that are apart are as far apart as the closed forms say", "[rig][room]") {
    const auto a = pieces(box(Vector::Zero(), {0.1, 0.06, 0.04}, Stuff::wood));
    const auto same = Eigen::Isometry3d::Identity();
    CHECK(rig::gap_of(a, same, a, at({0.15, 0, 0})) == absolute(0.05, 1e-6));
    CHECK(rig::gap_of(a, same, a, at({0.13, 0.1, 0})) == absolute(std::hypot(0.03, 0.04), 1e-6));
    // A corner turned to a face: half the diagonal of the turned one's base stands out.
    const double out = (0.1 + 0.06) / 2 * std::sqrt(0.5);
    CHECK(rig::gap_of(a, same, a, at({0.2, 0, 0}, std::numbers::pi / 4)) == absolute(0.2 - 0.05 - out, 1e-6));
    const auto rod = pieces(cylinder(Vector::Zero(), 0.02, 0.3, Vector::UnitX(), Stuff::tube));
    CHECK(rig::gap_of(rod, same, rod, at({0, 0.05, 0})) == absolute(0.03, 1e-6));
    // Rods that cross: between their axes, less both radii.
    CHECK(rig::gap_of(rod, same, rod, at({0, 0, 0.05}, std::numbers::pi / 2)) == absolute(0.03, 1e-6));
    const auto ball = pieces(sphere({0.01, 0, 0}, 0.03, Stuff::metal));
    CHECK(rig::gap_of(ball, same, a, at({0.1, 0, 0})) == absolute(0.1 - 0.05 - 0.025, 1e-6));
    CHECK(rig::gap_of(pieces(box(Vector::Zero(), {1, 1, 1}, Stuff::wood)), same, a, same) == 0);
    CHECK(std::isinf(rig::gap_of(ConvexPieces({}), same, a, same)));
}

TEST_CASE("bodies in each other are as deep as the closed forms say", "[rig][room]") {
    const auto a = pieces(box(Vector::Zero(), {0.1, 0.06, 0.04}, Stuff::wood));
    const auto same = Eigen::Isometry3d::Identity();
    CHECK(rig::overlap_of(a, same, a, at({0.097, 0, 0})) == absolute(0.003, 1e-6));
    CHECK(rig::overlap_of(a, same, a, at({0, 0, 0.031})) == absolute(0.009, 1e-6));
    CHECK(rig::overlap_of(a, same, a, at({0.11, 0, 0})) == 0);
    const auto ball = pieces(sphere(Vector::Zero(), 0.03, Stuff::metal));
    CHECK(rig::overlap_of(ball, at({0, 0, 0.03}), a, same) == absolute(0.005, 1e-5));
    CHECK(rig::overlap_of(ball, same, ball, at({0.02, 0.01, 0})) == absolute(0.03 - std::hypot(0.02, 0.01), 1e-5));
}

TEST_CASE("a notch is free, though what is about it is not", "[rig][room]") {
    const auto block = pieces(vee());
    const auto same = Eigen::Isometry3d::Identity();
    // A bar in the notch that touches both flanks: 45 degrees, so its middle lies R √2 above the bottom.
    const double r = 0.006, seated = -0.01 + r * std::sqrt(2.0);
    const auto bar = pieces(cylinder(Vector::Zero(), 2 * r, 0.2, Vector::UnitX(), Stuff::tube));
    CHECK(rig::overlap_of(bar, at({0, 0, seated + 2e-4}), block, same) == 0);
    CHECK(rig::gap_of(bar, at({0, 0, seated + 2e-3}), block, same) == absolute(2e-3 * std::sqrt(0.5), 2e-5));
    CHECK(rig::overlap_of(bar, at({0, 0, seated - 1e-3}), block, same) > 5e-4);
}

TEST_CASE("polygons are cut into triangles that fill them", "[rig][room]") {
    std::mt19937 random(5);
    std::uniform_real_distribution<double> radius(0.2, 1.0);
    for (int n = 3; n < 24; ++n) {
        std::vector<Eigen::Vector2d> star;
        for (int i = 0; i < n; ++i) {
            const double a = 2 * std::numbers::pi * i / n, r = radius(random);
            star.emplace_back(r * std::cos(a), r * std::sin(a));
        }
        CAPTURE(n);
        CHECK(area_of(star, rig::triangles_of(star)) == relative(parts::outline_of(star).area, 1e-9));
        std::reverse(star.begin(), star.end());
        CHECK(area_of(star, rig::triangles_of(star)) == relative(parts::outline_of(star).area, 1e-9));
    }
    CHECK(rig::triangles_of(std::vector<Eigen::Vector2d>{{0, 0}, {1, 0}, {2, 0}}).empty());
}

TEST_CASE("a ray enters a body where the closed forms say", "[rig][picture]") {
    const Vector along = Vector::UnitX();
    CHECK(*rig::entered(box({1, 0, 0}, {0.2, 0.2, 0.2}, Stuff::wood), Vector::Zero(), along) == absolute(0.9, 1e-12));
    CHECK_FALSE(rig::entered(box({1, 0, 0}, {0.2, 0.2, 0.2}, Stuff::wood), Vector::Zero(), -along));
    CHECK_FALSE(rig::entered(box({1, 0.2, 0}, {0.2, 0.2, 0.2}, Stuff::wood), Vector::Zero(), along));
    CHECK(*rig::entered(box({0, 0, 0}, {0.2, 0.2, 0.2}, Stuff::wood), Vector::Zero(), along) == 0);
    CHECK(*rig::entered(sphere({1, 0.3, 0}, 1.0, Stuff::metal), Vector::Zero(), along) == absolute(1 - 0.4, 1e-12));
    // Across a bar, and into its end.
    CHECK(*rig::entered(cylinder({1, 0.03, 0}, 0.1, 0.5, Vector::UnitZ(), Stuff::tube), Vector::Zero(), along) ==
          absolute(1 - 0.04, 1e-12));
    CHECK(*rig::entered(cylinder({1, 0.03, 0}, 0.1, 0.5, Vector::UnitX(), Stuff::tube), Vector::Zero(), along) ==
          absolute(0.75, 1e-12));
    // Down into the notch of a V, to its flank, and past it.
    CHECK(*rig::entered(vee(), {0, 0.01, 1}, -Vector::UnitZ()) == absolute(1.0, 1e-12));
    CHECK(*rig::entered(vee(), {-1, 0.0, -0.02}, along) == absolute(0.975, 1e-12));
    CHECK_FALSE(rig::entered(vee(), {-1, 0.0, 0.0}, along));
    CHECK_FALSE(rig::entered(vee(), {-1, 0.0, -0.005}, along));
}
