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
