// Parts of a kind in a rig: what follows from their sizes, what was measured, and how they are joined.
#include <nlohmann/json.hpp>

#include "approximately.h"
#include "parts/part_kind.h"
#include "project/document.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "rig/joining.h"

using namespace clampet;
using nlohmann::json;

namespace {

double factor_of(const project::Document& d, const std::string& seam) {
    const auto& check = d.check();
    for (const auto& result : check.interfaces)
        if (result.id == seam) return result.typical;
    FAIL("no seam " << seam);
    return 0;
}

json demo_json() {
    return json::parse(project::write_rig(project::demo_rig()));
}

}  // namespace

TEST_CASE("a face is of what its part is made of, unless something else is said of it", "[rig][parts]") {
    const auto face = [](const char* kind, const families::Values& values) {
        const auto whole = parts::completed(*parts::kind_named(kind), values);
        REQUIRE(whole);
        return families::text(*whole, "surface");
    };
    CHECK(face("block", {}) == "plywood");
    CHECK(face("block", {{"material", "oak"}}) == "hardwood");
    CHECK(face("block", {{"material", "MDF"}}) == "MDF");
    CHECK(face("block", {{"material", "oak"}, {"surface", "varnished wood"}}) == "varnished wood");
    // A finish stays on what it goes on: paint on steel, not on aluminium.
    CHECK(face("tube", {{"material", "mild steel"}}) == "painted steel");
    CHECK(face("tube", {{"material", "aluminium 6060-T6"}}) == "aluminium");
    CHECK(face("plate", {{"material", "aluminium 6082-T6"}}) == "anodised aluminium");
    // A lining is no face of its part.
    CHECK(face("screw_clamp", {{"material", "aluminium 6082-T6"}}) == "rubber");
    const auto body = parts::built(*parts::kind_named("block"), {{"material", "oak"}});
    REQUIRE(body);
    CHECK(body->ports.front().surface == "hardwood");
}

TEST_CASE("a measured weight stands beside what the sizes give, and can be given up", "[rig][parts]") {
    project::Document d;
    REQUIRE(d.adopt(project::demo_rig()));
    const auto part = [&] { return *d.rig().part("clamp"); };
    const double from_sizes = parts::built(*parts::kind_named("vee_clamp"), part().values)->mass;
    CHECK(part().mass == 0.24);
    CHECK(from_sizes == absolute(0.209, 0.002));
    REQUIRE(d.perform(project::ClearMass{"clamp"}));
    CHECK(part().mass == from_sizes);
    CHECK(part().centre_of_gravity.z() == 0.01);  // that is another measurement
    REQUIRE(d.perform(project::ClearCentreOfGravity{"clamp"}));
    CHECK(part().centre_of_gravity.z() == absolute(0.0038, 0.0002));
    REQUIRE(d.perform(project::SetMass{"clamp", 0.3}));
    REQUIRE(d.perform(project::SetPartValue{"clamp", "material", std::string("oak")}));
    CHECK(part().mass == 0.3);  // weighed: another timber changes nothing
    REQUIRE(d.perform(project::ClearMass{"clamp"}));
    CHECK(part().mass > from_sizes);
    const auto own = d.perform(project::SetPort{"clamp", "jaw", families::PortKind::face, {}, ""});
    REQUIRE_FALSE(own);
    CHECK_THAT(own.problem().what, Catch::Contains("follows from the sizes of V-jaw clamp"));
}

TEST_CASE("a size typed for a part is its seam's", "[rig][parts][ports]") {
    project::Document d;
    REQUIRE(d.adopt(project::demo_rig()));
    const double before = factor_of(d, "rail-clamp");
    // A flatter V wedges less, and the least of its modes sees it.
    REQUIRE(d.perform(project::SetPartValue{"clamp", "half_angle", 75 * quantity::degree}));
    const auto now = rig::in_force(d.rig(), *d.rig().interface("rail-clamp"));
    CHECK(std::get<double>(now.elements[0].inputs.at("half_angle")) == 75 * quantity::degree);
    CHECK(std::get<std::string>(now.elements[0].inputs.at("jaws")) == "vee");
    CHECK(factor_of(d, "rail-clamp") != before);
    REQUIRE(d.perform(project::SetPartValue{"clamp", "half_angle", std::nullopt}));
    CHECK(factor_of(d, "rail-clamp") == relative(before, 1e-12));  // its default is the demo's
    // What the seam cannot be built with is refused, and nothing has changed.
    REQUIRE(d.perform(project::SetPartValue{"clamp", "tube", 0.02}));  // made for a thinner tube
    const auto jaw = d.perform(project::SetPartValue{"clamp", "flank", 0.008});
    REQUIRE_FALSE(jaw);
    CHECK(std::get<double>(d.rig().part("clamp")->values.at("flank")) == relative(0.03, 1e-12));
    CHECK(factor_of(d, "rail-clamp") == relative(before, 1e-12));
    const auto nan = d.perform(project::SetPartValue{"clamp", "flank", std::nan("")});
    REQUIRE_FALSE(nan);
    CHECK(nan.problem().where == "flank");
    CHECK_FALSE(d.perform(project::SetPartValue{"ghost", "flank", 0.03}));
}

