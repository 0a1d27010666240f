// A rig in its shots and payload sets, along the travel of a joint, and where in all of it it is worst.
#include "study/scenes.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "project/edits.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "rig/mechanism.h"
#include "study/travel.h"
#include "study/worst_pose.h"

using namespace clampet;

namespace {

/// The demonstration with two shots and a heavier lens.
rig::Rig with_shots() {
    auto rig = project::demo_rig();
    rig.shots = {{"level", "Level", {{"ball", {{"forward", 0.0}}}}, 2.0, 1.5},
                 {"down", "Down the well", {{"ball", {{"forward", 0.9}}}}, 0, 0}};
    rig::PayloadSet heavy{"tele", "Tele lens", {}, {{"camera", 2.4, {0.09, 0, 0.044}}}};
    rig::PayloadSet bare{"off", "Camera off", {"camera"}, {}};
    rig.sets = {heavy, bare};
    return rig;
}

double factor_of(const study::RigCheck& check, const std::string& id) {
    for (const auto& r : check.interfaces)
        if (r.id == id) return r.typical;
    FAIL("no interface " << id);
    return 0;
}

}  // namespace

TEST_CASE("a rig is checked in every shot with every payload set", "[study][shots]") {
    const auto rig = with_shots();
    const auto scenes = study::scenes_of(rig);
    REQUIRE(scenes.size() == 6);  // all that is on it is a set too
    CHECK(scenes[0].name == "Level");
    CHECK(scenes[1].name == "Level, Tele lens");
    const auto all = study::check_scenes(rig, scenes);
    REQUIRE(all);
    REQUIRE(all->checks.size() == 6);
    // Each scene is the check of the rig posed and loaded by hand.
    auto by_hand = rig;
    by_hand.interface("ball")->pose = {{"forward", 0.9}};
    by_hand.part("camera")->mass = 2.4;
    by_hand.part("camera")->centre_of_gravity = {0.09, 0, 0.044};
    const auto checked = study::check(by_hand);
    REQUIRE(checked);
    CHECK(scenes[4].name == "Down the well, Tele lens");
    for (const auto& r : checked->interfaces) CHECK(factor_of(all->checks[4], r.id) == r.typical);
    // The ball carries the most with the longest lens held level, where it reaches out the furthest.
    const auto ball = std::find_if(all->worst.begin(), all->worst.end(), [](const auto& w) { return w.id == "ball"; });
    REQUIRE(ball != all->worst.end());
    CHECK(ball->scene == 1);
    for (const auto& check : all->checks) CHECK(factor_of(check, "ball") >= all->result_of(*ball).typical);
    CHECK(all->verdict == study::Verdict::slips);
    CHECK_THAT(study::headline(*all), Catch::StartsWith(all->scenes[*all->worst_scene].name));
    // With the camera off, its screw has nothing to hold but the push.
    CHECK(factor_of(all->checks[2], "camera-screw") >= factor_of(all->checks[0], "camera-screw"));
}

TEST_CASE("shots and sets are asked for by id or name, and what is not there is said", "[study][shots][input]") {
    const auto rig = with_shots();
    const auto one = study::scenes_of(rig, {"Down the well"}, {"tele"});
    REQUIRE(one);
    REQUIRE(one->size() == 1);
    CHECK(one->front() == study::Scene{"down", "tele", "Down the well, Tele lens"});
    const auto ghost = study::scenes_of(rig, {"ghost"}, {});
    REQUIRE_FALSE(ghost);
    CHECK_THAT(ghost.problem().remedy, Catch::Contains("Down the well"));
    CHECK_FALSE(study::scenes_of(rig, {}, {"ghost"}));
    auto bare = rig;
    bare.shots.clear();
    bare.sets.clear();
    const auto posed = study::scenes_of(bare);
    REQUIRE(posed.size() == 1);
    CHECK(posed.front().name == "as posed");
}

TEST_CASE("a shot beyond a stop is checked all the same, and said", "[study][shots][input]") {
    auto rig = with_shots();
    rig.shots.front().pose["ball"]["forward"] = 1.4;  // the stem meets the cup at 62 degrees
    const auto all = study::check_scenes(rig, study::scenes_of(rig));
    REQUIRE(all);
    CHECK(all->beyond[0] == std::vector<std::string>{"Ball in its cup"});
    CHECK(all->beyond[3].empty());
}

