#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/arm/arm_model.h"
#include "families/arm/section_properties.h"
#include "families/bench.h"
#include "families/stock_use.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::gravity;
using constants::pi;
/// A slender steel bar without a payload: shear and rotary inertia are small.
Values bar(double length = 1, double height = 0.02, double width = 0.03) {
    return {{"length", length},     {"root_height", height}, {"root_width", width}, {"modulus", 200e9},
            {"modulus_ratio", 2.6}, {"density", 7850.0},     {"payload_mass", 0.0}, {"drop_limit", 1.0}};
}
}  // namespace

TEST_CASE("an arm droops as the beam tables say", "[arm][published]") {
    // Roark: end load P L³/3EI, own weight w L⁴/8EI, end couple M L²/2EI, slope P L²/2EI.
    const double I = 0.03 * std::pow(0.02, 3) / 12, E = 200e9, L = 1, w = 7850 * gravity * 0.02 * 0.03;
    const auto r = report("arm", bar(), Wrench{0, 0, -50, 0, 0, 0, 0, 0, -gravity});
    CHECK(result(r, "own_sag") == relative(w * L * L * L * L / (8 * E * I), 0.01));
    CHECK(result(r, "drop") == relative(50 * L * L * L / (3 * E * I) + w / (8 * E * I), 0.01));
    CHECK(result(r, "tilt") == relative(50 * L * L / (2 * E * I) + w / (6 * E * I), 0.01));
    const auto couple = report("arm", bar(), Wrench{0, 0, 0, 0, 10, 0, 0, 0, -gravity});
    CHECK(result(couple, "drop") == relative(10 * L * L / (2 * E * I) + w / (8 * E * I), 0.01));
}

TEST_CASE("an arm sways as Blevins says", "[arm][published]") {
    // Blevins, Formulas for natural frequency: cantilever 3.5160/(2 pi) sqrt(E I/(m L⁴)); with a tip mass M the beam
    // counts 33/140 of its own.
    const double I = 0.03 * std::pow(0.02, 3) / 12, E = 200e9, m = 7850 * 0.02 * 0.03;
    CHECK(result(report("arm", bar(), Wrench{}), "frequency") ==
          relative(3.5160 / (2 * pi) * std::sqrt(E * I / m), 0.01));
    auto tipped = bar();
    tipped["payload_mass"] = 10.0;
    tipped["payload_offset"] = 0.0;
    tipped["payload_gyration"] = 1e-4;
    CHECK(result(report("arm", tipped, Wrench{}), "frequency") ==
          relative(std::sqrt(3 * E * I / (10 + 33.0 / 140 * m)) / (2 * pi), 0.01));
}

TEST_CASE("a soft root can matter more than the arm", "[arm]") {
    auto soft = bar();
    soft["root_stiffness"] = 500.0;
    const double I = 0.03 * std::pow(0.02, 3) / 12, E = 200e9, w = 7850 * gravity * 0.02 * 0.03;
    const double stiff = 50 / (3 * E * I) + w / (8 * E * I), turned = (50 + w / 2) / 500;
    CHECK(result(report("arm", soft, Wrench{0, 0, -50, 0, 0, 0, 0, 0, -gravity}), "drop") ==
          relative(stiff + turned, 0.01));
}

TEST_CASE("a tapered round breaks where it is half as thick again as its tip", "[arm][published]") {
    // Shigley and common to strength of materials: under an end load the stress 32 P x/(pi d³) of a cone peaks where
    // d = 1.5 d_tip.
    Values v = bar(1, 0.06);
    v["section"] = std::string("round");
    v["taper"] = std::string("tapered");
    v["tip_height"] = 0.02;
    v["density"] = 1.0;
    const double x = 0.25, d = 0.03;  // from the tip: d = 0.02 + 0.04 x
    CHECK(result(report("arm", v, Wrench{0, 0, -100, 0, 0, 0}), "stress") ==
          relative(32 * 100 * x / (pi * d * d * d), 0.02));
}

