// Rigs that are kept as they stood, and two rigs side by side.
#include <algorithm>

#include "approximately.h"
#include "project/document.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "study/compare.h"

using namespace clampet;
using project::Document;

namespace {

std::vector<std::string> what(const study::Comparison& c) {
    std::vector<std::string> all;
    for (const auto& d : c.differences) all.push_back(d.what + ": " + d.a + " > " + d.b);
    return all;
}

}  // namespace

TEST_CASE("a variant is kept in the file, and the rig goes back to it", "[project][variants]") {
    Document d;
    REQUIRE(d.adopt(project::demo_rig()));
    REQUIRE(d.perform(project::KeepVariant{"Before the longer jaw"}));
    REQUIRE(d.perform(project::SetPartValue{"clamp", "length", 0.08}));
    REQUIRE(d.perform(project::KeepVariant{"Long jaw"}));
    const auto text = project::write_rig(d.rig());
    const auto read = project::read_rig(text);
    REQUIRE(read);
    CHECK(*read == d.rig());
    CHECK(project::write_rig(*read) == text);
    REQUIRE(read->variants.size() == 2);
    // A variant holds no variants: it does not grow with each that is kept.
    CHECK(project::read_rig(read->variants[1].text)->variants.empty());
    REQUIRE(d.perform(project::TakeVariant{0}));
    auto back = d.rig();
    CHECK(back.variants.size() == 2);
    back.variants.clear();
    // It goes on from there, so that it branches when it is kept.
    CHECK(back.stands_on == "Before the longer jaw");
    back.stands_on.clear();
    CHECK(back == project::demo_rig());
    d.undo();
    CHECK(std::get<double>(d.rig().part("clamp")->values.at("length")) == 0.08);
    REQUIRE(d.perform(project::RemoveVariant{0}));
    CHECK(d.rig().variants.front().name == "Long jaw");
    CHECK_FALSE(d.perform(project::TakeVariant{7}));
    CHECK_FALSE(d.perform(project::KeepVariant{""}));
    for (int i = 0; i < 19; ++i) REQUIRE(d.perform(project::KeepVariant{"more"}));
    CHECK(d.perform(project::KeepVariant{"one too many"}).problem().id == ProblemId("edit.too_many_variants"));
}

TEST_CASE("a variant that is broken is refused with its place", "[project][variants][input]") {
    auto text = project::write_rig(project::demo_rig());
    text.insert(text.rfind('}'), R"(, "variants": [{"name": "A", "rig": {"format": "clampet-rig", "schema": 2}}])");
    const auto read = project::read_rig(text);
    REQUIRE_FALSE(read);
    CHECK(read.problem().id == ProblemId("file.broken_variant"));
    CHECK_THAT(read.problem().where, Catch::Contains("/variants/0/rig"));
}

TEST_CASE("two rigs are compared seam by seam, with what is otherwise", "[study][variants]") {
    const auto a = project::demo_rig();
    Document d;
    REQUIRE(d.adopt(a));
    REQUIRE(d.perform(project::SetPartValue{"clamp", "length", 0.08}));
    REQUIRE(d.perform(project::SetPose{"ball", "forward", 0.0}));
    REQUIRE(d.perform(project::SetInput{"ball", "ball", "torque", 2.0}));
    REQUIRE(d.perform(project::SetMass{"camera", 2.0}));
    REQUIRE(d.perform(project::SetRequired{1.5}));
    const auto c = study::compare(a, d.rig());
    REQUIRE(c);
    const auto differences = what(*c);
    const auto has = [&](const char* text) {
        return std::any_of(differences.begin(), differences.end(),
                           [&](const auto& line) { return line.find(text) != line.npos; });
    };
    CHECK(has("Jaw length: 54 mm > 80 mm"));
    CHECK(has("Forward: 52° > 0°"));
    CHECK(has("weighs: "));
    CHECK(has("Required: 2.0× > 1.5×"));
    CHECK(has("2 N·m"));
    CHECK(differences.size() == 5);
    // The factors are those of each rig's own check.
    const auto check_a = study::check(a, {.detail = study::Detail::verdict}),
               check_b = study::check(d.rig(), {.detail = study::Detail::verdict});
    for (const auto& seam : c->seams) {
        CHECK(seam.in_a);
        CHECK(seam.in_b);
        for (const auto& r : check_a->interfaces)
            if (r.id == seam.id) CHECK(seam.a == r.typical);
        for (const auto& r : check_b->interfaces)
            if (r.id == seam.id) CHECK(seam.b == r.typical);
    }
    CHECK(c->b.mass - c->a.mass ==
          relative(2.0 - a.part("camera")->mass + d.rig().part("clamp")->mass - a.part("clamp")->mass, 1e-9));
    CHECK(study::differences_of(a, a).empty());
}

TEST_CASE("what only one of two rigs has is told", "[study][variants]") {
    Document d;
    REQUIRE(d.adopt(project::demo_rig()));
    REQUIRE(d.perform(
        project::ReplacePart{"clamp", {"collar", "Collar", {{"top", "socket"}, {"top_thread", "3/8-16 UNC"}}}}));
    REQUIRE(d.perform(project::RemovePart{"camera"}));
    const auto c = study::compare(project::demo_rig(), d.rig());
    REQUIRE(c);
    CHECK(c->a.parts == c->b.parts + 1);
    const auto camera =
        std::find_if(c->seams.begin(), c->seams.end(), [](const auto& s) { return s.id == "camera-screw"; });
    REQUIRE(camera != c->seams.end());
    CHECK(camera->in_a);
    CHECK_FALSE(camera->in_b);
    bool gone = false;
    for (const auto& one : c->differences) gone |= one.what == "Part" && one.b.empty() && one.a.find("Camera") == 0;
    CHECK(gone);
}
