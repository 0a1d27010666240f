#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"
#include "families/choices.h"
#include "mechanics/tightening.h"
#include "mechanics/wood.h"

using namespace clampet;
using namespace bench;

namespace {
using choices::force;
using constants::pi;
}  // namespace

TEST_CASE("a power screw takes the torque of the handbook's example", "[screw_drive][published]") {
    // Shigley, example on a square power screw: d 32 mm, pitch 4 mm, double thread, mu 0.08 both, collar 40 mm, 6.4 kN
    // raised with 26.18 N·m.
    mechanics::TightenedScrew s{.pitch = 0.008,
                                .pitch_diameter = 0.030,
                                .flank_half_angle = 0,
                                .thread_friction = 0.08,
                                .bearing_friction = 0.08,
                                .bearing_outer_diameter = 0.0401,
                                .bearing_inner_diameter = 0.0399};
    CHECK(6400 * mechanics::torque_per_preload(s) == relative(26.18, 1e-3));
}

TEST_CASE("a clamp screw buckles as Euler says", "[screw_drive][published]") {
    const auto r = report("screw_drive", {{"free_length", 0.3}}, Wrench{});
    const double d3 = 0.008 - 1.226869 * 0.00125;  // ISO 68-1 root of M8
    CHECK(result(r, "buckling_force") == relative(pi * pi * 205e9 * pi * std::pow(d3, 4) / 64 / (0.3 * 0.3), 0.06));
}

TEST_CASE("a ball tip gives more force than a pad for the same hand", "[screw_drive]") {
    const auto made = [](const char* tip) {
        return result(report("screw_drive", {{"tip", std::string(tip)}}, Wrench{}), "clamping_force");
    };
    CHECK(made("ball") > 1.3 * made("pad"));
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
    CHECK(over.demand[0].value < 1.5 / 0.7 * typical);
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

TEST_CASE("larger knobs press harder, and a shaken steep screw backs off", "[screw_drive]") {
    double before = 0;
    for (const char* knob : {"knurled_12", "knob_20", "star_32", "star_40", "star_50"}) {
        const double F = result(report("screw_drive", {{"knob", s(knob)}}, Wrench{}), "clamping_force");
        CHECK(F > before);
        before = F;
    }
    const auto spanner =
        report("screw_drive", {{"knob", s("spanner")}, {"spanner_force", 50.0}, {"spanner_length", 0.1}}, Wrench{});
    CHECK(result(spanner, "torque") == relative(5.0, 1e-12));
    // Self-locking margin tan(rho')/tan(psi) = mu pi d2/(P cos 30°), ISO 724: M8 d2 7.188 mm, P 1.25 mm.
    const double margin = 0.15 * pi * 7.188 / (1.25 * std::cos(pi / 6));
    CHECK(factor("screw_drive", {}, {0, 0, 1, 0, 0, 0}, "backs_off") == relative(margin, 1e-3));
    CHECK(factor("screw_drive", {{"place", s("shakes")}}, {0, 0, 1, 0, 0, 0}, "backs_off") ==
          relative(margin / 2, 1e-3));
    CHECK(problem("screw_drive", {{"nut_material", s("cheese")}}).where == "nut_material");
}
