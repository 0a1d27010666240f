#include "mechanics/disc_spring.h"

#include <string>

#include "approximately.h"
#include "catalogue/stock.h"

using namespace clampet;
using mechanics::disc_force;
using mechanics::DiscColumn;

TEST_CASE("a disc spring presses as its standard says", "[mechanics][disc_spring]") {
    // EN 16983 (DIN 2093), series A and B: force at three quarters of the way to flat, from memory.
    struct Row {
        DiscColumn disc;
        double force;
    };
    const Row rows[] = {
        {{0.008, 0.0042, 0.0004, 0.0002}, 210},   {{0.010, 0.0052, 0.0005, 0.00025}, 329},
        {{0.0125, 0.0062, 0.0007, 0.0003}, 673},  {{0.016, 0.0082, 0.0009, 0.00035}, 1000},
        {{0.020, 0.0102, 0.0011, 0.00045}, 1530}, {{0.025, 0.0122, 0.0015, 0.00055}, 2910},
        {{0.010, 0.0052, 0.0004, 0.0003}, 213},   {{0.0125, 0.0062, 0.0005, 0.00035}, 291},
        {{0.016, 0.0082, 0.0006, 0.00045}, 412},  {{0.020, 0.0102, 0.0008, 0.00055}, 745},
        {{0.025, 0.0122, 0.0009, 0.0007}, 868},
    };
    for (const auto& [disc, force] : rows) {
        CAPTURE(disc.outer, disc.thickness);
        REQUIRE(mechanics::check_column(disc));
        CHECK(disc_force(disc, 0.75 * disc.cone) == relative(force, 0.025));
        CHECK(disc_force(disc, 0) == 0);
    }
}

TEST_CASE("discs in a row share the way, discs in each other the force", "[mechanics][disc_spring]") {
    const DiscColumn one{0.016, 0.0082, 0.0009, 0.00035};
    auto row = one, nest = one;
    row.in_row = 3;
    nest.nested = 2;
    CHECK(row.way() == relative(3 * one.way(), 1e-12));
    CHECK(disc_force(row, 0.0006) == relative(disc_force(one, 0.0002), 1e-12));
    CHECK(disc_force(nest, 0.0002) == relative(2 * disc_force(one, 0.0002), 1e-12));
    // A flat ring as thick as it is would be all bending; a high cone is softer near flat than at first.
    const DiscColumn high{0.025, 0.0122, 0.0009, 0.0007};
    CHECK(disc_force(high, 0.0001) > disc_force(high, 0.0007) - disc_force(high, 0.0006));
}

TEST_CASE("what is no disc spring is refused at the size that is wrong", "[mechanics][disc_spring]") {
    const auto where = [](const DiscColumn& column) { return std::string(check_column(column).problem().where); };
    CHECK(where({0.008, 0.009, 0.0009, 0.0003}) == "disc_bore");
    CHECK(where({0.016, 0.0082, 0.0004, 0.0006}) == "disc_cone");  // it would snap through
    CHECK(where({0.016, 0.0082, 0.0009, 0}) == "disc_cone");
}
