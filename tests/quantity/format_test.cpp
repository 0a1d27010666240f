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
    // A ruler's 0.1 mm, a caliper's 0.01 mm under 10 mm; inches as the nearest 64th, over an inch 32nd, within 0.1 mm.
    CHECK(quantity::format(0.0599147, Dimension::length) == "59.9 mm");
    CHECK(quantity::format(1.2500449, Dimension::length) == "1250 mm");
    CHECK(quantity::format(0.00165146, Dimension::length) == "1.65 mm");
    CHECK(quantity::format(0.000412345, Dimension::length) == "0.412 mm");
    CHECK(quantity::format(7.8e-20, Dimension::length) == "0 mm");
    CHECK(quantity::format(0.45, Dimension::length, System::imperial) == "17 23/32 in");
    CHECK(quantity::format(0.0060, Dimension::length, System::imperial) == "15/64 in");
    CHECK(quantity::format(0.0451, Dimension::length, System::imperial) == "1.776 in");  // 0.2 mm from 1 25/32
    CHECK(quantity::format(0.0005, Dimension::length, System::imperial) == "0.0197 in");
    // Moduli in GPa and ksi, strengths in MPa and psi.
    CHECK(quantity::format(205e9, Dimension::stress) == "205 GPa");
    CHECK(quantity::format_exact(9.5e9, Dimension::stress) == "9.5 GPa");
    CHECK(quantity::format(235e6, Dimension::stress) == "235 MPa");
    CHECK(quantity::format(205e9, Dimension::stress, System::imperial) == "29733 ksi");
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
        CHECK(*quantity::parse(quantity::format_exact(value, Dimension::length, System::imperial), Dimension::length) ==
              relative(value, 1e-12));
        // What is shown is within a tenth of a millimetre.
        CHECK(*quantity::parse(quantity::format(value, Dimension::length, System::imperial), Dimension::length) ==
              absolute(value, 0.1e-3));
    }
}