TEST_CASE("sections: torsion of a rectangle and of a tube", "[arm][published]") {
    // Roark: square J = 0.1406 a⁴ and tau = T/(0.208 a³); 2 by 1: 0.229 and 0.246.
    families::ArmStation s{families::ArmSection::rectangle, 0.02, 0.02, 0, 0, 0};
    CHECK(s.torsion() == relative(0.1406 * std::pow(0.02, 4), 5e-3));
    CHECK(s.stress(0, 0, 0, 1, 0, 0) / std::sqrt(3.0) == relative(1 / (0.208 * std::pow(0.02, 3)), 0.01));
    s.width = 0.04;
    CHECK(s.torsion() == relative(0.229 * 0.04 * std::pow(0.02, 3), 0.01));
    CHECK(s.stress(0, 0, 0, 1, 0, 0) / std::sqrt(3.0) == relative(1 / (0.246 * 0.04 * 0.02 * 0.02), 0.03));
    s.kind = families::ArmSection::pocketed;
    s.height = 0.06;
    s.width = 0.02;
    s.pocket = 0.04;
    const families::ArmStation whole{families::ArmSection::rectangle, 0.06, 0.02, 0, 0, 0};
    CHECK(s.torsion() / whole.torsion() < 0.35);      // pockets cost torsion…
    CHECK(s.inertia_y() / whole.inertia_y() > 0.69);  // …far more than bending
}

TEST_CASE("a post buckles as Euler says, and sways more on the way there", "[arm][published]") {
    const double I = 0.03 * std::pow(0.02, 3) / 12, P = pi * pi * 200e9 * I / 4;
    CHECK(factor("arm", bar(), {-1, 0, 0, 0, 0, 0}, "buckles") == relative(P, 1e-9));
    const double free = result(report("arm", bar(), Wrench{0, 0, -5, 0, 0, 0}), "drop");
    CHECK(result(report("arm", bar(), Wrench{-P / 2, 0, -5, 0, 0, 0}), "drop") == relative(2 * free, 1e-6));
    CHECK(problem("arm", {{"section", std::string("tube")}, {"wall", 0.05}}).where == "wall");
}

TEST_CASE("an arm weighs on itself in the direction of gravity", "[arm]") {
    // Roark: w L⁴/8EI; hung it lifts nothing, on its side it swings aside, on end it is pressed and does not droop.
    const double I = 0.03 * std::pow(0.02, 3) / 12, I_side = 0.02 * std::pow(0.03, 3) / 12, E = 200e9;
    const double w = 7850 * gravity * 0.02 * 0.03;
    const auto seen = [&](Wrench own) { return report("arm", bar(), own); };
    CHECK(result(seen({0, 0, 0, 0, 0, 0, 0, 0, -gravity}), "drop") == relative(w / (8 * E * I), 0.01));
    CHECK(result(seen({0, 0, 0, 0, 0, 0, 0, 0, gravity}), "drop") == relative(w / (8 * E * I), 0.01));
    CHECK(result(seen({0, 0, 0, 0, 0, 0, 0, -gravity, 0}), "drop") == relative(w / (8 * E * I_side), 0.01));
    const auto post = seen({0, 0, 0, 0, 0, 0, -gravity, 0, 0});
    CHECK(result(post, "drop") < 1e-9);
    CHECK(result(post, "stress") == relative(7850 * gravity * 1, 1e-6));  // rho g L at the foot
    // Hung from above, a weight upwards is taken off by the arm's own: stress (P − w/2) L against (P + w/2) L.
    const double P = 50, W = 0.02 * 0.02 * 0.03 / 6;
    const auto stress = [&](double fz, double gz) { return result(seen({0, 0, fz, 0, 0, 0, 0, 0, gz}), "stress"); };
    CHECK(stress(P, -gravity) < stress(-P, -gravity));
    CHECK(stress(-P, -gravity) == relative((P + w / 2) / W, 0.01));
}

