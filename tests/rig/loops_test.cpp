// Closed loops: rigid parts and springs (mechanics 20), against closed forms of beams.
#include "approximately.h"
#include "constants.h"
#include "loads/load_case.h"
#include "parts/solids.h"
#include "project/document.h"
#include "project/starting_points.h"
#include "rig/body_network.h"
#include "rig/statics.h"
#include "rig_builder.h"
#include "study/check.h"

using namespace clampet;
using build::join;
using build::part;
using build::port;
using rig::Vector;

namespace {

using constants::g;

rig::Statics statics_of(const rig::Rig& r) {
    REQUIRE(loads::validate(r));
    return *rig::Statics::of(r, std::make_shared<const rig::Placed>(r));
}
mechanics::Wrench weight(const rig::Rig& r, const char* seam) {
    const auto s = statics_of(r);
    return s.load(s.placed().interface(seam), {}).permanent();
}

/// An arm 1 m long from a wall, of 40 x 20 mm timber, with 2 kg at its end, which rests on a shelf.
rig::Rig propped(double mass) {
    rig::Rig r;
    r.parts = {part("wall", 0, Vector::Zero(), {port("face", {0, 0, 1}), port("shelf", {1, 0, 1})}),
               part("load", mass, {0, 0, 0}, {port("base", {0, 0, 0}), port("under", {0, 0, 0})})};
    r.interfaces = {join("arm", {"wall", "face"}, {"load", "base"}, "arm",
                         {{"length", 1.0}, {"root_height", 0.04}, {"root_width", 0.02}}),
                    join("shelf", {"wall", "shelf"}, {"load", "under"}, "rest")};
    r.interfaces[1].closes_loop = true;
    r.cases.clear();
    return r;
}

}  // namespace

TEST_CASE("a tree solved as a network gives the tree's wrenches", "[rig][loops]") {
    const auto r = project::demo_rig();
    const rig::Placed placed(r);
    const auto& mechanism = placed.mechanism();
    rig::BodyNetwork network(mechanism.part_count(), mechanism.root());
    for (std::size_t i = 0; i < mechanism.seams().size(); ++i)
        network.join({mechanism.seams()[i].support, mechanism.seams()[i].payload,
                      placed.placement().world_from_interface[i],
                      rig::spring_of(*rig::prepare(r.interfaces[i], rig::End::typical)).stiffness});
    auto influence = network.influence();
    REQUIRE(influence);
    using Matrix6 = rig::BodyNetwork::Matrix6;
    for (std::size_t i = 0; i < mechanism.seams().size(); ++i)
        for (std::size_t p = 0; p < mechanism.part_count(); ++p) {
            if (p == mechanism.root()) continue;
            const Matrix6 exact = mechanism.carries(i, p) ? Matrix6(Matrix6::Identity()) : Matrix6(Matrix6::Zero());
            CAPTURE(i, p);
            CHECK(((*influence)[i][p] - exact).cwiseAbs().maxCoeff() < 1e-6);
        }
}

TEST_CASE("a network tells which body nothing holds", "[rig][loops]") {
    using Matrix6 = rig::BodyNetwork::Matrix6;
    const auto spring = [](std::size_t from, std::size_t to, double stiffness) {
        return rig::BodyNetwork::Spring{from, to, Eigen::Isometry3d::Identity(), stiffness * Matrix6::Identity()};
    };
    for (const std::size_t loose : {1, 2, 3}) {
        rig::BodyNetwork network(4, 0);
        for (const std::size_t body : {1, 2, 3}) network.join(spring(0, body, body == loose ? 0 : 1e6));
        const auto answer = network.influence();
        REQUIRE_FALSE(answer);
        CHECK(answer.problem().part == loose);
    }
}

TEST_CASE("an arm whose end rests on a shelf leaves it 3/8 of its own weight and all that stands on its end",
          "[rig][loops][published]") {
    // Propped cantilever under its own weight, R = 3 w L/8 (Roark, table of beams); the load is right over the prop.
    const double own = 500 * 0.04 * 0.02 * 1.0;
    for (const double mass : {0.0, 2.0}) {
        const auto shelf = weight(propped(mass), "shelf");
        // The tip load's own share at the tip: shear yields a little more in timber (E/G = 16), hence 1 %.
        CHECK(-shelf.fz == relative((mass + 3.0 / 8 * own) * g, 0.01));
        const auto tip = weight(propped(mass), "arm");
        CHECK(tip.fz == relative(3.0 / 8 * own * g, 0.02));  // the shelf pushes the arm's tip up
        CHECK(tip.gz == relative(-g, 1e-12));
    }
}

