// Where the lens must be in a shot, before there is a rig and with one.
#include "study/reach.h"

#include "approximately.h"
#include "constants.h"
#include "project/edits.h"
#include "project/rig_json.h"
#include "project/starting_points.h"

using namespace clampet;

namespace {

using constants::degree;
using constants::g;

rig::Rig asked(const rig::Rig& rig, const rig::Wanted& wanted) {
    const auto with = *project::edited(rig, project::AddShot{"Over hands"});
    const auto& shot = with.shots.back();
    return *project::edited(with, project::SetShot{shot.id, shot.name, 0.6, 0, wanted});
}

}  // namespace

TEST_CASE("the reach of a shot is known before there is a rig", "[study][reach]") {
    rig::Rig empty;
    CHECK(study::reaches(empty).empty());
    const rig::Wanted over{1.1, 0.4, 90 * degree};
    const auto bare = study::reaches(asked(empty, over));
    REQUIRE(bare.size() == 1);
    CHECK_FALSE(bare[0].is);
    CHECK(bare[0].is_met);
    CHECK(bare[0].moment == 0);
    // What is to be held turns about what holds it by its weight times the way out.
    const auto planned = *project::edited(
        empty, project::SetPlanned{{{"Camera", "device", {{"device", std::string("mirrorless with mid zoom")}}}}});
    const auto with = study::reaches(asked(planned, over));
    CHECK(with[0].mass > 0.5);
    CHECK(with[0].moment == relative(with[0].mass * g * 1.1, 1e-12));
    CHECK_THAT(study::sentence_of(with[0]), Catch::StartsWith("1100 mm out, 400 mm up, looking straight down: ") &&
                                                Catch::EndsWith(" at what holds it."));
    // A shot that asks for no place has no reach.
    CHECK(study::reaches(asked(empty, {})).empty());
}

TEST_CASE("what a rig makes of it is said", "[study][reach]") {
    const auto rail = project::demo_rig();
    const auto is = study::lens_place(rail, rig::Placed(rail));
    REQUIRE(is);
    // By hand: the eye of the frame at the lens, in the world.
    CHECK(is->out > 0.01);
    const rig::Wanted there{is->out, is->height, is->down};
    auto found = study::reaches(asked(rail, there));
    REQUIRE(found.size() == 1);
    CHECK(found[0].is_met);
    CHECK_THAT(study::sentence_of(found[0]), Catch::EndsWith("The rig brings it there."));
    rig::Wanted other{is->out + 0.2, is->height - 0.05, is->down + 10 * degree};
    found = study::reaches(asked(rail, other));
    CHECK_FALSE(found[0].is_met);
    CHECK(found[0].short_of == relative(std::hypot(0.2, 0.05), 1e-9));
    CHECK(study::trouble_of(found[0]) == "200 mm too near and 50 mm too high and looks 10° too far up");
    // What nobody asked is not told.
    found = study::reaches(asked(rail, {{}, is->height + 0.02, {}}));
    CHECK(study::trouble_of(found[0]) == "20 mm too low");
    // A centimetre and two degrees are near enough, common practice; half of that is told beside what is not.
    const auto is_met = [&](double out, double height, double down) {
        return study::reaches(asked(rail, {is->out + out, is->height + height, is->down + down}))[0].is_met;
    };
    for (const double side : {1.0, -1.0}) {
        CHECK(is_met(side * 0.0099, 0, side * 1.9 * degree));
        CHECK_FALSE(is_met(side * 0.0101, 0, 0));
        CHECK_FALSE(is_met(side * 0.0075, 0.0075, 0));
        CHECK_FALSE(is_met(0, 0, side * 2.1 * degree));
    }
    const auto trouble = [&](double height, double down) {
        return study::trouble_of(study::reaches(asked(rail, {is->out + 0.2, is->height + height, is->down + down}))[0]);
    };
    CHECK(trouble(0.0049, 1.9 * degree) == "200 mm too near");
    CHECK(trouble(0.0051, 2.1 * degree) == "200 mm too near and 5.1 mm too low and looks 2.1° too far up");
    const auto nearly = [&](double out) {
        return study::trouble_of(study::reaches(asked(rail, {is->out + out, is->height + 0.2, is->down}))[0]);
    };
    CHECK(nearly(0.0049) == "200 mm too low");
    CHECK(nearly(0.0051) == "5.1 mm too near and 200 mm too low");
    // A shot looks where its own pose has the camera, not the pose that the rig is in.
    const auto tilted = *project::edited(asked(rail, there), project::SetPose{"ball", "forward", 0.3});
    CHECK(study::reaches(tilted)[0].is_met);
}

TEST_CASE("a place that no camera can be in is refused, and a file keeps what is asked", "[study][reach][project]") {
    const auto rail = project::demo_rig();
    const auto with = asked(rail, {0.4, -0.2, 30 * degree});
    const auto back = project::read_rig(project::write_rig(with));
    REQUIRE(back);
    CHECK(back->shots.back() == with.shots.back());
    const auto& shot = with.shots.back();
    for (const rig::Wanted& bad :
         {rig::Wanted{-0.1, {}, {}}, rig::Wanted{std::nan(""), {}, {}}, rig::Wanted{{}, 2000.0, {}},
          rig::Wanted{{}, {}, 91 * degree}, rig::Wanted{{}, {}, std::nan("")}})
        CHECK_FALSE(project::edited(with, project::SetShot{shot.id, shot.name, 0, 0, bad}));
}
