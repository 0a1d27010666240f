// docs/rig.schema.json and docs/file-format.md say what the reader takes: held to each other here.
#include <catch2/catch.hpp>
#include <filesystem>
#include <fstream>
#include <valijson/adapters/nlohmann_json_adapter.hpp>
#include <valijson/schema.hpp>
#include <valijson/schema_parser.hpp>
#include <valijson/validator.hpp>

#include "project/rig_json.h"
#include "project/starting_points.h"

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
    for (const char* folder : {"data/demo", "data/starting"})
        for (const auto& entry : std::filesystem::directory_iterator(source / folder))
            if (entry.path().extension() == ".json") texts.push_back(text_of(entry.path()));
    CHECK(texts.size() >= 3);
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
    spoilt("/push/force", -1);
    spoilt("/push/where", "here");
    spoilt("/parts/0/mass", -1);
    spoilt("/parts/0/mass", "1 kg of something");
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

TEST_CASE("a size that a shape does not have is refused, not dropped", "[project][json]") {
    json rig = json::parse(project::write_rig(project::demo_rig()));
    auto& shape = rig["parts"][0]["shapes"][0];
    const std::string kind = shape.at("kind");
    shape[kind == "sphere" ? "length" : kind == "box" ? "diameter" : "size"] = 0.1;
    const auto read = project::read_rig(rig.dump());
    REQUIRE_FALSE(read);
    CHECK_THAT(read.problem().what, Catch::Contains("is not known here"));
}