TEST_CASE("shots and sets are written and read, with units, and refused where they are not any",
          "[project][shots][file]") {
    const auto rig = with_shots();
    const auto again = project::read_rig(project::write_rig(rig));
    REQUIRE(again);
    CHECK(again->shots == rig.shots);
    CHECK(again->sets == rig.sets);
    auto wrong = rig;
    wrong.shots.front().pose["ball"]["wobble"] = 0.1;
    auto ok = rig::validate_structure(wrong);
    REQUIRE_FALSE(ok);
    CHECK(ok.problem().where == "/shots/0/pose/ball/wobble");
    wrong = rig;
    wrong.shots[1].id = "level";
    CHECK_FALSE(rig::validate_structure(wrong));
    wrong = rig;
    wrong.shots[0].distance = std::nan("");
    CHECK_FALSE(rig::validate_structure(wrong));
    wrong = rig;
    wrong.sets[1].without = {"ghost"};
    ok = rig::validate_structure(wrong);
    REQUIRE_FALSE(ok);
    CHECK(ok.problem().where == "/payload_sets/1/without");
    wrong = rig;
    wrong.sets[0].instead[0].mass = -1;
    CHECK_FALSE(rig::validate_structure(wrong));
}

TEST_CASE("a pose is kept as a shot and taken up again", "[project][shots]") {
    project::Edit keep = project::AddShot{"Over the rail"};
    auto rig = project::demo_rig();
    const auto kept = project::edited(rig, keep);
    REQUIRE(kept);
    REQUIRE(kept->shots.size() == 1);
    CHECK(kept->shots.front().pose.at("ball").at("forward") == rig.interface("ball")->pose.at("forward"));
    const std::string id = kept->shots.front().id;
    const auto moved = project::edited(*kept, project::SetPose{"ball", "forward", 0.1});
    REQUIRE(moved);
    const auto back = project::edited(*moved, project::GoToShot{id});
    REQUIRE(back);
    CHECK(back->interfaces == kept->interfaces);
    // Posed otherwise along an axis that stood at 0: the shot still has it at 0.
    const auto turned = project::edited(*kept, project::SetPose{"rail-clamp", "slide", 0.1});
    REQUIRE(turned);
    CHECK(project::edited(*turned, project::GoToShot{id})->interfaces == kept->interfaces);
    const auto other = project::edited(*moved, project::TakePose{id});
    CHECK(other->shots.front().pose.at("ball").at("forward") == 0.1);
    // A part that goes takes its axes out of the shots.
    const auto less = project::edited(*kept, project::RemovePart{"plate"});
    REQUIRE(less);
    CHECK_FALSE(less->shots.front().pose.contains("ball"));
    CHECK_FALSE(project::edited(rig, project::GoToShot{"ghost"}));
    CHECK_FALSE(project::edited(rig, project::AddShot{""}));
    const auto named = project::edited(*kept, project::SetShot{id, "From the stair", 3.0, 2.0});
    CHECK(named->shots.front().distance == 3.0);
    CHECK_FALSE(project::edited(*kept, project::SetShot{id, "x", -3.0, 2.0}));
    CHECK(project::edited(*kept, project::RemoveShot{id})->shots.empty());
}

