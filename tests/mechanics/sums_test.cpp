// The sums over contact points against plain loops, their slopes against differences, and what is built on them.
#include <random>

#include "approximately.h"
#include "mechanics/contact_sums.h"
#include "mechanics/opposed_beds.h"
#include "mechanics/quadrature.h"

using namespace clampet;
using namespace clampet::mechanics;

namespace {

struct Points {
    std::vector<double> x, y, z, limit;
    std::size_t count() const { return x.size(); }
};

/// Of the unit sphere, or of a square where they are flat; some bear nothing.
Points points_at_random(unsigned seed, std::size_t count, bool on_a_sphere) {
    std::mt19937 random(seed);
    std::normal_distribution<double> bell;
    std::uniform_real_distribution<double> unit(0, 1);
    Points p;
    for (std::size_t i = 0; i < count; ++i) {
        Eigen::Vector3d n(bell(random), bell(random), bell(random));
        if (on_a_sphere) n.normalize();
        p.x.push_back(n.x());
        p.y.push_back(n.y());
        p.z.push_back(n.z());
        p.limit.push_back(i % 7 == 3 ? 0 : unit(random));
    }
    return p;
}

/// Dissipation by a plain loop: velocity of a point for a motion, by `speed_of`.
template <class SpeedOf>
double dissipation(const Points& p, double e2, const SpeedOf& speed_of) {
    double sum = 0;
    for (std::size_t i = 0; i < p.count(); ++i) sum += p.limit[i] * std::sqrt(speed_of(i).squaredNorm() + e2);
    return sum;
}

/// Slopes and curvatures of `value` by differences.
template <int K, class Value>
void check_slopes(const std::array<double, K>& q, const Value& value, const double* gradient, const double* hessian) {
    constexpr double h = 1e-4;
    const auto moved = [&](int i, double a, int j, double b) {
        auto to = q;
        to[static_cast<std::size_t>(i)] += a;
        to[static_cast<std::size_t>(j)] += b;
        return value(to);
    };
    for (int i = 0, at = 0; i < K; ++i) {
        CAPTURE(i);
        CHECK(gradient[i] == Approx((moved(i, h, i, 0) - moved(i, -h, i, 0)) / (2 * h)).epsilon(1e-5).margin(1e-6));
        for (int j = 0; j <= i; ++j, ++at) {
            const double by_differences =
                (moved(i, h, j, h) - moved(i, h, j, -h) - moved(i, -h, j, h) + moved(i, -h, j, -h)) / (4 * h * h);
            CAPTURE(j);
            CHECK(hessian[at] == Approx(by_differences).epsilon(1e-3).margin(1e-4));
        }
    }
}

constexpr std::size_t count = 5 * sum_block;
constexpr double e2 = 0.04;

PressureSolver bed_of(double length, double width) {
    return PressureSolver(*make_patch(rectangle(length, width), Bedding::even, 24, 96));
}

/// Sums of p, x p and y p over a bed.
std::array<double, 3> sums_of(const PressureSolver& bed, const ContactPressure& p) {
    std::array<double, 3> sums{};
    const Patch& patch = bed.patch();
    for (std::size_t i = 0; i < patch.count(); ++i) {
        const double force = patch.stiffness[i] * std::max(0.0, p.at(patch.x[i], patch.y[i]));
        sums[0] += force;
        sums[1] += force * patch.x[i];
        sums[2] += force * patch.y[i];
    }
    return sums;
}

}  // namespace

TEST_CASE("what a plane dissipates, and its slopes", "[mechanics][sums]") {
    const auto p = points_at_random(1, count, false);
    const auto value_at = [&](const std::array<double, 3>& q) {
        return dissipation(p, e2,
                           [&](std::size_t i) { return Eigen::Vector2d(q[0] - p.y[i] * q[2], q[1] + p.x[i] * q[2]); });
    };
    for (const std::array<double, 3> q : {std::array<double, 3>{0.3, -0.2, 0.5}, {1, 0, 0}, {0, 0, -1}}) {
        DissipationSums sums;
        sum_planar(p.x.data(), p.y.data(), p.limit.data(), count, q.data(), e2, sums);
        CHECK(sums.value == relative(value_at(q), 1e-12));
        check_slopes<3>(q, value_at, sums.gradient.data(), sums.hessian.data());
        // The dual leaves out the smoothing: sum of L v^2 / sqrt(v^2 + e2).
        double dual = 0;
        for (std::size_t i = 0; i < count; ++i) {
            const double v2 = Eigen::Vector2d(q[0] - p.y[i] * q[2], q[1] + p.x[i] * q[2]).squaredNorm();
            dual += p.limit[i] * v2 / std::sqrt(v2 + e2);
        }
        CHECK(sums.dual == relative(dual, 1e-12));
    }
}

