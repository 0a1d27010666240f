#include "study/check.h"

#include <random>

#include "approximately.h"
#include "loads/load_case.h"
#include "mechanics/first_exit.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "study/directions.h"
#include "study/sentences.h"

using namespace clampet;
using study::Verdict;

namespace {
const study::InterfaceResult& seam(const study::RigCheck& check, const char* id) {
    for (const auto& r : check.interfaces)
        if (r.id == id) return r;
    FAIL("no seam " << id);
    return check.interfaces.front();
}
}  // namespace

TEST_CASE("the demo has something to find: one screw bottoms, one seam slips, one is doubtful", "[study][demo]") {
    const auto check = *study::check(project::demo_rig());
    CHECK(seam(check, "camera-screw").verdict == Verdict::slips);
    CHECK(seam(check, "camera-screw").modes[*seam(check, "camera-screw").governs].mode == "bottoms");
    CHECK(seam(check, "ball").verdict == Verdict::slips);
    CHECK(seam(check, "ball").typical > 0.3);
    CHECK(seam(check, "cup-on-bush").verdict == Verdict::doubtful);
    CHECK(seam(check, "rail-clamp").verdict == Verdict::holds);
    CHECK(check.verdict == Verdict::slips);
    CHECK(study::tally(check) == "2 slip · 1 doubtful");
    CHECK(study::headline(check) == "Camera on its plate bottoms before it clamps.");
    for (const auto& r : check.interfaces) CHECK((r.low <= r.typical && r.typical <= r.high));
}

TEST_CASE("the demo can be put right", "[study][demo]") {
    auto rig = project::demo_rig();
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    rig.interface("ball")->elements[0].inputs["torque"] = 2.5;
    rig.interface("ball")->pose = {{"forward", 0.2}};
    rig.interface("cup-on-bush")->elements[0].inputs["torque"] = 9.0;
    const auto check = *study::check(rig);
    for (const auto& r : check.interfaces) {
        CAPTURE(r.name, r.typical, r.low);
        CHECK(r.verdict == Verdict::holds);
    }
    CHECK_THAT(study::headline(check), Catch::StartsWith("Everything holds."));
}

TEST_CASE("the worst push is no better than any other", "[study][law]") {
    auto rig = project::demo_rig();
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    const auto check = *study::check(rig);
    std::mt19937 random(9);
    std::normal_distribution<double> n;
    const auto statics = *rig::Statics::of(rig, check.placed);
    for (const auto& r : check.interfaces) {
        const auto prepared = *rig::prepare(rig::in_force(rig, *rig.interface(r.id)), rig::End::typical);
        const auto G = rig::weight_wrench(rig, r.id);
        for (int k = 0; k < 60; ++k) {
            const Eigen::Vector3d d = Eigen::Vector3d(n(random), n(random), n(random)).normalized();
            rig::Action push;
            const auto camera = check.placed->part("camera");
            push.forces = {{camera, check.placed->mechanism().bodies()[camera].centre, 15 * d}};
            const auto Q = statics.load(check.placed->interface(r.id), push).fixed;
            double least = std::numeric_limits<double>::infinity();
            for (const auto& joint : prepared.joints)
                for (std::size_t m = 0; m < joint->modes().size(); ++m)
                    if (joint->modes()[m].mode_class == families::ModeClass::ultimate)
                        least = std::min(least, families::factors(*joint, m, {G, Q}).least());
            CAPTURE(r.name, k);
            CHECK(r.typical <= least * 1.003);
        }
    }
}

TEST_CASE("a heavier camera and a weaker pair never help", "[study][law]") {
    auto rig = project::demo_rig();
    rig.interface("camera-screw")->elements[0].inputs["screw_length"] = 0.0127;
    const auto before = *study::check(rig);
    rig.part("camera")->mass *= 1.5;
    const auto heavier = *study::check(rig);
    for (const char* id : {"ball", "rail-clamp"}) CHECK(seam(heavier, id).typical <= seam(before, id).typical * 1.001);
    rig.part("camera")->mass /= 1.5;
    rig.interface("ball")->elements[0].inputs["friction"] = 0.1;
    CHECK(seam(*study::check(rig), "ball").typical < seam(before, "ball").typical);
}

TEST_CASE("rest alone, without a push, and the required factor", "[study]") {
    auto rig = project::demo_rig();
    const auto rest = *study::check(rig, {.required = {}, .cases = {"rest"}});
    const auto all = *study::check(rig);
    CHECK(seam(rest, "ball").typical > seam(all, "ball").typical);
    for (const auto& m : seam(rest, "ball").modes) CHECK(m.load_case == loads::rest);
    rig.cases.clear();
    CHECK(seam(*study::check(rig), "ball").typical == relative(seam(rest, "ball").typical, 1e-9));
    CHECK(study::check(rig, {.required = {}, .cases = {"earthquake"}}).problem().remedy == "It has: rest.");
    CHECK(seam(*study::check(project::demo_rig(), {.required = 9.0, .cases = {}}), "rail-clamp").verdict ==
          Verdict::doubtful);
    CHECK_FALSE(study::check(rig, {.required = -1.0, .cases = {}}));
}