TEST_CASE("along the travel of a joint every point is the check of that pose", "[study][travel]") {
    const auto rig = project::demo_rig();
    study::TravelRange range{-0.5, 1.0, 6};
    const auto all = study::travel(rig, "ball", "forward", range);
    REQUIRE(all);
    REQUIRE(all->points.size() == 7);
    CHECK(all->points.front().position == -0.5);
    CHECK(all->points.back().position == 1.0);
    for (const auto& point : {all->points[0], all->points[4]}) {
        auto posed = rig;
        posed.interface("ball")->pose["forward"] = point.position;
        const auto checked = study::check(posed, {.detail = study::Detail::verdict});
        REQUIRE(checked);
        for (std::size_t i = 0; i < all->ids.size(); ++i) CHECK(point.factors[i] == factor_of(*checked, all->ids[i]));
    }
    study::Job many;
    many.workers = 3;
    const auto again = study::travel(rig, "ball", "forward", range, many);
    for (std::size_t i = 0; i < all->points.size(); ++i) CHECK(all->points[i].factors == again->points[i].factors);
    CHECK_FALSE(study::travel(rig, "ball", "wobble"));
    CHECK_FALSE(study::travel(rig, "ghost", "forward"));
    CHECK_FALSE(study::travel(rig, "ball", "forward", {1.0, -1.0, 6}));
    CHECK_FALSE(study::travel(rig, "ball", "forward", {-1.0, 1.0, 0}));
    CHECK_THAT(study::travel(rig, "ball", "wobble").problem().remedy, Catch::Contains("ball.forward"));
    std::atomic<bool> cancelled = true;
    study::Job stopped;
    stopped.cancelled = &cancelled;
    CHECK(study::travel(rig, "ball", "forward", range, stopped)->stopped);
}

TEST_CASE("the worst pose is no better than any of a fine grid", "[study][worst]") {
    // Brute force on a small rig: the full check at every pose of a grid that the search does not use.
    auto rig = project::demo_rig();
    for (auto* f : {rig.interface("rail-clamp")}) f->stops = {{"slide", {-0.05, 0.05}}, {"turn", {-0.4, 0.4}}};
    rig.interface("ball")->stops = {{"pan", {-0.5, 0.5}}, {"side", {-0.3, 0.3}}};
    study::WorstPoseOptions options;
    options.most_poses = 1024;
    const auto found = study::worst_pose(rig, options);
    REQUIRE(found);
    REQUIRE(found->worst);
    std::map<std::string, double> brute;
    for (const double forward : {-1.0, -0.5, 0.0, 0.5, 1.0})
        for (const double side : {-0.3, 0.0, 0.3})
            for (const double pan : {-0.5, 0.2})
                for (const double turn : {-0.4, 0.1, 0.4}) {
                    auto posed = rig;
                    posed.interface("ball")->pose = {{"forward", forward}, {"side", side}, {"pan", pan}};
                    posed.interface("rail-clamp")->pose = {{"turn", turn}};
                    if (!rig::is_within_stops(*posed.interface("ball"))) continue;
                    const auto checked = study::check(posed);
                    REQUIRE(checked);
                    for (const auto& r : checked->interfaces) {
                        auto [at, first] = brute.emplace(r.id, r.typical);
                        at->second = std::min(at->second, r.typical);
                    }
                }
    for (const auto& seam : found->seams) {
        CAPTURE(seam.id, seam.factor, brute.at(seam.id));
        CHECK(seam.factor <= brute.at(seam.id) * 1.02 + 1e-9);
    }
    // What it says is the check of the pose that it shows.
    const auto& worst = found->seams[*found->worst];
    auto there = rig::posed(rig, {"", "", worst.pose, 0, 0});
    CHECK(factor_of(*study::check(there, {.detail = study::Detail::verdict}), worst.id) == worst.factor);
    for (const auto& f : there.interfaces) CHECK(rig::is_within_stops(f));
    // The same for any number of workers.
    study::Job many;
    many.workers = 3;
    const auto again = study::worst_pose(rig, options, many);
    REQUIRE(again);
    for (std::size_t i = 0; i < found->seams.size(); ++i) {
        CHECK(again->seams[i].factor == found->seams[i].factor);
        CHECK(again->seams[i].pose == found->seams[i].pose);
    }
}

TEST_CASE("a search for the worst pose that is stopped tells what it has", "[study][worst][input]") {
    const auto rig = project::demo_rig();
    std::atomic<bool> cancelled = true;
    study::Job job;
    job.cancelled = &cancelled;
    const auto stopped = study::worst_pose(rig, {}, job);
    REQUIRE(stopped);
    CHECK(stopped->stopped);
    CHECK(stopped->seams.size() == rig.interfaces.size());  // as it stands, at least
    study::WorstPoseOptions options;
    options.seam = "ghost";
    CHECK_FALSE(study::worst_pose(rig, options));
    options.seam = "ball";
    options.most_poses = 64;
    const auto one = study::worst_pose(rig, options);
    REQUIRE(one);
    CHECK(one->seams.size() == 1);
}
