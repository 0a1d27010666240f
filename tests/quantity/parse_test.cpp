#include "quantity/parse.h"

#include <random>

#include "approximately.h"
#include "quantity/format.h"

using namespace clampet;
using quantity::Dimension;

TEST_CASE("what people type is understood", "[quantity]") {
    struct Row {
        const char* text;
        Dimension dimension;
        double si;
    };
    const auto row = GENERATE(values<Row>({
        {"3/8 in", Dimension::length, 0.009525},
        {"1 1/2\"", Dimension::length, 0.0381},
        {"7/32\"", Dimension::length, 7.0 / 32 * 0.0254},
        {"7/32\" x 3", Dimension::length, 21.0 / 32 * 0.0254},
        {"2 x5in", Dimension::length, 10 * 0.0254},
        {"1-1/2 in", Dimension::length, 0.0381},
        {"¼ in", Dimension::length, 0.00635},
        {"1½″", Dimension::length, 0.0381},
        {"1⅓ ft", Dimension::length, 4.0 / 3 * 0.3048},
        {"⅔ ft", Dimension::length, 0.2032},
        {"¾ in", Dimension::length, 0.01905},
        {"⅛ in", Dimension::length, 0.003175},
        {"⅜ in", Dimension::length, 0.009525},
        {"⅝ in", Dimension::length, 0.015875},
        {"1⅞\"", Dimension::length, 0.047625},
        {"⅙ ft", Dimension::length, 0.0508},
        {"⅚ ft", Dimension::length, 0.254},
        {"⅕ m", Dimension::length, 0.2},
        {"5' 3 1/2\"", Dimension::length, 63.5 * 0.0254},
        {"30 mm - 2*3 mm", Dimension::length, 0.024},
        {"30 mm - 2*3", Dimension::length, 0.024},
        {"(30 - 6) mm", Dimension::length, 0.024},
        {"2,5 cm", Dimension::length, 0.025},
        {"0,125 in", Dimension::length, 0.003175},
        {"2 lb 3 oz", Dimension::mass, 35 * 0.45359237 / 16},
        {"2.5kg", Dimension::mass, 2.5},
        {"1e3 g", Dimension::mass, 1},
        {"12 kgf", Dimension::force, 117.6798},
        {"25 lb", Dimension::force, 111.2055},
        {"40 in·lb", Dimension::torque, 4.519394},
        {"40 in-lb", Dimension::torque, 4.519394},
        {"4 ft-lb", Dimension::torque, 5.423272},
        {"10 kg*cm", Dimension::torque, 0.980665},
        {"3 N * 40 mm", Dimension::torque, 0.12},
        {"0.8 N·m", Dimension::torque, 0.8},
        {"0.8 Nm", Dimension::torque, 0.8},
        {"45 deg", Dimension::angle, 0.7853982},
        {"45°", Dimension::angle, 0.7853982},
        {"40 MPa", Dimension::stress, 4e7},
        {"5800 psi", Dimension::stress, 3.998959e7},
        {"200 N/mm", Dimension::stiffness, 2e5},
        {"0.5 m/s", Dimension::speed, 0.5},
        {"10 mph", Dimension::speed, 4.4704},
        {"3.50 EUR", Dimension::price, 3.5},
        {"0.35", Dimension::number, 0.35},
        {"35 %", Dimension::number, 0.35},
    }));
    CAPTURE(row.text);
    const auto value = quantity::parse(row.text, row.dimension);
    REQUIRE(value);
    CHECK(*value == relative(row.si, 1e-6));
}

TEST_CASE("a bare number takes the field's unit, or SI", "[quantity]") {
    CHECK(*quantity::parse("12", Dimension::length, "mm") == relative(0.012, 1e-12));
    CHECK(*quantity::parse("12", Dimension::length) == relative(12, 1e-12));
    CHECK(*quantity::parse("45", Dimension::angle, "°") == relative(0.7853981634, 1e-9));
    CHECK(*quantity::parse("2*6 + 1", Dimension::length, "mm") == relative(0.013, 1e-12));
}

