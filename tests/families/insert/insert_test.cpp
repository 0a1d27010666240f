#include <cmath>

#include "catalogue/stock.h"
#include "constants.h"
#include "families/bench.h"
#include "families/stock_use.h"
#include "mechanics/wood.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::inch;
using constants::pound_force;
}  // namespace

TEST_CASE("withdrawal of screws, inch and metric forms agree", "[insert][published]") {
    // USDA Wood Handbook, chapter on fastenings: 15 700 G² D L lbf = 108.25 G² D L N (mm); lag 8100 G^1.5 D^0.75 L lbf
    // = 125.4 G^1.5 D^0.75 L N (mm).
    const double G = 0.55, D = 5, L = 30;
    CHECK(mechanics::wood_screw_withdrawal(G, D * 1e-3) * L * 1e-3 == relative(108.25 * G * G * D * L, 1e-3));
    CHECK(mechanics::lag_withdrawal(G, D * 1e-3) * L * 1e-3 ==
          relative(125.4 * std::pow(G, 1.5) * std::pow(D, 0.75) * L, 1e-3));
    // NDS table of withdrawal values: #10 wood screw (0.190 in) in G 0.50: 135 lbf per inch; 3/8 lag in G 0.50: 305.
    CHECK(mechanics::nds_wood_screw(0.50, 0.190 * inch) * inch / pound_force == relative(135.0, 0.01));
    CHECK(mechanics::nds_lag(0.50, 0.375 * inch) * inch / pound_force == relative(305.0, 0.01));
}

TEST_CASE("what holds in wood, and what does not", "[insert]") {
    const Values screw{{"kind", std::string("wood_screw")},
                       {"diameter", 0.005},
                       {"length", 0.03},
                       {"wood_gravity", 0.55},
                       {"wood_thickness", 0.04}};
    const double mean = 108.25 * 0.55 * 0.55 * 5 * 30;
    CHECK(factor("insert", screw, {0, 0, 1, 0, 0, 0}, "pulls_out") == relative(mean * 0.7 * 0.6, 1e-3));
    auto brief = screw;
    brief["duration"] = std::string("short");
    CHECK(factor("insert", brief, {0, 0, 1, 0, 0, 0}, "pulls_out") == relative(mean * 0.7, 1e-3));
    auto end = screw;
    end["grain"] = std::string("end");
    CHECK(factor("insert", end, {0, 0, 1, 0, 0, 0}, "pulls_out") == 0);
    const auto in_end_grain = joint("insert", end)->advisories();
    CHECK(std::any_of(in_end_grain.begin(), in_end_grain.end(), [](const auto& a) {
        return a.doubtful && a.text.find("do not hold in end grain") != std::string::npos;
    }));
    // Only what lies in the wood holds; what sticks out is said.
    auto through = screw;
    through["wood_thickness"] = 0.018;
    CHECK(factor("insert", through, {0, 0, 1, 0, 0, 0}, "pulls_out") == relative(mean * 18 / 30 * 0.7 * 0.6, 1e-3));
    CHECK_THAT(joint("insert", through)->advisories()[0].text,
               Catch::Contains("12 mm beyond the wood; only 18 mm hold"));
    const auto pull = [](double length) {
        return factor("insert",
                      {{"length", length},
                       {"wood_thickness", 0.01},
                       {"engaged", 0.03},
                       {"thread_inside", std::string("M4")},
                       {"screw", std::string("M4")}},
                      {0, 0, 1, 0, 0, 0}, "pulls_out");
    };
    CHECK(pull(0.02) == relative(pull(0.01), 1e-9));
    CHECK(factor("insert", {{"kind", std::string("tee_nut")}}, {0, 0, -1, 0, 0, 0}, "pushed_out") == 0);
    CHECK(std::isinf(factor("insert", {{"kind", std::string("tee_nut")}, {"backed", std::string("yes")}},
                            {0, 0, -1, 0, 0, 0}, "pushed_out")));
    CHECK(problem("insert", {{"kind", std::string("tee_nut")}, {"flange_diameter", 0.009}}).where == "flange_diameter");
}

