#include <cmath>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {

/// A 3-4-5 rest: its edge 80 mm up and 60 mm behind the foot, 53.1° from level.
Values rest(Values more = {}) {
    Values v{{"rest_height", 0.08}, {"rest_behind", 0.06}, {"friction", 0.5}, {"rest_friction", 0.0}, {"width", 0.08}};
    for (const auto& [key, value] : more) v[key] = value;
    return v;
}
/// A weight at (x, z): My = z Fx − x Fz.
Wrench weight(double W, double x) {
    return {0, 0, -W, 0, x * W, 0};
}

}  // namespace

TEST_CASE("what leans presses its rest and its foot by statics", "[lean]") {
    // 10 N at 45 mm behind the foot: N_B = 10 · 45/100 = 4.5 N, square to the back; the foot keeps 10 − 4.5 · 0.6.
    const auto r = report("lean", rest(), weight(10, 0.045));
    CHECK(worked(r, "on_rest") == relative(4.5, 1e-9));
    CHECK(worked(r, "on_foot") == relative(10 - 4.5 * 0.6, 1e-9));
    CHECK(worked(r, "pushes_forward") == relative(4.5 * 0.8, 1e-9));
    CHECK(result(r, "angle") == relative(std::atan2(0.08, 0.06), 1e-9));
    // A block for 60° at the same distance: b tan 60°.
    CHECK(result(r, "height_for_wanted") == relative(0.06 * std::sqrt(3.0), 1e-6));
}

TEST_CASE("a push tips it forward, a touch on its top back, a nudge sideways", "[lean]") {
    const Wrench own = weight(10, 0.045);
    const auto live = [&](const Wrench& push, const char* m) {
        return mode(report("lean", rest(), Load{own, push}), m).factor_live;
    };
    // Forward at height z: it leaves the rest when F z = 10 · 0.045.
    CHECK(live({-1, 0, 0, 0, -0.1, 0}, "falls") == relative(4.5, 1e-3));
    // Back at height z: N_B grows by F z/l, the foot is lifted when 0.6 N_B = W.
    CHECK(live({1, 0, 0, 0, 0.2, 0}, "tips_back") == relative((10 / 0.6 - 4.5) * 0.1 / 0.2, 1e-3));
    CHECK(live({0, 1, 0, -0.1, 0, 0}, "tips_sideways") == relative(10 * 0.04 / 0.1, 1e-9));
    // A weight behind the rest's edge tips back by itself, one ahead of the foot falls.
    CHECK(mode(report("lean", rest(), Load{weight(10, 0.2), {}}), "tips_back").factor == 0);
    CHECK(mode(report("lean", rest(), Load{weight(10, -0.01), {}}), "falls").factor == 0);
}

TEST_CASE("without a lip friction must keep its foot", "[lean]") {
    const Wrench own = weight(10, 0.045);
    // It pushes forward with 3.6 N on 7.3 N: friction of 0.5 holds by 0.05 N, of 0.45 does not.
    const auto at = [&](double friction, const char* stop) {
        return mode(report("lean", rest({{"stop", s(stop)}, {"friction", friction}}), Load{own, {}}), "slips").factor;
    };
    CHECK(at(0.45, "none") == 0);
    CHECK(std::isinf(at(0.5, "none")));
    CHECK(std::isinf(at(0.1, "lip")));
    // Friction on the rest helps as its back slides by b/l of the foot's way, and lifts the foot a little.
    const double mu = 0.45, mb = 0.4, N = 4.5, foot = 10 - N * (0.6 + mb * 0.8);
    const auto held = report("lean", rest({{"stop", s("none")}, {"friction", mu}, {"rest_friction", mb}}),
                             Load{own, {-1, 0, 0, 0, 0, 0}});  // pulled forward at the foot
    CHECK(mode(held, "slips").factor_live == relative(mu * foot + mb * N * 0.6 - 3.6, 1e-6));
    // A pull back of F: 3.6 − F − ... until −(3.6 − F) = mu N_A, N_A unchanged by a pull at the foot.
    CHECK(mode(report("lean", rest(), Load{own, {1, 0, 0, 0, 0, 0}}), "slips").factor_live ==
          relative(3.6 + 0.5 * 7.3, 1e-6));
}
