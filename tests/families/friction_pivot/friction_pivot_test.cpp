#include <cmath>

#include "families/bench.h"
#include "families/choices.h"

using namespace clampet;
using namespace bench;

namespace {
using choices::force;
}  // namespace

TEST_CASE("a friction pivot holds as a disk clutch does", "[friction_pivot][published]") {
    // Shigley, Mechanical Engineering Design, disk clutches: uniform pressure (2/3) mu F (R³ − r³)/(R² − r²) per face,
    // uniform wear mu F (R + r)/2.
    const double R = 0.030, r = 0.010, F = 500, mu = 0.3;
    const Values v{
        {"outer_diameter", 2 * R}, {"inner_diameter", 2 * r}, {"force", F}, {"friction", mu}, {"faces", 2.0}};
    const double even = 2 * 2.0 / 3 * mu * F * (R * R * R - r * r * r) / (R * R - r * r);
    CHECK(factor("friction_pivot", v, {0, 0, 0, 0, 0, 1}, "slips") == relative(even, 2e-3));
    auto worn = v;
    worn["wear"] = std::string("worn");
    CHECK(factor("friction_pivot", worn, {0, 0, 0, 0, 0, 1}, "slips") == relative(2 * mu * F * (R + r) / 2, 2e-3));
}

TEST_CASE("a pin takes the shear of a pivot and adds its own friction; a slot does not", "[friction_pivot]") {
    const Values v{{"force", 400.0}, {"pin_diameter", 0.01}, {"pin_friction", 0.2}};
    const double alone = factor("friction_pivot", v, {0, 0, 0, 0, 0, 1}, "slips");
    const auto with_shear = report("friction_pivot", v, Load{{50, 0, 0, 0, 0, 0}, {0, 0, 0, 0, 0, 1}});
    CHECK(mode(with_shear, "slips").factor_live == relative(alone + 0.2 * 0.005 * 50, 1e-3));
    auto loose = v;
    loose["pin"] = std::string("loose");
    CHECK(mode(report("friction_pivot", loose, Load{{50, 0, 0, 0, 0, 0}, {0, 0, 0, 0, 0, 1}}), "slips").factor_live <
          alone);
    // Pure slide of a slot: mu N on both faces.
    CHECK(factor("friction_pivot", loose, {1, 0, 0, 0, 0, 0}, "slips") == relative(2 * 0.4 * 400, 2e-3));
}

TEST_CASE("the window of a pivot is where it stays put and can be moved", "[friction_pivot]") {
    const Values v{{"force", 400.0}, {"required_hold", 1.5}, {"hand_radius", 0.3}, {"hand_limit", 40.0}};
    const auto r = report("friction_pivot", v, Wrench{0, 0, 0, 0, 0, 2});
    const double per_newton = result(r, "holding_torque") / 400;
    CHECK(result(r, "window_from") == relative(1.5 * 2 / per_newton, 1e-3));
    CHECK(result(r, "window_to") == relative((40 * 0.3 - 2) / per_newton, 1e-3));
    CHECK(result(r, "window_open") == 1);
    const auto heavy = report("friction_pivot", v, Wrench{0, 0, 0, 0, 0, 6});
    CHECK(result(heavy, "window_open") == 0);  // 1.5 × 6 N·m to hold, 12 − 6 N·m to move
    CHECK_THAT(problem("friction_pivot", {{"inner_diameter", 0.05}}).what, Catch::Contains("leaves nothing"));
}

TEST_CASE("a nut that rubs on the moving part is dragged loose", "[friction_pivot]") {
    const auto notes = [](const char* nut) {
        std::string all;
        for (const auto& a :
             joint("friction_pivot", {{"squeezed_by", std::string("screw")}, {"nut", std::string(nut)}})->advisories())
            all += a.text;
        return all;
    };
    CHECK_THAT(notes("rubs"), Catch::Contains("dragged loose"));
    CHECK(notes("keyed").empty());
    // mu r of the nut against (mu d_2/(2 cos 30) - P/2 pi) of the thread: 0.05 at about 6 mm is less than its 0.42 mm.
    const auto slippery =
        joint("friction_pivot",
              {{"squeezed_by", std::string("screw")}, {"nut", std::string("rubs")}, {"bearing_friction", 0.05}});
    CHECK(slippery->advisories().empty());
}

