// Bent arms and arms of several rods: against Castigliano's and the slope-deflection method by hand, as in Roark's
// tables of elastic frames and in Przemieniecki.
#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/arm/arm_model.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::pi;
/// A slender steel rod without a payload or weight, so that bending is all there is.
Values rod(double diameter = 0.012) {
    return {{"length", 1.0},        {"section", s("round")},  {"root_height", diameter}, {"modulus", 200e9},
            {"modulus_ratio", 2.6}, {"density", 1.0},         {"strength", 250e6},       {"payload_mass", 0.0},
            {"drop_limit", 1.0},    {"frequency_limit", 0.01}};
}
Values bent(double at, double degrees) {
    auto v = rod();
    v["form"] = s("bent");
    v["bend_at"] = at;
    v["bend"] = degrees * pi / 180;
    return v;
}
Values rods(double count, double apart, const char* lie) {
    auto v = rod();
    v["form"] = s("legs");
    v["legs"] = count;
    v["leg_spacing"] = apart;
    v["legs_lie"] = s(lie);
    return v;
}
const double d = 0.012, E = 200e9, I = pi / 64 * d * d * d * d, A = pi / 4 * d * d, G = E / 2.6;

families::Arm model(const Values& v) {
    return *families::arm_model(*families::complete(*families::family_named("arm"), v));
}
}  // namespace

TEST_CASE("an arm bent straight up moves as Castigliano's theorem says", "[arm][published]") {
    const double a = 0.6, b = 0.4;
    const auto arm = model(bent(a, 90));
    CHECK((arm.place(1) - Eigen::Vector3d(a, 0, b)).norm() == absolute(0, 1e-12));
    // A weight at the tip bends the lower part only, as one at its end; it pushes the tip forward by a² b/2EI too.
    CHECK(arm.compliance(2, 2) == relative(a * a * a / (3 * E * I), 2e-3));
    CHECK(std::abs(arm.compliance(0, 2)) == relative(a * a * b / (2 * E * I), 2e-3));
    // A push along x at the tip: b³/3EI of the upper part, and the turn of the lower one, b² a/EI.
    CHECK(arm.compliance(0, 0) == relative(b * b * b / (3 * E * I) + b * b * a / (E * I), 2e-3));
    // Sideways: both parts bend, and the lower one is twisted by the upper, b² a/GJ.
    CHECK(arm.compliance(1, 1) == relative((a * a * a + b * b * b) / (3 * E * I) + b * b * a / (G * 2 * I), 2e-3));
}

TEST_CASE("a bent arm breaks at its root under bending and twist together", "[arm][published]") {
    const double a = 0.6, b = 0.4, F = 20;
    const double bending = 32 * F * a / (pi * d * d * d), twist = 16 * F * b / (pi * d * d * d);
    CHECK(model(bent(a, 90)).stress({0, F, 0, 0, 0, 0}) ==
          relative(std::sqrt(bending * bending + 3 * twist * twist), 5e-3));  // and a little cross shear
    // Bent by nothing it is the straight arm; bent down it is the mirror of the one bent up.
    CHECK(model(bent(a, 0)).stress({3, 5, -20, 0, 0, 0}) == relative(model(rod()).stress({3, 5, -20, 0, 0, 0}), 2e-3));
    CHECK(model(bent(a, 0)).compliance(2, 2) == relative(model(rod()).compliance(2, 2), 1e-6));
    CHECK(model(bent(a, -40)).stress({7, 0, -20, 0, 0, 0}) ==
          relative(model(bent(a, 40)).stress({7, 0, 20, 0, 0, 0}), 1e-9));
    CHECK(model(bent(0.33, 25)).element_ends().size() == 14);  // the bend is one of the places that count
}

