#include "project/rig_json.h"

#include <fmt/format.h>

#include <fstream>
#include <random>

#include "approximately.h"
#include "project/starting_points.h"
#include "rig/in_force.h"

using namespace clampet;

namespace {
std::string demo_text() {
    return project::write_rig(project::demo_rig());
}
std::string replaced(std::string text, const std::string& from, const std::string& to) {
    const auto at = text.find(from);
    REQUIRE(at != text.npos);
    return text.replace(at, from.size(), to);
}
Problem problem(const std::string& text) {
    const auto rig = project::read_rig(text);
    REQUIRE_FALSE(rig);
    return rig.problem();
}
}  // namespace

TEST_CASE("a rig survives writing and reading, to the byte", "[project][json]") {
    for (const auto& rig : {project::demo_rig(), *project::starting_rig("pole-clamp"),
                            *project::starting_rig("floor-post"), rig::Rig{}}) {
        const std::string text = project::write_rig(rig);
        const auto back = project::read_rig(text);
        REQUIRE(back);
        CHECK(*back == rig);
        CHECK(project::write_rig(*back) == text);
    }
}

TEST_CASE("every kind of input survives", "[project][json]") {
    auto rig = project::demo_rig();
    auto& inputs = rig.interface("ball")->elements[0].inputs;
    inputs["friction"] = rig::Band{0.1, 0.2, 0.3};
    inputs["force"] = 123.456789012345678;
    rig.name = "Quote \" and \\ and ü and 🎥";
    CHECK(*project::read_rig(project::write_rig(rig)) == rig);
}

TEST_CASE("a broken file says line, place and remedy", "[project][json]") {
    CHECK(problem("").where == "line 1");
    CHECK(problem("{\n\"format\": \"clampet-rig\",\n\"schema\" 1}").where == "line 3");
    CHECK(problem("{\n\"format\": \"clampet-rig\",\n\"schema\" 1}").remedy ==
          "Look for a missing comma, quote or bracket at or just before this line.");
    const std::string half = demo_text().substr(0, 900);
    CHECK(problem(half).what == "The file ends in the middle.");
    const auto nan = problem(replaced(demo_text(), "\"mass\": 1.34", "\"mass\": NaN"));
    CHECK(nan.what == "NaN and infinity are not numbers in JSON.");
    CHECK_THAT(nan.where, Catch::StartsWith("line "));
    CHECK(problem(replaced(demo_text(), "\"mass\": 1.34", "\"mass\": 1e999")).what ==
          "A number in the file is too large.");
}

TEST_CASE("a wrong value is found by line and path", "[project][json]") {
    const std::string text = replaced(demo_text(), "\"mass\": 1.34", "\"mass\": \"heavy\"");
    const std::size_t line =
        1 + static_cast<std::size_t>(
                std::count(text.begin(), text.begin() + static_cast<std::ptrdiff_t>(text.find("heavy")), '\n'));
    const auto p = problem(text);
    CHECK(p.where == fmt::format("line {}, /parts/5/mass", line));
    CHECK_THAT(p.what, Catch::Contains("“heavy” is not a number"));
    CHECK(problem(replaced(demo_text(), "\"mass\": 1.34", "\"mass\": true")).what == "This should be a number.");
    CHECK_THAT(problem(replaced(demo_text(), "\"mass\": 1.34", "\"mass\": -1.34")).where,
               Catch::EndsWith("/parts/5/mass"));
    CHECK_THAT(problem(replaced(demo_text(), "\"mass\": 1.34", "\"weight\": 1.34")).where,
               Catch::EndsWith("/parts/5/weight"));
    CHECK_THAT(problem(replaced(demo_text(), "\"id\": \"camera\",", "")).what, Catch::Contains("“id” is missing"));
    CHECK_THAT(problem(replaced(demo_text(), "\"role\": \"payload\"", "\"role\": \"hero\"")).remedy,
               Catch::Contains("payload, part, support"));
    CHECK_THAT(problem(replaced(demo_text(), "screw.preload", "screwpreload")).remedy,
               Catch::Contains("screw.preload"));
}

