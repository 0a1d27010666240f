// Pivots, cams, collars, wedges, dovetails, shoes and screws that press: against published statics and formulas.
#include <cmath>
#include <numbers>

#include "families/bench.h"
#include "families/solve.h"
#include "mechanics/jamming.h"
#include "mechanics/tightening.h"
#include "study/bench.h"

using namespace clampet;
using namespace bench;

namespace {
constexpr double pi = std::numbers::pi, inch = 0.0254;
const std::string force = "force";
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
}

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

TEST_CASE("an eccentric stays shut at every angle when its offset is small enough", "[cam]") {
    // The bound R sin(atan mu) + r sin(atan mu_p) is the largest offset that friction holds anywhere: by scan.
    for (const double mu : {0.1, 0.3, 0.5}) {
        mechanics::Eccentric c{0.015, 0, mu, 0, 0};
        c.offset = 0.015 * std::sin(std::atan(mu));
        double worst = 0;
        for (int i = 0; i <= 20000; ++i) {
            const double t = pi * i / 20000;
            worst = std::max(worst, c.offset * std::sin(t) / c.friction_arm(t));
        }
        CHECK(worst == relative(1.0, 1e-6));
        c.offset *= 0.999;
        CHECK(c.locks_everywhere());
        c.offset *= 1.002;
        CHECK_FALSE(c.locks_everywhere());
    }
}

TEST_CASE("a cam's force is where the spring meets the lever", "[cam]") {
    const double R = 0.015, e = 0.0015, mu = 0.38, mu_p = 0.15, rp = 0.003, lever = 0.07, Q = 200;
    const auto r = report("cam", {{"hand_force", Q}, {"travel", 100 * pi / 180}, {"slack", 0.0003}}, Wrench{});
    const double k = 1 / (1 / 1e6 + 1 / 3e6), theta = 100 * pi / 180;
    CHECK(result(r, "clamping_force") == relative(k * (e * (1 - std::cos(theta)) - 0.0003), 2e-3));
    // The peak is asked with the friction at its highest.
    const double high = families::find_parameter(*families::family_named("cam"), "friction")->spread.high;
    CHECK(high > 1.2);
    double peak = 0;
    for (int i = 1; i <= 4000; ++i) {
        const double t = theta * i / 4000, F = std::max(0.0, k * (e * (1 - std::cos(t)) - 0.0003));
        peak = std::max(peak, F * (e * std::sin(t) + high * (mu * (R - e * std::cos(t)) + mu_p * rp)) / lever);
    }
    CHECK(result(r, "peak_hand_force") == relative(peak, 0.02));
    CHECK_THAT(problem("cam", {{"offset", 0.02}}).what + problem("cam", {{"offset", 0.02}}).remedy,
               Catch::Contains("15"));
}

TEST_CASE("a bracket on a pipe jams from 12 in on", "[jam_collar][published]") {
    // Beer and Johnston, Vector Mechanics for Engineers, sample problem on a movable bracket: 3 in pipe, contacts 6 in
    // apart, mu 0.25; the least arm of the load is 12 in from the pipe's axis.
    const Values v{
        {"given_by", std::string("span")}, {"rod_diameter", 3 * inch}, {"span", 6 * inch}, {"friction", 0.25}};
    CHECK(result(report("jam_collar", v, Wrench{}), "least_arm") == relative(12 * inch, 1e-9));
    const double W = 100;
    CHECK(factor("jam_collar", v, {-W, 0, 0, 0, W * 24 * inch, 0}, "locks") == relative(2.0, 1e-6));
    CHECK(factor("jam_collar", v, {-W, 0, 0, 0, W * 6 * inch, 0}, "locks") == relative(0.5, 1e-6));
    // Unlike contacts, by statics: N equal, mu1 N + mu2 N = W, N h = W x + (mu2 − mu1)... about the axis.
    const double h = 0.02, d = 0.025, m1 = 0.4, m2 = 0.2, N = 1 / (m1 + m2);
    CHECK(mechanics::jamming_arm(h, d, m1, m2) == relative(N * h + N * (m1 - m2) * d / 2, 1e-12));
}

