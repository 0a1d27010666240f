// Fastener groups, inserts, bonds, straps and edge clamps: against handbook examples.
#include <cmath>
#include <numbers>

#include "families/bench.h"
#include "families/stock_use.h"
#include "mechanics/curved_beam.h"
#include "mechanics/wood.h"

using namespace clampet;
using namespace bench;

namespace {
constexpr double pi = std::numbers::pi, inch = 0.0254, pound_force = 4.4482216152605;
const std::string four = "-75 mm,-60 mm; 75 mm,-60 mm; 75 mm,60 mm; -75 mm,60 mm";
}  // namespace

TEST_CASE("an eccentric load on four bolts, as in the handbook", "[fastener_group][published]") {
    // Shigley, Mechanical Engineering Design, example on eccentric shear: four bolts on 150 by 120 mm, 16 kN at 425 mm:
    // 21.0 kN on the nearer two, 14.8 kN on the others.
    const Values v{{"positions", four}, {"plate_length", 0.2}, {"plate_width", 0.2}};
    const auto r = report("fastener_group", v, Wrench{0, -16e3, 0, 0, 0, -16e3 * 0.425});
    CHECK(result(r, "largest_shear") == relative(21.0e3, 2e-3));
    const auto other = report("fastener_group", v, Wrench{0, 16e3, 0, 0, 0, 0});
    CHECK(result(other, "largest_shear") == relative(4e3, 1e-9));
}

TEST_CASE("prying on a plate's edge", "[fastener_group]") {
    // Two rows 20 and 80 mm from the pivot of a stiff plate: T = M d/sum(d²), by hand 80/(2·20² + 2·80²) per N·mm.
    const Values v{{"positions", std::string("-30 mm,-20 mm; 30 mm,-20 mm; 30 mm,20 mm; -30 mm,20 mm")},
                   {"plate_length", 0.1},
                   {"plate_width", 0.08},
                   {"bed", std::string("stiff")}};
    const auto r = report("fastener_group", v, Wrench{0, 0, 0, 0, 10, 0});
    CHECK(result(r, "largest_pull") == relative(10 * 0.080 / (2 * (0.02 * 0.02 + 0.08 * 0.08)), 1e-6));
    // On wood the pivot moves inwards and the pull grows.
    auto wood = v;
    wood["bed"] = std::string("wood");
    CHECK(result(report("fastener_group", wood, Wrench{0, 0, 0, 0, 10, 0}), "largest_pull") ==
          relative(10 * 0.065 / (2 * (0.005 * 0.005 + 0.065 * 0.065)), 1e-6));
    // A pull without a moment is shared alike.
    CHECK(result(report("fastener_group", v, Wrench{0, 0, 100, 0, 0, 0}), "largest_pull") == relative(25.0, 1e-9));
}

TEST_CASE("a pull and a moment on a rigid plate, by brute force", "[fastener_group]") {
    // Springs of the fasteners and a row of stiff contacts along the edge that only press.
    const Values v{
        {"positions", std::string("-30 mm,0 mm; 30 mm,0 mm")}, {"plate_length", 0.1}, {"bed", std::string("stiff")}};
    for (const double pull : {20.0, 100.0, 400.0}) {
        const double M = 3;
        // Plate displacement z + t x; fasteners k = 1, the edges x = ±0.05 of stiffness 1e6 when pressed.
        double z = 0, t = 0;
        for (int i = 0; i < 200; ++i) {
            double kzz = 0, kzt = 0, ktt = 0;
            const auto add = [&](double x, double k) {
                kzz += k;
                kzt += k * x;
                ktt += k * x * x;
            };
            for (const double x : {-0.03, 0.03}) add(x, 1);
            for (const double x : {-0.05, 0.05})
                if (z + t * x < 0) add(x, 1e6);
            const double det = kzz * ktt - kzt * kzt;
            z = (pull * ktt - M * kzt) / det;
            t = (M * kzz - pull * kzt) / det;
        }
        const double truth = std::max(z - 0.03 * t, z + 0.03 * t);
        const double ours = result(report("fastener_group", v, Wrench{0, 0, pull, 0, -M, 0}), "largest_pull");
        CAPTURE(pull, truth);
        CHECK(ours >= truth * 0.999);
        CHECK(ours <= truth * 1.12);
    }
}