TEST_CASE("an arm's own weight is part of the permanent load", "[arm]") {
    // lambda_mass multiplies it, lambda_live does not: sigma W = (lambda P + w/2) L against lambda (P + w/2) L.
    auto v = bar();
    v["strength"] = 200e6;
    const double w = 7850 * gravity * 0.02 * 0.03, W = 0.02 * 0.02 * 0.03 / 6, P = 20;
    const Wrench own{0, 0, 0, 0, 0, 0, 0, 0, -gravity}, push{0, 0, -P, 0, 0, 0};
    const auto breaks = mode(report("arm", v, Load{own, push}), "breaks");
    CHECK(breaks.factor_mass == relative(200e6 * W / (P + w / 2), 0.01));
    CHECK(breaks.factor_live == relative((200e6 * W - w / 2) / P, 0.01));
}

TEST_CASE("a steep taper's droop and peak are those of the tapered beam", "[arm]") {
    // A cone 10:1 under an end load: drop P L³/(3 E I_tip) (d_tip/d_root)³, Roark's tapered beams; the stress peaks at
    // d = 1.5 d_tip, 32 P x/(pi d³).
    Values v = bar(1, 0.05);
    v["section"] = std::string("round");
    v["taper"] = std::string("tapered");
    v["tip_height"] = 0.005;
    v["modulus_ratio"] = 2.0;
    const double P = 1, tip = 0.005, E = 200e9, I = pi / 64 * std::pow(tip, 4);
    const auto r = report("arm", v, Wrench{0, 0, -P, 0, 0, 0});
    CHECK(result(r, "drop") == relative(P / (3 * E * I) * 1e-3, 0.015));
    const double x = 0.5 * tip / (0.05 - tip), d = 1.5 * tip;
    CHECK(result(r, "stress") == relative(32 * P * x / (pi * d * d * d), 0.01));
}

TEST_CASE("a square tube bends and twists as the tables say", "[arm][published]") {
    // EN 10219-2, from memory: 40 x 40 x 3 has A 4.21 cm², I 9.32 cm⁴ and J 15.8 cm⁴ with rounded corners; sharp ones
    // give a little more.
    const families::ArmStation box{families::ArmSection::box, 0.040, 0.040, 0.003, 0, 0};
    CHECK(box.area() == relative(4.21e-4, 0.06));
    CHECK(box.inertia_y() == relative(9.32e-8, 0.10));
    CHECK(box.inertia_y() == relative((std::pow(0.04, 4) - std::pow(0.034, 4)) / 12, 1e-12));
    CHECK(box.torsion() == relative(15.8e-8, 0.05));
    // Bredt: T/(2 A_m t).
    CHECK(box.stress(0, 0, 0, 10, 0, 0) == relative(std::sqrt(3) * 10 / (2 * 0.037 * 0.037 * 0.003), 1e-9));
    // On edge it bends less than flat.
    const families::ArmStation edge{families::ArmSection::box, 0.060, 0.020, 0.002, 0, 0};
    CHECK(edge.inertia_y() > 4 * edge.inertia_z());
    const auto thick = families::join(*families::family_named("arm"),
                                      {{"section", std::string("box")}, {"root_width", 0.010}, {"wall", 0.006}});
    REQUIRE_FALSE(thick);
    CHECK((thick.problem().id == "arm.wall_too_thick"));
}