TEST_CASE("other files and newer ones are refused", "[project][json]") {
    CHECK(problem("{}").what == "This is not a Clampet rig.");
    CHECK(problem("[1, 2]").what == "This should be an object.");
    CHECK(problem("3").what == "This should be an object.");
    CHECK(problem(replaced(demo_text(), "\"schema\": 2", "\"schema\": 3")).remedy == "Open it with a newer Clampet.");
    CHECK_FALSE(project::read_rig(replaced(demo_text(), "\"schema\": 2", "\"schema\": 0")));
}

TEST_CASE("files of schema 1 are read as they were meant", "[project][json][migration]") {
    const auto text_in = [](const std::string& file) {
        std::ifstream stream(std::string(CLAMPET_SOURCE_DIR) + "/tests/project/schema-1/" + file);
        REQUIRE(stream);
        return std::string(std::istreambuf_iterator<char>(stream), {});
    };
    // The demo and the starting points of schema 1 are those of today, but for what was set since.
    const auto demo = project::read_rig(text_in("stair-rail.clampet.json"));
    REQUIRE(demo);
    // Its ports said nothing of sizes, its seams all of them: the same is computed.
    const auto now = project::demo_rig();
    REQUIRE(demo->interfaces.size() == now.interfaces.size());
    for (std::size_t i = 0; i < now.interfaces.size(); ++i) {
        const auto was = demo->interfaces[i], is = rig::in_force(now, now.interfaces[i]);
        CHECK(was.pose == is.pose);
        REQUIRE(was.elements.size() == is.elements.size());
        for (std::size_t e = 0; e < was.elements.size(); ++e)
            for (const auto& [key, input] : was.elements[e].inputs) {
                CAPTURE(was.id, key);
                REQUIRE(is.elements[e].inputs.contains(key));
                const auto* number = std::get_if<double>(&input);
                if (number)
                    CHECK(std::get<double>(is.elements[e].inputs.at(key)) == relative(*number, 1e-12));
                else if (!std::holds_alternative<rig::FrictionOf>(input))
                    CHECK(is.elements[e].inputs.at(key) == input);
            }
    }
    for (std::size_t i = 0; i < now.parts.size(); ++i) {
        CAPTURE(now.parts[i].id);
        if (now.parts[i].weighed) CHECK(demo->parts[i].mass == now.parts[i].mass);
        CHECK(demo->parts[i].kind.empty());
        // Kinds are drawn as those parts were: the same solids in the same places, to a millimetre.
        REQUIRE(demo->parts[i].shapes.size() == now.parts[i].shapes.size());
        for (std::size_t k = 0; k < now.parts[i].shapes.size(); ++k) {
            CHECK(demo->parts[i].shapes[k].kind == now.parts[i].shapes[k].kind);
            CHECK((demo->parts[i].shapes[k].at - now.parts[i].shapes[k].at).norm() < 0.006);
        }
    }
    REQUIRE(demo->cases.size() == 1);
    CHECK(demo->cases[0].kind == "push");
    CHECK(std::get<std::string>(demo->cases[0].inputs.at("part")) == "camera");
    CHECK(std::get<double>(demo->cases[0].inputs.at("force")) == 15);
    CHECK(demo->use.empty());
    for (const char* file : {"floor-post.clampet.json", "pole-clamp.clampet.json"})
        CHECK(project::read_rig(text_in(file)));

    const auto old = [](const std::string& push, const std::string& interface, const std::string& port = "") {
        return R"({"format": "clampet-rig", "schema": 1, )" + push + R"(
            "parts": [{"id": "wall", "mass": 0, "ports": [{"id": "face", "at": [0, 0, 1]}]},
                      {"id": "load", "mass": 1, "ports": [{"id": "base")" +
               port + R"(}]}],
            "interfaces": [{"id": "arm", "support": {"part": "wall", "port": "face"},
                            "payload": {"part": "load", "port": "base"}, )" +
               interface + "}]}";
    };
    // A push on no part was no push; one beside the centre of gravity keeps its place.
    CHECK(project::read_rig(old("", R"("elements": [{"id": "e", "family": "flat_face"}])"))->cases.empty());
    const auto aside = project::read_rig(old(R"("push": {"force": 20, "part": "load", "offset": [0, 0.1, 0]},)",
                                             R"("elements": [{"id": "e", "family": "flat_face"}])"));
    REQUIRE(aside);
    CHECK(std::get<double>(aside->cases[0].inputs.at("y")) == 0.1);
    CHECK_FALSE(aside->cases[0].inputs.contains("x"));
    // An arm ended where its port was: the load stays where it hung.
    const auto arm =
        project::read_rig(old("", R"("elements": [{"id": "e", "family": "arm", "inputs": {"length": 0.6}}])"));
    REQUIRE(arm);
    CHECK(rig::Placed(*arm).world_from_part("load").translation().isApprox(rig::Vector(0, 0, 1), 1e-12));
    CHECK(rig::Placed(*arm).world_from_port("arm").translation().isApprox(rig::Vector(-0.6, 0, 1), 1e-12));
    // An arm of three links within one pivot: three pivots, the load where it was.
    const auto links = project::read_rig(old("", R"("elements": [{"id": "e", "family": "friction_pivot", "inputs":
        {"arm": "links", "joints": 3, "link_length": 0.15, "hand_radius": 0.6, "force": 300}}])"));
    REQUIRE(links);
    REQUIRE(links->interfaces.size() == 3);
    CHECK(rig::Placed(*links).world_from_part("load").translation().isApprox(rig::Vector(0, 0, 1), 1e-12));
    CHECK(std::get<double>(links->interfaces[2].elements[0].inputs.at("hand_radius")) == Approx(0.3));
    for (const auto& f : links->interfaces) CHECK(rig::motion_of(f).axes.size() == 1);
    CHECK(project::read_rig(project::write_rig(*links)));
    // What is wrong is told where it stands in the old file.
    const auto wrong = project::read_rig(
        old(R"("push": {"force": -20, "part": "load"},)", R"("elements": [{"id": "e", "family": "flat_face"}])"));
    REQUIRE_FALSE(wrong);
    CHECK_THAT(wrong.problem().where, Catch::EndsWith("/push/force"));
    const auto ghost = project::read_rig(
        old(R"("push": {"force": 20, "part": "ghost"},)", R"("elements": [{"id": "e", "family": "flat_face"}])"));
    REQUIRE_FALSE(ghost);
    CHECK_THAT(ghost.problem().where, Catch::EndsWith("/push/part"));
}

TEST_CASE("what a file leaves out its cards say", "[project][json][loads]") {
    const auto with = [](const std::string& more) {
        return project::read_rig(R"({"format": "clampet-rig", "schema": 2, )" + more + R"(
            "parts": [{"id": "wall", "mass": 0, "ports": [{"id": "face"}]},
                      {"id": "load", "mass": 1, "ports": [{"id": "base"}]}],
            "interfaces": [{"id": "seam", "support": {"part": "wall", "port": "face"},
                            "payload": {"part": "load", "port": "base"},
                            "elements": [{"id": "e", "family": "flat_face"}]}]})");
    };
    CHECK(with("")->required == 2);
    CHECK(with("")->cases.size() == 1);
    CHECK(with(R"("use": ["people"],)")->required == 3);
    CHECK(with(R"("use": ["people"],)")->cases.size() == 3);  // push, tug, bump
    CHECK(with(R"("use": ["people"], "required": 5,)")->required == 5);
    CHECK(with(R"("use": ["people"], "cases": [],)")->cases.empty());
    CHECK(with(R"("use": ["people"], "cases": [],)")->required == 3);
    CHECK_THAT(with(R"("use": ["underwater"],)").problem().where, Catch::EndsWith("/use/0"));
}

TEST_CASE("no spoiled file crashes", "[project][json]") {
    const std::string text = demo_text();
    std::mt19937 random(20261125);
    for (int k = 0; k < 300; ++k) {
        std::string spoiled = text;
        for (int i = 0; i < 3; ++i) spoiled[random() % spoiled.size()] = "{}[],:\"0-e\x01\xff"[random() % 12];
        if (k % 3 == 0) spoiled.resize(random() % spoiled.size());
        if (const auto rig = project::read_rig(spoiled); !rig) CHECK_FALSE(rig.problem().remedy.empty());
    }
    CHECK_FALSE(project::read_rig(std::string(200000, '[')));
}
