// What people who build camera mounts measure: common practice, no source. Where a model disagrees, the model is wrong.
#include <numbers>

#include "catalogue/drills.h"
#include "catalogue/material.h"
#include "constants.h"
#include "families/bench.h"
#include "families/stock_use.h"
#include "study/bench.h"

using namespace clampet;
using namespace bench;

namespace {

using constants::degree;
using constants::gravity;
using constants::inch;

const catalogue::StockRow& row_of(const char* group, std::string_view part_of_name) {
    for (const auto* row : catalogue::stock_group(group))
        if (row->name.find(part_of_name) != std::string::npos) return *row;
    FAIL("no " << group << " " << part_of_name);
    throw 0;
}
double friction(const char* pair) {
    const auto found = catalogue::friction_named(pair);
    REQUIRE(found);
    return found->typical;
}
double number_of(const char* material, const char* size) {
    return row_of("material", material).size(size);
}

}  // namespace

TEST_CASE("a wedge of 15 degrees holds on dry wood, a waxed one shakes out", "[practice]") {
    const auto holds = [](double mu, const char* place) {
        return factor("wedge", {{"angle", 15 * degree}, {"friction", mu}, {"place", s(place)}}, {0, 0, -1, 0, 0, 0},
                      "locks");
    };
    CHECK(holds(0.3, "still") > 1);
    CHECK(holds(friction("hardwood on hardwood"), "shakes") > 1);
    const auto waxed = catalogue::friction_named("waxed wood on hardwood");
    REQUIRE(waxed);
    CHECK(holds(waxed->low, "shakes") < 1);
}

TEST_CASE("sizes as people know them", "[practice]") {
    CHECK(row_of("plywood", "1/2 in").size("thickness") < 0.5 * inch);  // half-inch ply is a little under
    const auto& insert = row_of("insert", "1/4-20 in wood, brass");
    CHECK(insert.texts.at("inside").starts_with("1/4-20"));
    CHECK(insert.size("outer") == relative(0.375 * inch, 0.01));
    CHECK(insert.size("length") == relative(0.5 * inch, 0.01));
    // A quarter-inch bolt goes into a quarter-inch hole drilled a little large, or one size up.
    const auto& hole = row_of("clearance hole", "1/4");
    CHECK(hole.size("close") > 0.25 * inch);
    CHECK(hole.size("close") <= 17.0 / 64 * inch + 1e-5);
}

TEST_CASE("a printed chain of 30 mm balls", "[practice]") {
    // Wall 3, neck 15, three slots of 20 mm: PLA cracks at 0.75 mm of undercut, PETG does not.
    const auto chain = [](const char* material, Values more) {
        Values v{{"ball_diameter", 0.030},
                 {"opening_diameter", 0.0285},
                 {"stem_diameter", 0.015},
                 {"wall", 0.003},
                 {"fingers", 3.0},
                 {"finger_length", 0.020},
                 {"segment_mass", 0.016},
                 {"wire_diameter", 0.0},
                 {"pitch", 0.030},
                 {"modulus", number_of(material, "youngs_modulus")},
                 {"strain_limit", number_of(material, "strain_limit")}};
        for (const auto& [key, value] : more) v[key] = value;
        return v;
    };
    const auto cracks = [&](const char* material) {
        return factor("ball_chain", chain(material, {}), {0, 0, -0.1, 0, 0, 0}, "breaks") < 1;
    };
    CHECK(cracks("PLA, printed"));
    CHECK_FALSE(cracks("PETG, printed"));
    // 0.9 m of it does not hold itself without a wire in it; with one it does.
    const Values long_one{{"joints", 30.0}};
    CHECK_THAT(notes("ball_chain", chain("PETG, printed", long_one)), Catch::Contains("does not even carry itself"));
    const Values wired{{"joints", 30.0}, {"wire_diameter", 0.006}, {"wire_yield", 120e6}};
    CHECK_THAT(notes("ball_chain", chain("PETG, printed", wired)), !Catch::Contains("does not even carry itself"));
}

TEST_CASE("a second link on a friction arm makes its root slip", "[practice]") {
    // A hinge of plywood under an M8 with a Ø20 knob, a camera of 1 kg: one link of 0.25 m holds, two do not.
    const Values hinge{{"squeezed_by", s("screw")}, {"torque", 0.8}, {"kept", 0.7}};
    const auto at = [&](double reach) {
        return factor("friction_pivot", hinge, {0, 0, 0, 0, 0, gravity * reach}, "slips");
    };
    CHECK(at(0.25) > 1);
    CHECK(at(0.50) < 1);
}

TEST_CASE("two screws stop the turn that one does not", "[practice]") {
    const auto unscrews = [](const char* screws) {
        const auto face = joint("flat_face", {{"screws", s(screws)}});
        for (const auto& m : face->modes())
            if (m.key == "unscrews") return true;
        return false;
    };
    CHECK(unscrews("one"));
    CHECK_FALSE(unscrews("several"));
}

TEST_CASE("a pivot of quarter-inch bolt, plywood and a rubber washer holds and moves", "[practice]") {
    const Values pivot{{"squeezed_by", s("screw")},
                       {"screw", s("1/4-20 UNC")},
                       {"torque", row_of("hand torque", "wing nut").size("torque")},
                       {"lap", s("single")},
                       {"faces", 1.0},
                       {"outer_diameter", 0.038},
                       {"inner_diameter", 0.0066},
                       {"pin_diameter", 0.00635},
                       {"friction", friction("rubber on plywood")},
                       {"hand_radius", 0.25},
                       {"kept", 0.7}};
    // A small body of 0.6 kg, 0.15 m out.
    const Wrench load{0, -0.6 * gravity, 0, 0, 0, 0.6 * gravity * 0.15};
    CHECK(factor("friction_pivot", pivot, load, "slips") > 2);
    CHECK(factor("friction_pivot", pivot, load, "moves") > 1);
}

TEST_CASE("a light stand's foot circle stands a push that a castered base does not", "[practice]") {
    // Feet 0.49 m from the middle, a castered base 0.28 m; 3 kg at 1.5 m, pushed at the camera with 8 N.
    const auto tips = [](double spread, const char* on) {
        const Values stand{{"spread", spread}, {"on", s(on)}};
        const Load load{{0, 0, -3 * gravity, 0, 0, 0}, {8, 0, 0, 0, 8 * 1.5, 0}};
        return mode(report("stance", stand, load), "tips").factor_live;
    };
    CHECK(tips(0.49, "feet") > tips(0.28, "braked"));
    CHECK(tips(0.28, "braked") < 1);
}

TEST_CASE("a friction-only release is for small bodies", "[practice]") {
    // A washer under sprung lips, the camera turned on its side with its balance 35 mm out: half a kilogram holds, 0.9
    // to 1.3 kg do not.
    const auto holds = [](double mass) {
        const Values shoe{{"plate", s("round")}, {"friction", friction("rubber on steel")}, {"spring", 30.0}};
        return report("shoe", shoe, Wrench{0, mass * gravity, 0, 0, 0, mass * gravity * 0.035}).factor;
    };
    CAPTURE(holds(0.5), holds(0.9), holds(1.3));
    CHECK(holds(0.5) > 1);
    CHECK(holds(1.3) < 1);
}