TEST_CASE("a floor left in a pocket makes an I or a channel of it", "[arm][published]") {
    // IPE 80: h 80, b 46, web 3.8, flanges 5.2; with its fillets A 7.64 cm², I_y 80.1 cm⁴, I_z 8.49 cm⁴ (EN 10365, from
    // memory), which are about 3 % of it.
    families::ArmStation ipe{families::ArmSection::pocketed, 0.080, 0.046, 0, 0.0696, 0.05};
    ipe.floor = 0.0038;
    CHECK(ipe.area() == relative(7.64e-4, 0.03));
    CHECK(ipe.inertia_y() == relative(80.1e-8, 0.035));
    CHECK(ipe.inertia_z() == relative(8.49e-8, 0.01));
    // Thin strips: b t³/3 (1 − 0.63 t/b) of each.
    const auto strip = [](double b, double t) { return b * t * t * t / 3 * (1 - 0.63 * t / b); };
    CHECK(ipe.torsion() == relative(2 * strip(0.046, 0.0052) + strip(0.0696, 0.0038), 1e-3));
    // UPN-like channel of 80 x 45 with parallel flanges of 8 and a web of 6: centroid by first moments, I_z by Steiner.
    families::ArmStation channel{families::ArmSection::pocketed, 0.080, 0.045, 0, 0.064, 0.05};
    channel.floor = 0.006;
    channel.one_sided = true;
    const double web = 0.064 * 0.006, flanges = 2 * 0.008 * 0.045, e = 0.0195, c = web * e / (web + flanges);
    CHECK(channel.centroid_offset() == relative(c, 1e-9));
    CHECK(channel.inertia_y() == relative((0.045 * std::pow(0.08, 3) - 0.039 * std::pow(0.064, 3)) / 12, 1e-9));
    CHECK(channel.inertia_z() ==
          relative(flanges * (0.045 * 0.045 / 12 + c * c) + web * (0.006 * 0.006 / 12 + (e - c) * (e - c)), 1e-9));
    // The web carries the shear: 1 kN on the IPE gives about V/(web area), a little more in its middle.
    const double tau = ipe.stress(0, 0, 1000, 0, 0, 0) / std::sqrt(3.0);
    CHECK(tau > 1000 / (0.0748 * 0.0038));
    CHECK(tau < 1.25 * 1000 / (0.0748 * 0.0038));
    // Its shear centre: EN 10365, UPE 80, y_m 37.1 and e_y 18.2 mm from memory: 18.9 mm outside the web's outer face.
    const families::ArmStation upe{families::ArmSection::pocketed, 0.080, 0.050, 0, 0.066, 0.05, 0.004, true};
    CHECK(upe.shear_centre() - 0.025 == relative(0.0371 - 0.0182, 0.02));
    // A force down through the middle of such an arm twists it by F y_s L/(G J).
    const Values arm{{"section", std::string("pocketed")},
                     {"pocket_floor", 0.005},
                     {"length", 0.5},
                     {"modulus_ratio", 16.0},
                     {"modulus", 9e9},
                     {"payload_mass", 0.0}};
    const auto twist = [&](const char* pockets) {
        Values values = arm;
        values["pockets"] = std::string(pockets);
        const auto joint = families::join(*families::family_named("arm"), values);
        REQUIRE(joint);
        return (*(*joint)->compliance())(3, 2);
    };
    Values one = arm;
    one["pockets"] = std::string("one");
    const auto whole = families::complete(*families::family_named("arm"), one);
    REQUIRE(whole);
    const auto section = families::arm_shape(*whole).at(0.5);
    CHECK(twist("one") == relative(-section.shear_centre() * 0.5 / (9e9 / 16 * section.torsion()), 1e-6));
    CHECK(std::abs(twist("both")) < 1e-12);
    // A pocket that goes through bends its flanges on their own, one with a floor does not.
    auto through = ipe;
    through.floor = 0;
    CHECK(through.stress(0, 0, 1000, 0, 0, 0) > 5 * ipe.stress(0, 0, 1000, 0, 0, 0));
    CHECK(problem("arm", {{"section", s("pocketed")}, {"pockets", s("both")}, {"pocket_floor", 0.03}}).where ==
          "pocket_floor");
}