TEST_CASE("a stand tips and slides only by the push", "[study]") {
    const auto check = *study::check(*project::starting_rig("floor-post"));
    const auto& feet = seam(check, "stand");
    for (const auto& m : feet.modes) CHECK(std::isinf(m.mass));
    CHECK(feet.governs);
    REQUIRE(feet.modes[*feet.governs].direction);
    CHECK(feet.modes[*feet.governs].direction->z() <= 1e-9);
}

TEST_CASE("a pose beyond the swing is doubtful", "[study]") {
    auto rig = project::demo_rig();
    rig.interface("ball")->pose = {{"forward", 1.4}};
    const auto result = seam(*study::check(rig), "ball");
    REQUIRE_FALSE(result.advisories.empty());
    CHECK_THAT(result.advisories.back().text, Catch::Contains("posed at 80° (Forward), and goes only to 62°"));
}

TEST_CASE("the directions cover the sphere", "[study]") {
    const auto& all = study::sphere_directions().points;
    CHECK(all.size() == 162);
    std::mt19937 random(2);
    std::normal_distribution<double> n;
    for (int k = 0; k < 500; ++k) {
        const Eigen::Vector3d d = Eigen::Vector3d(n(random), n(random), n(random)).normalized();
        double nearest = -1;
        for (const auto& v : all) nearest = std::max(nearest, v.dot(d));
        CHECK(nearest > std::cos(0.2));
    }
}

TEST_CASE("directions in words", "[study]") {
    CHECK(study::direction_words({0, 0, -1}) == "down");
    CHECK(study::direction_words({1, 0, 0}) == "forward");
    CHECK(study::direction_words({-1, -1, 0}) == "back and to the right");
    CHECK(study::direction_words({0, 1, 1}) == "up and to the left");
    CHECK(study::direction_words({1, -1, -1}) == "down, forward and to the right");
}

TEST_CASE("at the weak end a weight that helps counts 0.9 and one that hurts 1.1", "[study][check]") {
    // A base of 4 kg in the middle of 0.8 m, 1 kg hanging 0.5 m out at 1 m: moments about the far edge by hand. The
    // base helps, and so do 0.4 m of what the overhang weighs; on the whole it hurts.
    rig::Rig r;
    const rig::Port below{"below", {}, {0, 0, 0}, rig::Vector::UnitZ(), rig::Vector::UnitX()},
        top{"top", {}, {0, 0, 0}, rig::Vector::UnitZ(), rig::Vector::UnitX()};
    const auto part = [&](const char* id, double mass, rig::Vector at) {
        rig::Part p;
        p.id = p.name = id;
        p.mass = mass;
        p.centre_of_gravity = at;
        p.ports = {below, top};
        return p;
    };
    r.parts = {part("floor", 0, {0, 0, 0}), part("base", 4, {0, 0, 0}), part("load", 1, {0.5, 0, 1})};
    const auto join = [](const char* id, const char* a, const char* b, const char* family,
                         decltype(rig::Element::inputs) inputs) {
        rig::Interface f;
        f.id = f.name = id;
        f.support = {a, "top"};
        f.payload = {b, "below"};
        f.elements = {{"hold", family, std::move(inputs)}};
        return f;
    };
    r.interfaces = {join("feet", "floor", "base", "stance",
                         {{"layout", std::string("rectangle")}, {"length", 0.8}, {"width", 0.8}, {"friction", 1.9}}),
                    join("arm", "base", "load", "flat_face", {{"force", 9e5}})};
    r.cases = {{"push", "push", {{"force", 5.0}, {"part", std::string("load")}}}};
    const double g = 9.80665;
    const auto checked = study::check(r);
    REQUIRE(checked);
    for (const auto& seam : checked->interfaces) {
        if (seam.id != "feet") continue;
        REQUIRE(seam.governs);
        CHECK(seam.modes[*seam.governs].mode == "tips");
        CHECK(seam.typical == relative((5 * g * 0.4 - g * 0.5) / 5, 0.01));
        CHECK(seam.low == relative((3.6 * g * 0.4 - 1.1 * g * 0.1) / 5, 0.01));
    }
}