TEST_CASE("a bore must be larger than its rod, and its tilt closes on both sides", "[jam_collar]") {
    CHECK(problem("jam_collar", {{"bore", 0.024}}).where == "bore");
    const auto t = mechanics::tilted_bore(0.025, 0.0262, 0.018);
    REQUIRE(t);
    CHECK(0.0262 * std::cos(t->tilt) - 0.018 * std::sin(t->tilt) == relative(0.025, 1e-9));
    CHECK(t->span == relative(0.018 * std::cos(t->tilt) + 0.0262 * std::sin(t->tilt), 1e-9));
}

TEST_CASE("a wedge locks below twice its friction angle", "[wedge][published]") {
    // Common to all statics books: a single wedge between like faces holds while its angle is at most rho1 + rho2.
    const double rho = std::atan(0.3);
    const auto margin = [&](double angle) {
        return factor("wedge", {{"friction", 0.3}, {"angle", angle}}, {0, 0, -10, 0, 0, 0}, "locks");
    };
    CHECK(margin(2 * rho) == relative(1.0, 1e-6));
    CHECK(margin(rho) == relative(2.0, 1e-6));
    // 15° holds on wood at mu 0.3, not waxed (0.1): common practice.
    CHECK(margin(15 * pi / 180) > 2);
    CHECK(factor("wedge", {{"friction", 0.1}, {"angle", 15 * pi / 180}}, {0, 0, -10, 0, 0, 0}, "locks") < 1);
    const auto r = report("wedge", {{"friction", 0.3}, {"angle", 0.14}, {"drive", 100.0}}, Wrench{});
    const double N = 100 / (std::tan(rho) + std::tan(rho + 0.14));
    CHECK(result(r, "normal_force") == relative(N, 1e-6));
    CHECK(result(r, "force_out") == relative(N * (std::tan(rho) + std::tan(rho - 0.14)), 1e-6));
}

TEST_CASE("a dovetail's flanks and base balance", "[dovetail]") {
    // Statics of the frictionless rail: two flanks at alpha, F from the jaw: base 2F cot(alpha), slip mu 2F
    // cot(alpha/2).
    const double a = 60 * pi / 180, F = 600, mu = 0.25;
    const Values v{{"jaw_law", std::string("spring")}, {"force", F}, {"friction", mu}};
    CHECK(result(report("dovetail", v, Wrench{}), "base_force") == relative(2 * F / std::tan(a), 1e-6));
    CHECK(result(report("dovetail", v, Wrench{}), "hold_along_rail") == relative(mu * 2 * F / std::tan(a / 2), 1e-6));
    CHECK(factor("dovetail", v, {-1, 0, 0, 0, 0, 0}, "slips") == relative(mu * 2 * F / std::tan(a / 2), 1e-3));
    // A pull takes off the base what it lifts: mu [2F cot(a/2) − Fz].
    const auto pulled = report("dovetail", v, Load{{0, 0, 100, 0, 0, 0}, {-1, 0, 0, 0, 0, 0}});
    CHECK(mode(pulled, "slips").factor_live == relative(mu * (2 * F / std::tan(a / 2) - 100), 1e-3));
    // A spring jaw wedges open at 2F/tan(alpha − rho).
    CHECK(factor("dovetail", v, {0, 0, 1, 0, 0, 0}, "pulls_off") ==
          relative(2 * F / std::tan(a - std::atan(mu)), 0.01));
}

TEST_CASE("a sprung shoe holds by lips and floor", "[shoe]") {
    // S 30 N, mu 0.22: at rest lips 30, floor 0 more: mu (S + P + Q) = 0.22 (30 + 30); pressing adds to the floor only
    // beyond S; pulling adds to the lips.
    const Values v{{"spring", 30.0}, {"friction", 0.22}};
    CHECK(result(report("shoe", v, Wrench{}), "hold_at_rest") == relative(0.22 * 60, 1e-6));
    const auto pressed = report("shoe", v, Load{{0, 0, -50, 0, 0, 0}, {-1, 0, 0, 0, 0, 0}});
    CHECK(mode(pressed, "slips").factor_live == relative(0.22 * (30 + 0 + 20), 1e-3));
    const auto pulled = report("shoe", v, Load{{0, 0, 10, 0, 0, 0}, {-1, 0, 0, 0, 0, 0}});
    CHECK(mode(pulled, "slips").factor_live == relative(0.22 * (30 + 40), 1e-3));
    CHECK(std::isinf(factor("shoe", v, {1, 0, 0, 0, 0, 0}, "slips")));  // against the closed end
}

