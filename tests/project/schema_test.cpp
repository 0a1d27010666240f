// docs/rig.schema.json and docs/file-format.md say what the reader takes: held to each other here.
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>

#include "project/rig_fields.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "project/workshop_file.h"

using namespace clampet;
using nlohmann::json;

namespace {

const std::filesystem::path source = CLAMPET_SOURCE_DIR;

std::string text_of(const std::filesystem::path& path) {
    std::ifstream file(path);
    REQUIRE(file);
    return {std::istreambuf_iterator<char>(file), {}};
}

class RigSchema {
 public:
    RigSchema() {
        const json document = json::parse(text_of(source / "docs/rig.schema.json"));
        valijson::SchemaParser(valijson::SchemaParser::kDraft7)
            .populateSchema(valijson::adapters::NlohmannJsonAdapter(document), schema_);
    }
    bool takes(const json& rig) {
        valijson::Validator validator(valijson::Validator::kStrongTypes);
        return validator.validate(schema_, valijson::adapters::NlohmannJsonAdapter(rig), nullptr);
    }

 private:
    valijson::Schema schema_;
};

}  // namespace

TEST_CASE("every rig that ships, and the example of the format's page, is in the schema", "[project][json][docs]") {
    RigSchema schema;
    std::vector<std::string> texts;
    for (const char* folder : {"data/demo", "data/starting", "data/rigs"})
        for (const auto& entry : std::filesystem::directory_iterator(source / folder))
            if (entry.path().string().ends_with(".clampet.json")) texts.push_back(text_of(entry.path()));
    CHECK(texts.size() >= 24);
    const std::string page = text_of(source / "docs/file-format.md");
    const auto from = page.find("```json") + 7, to = page.find("```", from);
    texts.push_back(page.substr(from, to - from));
    for (const auto& text : texts) {
        const auto rig = project::read_rig(text);
        INFO(text.substr(0, 200));
        REQUIRE(rig);
        CHECK(schema.takes(json::parse(text)));
        CHECK(schema.takes(json::parse(project::write_rig(*rig))));  // and what is written of it
    }
}

TEST_CASE("what the schema refuses the reader refuses", "[project][json][docs]") {
    RigSchema schema;
    const json good = json::parse(project::write_rig(project::demo_rig()));
    REQUIRE(schema.takes(good));
    const auto spoilt = [&](const char* pointer, json value) {
        json rig = good;
        rig[json::json_pointer(pointer)] = std::move(value);
        CAPTURE(pointer, rig.at(json::json_pointer(pointer)).dump());
        CHECK_FALSE(schema.takes(rig));
        CHECK_FALSE(project::read_rig(rig.dump()));
    };
    spoilt("/format", "another-rig");
    spoilt("/schema", 7);
    spoilt("/required", 0);
    spoilt("/required", 101);
    spoilt("/colour", "red");
    spoilt("/cases/0/force", 1);
    spoilt("/cases/0/inputs/force", true);
    spoilt("/cases/0/id", "");
    spoilt("/use", "carried");
    spoilt("/interfaces/0/closes_loop", "yes");
    spoilt("/interfaces/3/pose/forward", json::array({1}));
    spoilt("/interfaces/0/stops", json{{"slide", json::array({-1})}});
    spoilt("/parts/0/inertia", json::array({1, 1}));
    spoilt("/parts/0/wind_area", -1);
    spoilt("/parts/0/mass", -1);
    spoilt("/parts/0/mass", json::array({1}));
    spoilt("/parts/0/id", "");
    spoilt("/parts/0/role", "hero");
    spoilt("/parts/0/origin", "found");
    spoilt("/parts/0/centre_of_gravity", json::array({0, 0}));
    spoilt("/parts/0/ports/0/z", 1);
    spoilt("/parts/0/ports/0/size", 1);
    spoilt("/parts/0/shapes/0/kind", "cone");
    spoilt("/parts/0/shapes/0/colour", "red");
    spoilt("/parts/0/shapes/0/material", "cheese");
    spoilt("/interfaces/0/elements", json::array());
    spoilt("/interfaces/0/support", "camera");
    spoilt("/interfaces/0/elements/0/inputs/friction", json{{"pair", 3}});
    spoilt("/interfaces/0/elements/0/inputs/friction", json{{"low", 0.1}, {"high", 0.2}});
    spoilt("/interfaces/0/elements/0/inputs/friction", true);
    json rig = good;
    rig.erase("parts");
    CHECK_FALSE(schema.takes(rig));
    CHECK_FALSE(project::read_rig(rig.dump()));
}