TEST_CASE("an arm in a rig weighs on itself in the world's direction", "[study][check]") {
    // The same arm as a boom and as a post: its port turns it; only level does its own weight bend it.
    const auto weights = [](const rig::Vector& z, const rig::Vector& x) {
        rig::Rig r;
        rig::Part wall, load;
        wall.id = wall.name = "wall";
        wall.ports = {{"root", {}, {0, 0, 1}, z, x}};
        load.id = load.name = "load";
        load.mass = 1;
        load.ports = {{"tip", {}, {0, 0, 0}, rig::Vector::UnitZ(), rig::Vector::UnitX()}};
        r.parts = {wall, load};
        rig::Interface f;
        f.id = f.name = "arm";
        f.support = {"wall", "root"};
        f.payload = {"load", "tip"};
        f.elements = {{"hold", "arm", {}}};
        r.interfaces = {f};
        return rig::weight_wrench(r, "arm");
    };
    const auto level = weights(rig::Vector::UnitZ(), rig::Vector::UnitX());
    CHECK(level.gz == relative(-9.80665, 1e-12));
    CHECK(level.gx == absolute(0, 1e-12));
    const auto post = weights(-rig::Vector::UnitX(), rig::Vector::UnitZ());  // x, the arm's axis, points up
    CHECK(post.gx == relative(-9.80665, 1e-12));
    CHECK(post.gz == absolute(0, 1e-12));
    CHECK(post.fx == relative(-9.80665, 1e-12));
    const auto hung = weights(rig::Vector::UnitX(), -rig::Vector::UnitZ());
    CHECK(hung.gx == relative(9.80665, 1e-12));
}

TEST_CASE("one rig by hand, from its file to its verdict", "[study][check][file]") {
    // 2 kg screwed to a wall, its centre of gravity 30 mm out on the screw's axis: W = 19.61 N of shear at the face.
    // Slides at mu N = 0.3 · 1000 N: 15.3×. Weak: mu 0.2, force 1000/1.5, weight × 1.1: 6.18×. Strong: 0.4 ·
    // 1500: 30.6×.
    const auto read = [](const char* required, const char* reach) {
        const std::string text =
            std::string(R"({"format": "clampet-rig", "schema": 1, "name": "By hand", "required": )") + required +
            R"(, "push": {"force": 0}, "parts": [
            {"id": "wall", "mass": 0, "role": "support", "ports": [{"id": "face", "z": [1, 0, 0], "x": [0, 0, 1]}]},
            {"id": "camera", "mass": 2, "role": "payload", "centre_of_gravity": [0, 0, )" +
            reach + R"(], "ports": [{"id": "base"}]}],
            "interfaces": [{"id": "screw", "support": {"part": "wall", "port": "face"}, "payload": {"part": "camera", "port": "base"},
            "elements": [{"id": "face", "family": "flat_face", "inputs": {"diameter": 0.04, "hole_diameter": 0, "bears": "whole",
            "screws": "several", "force": 1000, "kept": 1, "friction": {"low": 0.2, "typical": 0.3, "high": 0.4}, "allowable_pressure": 1e9}}]}]})";
        const auto rig = project::read_rig(text);
        REQUIRE(rig);
        return *study::check(*rig);
    };
    const double W = 2 * 9.80665;
    const auto near = read("2", "0.03");
    const auto& screw = near.interfaces.at(0);
    REQUIRE(screw.governs);
    CHECK(screw.modes[*screw.governs].mode == "slips");
    CHECK(screw.modes[*screw.governs].words.does() == "slides");
    CHECK(screw.typical == relative(0.3 * 1000 / W, 2e-3));
    CHECK(screw.low == relative(0.2 * 1000 / 1.5 / (1.1 * W), 2e-3));
    CHECK(screw.high == relative(0.4 * 1500 / W, 2e-3));
    CHECK(screw.verdict == Verdict::holds);
    CHECK(screw.rest.permanent.fx == relative(-W, 1e-12));  // x of the port points up
    CHECK(screw.rest.permanent.my == relative(-0.03 * W, 1e-12));
    CHECK(read("16", "0.03").verdict == Verdict::doubtful);
    // Four tenths of a metre out it tips: N R/(W a) = 1000 · 0.02/(19.6 · 0.4) = 2.55×, weak 1/1.65 of it.
    const auto far = read("2", "0.4");
    // A face that is about to tip presses on a few points only, on the safe side by up to 2 %.
    for (const auto& m : far.interfaces[0].modes)
        if (m.mode == "tips") CHECK(m.factor() == relative(1000 * 0.02 / (W * 0.4), 1e-6));
    CHECK(far.interfaces[0].typical == relative(1000 * 0.02 / (W * 0.4), 0.02));
    CHECK(far.interfaces[0].low == relative(1000 * 0.02 / (W * 0.4) / 1.65, 0.02));
    CHECK(far.interfaces[0].low <= 1000 * 0.02 / (W * 0.4) / 1.65);
    CHECK(read("2", "1.1").interfaces[0].verdict == Verdict::slips);
}