TEST_CASE("bolts that clamp hold by friction, one point does not stop rotation", "[fastener_group]") {
    const Values v{{"kind", std::string("preloaded")}, {"preload", 1000.0}, {"friction", 0.4}};
    CHECK(factor("fastener_group", v, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.4 * 4000, 2e-3));
    // Small zones: the twist arm is the distance of the bolts, 36.06 mm.
    auto small = v;
    small["zone_diameter"] = 0.002;
    CHECK(factor("fastener_group", small, {0, 0, 0, 0, 0, 1}, "slips") ==
          relative(0.4 * 4000 * std::hypot(0.03, 0.02), 5e-3));
    const Values one{{"positions", std::string("0 mm,0 mm")}};
    CHECK(factor("fastener_group", one, {0, 0, 0, 0, 0, 1}, "shears") == 0);
    CHECK_FALSE(joint("fastener_group", one)->advisories().empty());
    CHECK(problem("fastener_group", {{"positions", std::string("90 mm,0 mm")}}).where == "positions");
    CHECK(problem("fastener_group", {{"positions", std::string("rubbish")}}).where == "positions");
}

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
    // Only what lies in the wood holds; what sticks out is said.
    auto through = screw;
    through["wood_thickness"] = 0.018;
    CHECK(factor("insert", through, {0, 0, 1, 0, 0, 0}, "pulls_out") == relative(mean * 18 / 30 * 0.7 * 0.6, 1e-3));
    CHECK_THAT(joint("insert", through)->advisories()[0].text, Catch::Contains("12 mm beyond the wood"));
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

TEST_CASE("a bonded pad shears and peels on one ellipse", "[bond]") {
    const Values v{{"duration", std::string("short")},
                   {"length", 0.05},
                   {"width", 0.02},
                   {"shear_strength", 1e6},
                   {"tension_strength", 5e5}};
    CHECK(factor("bond", v, {1, 0, 0, 0, 0, 0}, "breaks") == relative(1e6 * 0.05 * 0.02, 1e-9));
    CHECK(factor("bond", v, {0, 0, 1, 0, 0, 0}, "breaks") == relative(5e5 * 0.05 * 0.02, 1e-9));
    CHECK(factor("bond", v, {0, 0, 0, 0, 1, 0}, "breaks") == relative(5e5 * 0.02 * 0.05 * 0.05 / 6, 1e-9));
    CHECK(factor("bond", v, {1000, 0, 500, 0, 0, 0}, "breaks") == relative(1 / std::sqrt(2.0), 1e-9));
    auto lasting = v;
    lasting["duration"] = std::string("lasting");
    CHECK(factor("bond", lasting, {1, 0, 0, 0, 0, 0}, "breaks") == relative(0.07 * 1000, 1e-9));
    // Five fingers have four faces.
    CHECK(factor("bond",
                 {{"kind", std::string("finger")},
                  {"fingers", 5.0},
                  {"length", 0.05},
                  {"width", 0.02},
                  {"shear_strength", 1e6}},
                 {1, 0, 0, 0, 0, 0}, "breaks") == relative(4 * 1000, 1e-9));
    CHECK_THAT(problem("bond", {{"fingers", 4.5}}).remedy, Catch::StartsWith("It must be a whole number"));
}

TEST_CASE("plates on a strap", "[strap][published]") {
    // Roark, beam on two supports with an even load on its middle: M = W L/4 − W w/8.
    const auto r = report("strap",
                          {{"force", 250.0},
                           {"bolts", 4.0},
                           {"bolt_span", 0.066},
                           {"strap_width", 0.05},
                           {"plate_length", 0.07},
                           {"plate_thickness", 0.009}},
                          Wrench{});
    const double W = 1000, M = W * 0.066 / 4 - W * 0.05 / 8;
    CHECK(result(r, "plate_stress") == relative(6 * M / (0.07 * 0.009 * 0.009), 1e-9));
    CHECK(factor("strap", {{"friction", 0.3}}, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * 1000, 2e-3));
    CHECK(problem("strap", {{"bolt_span", 0.04}}).where == "bolt_span");
}

