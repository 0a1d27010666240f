#include "study/safe_set.h"

#include <cmath>
#include <random>

using namespace clampet;
using mechanics::Wrench;

namespace {

struct Draws {
    std::mt19937_64 random{3};
    std::normal_distribution<double> normal;
    double operator()() { return normal(random); }
    Wrench wrench(double force, double moment) {
        return {force * (*this)(),
                force * (*this)(),
                force * (*this)(),
                moment * (*this)(),
                moment * (*this)(),
                moment * (*this)(),
                0,
                0,
                9.8 * (*this)()};
    }
};

/// An ellipsoid about a load of its own, that knows nothing of what weighs itself: convex in closed form.
double ellipsoid(const Wrench& w) {
    const double x = (w.fx - 3) / 10, y = (w.fy + w.fx / 3) / 20, z = (w.fz + 5) / 40;
    const double a = w.mx / 0.4, b = (w.my - w.mz / 4) / 0.8, c = w.mz / 0.3;
    return std::sqrt(x * x + y * y + z * z + a * a + b * b + c * c);
}

}  // namespace

TEST_CASE("what a safe set bears is borne, and it learns", "[study][safe]") {
    int asked = 0;
    study::SafeSet set({3, 0, -5}, [&](const Wrench& w) {
        ++asked;
        return ellipsoid(w);
    });
    Draws draw;
    int borne = 0, wrongly = 0, denied = 0;
    std::vector<int> asked_by;
    for (int block = 0; block < 8; ++block) {
        int for_what_is_borne = 0;
        for (int i = 0; i < 1000; ++i) {
            Wrench w = draw.wrench(8, 0.25);
            w.fy = w.mx = w.mz = 0;
            w.gz = -9.8;
            asked = 0;
            const bool bears = set.bears(set.coordinates_of(w));
            const double used = ellipsoid(w);
            borne += bears;
            wrongly += bears && used >= 1;
            denied += !bears && used < 0.99;
            if (bears) for_what_is_borne += asked;  // what lies beyond is found out by asking, again and again
        }
        asked_by.push_back(for_what_is_borne);
    }
    CAPTURE(asked_by, borne);
    CHECK(set.is_trusted());
    CHECK(borne > 2000);
    CHECK(borne < 7000);
    CHECK(wrongly == 0);
    CHECK(denied == 0);
    CHECK(3 * asked_by.back() < asked_by.front());
}

TEST_CASE("a push from any side adds no more than its share", "[study][safe]") {
    study::SafeSet set({}, ellipsoid);
    Draws draw;
    int said = 0;
    for (int i = 0; i < 400; ++i) {
        const Wrench base = draw.wrench(1, 0.02);
        std::array<Wrench, 3> columns;
        Eigen::Matrix<double, 9, 3> matrix;
        for (int k = 0; k < 3; ++k) {
            columns[static_cast<std::size_t>(k)] = draw.wrench(1.5, 0.03);
            matrix.col(k) = set.coordinates_of(columns[static_cast<std::size_t>(k)]);
        }
        const double factor = 1.5;
        if (set.share_of(set.coordinates_of(base)) + factor * set.share_of_push(matrix) > 1) continue;
        ++said;
        for (int k = 0; k < 50; ++k) {
            const double x = draw(), y = draw(), z = draw(), size = factor / std::sqrt(x * x + y * y + z * z);
            CHECK(ellipsoid(base + size * x * columns[0] + size * y * columns[1] + size * z * columns[2]) < 1);
        }
    }
    CHECK(said > 40);
    CHECK(said < 400);
}

TEST_CASE("a weight may grow without end where it only presses", "[study][safe]") {
    // Coulomb's cone about a load of 10 N.
    const auto cone = [](const Wrench& w) { return w.fz < 0 ? std::hypot(w.fx, w.fy) / (-0.3 * w.fz) : 2.0; };
    study::SafeSet set({0, 0, -10}, cone);
    for (const double size : {1.0, 30.0, 1e4}) {
        CHECK(set.bears(set.coordinates_of({0, 0, -10 * size})));
        CHECK(set.bears(set.coordinates_of({2.9 * size, 0, -10 * size})));
        CHECK_FALSE(set.bears(set.coordinates_of({0, 3.1 * size, -10 * size})));
        CHECK_FALSE(set.bears(set.coordinates_of({0, 0, size})));
    }
}

TEST_CASE("loads that make no convex set are found out", "[study][safe]") {
    // Borne along either way, not between them.
    const auto cross = [](const Wrench& w) {
        return std::min(std::hypot(w.fx / 100, w.fy), std::hypot(w.fx, w.fy / 100));
    };
    study::SafeSet set({}, cross);
    Draws draw;
    for (int i = 0; i < 3000 && set.is_trusted(); ++i)
        (void)set.bears(set.coordinates_of({20 * draw(), 20 * draw(), 0}));
    CHECK_FALSE(set.is_trusted());
    // It asks from then on.
    CHECK(set.bears(set.coordinates_of({99, 0, 0})));
    CHECK_FALSE(set.bears(set.coordinates_of({30, 30, 0})));
}
