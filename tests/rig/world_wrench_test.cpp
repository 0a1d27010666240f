// Forces in the world and in an interface's frame, and what turning does to a body: by hand.
#include "rig/world_wrench.h"

#include "approximately.h"
#include "constants.h"

using namespace clampet;
using constants::pi;
using rig::Vector;
using rig::WorldWrench;

namespace {

void check_wrench(const WorldWrench& w, const Vector& force, const Vector& moment) {
    CAPTURE(w.transpose());
    CHECK((w.head<3>() - force).norm() < 1e-9);
    CHECK((w.tail<3>() - moment).norm() < 1e-9);
}

/// One part at a place, turned so about z.
rig::Placement one_part(const Vector& at, double turned) {
    rig::Placement placement;
    Eigen::Isometry3d pose = Eigen::Isometry3d::Identity();
    pose.translation() = at;
    pose.linear() = Eigen::AngleAxisd(turned, Vector::UnitZ()).toRotationMatrix();
    placement.world_from_part = {pose};
    return placement;
}

}  // namespace

TEST_CASE("a force has its moment about the origin", "[rig][statics]") {
    check_wrench(rig::force_at({0.3, 0, 0}, {0, 0, -10}), {0, 0, -10}, {0, 3, 0});
    check_wrench(rig::force_at({0, 0.3, 0}, {0, 0, -10}), {0, 0, -10}, {-3, 0, 0});
    check_wrench(rig::force_at({0.3, 0, 0}, {0, 10, 0}), {0, 10, 0}, {0, 0, 3});
    check_wrench(rig::force_at({1, 2, 3}, {2, 4, 6}), {2, 4, 6}, {0, 0, 0});  // along the line to it
}

TEST_CASE("an interface sees a load from where it stands, as it is turned", "[rig][statics]") {
    Eigen::Isometry3d seam = Eigen::Isometry3d::Identity();
    seam.translation() = Vector(0.1, 0, 0);
    // 10 N down at 0.3 m: 2 N m about a seam at 0.1 m.
    auto w = rig::expressed(seam, rig::force_at({0.3, 0, 0}, {0, 0, -10}));
    CHECK(w.fz == relative(-10, 1e-12));
    CHECK(w.my == relative(2, 1e-12));
    CHECK(w.mx == absolute(0, 1e-12));
    // Its z along the world's x: the weight is a shear along its own axes.
    seam.linear() = Eigen::AngleAxisd(pi / 2, Vector::UnitY()).toRotationMatrix();
    w = rig::expressed(seam, rig::force_at({0.3, 0, 0}, {0, 0, -10}));
    CHECK(w.fx == relative(10, 1e-12));
    CHECK(w.fz == absolute(0, 1e-12));
    CHECK(w.my == relative(2, 1e-12));
    const auto g = rig::field(seam, {0, 0, -9.81});
    CHECK(g.gx == relative(9.81, 1e-12));
    CHECK(g.gz == absolute(0, 1e-12));
    CHECK((g.fx == 0 && g.mx == 0 && g.fz == 0));
}

TEST_CASE("what turns resists, and pulls outward", "[rig][statics]") {
    rig::Body body;
    body.mass = 2;
    body.centre = {0.5, 0, 0};
    body.inertia = {0.01, 0.03, 0.05};
    const auto here = one_part({0, 0, 1}, 0);
    const Vector z = Vector::UnitZ();
    // Speeding up about z through the origin: force m a r against it, couple I a + m r^2 a.
    check_wrench(rig::inertia_of(body, here, z, Vector::Zero(), 3, 0), {0, -2 * 3 * 0.5, 0},
                 {0 + 1 * 2 * 3 * 0.5, 0, -(0.05 + 2 * 0.25) * 3});
    // Turning steadily: m w^2 r outward, and no couple about z of a body whose axes lie along it.
    const auto steady = rig::inertia_of(body, here, z, Vector::Zero(), 0, 4);
    check_wrench(steady, {2 * 16 * 0.5, 0, 0}, {0, 1 * 2 * 16 * 0.5, 0});
    // About its own centre of gravity there is only the couple.
    check_wrench(rig::inertia_of(body, here, z, {0.5, 0, 7}, 3, 4), {0, 0, 0}, {0, 0, -0.05 * 3});
    // Turned with its part.
    const auto turned = rig::inertia_of(body, one_part({0, 0, 0}, pi / 2), z, Vector::Zero(), 0, 4);
    check_wrench(turned, {0, 2 * 16 * 0.5, 0}, {0, 0, 0});
    // A rod turned about an axis aslant to its own: the couple w x (I w), here 45 degrees in x and z.
    const Vector slant = Vector(1, 0, 1).normalized();
    const double couple = -(0.01 - 0.05) * 16 * slant.x() * slant.z();  // -(w x I w).y
    const auto aslant = rig::inertia_of(body, here, slant, {0.5, 0, 1}, 0, 4);
    CHECK(aslant.head<3>().norm() < 1e-9);
    CHECK(aslant[4] == relative(couple, 1e-9));
}

TEST_CASE("a joint that gives way about its axis takes no moment along it", "[rig][statics]") {
    const WorldWrench w = rig::force_at({0.2, 0.1, 0}, {0, 0, -10});  // moment (-1, 2, 0)
    check_wrench(rig::without_turn_about(w, Vector::Zero(), Vector::UnitX()), {0, 0, -10}, {0, 2, 0});
    check_wrench(rig::without_turn_about(w, Vector::Zero(), Vector::UnitY()), {0, 0, -10}, {-1, 0, 0});
    check_wrench(rig::without_turn_about(w, Vector::Zero(), Vector::UnitZ()), {0, 0, -10}, {-1, 2, 0});
    // About an axis through where the force acts there is nothing to leave out.
    check_wrench(rig::without_turn_about(w, {0.2, 0.1, 3}, Vector::UnitY()), {0, 0, -10}, {-1, 2, 0});
    // Half-way: 10 N at 0.1 m beside it.
    check_wrench(rig::without_turn_about(w, {0.1, 0, 0}, Vector::UnitY()), {0, 0, -10}, {-1, 1, 0});
}
