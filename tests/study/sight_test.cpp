#include "study/sight.h"

#include "approximately.h"
#include "constants.h"
#include "project/starting_points.h"
#include "rig_builder.h"

using namespace clampet;
using build::Vector;

namespace {

using constants::degree;

rig::Part slab(const char* id, const Vector& size, const std::vector<rig::Port>& ports) {
    auto part = build::part(id, 1, Vector::Zero(), ports);
    rig::Shape box;
    box.size = size;
    part.shapes = {box};
    return part;
}

/// A base, a camera whose back is at the origin and looks back (along −x), a mirror `behind` it that is turned up by an
/// angle from looking ahead.
rig::Rig camera_and_mirror(double behind, double turned_up) {
    rig::Rig r;
    r.name = "mirror";
    const Vector ahead(std::cos(turned_up), 0, std::sin(turned_up));
    // The mirror's face looks along −x of its part: its part's z is joined to the port's z.
    auto base = slab("base", {0.01, 0.01, 0.01},
                     {build::port("camera", {0.025, 0, 0}, Vector::UnitZ(), Vector::UnitX()),
                      build::port("mirror", Vector(-behind, 0, 0) - 0.002 * ahead,
                                  Vector(-std::sin(turned_up), 0, std::cos(turned_up)), -ahead)});
    base.shapes[0].at = {0, 0, -1};
    r.parts = {
        base,
        slab("camera", {0.05, 0.12, 0.08}, {build::port("foot", Vector::Zero(), Vector::UnitZ(), Vector::UnitX())}),
        slab("mirror", {0.004, 0.1, 0.1}, {build::port("foot", Vector::Zero(), Vector::UnitZ(), Vector::UnitX())})};
    r.interfaces = {build::join("c", {"base", "camera"}, {"camera", "foot"}, "flat_face", {}),
                    build::join("m", {"base", "mirror"}, {"mirror", "foot"}, "flat_face", {})};
    return r;
}

}  // namespace

TEST_CASE("a mirror halves the angle between screen and eye", "[study][sight][outside]") {
    // Law of reflection: from 400 mm behind and turned up by 30 degrees it shows the screen to an eye 60 degrees up.
    const auto rig = camera_and_mirror(0.4, 30 * degree);
    study::SightQuestion q{"camera", "mirror",
                           Vector(-0.4 + 0.4 * std::cos(60 * degree), 0, 0.4 * std::sin(60 * degree))};
    q.screen_width = 0.075;
    q.screen_height = 0.05;
    auto found = *study::sight(rig, q);
    CHECK(found.turn == Approx(0).margin(1e-9));
    CHECK(found.half_angle == relative(30 * degree, 1e-9));
    CHECK(found.off_screen == Approx(0).margin(1e-9));
    CHECK(found.distance == relative(0.8, 1e-9));
    // A mirror as far from the eye as from the thing is half as large: the well known half-length mirror.
    CHECK(found.least_width == relative(0.075 / 2, 1e-9));
    CHECK(found.least_height == relative(0.05 / 2 / std::cos(30 * degree), 1e-9));
    CHECK(found.is_seen());
    CHECK(found.is_large_enough());
    // Beside it, at the height of the screen, it is the width that is seen aslant.
    const auto beside = *study::sight(
        rig,
        {"camera", "mirror", Vector(-0.4 + 0.4 * std::cos(60 * degree), 0.4 * std::sin(60 * degree), 0), 0.075, 0.05});
    CHECK(beside.least_width == relative(0.075 / 2 / std::cos(30 * degree), 1e-9));
    CHECK(beside.least_height == relative(0.05 / 2, 1e-9));
    // Nearer to the eye a smaller one does.
    q.eye = Vector(-0.4 + 0.1 * std::cos(60 * degree), 0, 0.1 * std::sin(60 * degree));
    found = *study::sight(rig, q);
    CHECK(found.least_width == relative(0.075 * 0.1 / 0.5, 1e-9));
    // Straight back where it came from: the mirror is 30 degrees off, and looks back.
    q.eye = Vector(0.3, 0, 0.001);
    CHECK(study::sight(camera_and_mirror(0.4, 0), {"camera", "mirror", Vector(-0.1, 0, 0)})->turn ==
          Approx(0).margin(1e-9));
    q.eye = Vector(-0.1, 0, 0);
    found = *study::sight(rig, q);
    CHECK(found.turn == relative(30 * degree, 1e-6));
    CHECK_FALSE(found.is_seen());
    CHECK_THAT(study::sentence_of(rig, q, found), Catch::Contains("Turn mirror by 30°"));
}