TEST_CASE("the hook of the handbook, as a curved beam", "[edge_clamp][published]") {
    // Shigley, example on curved members: rectangular hook 0.75 by 4 in, inner radius 2 in, 5000 lbf at the centroid's
    // radius: r_n 3.641 in, 16.9 kpsi at the inner fibre.
    const mechanics::CurvedBeam hook{2 * inch, 4 * inch, 0.75 * inch};
    CHECK(hook.neutral_radius() / inch == relative(3.641, 2e-4));
    const double F = 5000 * pound_force;
    CHECK(hook.inner_stress(F * 4 * inch, F) / 6894757.293 == relative(16.9, 5e-3));
}

TEST_CASE("an overhang tips a clamp on its upper plate's edge", "[edge_clamp]") {
    const Values v{{"force", 900.0}, {"plate_length", 0.05}, {"plate_width", 0.05}};
    CHECK(factor("edge_clamp", v, {0, 0, 0, 0, 1, 0}, "tips") == relative(900 * 0.025, 1e-6));
    CHECK(factor("edge_clamp", v, {1, 0, 0, 0, 0, 0}, "slips") < 900 * 0.25 + 900 * 0.8);
    CHECK(factor("edge_clamp", v, {0, 0, 1, 0, 0, 0}, "parts") == relative(1800.0, 1e-6));
    CHECK(problem("edge_clamp", {{"plate_length", 0.2}}).where == "plate_length");
    // A fiftieth of a millimetre of corner radius: the frame's stress rises far above the straight beam's.
    CHECK(factor("edge_clamp", {{"inner_radius", 0.001}}, {0, 0, -1, 0, 0, 0}, "breaks") <
          factor("edge_clamp", {{"inner_radius", 0.02}}, {0, 0, -1, 0, 0, 0}, "breaks"));
}

TEST_CASE("bands hold by belt friction", "[tube_grip][published]") {
    // Eytelwein: a band pulled with T at both ends over pi of arc presses with 2 T (1 − e^(−mu pi))/mu in all.
    const Values dry{{"jaws", std::string("band")}, {"force", 300.0}, {"friction", 0.3}, {"diameter", 0.03}};
    double sum = 0;  // the integral of T(phi) dphi on both halves
    for (int i = 0; i < 100000; ++i) sum += 2 * 300 * std::exp(-0.3 * pi * (i + 0.5) / 100000) * pi / 100000;
    CHECK(result(report("tube_grip", dry, Wrench{}), "normal_force_sum") == relative(sum, 1e-6));
    auto greased = dry;
    greased["band_slides"] = std::string("freely");
    CHECK(factor("tube_grip", greased, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * pi * 300, 1e-9));
    // Roark, rings: a split ring opens by 3 pi P r³/(E I).
    auto slit = greased;
    slit["jaws"] = std::string("slit");
    slit["slit_wall"] = 0.004;
    slit["slit_gap"] = 0.002;
    const double r = 0.015 + 0.002, I = 0.05 * std::pow(0.004, 3) / 12,
                 spent = 0.002 * 2.3e9 * I / (3 * pi * r * r * r);
    CHECK(factor("tube_grip", slit, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * pi * (300 - spent), 1e-6));
}

