#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"
#include "families/choices.h"
#include "mechanics/jamming.h"
#include "mechanics/wood.h"
#include "study/bench.h"
#include "study/solve.h"

using namespace clampet;
using namespace bench;

namespace {
using choices::force;
using constants::pi;
}  // namespace

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

TEST_CASE("what a cam clamps slides by the friction that a pull leaves", "[cam]") {
    const double F = result(report("cam", {}, Wrench{}), "clamping_force");
    const auto cam = joint("cam", {});
    const auto modes = cam->modes();
    const auto slips = static_cast<std::size_t>(
        std::find_if(modes.begin(), modes.end(), [](const auto& m) { return m.key == "slips"; }) - modes.begin());
    REQUIRE(slips < modes.size());
    const auto used = [&](double push, double pull) {
        Wrench w;
        w.fx = push;
        w.fz = pull;
        return cam->utilisation(slips, w);
    };
    // Statics: n μ (F − P) bears the push, of hundreds of newtons as of tenths of one.
    const double at_rest = used(1, 0);
    for (const double left : {0.5, 0.01, 1e-3}) CHECK(used(left, (1 - left) * F) == relative(at_rest, 1e-6));
    CHECK(std::isinf(used(1, F)));
    CHECK(used(0, F) == 0);
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
                least, study::least_factor(*joint, {share * bench.load().permanent, bench.load().variable}).factor);
        }
    CHECK(judged.low == relative(least, 1e-9));
}

TEST_CASE("a spiral cam presses alike all along, and stays shut by friction over its slope", "[cam]") {
    // h = h0 exp(theta tan gamma), gamma constant: margin mu/tan(gamma) without a pin's help.
    const Values v{{"kind", s("spiral")},  {"pressure_angle", 5 * pi / 180}, {"friction", 0.2}, {"pin_friction", 0.0},
                   {"hand_force", 2000.0}, {"travel", 60 * pi / 180},        {"slack", 0.0}};
    const auto r = report("cam", v, Wrench{});
    CHECK(result(r, "stays_shut_margin") == relative(0.2 / std::tan(5 * pi / 180), 1e-9));
    const double h0 = 0.015, lift = h0 * (std::exp(pi / 3 * std::tan(5 * pi / 180)) - 1), k = 1 / (1 / 1e6 + 1 / 3e6);
    CHECK(result(r, "lift") == relative(lift, 1e-9));
    CHECK(result(r, "clamping_force") == relative(k * lift, 1e-9));
    const double h = h0 + lift, F = k * lift;
    const double high = families::find_parameter(*families::family_named("cam"), "friction")->spread.high;
    CHECK(result(r, "peak_hand_force") == relative(F * h * (std::tan(5 * pi / 180) + high * 0.2) / 0.07, 1e-6));
    auto shaken = v;
    shaken["place"] = s("shakes");
    CHECK(result(report("cam", shaken, Wrench{}), "stays_shut_margin") == relative(0.1 / std::tan(5 * pi / 180), 1e-9));
}

TEST_CASE("past dead centre an eccentric holds itself shut, with less lift", "[cam]") {
    const Values v{
        {"travel", 200 * pi / 180}, {"hand_force", 2000.0}, {"friction", 0.05}, {"pin_friction", 0.0}, {"slack", 0.0}};
    const auto r = report("cam", v, Wrench{0, 0, 1, 0, 0, 0});
    CHECK(std::isinf(mode(r, "stays_shut").factor));
    CHECK(result(r, "lift") == relative(0.0015 * (1 - std::cos(200 * pi / 180)), 1e-9));
    const Values loose{{"travel", 200 * pi / 180}, {"hand_force", 2000.0}, {"slack", 0.004}};
    CHECK(result(report("cam", loose, Wrench{}), "clamping_force") == 0);
}
