#include "mechanics/friction_limit.h"

#include <numbers>
#include <random>

#include "approximately.h"
#include "mechanics/contact_pressure.h"
#include "mechanics/patch.h"

using namespace clampet::mechanics;

namespace {
/// Contacts that slip together: for a rigid slip motion q (K numbers) contact i slides with velocity J_i q (D numbers).
/// Rotations are scaled by a length of the contact's size, so that all K numbers are alike in magnitude.
template <int K_, int D>
class SlipContacts {
 public:
    static constexpr int K = K_;
    using Rows = std::array<double, static_cast<std::size_t>(D) * K>;
    std::size_t size() const { return rows_.size(); }
    void add(const Rows& row_major) { rows_.push_back(row_major); }
    SlipMoments<K> moments(std::span<const double> limit) const noexcept {
        SlipMoments<K> m;
        for (std::size_t i = 0; i < rows_.size(); ++i) {
            const Eigen::Map<const Eigen::Matrix<double, D, K, K == 1 ? Eigen::ColMajor : Eigen::RowMajor>> J(
                rows_[i].data());
            m.total += limit[i];
            m.matrix += limit[i] * (J.transpose() * J);
        }
        return m;
    }
    void sum(const Eigen::Matrix<double, K, 1>& q, double epsilon, std::span<const double> limit,
             SlipSums<K>& out) const noexcept {
        const double e2 = epsilon * epsilon + 1e-300;
        out.value = out.dual = 0;
        out.gradient.setZero();
        out.hessian.setZero();
        for (std::size_t i = 0; i < rows_.size(); ++i) {
            if (limit[i] == 0) continue;
            const Eigen::Map<const Eigen::Matrix<double, D, K, K == 1 ? Eigen::ColMajor : Eigen::RowMajor>> J(
                rows_[i].data());
            const Eigen::Matrix<double, D, 1> v = J * q;
            const double vv = v.squaredNorm(), s = std::sqrt(vv + e2), c = limit[i] / s;
            const Eigen::Matrix<double, K, 1> jv = J.transpose() * v;
            out.value += limit[i] * s;
            out.dual += c * vv;
            out.gradient += c * jv;
            out.hessian += c * (J.transpose() * J) - (c / (s * s)) * (jv * jv.transpose());
        }
    }

 private:
    std::vector<Rows> rows_;
};

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

TEST_CASE("stopping early claims neither too much nor too little", "[mechanics]") {
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
            CHECK(slip_limit(contacts, limit, demand, {.above = share * exact}).multiplier <= exact * 1.0005);
        CHECK(slip_limit(contacts, limit, demand, {.above = exact * 1.001}).multiplier <= exact * 1.001);
        for (const double share : {1.001, 1.1, 2.0})
            CHECK(slip_limit(contacts, limit, demand, {.below = share * exact}).multiplier < share * exact);
        for (const double share : {0.5, 0.9, 0.99})
            CHECK(slip_limit(contacts, limit, demand, {.below = share * exact}).multiplier == exact);
    }
}

TEST_CASE("what is surely borne is borne, and a slide or a turn alone is known nearly to its end", "[mechanics][law]") {
    const auto patch = *make_patch(rectangle(0.05, 0.03), Bedding::even, 5, 16);
    const PlanarContacts contacts(patch.x, patch.y, patch.size);
    std::mt19937 random(11);
    std::uniform_real_distribution<double> u(-1, 1), tilt(-40, 40);
    int known = 0;
    for (int k = 0; k < 300; ++k) {
        // Pressed unevenly, and not at all where it has opened.
        const double along = tilt(random), across = tilt(random);
        std::vector<double> limit(contacts.padded(), 0);
        for (std::size_t i = 0; i < patch.count(); ++i)
            limit[i] = patch.stiffness[i] * std::max(0.0, 1 + along * patch.x[i] + across * patch.y[i]);
        const std::array<double, 3> demand{u(random), u(random), u(random)};
        const double exact = slip_limit(contacts, limit, demand).multiplier;
        CHECK_FALSE(contacts.surely_bear(limit, contacts.moments(limit), demand, 1.001 * exact));
        known += contacts.surely_bear(limit, contacts.moments(limit), demand, 0.7 * exact);
    }
    CHECK(known > 285);
    std::vector<double> even = patch.stiffness;
    even.resize(contacts.padded(), 0);
    for (const std::array<double, 3> alone : {std::array{1.0, 0.0, 0.0}, {0.3, -0.8, 0.0}, {0.0, 0.0, -1.0}}) {
        const double exact = slip_limit(contacts, even, alone).multiplier;
        CHECK(contacts.surely_bear(even, contacts.moments(even), alone, 0.998 * exact));
    }
    const std::vector<double> none(contacts.padded(), 0);
    CHECK_FALSE(contacts.surely_bear(none, contacts.moments(none), {1, 0, 0}, 1));
}