TEST_CASE("a file keeps kind and sizes, not what follows from them", "[project][parts]") {
    const auto rig = project::demo_rig();
    const json written = demo_json();
    for (const auto& part : written["parts"]) {
        CHECK(part.contains("kind"));
        CHECK_FALSE(part.contains("shapes"));
        CHECK_FALSE(part.contains("ports"));
    }
    CHECK_FALSE(written["parts"][0].contains("mass"));  // the rail was not weighed
    CHECK(written["parts"][1]["mass"] == 0.24);
    CHECK(*project::read_rig(written.dump()) == rig);
    // One's own port on a part of a kind is kept beside those of the kind.
    auto with_port = rig;
    rig::Port hook{"hook", families::PortKind::face, {0.01, 0, 0.02}};
    with_port.part("clamp")->ports.push_back(hook);
    const auto back = project::read_rig(project::write_rig(with_port));
    REQUIRE(back);
    CHECK(*back == with_port);
    CHECK(back->part("clamp")->ports.size() == 3);
}

TEST_CASE("what a file says of a part of a kind is refused by name where it is wrong", "[project][parts][errors]") {
    struct Case {
        const char* key;
        json value;
        const char *where, *what;
    };
    const std::vector<Case> cases{
        {"kind", "spaceship", "/parts/1/kind", "spaceship"},
        {"values", {{"flank", -1}}, "/parts/1/values/flank", ""},
        {"values", {{"wings", 2}}, "/parts/1/values/wings", "has no parameter"},
        {"values", {{"flank", "wide"}}, "/parts/1/values/flank", ""},
        {"values", {{"material", "cheese"}}, "/parts/1/values/material", "cheese"},
        {"values", 3, "/parts/1/values", "object"},
        {"shapes", json::array(), "/parts/1/shapes", "drawn from its sizes"},
    };
    for (const auto& c : cases) {
        auto file = demo_json();
        file["parts"][1][c.key] = c.value;
        const auto read = project::read_rig(file.dump());
        CAPTURE(c.where);
        REQUIRE_FALSE(read);
        CHECK_THAT(read.problem().where, Catch::EndsWith(c.where));
        CHECK_THAT(read.problem().what, Catch::Contains(c.what));
        CHECK_FALSE(read.problem().remedy.empty());
    }
    auto own = demo_json();
    own["parts"][1].erase("kind");
    const auto read = project::read_rig(own.dump());
    REQUIRE_FALSE(read);
    CHECK_THAT(read.problem().where, Catch::EndsWith("/parts/1/values"));  // sizes, but of what?
    auto bare = demo_json();
    for (const char* key : {"kind", "values", "mass"}) bare["parts"][1].erase(key);
    const auto weightless = project::read_rig(bare.dump());
    REQUIRE_FALSE(weightless);
    CHECK_THAT(weightless.problem().sentence(), Catch::Contains("mass"));
}

TEST_CASE("a part of a kind is put on a port that takes it", "[project][parts][joining]") {
    project::Document d;
    REQUIRE(d.adopt(*project::starting_rig("floor-post")));
    // Down to the post, whose stud is free then.
    REQUIRE(d.perform(project::RemovePart{"cup"}));
    const auto body = parts::built(*parts::kind_named("ball_cup"), {});
    const auto ways = rig::ways_to_join(d.rig(), *d.rig().part("post"), body->ports);
    REQUIRE_FALSE(ways.empty());
    CHECK(ways.front().support == "top");
    CHECK(ways.front().payload == "below");
    std::vector<std::string> families;
    for (const auto& way : ways) families.emplace_back(way.family->key());
    CHECK(std::find(families.begin(), families.end(), "thread") != families.end());
    CHECK(std::find(families.begin(), families.end(), "ball") == families.end());
    REQUIRE(d.perform(project::AddPart{"post", "Cup", "thread", 0, {}, "ball_cup"}));
    const auto& part = d.rig().parts.back();
    CHECK(part.kind == "ball_cup");
    CHECK_FALSE(part.weighed);
    CHECK(d.rig().interfaces.back().support == rig::PortName{"post", "top"});
    CHECK(rig::is_taken(d.rig(), "post", "top"));
    CHECK(d.rig().part("post")->ports.size() == 3);  // none was made
    // Its seat takes a ball; a camera has none.
    REQUIRE(d.perform(project::AddPart{part.id, "Ball", "ball", 0, {}, "ball_plate"}));
    const auto camera = d.perform(project::AddPart{d.rig().parts.back().id, "Camera", "ball", 0, {}, "camera"});
    REQUIRE_FALSE(camera);
    CHECK_THAT(camera.problem().what, Catch::Contains("Camera has nothing that"));
    REQUIRE(d.perform(project::AddPart{d.rig().parts.back().id, "Camera", "thread", 0, {}, "camera"}));
    CHECK(d.rig().parts.back().role == rig::Role::payload);
    const auto ghost = d.perform(project::AddPart{"post", "?", "thread", 0, {}, "ghost"});
    REQUIRE_FALSE(ghost);
    CHECK_THAT(ghost.problem().remedy, Catch::Contains("vee_clamp"));
}