TEST_CASE("what a push does to an arm is said at the subject", "[arm]") {
    auto v = bar();
    v["subject"] = 1.5;
    v["frame"] = 0.9;
    v["creep"] = 0.0;
    // P L³/(3 E I) and P L²/(2 E I) of the push alone: the weight's own sag is framed once.
    const double I = 0.02 * std::pow(0.03, 3) / 12, E = 200e9, P = 5, L = 1;
    const auto r = report("arm", v, Load{{0, 0, -30, 0, 0, 0, 0, 0, -gravity}, {0, 0, -P, 0, 0, 0}});
    double I_least = std::min(I, 0.03 * std::pow(0.02, 3) / 12), seen = result(r, "push_at_subject");
    const auto moves = [&](double inertia) {
        return P * L * L * L / (3 * E * inertia) + P * L * L / (2 * E * inertia) * 1.5;
    };
    CHECK((seen == relative(moves(I), 0.03) || seen == relative(moves(I_least), 0.03)));
    CHECK(result(r, "push_in_pixels") == relative(seen / 0.9 * 3840, 1e-9));
}

TEST_CASE("a profile as sold bends by its table", "[arm]") {
    // 30 x 30 slot 8: I 2.7 cm⁴ or what the row says; PL³/(3EI), with the shear of half its section.
    const auto offer = families::stock_named(*families::family_named("arm"), "30 x 30, slot 8 profile");
    REQUIRE(offer);
    Values v;
    for (const auto& [key, value] : families::values_from(*offer)) v[key] = value;
    v["length"] = 1.0;
    v["creep"] = 0.0;
    v["root_stiffness"] = 0.0;
    const double I = offer->row->size("inertia_up"), E = std::get<double>(v.at("modulus")), P = 10;
    CHECK(E == relative(69e9, 0.02));
    const auto r = report("arm", v, Wrench{0, 0, -P, 0, 0, 0});
    CHECK(result(r, "drop") == relative(P / (3 * E * I), 0.01));
    CHECK(result(r, "stress") == relative(P * 0.015 / I, 0.02));
    // An angle twists as a thin strip, T t/J with J = A t²/3.
    families::ArmStation angle{families::ArmSection::profile, 0.03, 0.03, 0, 0, 0};
    angle.table = {171e-6, 1e-8, 1e-8, 171e-6 * 0.003 * 0.003 / 3};
    CHECK(angle.stress(0, 0, 0, 1, 0, 0) == relative(std::sqrt(3) * 0.003 / angle.torsion(), 1e-9));
}

TEST_CASE("a hole leaves less to break", "[arm]") {
    // A steel bar of 20 by 30 mm, 1 m long, without weight of its own: 10 N at the tip, a hole 200 mm from the root.
    auto v = bar();
    v["density"] = 1.0;
    v["hole_at"] = 0.2;
    v["hole_diameter"] = 0.010;
    const double M = 10 * 0.8;
    auto across = v, from_top = v;
    across["holed"] = s("across");
    from_top["holed"] = s("down");
    const auto stress = [&](const Values& values) {
        const auto r = report("arm", values, Wrench{0, 0, -10, 0, 0, 0});
        return mode(r, "breaks_at_hole").demand[0].value;
    };
    // Through the sides the middle of the height is lost, from the top a third of the width.
    const double I_down = 0.020 * std::pow(0.020, 3) / 12;
    CHECK(stress(from_top) == relative(M * 0.010 / I_down, 0.01));
    const double I_across = 0.030 * (std::pow(0.020, 3) - std::pow(0.010, 3)) / 12;
    CHECK(stress(across) > M * 0.010 / I_across);
    CHECK(stress(across) < 1.3 * M * 0.010 / I_across);
    from_top["hole_diameter"] = 0.0295;
    CHECK((families::join(*families::family_named("arm"), from_top).problem().id == "arm.hole_leaves_nothing"));
    across["hole_at"] = 1.2;
    CHECK((families::join(*families::family_named("arm"), across).problem().id == "arm.hole_beyond_end"));
}