TEST_CASE("what the points of a sphere surely bear they bear, a spin up to where it is by hand", "[mechanics][law]") {
    // A ring at 40 degrees from the axis: it bears 24 mu N sin 40 about it, and surely sin 40 of that.
    constexpr int points = 24;
    const double angle = 40 * std::numbers::pi / 180;
    SphereContacts ring;
    for (int i = 0; i < points; ++i) {
        const double phi = 2 * std::numbers::pi * i / points;
        ring.add(std::sin(angle) * std::cos(phi), std::sin(angle) * std::sin(phi), std::cos(angle));
    }
    std::vector<double> limit(ring.padded(), 0);
    std::fill_n(limit.begin(), points, 1.5);
    const std::array<double, 3> spin{0, 0, 2};
    const double bears = points * 1.5 * std::sin(angle) / 2;
    CHECK(slip_limit(ring, std::span<const double>(limit), spin).multiplier == relative(bears, 1e-3));
    CHECK(ring.surely_bear(ring.moments(limit), spin, 0.999 * bears * std::sin(angle)));
    CHECK_FALSE(ring.surely_bear(ring.moments(limit), spin, 1.001 * bears * std::sin(angle)));
    std::mt19937 random(5);
    std::uniform_real_distribution<double> u(-1, 1);
    int known = 0;
    for (int k = 0; k < 300; ++k) {
        for (int i = 0; i < points; ++i) limit[static_cast<std::size_t>(i)] = 1 + u(random);
        const std::array<double, 3> demand{u(random), u(random), u(random)};
        const double exact = slip_limit(ring, std::span<const double>(limit), demand).multiplier;
        CHECK_FALSE(ring.surely_bear(ring.moments(limit), demand, 1.001 * exact));
        known += ring.surely_bear(ring.moments(limit), demand, 0.4 * exact);
    }
    CHECK(known > 200);
    const std::vector<double> none(ring.padded(), 0);
    CHECK_FALSE(ring.surely_bear(ring.moments(none), spin, 1));
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

TEST_CASE("points of a sphere and generic contacts agree", "[mechanics]") {
    SphereContacts sphere;
    SlipContacts<3, 3> generic;
    std::vector<double> limit;
    std::mt19937 random(4);
    std::uniform_real_distribution<double> u(-1, 1);
    for (int i = 0; i < 24; ++i) {
        const double z = u(random), phi = 3.14159 * u(random), r = std::sqrt(1 - z * z);
        const double x = r * std::cos(phi), y = r * std::sin(phi);
        sphere.add(x, y, z);
        generic.add({0, z, -y, -z, 0, x, y, -x, 0});  // q x n
        limit.push_back(1 + u(random));
    }
    for (int k = 0; k < 40; ++k) {
        const std::array<double, 3> demand{u(random), u(random), u(random)};
        CHECK(slip_limit(sphere, limit, demand).multiplier ==
              relative(slip_limit(generic, limit, demand).multiplier, 1e-7));
    }
}

TEST_CASE("two lines along a tube and generic contacts agree", "[mechanics]") {
    LineContacts lines;
    SlipContacts<4, 2> generic;
    std::vector<double> limit;
    for (const double side : {1.0, -1.0})
        for (int i = 0; i < 16; ++i) {
            const double along = -1 + (i + 0.5) / 8;
            lines.add(-0.7 * side, along);
            generic.add({1, 0, 0, 0, 0, 1, -0.7 * side, along});
            limit.push_back(1 + 0.5 * along * side);
        }
    std::mt19937 random(3);
    std::uniform_real_distribution<double> u(-1, 1);
    for (int k = 0; k < 40; ++k) {
        const std::array<double, 4> demand{u(random), u(random), u(random), u(random)};
        const double g = slip_limit(generic, limit, demand).multiplier;
        CHECK(slip_limit(lines, limit, demand).multiplier == relative(g, 1e-7));
        // Slid along only: the whole friction.
        CHECK(slip_limit(lines, limit, {1, 0, 0, 0}).multiplier == relative(32, 1e-3));
    }
}

TEST_CASE("leaving out points that do not bear changes nothing", "[mechanics]") {
    const auto patch = *make_patch(rectangle(0.05, 0.03), Bedding::even, 6, 24);
    const PlanarContacts all(patch.x, patch.y, patch.size);
    std::mt19937 random(9);
    std::uniform_real_distribution<double> u(-1, 1);
    for (int k = 0; k < 60; ++k) {
        const double tilt = u(random), lean = u(random);
        std::vector<double> limit(all.padded(), 0);
        for (std::size_t i = 0; i < patch.count(); ++i)
            limit[i] = patch.stiffness[i] * std::max(0.0, 0.3 + tilt * patch.x[i] / 0.025 + lean * patch.y[i] / 0.015);
        const BearingContacts<1024> bearing(all, limit);
        const std::array<double, 3> demand{u(random), u(random), u(random)};
        CHECK(bearing.limit().size() % sum_block == 0);
        CHECK(slip_limit(bearing, bearing.limit(), demand).multiplier ==
              relative(slip_limit(all, limit, demand).multiplier, 1e-9));
    }
}

TEST_CASE("a search that starts from a near answer ends at the same one", "[mechanics]") {
    const auto patch = *make_patch(disc(0.02, 0.003), Bedding::even, 6, 24);
    const PlanarContacts contacts(patch.x, patch.y, patch.size);
    std::vector<double> limit = patch.stiffness;
    limit.resize(contacts.padded(), 0);
    std::mt19937 random(12);
    std::uniform_real_distribution<double> u(-1, 1);
    for (int k = 0; k < 100; ++k) {
        const std::array<double, 3> here{u(random), u(random), u(random)};
        std::array<double, 3> beside = here;
        for (double& d : beside) d += 0.1 * u(random);
        const auto near = slip_limit(contacts, limit, beside);
        CHECK(slip_limit(contacts, limit, here, {}, 0.01, &near).multiplier ==
              relative(slip_limit(contacts, limit, here).multiplier, 2e-4));
    }
}

TEST_CASE("from whatever motion a search starts, it ends at the same answer", "[mechanics][law]") {
    // Two rings of a ball: a start that is all but across the demand once left a tenth of what holds.
    SphereContacts contacts;
    constexpr int points = 32;
    for (const double z : {-0.7, 0.7})
        for (int i = 0; i < points; ++i) {
            const double phi = 2 * std::numbers::pi * i / points, r = std::sqrt(1 - z * z);
            contacts.add(r * std::cos(phi), r * std::sin(phi), z);
        }
    const std::vector<double> limit(contacts.padded(), 2.0);
    std::mt19937 random(17);
    std::normal_distribution<double> n;
    for (int k = 0; k < 200; ++k) {
        const Eigen::Vector3d demand(n(random), n(random), k % 3 == 0 ? 0 : n(random));
        const std::array<double, 3> given{demand.x(), demand.y(), demand.z()};
        const double cold = slip_limit(contacts, std::span<const double>(limit), given).multiplier;
        // From a motion anywhere to one that is nearly across the demand, fast and slow.
        SlipLimit<3> start;
        start.multiplier = 1;
        Eigen::Vector3d across(n(random), n(random), n(random));
        across -= across.dot(demand) / demand.squaredNorm() * demand;
        start.motion = std::pow(10.0, k % 7 - 3) * (across + std::pow(10.0, -(k % 9)) * demand);
        CAPTURE(k);
        CHECK(slip_limit(contacts, std::span<const double>(limit), given, {}, 0.01, &start).multiplier ==
              relative(cold, 1e-3));
    }
}