TEST_CASE("what presses on a pivot helps against tipping", "[friction_pivot]") {
    // Statics about the edge: N d = M + d Fz, so that a pressing Fz counts on the other side.
    const Values v{{"lap", std::string("single")}, {"outer_diameter", 0.06}, {"force", 500.0}};
    CHECK(factor("friction_pivot", v, {0, 0, 0, 0, 1, 0}, "tips") == relative(500 * 0.03, 1e-6));
    CHECK(factor("friction_pivot", v, {0, 0, 20, 0, 1, 0}, "tips") == relative(500 * 0.03 / (1 + 0.03 * 20), 1e-6));
    CHECK(factor("friction_pivot", v, {0, 0, -30, 0, 1, 0}, "tips") == relative(500 * 0.03 / (1 - 0.03 * 30), 1e-6));
    CHECK(std::isinf(factor("friction_pivot", v, {0, 0, -40, 0, 1, 0}, "tips")));
}

TEST_CASE("a dovetail is rocked against base and flanks together", "[dovetail]") {
    // Statics of the rail: a nod moves the base's force to one end and the flanks' to the other: (B + ΣN cos a) L/2; a
    // yaw the two flanks to opposite ends: ΣN sin a L/2.
    const double a = 60 * pi / 180, F = 600, L = 0.05, N = 2 * F / std::sin(a), B = 2 * F / std::tan(a);
    const Values v{{"force", F}, {"length", L}};
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 1, 0}, "rocks") == relative((B + N * std::cos(a)) * L / 2, 1e-6));
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 0, 1}, "rocks") == relative(N * std::sin(a) * L / 2, 1e-6));
    // A sprung jaw keeps its force in its middle: half of the flanks do not resist.
    Values sprung = v;
    sprung["jaw_law"] = std::string("spring");
    CHECK(factor("dovetail", sprung, {0, 0, 0, 0, 0, 1}, "rocks") == relative(N / 2 * std::sin(a) * L / 2, 1e-6));
}

TEST_CASE("a dovetail's friction holds it down or keeps it from sliding, not both", "[dovetail]") {
    // A sprung jaw, the base lifted: flank i carries H(s + v c) and H(v s − c) across, v = Fz/2F.
    const double a = 60 * pi / 180, F = 600, mu = 0.25, s = std::sin(a), c = std::cos(a);
    const Values v{{"jaw_law", std::string("spring")}, {"force", F}, {"friction", mu}, {"pull_strength", 1e5}};
    const double open = 2 * F / std::tan(a - std::atan(mu)), pull = 0.5 * (open + 2 * F / std::tan(a)),
                 x = pull / (2 * F);
    const double left = std::sqrt(std::pow(mu * 2 * F * (s + x * c), 2) - std::pow(2 * F * (x * s - c), 2));
    const auto r = report("dovetail", v, Load{{0, 0, pull, 0, 0, 0}, {-1, 0, 0, 0, 0, 0}});
    CHECK(mode(r, "slips").factor_live == relative(left, 1e-4));
    CHECK(left < 0.9 * mu * 2 * F * (s + x * c));
    CHECK(factor("dovetail", v, {0, 0, 1, 0, 0, 0}, "slips") == relative(open, 1e-4));
}

TEST_CASE("a wedge is pulled out and pushed aside on one friction", "[wedge]") {
    // What the side push takes of a face's friction is gone for the pull: mu' = sqrt(mu² − (Fy/N)²) on both faces.
    const double mu = 0.3, delta = 0.14, N = 400, rho = std::atan(mu);
    const Values v{{"friction", mu}, {"angle", delta}, {"drive", N * (std::tan(rho) + std::tan(rho + delta))}};
    CHECK(factor("wedge", v, {-1, 0, 0, 0, 0, 0}, "slips") ==
          relative(N * (std::tan(rho) + std::tan(rho - delta)), 1e-6));
    const double side = 90, rest = std::atan(std::sqrt(mu * mu - side * side / N / N));
    const double pull = N * (std::tan(rest) + std::tan(rest - delta));
    CHECK(joint("wedge", v)->utilisation(1, {-pull, side, 0, 0, 0, 0}) == relative(1, 1e-6));
    CHECK(pull < 0.7 * N * (std::tan(rho) + std::tan(rho - delta)));
}

