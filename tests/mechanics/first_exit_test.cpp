#include "mechanics/first_exit.h"

#include "approximately.h"

using clampet::mechanics::first_exit;

TEST_CASE("the first crossing of a utilisation", "[mechanics]") {
    CHECK(first_exit([](double x) { return 0.25 * x; }) == relative(4, 1e-9));
    CHECK(first_exit([](double x) { return 0.5 + 1e-4 * x; }) == relative(5000, 1e-9));
    CHECK(first_exit([](double x) { return std::hypot(0.3 * x, 0.4 * x - 0.2); }) ==
          relative((0.16 + std::sqrt(0.0256 + 0.96)) / 0.5, 1e-8));
    CHECK(first_exit([](double x) { return x * x / 9; }) == relative(3, 1e-8));
    CHECK(first_exit([](double x) { return 3e-7 * x; }) == relative(1 / 3e-7, 1e-9));
}

TEST_CASE("what is not driven has no factor, what has let go has zero", "[mechanics]") {
    CHECK(std::isinf(first_exit([](double) { return 0.0; })));
    int looks = 0;
    CHECK(std::isinf(first_exit([&](double) { return ++looks, 0.4; })));
    CHECK(looks == 3);
    looks = 0;
    CHECK(std::isinf(first_exit([&](double x) { return ++looks, 0.4 - 0.1 * x; })));
    CHECK(looks == 3);
    CHECK(first_exit([](double x) { return std::abs(0.4 - 0.1 * x); }) == relative(14, 1e-8));
    // Level at first, and not for ever.
    CHECK(first_exit([](double x) { return x < 50 ? 0.4 : 0.4 + 0.1 * (x - 50); }) == relative(56, 1e-8));
    CHECK(std::isinf(first_exit([](double x) { return 0.9 * x / (1 + x); })));
    CHECK(std::isinf(first_exit([](double x) { return 1e-10 * x; })));
    CHECK(first_exit([](double) { return 1.0; }) == 0);
    CHECK(first_exit([](double) { return std::numeric_limits<double>::infinity(); }) == 0);
    CHECK(first_exit([](double) { return std::nan(""); }) == 0);
}

TEST_CASE("a jump is met from the safe side", "[mechanics]") {
    const double at = first_exit([](double x) { return x < 7.5 ? 0.01 * x : std::numeric_limits<double>::infinity(); });
    CHECK(at <= 7.5);
    CHECK(at == relative(7.5, 1e-8));
}

TEST_CASE("a crossing found from a good guess lies on the safe side", "[mechanics]") {
    using clampet::mechanics::exit_near;
    const auto curve = [](double x) { return 0.2 * x + 0.01 * x * x; };  // reaches 1 at -10 + sqrt(200)
    const double truth = -10 + std::sqrt(200.0);
    for (const double share : {0.97, 0.99, 1.0, 1.01, 1.03})
        for (const double trusted : {0.0, 2e-3}) {
            const auto found = exit_near(share * truth, curve, 1e-5, trusted);
            REQUIRE(found);
            CHECK(*found <= truth * (1 + 1e-6));
            CHECK(*found == relative(truth, 2e-4));
        }
    CHECK_FALSE(exit_near(3 * truth, curve, 1e-5));  // no good guess
    CHECK_FALSE(exit_near(
        1.0, [](double) { return std::numeric_limits<double>::infinity(); }, 1e-5));
}

TEST_CASE("a mode that outlasts the balance ends with it", "[mechanics]") {
    using clampet::mechanics::first_exit_below;
    CHECK(first_exit_below(
              5, [](double x) { return 0.1 * x; }, 1e-6) == 5);
    CHECK(first_exit_below(
              5, [](double x) { return 0.4 * x; }, 1e-6) == relative(2.5, 1e-5));
    CHECK(first_exit_below(
              0, [](double x) { return 0.4 * x; }, 1e-6) == 0);
    CHECK(first_exit_below(
              std::numeric_limits<double>::infinity(), [](double x) { return 0.4 * x; }, 1e-6) == relative(2.5, 1e-5));
    // A rough search may stop on either side, within its tolerance.
    CHECK(first_exit([](double x) { return x * x / 9; }, 3e-3) == relative(3, 6e-3));
}
