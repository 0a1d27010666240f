// Joints against brute force: tests/reference/joints.py made the values, with SciPy.
#include <fstream>
#include <nlohmann/json.hpp>
#include <set>

#include "families/bench.h"
#include "mechanics/wood.h"

using namespace clampet;
using namespace bench;
using nlohmann::json;

namespace {

json cases(const char* family) {
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/joints.json");
    REQUIRE(file);
    const auto all = json::parse(file);
    REQUIRE(all.at(family).size() >= 4);
    return all.at(family);
}
Wrench wrench_of(const json& c) {
    const auto w = c.at("wrench").get<std::vector<double>>();
    return {w[0], w[1], w[2], w[3], w[4], w[5]};
}
Values with(const json& c, std::initializer_list<const char*> keys, Values values) {
    for (const char* key : keys) values[key] = c.at(key).get<double>();
    return values;
}
/// The least of what the brute force calls letting go, never more than 1 % on the unsafe side, and close.
void agrees(const char* family, const Values& values, const json& c, std::initializer_list<const char*> modes) {
    const auto r = report(family, values, wrench_of(c));
    double ours = std::numeric_limits<double>::infinity();
    for (const char* key : modes) ours = std::min(ours, mode(r, key).factor);
    const double truth = c.at("factor").get<double>();
    CAPTURE(family, c.dump(), ours, truth);
    CHECK(ours <= truth * 1.01);
    CHECK(ours >= truth * 0.97);
}

}  // namespace

TEST_CASE("a pivot in a slot slips where brute force says", "[friction_pivot][reference]") {
    for (const auto& c : cases("friction_pivot"))
        agrees("friction_pivot",
               with(c, {"outer_diameter", "inner_diameter", "force", "friction"},
                    {{"lap", std::string("single")}, {"pin", std::string("loose")}, {"faces", 1.0}}),
               c, {"slips"});
}

TEST_CASE("a padded slot slips where brute force says", "[tube_grip][reference]") {
    for (const auto& c : cases("tube_grip"))
        agrees("tube_grip", with(c, {"length", "slot_width", "force", "friction"}, {{"jaws", std::string("slot")}}), c,
               {"slips"});
}

TEST_CASE("an edge clamp slips where brute force says", "[edge_clamp][reference]") {
    for (const auto& c : cases("edge_clamp"))
        agrees("edge_clamp",
               with(c, {"plate_length", "plate_width", "board_thickness", "force", "friction", "lower_friction"},
                    {{"throat", 0.2}}),
               c, {"slips"});
}

TEST_CASE("bolts under prying slip where brute force says", "[fastener_group][reference]") {
    for (const auto& c : cases("fastener_group")) {
        std::string at;
        for (const auto& p : c.at("at"))
            at += std::to_string(p[0].get<double>() * 1e3) + " mm," + std::to_string(p[1].get<double>() * 1e3) + " mm;";
        agrees("fastener_group",
               with(c, {"plate_length", "plate_width", "preload", "friction", "zone_diameter"},
                    {{"positions", at}, {"kind", std::string("preloaded")}, {"bed", std::string("stiff")}}),
               c, {"slips", "parts"});
    }
}

TEST_CASE("a joint of a chain holds what brute force says", "[ball_chain][reference]") {
    for (const auto& c : cases("ball_chain")) {
        const double R = c.at("ball_radius"), polar = c.at("polar");
        const Values v{{"ball_diameter", 2 * R},
                       {"opening_diameter", 2 * R * std::sin(polar)},
                       {"stem_diameter", 0.5 * R},
                       {"seat_angle", c.at("seat").get<double>()},
                       {"friction", c.at("friction").get<double>()},
                       {"wire_diameter", 0.0}};
        const auto r = report("ball_chain", v, Wrench{});
        // Friction torque is proportional to the rim force, which here follows from the fingers.
        const double scale = worked(r, "rim_force") / c.at("rim_force").get<double>();
        CHECK(result(r, "joint_torque") == relative(c.at("moments")[0].get<double>() * scale, 5e-3));
        CHECK(result(r, "joint_twist") == relative(c.at("moments")[1].get<double>() * scale, 5e-3));
    }
}

TEST_CASE("a dowel yields where a linear programme says", "[insert][reference]") {
    // tests/reference/dowels.py: the lower-bound theorem on a discretised dowel, by SciPy.
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/dowels.json");
    const auto all = json::parse(file);
    REQUIRE(all.size() >= 10);
    std::set<std::string> seen;
    for (const auto& c : all) {
        const auto of = [&](const char* key) { return c.at(key).get<double>(); };
        const auto yields = mechanics::yield_modes({of("diameter"), of("bending"), of("main_length"),
                                                    of("main_bearing"), of("side_length"), of("side_bearing")});
        CAPTURE(c.dump(), yields.governs());
        CHECK(yields.least() == relative(of("limit"), 6e-3));
        seen.insert(yields.governs());
    }
    CHECK(seen.size() >= 3);  // more than one way to yield was tried
}