TEST_CASE("two arms side by side share by their stiffness", "[rig][loops]") {
    // Alike in length, on the same end: as E I, that is as the width (bending up and down).
    rig::Rig r;
    r.parts = {part("wall", 0, Vector::Zero(), {port("a", {0, 0.0, 1}), port("b", {0, 0.0, 1})}),
               part("load", 2, {0, 0, 0}, {port("base", {0, 0, 0}), port("other", {0, 0, 0})})};
    const build::Inputs wide{{"length", 1.0}, {"root_height", 0.03}, {"root_width", 0.03}, {"density", 1.0}},
        narrow{{"length", 1.0}, {"root_height", 0.03}, {"root_width", 0.01}, {"density", 1.0}};
    r.interfaces = {join("wide", {"wall", "a"}, {"load", "base"}, "arm", wide),
                    join("narrow", {"wall", "b"}, {"load", "other"}, "arm", narrow)};
    r.interfaces[1].closes_loop = true;
    r.cases.clear();
    const double a = -weight(r, "wide").fz, b = -weight(r, "narrow").fz;
    CHECK(a + b == relative(2 * g, 1e-4));
    CHECK(a / b == relative(3, 0.01));
}

TEST_CASE("a trestle's board shares its load over both ends", "[rig][loops]") {
    // Two posts of 1 m on the floor, a board screwed on both: a load a quarter of the way along leaves 3/4 and 1/4, the
    // more nearly the softer the posts bend beside the length of the board.
    rig::Rig r;
    const auto up = [](const char* id, Vector at) { return port(id, at, -Vector::UnitX(), Vector::UnitZ()); };
    r.parts = {part("floor", 0, Vector::Zero(), {up("a", {0, 0, 0}), up("b", {2, 0, 0})}),
               part("board", 8, {0.5, 0, 0}, {up("a", {0, 0, 0}), up("b", {2, 0, 0})})};
    const build::Inputs post{
        {"length", 1.0}, {"section", std::string("round")}, {"root_height", 0.02}, {"density", 1.0}};
    r.interfaces = {join("near", {"floor", "a"}, {"board", "a"}, "arm", post),
                    join("far", {"floor", "b"}, {"board", "b"}, "arm", post)};
    r.interfaces[1].closes_loop = true;
    r.cases.clear();
    const double near = -weight(r, "near").fx, far = -weight(r, "far").fx;  // x runs up the posts
    CHECK(near + far == relative(8 * g, 1e-3));
    CHECK(near == relative(6 * g, 0.02));
    CHECK(far == relative(2 * g, 0.05));
}

TEST_CASE("what only presses lets go where it would pull", "[rig][loops]") {
    // The shelf is above the arm's end: the weight would hang from it, so it bears nothing.
    auto r = propped(2);
    r.parts[0].ports[1].z = -Vector::UnitZ();
    r.parts[1].ports[1].z = -Vector::UnitZ();
    CHECK(weight(r, "shelf").fz == absolute(0, 1e-6));
    CHECK(weight(r, "arm").fz == relative(-2 * g, 1e-6));
}

TEST_CASE("the ends of a loop meet within 5 mm, or it is told how far they are apart", "[rig][loops][input]") {
    for (const double raised : {0.0049, -0.0049, 0.0051, -0.0051}) {
        auto r = propped(2);
        r.parts[0].ports[1].at.z() += raised;
        const auto ok = loads::validate(r);
        CAPTURE(raised);
        CHECK(static_cast<bool>(ok) == (std::abs(raised) < 0.005));
        if (ok) continue;
        CHECK(ok.problem().id == ProblemId("interface.loop_does_not_close"));
        CHECK(ok.problem().where == "/interfaces/1");
    }
    auto r = propped(2);
    r.parts[0].ports[1].at.x() += 0.06;
    CHECK_THAT(loads::validate(r).problem().what, Catch::Contains("its two ports are 60 mm apart"));
}