TEST_CASE("rods one above the other hold as a portal, side by side as so many arms", "[arm][published]") {
    // Slope-deflection of two rods clamped at the root, their tips held by a stiff piece that sinks by δ and turns by
    // φ: 24EI/L³ δ − 12EI/L² φ = P and −12EI/L² δ + (8EI/L + EA s²/2L) φ = 0.
    const double L = 1, gap = 0.08;
    const double k11 = 24 * E * I / (L * L * L), k12 = -12 * E * I / (L * L),
                 k22 = 8 * E * I / L + E * A * gap * gap / (2 * L);
    const auto portal = model(rods(2, gap, "above"));
    CHECK(portal.compliance(2, 2) == relative(k22 / (k11 * k22 - k12 * k12), 3e-3));
    // That is a quarter of what two rods that are free to turn droop; side by side they do just that.
    const double alone = L * L * L / (3 * E * I);
    CHECK(portal.compliance(2, 2) == relative(alone / 2 / 4, 0.02));
    CHECK(model(rods(2, gap, "beside")).compliance(2, 2) == relative(alone / 2, 3e-3));
    CHECK(model(rods(2, gap, "beside")).compliance(1, 1) == relative(portal.compliance(2, 2), 1e-6));
    CHECK(model(rods(3, gap, "beside")).compliance(2, 2) == relative(alone / 3, 3e-3));
    // Clamped at both ends each rod has P L/4 at root and tip, and a pull or push of P L/2s along it.
    const double P = 30, moment = P * L / 4, along = P * L / 2 / gap;
    CHECK(portal.stress({0, 0, -P, 0, 0, 0}) == relative(32 * moment / (pi * d * d * d) + along / A, 0.02));
    CHECK(portal.buckling == relative(2 * pi * pi * E * I / (4 * L * L), 1e-9));
    CHECK(portal.own_mass == relative(2 * A * L * 1.0, 1e-9));
}

TEST_CASE("a root that gives lets an arm of rods turn as a whole", "[arm]") {
    const auto firm = model(rods(2, 0.08, "above"));
    auto v = rods(2, 0.08, "above");
    v["root_stiffness"] = 500.0;
    // P L²/k on top.
    CHECK(model(v).compliance(2, 2) == relative(firm.compliance(2, 2) + 1.0 / 500, 3e-3));
    v["legs"] = 3.0;
    CHECK(model(v).compliance(2, 2) == relative(model(rods(3, 0.08, "above")).compliance(2, 2) + 1.0 / 500, 3e-3));
}

TEST_CASE("a bent arm carries its payload where its tip is, and balances where its halves do", "[arm]") {
    const auto* family = families::family_named("arm");
    auto values = *families::complete(*family, bent(0.6, 90));
    values["density"] = 7850.0;
    const auto motion = family->motion(values);
    CHECK((motion.span.translation() - Eigen::Vector3d(0.6, 0, 0.4)).norm() == absolute(0, 1e-12));
    CHECK(motion.mass == relative(7850 * A, 1e-9));
    // 0.6 of it lies 0.3 out, 0.4 of it 0.6 out and 0.2 up.
    CHECK((motion.centre_of_gravity - Eigen::Vector3d(0.6 * 0.3 + 0.4 * 0.6, 0, 0.4 * 0.2)).norm() ==
          absolute(0, 1e-9));
    REQUIRE(motion.limbs.size() == 2);
    CHECK(motion.limbs[0].to == motion.limbs[1].from);
    CHECK((motion.limbs[1].to - motion.span.translation()).norm() == absolute(0, 1e-12));
    const auto three = family->motion(*families::complete(*family, rods(3, 0.05, "beside")));
    REQUIRE(three.limbs.size() == 3);
    CHECK(three.limbs[0].from.y() == relative(-0.05, 1e-12));
    CHECK(three.limbs[1].from.y() == absolute(0, 1e-12));
    CHECK(three.limbs[2].to == Eigen::Vector3d(1, 0.05, 0));
}

TEST_CASE("its own weight bends an arm at its bend and in its rods", "[arm]") {
    // A level rod of w per metre has w L²/2 at its root; bent up at its middle, w (L/2)²/2 + w (L/2)(L/2).
    auto heavy = bent(0.5, 90);
    heavy["density"] = 7850.0;
    const double w = 7850 * A * 9.80665, g = 9.80665;
    CHECK(model(heavy).stress({0, 0, 0, 0, 0, 0, 0, 0, -g}) ==
          relative(32 * (w * 0.125 + w * 0.25) / (pi * d * d * d), 0.01));
}

TEST_CASE("a bend beyond the tip and rods that overlap are refused with what would do", "[arm]") {
    const auto beyond = problem("arm", bent(1.2, 45));
    CHECK(beyond.where == "bend_at");
    CHECK(beyond.what == "The bend lies 1200 mm from the root, and the arm is 1000 mm long.");
    const auto overlap = problem("arm", rods(2, 0.01, "above"));
    CHECK(overlap.where == "leg_spacing");
    CHECK(overlap.remedy == "Give at least 12 mm.");
}