TEST_CASE("pull and lever of a shoe bear on one lip", "[shoe]") {
    const Values v{{"spring", 30.0}, {"lip_strength", 250.0}, {"width", 0.02}, {"depth", 0.025}};
    // (S + Fz)/2 + |Mx|/width + |My|/depth on the lip that carries most, which bears half of what both do.
    CHECK(factor("shoe", v, {0, 0, 20, 0.3, 0.4, 0}, "pulls_off") ==
          relative((125 - 15) / (10 + 0.3 / 0.02 + 0.4 / 0.025), 1e-6));
    for (const auto& m : report("shoe", v, Wrench{}).modes) CHECK(m.mode != "tips");
}

TEST_CASE("friction under a cam may help or harm: both ends of its band are tried", "[cam]") {
    // With a strong hand more friction only keeps it shut; a weak hand closes it less far against more friction.
    rig::Element weak{"hold", "cam", {{"hand_force", 15.0}, {"slack", 0.0}}};
    CHECK(rig::ends_of(weak, rig::End::weak).size() == 2);
    const auto clamp = [&](rig::End end) {
        const auto values = *rig::values_of(weak, end, {});
        return result(families::report(**families::family_named("cam")->join(values), {}), "clamping_force");
    };
    CHECK(clamp(rig::End::weak_turned) < 0.9 * clamp(rig::End::typical));
    CHECK(clamp(rig::End::weak) > clamp(rig::End::typical));
    study::Bench bench;
    bench.element = weak;
    bench.payload.at = {0, 0, 0.02};
    const auto judged = *study::judge(bench);
    double least = 1e9;
    for (const auto end : {rig::End::weak, rig::End::weak_turned})
        for (const double share : {0.9, 1.1}) {
            const auto joint = *families::family_named("cam")->join(*rig::values_of(weak, end, {}));
            least = std::min(
                least, families::least_factor(*joint, {share * bench.load().permanent, bench.load().variable}).factor);
        }
    CHECK(judged.low == relative(least, 1e-9));
}

TEST_CASE("a dovetail opens where base or flanks first have no pressure at an end", "[dovetail]") {
    // A nod is shared by stiffness, k_b against 2 k cos² a: the base opens at share · M = B L/6, each flank at
    // (1 − share) M/(2 cos a) = N L/6; a yaw takes half of M/sin a on each flank. The lesser counts.
    const double a = 60 * pi / 180, F = 600, L = 0.05, N = F / std::sin(a), B = 2 * F / std::tan(a);
    const double share = 1 / (1 + 2 * std::cos(a) * std::cos(a));
    const Values v{{"force", F}, {"length", L}, {"flank_stiffness", 1.0}};
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 1, 0}, "opens") ==
          relative(std::min(B * L / 6 / share, N * L / 6 * 2 * std::cos(a) / (1 - share)), 1e-6));
    CHECK(factor("dovetail", v, {0, 0, 0, 0, 0, 1}, "opens") == relative(2 * std::sin(a) * N * L / 6, 1e-6));
    // Soft flanks leave the nod to the base, stiff ones take it until they open.
    Values soft = v, stiff = v;
    soft["flank_stiffness"] = 0.0;
    stiff["flank_stiffness"] = 50.0;
    CHECK(factor("dovetail", soft, {0, 0, 0, 0, 1, 0}, "opens") == relative(B * L / 6, 1e-6));
    const double left = 1 / (1 + 100 * std::cos(a) * std::cos(a));
    CHECK(factor("dovetail", stiff, {0, 0, 0, 0, 1, 0}, "opens") ==
          relative(std::min(B * L / 6 / left, N * L / 6 * 2 * std::cos(a) / (1 - left)), 1e-6));
}
