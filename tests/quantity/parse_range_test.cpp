#include "quantity/parse_range.h"

#include "approximately.h"
#include "constants.h"

using namespace clampet;
using quantity::Dimension;
using quantity::parse_range;

namespace {

using constants::inch;

void is(const char* text, double low, double typical, double high) {
    CAPTURE(text);
    const auto range = parse_range(text, Dimension::length);
    REQUIRE(range);
    CHECK(range->low == relative(low, 1e-12));
    CHECK(range->typical == relative(typical, 1e-12));
    CHECK(range->high == relative(high, 1e-12));
}

}  // namespace

TEST_CASE("what people know of a size between two values is a range", "[quantity]") {
    is("38-39 in", 38 * inch, 38.5 * inch, 39 * inch);
    is("6–7 in", 6 * inch, 6.5 * inch, 7 * inch);
    is("24.9 to 25.1 mm", 0.0249, 0.025, 0.0251);
    is("24.9mm-25.1mm", 0.0249, 0.025, 0.0251);
    is("1/4-3/8 in", 0.25 * inch, 0.3125 * inch, 0.375 * inch);
    is("2 cm to 30 mm", 0.02, 0.025, 0.03);
    is("about 12 mm", 0.0108, 0.012, 0.0132);
    is("~ 12 mm", 0.0108, 0.012, 0.0132);
    is("  12 mm ", 0.012, 0.012, 0.012);
    CHECK(parse_range("12 mm", Dimension::length)->is_one());
    // A minus with spaces, or before one number, is one.
    is("30 mm - 2 mm", 0.028, 0.028, 0.028);
    CHECK(parse_range("-2 mm", Dimension::length)->low == relative(-0.002, 1e-12));
}

TEST_CASE("a range upside down or of no sense is refused", "[quantity]") {
    const auto down = parse_range("39-38 in", Dimension::length);
    REQUIRE_FALSE(down);
    CHECK(down.problem().id == ProblemId("quantity.range_upside_down"));
    CHECK(down.problem().what == "“39-38 in” goes from more to less.");
    for (const char* wrong : {"", "about", "1 to", "to 2 mm", "x-y mm", "1-2 kg", "1-nan mm", "about 3 kg"}) {
        CAPTURE(wrong);
        CHECK_FALSE(parse_range(wrong, Dimension::length));
    }
}
