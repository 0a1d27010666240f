// Arms, chains, counterweights, tethers and drives: against beam tables, Blevins and mechanics by hand.
#include <cmath>
#include <numbers>

#include "families/arm/section_properties.h"
#include "families/bench.h"
#include "mechanics/falling.h"
#include "mechanics/frame.h"

using namespace clampet;
using namespace bench;

namespace {
constexpr double pi = std::numbers::pi, gravity = 9.80665;
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

TEST_CASE("a frame with a closed loop carries as springs in parallel", "[frame]") {
    // A beam on two rods of unlike stiffness: a rigid body on springs, by statics.
    mechanics::Frame frame;
    const auto a = frame.add_node({0, 0, 1}), b = frame.add_node({1, 0, 1}), c = frame.add_node({0, 0, 0}),
               d = frame.add_node({1, 0, 0}), middle = frame.add_node({0.5, 0, 1});
    mechanics::FrameBeam stiff{a, middle, 1e12, 1e9, 1e9, 1e9, 0, 0, 1, 1, Eigen::Vector3d::UnitY()};
    frame.add_beam(stiff);
    stiff.a = middle;
    stiff.b = b;
    frame.add_beam(stiff);
    mechanics::FrameBeam rod{c, a, 1e5, 1e-2, 1e-2, 1e-2, 0, 0, 0, 0, Eigen::Vector3d::UnitX()};
    frame.add_beam(rod);
    rod.a = d;
    rod.b = b;
    rod.axial = 2e5;
    frame.add_beam(rod);
    frame.fix(c);
    frame.fix(d);
    REQUIRE(frame.prepare());
    Eigen::VectorXd load = Eigen::VectorXd::Zero(30);
    load[static_cast<Eigen::Index>(6 * middle) + 2] = -100;
    const auto u = frame.solve(load);
    CHECK(u[6 * static_cast<Eigen::Index>(a) + 2] == relative(-50 / 1e5, 1e-4));
    CHECK(u[6 * static_cast<Eigen::Index>(b) + 2] == relative(-50 / 2e5, 1e-4));
    CHECK(frame.least_frequency() > 0);

    mechanics::Frame loose;
    const auto free = loose.add_node({0, 0, 0});
    loose.add_node({1, 0, 0});
    loose.add_beam({free, 1, 1e6, 1, 1, 1, 0, 0, 1, 0, Eigen::Vector3d::UnitZ()});
    CHECK_FALSE(loose.prepare());
}

TEST_CASE("printed chains: fingers are pieces of a ring", "[ball_chain]") {
    // The second moment of an annular sector by brute force.
    const double ri = 0.010, t = 0.002, a = pi / 4 * 0.9;
    double area = 0, first = 0, second = 0;
    const int n = 800;
    for (int i = 0; i < n; ++i)
        for (int j = 0; j < n; ++j) {
            const double r = ri + t * (i + 0.5) / n, phi = -a + 2 * a * (j + 0.5) / n, dA = r * t / n * 2 * a / n;
            area += dA;
            first += r * std::cos(phi) * dA;
            second += std::pow(r * std::cos(phi), 2) * dA;
        }
    const double I = second - first * first / area, L = 0.016;
    const auto r = report("ball_chain", {}, Wrench{0, 0, -1, 0, 0, 0});
    double stiffness = 0;
    for (const auto& line : r.working)
        if (line.quantity == "finger_stiffness") stiffness = line.value;
    CHECK(stiffness == relative(3 * 2.3e9 * I / (L * L * L), 1e-3));
    // Without friction only the wire holds: M_p = sigma_y d³/6, a fully plastic round.
    double plastic = 0;
    for (int i = 0; i < 200000; ++i) {
        const double y = 0.001 * (i + 0.5) / 200000;
        plastic += 2 * 120e6 * y * 2 * std::sqrt(0.001 * 0.001 - y * y) * 0.001 / 200000;
    }
    CHECK(result(report("ball_chain", {{"friction", 0.0}, {"wire_diameter", 0.002}}, Wrench{}), "joint_torque") ==
          relative(plastic, 1e-4));
}

TEST_CASE("the base of a level chain lets go first, and its reach follows", "[ball_chain]") {
    const Values v{{"joints", 4.0}, {"pitch", 0.03}, {"segment_mass", 0.0}};
    const double hold = result(report("ball_chain", v, Wrench{}), "joint_torque");
    const auto r = report("ball_chain", v, Wrench{0, 0, -1, 0, 0, 0});
    CHECK(mode(r, "slips").factor == relative(hold / (4 * 0.03), 2e-3));
    CHECK_THAT(mode(r, "slips").motion.does(), Catch::Contains("joint 1 from the base"));
    const double n = result(
        report("ball_chain", {{"segment_mass", 0.0}, {"payload_mass", 0.15}, {"pitch", 0.03}, {"payload_offset", 0.02}},
               Wrench{}),
        "longest_joints");
    CHECK(n == std::floor((hold / (0.15 * gravity) - 0.02) / 0.03));
    CHECK(problem("ball_chain", {{"opening_diameter", 0.021}}).where == "opening_diameter");
    CHECK(problem("ball_chain", {{"stem_diameter", 0.0195}}).where == "stem_diameter");
}

TEST_CASE("levers balance", "[counterweight]") {
    const Values v{{"payload_mass", 2.0},  {"payload_arm", 0.6},
                   {"counter_arm", 0.3},   {"rod_mass", 0.5},
                   {"rod_arm", 0.15},      {"plates", std::string("2.5 kg; 1.25 kg; 1.25 kg; 0.5 kg")},
                   {"pivot_friction", 1.0}};
    const auto r = report("counterweight", v, Wrench{});
    CHECK(result(r, "needed_mass") == relative((2 * 0.6 + 0.5 * 0.15) / 0.3, 1e-12));
    CHECK(result(r, "counter_mass") == relative(4.25, 1e-12));  // 2.5 + 1.25 + 0.5 is nearest to 4.25
    CHECK(result(r, "residual") == absolute(0, 1e-9));
    CHECK(factor("counterweight", v, {0, 0, 0, 0, 1, 0}, "slips") == relative(1.0, 1e-6));
    auto scale = v;
    scale["measured"] = std::string("yes");
    scale["reading_rising"] = 5.6;
    scale["reading_sinking"] = 5.0;
    scale["reading_arm"] = 0.3;
    CHECK(result(report("counterweight", scale, Wrench{}), "measured_friction") == relative(0.3 * 0.3 * gravity, 1e-9));
    CHECK(problem("counterweight", {{"plates", std::string("two")}}).where == "plates");
    CHECK(problem("counterweight", {{"rod_arm", -19.0}, {"rod_mass", 100.0}}).where == "rod_arm");
}

TEST_CASE("a tether catches with the energy of the fall", "[tether]") {
    CHECK(mechanics::catch_force(10, 0, 1e4) ==
          relative(20.0, 1e-12));  // let go on a straight tether: twice its weight
    // The motion itself, step by step: m x'' = m g − k max(0, x − h).
    const double m = 2, h = 0.1, k = 5e4;
    double x = 0, v = 0, most = 0;
    const double dt = 1e-6;
    for (int i = 0; i < 400000; ++i) {
        const double pull = k * std::max(0.0, x - h);
        most = std::max(most, pull);
        v += (gravity - pull / m) * dt;
        x += v * dt;
    }
    CHECK(mechanics::catch_force(m * gravity, h, k) == relative(most, 1e-3));
    const auto below = report("tether", {{"anchor", std::string("below")}, {"length", 0.3}}, Wrench{});
    CHECK(result(below, "slack_fall") == relative(0.6, 1e-12));
    const auto aside = report("tether", {{"anchor", std::string("aside")}, {"length", 0.5}, {"aside", 0.3}}, Wrench{});
    CHECK(result(aside, "slack_fall") == relative(0.4, 1e-12));
    CHECK(problem("tether", {{"anchor", std::string("aside")}, {"length", 0.2}, {"aside", 0.3}}).where == "aside");
    CHECK(problem("tether", {{"slack", 1.0}, {"length", 0.3}}).where == "slack");
}

TEST_CASE("a drive turns what Newton lets it", "[pan_drive]") {
    const Values v{{"motor_torque", 2.0}, {"usable_share", 0.5}, {"gear_ratio", 3.0},
                   {"efficiency", 0.9},   {"drag", 0.2},         {"payload_mass", 3.0},
                   {"offset", 0.05},      {"gyration", 0.08},    {"lean", 0.0}};
    const auto r = report("pan_drive", v, Wrench{});
    const double I = 3 * (0.05 * 0.05 + 0.08 * 0.08);
    CHECK(result(r, "available_torque") == relative(2.7, 1e-12));
    CHECK(result(r, "start_torque") == relative(I * 5 + 0.2, 1e-12));
    CHECK(result(r, "greatest_acceleration") == relative((2.7 - 0.2) / I, 1e-12));
    CHECK(factor("pan_drive", v, {0, 0, 0, 0, 0, 1}, "stalls") == relative(2.5, 1e-9));
    CHECK(factor("pan_drive", {{"hold_down", 0.0}}, {0, 0, 0, 0, 1, 0}, "tips") == 0);
    const auto pressed = report("pan_drive", {{"hold_down", 0.0}, {"bearing_diameter", 0.12}},
                                Load{{0, 0, -30, 0, 0, 0}, {0, 0, 0, 0, 1, 0}});
    CHECK(mode(pressed, "tips").factor_live == relative(30 * 0.06, 1e-6));
}

TEST_CASE("a frame that can move is refused, one that is held answers alike in any order of nodes", "[frame]") {
    const auto cantilever = [](bool backwards) {
        mechanics::Frame frame;
        std::vector<std::size_t> nodes;
        for (int i = 0; i <= 8; ++i) nodes.push_back(frame.add_node({0.1 * (backwards ? 8 - i : i), 0, 0}));
        if (backwards) std::reverse(nodes.begin(), nodes.end());
        for (std::size_t i = 0; i < 8; ++i)
            frame.add_beam({nodes[i], nodes[i + 1], 1e7, 500, 300, 200, 0, 0, 0.5, 1e-4, Eigen::Vector3d::UnitZ()});
        frame.fix(nodes[0]);
        REQUIRE(frame.prepare());
        Eigen::VectorXd load = Eigen::VectorXd::Zero(54);
        load[static_cast<Eigen::Index>(6 * nodes[8]) + 2] = -10;
        return std::pair{frame.solve(load)[static_cast<Eigen::Index>(6 * nodes[8]) + 2], frame.least_frequency()};
    };
    const auto one = cantilever(false), other = cantilever(true);
    CHECK(one.first == relative(-10 * 0.512 / (3 * 500), 1e-9));  // P L³/(3 E I)
    CHECK(one.first == relative(other.first, 1e-9));
    CHECK(one.second == relative(other.second, 1e-8));

    mechanics::Frame floating;
    const auto a = floating.add_node({0, 0, 0}), b = floating.add_node({1, 0, 0});
    floating.add_beam({a, b, 1e7, 500, 500, 500, 0, 0, 1, 1e-4, Eigen::Vector3d::UnitZ()});
    const auto refused = floating.prepare();
    REQUIRE_FALSE(refused);
    CHECK_THAT(refused.problem().what, Catch::Contains("move freely"));
    CHECK_FALSE(mechanics::Frame().prepare());
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

TEST_CASE("a hung chain does not lift itself, and a level one carries its own segments", "[ball_chain]") {
    const Values v{{"joints", 6.0}, {"pitch", 0.04}, {"segment_mass", 0.01}};
    const double hold = result(report("ball_chain", v, Wrench{}), "joint_torque"), own = 6 * 0.01 * gravity * 0.12;
    const auto level = report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, 0, 0, -gravity}, {0, 0, -1, 0, 0, 0}});
    CHECK(mode(level, "slips").factor_live == relative((hold - own) / 0.24, 5e-3));
    const auto lifted = report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, 0, 0, -gravity}, {0, 0, 1, 0, 0, 0}});
    CHECK(mode(lifted, "slips").factor_live == relative((hold + own) / 0.24, 5e-3));
    // Hanging along its own axis nothing bends it.
    CHECK(std::isinf(mode(report("ball_chain", v, Load{{0, 0, 0, 0, 0, 0, gravity, 0, 0}, {}}), "slips").factor));
    // The whole load, own weight included, grows with lambda_mass.
    CHECK(mode(level, "slips").factor_mass == relative(hold / (own + 0.24), 5e-3));
}
