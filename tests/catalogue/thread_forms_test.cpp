#include <algorithm>
#include <cmath>
#include <numbers>

#include "catalogue/named.h"
#include "catalogue/thread.h"
#include "constants.h"
#include "families/bench.h"
#include "mechanics/thread_strength.h"
#include "mechanics/tightening.h"

using namespace clampet;
using namespace bench;
using catalogue::Fit;

namespace {

using constants::degree;
using constants::inch;

}  // namespace

TEST_CASE("trapezoidal, Acme and pipe threads have their standards' sizes", "[catalogue][published]") {
    // ISO 2904, from memory: Tr 8x1.5 d2 7.25, d3 6.2, D1 6.5; Tr 14x3 d2 12.5, d3 10.5, D1 11; Tr 20x4 d2 18, d3 15.5.
    const auto tr8 = named("Tr8x1.5"), tr14 = named("Tr14x3"), tr20 = named("tr 20 x 4");
    CHECK(tr8.pitch_diameter == absolute(7.25e-3, 1e-9));
    CHECK(tr8.minor_external == absolute(6.2e-3, 1e-9));
    CHECK(tr8.minor_internal == absolute(6.5e-3, 1e-9));
    CHECK(tr14.minor_external == absolute(10.5e-3, 1e-9));
    CHECK(tr20.pitch_diameter == absolute(18e-3, 1e-9));
    CHECK(tr20.minor_external == absolute(15.5e-3, 1e-9));
    CHECK(tr14.flank_half_angle == absolute(15 * degree, 1e-12));
    // Of sizes that no shop has, the standard's proportions: Tr 14x4 d2 12, d3 9.5.
    CHECK(named("Tr14x4").pitch_diameter == absolute(12e-3, 1e-9));
    CHECK(named("Tr14x4").minor_external == absolute(9.5e-3, 1e-9));
    CHECK_FALSE(catalogue::thread_named("Tr8x5"));
    CHECK_FALSE(catalogue::thread_named("Tr14x4x9"));
    // ASME B1.5, from memory: 1/2-10 basic pitch diameter 0.45 in, minor 0.40, screw's root 0.38.
    const auto acme = named("1/2-10 Acme");
    CHECK(acme.pitch_diameter / inch == absolute(0.45, 1e-9));
    CHECK(acme.minor_internal / inch == absolute(0.40, 1e-9));
    CHECK(acme.minor_external / inch == absolute(0.38, 1e-9));
    CHECK(acme.flank_half_angle == absolute(14.5 * degree, 1e-12));
    // ISO 228-1, from memory: G 1/2 outside 20.955, pitch diameter 19.793, minor 18.631.
    const auto gas = named("G 1/2");
    CHECK(gas.pitch_diameter == absolute(19.793e-3, 2e-6));
    CHECK(gas.minor_internal == absolute(18.631e-3, 2e-6));
    CHECK(named("1/2 bsp").designation == "G 1/2");
    // ASME B1.20.1, from memory: 1/2-14 E1 0.77843 in, tapers by 1/16.
    const auto npt = named("1/2-14 NPT");
    CHECK(npt.pitch_diameter / inch == absolute(0.77843, 2e-5));
    CHECK(npt.taper == 1.0 / 16);
}

TEST_CASE("more starts advance by the lead, and a steep screw is not held by its friction", "[catalogue][mechanics]") {
    const auto one = named("Tr8x2"), four = named("Tr8x8(P2)");
    CHECK(four.lead() == absolute(8e-3, 1e-12));
    CHECK(one.lead() == absolute(2e-3, 1e-12));
    // atan(8/(pi 7)) = 19.99 degrees, by hand.
    CHECK(four.lead_angle() == absolute(19.99 * degree, 1e-4));
    const auto locks = [](const catalogue::Thread& thread) {
        return mechanics::is_self_locking({.pitch = thread.lead(),
                                           .pitch_diameter = thread.pitch_diameter,
                                           .flank_half_angle = thread.flank_half_angle,
                                           .thread_friction = 0.15});
    };
    CHECK(locks(one));
    CHECK_FALSE(locks(four));
    // The bench counts the lead too.
    const auto turned = report("screw_drive", {{"screw", std::string("Tr8x8(P2)")}}, Wrench{});
    CHECK(result(turned, "loosening_torque") < 0);
}

TEST_CASE("a steep flank strips less thread than an easy one", "[catalogue][mechanics]") {
    // ISO 2904 at D1 = d - P: the tooth is P/2 + 2 tan 15° P/4... = 0.634 P wide there, by hand.
    const auto tr = named("Tr14x3");
    const double per_length = mechanics::external_shear_area_per_length(mechanics::basic_sizes(tr, tr));
    CHECK(per_length == relative(std::numbers::pi * 11e-3 * (0.5 + std::tan(15 * degree) / 2), 1e-9));
}

TEST_CASE("tapers wedge, and forms that are not alike do not start", "[catalogue]") {
    CHECK(fit(named("1/2-14 NPT"), named("1/2-14 NPT")).fit == Fit::fits);
    CHECK(fit(named("1/2-14 NPT"), named("G 1/2")).fit == Fit::by_luck);
    CHECK(fit(named("Tr14x3"), named("Tr14x3")).fit == Fit::fits);
    CHECK(fit(named("Tr14x3"), named("M14")).fit != Fit::fits);
    CHECK(fit(named("Sq16x4"), named("Tr16x4")).fit != Fit::fits);
    // One start goes into a nut of four of the same pitch? Only the other way does nothing fit.
    CHECK(fit(named("Tr8x8(P2)"), named("Tr8x2")).fit != Fit::fits);
}

TEST_CASE("a thread of one's own is as it is measured", "[catalogue]") {
    // At 60 degrees it is ISO's: ISO 724 has d2 7.188 and D1 6.647 for M8.
    const auto own = named("own 8 x 1.25, 60°");
    CHECK(own.pitch_diameter == absolute(7.188e-3, 1e-6));
    CHECK(own.minor_internal == absolute(6.647e-3, 1e-6));
    CHECK(named("own 8 x 1.25").designation == own.designation);
    CHECK(named(own.designation.c_str()).pitch_diameter == own.pitch_diameter);
    const auto steep = named("own 10 x 2, 30°, 4 starts");
    CHECK(steep.lead() == absolute(8e-3, 1e-12));
    CHECK(steep.flank_half_angle == absolute(15 * degree, 1e-9));
    for (const char* bad : {"own", "own 8", "own 8 x 1.25, 120°", "own 8 x 9", "own 8 x 1.25, 60°, 40 starts",
                            "own 8 x 1 x 60 x 2", "own 2000 x 1", "own 2 x 1.9"}) {
        CAPTURE(bad);
        const auto refused = catalogue::thread_named(bad);
        REQUIRE_FALSE(refused);
        CHECK_FALSE(refused.problem().remedy.empty());
    }
}