TEST_CASE("what a sphere dissipates, and its slopes", "[mechanics][sums]") {
    const auto p = points_at_random(2, count, true);
    const auto value_at = [&](const std::array<double, 3>& q) {
        return dissipation(p, e2, [&](std::size_t i) {
            return Eigen::Vector3d(q[0], q[1], q[2]).cross(Eigen::Vector3d(p.x[i], p.y[i], p.z[i])).eval();
        });
    };
    for (const std::array<double, 3> q : {std::array<double, 3>{0.3, -0.2, 0.5}, {1, 0, 0}, {0, 0.7, -1}}) {
        DissipationSums sums;
        sum_sphere(p.x.data(), p.y.data(), p.z.data(), p.limit.data(), count, q.data(), e2, sums);
        CHECK(sums.value == relative(value_at(q), 1e-12));
        CHECK(sums.dual < sums.value);
        check_slopes<3>(q, value_at, sums.gradient.data(), sums.hessian.data());
    }
}

TEST_CASE("what lines along a tube dissipate, and their slopes", "[mechanics][sums]") {
    const auto p = points_at_random(3, count, false);
    const auto value_at = [&](const std::array<double, 4>& q) {
        return dissipation(p, e2,
                           [&](std::size_t i) { return Eigen::Vector2d(q[0], q[1] + p.x[i] * q[2] + p.y[i] * q[3]); });
    };
    for (const std::array<double, 4> q : {std::array<double, 4>{0.3, -0.2, 0.5, 0.1}, {1, 0, 0, 0}, {0, 0, -1, 0.4}}) {
        LineSums sums;
        sum_lines(p.x.data(), p.y.data(), p.limit.data(), count, q.data(), e2, sums);
        CHECK(sums.value == relative(value_at(q), 1e-12));
        CHECK(sums.dual < sums.value);
        check_slopes<4>(q, value_at, sums.gradient.data(), sums.hessian.data());
    }
}

TEST_CASE("moments and pressures are plain sums", "[mechanics][sums]") {
    const auto p = points_at_random(4, count, true);
    const auto sum = [&](const std::function<double(std::size_t)>& of) {
        double all = 0;
        for (std::size_t i = 0; i < count; ++i) all += p.limit[i] * of(i);
        return all;
    };
    const auto planar = moments_planar(p.x.data(), p.y.data(), p.limit.data(), count);
    CHECK(planar[0] == relative(sum([](auto) { return 1; }), 1e-12));
    CHECK(planar[1] == relative(sum([&](auto i) { return p.x[i]; }), 1e-12));
    CHECK(planar[2] == relative(sum([&](auto i) { return p.y[i]; }), 1e-12));
    CHECK(planar[3] == relative(sum([&](auto i) { return p.x[i] * p.x[i] + p.y[i] * p.y[i]; }), 1e-12));
    const auto sphere = moments_sphere(p.x.data(), p.y.data(), p.z.data(), p.limit.data(), count);
    const std::vector<std::pair<const std::vector<double>*, const std::vector<double>*>> pairs{
        {&p.x, &p.x}, {&p.x, &p.y}, {&p.y, &p.y}, {&p.x, &p.z}, {&p.y, &p.z}, {&p.z, &p.z}};
    CHECK(sphere[0] == relative(planar[0], 1e-12));
    for (std::size_t k = 0; k < pairs.size(); ++k)
        CHECK(sphere[k + 1] ==
              relative(sum([&](auto i) { return (*pairs[k].first)[i] * (*pairs[k].second)[i]; }), 1e-12));
    const auto lines = moments_lines(p.x.data(), p.y.data(), p.limit.data(), count);
    CHECK(lines[1] == relative(planar[1], 1e-12));
    CHECK(lines[2] == relative(sphere[1], 1e-12));
    CHECK(lines[3] == relative(planar[2], 1e-12));
    CHECK(lines[4] == relative(sphere[2], 1e-12));
    CHECK(lines[5] == relative(sphere[3], 1e-12));
    const auto turning = turning_planar(p.x.data(), p.y.data(), p.limit.data(), count, 0.2, -0.1);
    const auto from = [&](std::size_t i) { return Eigen::Vector2d(p.x[i] - 0.2, p.y[i] + 0.1); };
    CHECK(turning[0] == relative(sum([&](auto i) { return -from(i).y() / from(i).norm(); }), 1e-12));
    CHECK(turning[1] == relative(sum([&](auto i) { return from(i).x() / from(i).norm(); }), 1e-12));
    CHECK(turning[2] == relative(sum([&](auto i) { return from(i).norm(); }), 1e-12));
    // Pressed where a + b x + c y is above nothing.
    const double abc[] = {0.1, 0.8, -0.5};
    const auto g = [&](std::size_t i) { return abc[0] + abc[1] * p.x[i] + abc[2] * p.y[i]; };
    const auto pressed = sum_pressed(p.x.data(), p.y.data(), p.limit.data(), count, abc);
    const auto where = [&](const std::function<double(std::size_t)>& of) {
        return sum([&](auto i) { return g(i) > 0 ? of(i) : 0; });
    };
    CHECK(pressed[0] == relative(where([&](auto i) { return g(i) * g(i); }), 1e-12));
    CHECK(pressed[1] == relative(where([](auto) { return 1; }), 1e-12));
    CHECK(pressed[2] == relative(where([&](auto i) { return p.x[i]; }), 1e-12));
    CHECK(pressed[3] == relative(where([&](auto i) { return p.y[i]; }), 1e-12));
    CHECK(pressed[4] == relative(where([&](auto i) { return p.x[i] * p.x[i]; }), 1e-12));
    CHECK(pressed[5] == relative(where([&](auto i) { return p.x[i] * p.y[i]; }), 1e-12));
    CHECK(pressed[6] == relative(where([&](auto i) { return p.y[i] * p.y[i]; }), 1e-12));
    std::vector<double> forces(count);
    const double total = press(p.x.data(), p.y.data(), p.limit.data(), count, abc, 0.3, forces.data());
    CHECK(total == relative(0.3 * where(g), 1e-12));
    for (std::size_t i = 0; i < count; ++i) CHECK(forces[i] == Approx(0.3 * p.limit[i] * std::max(0.0, g(i))));
    CHECK(whole_blocks(0) == 0);
    CHECK(whole_blocks(1) == sum_block);
    CHECK(whole_blocks(sum_block) == sum_block);
    CHECK(whole_blocks(sum_block + 1) == 2 * sum_block);
}

