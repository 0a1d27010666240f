#include <cmath>
#include <numbers>

#include "families/bench.h"
#include "families/thread/stack_design.h"

using namespace clampet;
using namespace bench;

TEST_CASE("a stack's sentences name what would put it right", "[thread]") {
    families::StackDesign d;
    d.screw = d.socket = *catalogue::thread_named("1/4-20");
    d.items = {{families::StackItem::Kind::plate, "plate", 0.008, 0}};
    const auto says = [&] { return families::stack_sentence(d.stack_up(), d.verdict()); };
    CHECK(says().empty());
    d.screw_length = 0.0095;
    CHECK_THAT(says(), Catch::Contains("turns are engaged") && Catch::Contains("use a screw of at least"));
    d.screw_length = 0.03;
    CHECK_THAT(says(), Catch::Contains("it bottoms") && Catch::Contains("or a screw of"));
    d.plain_length = 0.02;
    d.through = true;
    CHECK_THAT(says(), Catch::Contains("plain shank of 20 mm"));
    d.through = false;
    d.plain_length = 0;
    d.socket_depth = 0.002;
    CHECK_THAT(says(), Catch::Contains("no screw length is right"));
    d.screw_length = 0.009;
    CHECK_THAT(says(), Catch::Contains("this socket is too shallow"));
    // Washers that a screw does not go through, or would flop about on it, are not offered.
    for (const auto* washer : families::washers_for(d.screw)) {
        CHECK(washer->size("bore") >= 0.0063);
        // USS washers for a quarter inch are the widest: 5/16 in (ASME B18.21.1, from memory).
        CHECK(washer->size("bore") <= 5.0 / 16 * 0.0254 + 1e-6);
        if (washer->size("bore") > 1.15 * 0.00635) CHECK(washer->size("major") == Approx(0.00635));
    }
    CHECK(families::washers_for(d.screw).size() > 10);
    CHECK(families::within({0.003, 0.001, 0.003, 0.002}, {0.0015, 0.003}) == std::vector<double>{0.002, 0.003});
    CHECK(families::within({0.003}, {1, 0}).empty());
    CHECK(families::StackItem{families::StackItem::Kind::pad, "cork 1.5 mm", 0.0015, 0}.label() == "cork 1.5 mm");
    CHECK(families::StackItem{families::StackItem::Kind::washer, "M6 plain", 0.0016, 0.012}.label() ==
          "M6 plain, 1.6 mm");
}

namespace {

/// A quarter-inch screw, 3 mm short of the bottom of its socket before a pad gives way.
Values padded(double modulus) {
    return {{"soft", std::string("yes")}, {"pad_free", 0.002},      {"pad_outer", 0.030}, {"items", 0.0073},
            {"pad_modulus", modulus},     {"screw_length", 0.0127}, {"kept", 1.0}};
}

}  // namespace

TEST_CASE("a screw that stops while its pad gives way holds what the pad presses", "[thread]") {
    // A cork of 30 mm with a hole of 7 mm and 2 mm thick: k = 15 MPa · 668 mm²/2 mm = 5.01 kN/mm; the screw may go 5.2
    // mm in and stands 3.4 mm in: 1.8 mm of squeeze would press with 9 kN, and the hand makes 530 N: it does not stop.
    const auto soft = report("thread", padded(15e6), Wrench{});
    const double hand = result(soft, "preload_fresh");
    CHECK(result(soft, "preload") == relative(hand, 1e-9));
    const double k = 15e6 * std::numbers::pi / 4 * (0.030 * 0.030 - 0.007 * 0.007) / 0.002;
    CHECK(result(soft, "protrusion") == absolute(0.0127 - 0.0093 + hand / k, 1e-9));
    // Foam of 0.3 MPa: k = 100 N/mm, and the screw stops after 1.8 mm with 180 N.
    const auto foam = report("thread", padded(0.3e6), Wrench{});
    CHECK(result(foam, "preload") == relative(k / 50 * 0.0018, 1e-3));
    REQUIRE_FALSE(foam.advisories.empty());
    CHECK_THAT(foam.advisories.front().text, Catch::StartsWith("The screw stops on the bottom of its socket"));
    CHECK(foam.advisories.front().doubtful);
    // What was measured counts instead of the pad's size.
    auto measured = padded(0.3e6);
    measured["pad_stiffness"] = 50e3;
    CHECK(result(report("thread", measured, Wrench{}), "preload") == relative(50e3 * 0.0018, 1e-3));
    // Spun on, it is the face's hole that counts, not that of a head that is not there.
    auto spun = padded(0.3e6);
    spun["turned"] = std::string("payload");
    spun["torque"] = 3.0;
    spun["face_inner"] = 0.010;
    spun["bearing_inner"] = 0.029;
    const double wide = 0.3e6 * std::numbers::pi / 4 * (0.030 * 0.030 - 0.010 * 0.010) / 0.002;
    CHECK(result(report("thread", spun, Wrench{}), "preload") == relative(wide * 0.0018, 1e-3));
    auto small = padded(0.3e6);
    small["pad_outer"] = 0.006;
    CHECK((families::join(*families::family_named("thread"), small).problem().id == "thread.pad_too_small"));
}

