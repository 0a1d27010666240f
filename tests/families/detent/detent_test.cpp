#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::pi;
}

TEST_CASE("a sprung ball climbs out of its hole", "[detent]") {
    // Brute force: push the ball sideways until the force along the slope of its contact passes Coulomb's limit.
    const double F = 25, mu = 0.15, ball = 0.006, hole = 0.0042, R = 0.03;
    const double beta = std::asin(hole / ball);
    double push = 0;
    for (double P = 0; P < 500; P += 1e-3) {
        // Normal and tangential parts of push and spring at the contact.
        const double normal = F * std::cos(beta) + P * std::sin(beta), along = P * std::cos(beta) - F * std::sin(beta);
        if (along > mu * normal) {
            push = P;
            break;
        }
    }
    const Values v{
        {"friction", mu}, {"spring_force", F}, {"ball_diameter", ball}, {"hole_diameter", hole}, {"index_radius", R}};
    CHECK(factor("detent", v, {0, 0, 0, 0, 0, 1}, "jumps") == relative(push * R, 1e-4));
    CHECK(factor("detent", v, {0, 0, 0, 0, 0, -1}, "jumps") == relative(push * R, 1e-4));
    CHECK(std::isinf(factor("detent", v, {5, 5, -9, 1, 1, 0}, "jumps")));
    // Nearly as wide as the ball, and rough: it locks.
    auto locked = v;
    locked["hole_diameter"] = 0.0059;
    locked["friction"] = 0.5;
    CHECK(std::isinf(factor("detent", locked, {0, 0, 0, 0, 0, 100}, "jumps")));
    auto wide = v;
    wide["hole_diameter"] = 0.006;
    CHECK((families::join(*families::family_named("detent"), wide).problem().id == "detent.ball_falls_in"));
}

TEST_CASE("a pin shears or crushes its hole, and play misses the subject", "[detent]") {
    const Values v{{"kind", s("pin")},        {"pin_diameter", 0.005}, {"pin_shear", 140e6}, {"plate_thickness", 0.004},
                   {"bearing_strength", 8e6}, {"index_radius", 0.03},  {"play", 0.0002},     {"subject", 2.0},
                   {"movement_limit", 0.01},  {"positions", 36.0}};
    CHECK(factor("detent", v, {0, 0, 0, 0, 0, 1}, "shears") == relative(140e6 * pi / 4 * 25e-6 * 0.03, 1e-9));
    CHECK(factor("detent", v, {0, 0, 0, 0, 0, 1}, "crushes") == relative(8e6 * 0.005 * 0.004 * 0.03, 1e-9));
    const auto r = report("detent", v, Wrench{0, 0, 0, 0, 0, 0.01});
    // 0.2 mm at 30 mm is 1/300 rad to either side: 6.67 mm at 2 m.
    CHECK(result(r, "error_at_subject") == relative(0.0001 / 0.03 * 2, 1e-9));
    CHECK(result(r, "step") == relative(10 * pi / 180, 1e-9));
    CHECK(mode(r, "wanders").factor_mass == relative(0.01 / (0.0001 / 0.03 * 2), 1e-9));
}