TEST_CASE("schema and tables are the fields of the reader", "[project][json][docs]") {
    // Written anew by: clampet-cli schema > docs/rig.schema.json, and clampet-cli schema --tables.
    CHECK(json::parse(text_of(source / "docs/rig.schema.json")) == json(project::rig_schema()));
    CHECK_THAT(text_of(source / "docs/file-format.md"), Catch::Contains(project::rig_tables()));
    CHECK_THAT(text_of(source / "docs/file-format.md"), Catch::Contains(project::workshop_tables()));
}

TEST_CASE("quantities may be texts with a unit", "[project][json]") {
    json rig = json::parse(project::write_rig(project::demo_rig()));
    rig["parts"][5]["mass"] = "2 lb 3 oz";
    rig["parts"][5]["centre_of_gravity"] = {"1 1/2 in", 0, "40 mm"};
    rig["interfaces"][3]["pose"]["forward"] = "30 deg";
    rig["interfaces"][0]["elements"][0]["inputs"]["diameter"] = "33.7 mm";
    rig["interfaces"][0]["elements"][0]["inputs"]["torque"] = {{"low", "1 N·m"}, {"typical", "16 kgf·cm"}, {"high", 2}};
    rig["cases"][0]["inputs"]["force"] = "2 kgf";
    rig["interfaces"][0]["stops"] = {{"slide", {"-20 cm", "1 ft"}}};
    const auto read = project::read_rig(rig.dump());
    REQUIRE(read);
    CHECK(read->part("camera")->mass == Approx(35 * 0.45359237 / 16).epsilon(1e-12));
    CHECK(read->part("camera")->centre_of_gravity.x() == Approx(0.0381).epsilon(1e-12));
    CHECK(read->interface("ball")->pose.at("forward") == Approx(M_PI / 6).epsilon(1e-12));
    CHECK(std::get<double>(read->interface("rail-clamp")->elements[0].inputs.at("diameter")) == Approx(0.0337));
    CHECK(std::get<rig::Band>(read->interface("rail-clamp")->elements[0].inputs.at("torque")).typical ==
          Approx(16 * 9.80665 / 100).epsilon(1e-9));
    CHECK(std::get<double>(read->cases[0].inputs.at("force")) == Approx(19.6133));
    CHECK(read->interface("rail-clamp")->stops.at("slide").most == Approx(0.3048));
    rig["parts"][5]["mass"] = "2 parsecs";
    const auto refused = project::read_rig(rig.dump(2));
    REQUIRE_FALSE(refused);
    CHECK_THAT(refused.problem().where, Catch::EndsWith("/parts/5/mass"));
    rig["parts"][5]["mass"] = "20 mm";
    CHECK_FALSE(project::read_rig(rig.dump()));
}

TEST_CASE("a size that a shape does not have is refused, not dropped", "[project][json]") {
    json rig = json::parse(text_of(source / "tests/project/schema-1/stair-rail.clampet.json"));
    auto& shape = rig["parts"][0]["shapes"][0];
    REQUIRE(shape.at("kind") == "cylinder");
    shape["size"] = {0.1, 0.1, 0.1};
    const auto read = project::read_rig(rig.dump());
    REQUIRE_FALSE(read);
    CHECK_THAT(read.problem().what, Catch::Contains("is not known here"));
}