TEST_CASE("countersunk screws are as long as they are over all, and a neck breaks first", "[thread]") {
    const Values flush{{"head", std::string("countersunk")}, {"items", 0.009}},
        sunk{{"head", std::string("countersunk")}, {"items", 0.009}, {"sink", 0.001}};
    CHECK(result(report("thread", flush, Wrench{}), "protrusion") == absolute(0.0037, 1e-9));
    CHECK(result(report("thread", sunk, Wrench{}), "protrusion") == absolute(0.0047, 1e-9));
    const auto whole = report("thread", {}, Wrench{}), necked = report("thread", {{"neck_diameter", 0.004}}, Wrench{});
    CHECK(result(necked, "tension_force") == relative(std::numbers::pi / 4 * 0.004 * 0.004 * 700e6, 1e-9));
    CHECK(result(necked, "tension_force") < result(whole, "tension_force"));
    // A neck that is no thinner than the thread's core changes nothing.
    CHECK(result(report("thread", {{"neck_diameter", 0.006}}, Wrench{}), "tension_force") ==
          result(whole, "tension_force"));
}

TEST_CASE("a bush twists off at its thin wall, and comes out with a screw that is tighter than it", "[thread]") {
    const auto bush = [](double tightened, double torque = 0.8) {
        return report("thread",
                      {{"held_in", std::string("bush")},
                       {"socket_material", std::string("brass")},
                       {"torque", torque},
                       {"bush_tightened", tightened}},
                      Wrench{});
    };
    // 3/8-16 root 7.577 mm, 1/4-20 outside 6.35 mm, brass 0.577 · 380 MPa: tau pi (d_o^4 - d_i^4)/(16 d_o), by hand.
    const double d_o = 9.525e-3 - 1.226869 * 1.5875e-3, d_i = 6.35e-3;
    const double wall = 0.577 * 380e6 * std::numbers::pi * (std::pow(d_o, 4) - std::pow(d_i, 4)) / (16 * d_o);
    CHECK(mode(bush(1), "bush").factor_mass == relative(wall / (1.5 * 0.8), 2e-3));
    const auto says = [](const auto& r) {
        return std::any_of(r.advisories.begin(), r.advisories.end(),
                           [](const auto& a) { return a.text.find("comes out with its screw") != a.text.npos; });
    };
    CHECK(says(bush(0.5)));
    CHECK_FALSE(says(bush(5)));
    const auto thin = families::join(*families::family_named("thread"),
                                     {{"held_in", std::string("bush")}, {"bush_thread", std::string("1/4-28")}});
    REQUIRE_FALSE(thin);
    CHECK((thin.problem().id == "thread.bush_without_wall"));
}

TEST_CASE("a long tail is told of and does not unclamp", "[thread]") {
    const auto nut =
        report("thread", {{"socket_end", std::string("through")}, {"socket_depth", 0.0055}, {"screw_length", 0.065}},
               Wrench{});
    CHECK(result(nut, "preload") > 0);
    REQUIRE_FALSE(nut.advisories.empty());
    CHECK_THAT(nut.advisories.front().text, Catch::Contains("sticks out 51.5 mm"));
    CHECK_FALSE(nut.advisories.front().doubtful);
    CHECK(result(nut, "screw_length_high") == absolute(0.008 + 0.0055 + 0.010, 1e-9));
}
