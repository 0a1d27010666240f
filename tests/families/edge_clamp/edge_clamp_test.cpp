#include "constants.h"
#include "families/bench.h"
#include "mechanics/curved_beam.h"
#include "mechanics/wood.h"

using namespace clampet;
using namespace bench;

namespace {
using constants::inch;
using constants::pound_force;
}  // namespace

TEST_CASE("the hook of the handbook, as a curved beam", "[edge_clamp][published]") {
    // Shigley, example on curved members: rectangular hook 0.75 by 4 in, inner radius 2 in, 5000 lbf at the centroid's
    // radius: r_n 3.641 in, 16.9 kpsi at the inner fibre.
    const mechanics::CurvedBeam hook{2 * inch, 4 * inch, 0.75 * inch};
    CHECK(hook.neutral_radius() / inch == relative(3.641, 2e-4));
    const double F = 5000 * pound_force;
    CHECK(hook.inner_stress(F * 4 * inch, F) / 6894757.293 == relative(16.9, 5e-3));
}

TEST_CASE("a bare screw bores through its rubber cap, a button does not", "[edge_clamp]") {
    const Values cap{{"force", 300.0}, {"tip", std::string("bare")}, {"tip_diameter", 0.0055}, {"lower_friction", 0.6}};
    const auto bare = report("edge_clamp", cap, {0, 0, -1, 0, 0, 0});
    CHECK(bare.governs == "bores");
    CHECK(bare.factor == relative(3e6 * std::numbers::pi / 4 * 0.0055 * 0.0055 / 300 / std::sqrt(1 + 3 * 0.36), 1e-9));
    CHECK(bare.modes.size() == report("edge_clamp", {{"force", 300.0}}, {0, 0, -1, 0, 0, 0}).modes.size() + 1);
    CHECK(report("edge_clamp", {{"force", 300.0}}, {0, 0, -1, 0, 0, 0}).governs != "bores");
}

TEST_CASE("an overhang tips a clamp on its upper plate's edge", "[edge_clamp]") {
    const Values v{{"force", 900.0}, {"plate_length", 0.05}, {"plate_width", 0.05}};
    CHECK(factor("edge_clamp", v, {0, 0, 0, 0, 1, 0}, "tips") == relative(900 * 0.025, 1e-6));
    CHECK(factor("edge_clamp", v, {1, 0, 0, 0, 0, 0}, "slips") < 900 * 0.25 + 900 * 0.8);
    CHECK(factor("edge_clamp", v, {0, 0, 1, 0, 0, 0}, "parts") == relative(1800.0, 1e-6));
    CHECK(problem("edge_clamp", {{"plate_length", 0.2}}).where == "plate_length");
    // A fiftieth of a millimetre of corner radius: the frame's stress rises far above the straight beam's.
    CHECK(factor("edge_clamp", {{"inner_radius", 0.001}}, {0, 0, -1, 0, 0, 0}, "breaks") <
          factor("edge_clamp", {{"inner_radius", 0.02}}, {0, 0, -1, 0, 0, 0}, "breaks"));
}
