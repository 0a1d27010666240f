#include "mechanics/tightening.h"

#include "approximately.h"
#include "catalogue/thread.h"

using namespace clampet;
using mechanics::TightenedScrew;

namespace {
TightenedScrew m10() {
    const auto t = *catalogue::thread_named("M10");
    return {.pitch = t.pitch,
            .pitch_diameter = t.pitch_diameter,
            .flank_half_angle = t.flank_half_angle,
            .thread_friction = 0.12,
            .bearing_friction = 0.12,
            .bearing_outer_diameter = 0.016,
            .bearing_inner_diameter = 0.010};
}
}  // namespace

TEST_CASE("torque and preload of an M10 agree with VDI 2230", "[mechanics][published]") {
    // VDI 2230 part 1, step R13 with mu 0.12/0.12 and a mean bearing diameter of 13 mm: T/F = 1.644 mm; class 8.8
    // tightening table: 29.6 kN and 48 N m (the table rounds).
    const auto screw = m10();
    CHECK(mechanics::torque_per_preload_linear(screw, 0.013) * 1e3 == absolute(1.644, 0.0006));
    CHECK(29.6e3 * mechanics::torque_per_preload_linear(screw, 0.013) == absolute(48.7, 0.06));
    // The exact form differs by the rounding of tan(psi + rho') and of the mean radius only.
    CHECK(mechanics::torque_per_preload(screw) == relative(mechanics::torque_per_preload_linear(screw, 0.013), 0.02));
}

TEST_CASE("assembly preloads agree with VDI 2230 table A1", "[mechanics][published]") {
    // VDI 2230 part 1, table A1: shank bolts, coarse thread, class 8.8 (R_p = 640 MPa; 660 above M16), mu_t = 0.12: F_M
    // [kN].
    struct Row {
        const char* name;
        double preload;
    };
    const auto row = GENERATE(values<Row>({{"M6", 9.9}, {"M8", 18.1}, {"M10", 28.8}, {"M12", 41.9}}));
    CAPTURE(row.name);
    const auto t = *catalogue::thread_named(row.name);
    auto screw = m10();
    screw.pitch = t.pitch;
    screw.pitch_diameter = t.pitch_diameter;
    // From memory of the table, hence 3 %.
    CHECK(mechanics::largest_preload(screw, t.stress_area, 640e6) / 1e3 == relative(row.preload, 0.03));
}

TEST_CASE("a power screw agrees with Shigley's worked example", "[mechanics][published]") {
    // Shigley, power screws, example 8-1: square thread, 32 mm major, 4 mm pitch, double start (lead 8 mm), f = f_c =
    // 0.08, collar 40 mm mean, 6.4 kN: raising 26.18 N m. As a single start of 8 mm pitch with d_m = 30 mm, square
    // flanks.
    const TightenedScrew screw{.pitch = 0.008,
                               .pitch_diameter = 0.030,
                               .flank_half_angle = 0,
                               .thread_friction = 0.08,
                               .bearing_friction = 0.08,
                               .bearing_outer_diameter = 0.040000001,
                               .bearing_inner_diameter = 0.039999999};
    CHECK(6400 * mechanics::torque_per_preload(screw) == relative(26.18, 0.001));
    CHECK(6400 * mechanics::loosening_torque_per_preload(screw) == relative(9.77, 0.01));
    CHECK_FALSE(mechanics::is_self_locking(screw));
}

TEST_CASE("spinning a camera on leaves far less preload than turning its screw", "[mechanics]") {
    // The project's notes, section 2: 1/4-20 at 1 N m on the whole face gives about 730 N, or 110 N on cork.
    const auto t = *catalogue::thread_named("1/4-20");
    TightenedScrew screw{.pitch = t.pitch,
                         .pitch_diameter = t.pitch_diameter,
                         .flank_half_angle = t.flank_half_angle,
                         .thread_friction = 0.15,
                         .bearing_friction = 0.45,
                         .bearing_outer_diameter = 0.055,
                         .bearing_inner_diameter = 0.007};
    CHECK(1 / mechanics::torque_per_preload(screw) == absolute(110, 10));
}

TEST_CASE("a screw that cannot be is refused", "[mechanics]") {
    for (const double pitch : {0.0, -1e-3, std::nan(""), 0.04}) {
        auto screw = m10();
        screw.pitch = pitch;
        const auto ok = mechanics::check_screw(screw);
        REQUIRE_FALSE(ok);
        CHECK(ok.problem().where == "pitch");
        CHECK(ok.problem().remedy == "Measure crest to crest, for example 1.5 mm.");
    }
    auto screw = m10();
    screw.bearing_inner_diameter = 0.02;
    CHECK(mechanics::check_screw(screw).problem().where == "bearing_inner");
    screw.bearing_inner_diameter = screw.bearing_outer_diameter;
    CHECK(mechanics::check_screw(screw));
    screw.bearing_inner_diameter = -1e-6;
    CHECK(mechanics::check_screw(screw).problem().where == "bearing_inner");
    for (const double friction : {std::numeric_limits<double>::infinity(), std::nan(""), -0.001, 2.001}) {
        screw = m10();
        screw.thread_friction = friction;
        CHECK(mechanics::check_screw(screw).problem().where == "thread_friction");
        screw = m10();
        screw.bearing_friction = friction;
        CHECK(mechanics::check_screw(screw).problem().where == "bearing_friction");
    }
    for (const double friction : {0.0, 2.0}) {
        screw = m10();
        screw.thread_friction = screw.bearing_friction = friction;
        CHECK(mechanics::check_screw(screw));
    }
    screw = m10();
    screw.pitch = 3 * screw.pitch_diameter;
    CHECK(mechanics::check_screw(screw));
}