TEST_CASE("a bad entry says what is wrong and how to write it", "[quantity]") {
    struct Row {
        const char* text;
        Dimension dimension;
        const char *what, *remedy;
    };
    const auto row = GENERATE(values<Row>({
        {"3 kg", Dimension::length, "“3 kg” is a mass, and a length is wanted.",
         "Write for example 30 mm or 1 1/4 in."},
        {"3 kg", Dimension::force, "“3 kg” is a mass, and a force is wanted.",
         "For the pull of that mass write 3 kgf."},
        {"1,000 mm", Dimension::length, "“1,000” could mean two things.", "Write 1000 or 1.000."},
        {"", Dimension::length, "Nothing was typed.", "Write a number and a unit, for example 30 mm."},
        {"nan", Dimension::length, "“nan” is not a number or a unit that Clampet knows.",
         "Write for example 30 mm, 3/8 in, 12 kgf or 40 in·lb."},
        {"3/0 in", Dimension::length, "This fraction divides by zero.", "Write for example 3/8."},
        {"1e999 mm", Dimension::length, "“1e999” is too large or too small a number.",
         "Write a number that can be built."},
        {"3 mm 4 mm", Dimension::length, "The second unit is not smaller than the first.",
         "Write for example 2 lb 3 oz or 5 ft 3 in."},
        {"3 mm + 2 kg", Dimension::length, "These two cannot be added: they are different kinds of quantity.",
         "For example 30 mm - 2*3 mm."},
        {"5 furlongs", Dimension::mass, "“furlongs” is not understood here.",
         "Write a mass, for example 1.3 kg or 2 lb 3 oz."},
    }));
    CAPTURE(row.text);
    const auto value = quantity::parse(row.text, row.dimension);
    REQUIRE_FALSE(value);
    CHECK(value.problem().what == row.what);
    CHECK(value.problem().remedy == row.remedy);
}

TEST_CASE("no entry crashes, and none gives NaN or infinity", "[quantity]") {
    const std::string alphabet = "0123456789.,/*+-x() \"'inmkglbozfNPa·°½e%";
    std::mt19937 random(20261125);
    for (int i = 0; i < 20000; ++i) {
        std::string text;
        const auto length = random() % 14;
        for (std::size_t k = 0; k < length; ++k) text += alphabet[random() % alphabet.size()];
        CAPTURE(text);
        if (const auto value = quantity::parse_any(text)) CHECK(std::isfinite(value->si));
    }
    CHECK_FALSE(quantity::parse_any(std::string(5000, '1')));
    CHECK_FALSE(quantity::parse_any(std::string(150, '(')));
    CHECK_FALSE(quantity::parse_any("9e307 m * 9e307"));
}

TEST_CASE("amounts keep their currency, and two are not mixed", "[quantity]") {
    CHECK(*quantity::currency_of("10 USD") == "USD");
    CHECK(*quantity::currency_of("$10") == "USD");
    CHECK(*quantity::currency_of("3.50 €") == "EUR");
    CHECK(quantity::currency_of("10 mm")->empty());
    CHECK_THAT(quantity::currency_of("10 USD + 5 EUR").problem().what, Catch::Contains("mixes"));
    CHECK_FALSE(quantity::parse("10 USD + 5 EUR", Dimension::price));
    CHECK(*quantity::parse("10 USD + 5 USD", Dimension::price) == 15);
    CHECK(*quantity::parse("12 EUR / 3 EUR", Dimension::number) == 4);
    CHECK_FALSE(quantity::parse("12 EUR / 3 EUR", Dimension::price));
}

TEST_CASE("areas, densities, frequencies, times, turning stiffness and inertia", "[quantity]") {
    CHECK(*quantity::parse("20 mm²", Dimension::area) == Approx(20e-6));
    CHECK(*quantity::parse("1 in2", Dimension::area) == Approx(6.4516e-4));
    CHECK(*quantity::parse("550 kg/m3", Dimension::density) == 550);
    CHECK(*quantity::parse("0.68 g/cm³", Dimension::density) == Approx(680));
    CHECK(*quantity::parse("4 Hz", Dimension::frequency) == 4);
    CHECK(*quantity::parse("24 h", Dimension::time) == 86400);
    CHECK(*quantity::parse("500 Nm/rad", Dimension::rotary_stiffness) == 500);
    CHECK_FALSE(quantity::parse("500 N·m", Dimension::rotary_stiffness));
    for (int i = 0; i < quantity::dimension_count; ++i) {
        const auto d = static_cast<Dimension>(i);
        CAPTURE(quantity::name_of(d));
        CHECK(quantity::dimension_named(quantity::name_of(d)) == d);
        for (const auto system : {quantity::System::metric, quantity::System::imperial})
            if (const auto unit = quantity::display_unit(d, system); !unit.empty()) {
                REQUIRE(quantity::unit_named(unit));
                CHECK(quantity::unit_named(unit)->exponents == quantity::exponents_of(d));
            }
    }
}