TEST_CASE("a screen is looked at straight, aslant, or not past what stands before it", "[study][sight]") {
    auto rig = camera_and_mirror(2, 0);
    study::SightQuestion q{"camera", "", Vector(-0.5, 0.3, 0)};
    auto found = *study::sight(rig, q);
    CHECK(found.off_screen == relative(std::atan2(0.3, 0.5), 1e-9));
    CHECK(found.is_seen());
    q.eye = {-0.1, 0.5, 0};
    CHECK_FALSE(study::sight(rig, q)->is_seen());
    CHECK_THAT(study::sentence_of(rig, q, *study::sight(rig, q)), Catch::Contains("aslant"));
    q.eye = {0.5, 0, 0};  // in front of the camera
    CHECK(study::sight(rig, q)->off_screen == relative(180 * degree, 1e-9));
    q.eye = {-3, 0, 0};  // behind the mirror
    CHECK(study::sight(rig, q)->in_the_way == std::vector<std::string>{"mirror"});
    CHECK_THAT(study::sentence_of(rig, q, *study::sight(rig, q)), Catch::Contains("mirror is in the way."));
}

TEST_CASE("a screen is read to 60 degrees aslant, by a mirror that is set to two degrees", "[study][sight]") {
    // Common practice, both.
    const auto from = [](double aslant) {
        const study::SightQuestion q{"camera", "", Vector(-0.5 * std::cos(aslant), 0.5 * std::sin(aslant), 0)};
        return study::sight(camera_and_mirror(2, 0), q)->is_seen();
    };
    CHECK(from(59 * degree));
    CHECK_FALSE(from(61 * degree));
    const study::SightQuestion back{"camera", "mirror", Vector(-0.1, 0, 0)};
    const auto turned = [&](double up) {
        const auto rig = camera_and_mirror(0.4, up);
        return study::sentence_of(rig, back, *study::sight(rig, back));
    };
    CHECK_THAT(turned(1.9 * degree), Catch::StartsWith("camera is seen from there") && !Catch::Contains("Turn"));
    CHECK_THAT(turned(2.1 * degree),
               Catch::StartsWith("camera is not seen from there") && Catch::Contains("Turn mirror by 2.1°"));
}

TEST_CASE("what must be seen is a camera's small screen, or all of another's face", "[study][sight]") {
    auto rig = camera_and_mirror(0.4, 0);
    const study::SightQuestion q{"camera", "mirror", Vector(0, 0.01, 0)};
    const auto all = *study::sight(rig, q);
    rig.parts[1].lens = rig::Lens{};
    const auto small = *study::sight(rig, q);
    CHECK(small.least_width / all.least_width == relative(0.075 / 0.12, 1e-9));
    CHECK(small.least_height / all.least_height == relative(0.05 / 0.08, 1e-9));
}

TEST_CASE("who cannot look is told", "[study][sight][input]") {
    const auto rig = camera_and_mirror(0.4, 0);
    CHECK(study::sight(rig, {"nobody", "", {}}).problem().id == ProblemId("sight.no_part"));
    CHECK(study::sight(rig, {"camera", "nobody", {}}).problem().where == "mirror");
    CHECK(study::sight(rig, {"camera", "", {std::nan(""), 0, 0}}).problem().id == ProblemId("sight.bad_eye"));
    CHECK(study::sight(rig, {"camera", "", {0, 0, 0}}).problem().what == "The eye is on the screen.");
    auto round = rig;
    round.parts[1].shapes[0].kind = rig::ShapeKind::sphere;
    CHECK(study::sight(round, {"camera", "", {-1, 0, 0}}).problem().id == ProblemId("sight.no_face"));
}
