#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/material.h"
#include "constants.h"
#include "families/bench.h"
#include "families/stock_use.h"

using namespace clampet;
using namespace bench;

namespace {

using constants::pi;
Values heat_set() {
    return {{"print_shear", 16.8e6}, {"print_bearing", 22e6}, {"infill", 0.2},
            {"wall", 0.004},         {"depth", 0.0081},       {"insert_diameter", 0.0063}};
}
double pull(Values v) {
    return factor("print_fastening", v, {0, 0, 1, 0, 0, 0}, "pulls_out");
}

}  // namespace

TEST_CASE("a heat-set insert shears a cylinder out of the print", "[print_fastening]") {
    // pi D L tau with half of the print's shear strength.
    const double tau = 0.5 * 16.8e6;
    CHECK(pull(heat_set()) == relative(pi * 0.0063 * 0.0081 * tau, 1e-9));
    CHECK(factor("print_fastening", heat_set(), {0, 0, 0, 0, 0, 1}, "spins_out") ==
          relative(pi * 0.0063 * 0.0063 * 0.0081 * tau / 2, 1e-9));
    // Common practice: an M4 insert in PETG holds some hundred newtons for good, not kilonewtons.
    CHECK(pull(heat_set()) > 300);
    CHECK(pull(heat_set()) < 2000);
    auto parted = heat_set();
    parted["layers"] = s("parted");
    CHECK(pull(parted) == relative(pull(heat_set()) / 2, 1e-9));
}

TEST_CASE("thin walls leave it to the infill", "[print_fastening]") {
    auto thin = heat_set();
    thin["wall"] = 0.2 * 0.0063;  // half of the 0.4 D that are wanted
    CHECK(pull(thin) == relative(pull(heat_set()) * (0.5 + 0.5 * std::pow(0.2, 1.5)), 1e-9));
    auto full = thin;
    full["infill"] = 1.0;
    CHECK(pull(full) == relative(pull(heat_set()), 1e-9));
    const auto says = [](const Values& v) {
        const auto r = report("print_fastening", v, Wrench{});
        return std::any_of(r.advisories.begin(), r.advisories.end(),
                           [](const auto& a) { return a.text.find("is thin") != a.text.npos; });
    };
    CHECK(says(thin));
    CHECK_FALSE(says(heat_set()));
}

TEST_CASE("a nut in its pocket shears the floor or bears on it", "[print_fastening]") {
    Values nut{{"kind", s("nut")},   {"print_shear", 16.8e6}, {"print_bearing", 22e6}, {"wall", 0.004}, {"infill", 0.2},
               {"nut_flats", 0.008}, {"nut_height", 0.0047},  {"nut_hole", 0.0055},    {"floor", 0.001}};
    const double side = 0.008 / std::sqrt(3.0);
    CHECK(pull(nut) == relative(6 * side * 0.001 * 16.8e6, 1e-9));
    nut["floor"] = 0.02;
    // M5: hexagon 55.4 mm² less the hole of 23.8 mm².
    CHECK(pull(nut) == relative((55.43e-6 - 23.76e-6) * 22e6, 1e-3));
    nut["nut_hole"] = 0.009;
    CHECK((families::join(*families::family_named("print_fastening"), nut).problem().id ==
           "print_fastening.hole_over_nut"));
}

TEST_CASE("a screw straight into plastic strips by a strong hand", "[print_fastening]") {
    Values screw{{"kind", s("screw")}, {"print_shear", 16.8e6}, {"wall", 0.004}, {"infill", 0.2}, {"depth", 0.010}};
    const auto r = report("print_fastening", screw, Wrench{0, 0, 1, 0, 0, 0});
    // FED-STD-H28/2 for M4: pi D [P/2 + (D − d2) tan 30°] a pitch, 0.8 of it filled.
    const double area = pi * 4e-3 / 0.7e-3 * (0.35e-3 + (4e-3 - 3.5453e-3) / std::sqrt(3.0));
    CHECK(mode(r, "pulls_out").factor_mass == relative(0.8 * area * 0.010 * 16.8e6, 1e-3));
    CHECK(mode(r, "overtightens").factor_mass == relative(0.7 * result(r, "strips_at") / (1.5 * 0.5), 1e-6));
    // An insert that is not there has no say in it.
    auto beside = screw;
    beside["insert_diameter"] = 0.012;
    CHECK(pull(beside) == pull(screw));
    // Thin round an M4 is less than 1.6 mm.
    beside["wall"] = 0.0008;
    CHECK(pull(beside) == relative(pull(screw) * (0.5 + 0.5 * std::pow(0.2, 1.5)), 1e-9));
    screw["depth"] = 0.003;
    CHECK(mode(report("print_fastening", screw, Wrench{}), "overtightens").factor_mass <
          mode(r, "overtightens").factor_mass);
    screw["screw"] = s("cheese");
    CHECK_FALSE(families::join(*families::family_named("print_fastening"), screw));
}

TEST_CASE("a print is known by its plastic, an insert and a nut by their names", "[print_fastening][stock]") {
    const auto& family = *families::family_named("print_fastening");
    const auto plastic = families::stock_named(family, "PETG, printed", "material");
    REQUIRE(plastic);
    CHECK(std::get<double>(families::values_from(*plastic).at("print_shear")) ==
          catalogue::material_named("PETG, printed")->thread_shear_lasting);
    const auto insert = families::stock_named(family, "M4 heat-set", "insert");
    REQUIRE(insert);
    CHECK(std::get<double>(families::values_from(*insert).at("insert_diameter")) == absolute(0.0063, 1e-9));
    CHECK(families::stock_named(family, "M5 hex nut", "nut"));
}
