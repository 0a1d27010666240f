// What bends has settled, and what it carries stands lower and turned: against closed forms of beams.
#include "rig/sag.h"

#include "approximately.h"
#include "constants.h"
#include "families/family.h"
#include "project/starting_points.h"
#include "rig/statics.h"
#include "rig_builder.h"
#include "study/check.h"
#include "study/picture.h"

using namespace clampet;
using build::Vector;

namespace {

using constants::g;
constexpr double modulus = 10e9, density = 500, creep = 1.5;
constexpr double length = 1.0, high = 0.02, wide = 0.04;

/// A slender board out of a wall, so that shear and the spring of its root are little, with a load at its end.
rig::Rig board(double mass, const Vector& out = Vector::UnitX()) {
    rig::Rig r;
    const Vector z = out.isApprox(Vector::UnitX()) ? Vector(Vector::UnitZ()) : Vector(Vector::UnitX());
    r.parts = {build::part("wall", 0, Vector::Zero(), {build::port("face", {0, 0, 1}, z, out)}),
               build::part("load", mass, {0, 0, 0}, {build::port("base", {0, 0, 0})})};
    r.interfaces = {build::join("arm", {"wall", "face"}, {"load", "base"}, "arm",
                                {{"length", length},
                                 {"root_height", high},
                                 {"root_width", wide},
                                 {"modulus", modulus},
                                 {"density", density},
                                 {"duration", std::string("lasting")},
                                 {"creep", creep - 1}})};
    r.cases.clear();
    return r;
}

}  // namespace

TEST_CASE("a board droops by P L^3/3EI and q L^4/8EI, and its end tilts", "[rig][sag][outside]") {
    // Cantilever with an end load and its own weight: Roark's Formulas for Stress and Strain, table of straight beams
    // (slope P L^2/2EI and q L^3/6EI).
    for (const double mass : {0.2, 1.0}) {
        const auto r = board(mass);
        const double inertia = wide * std::pow(high, 3) / 12, q = density * wide * high * g, p = mass * g;
        const double drop = creep * (p * std::pow(length, 3) / 3 + q * std::pow(length, 4) / 8) / (modulus * inertia);
        const double turn = creep * (p * length * length / 2 + q * std::pow(length, 3) / 6) / (modulus * inertia);
        const auto placed = rig::settled(r);
        const auto& load = placed.world_from_part("load");
        // The second look takes the load's moment with it, which is none here: 2 % are shear and the root's spring.
        CHECK(1 - load.translation().z() == relative(drop, 0.02));
        const Vector ahead = load.linear() * Vector::UnitX();
        CHECK(std::asin(-ahead.z()) == relative(turn, 0.02));
        CHECK(std::abs(load.translation().y()) < 1e-9);
        // Where the arm begins nothing moves.
        CHECK(placed.world_from_port("arm").translation().isApprox(Vector(0, 0, 1)));
    }
}

TEST_CASE("a standing post droops none, and what cannot bend stands as it did", "[rig][sag]") {
    auto post = board(1, Vector::UnitZ());
    const auto placed = rig::settled(post);
    CHECK(placed.world_from_part("load").translation().isApprox(Vector(0, 0, 1 + length), 1e-5));
    // The demonstration's stair rail has no arm.
    const auto rail = project::demo_rig();
    const rig::Placed firm(rail);
    CHECK(rig::settled(rail).world_from_part("camera").isApprox(firm.world_from_part("camera")));
}

TEST_CASE("an arm that buckles or is far too soft stays within small turns", "[rig][sag]") {
    auto soft = board(1000);
    const auto placed = rig::settled(soft);
    const Vector ahead = placed.world_from_part("load").linear() * Vector::UnitX();
    CHECK(std::acos(ahead.x()) <= rig::most_settled_turn + 1e-9);
    CHECK(placed.world_from_part("load").matrix().allFinite());
}

TEST_CASE("a loop stands as if it were firm", "[rig][sag][loops]") {
    auto r = board(2);
    r.parts[0].ports.push_back(build::port("shelf", {length, 0, 1}));
    r.parts[1].ports.push_back(build::port("under", {0, 0, 0}));
    r.interfaces.push_back(build::join("shelf", {"wall", "shelf"}, {"load", "under"}, "rest"));
    r.interfaces.back().closes_loop = true;
    CHECK(rig::settled(r).world_from_part("load").translation().isApprox(Vector(length, 0, 1)));
}

TEST_CASE("what an arm carries is checked where it has settled to", "[rig][sag][check]") {
    // A load whose weight lies above the end tips out with it: the moment at the end is m g h sin(turn).
    auto r = board(1);
    constexpr double above = 0.3;
    r.parts[1].ports.push_back(build::port("top", {0, 0, 0}));
    r.parts[1].mass = 0.01;
    r.parts.push_back(build::part("tall", 1, {0, 0, above}, {build::port("foot", {0, 0, 0})}));
    r.interfaces.push_back(build::join("plate", {"load", "top"}, {"tall", "foot"}, "flat_face"));
    const auto checked = study::check(r);
    REQUIRE(checked);
    const Vector ahead = checked->placed->world_from_part("load").linear() * Vector::UnitX();
    const double turn = std::asin(-ahead.z());
    CHECK(turn > 0.01);
    for (const auto& f : checked->interfaces)
        if (f.id == "plate") CHECK(f.rest.permanent.my == relative(1 * g * above * std::sin(turn), 1e-6));
}
