// What a lens has in its picture, against the thin lens and against areas by hand.
#include "study/picture.h"

#include <cmath>

#include "approximately.h"
#include "parts/solids.h"
#include "project/starting_points.h"

using namespace clampet;

namespace {

/// The demonstration, level, with one shot.
rig::Rig level(double distance, double wanted = 0) {
    auto rig = project::demo_rig();
    rig.interface("ball")->pose.clear();
    rig.shots = {{"one", "One", {}, distance, wanted}};
    return rig;
}

rig::Rig with_lens(rig::Rig rig, const std::string& format, double focal, double closest = 0.45) {
    auto& camera = *rig.part("camera");
    camera.values["format"] = format;
    camera.values["focal_length"] = focal;
    camera.values["closest_focus"] = closest;
    camera = *rig::made(camera);
    return rig;
}

const study::Picture& only(const Result<std::vector<study::Picture>>& all) {
    REQUIRE(all);
    REQUIRE(all->size() == 1);
    return all->front();
}

}  // namespace

TEST_CASE("a frame is as wide as the thin lens says", "[study][picture]") {
    // Width over distance is sensor over focal length: a table that every manual of lenses has, worked by hand.
    struct Row {
        const char* format;
        double focal, distance, width, height;
    };
    const auto row = GENERATE(values<Row>({{"full_frame", 0.050, 1.0, 0.720, 0.480},
                                           {"full_frame", 0.035, 2.0, 2.057, 1.371},
                                           {"aps_c", 0.023, 1.5, 1.533, 1.017},
                                           {"four_thirds", 0.025, 1.0, 0.692, 0.520},
                                           {"super_35", 0.0249, 1.0, 1.0, 0.562}}));
    CAPTURE(row.format, row.focal);
    const auto found = study::pictures(with_lens(level(row.distance), row.format, row.focal));
    const auto& p = only(found);
    CHECK(p.frame.width == absolute(row.width, 0.0006));
    CHECK(p.frame.height == absolute(row.height, 0.0006));
    const auto corners = p.frame.corners();
    CHECK((corners[0] - corners[1]).norm() == relative(p.frame.width, 1e-12));
    CHECK((corners[1] - corners[2]).norm() == relative(p.frame.height, 1e-12));
    CHECK(p.pixels_per_metre == relative(3840 / p.frame.width, 1e-12));
    // A small turn moves the subject across as far as the distance times it.
    CHECK(p.pixels_per_radian == relative(p.pixels_per_metre * row.distance, 1e-12));
}

TEST_CASE("how far to step back, and what a close-up lens does", "[study][picture]") {
    const auto narrow = study::pictures(with_lens(level(1.0, 0.9), "full_frame", 0.05));
    CHECK_FALSE(only(narrow).is_wide_enough);
    CHECK(only(narrow).needs_distance == relative(1.25, 1e-12));
    CHECK_THAT(study::sentence_of(level(1), only(narrow)), Catch::Contains("step back to 1250 mm"));
    CHECK(only(study::pictures(with_lens(level(1.25, 0.9), "full_frame", 0.05))).is_wide_enough);
    // Focus scales begin at the sensor, behind the lens's front.
    const double behind = 0.077 + 0.025;
    const auto near = study::pictures(with_lens(level(0.2), "full_frame", 0.05));
    CHECK(only(near).nearest == relative(0.45 - behind, 1e-12));
    CHECK_FALSE(only(near).is_sharp);
    // With D dioptres: farthest 1/D, nearest 1/(1/s + D). +1: 0.26 m, +2: 0.205 m, +3: 0.170 m: the third does.
    CHECK(only(near).closeup == 3);
    const auto with = study::pictures(with_lens(level(0.2), "full_frame", 0.05), {3});
    CHECK(only(with).is_sharp);
    CHECK(only(with).nearest == relative(1 / (1 / (0.45 - behind) + 3), 1e-12));
    CHECK(only(with).farthest == relative(1.0 / 3, 1e-12));
    CHECK_FALSE(only(study::pictures(with_lens(level(0.5), "full_frame", 0.05), {3})).is_sharp);
    CHECK(study::pictures(level(1), {-1}).problem().id == ProblemId("picture.impossible_closeup"));
    CHECK(study::pictures(level(1), {51}).problem().id == ProblemId("picture.impossible_closeup"));
    CHECK(study::pictures(level(1), {50}));
}

TEST_CASE("what is in the picture takes the share that its size and distance give", "[study][picture]") {
    auto rig = with_lens(level(2.0), "full_frame", 0.05);
    const auto clear = study::pictures(rig);
    CHECK(only(clear).in_the_way.empty());
    // A board across the lower right quarter, 0.5 m ahead of the lens, where the frame is 360 × 240 mm.
    const auto& f = only(clear).frame;
    const Eigen::Vector3d right = f.looks.cross(f.up);
    const rig::Placed placed(rig);
    auto& plate = *rig.part("plate");
    const auto own = placed.world_from_part("plate").inverse();
    const Eigen::Vector3d middle = f.eye + 0.5005 * f.looks + 0.09 * right - 0.06 * f.up;
    REQUIRE((own.linear() * f.looks - Eigen::Vector3d::UnitX()).norm() < 1e-9);
    plate.kind.clear();
    plate.shapes.push_back(parts::box(own * middle, {0.001, 0.18, 0.12}, parts::Stuff::wood));
    const auto found = study::pictures(rig);
    REQUIRE(only(found).in_the_way.size() == 1);
    CHECK(only(found).in_the_way.front().share == absolute(0.25, 0.01));
    CHECK(only(found).in_the_way.front().where == "lower right");
    CHECK(only(found).in_the_way.front().part == "plate");
    // Behind the subject it is in nobody's way.
    rig.shots.front().distance = 0.4;
    CHECK(only(study::pictures(rig)).in_the_way.empty());
}

TEST_CASE("a rig without a lens says what to do", "[study][picture]") {
    const auto none = study::pictures(*project::starting_rig("k07"));
    REQUIRE_FALSE(none);
    CHECK(none.problem().id == ProblemId("picture.no_camera"));
}
