#include <algorithm>
#include <cmath>
#include <numbers>

#include "constants.h"
#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {

using constants::pi;
Values cloth() {
    return {{"flange_diameter", 0.025}, {"strip_strength", 1200.0},
            {"preload", 200.0},         {"kept", 0.7},
            {"friction", 0.6},          {"lever", 0.02}};
}
Values rivets(double count) {
    return {{"kind", s("rivets")},      {"rivets", count},         {"apart", 0.03},
            {"rivet_diameter", 0.004},  {"rivet_shear", 1250.0},   {"rivet_pull", 1800.0},
            {"sheet_thickness", 0.001}, {"sheet_strength", 160e6}, {"lever", 0.02}};
}

}  // namespace

TEST_CASE("cloth between washers slips, turns, tears and pulls through", "[sheet_joint]") {
    // Both washers press with 140 N after a day: mu 2N.
    CHECK(factor("sheet_joint", cloth(), {1, 0, 0, 0, 0, 0}, "slips") == relative(0.6 * 2 * 140, 1e-6));
    CHECK(factor("sheet_joint", cloth(), {0, 0, 0, 0, 0, 1}, "slips") == relative(0.6 * 2 * 140 * 0.025 / 3, 1e-6));
    // A pull takes one side's pressure off: F = mu (2N − F).
    CHECK(factor("sheet_joint", cloth(), {1, 0, 1, 0, 0, 0}, "slips") == relative(0.6 * 280 / 1.6, 1e-6));
    // 1200 N a strip of 50 mm is 24 N/mm.
    CHECK(factor("sheet_joint", cloth(), {0, 1, 0, 0, 0, 0}, "tears") == relative(24e3 * 0.025, 1e-6));
    CHECK(factor("sheet_joint", cloth(), {0, 0, 1, 0, 0, 0}, "pulls_through") == relative(12e3 * pi * 0.025, 1e-6));
    CHECK(factor("sheet_joint", cloth(), {0, 0, 0, 1, 0, 0}, "pulls_through") ==
          relative(12e3 * pi * 0.025 * 0.02, 1e-6));
    auto loose = cloth();
    loose["preload"] = 0.0;
    CHECK(factor("sheet_joint", loose, {1, 0, 0, 0, 0, 0}, "slips") == 0);
}

TEST_CASE("rivets share what they carry; one alone turns", "[sheet_joint]") {
    CHECK(factor("sheet_joint", rivets(2), {1, 0, 0, 0, 0, 0}, "shears") == relative(2500, 1e-6));
    // Two at 30 mm carry a twist as a couple.
    CHECK(factor("sheet_joint", rivets(2), {0, 0, 0, 0, 0, 1}, "shears") == relative(1250 * 0.03, 1e-6));
    // EN 1993-1-3 table 8.1, from memory: alpha = 3.2 sqrt(1/4) = 1.6.
    CHECK(factor("sheet_joint", rivets(1), {1, 0, 0, 0, 0, 0}, "tears") == relative(1.6 * 160e6 * 0.004 * 0.001, 1e-6));
    CHECK(factor("sheet_joint", rivets(2), {0, 0, 1, 0, 0, 0}, "pulls_through") ==
          relative(2 * 1.8 * 160e6 * 0.004 * 0.001, 1e-6));
    const auto doubtful = [](double count) {
        const auto r = report("sheet_joint", rivets(count), Wrench{});
        return std::any_of(r.advisories.begin(), r.advisories.end(), [](const auto& a) { return a.doubtful; });
    };
    CHECK(doubtful(1));
    CHECK_FALSE(doubtful(2));
    auto near = rivets(2);
    near["apart"] = 0.006;
    CHECK((families::join(*families::family_named("sheet_joint"), near).problem().id == "sheet_joint.rivets_too_near"));
}
