#include "catalogue/material.h"

#include "approximately.h"
#include "families/family.h"

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
        CHECK((material.retention > 0 && material.retention <= 1 && material.damping > 0 && material.creep >= 0));
        CHECK((material.group == "pad") == (material.pad_modulus > 0));
        CHECK((material.drawn_as == "wood") == (material.gravity_for_screws > 0));
    }
}

TEST_CASE("threads hold in a material as its kind says", "[catalogue][material]") {
    for (const auto& m : catalogue::materials()) {
        CAPTURE(m.name);
        CHECK(m.thread_shear_lasting <= m.thread_shear * 1.0001);
        // Von Mises: the shear of a metal is 0.577 of its tension.
        if (m.group == "metal") CHECK(m.thread_shear_lasting == Approx(0.577 * m.ultimate).epsilon(0.01));
        // Wood: 34.5 G^2 MPa from the withdrawal of screws, 15 700 G^2 D lbf/in (Wood Handbook, from memory):
        // 15 700 / (pi in) of a shank whose threads shear, times 0.7 for the low end and 0.6 for good.
        if (m.group == "timber") {
            const double G = m.gravity_for_screws, mean = 15700 * 4.4482216 / (0.0254 * 0.0254) / 3.14159265 * G * G;
            if (m.name != "bamboo") CHECK(m.thread_shear == Approx(mean).epsilon(0.03));
            CHECK(m.thread_shear_lasting <= 0.43 * m.thread_shear + 0.05e6);
        }
        // What is stretched for good in a plastic is 0.4 of its strength.
        if (m.group == "print" || m.group == "plastic") CHECK(m.thread_shear_lasting <= 0.4 * m.ultimate * 1.01);
    }
}

TEST_CASE("clear wood agrees with the Wood Handbook", "[catalogue][material][from memory]") {
    // USDA Wood Handbook (FPL-GTR-282), chapter 5, 12 % moisture: gravity, modulus of rupture and of elasticity,
    // compression across the grain; from memory.
    struct Row {
        const char* name;
        double gravity, rupture, elasticity, across;
    };
    const auto row = GENERATE(values<Row>({{"Douglas fir", 0.48, 85e6, 13.4e9, 5.5e6},
                                           {"maple", 0.63, 109e6, 12.6e9, 10.1e6},
                                           {"cherry", 0.50, 85e6, 10.3e9, 4.8e6},
                                           {"walnut", 0.55, 101e6, 11.6e9, 7.0e6},
                                           {"ash", 0.60, 103e6, 12.0e9, 8.0e6},
                                           {"poplar", 0.42, 70e6, 10.9e9, 3.4e6}}));
    CAPTURE(row.name);
    const auto m = catalogue::material_named(row.name);
    REQUIRE(m);
    CHECK(m->gravity_for_screws == Approx(row.gravity).margin(0.005));
    CHECK(m->ultimate == Approx(row.rupture).epsilon(0.02));
    CHECK(m->youngs_modulus == Approx(row.elasticity).epsilon(0.01));
    CHECK(m->bearing == Approx(row.across).epsilon(0.02));
}

TEST_CASE("a material is found as people write it", "[catalogue][material]") {
    CHECK(catalogue::material_named("PLA")->name == "PLA, printed");
    CHECK(catalogue::material_named("Birch Ply")->name == "birch plywood");
    CHECK(catalogue::material_named("a2-70")->name == "stainless A2-70");
    const auto several = catalogue::material_named("aluminium");
    REQUIRE_FALSE(several);
    CHECK_THAT(several.problem().remedy, Catch::StartsWith("Several are called so: aluminium 6061-T6; "));
    const auto slip = catalogue::material_named("beach");
    REQUIRE_FALSE(slip);
    CHECK_THAT(slip.problem().remedy, Catch::StartsWith("Nearest: beech"));
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

TEST_CASE("a face is called by its surface, its material or its finish", "[catalogue]") {
    const auto is = [](const char* face) {
        return catalogue::surface_named(face) ? *catalogue::surface_named(face) : "";
    };
    CHECK(is("plywood") == "plywood");
    CHECK(is("oak") == "hardwood");
    CHECK(is("varnished oak") == "varnished wood");
    CHECK(is("stained oak") == "hardwood");  // stain builds no film
    CHECK(is("anodised aluminium 6061-T6") == "anodised aluminium");
    CHECK(is("powder-coated mild steel") == "powder coat");
    CHECK(is("rubber") == "rubber");
    CHECK(catalogue::finished("plywood", "waxed").operator*() == "waxed wood");
    CHECK(catalogue::finished("plywood", "galvanised").problem().id == ProblemId("finish.not_on_this"));
    CHECK(catalogue::finished("plywood", "glittering").problem().id == ProblemId("finish.unknown"));
    CHECK(catalogue::friction_named("varnished oak on mild steel")->name() ==
          catalogue::friction_named("varnished wood on steel")->name());
    CHECK(catalogue::surface_named("cheese").problem().id == ProblemId("friction.unknown_surface"));
}

TEST_CASE("strength of bolts by class", "[catalogue][published]") {
    CHECK(catalogue::material_named("steel 8.8")->ultimate == 800e6);        // ISO 898-1
    CHECK(catalogue::material_named("stainless A2-70")->ultimate == 700e6);  // ISO 3506-1
    CHECK_FALSE(catalogue::material_named("unobtainium"));
}

TEST_CASE("every friction that a family begins with is in the table, with its band", "[catalogue]") {
    std::size_t pairs = 0;
    for (const auto* family : families::registry())
        for (const auto& p : family->parameters()) {
            if (p.friction_pair.empty()) continue;
            CAPTURE(family->key(), p.key, p.friction_pair);
            const auto pair = catalogue::friction_named(p.friction_pair);
            REQUIRE(pair);
            CHECK(p.standard == pair->typical);
            CHECK(p.spread.low < 1);
            ++pairs;
        }
    CHECK(pairs > 15);
}

TEST_CASE("screws are as strong as their mark says", "[catalogue][material][published]") {
    constexpr double ksi = 6.894757e6;
    struct Row {
        const char* name;
        double ultimate, yield;
    };
    // ISO 898-1 table 3, ISO 3506-1 table 2 and SAE J429 table 1, from memory: least strengths.
    for (const Row& row :
         {Row{"steel 4.8", 420e6, 340e6}, Row{"steel 5.8", 520e6, 420e6}, Row{"steel 10.9", 1040e6, 940e6},
          Row{"steel 12.9", 1220e6, 1100e6}, Row{"stainless A4-80", 800e6, 600e6}, Row{"stainless A2-50", 500e6, 210e6},
          Row{"steel SAE grade 2", 74 * ksi, 57 * ksi}, Row{"steel SAE grade 5", 120 * ksi, 92 * ksi},
          Row{"steel SAE grade 8", 150 * ksi, 130 * ksi}}) {
        CAPTURE(row.name);
        const auto material = catalogue::material_named(row.name);
        REQUIRE(material);
        CHECK(material->screws);
        CHECK(material->ultimate == Approx(row.ultimate).epsilon(0.01));
        CHECK(material->yield == Approx(row.yield).epsilon(0.01));
    }
}