TEST_CASE("the screw must go into the insert, and plastic threads hold 0.4", "[insert]") {
    const auto refused =
        problem("insert", {{"screw", std::string("3/8-16")}, {"thread_inside", std::string("1/4-20")}});
    CHECK(refused.where == "screw");
    CHECK_THAT(refused.remedy, Catch::Contains("Use a 1/4-20 UNC screw"));
    CHECK(problem("insert", {{"thread_inside", std::string("3/8-16")}, {"screw", std::string("3/8-16")}}).where ==
          "diameter");
    const auto strip = [](const char* material) {
        const Values v{{"insert_material", std::string(material)}, {"wall_over_thread", 2.0}};
        return worked(report("insert", v, Wrench{}), "insert_strip");
    };
    // 0.4 of nylon's 48 MPa against 0.577 of brass's 380.
    CHECK(strip("nylon 12, printed") / strip("brass") == relative(0.4 * 48 / (0.577 * 380), 1e-3));
    // A row of stock sets thread, sizes and material together.
    const auto* family = families::family_named("insert");
    const auto values = families::values_from(*families::stock_named(*family, "3/8-16 in wood, brass"));
    CHECK(std::get<std::string>(values.at("thread_inside")) == "3/8-16 UNC");
    CHECK(std::get<double>(values.at("diameter")) == 0.0127);
    auto whole = values;
    whole["screw"] = std::string("3/8-16");
    CHECK(families::join(*family, whole));
}

TEST_CASE("captive nuts turn at what corners bear in wood", "[insert]") {
    // Six corners, a quarter of each side in a triangle; dowel bearing 11 200 G or 6100 G^1.45/sqrt D psi (NDS).
    const double flange = 0.02, L = 0.008, G = 0.6, side = flange / 2;
    const double F_e = 6100 * std::pow(G, 1.45) / std::sqrt(flange / 0.0254) * 6894.757;
    const Values v{
        {"kind", std::string("captive_nut")}, {"flange_diameter", flange}, {"length", L}, {"wood_gravity", G}};
    CHECK(factor("insert", v, {0, 0, 0, 0, 0, 1}, "spins_out") ==
          relative(6 * side / 2 * L * F_e / 2 * side / 3, 1e-3));
}

TEST_CASE("edges split, thin inserts dilate, and captive nuts turn in soft wood", "[insert]") {
    CHECK_THAT(notes("insert", {{"edge_distance", 0.012}}), Catch::Contains("may split"));
    CHECK(notes("insert", {{"edge_distance", 0.03}}).find("split") == std::string::npos);
    // VDI 2230 (from memory): −(s/D)² + 3.8 s/D − 2.61 at 1.5 is 0.84.
    const auto strip = [](double wall) {
        return worked(report("insert", {{"wall_over_thread", wall}}, Wrench{}), "insert_strip");
    };
    CHECK(strip(1.5) / strip(1.9) == relative(0.84, 1e-9));
    CHECK_THAT(notes("insert", {{"wall_over_thread", 1.2}}), Catch::Contains("dilates"));
    const auto spin = [](double gravity) {
        return factor("insert", {{"kind", s("captive_nut")}, {"wood_gravity", gravity}}, {0, 0, 0, 0, 0, 1},
                      "spins_out");
    };
    CHECK(spin(0.68) > 1.5 * spin(0.42));
    // A lag keeps three quarters in end grain (NDS).
    const Values lag{{"kind", s("lag")}, {"diameter", 0.008}, {"length", 0.05}, {"wood_thickness", 0.08}};
    auto end = lag;
    end["grain"] = s("end");
    CHECK(factor("insert", end, {0, 0, 1, 0, 0, 0}, "pulls_out") ==
          relative(0.75 * factor("insert", lag, {0, 0, 1, 0, 0, 0}, "pulls_out"), 1e-9));
}
