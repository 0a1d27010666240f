// What the log says of tests, and the picture of where a scale is hooked.
#include <catch2/catch.hpp>

#include "make/rig_picture.h"
#include "project/starting_points.h"
#include "prove/log.h"
#include "prove/test_picture.h"
#include "rig/mechanism.h"

using namespace clampet;

namespace {

std::string said_of(const rig::Rig& rig, const char* what) {
    for (const auto& line : prove::log_of(rig))
        if (line.what == what) return line.seam + ": " + line.text;
    return "nothing";
}

template <class Element>
std::size_t count_of(const drawing::Drawing& picture) {
    std::size_t count = 0;
    for (const auto& element : picture.elements) count += std::holds_alternative<Element>(element);
    return count;
}

}  // namespace

TEST_CASE("the log says what each kind of test told", "[prove][log]") {
    auto rig = project::demo_rig();
    rig.taps.clear(), rig.hangs.clear(), rig.measured.clear();
    rig::Tap tap;
    tap.id = "tap-1", tap.seam = "ball", tap.frequency = 4.2, tap.damping = 0.034, tap.note = "by hand";
    rig.taps = {tap};
    CHECK(said_of(rig, "tap") == "Ball in its cup: swings at 4.2 Hz, damped by 3.4 %. by hand");
    rig.taps[0].damping = 0, rig.taps[0].note.clear(), rig.taps[0].is_off = true;
    CHECK(said_of(rig, "tap") == "Ball in its cup: swings at 4.2 Hz. Taken back");

    // By a line in the logarithm of time, and by one in time.
    rig::Hang hang;
    hang.id = "hang-1", hang.seam = "ball";
    hang.readings = {{0, 0}, {600, 0.0010}, {6000, 0.0020}, {60000, 0.0030}};
    rig.hangs = {hang};
    CHECK(said_of(rig, "hang") == "Ball in its cup: crept 3 mm, and settles");
    rig.hangs[0].readings = {{0, 0}, {10000, 0.001}, {20000, 0.002}, {30000, 0.003}};
    CHECK(said_of(rig, "hang") == "Ball in its cup: crept 3 mm, and goes on");
    // F/F0 = 1 − c log(1 + t/60 s): 10 % a decade leaves 68 % after a day of 3.16 decades.
    rig.hangs[0].of = rig::HangOf::force;
    rig.hangs[0].readings = {{0, 1}, {540, 0.9}, {5940, 0.8}};
    CHECK(said_of(rig, "hang") == "Ball in its cup: keeps 68 % after a day");
    rig.hangs[0].readings = {{0, 1}, {540, 1.2}};
    CHECK(said_of(rig, "hang") == "Ball in its cup: grows, which cannot be");

    rig.measured = {{"measured-1", "camera", "", "mass", 1.34, 1.4, "60 g heavier"}};
    CHECK_THAT(said_of(rig, "measured"), Catch::EndsWith(": mass 1.4 kg, intended 1.34 kg. 60 g heavier"));
    rig.measured[0] = {"measured-1", "ghost", "", "thickness", 0.018, 0.0174, {}};
    CHECK(said_of(rig, "measured") == "ghost: thickness 17.4 mm, intended 18 mm");
}

TEST_CASE("a test's picture shows where the scale is hooked and which way it is pulled", "[prove][drawings]") {
    const auto rig = project::demo_rig();
    const auto plain = make::picture_of(rig);
    const rig::Vector at(0.1, 0, 0.05);
    const rig::Vector seam = rig::Placed(rig).world_from_interface("ball").translation();
    const auto ahead = prove::picture_of(rig, "ball", at, rig::Vector::UnitX());
    // An arrow along the pull from where the hook is.
    REQUIRE(count_of<drawing::Arrow>(ahead) == count_of<drawing::Arrow>(plain) + 1);
    const auto& arrow = std::get<drawing::Arrow>(ahead.elements.back());
    CHECK(arrow.from.x == Approx(seam.x() + 0.1));
    CHECK(arrow.from.y == Approx(seam.z() + 0.05));
    CHECK(arrow.to.x > arrow.from.x + 0.04);
    CHECK(arrow.to.y == Approx(arrow.from.y));
    // Across the picture there is none: a ring with a cross is away, one with a dot towards who looks from the right.
    const auto words = [](const drawing::Drawing& picture) {
        return std::get<drawing::Text>(picture.elements.back()).text;
    };
    const auto away = prove::picture_of(rig, "ball", at, rig::Vector::UnitY()),
               near = prove::picture_of(rig, "ball", at, -rig::Vector::UnitY());
    CHECK(words(away) == "pull away from you");
    CHECK(words(near) == "pull towards you");
    CHECK(count_of<drawing::Arrow>(away) == count_of<drawing::Arrow>(plain));
    CHECK(count_of<drawing::Circle>(near) == count_of<drawing::Circle>(away) + 1);
    CHECK(count_of<drawing::Path>(away) == count_of<drawing::Path>(near) + 2);
    CHECK(prove::picture_of(rig, "nothing", at, rig::Vector::UnitX()).elements.size() == plain.elements.size());
}
