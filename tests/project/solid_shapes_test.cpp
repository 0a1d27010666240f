// Hulls of solids that were read, with the skin that is drawn of them, in a rig's file.
#include <functional>
#include <nlohmann/json.hpp>

#include "approximately.h"
#include "parts/hull.h"
#include "parts/solids.h"
#include "project/rig_json.h"
#include "rig_builder.h"

using namespace clampet;
using nlohmann::json;

namespace {

/// A tetrahedron of 40 by 30 by 20 mm with a triangle of skin.
rig::Rig with_hull() {
    const std::vector<parts::Vector> corners{{0, 0, 0}, {0.04, 0, 0}, {0, 0.03, 0}, {0, 0, 0.02}};
    auto part = build::part("thing", 1, {0.01, 0.01, 0.005}, {build::port("foot", {0, 0, 0})});
    part.shapes = {*parts::hull_of(corners, parts::Stuff::plastic)};
    part.shapes[0].skin = {{0, 0, 0}, {0.01, 0, 0}, {0, 0.01, 0.001}};
    part.shapes[0].skin_faces = {{0, 1, 2}};
    rig::Rig rig;
    rig.name = "One";
    rig.parts = {part};
    return rig;
}

json written() {
    return json::parse(project::write_rig(with_hull()));
}

/// The id of the problem and where, of a file whose shape was changed.
std::string refused(const std::function<void(json&)>& spoil) {
    auto file = written();
    spoil(file["parts"][0]["shapes"][0]);
    const auto rig = project::read_rig(file.dump());
    if (rig) return "taken";
    CHECK_FALSE(rig.problem().remedy.empty());
    const auto& where = rig.problem().where;  // "line 1, /parts/0/shapes/0"
    return std::string(rig.problem().id.text()) + " " + where.substr(where.find('/'));
}

}  // namespace

TEST_CASE("a hull and its skin are read back as they were written", "[project][file][solids]") {
    const auto rig = with_hull();
    const auto back = project::read_rig(project::write_rig(rig));
    if (!back) FAIL(back.problem().sentence());
    const auto &was = rig.parts[0].shapes[0], &is = back->parts[0].shapes[0];
    CHECK(is.kind == parts::ShapeKind::hull);
    CHECK(is.corners == was.corners);
    CHECK(is.at == was.at);
    CHECK((is.size - was.size).norm() < 1e-12);
    CHECK(is.faces.size() == 4);
    CHECK(is.skin == was.skin);
    CHECK(is.skin_faces == was.skin_faces);
    CHECK(parts::volume_of(is) == relative(0.04 * 0.03 * 0.02 / 6, 1e-9));  // a third of base times height
    CHECK(project::write_rig(*back) == project::write_rig(rig));
}

TEST_CASE("a hull that encloses nothing, and a skin that hangs together with nothing, are refused",
          "[project][file][solids][input]") {
    const std::string shape = "/parts/0/shapes/0";
    CHECK(refused([](json&) {}) == "taken");
    CHECK(refused([](json& s) { s["corners"].erase(0); }) == "file.no_hull " + shape);
    CHECK(refused([](json& s) { s["corners"][3][2] = s["corners"][0][2]; }) == "file.no_hull " + shape);
    CHECK(refused([](json& s) {
              json middle = {0.0, 0.0, 0.0};
              for (const auto& corner : s["corners"])
                  for (std::size_t i = 0; i < 3; ++i) middle[i] = middle[i].get<double>() + corner[i].get<double>() / 4;
              s["corners"].push_back(middle);
          }) == "file.corner_within " + shape);
    CHECK(refused([](json& s) {
              s["corners"] = json::array();
              for (int i = 0; i < 2001; ++i) s["corners"].push_back({1e-4 * i, 1e-4 * (i % 7), 1e-4 * (i % 5)});
          }).starts_with("file.too_many_corners " + shape));
    CHECK(refused([](json& s) { s["skin_faces"][0][1] = 3; }) == "file.no_such_point " + shape + "/skin_faces");
    CHECK(refused([](json& s) { s["skin_faces"][0][1] = 2; }) == "taken");
    CHECK(refused([](json& s) { s["skin_faces"][0][1] = -1; }) == "file.not_a_point " + shape + "/skin_faces/0/1");
    CHECK(refused([](json& s) { s["skin_faces"][0][1] = 1.5; }) == "file.not_a_point " + shape + "/skin_faces/0/1");
    CHECK(refused([](json& s) { s["skin_faces"][0].erase(0); }) == "file.not_a_triangle " + shape + "/skin_faces/0");
    CHECK(refused([](json& s) { s.erase("skin_faces"); }) == "file.half_a_skin " + shape);
    CHECK(refused([](json& s) { s.erase("skin"), s["skin_faces"] = json::array(); }) == "taken");
}