TEST_CASE("what presses on a pivot helps against tipping", "[friction_pivot]") {
    // Statics about the edge: N d = M + d Fz, so that a pressing Fz counts on the other side.
    const Values v{{"lap", std::string("single")}, {"outer_diameter", 0.06}, {"force", 500.0}};
    CHECK(factor("friction_pivot", v, {0, 0, 0, 0, 1, 0}, "tips") == relative(500 * 0.03, 1e-6));
    CHECK(factor("friction_pivot", v, {0, 0, 20, 0, 1, 0}, "tips") == relative(500 * 0.03 / (1 + 0.03 * 20), 1e-6));
    CHECK(factor("friction_pivot", v, {0, 0, -30, 0, 1, 0}, "tips") == relative(500 * 0.03 / (1 - 0.03 * 30), 1e-6));
    CHECK(std::isinf(factor("friction_pivot", v, {0, 0, -40, 0, 1, 0}, "tips")));
}

TEST_CASE("a pivot holds with what a day leaves, and is moved against what was tightened", "[friction_pivot]") {
    const Values fresh{{"kept", 1.0}}, aged{{"kept", 0.5}};
    const Wrench twist{0, 0, 0, 0, 0, 0.5};
    const auto before = report("friction_pivot", fresh, twist), after = report("friction_pivot", aged, twist);
    CHECK(result(after, "holding_torque") == relative(result(before, "holding_torque") / 2, 1e-9));
    CHECK(mode(after, "moves").demand[0].value == relative(mode(before, "moves").demand[0].value, 1e-9));
}

TEST_CASE("what bends a yoke's cheeks together is not left to clamp with", "[friction_pivot]") {
    const Values v{{"cheeks", s("bend")},    {"cheek_gap", 0.001},       {"cheek_length", 0.06}, {"cheek_width", 0.04},
                   {"cheek_modulus", 9e9},   {"plate_thickness", 0.009}, {"force", 400.0},       {"kept", 1.0},
                   {"outer_diameter", 0.04}, {"inner_diameter", 0.0085}, {"friction", 0.4}};
    // Each cheek is a cantilever that gives half of the gap: 3 E I/L³ · g/2.
    const double spent = 3 * 9e9 * 0.04 * std::pow(0.009, 3) / 12 / std::pow(0.06, 3) * 0.0005;
    REQUIRE(spent < 300);
    auto touching = v;
    touching["cheeks"] = s("touch");
    const double all = result(report("friction_pivot", touching, Wrench{}), "holding_torque");
    CHECK(result(report("friction_pivot", v, Wrench{}), "holding_torque") == relative(all * (400 - spent) / 400, 1e-6));
    // The bolt must make it on top of what clamps, at both ends of the window.
    const Wrench turned{0, 0, 0, 0, 0, 1};
    const auto ends = [&](const Values& of, const char* name) {
        return result(report("friction_pivot", of, turned), name);
    };
    CHECK(ends(v, "window_from") == relative(ends(touching, "window_from") + spent, 1e-6));
    CHECK(ends(v, "window_to") == relative(ends(touching, "window_to") + spent, 1e-6));
    auto thick = v;
    thick["plate_thickness"] = 0.018;
    CHECK(result(report("friction_pivot", thick, Wrench{}), "holding_torque") == 0);
    CHECK_THAT(notes("friction_pivot", thick), Catch::Contains("nothing is left to clamp with"));
}

TEST_CASE("a hand under the camera leaves only friction to the handle", "[friction_pivot]") {
    const Values handle{{"hand_radius", 0.2}, {"hand_limit", 40.0}};
    auto carried = handle;
    carried["while_set"] = s("carried");
    const Wrench weight{0, 0, 0, 0, 0, 3};
    const double M = result(report("friction_pivot", handle, Wrench{}), "holding_torque");
    const auto effort = [&](const Values& v) {
        return mode(report("friction_pivot", v, weight), "moves").demand[0].value;
    };
    CHECK(effort(handle) == relative((M + 3) / 0.2, 1e-6));
    CHECK(effort(carried) == relative(M / 0.2, 1e-6));
    const auto end = [&](const Values& v) { return result(report("friction_pivot", v, weight), "window_to"); };
    CHECK(end(carried) > end(handle));
}
