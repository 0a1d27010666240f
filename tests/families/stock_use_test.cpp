#include "families/stock_use.h"

#include "catalogue/stock.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("what stock fills can be built, and says so where it is not there", "[families][stock]") {
    std::size_t offers = 0;
    for (const auto* family : families::registry())
        for (const auto& use : families::stock_uses(*family)) {
            CAPTURE(family->key(), use.group);
            CHECK_FALSE(catalogue::stock_group(use.group).empty());
            for (const auto& [input, size] : use.fills) CHECK(families::find_parameter(*family, input));
            for (const auto& [input, choice] : use.sets) CHECK(families::find_parameter(*family, input));
        }
    for (const auto* family : families::registry())
        for (const auto& offer : families::stock_offers(*family)) {
            CAPTURE(family->key(), offer.row->name);
            for (const auto& [input, value] : families::values_from(offer))
                if (const auto* size = std::get_if<double>(&value)) CHECK(*size > 0);
            const auto made = families::join(*family, families::values_from(offer));
            if (!made) CHECK_FALSE(made.problem().remedy.empty());
            ++offers;
        }
    CHECK(offers > 60);
    const auto missing = families::stock_named(*families::family_named("tube_grip"), "drainpipe");
    REQUIRE_FALSE(missing);
    CHECK_THAT(missing.problem().remedy, Catch::Contains("48.3 x 4.0 scaffold"));
    CHECK_FALSE(families::stock_named(*families::family_named("stance"), "x"));
}