TEST_CASE("an end lies wherever it comes to lie on a shelf, not in the shelf's middle", "[rig][loops]") {
    // A shelf of 300 by 200 mm whose middle is elsewhere: the arm's end bears on it where it is, with the same force.
    const auto on_shelf = [](Vector middle) {
        auto r = propped(2);
        auto& shelf = r.parts[0].ports[1];
        shelf.kind = families::PortKind::face;
        shelf.sizes = {{"length", 0.3}, {"width", 0.2}};
        shelf.at += middle;
        return r;
    };
    const auto in_its_middle = weight(on_shelf({0, 0, 0}), "shelf");
    for (const Vector& middle :
         {Vector(0.149, 0, 0), Vector(-0.149, 0, 0), Vector(0, 0.099, 0), Vector(0.1, -0.09, 0)}) {
        CAPTURE(middle.transpose());
        const auto here = weight(on_shelf(middle), "shelf");
        CHECK(here.fz == relative(in_its_middle.fz, 1e-9));
        CHECK(here.mx == absolute(in_its_middle.mx, 1e-9));
        CHECK(here.my == absolute(in_its_middle.my, 1e-9));
    }
    // A tube that lies there, by its end: which way its rest goes on does not matter.
    for (const double aside : {0.14, -0.14}) {
        auto r = on_shelf({aside, 0, 0});
        r.parts[1].ports[1].kind = families::PortKind::tube;
        r.parts[1].shapes = {parts::cylinder({0.1, 0, 0}, 0.02, 0.2, Vector::UnitX(), parts::Stuff::tube)};
        CAPTURE(aside);
        CHECK(loads::validate(r));
    }
    // Beyond its edge, or above it, it does not lie there.
    CHECK_THAT(loads::validate(on_shelf({0.16, 0, 0})).problem().what,
               Catch::Contains("its two ports are 10 mm apart"));
    CHECK_THAT(loads::validate(on_shelf({0, 0.12, 0})).problem().what,
               Catch::Contains("its two ports are 20 mm apart"));
    CHECK_THAT(loads::validate(on_shelf({0.1, 0, 0.03})).problem().what,
               Catch::Contains("its two ports are 30 mm apart"));
    // What is screwed on stays where its hole is.
    auto screwed = on_shelf({0.1, 0, 0});
    screwed.interfaces[1].elements = {{"face", "flat_face", {}}};
    CHECK_THAT(loads::validate(screwed).problem().what, Catch::Contains("its two ports are 100 mm apart"));
}

TEST_CASE("a loop in which nothing holds a part names the part", "[rig][loops]") {
    rig::Rig r;
    r.parts = {part("floor", 0, Vector::Zero(), {port("a", {0, 0, 0}), port("b", {1, 0, 0})}),
               part("board", 3, {0.5, 0, 0}, {port("a", {0, 0, 0}), port("b", {1, 0, 0})})};
    r.interfaces = {join("left", {"floor", "a"}, {"board", "a"}, "rest"),
                    join("right", {"floor", "b"}, {"board", "b"}, "rest")};
    r.interfaces[1].closes_loop = true;
    // Two points of rest leave it free to roll about the line between them.
    const auto checked = study::check(r);
    REQUIRE_FALSE(checked);
    CHECK_THAT(checked.problem().what, Catch::Contains("“board”: it can move freely"));
    CHECK(checked.problem().where == "/parts/1");
    CHECK(loads::validate(r).problem().where == "/parts/1");
    project::Document document;
    REQUIRE(document.adopt(project::demo_rig()));
    CHECK_FALSE(document.adopt(r));  // what is open stays
    CHECK(document.rig() == project::demo_rig());
}

TEST_CASE("ports of a loop that do not meet are refused", "[rig][loops]") {
    auto r = propped(2);
    r.parts[0].ports[1].at.z() = 1.04;
    const auto ok = loads::validate(r);
    REQUIRE_FALSE(ok);
    CHECK_THAT(ok.problem().what, Catch::Contains("40 mm apart"));
    r.parts[0].ports[1].at.z() = 1.004;
    CHECK(loads::validate(r));
}

TEST_CASE("a loop is checked under every case, and its rest lifts where it should", "[rig][loops][study]") {
    auto r = propped(2);
    r.cases = {{"push", "push", {{"force", 30.0}, {"part", std::string("load")}}}};
    const auto check = *study::check(r);
    REQUIRE(check.interfaces.size() == 2);
    for (const auto& seam : check.interfaces) {
        if (seam.id != "shelf") continue;
        for (const auto& mode : seam.modes)
            if (mode.mode == "lifts") {
                // Straight up at the tip, all of it goes to the stiff shelf: W + 3/8 of the arm over the push.
                CHECK(mode.live == relative((2 + 0.15) * g / 30, 0.02));
                CHECK(std::isinf(mode.mass));
            }
    }
}
