#include "catalogue/material.h"

#include "approximately.h"

using namespace clampet;

TEST_CASE("every row has a source and values in order", "[catalogue]") {
    for (const auto& pair : catalogue::friction_pairs()) {
        CAPTURE(pair.name());
        CHECK_FALSE(pair.source.empty());
        CHECK((0 < pair.low && pair.low <= pair.typical && pair.typical <= pair.high && pair.high <= 1.5));
    }
    for (const auto& material : catalogue::materials()) {
        CAPTURE(material.name);
        CHECK_FALSE(material.source.empty());
        CHECK((material.density > 0 && material.youngs_modulus > 0 && material.ultimate > 0 && material.bearing > 0));
    }
}

TEST_CASE("a friction pair is found in either order", "[catalogue]") {
    CHECK(catalogue::friction_named("plywood on steel")->typical ==
          catalogue::friction_named("steel on plywood")->typical);
    const auto missing = catalogue::friction_named("steel on cheese");
    REQUIRE_FALSE(missing);
    CHECK(missing.problem().what == "There is no friction value for steel on cheese.");
    CHECK_THAT(missing.problem().remedy, Catch::StartsWith("Type a measured number, for example 0.35"));
    CHECK_FALSE(catalogue::friction_named("steel"));
}

TEST_CASE("strength of bolts by class", "[catalogue][published]") {
    CHECK(catalogue::material_named("steel 8.8")->ultimate == 800e6);        // ISO 898-1
    CHECK(catalogue::material_named("stainless A2-70")->ultimate == 700e6);  // ISO 3506-1
    CHECK_FALSE(catalogue::material_named("unobtainium"));
}