TEST_CASE("a padded slot, a spring clamp, and crossed tubes", "[tube_grip]") {
    const Values slot{
        {"jaws", std::string("slot")}, {"force", 200.0}, {"friction", 0.5}, {"length", 0.06}, {"slot_width", 0.03}};
    CHECK(factor("tube_grip", slot, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.5 * 400, 2e-3));
    // Mean radius of a 2 by 1 rectangle 0.59323 of its short side (closed form of mechanics, section 3).
    CHECK(factor("tube_grip", slot, {0, 0, 0, 0, 0, 1}, "slips") == relative(0.5 * 400 * 0.59323 * 0.03, 3e-3));
    CHECK(factor("tube_grip", slot, {0, 0, 0, 0, 1, 0}, "rocks") == relative(200 * 0.06, 1e-9));
    const Values spring{{"squeezed_by", std::string("spring")},
                        {"jaws", std::string("flat")},
                        {"diameter", 0.03},
                        {"spring_closed", 20.0},
                        {"spring_rate", 1500.0},
                        {"friction", 0.5}};
    CHECK(factor("tube_grip", spring, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.5 * 2 * (20 + 45), 2e-3));
    auto wide = spring;
    wide["spring_most"] = 0.025;
    CHECK(problem("tube_grip", wide).where == "spring_most");
    const Values pair{{"tubes", std::string("right_angle")}, {"jaws", std::string("collar")}, {"axes_apart", 0.05}};
    const double along = factor("tube_grip", pair, {1, 0, 0, 0, 0, 0}, "slips");
    // A force along the second tube's axis slides there; along the first, it turns the second at its lever arm.
    CHECK(factor("tube_grip", pair, {0, 1, 0, 0.05 * -1, 0, 0}, "slips_second") == relative(along, 1e-6));
    CHECK(std::isinf(factor("tube_grip", pair, {0, 0, 0, 0, 0, 1}, "slips_second")));
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
        for (const auto& line : report("insert", v, Wrench{}).working)
            if (line.quantity == "insert_strip") return line.value;
        return 0.0;
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

TEST_CASE("tightened bolts that are themselves too weak say so without a pull", "[fastener_group]") {
    const Values v{{"kind", std::string("preloaded")}, {"preload", 1500.0}, {"pull_strength", 1000.0}};
    for (const Wrench& w : {Wrench{}, Wrench{1, 0, 0, 0, 0, 0}, Wrench{0, 0, 1e-6, 0, 0, 0}}) {
        const auto r = report("fastener_group", v, w);
        CHECK(mode(r, "pulls_out").factor == relative(1000.0 / 1500, 1e-9));  // 1.5 times too tight
        CHECK(r.governs == "pulls_out");
    }
    const Values firm{{"kind", std::string("preloaded")}, {"preload", 1000.0}, {"pull_strength", 1500.0}};
    CHECK(factor("fastener_group", firm, {0, 0, 400, 0, 0, 0}, "pulls_out") == relative(1500.0 / 100, 1e-6));
}

TEST_CASE("a strong hand on slippery threads is what overtightens", "[screw_drive]") {
    // 1.5 T at 0.8 of the friction, against 0.9 R_p and 0.7 of stripping; plastic screws strip at 0.4 of their
    // strength.
    const Values steel{{"knob", std::string("star_50")}, {"tip", std::string("ball")}};
    const auto r = report("screw_drive", steel, Wrench{});
    const auto& over = mode(r, "overtightens");
    const double typical = result(r, "force_fresh");
    REQUIRE(over.demand.size() == 1);
    CHECK(over.demand[0].value > 1.5 * typical);
    CHECK(over.demand[0].value < 1.5 / 0.8 * typical);
    CHECK(over.factor == relative(over.capacity[0].value / over.demand[0].value, 1e-9));
    auto nylon = steel;
    nylon["screw_material"] = std::string("nylon 12, printed");
    auto brass = steel;
    brass["nut_material"] = std::string("steel 8.8");
    brass["screw_material"] = std::string("brass");
    nylon["nut_material"] = std::string("steel 8.8");
    CHECK(result(report("screw_drive", nylon, Wrench{}), "strip_force") /
              result(report("screw_drive", brass, Wrench{}), "strip_force") ==
          relative(0.4 * 48 / (0.577 * 380), 1e-3));
    // A button turns on the screw's own tip: more force from the same hand than a solid pad.
    CHECK(result(report("screw_drive", {}, Wrench{}), "force_fresh") >
          1.3 * result(report("screw_drive", {{"tip", std::string("pad")}}, Wrench{}), "force_fresh"));
}
