#include "quantity/format.h"

#include <limits>
#include <random>

#include "approximately.h"
#include "quantity/parse.h"

using namespace clampet;
using quantity::Dimension;
using quantity::System;

TEST_CASE("quantities read as a person would write them", "[quantity]") {
    CHECK(quantity::format(0.0337, Dimension::length) == "33.7 mm");
    CHECK(quantity::format(0.0381, Dimension::length, System::imperial) == "1 1/2 in");
    CHECK(quantity::format(7.0 / 32 * 0.0254, Dimension::length, System::imperial) == "7/32 in");
    CHECK(quantity::format(0.0337, Dimension::length, System::imperial) == "1.327 in");
    CHECK(quantity::format(-0.0381, Dimension::length, System::imperial) == "-1 1/2 in");
    CHECK(quantity::format(0.24, Dimension::mass) == "240 g");
    CHECK(quantity::format(1.34, Dimension::mass) == "1.34 kg");
    CHECK(quantity::format(0.7853981634, Dimension::angle) == "45°");
    CHECK(quantity::format(4.519394, Dimension::torque, System::imperial) == "40 in·lb");
    CHECK(quantity::format(0, Dimension::force) == "0 N");
    CHECK(quantity::format(std::numeric_limits<double>::infinity(), Dimension::force) == "∞");
    CHECK(quantity::format(std::nan(""), Dimension::force) == "–");
    CHECK(quantity::as_if_hung(30.4) == "as if 3.1 kg hung from it");
}

TEST_CASE("a factor is never shown larger than it is", "[quantity]") {
    CHECK(quantity::format_factor(1.99) == "1.9×");
    CHECK(quantity::format_factor(2.0) == "2.0×");
    CHECK(quantity::format_factor(0.999) == "0.99×");
    CHECK(quantity::format_factor(12.7) == "12×");
    CHECK(quantity::format_factor(4321) == ">100×");
    CHECK(quantity::format_factor(std::numeric_limits<double>::infinity()) == "–");
    CHECK(quantity::format_factor(0) == "0.00×");
}

TEST_CASE("what is written exactly is read back", "[quantity][property]") {
    const auto dimension = static_cast<Dimension>(GENERATE(range(0, 10)));
    const auto system = GENERATE(System::metric, System::imperial);
    std::mt19937_64 random(7);
    std::uniform_real_distribution<double> exponent(-4, 4), sign(-1, 1);
    for (int i = 0; i < 300; ++i) {
        const double value = std::copysign(std::pow(10, exponent(random)), sign(random));
        const std::string text = quantity::format_exact(value, dimension, system);
        CAPTURE(text, value);
        const auto back = quantity::parse(text, dimension);
        REQUIRE(back);
        CHECK(*back == relative(value, 2e-6));  // inch fractions snap within 1e-6 of a 64th; others to 12 digits
        CHECK(quantity::format_exact(*back, dimension, system) == text);
    }
}

TEST_CASE("64ths of an inch survive both ways", "[quantity][property]") {
    for (int n = 1; n < 640; ++n) {
        const double value = n * 0.0254 / 64;
        CHECK(*quantity::parse(quantity::format(value, Dimension::length, System::imperial), Dimension::length) ==
              relative(value, 1e-12));
    }
}
