// What touches what over the shots and the travel of a rig.
#include "study/room.h"

#include <algorithm>
#include <atomic>
#include <cmath>

#include "approximately.h"
#include "project/starting_points.h"
#include "rig/clearance.h"
#include "rig/mechanism.h"

using namespace clampet;

namespace {

/// How deep two parts of a rig are in each other as it stands.
double depth(const rig::Rig& rig, const std::string& one, const std::string& other) {
    const rig::Placed placed(rig);
    return rig::overlap_of(rig::ConvexPieces(rig.part(one)->shapes), placed.world_from_part(one),
                           rig::ConvexPieces(rig.part(other)->shapes), placed.world_from_part(other));
}

rig::Rig posed(rig::Rig rig, const rig::Positions& pose) {
    rig::Shot shot;
    shot.pose = pose;
    return rig::posed(std::move(rig), shot);
}

const study::Touch* between(const study::Room& room, const std::string& one, const std::string& other) {
    for (const auto& touch : room.touches)
        if (touch.reach.empty() &&
            ((touch.one == one && touch.other == other) || (touch.one == other && touch.other == one)))
            return &touch;
    return nullptr;
}

}  // namespace

TEST_CASE("a camera that is tilted far enough meets its ball head, and a spacer frees it", "[study][room]") {
    const auto rig = project::demo_rig();
    const auto room = study::room(rig);
    REQUIRE(room);
    const auto* touch = between(*room, "camera", "cup");
    REQUIRE(touch);
    CHECK(touch->shot.empty());
    CHECK(touch->interface == "ball");
    CHECK(touch->axis == "forward");
    // There they are as deep in each other as it says; a step before where it begins they are not.
    CHECK(depth(posed(rig, touch->pose), touch->one, touch->other) == absolute(touch->depth, 1e-9));
    auto before = touch->pose;
    const double step = 2 * 62 * M_PI / 180 / 24;
    before["ball"]["forward"] = touch->begins + (touch->begins < 0 ? 1 : -1) * step;
    CHECK(depth(posed(rig, before), touch->one, touch->other) < 1e-3);
    // The spacer is the least one: as much of it frees them, a little less does not.
    REQUIRE(touch->spacer);
    const auto with = [&](double thickness) {
        auto spaced = posed(rig, touch->pose);
        const auto* f = spaced.interface(touch->spacer->interface);
        for (auto& port : spaced.part(f->support.part)->ports)
            if (port.id == f->support.port) port.at += thickness * port.z;
        return depth(spaced, touch->one, touch->other);
    };
    CHECK(with(touch->spacer->thickness) == 0);
    CHECK(with(touch->spacer->thickness - 3e-4) > 0);
    CHECK_THAT(study::sentence_of(rig, *touch), Catch::Contains("Forward, from") && Catch::Contains(" touch"));
}

TEST_CASE("what is in the way in a shot is told as such, and first", "[study][room]") {
    auto rig = project::demo_rig();
    rig.shots = {{"steep", "Steep", {{"ball", {{"forward", -62 * M_PI / 180}}}}, 0, 0}};
    const auto room = study::room(rig);
    REQUIRE(room);
    REQUIRE_FALSE(room->touches.empty());
    CHECK(room->touches.front().shot == "Steep");
    const auto* touch = between(*room, "camera", "cup");
    REQUIRE(touch);
    CHECK(touch->shot == "Steep");
    CHECK(study::sentence_of(rig, *touch).starts_with("Steep: "));
    // The rig's box is that of its parts: as high as from the lower jaw's knobs to the top of what stands highest.
    REQUIRE(room->envelopes.size() == 1);
    CHECK(room->envelopes.front().size.minCoeff() > 0.05);
    CHECK(room->envelopes.front().size.maxCoeff() < 0.4);
}

TEST_CASE("room is the same for any number of workers, and stops when it is told to", "[study][room]") {
    const auto rig = *project::starting_rig("boom");
    const auto one = study::room(rig, {.steps = 8});
    study::Job three;
    three.workers = 3;
    const auto many = study::room(rig, {.steps = 8}, three);
    REQUIRE(one);
    REQUIRE(many);
    REQUIRE(one->touches.size() == many->touches.size());
    for (std::size_t i = 0; i < one->touches.size(); ++i) {
        CHECK(one->touches[i].one == many->touches[i].one);
        CHECK(one->touches[i].depth == many->touches[i].depth);
        CHECK(one->touches[i].position == many->touches[i].position);
    }
    // Beyond the first thing that stops an axis nothing is told: one solid thing for each way of each axis.
    for (std::size_t i = 0; i < one->touches.size(); ++i)
        for (std::size_t k = 0; k < i; ++k) {
            const auto &a = one->touches[i], &b = one->touches[k];
            const double own = rig::position_of(*rig.interface(a.interface), a.axis);
            if (a.shot.empty() && b.shot.empty() && a.axis == b.axis && a.interface == b.interface &&
                a.reach.empty() == b.reach.empty() && (a.begins > own) == (b.begins > own))
                CHECK(a.begins == b.begins);
        }
    const std::atomic<bool> stop{true};
    study::Job stopped;
    stopped.cancelled = &stop;
    const auto none = study::room(rig, {}, stopped);
    REQUIRE(none);
    CHECK(none->stopped);
    CHECK(none->poses == 0);
    CHECK(study::room(rig, {.steps = 0}).problem().id == ProblemId("room.impossible_steps"));
    CHECK(study::room(rig::Rig{})->touches.empty());
}

TEST_CASE("what touches as a rig is posed is what room finds in that shot", "[study][room]") {
    const auto rig = *project::starting_rig("castered-post");
    CHECK(study::touches_as_posed(rig)->empty());
    // Moved to where room says that something touches, it does.
    const auto found = *study::room(rig, {.with_reaches = false, .with_spacers = false});
    REQUIRE_FALSE(found.touches.empty());
    for (const auto& touch : found.touches) {
        const auto there = rig::posed(rig, {"", "", touch.pose, 0, 0});
        const auto now = *study::touches_as_posed(there);
        const auto same = std::find_if(now.begin(), now.end(), [&](const auto& t) {
            return std::minmax(t.one, t.other) == std::minmax(touch.one, touch.other);
        });
        REQUIRE(same != now.end());
        CHECK(same->depth == Approx(touch.depth));
        CHECK(study::sentence_of(there, *same).find(" in each other") != std::string::npos);
    }
    CHECK(study::touches_as_posed({})->empty());
}
