// Advice for a whole rig: each change does what it says, and harms nothing else.
#include "project/rig_advice.h"

#include <algorithm>

#include "approximately.h"
#include "project/starting_points.h"

using namespace clampet;

TEST_CASE("each change does what it says and harms nothing else", "[project][advice]") {
    const auto key = GENERATE("stair-rail", "pole-clamp");
    CAPTURE(key);
    const auto rig = *project::starting_rig(key);
    const auto before = study::check_scenes(rig, study::scenes_of(rig), {.detail = study::Detail::verdict});
    REQUIRE(before);
    const auto found = project::rig_advice(rig, {.seam = {}, .most = 4});
    REQUIRE(found);
    REQUIRE_FALSE(found->empty());
    for (const auto& advice : *found) {
        CAPTURE(advice.sentence);
        const auto changed = project::edited(rig, advice.edit);
        REQUIRE(changed);
        const auto after =
            study::check_scenes(*changed, study::scenes_of(*changed), {.detail = study::Detail::verdict});
        REQUIRE(after);
        CHECK(after->verdict == advice.rig);
        for (const auto& was : before->worst) {
            const auto at =
                std::find_if(after->worst.begin(), after->worst.end(), [&](const auto& w) { return w.id == was.id; });
            REQUIRE(at != after->worst.end());
            const auto &then = after->result_of(*at), &now = before->result_of(was);
            if (was.id == advice.interface) {
                CHECK(then.typical == relative(advice.after, 1e-9));
                CHECK(then.typical > now.typical);
                CHECK(then.verdict == advice.then);
            } else {
                CHECK(then.verdict <= now.verdict);
            }
        }
    }
}

TEST_CASE("advice leaves alone what is bought or given by the place", "[project][advice]") {
    const auto rig = project::demo_rig();
    const auto found = project::rig_advice(rig);
    REQUIRE(found);
    bool screw_is_mended = false;
    for (const auto& advice : *found) {
        CAPTURE(advice.sentence);
        if (const auto* value = std::get_if<project::SetPartValue>(&advice.edit))
            CHECK(rig.part(value->part)->origin == rig::Origin::make);
        // A ball head that one has is not made anew: its ball, its seat, its cup stay as they are.
        if (advice.interface == "ball" && std::holds_alternative<project::SetInputs>(advice.edit))
            CHECK(advice.effort != study::Effort::other_part);
        screw_is_mended |= advice.interface == "camera-screw" && advice.then == study::Verdict::holds;
    }
    CHECK(screw_is_mended);
    // Those that hold come first in each seam.
    for (std::size_t i = 1; i < found->size(); ++i)
        if ((*found)[i].interface == (*found)[i - 1].interface) CHECK((*found)[i - 1].then <= (*found)[i].then);
}

TEST_CASE("advice is the same for any number of workers; what holds needs none", "[project][advice]") {
    const auto rig = project::demo_rig();
    study::Job three;
    three.workers = 3;
    const auto one = project::rig_advice(rig, {.seam = "ball"}),
               many = project::rig_advice(rig, {.seam = "ball"}, three);
    REQUIRE(one);
    REQUIRE(many);
    REQUIRE(one->size() == many->size());
    REQUIRE_FALSE(one->empty());
    for (std::size_t i = 0; i < one->size(); ++i) {
        CHECK((*one)[i].sentence == (*many)[i].sentence);
        CHECK((*one)[i].after == (*many)[i].after);
    }
    CHECK(project::rig_advice(*project::starting_rig("printed-chain"))->empty());
    CHECK(project::rig_advice(rig, {.seam = "nothing"}).problem().id == ProblemId("advice.no_interface"));
}