TEST_CASE("Gauss points integrate polynomials exactly", "[mechanics][published]") {
    // n points: exact up to degree 2n - 1, and no further (Abramowitz and Stegun, 25.4.29).
    for (unsigned n = 1; n <= 9; ++n) {
        CAPTURE(n);
        const auto nodes = gauss_nodes(n, 1, 3);
        REQUIRE(nodes.size() == n);
        const auto integral = [&](unsigned degree) {
            double sum = 0;
            for (const auto& node : nodes) sum += node.weight * std::pow(node.at, degree);
            return sum;
        };
        for (unsigned degree = 0; degree < 2 * n; ++degree)
            CHECK(integral(degree) == relative((std::pow(3, degree + 1) - 1) / (degree + 1), 1e-10));
        if (n < 5) CHECK(std::abs(integral(2 * n) / ((std::pow(3, 2 * n + 1) - 1) / (2 * n + 1)) - 1) > 1e-7);
        for (const auto& node : nodes) CHECK((node.at > 1 && node.at < 3 && node.weight > 0));
    }
}

TEST_CASE("a bar between two beds is in balance, and turns one way", "[mechanics]") {
    const double L = 0.06, W = 0.02;
    const auto bed = bed_of(L, W);
    // Alike and without a moment: the mean pressure on both.
    const auto even = opposed_pressures(bed, 300, 300, 0, 0);
    REQUIRE(even.in_balance);
    CHECK(even.fixed.at(0.02, 0) == relative(300 / (L * W), 1e-3));
    CHECK(even.moving.at(-0.03, 0.01) == relative(300 / (L * W), 1e-3));
    // Both kerns: an end opens at (N + N) L/6, not before (no-tension foundation).
    const double opens = 600 * L / 6;
    CHECK(opposed_pressures(bed, 300, 300, 0.99 * opens, 0).fixed.whole);
    CHECK_FALSE(opposed_pressures(bed, 300, 300, 1.01 * opens, 0).fixed.whole);
    // Lost where both act at opposite ends: (N + N) L/2.
    CHECK(opposed_pressures(bed, 300, 300, 0.95 * 600 * L / 2, 0).in_balance);
    CHECK_FALSE(opposed_pressures(bed, 300, 300, 1.02 * 600 * L / 2, 0).in_balance);
    std::mt19937 random(5);
    std::uniform_real_distribution<double> unit(-1, 1);
    for (int k = 0; k < 40; ++k) {
        const double fixed = 200 + 150 * unit(random), moving = 200 + 150 * unit(random);
        const double Sx = 0.3 * (fixed + moving) * L / 2 * unit(random),
                     Sy = 0.3 * (fixed + moving) * W / 2 * unit(random);
        const auto both = opposed_pressures(bed, fixed, moving, Sx, Sy);
        CAPTURE(fixed, moving, Sx, Sy);
        REQUIRE(both.in_balance);
        const auto f = sums_of(bed, both.fixed), m = sums_of(bed, both.moving);
        CHECK(f[0] == relative(fixed, 1e-3));
        CHECK(m[0] == relative(moving, 1e-3));
        CHECK(f[1] - m[1] == absolute(Sx, 1e-3 * (fixed + moving) * L));
        CHECK(f[2] - m[2] == absolute(Sy, 1e-3 * (fixed + moving) * L));
        // One turn for both.
        CHECK(both.fixed.b == Approx(-both.moving.b).margin(1e-9));
        CHECK(both.fixed.c == Approx(-both.moving.c).margin(1e-9));
    }
    // A bed without a force is left out: the other one takes all of it.
    const auto alone = opposed_pressures(bed, 0, 300, 1, 0.5);
    REQUIRE(alone.in_balance);
    CHECK(sums_of(bed, alone.moving)[1] == relative(-1, 1e-3));
    CHECK_FALSE(alone.fixed.in_balance);
    const auto other = opposed_pressures(bed, 300, 0, 1, 0.5);
    CHECK(sums_of(bed, other.fixed)[2] == relative(0.5, 1e-3));
    CHECK_FALSE(opposed_pressures(bed, 0, 0, 0, 0).in_balance);
}