TEST_CASE("conversion factors are those of NIST", "[quantity][published]") {
    // NIST SP 811 (2008), appendix B.8, as printed there: seven figures, exact ones in full.
    struct Row {
        const char* text;
        Dimension dimension;
        double si;
    };
    for (const auto& row : std::initializer_list<Row>{
             {"1 in", Dimension::length, 2.54e-2},        {"1 ft", Dimension::length, 3.048e-1},
             {"1 mil", Dimension::length, 2.54e-5},       {"1 thou", Dimension::length, 2.54e-5},
             {"1 lb", Dimension::mass, 4.535924e-1},      {"1 oz", Dimension::mass, 2.834952e-2},
             {"1 lbf", Dimension::force, 4.448222},       {"1 ozf", Dimension::force, 2.780139e-1},
             {"1 kgf", Dimension::force, 9.80665},        {"1 in-lb", Dimension::torque, 1.129848e-1},
             {"1 ft-lb", Dimension::torque, 1.355818},    {"1 oz-in", Dimension::torque, 7.061552e-3},
             {"1 kgf-cm", Dimension::torque, 9.80665e-2}, {"1 psi", Dimension::stress, 6.894757e3},
             {"1 ksi", Dimension::stress, 6.894757e6},    {"1 bar", Dimension::stress, 1e5},
             {"1 in²", Dimension::area, 6.4516e-4},       {"1 lb/ft³", Dimension::density, 1.601846e1},
             {"1 mph", Dimension::speed, 4.4704e-1},      {"1 km/h", Dimension::speed, 2.777778e-1},
             {"1 °", Dimension::angle, 1.745329e-2},      {"1 min", Dimension::time, 60},
         }) {
        CAPTURE(row.text);
        const auto value = quantity::parse(row.text, row.dimension);
        REQUIRE(value);
        CHECK(*value == relative(row.si, 3e-7));
    }
}

TEST_CASE("a unit is the same by all of its spellings", "[quantity]") {
    for (const auto& alike : std::vector<std::vector<std::string>>{
             {"in-lb", "in-lbs", "lb-in", "in-lbf", "lbf-in"},
             {"ft-lb", "ft-lbs", "lb-ft", "ft-lbf", "lbf-ft"},
             {"oz-in", "in-oz"},
             {"kgf-cm", "kg-cm"},
             {"N·m", "Nm", "N-m"},
             {"N·cm", "Ncm", "N-cm"},
             {"N·mm", "Nmm", "N-mm"},
         })
        for (const auto& unit : alike) {
            CAPTURE(unit);
            const auto here = quantity::parse("3 " + unit, Dimension::torque),
                       there = quantity::parse("3 " + alike.front(), Dimension::torque);
            REQUIRE((here && there));
            CHECK(*here == *there);
        }
    CHECK(*quantity::parse("3 N·cm", Dimension::torque) == relative(0.03, 1e-12));
    CHECK(*quantity::parse("3 N·mm", Dimension::torque) == relative(0.003, 1e-12));
}

TEST_CASE("a word that is not known is quoted whole, whatever letters it begins with", "[quantity][parse]") {
    for (const char letter : {'a', 'm', 'z', 'A', 'M', 'Z'}) {
        // After an x, a letter is a word's and not a multiplication.
        const auto refused = quantity::parse_any(std::string("2 x") + letter + "q");
        CAPTURE(letter);
        REQUIRE_FALSE(refused);
        CHECK_THAT(refused.problem().what, Catch::Contains(std::string("“x") + letter + "q”"));
    }
}

TEST_CASE("What a hanging scale showed is a force, also where it shows what hangs", "[quantity]") {
    // By hand: standard gravity 9.80665 m/s^2, a pound 0.45359237 kg.
    CHECK(*quantity::parse_pull("3.5 kg") == Approx(34.323275));
    CHECK(*quantity::parse_pull("350 g") == Approx(3.4323275));
    CHECK(*quantity::parse_pull("9 lb 4 oz") == Approx(9.25 * 0.45359237 * 9.80665));
    CHECK(*quantity::parse_pull("42 N") == Approx(42));
    CHECK(*quantity::parse_pull("42") == Approx(42));
    CHECK_FALSE(quantity::parse_pull("42 mm"));
    CHECK_FALSE(quantity::parse_pull("some"));
}