TEST_CASE("a wooden part on the screw lets its head through", "[insert]") {
    // NDS pull-through of a round head, 690 pi D_H G^2 t up to 2.5 D_H, times five for the mean (from memory).
    const Values in{{"kind", std::string("wood_screw")},
                    {"side_of", std::string("wood")},
                    {"side_gravity", 0.5},
                    {"side_thickness", 0.0127},
                    {"head_diameter", 0.0127},
                    {"duration", std::string("short")},
                    {"length", 0.06}};
    const double mean = 5 * 690 * 3.14159265 * 0.5 * 0.25 * 0.5 * 4.4482216;
    CHECK(factor("insert", in, {0, 0, 1, 0, 0, 0}, "pulls_through") == relative(0.7 * mean, 1e-3));
    auto thick = in;
    thick["side_thickness"] = 0.1;
    CHECK(factor("insert", thick, {0, 0, 1, 0, 0, 0}, "pulls_through") == relative(2.5 / 1.0 * 0.7 * mean, 1e-3));
    auto headless = in;
    headless["head_diameter"] = 0.004;
    headless["diameter"] = 0.005;
    CHECK(problem("insert", headless).where == "head_diameter");
    auto metal = in;
    metal["side_of"] = std::string("metal");
    for (const auto& m : report("insert", metal, Wrench{0, 0, 1, 0, 0, 0}).modes) CHECK(m.mode != "pulls_through");
    // A thin board on it is crushed before thick wood behind it.
    auto thin = in;
    thin["side_thickness"] = 0.003;
    CHECK(factor("insert", thin, {1, 0, 0, 0, 0, 0}, "bends") < factor("insert", metal, {1, 0, 0, 0, 0, 0}, "bends"));
}

TEST_CASE("two flat jaws let a tube slip where brute force says", "[tube_grip][reference]") {
    // tests/reference/grips.py: even points along both lines, motions from a general minimiser, by SciPy.
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/grips.json");
    const auto all = json::parse(file);
    REQUIRE(all.size() >= 6);
    for (const auto& c : all)
        agrees("tube_grip",
               with(c, {"diameter", "length", "force", "friction"}, {{"jaws", std::string("flat")}, {"wall", 0.0}}), c,
               {"slips"});
}

TEST_CASE("no contact carries more than a linear programme with free normals", "[reference]") {
    // tests/reference/upper_limits.py: every point presses as hard as it likes, within what the clamp makes; its cones
    // are up to 0.9 % too wide. What slips, parts, rocks or tips must do so before.
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/upper_limits.json");
    REQUIRE(file);
    const auto all = json::parse(file);
    const std::string spring = "spring";
    const auto least_of = [](const families::Report& r) {
        double least = std::numeric_limits<double>::infinity();
        for (const auto& m : r.modes)
            for (const char* key : {"slips", "tips", "parts", "rocks", "rides_out"})
                if (m.mode == key) least = std::min(least, m.factor);
        return least;
    };
    struct Row {
        const char *cases, *family;
        std::vector<const char*> keys;
        Values also;
    };
    std::size_t close = 0, seen = 0;
    for (const Row& row :
         {Row{"flat_face",
              "flat_face",
              {"diameter", "force", "friction"},
              {{"bears", std::string("whole")},
               {"screws", std::string("several")},
               {"hole_diameter", 0.0},
               {"load_share", 0.0}}},
          Row{"flat_jaws",
              "tube_grip",
              {"diameter", "length", "force", "friction"},
              {{"jaws", std::string("flat")},
               {"jaw_law", spring},
               {"rigid_jaws", std::string("two")},
               {"wall", 0.0},
               {"pad_width", 0.0}}},
          Row{"vee",
              "tube_grip",
              {"diameter", "length", "half_angle", "force", "friction"},
              {{"jaws", std::string("vee")}, {"jaw_law", spring}, {"wall", 0.0}, {"pad_width", 0.0}, {"flank", 0.5}}},
          Row{"ball", "ball", {"diameter", "seat_angle", "cap_angle", "force", "friction"}, {{"cap", spring}}},
          Row{"dovetail",
              "dovetail",
              {"width", "height", "length", "flank_angle", "force", "friction"},
              {{"jaw_law", spring}, {"pull_strength", 1e5}}},
          Row{"friction_pivot",
              "friction_pivot",
              {"outer_diameter", "inner_diameter", "force", "friction"},
              {{"lap", std::string("single")}, {"pin", std::string("loose")}, {"faces", 1.0}, {"load_share", 0.0}}}})
        for (const auto& c : all.at(row.cases)) {
            Values values = row.also;
            for (const char* key : row.keys) values[key] = c.at(key).get<double>();
            const double ours = least_of(report(row.family, values, wrench_of(c))), most = c.at("most").get<double>();
            CAPTURE(row.cases, c.dump(), ours, most);
            CHECK(ours <= most * 1.001);
            ++seen;
            close += ours > 0.5 * most;
        }
    // The limit says something: most of them come near it.
    CHECK(close > seen / 3);
}
