#include "study/while_loose.h"

#include "approximately.h"
#include "column_rig.h"
#include "constants.h"
#include "project/starting_points.h"

using namespace clampet;

namespace {

using constants::g;

/// A camera of 1 kg on a ball, 80 mm above it and 30 mm ahead.
rig::Rig on_a_ball() {
    auto rig = column(2);
    rig.parts[2].mass = 1;
    rig.parts[2].centre_of_gravity = {0.03, 0, 0.08};
    rig.interfaces[1].elements = {{"ball", "ball", {}}};
    return rig;
}

const study::WhileLoose& of(const std::vector<study::WhileLoose>& all, const std::string& interface) {
    for (const auto& w : all)
        if (w.interface == interface) return w;
    FAIL("nothing is said of " << interface);
    return all.front();
}

}  // namespace

TEST_CASE("a hand holds what a loose ball would let fall", "[study][loose]") {
    auto rig = on_a_ball();
    const auto all = *study::while_loose(rig);
    REQUIRE(all.size() == 1);  // a face is not set
    const auto& ball = all.front();
    CHECK(ball.interface == "s2");
    CHECK(ball.mass == relative(1.0, 1e-9));
    CHECK(ball.held == "p2");
    // By hand: m g x about the ball, over the way from the ball to where the camera is held.
    CHECK(ball.force == relative(g * 0.03 / std::hypot(0.03, 0.08), 1e-6));
    CHECK_FALSE(ball.slides);
    CHECK_FALSE(ball.is_more_than_a_hand());
    CHECK(study::sentence_of(ball).find("p2 must be held with 3.44 N there, as if 351 g hung from it.") !=
          std::string::npos);
    // Its weight straight over the ball: nothing falls, whatever it weighs.
    rig.parts[2].centre_of_gravity = {0, 0, 0.08};
    CHECK(study::while_loose(rig)->front().force == Approx(0).margin(1e-9));
    CHECK(study::sentence_of(study::while_loose(rig)->front()) ==
          "While s2 is loose nothing falls: a hand only guides p2.");
    // Out to the side by 60 mm it is held there: m g · 60/100.
    rig.parts[2].centre_of_gravity = {0, 0.06, 0.08};
    CHECK(study::while_loose(rig)->front().force == relative(0.6 * g, 1e-6));
    // Ahead and aside at once: both, at right angles.
    rig.parts[2].centre_of_gravity = {0.03, 0.06, 0.08};
    CHECK(study::while_loose(rig)->front().force ==
          relative(std::hypot(g * 0.03 / std::hypot(0.03, 0.08), 0.6 * g), 1e-6));
    rig.parts[2].centre_of_gravity = {0, 0.06, 0.08};
    // One hand holds 40 N, common practice.
    for (const double force : {39.0, 41.0}) {
        rig.parts[2].mass = force / (0.6 * g);
        CHECK(study::while_loose(rig)->front().is_more_than_a_hand() == (force > 40));
    }
    // Under 1 N nothing is said to fall; nearer to the ball than 30 mm nothing can be held.
    for (const double force : {0.9, 1.1}) {
        rig.parts[2].mass = force / (0.6 * g);
        CHECK_THAT(study::sentence_of(study::while_loose(rig)->front()),
                   Catch::Contains(force < 1 ? "nothing falls" : "must be held"));
    }
    rig.parts[2].mass = 1;
    rig.parts[2].centre_of_gravity = {0, 0.02, 0};
    CHECK(study::while_loose(rig)->front().force == relative(g * 0.02 / 0.03, 1e-6));
    rig.parts[2].centre_of_gravity = {0, 0.04, 0};
    CHECK(study::while_loose(rig)->front().force == relative(g, 1e-6));
    rig.parts[2].centre_of_gravity = {0, 0.06, 0.08};
    // 12 kg at 45 degrees are more than one hand holds.
    rig.parts[2].mass = 12;
    CHECK(study::while_loose(rig)->front().is_more_than_a_hand());
    CHECK(study::sentence_of(study::while_loose(rig)->front()).find("more than one hand") != std::string::npos);
}

TEST_CASE("what a loose clamp on an upright tube carries slides down, in the shot in which it does", "[study][loose]") {
    const auto rig = *project::starting_rig("castered-post");
    const auto all = *study::while_loose(rig);
    const auto& peg = of(all, "peg-on-post");
    CHECK(peg.slides);
    CHECK(peg.force == relative(peg.mass * g, 1e-6));
    // Each shot alone is never worse than all of them.
    for (const auto& scene : study::scenes_of(rig)) {
        const auto there = study::staged(rig, scene);
        for (const auto& w : all) {
            const auto here = study::while_loose(there, w.interface);
            REQUIRE(here);
            CHECK(here->force <= w.force * (1 + 1e-12));
            if (scene.name == w.shot) CHECK(here->force == relative(w.force, 1e-9));
        }
    }
    CHECK_FALSE(study::while_loose(rig, "nobody"));
}

TEST_CASE("a screw that is tightened turns what is weaker below it", "[study][loose]") {
    auto rig = on_a_ball();
    rig.interfaces[1].elements[0].inputs = {{"squeezed_by", std::string("screw")}, {"torque", 4.0}};
    const auto all = *study::while_loose(rig);
    REQUIRE(all.front().torque == 4.0);
    REQUIRE(all.front().gives_way.size() == 1);
    const auto& below = all.front().gives_way.front();
    CHECK(below.interface == "s1");
    // The face on its own: the torque at which it twists, its load on it.
    const auto face = *families::join(*families::family_named("flat_face"), {});
    const double weight = rig.parts[1].mass + rig.parts[2].mass;
    const mechanics::Wrench rest{0, 0, -weight * g, 0, -(rig.parts[2].mass * 0.03 + rig.parts[1].mass * 0.001) * g, 0};
    CHECK(below.factor == relative(face->load_factor(0, {rest, {0, 0, 0, 0, 0, 4.0}}), 1e-3));
    const auto words = study::tightening_sentence(rig, all.front());
    CHECK(words.find("Tightened with 4 N·m it would move s1") == 0);
    CHECK(words.find("hold p1 against it") != std::string::npos);
    // What is below must reach 1.5 under that torque, common practice; its factor goes with the torque.
    for (const double reaches : {1.48, 1.52}) {
        rig.interfaces[1].elements[0].inputs["torque"] = 4.0 * below.factor / reaches;
        CHECK(study::while_loose(rig)->front().gives_way.empty() == (reaches > 1.5));
    }
    // Half the torque leaves twice the factor; a tenth is no matter.
    rig.interfaces[1].elements[0].inputs["torque"] = 0.4;
    CHECK(study::while_loose(rig)->front().gives_way.empty());
    CHECK(study::tightening_sentence(rig, study::while_loose(rig)->front()).empty());
}

TEST_CASE("an axis that is turned against its friction, or not at all, is not loosened", "[study][loose]") {
    auto rig = on_a_ball();
    rig.interfaces[1].elements = {{"tilt", "friction_pivot", {}}};
    CHECK(study::while_loose(rig)->empty());
    rig = on_a_ball();
    rig.interfaces[1].stops = {{"pan", {0, 0}}, {"forward", {0, 0}}, {"side", {0, 0}}};
    CHECK(study::while_loose(rig)->empty());
    rig.interfaces[1].support.part = "nobody";
    CHECK_FALSE(study::while_loose(rig));
}
