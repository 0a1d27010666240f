#include "catalogue/thread.h"

#include "approximately.h"
#include "catalogue/named.h"
#include "catalogue/stock.h"
#include "constants.h"
#include "families/thread/stack_design.h"

using namespace clampet;
using catalogue::Fit;

namespace {
using constants::inch;
constexpr double square_inch = inch * inch;
}  // namespace

TEST_CASE("pitch and minor diameters agree with ISO 724", "[catalogue][thread][published]") {
    // ISO 724, basic dimensions, coarse series (M6x0.75 and M10x1 fine). Printed to 0.001 mm. Typed from memory of the
    // printed table.
    struct Row {
        const char* name;
        double pitch, pitch_diameter, minor;
    };
    const auto row = GENERATE(values<Row>({{"M2", 0.4, 1.740, 1.567},
                                           {"M2.5", 0.45, 2.208, 2.013},
                                           {"M3", 0.5, 2.675, 2.459},
                                           {"M4", 0.7, 3.545, 3.242},
                                           {"M5", 0.8, 4.480, 4.134},
                                           {"M6", 1, 5.350, 4.917},
                                           {"M8", 1.25, 7.188, 6.647},
                                           {"M10", 1.5, 9.026, 8.376},
                                           {"M12", 1.75, 10.863, 10.106},
                                           {"M6x0.75", 0.75, 5.513, 5.188},
                                           {"M10x1", 1, 9.350, 8.917}}));
    CAPTURE(row.name);
    const auto t = named(row.name);
    CHECK(t.pitch * 1e3 == absolute(row.pitch, 1e-9));
    CHECK(t.pitch_diameter * 1e3 == absolute(row.pitch_diameter, 0.0006));
    CHECK(t.minor_internal * 1e3 == absolute(row.minor, 0.0006));
}

TEST_CASE("metric stress areas agree with ISO 898-1", "[catalogue][thread][published]") {
    // ISO 898-1, nominal stress areas, printed to three figures. Typed from memory of the printed table.
    struct Row {
        const char* name;
        double area;
    };
    const auto row = GENERATE(values<Row>(
        {{"M3", 5.03}, {"M4", 8.78}, {"M5", 14.2}, {"M6", 20.1}, {"M8", 36.6}, {"M10", 58.0}, {"M12", 84.3}}));
    CAPTURE(row.name);
    CHECK(named(row.name).stress_area * 1e6 == relative(row.area, 0.0035));
}

TEST_CASE("2A and 2B limits agree with ASME B1.1", "[catalogue][thread][published]") {
    // ASME B1.1 table of limits of size, classes 2A and 2B [in], as printed to 0.0001. Typed from memory of the printed
    // table.
    struct Row {
        const char* name;
        double major_high, major_low, pitch_high, pitch_low, nut_pitch_low, nut_pitch_high, nut_minor_low,
            nut_minor_high, area;
    };
    const auto row =
        GENERATE(values<Row>({{"1/4-20 UNC", 0.2489, 0.2408, 0.2164, 0.2127, 0.2175, 0.2224, 0.196, 0.207, 0.0318},
                              {"1/4-28 UNF", 0.2490, 0.2425, 0.2258, 0.2225, 0.2268, 0.2311, 0.211, 0.220, 0.0364},
                              {"5/16-18 UNC", 0.3113, 0.3026, 0.2752, 0.2712, 0.2764, 0.2817, 0.252, 0.265, 0.0524},
                              {"3/8-16 UNC", 0.3737, 0.3643, 0.3331, 0.3287, 0.3344, 0.3401, 0.307, 0.321, 0.0775},
                              {"1/2-13 UNC", 0.4985, 0.4876, 0.4485, 0.4435, 0.4500, 0.4565, 0.417, 0.434, 0.1419},
                              {"#10-32 UNF", 0.1891, 0.1831, 0.1688, 0.1658, 0.1697, 0.1736, 0.156, 0.164, 0.0200},
                              {"#8-32 UNC", 0.1631, 0.1571, 0.1428, 0.1399, 0.1437, 0.1475, 0.130, 0.139, 0.0140}}));
    CAPTURE(row.name);
    const auto t = named(row.name);
    CHECK(t.external_major.high / inch == absolute(row.major_high, 0.00011));
    CHECK(t.external_major.low / inch == absolute(row.major_low, 0.00011));
    CHECK(t.external_pitch.high / inch == absolute(row.pitch_high, 0.00011));
    CHECK(t.external_pitch.low / inch == absolute(row.pitch_low, 0.00011));
    CHECK(t.internal_pitch.low / inch == absolute(row.nut_pitch_low, 0.00011));
    CHECK(t.internal_pitch.high / inch == absolute(row.nut_pitch_high, 0.00011));
    CHECK(t.internal_minor.low / inch == absolute(row.nut_minor_low, 0.0006));
    CHECK(t.internal_minor.high / inch == absolute(row.nut_minor_high, 0.0006));
    CHECK(t.stress_area / square_inch == absolute(row.area, 0.00006));
}

TEST_CASE("6g and 6H limits of common sizes", "[catalogue][thread][from-memory]") {
    // ISO 965-2 limits, from memory.
    const auto m6 = named("M6");
    CHECK(m6.external_major.high * 1e3 == absolute(5.974, 0.0006));
    CHECK(m6.external_major.low * 1e3 == absolute(5.794, 0.0006));
    CHECK(m6.external_pitch.high * 1e3 == absolute(5.324, 0.0006));
    CHECK(m6.external_pitch.low * 1e3 == absolute(5.212, 0.0006));
    CHECK(m6.internal_pitch.high * 1e3 == absolute(5.500, 0.0006));
    CHECK(m6.internal_minor.high * 1e3 == absolute(5.153, 0.0006));
}

TEST_CASE("mixed threads jam where the flanks say so", "[catalogue][thread]") {
    // Derived in the project's own notes on mechanics, section 2: M6 in 1/4-20 0.93 to 1.43, 3/8-16 in M10 3.2 to 5.2,
    // #10-32 in M5 18 to 37.
    const auto m6 = catalogue::fit(named("M6"), named("1/4-20"));
    CHECK(m6.fit == Fit::jams);
    CHECK(m6.turns_low == absolute(0.93, 0.006));
    CHECK(m6.turns_high == absolute(1.43, 0.006));
    CHECK_THAT(m6.reason, Catch::Contains("The pitches differ (1.000 and 1.270 mm): it jams after 0.93 to 1.43 turns"));
    const auto three_eighths = catalogue::fit(named("3/8-16"), named("M10"), 6);
    CHECK(three_eighths.fit == Fit::jams);
    CHECK(three_eighths.turns_low == absolute(3.2, 0.06));
    CHECK(three_eighths.turns_high == absolute(5.2, 0.06));
    const auto ten = catalogue::fit(named("#10-32"), named("M5"));
    CHECK(ten.fit == Fit::by_luck);
    CHECK(ten.turns_low == absolute(18, 0.5));
    CHECK(ten.turns_high == absolute(37, 0.6));
}

TEST_CASE("verdicts of fit", "[catalogue][thread]") {
    CHECK(catalogue::fit(named("1/4-20"), named("1/4-20")).fit == Fit::fits);
    CHECK(catalogue::fit(named("1/4 BSW"), named("1/4-20")).fit == Fit::by_luck);
    CHECK(catalogue::fit(named("3/8-16"), named("1/4-20")).fit == Fit::too_big);
    CHECK(catalogue::fit(named("1/4-20"), named("3/8-16")).fit == Fit::no_contact);
}

TEST_CASE("threads go by many names", "[catalogue][thread]") {
    for (const char* name : {"1/4-20 UNC", "1/4-20", "¼-20", "1/4-20unc"})
        CHECK(named(name).designation == "1/4-20 UNC");
    for (const char* name : {"M6", "m6", "M6x1", "M6×1"}) CHECK(named(name).designation == "M6");
    CHECK(named("M6x0.75").pitch == relative(0.00075, 1e-9));
    const auto unknown = catalogue::thread_named("M9");
    REQUIRE_FALSE(unknown);
    CHECK(unknown.problem().what == "The thread “M9” is not in the catalogue.");
    CHECK_THAT(unknown.problem().remedy, Catch::StartsWith("Write for example "));
}

TEST_CASE("a thread of any size is refused where it cannot be cut", "[catalogue][thread]") {
    for (const double pitch : {0.0, -1e-3, std::nan(""), 7e-3}) {
        const auto thread = catalogue::iso_metric_thread(6e-3, pitch);
        REQUIRE_FALSE(thread);
        CHECK(thread.problem().where == "pitch");
        CHECK(thread.problem().remedy == "Measure crest to crest, for example 1.5 mm.");
    }
    CHECK(catalogue::iso_metric_thread(6e-3, 1e-3)->pitch_diameter == relative(named("M6").pitch_diameter, 1e-12));
}

TEST_CASE("tapping drills by thread share", "[catalogue][thread][published]") {
    // Machinery's Handbook: 3/8-16 with a 5/16 in drill 77 %, 1/4-20 with 0.201 in 75 %.
    CHECK(catalogue::tap_drill(named("3/8-16"), 0.77) / inch == absolute(0.3125, 0.0003));
    CHECK(catalogue::tap_drill(named("1/4-20"), 0.75) / inch == absolute(0.201, 0.0004));
}

TEST_CASE("tap and clearance drills of the tables", "[catalogue][thread][published]") {
    // Machinery's Handbook, tapping drills for about 75 % thread; ISO 2306 for coarse metric threads. Sizes in mm.
    const std::pair<const char*, double> taps[] = {
        {"M3", 2.5},   {"M4", 3.3},      {"M5", 4.2},       {"M6", 5.0},      {"M8", 6.8},       {"M10", 8.5},
        {"M12", 10.2}, {"1/4-20", 5.11}, {"5/16-18", 6.53}, {"3/8-16", 7.94}, {"1/2-13", 10.72}, {"#10-32", 4.04}};
    for (const auto& [thread, drill] : taps) {
        CAPTURE(thread);
        CHECK(catalogue::tap_drill(named(thread)) * 1e3 == relative(drill, 0.025));
    }
    // ISO 273, fine, medium and coarse series; ASME B18.2.8 close, normal and loose.
    struct Holes {
        const char* thread;
        double close, normal, loose;
    };
    for (const auto& h : std::initializer_list<Holes>{{"M3", 3.2, 3.4, 3.6},
                                                      {"M4", 4.3, 4.5, 4.8},
                                                      {"M5", 5.3, 5.5, 5.8},
                                                      {"M6", 6.4, 6.6, 7},
                                                      {"M8", 8.4, 9, 10},
                                                      {"M10x1", 10.5, 11, 12},
                                                      {"M12", 13, 13.5, 14.5},
                                                      {"1/4-20", 25.4 * 17 / 64, 25.4 * 9 / 32, 25.4 * 19 / 64},
                                                      {"3/8 BSW", 25.4 * 25 / 64, 25.4 * 13 / 32, 25.4 * 27 / 64}}) {
        CAPTURE(h.thread);
        const auto holes = catalogue::clearance_holes(named(h.thread));
        CHECK(holes.close * 1e3 == relative(h.close, 1e-3));
        CHECK(holes.normal * 1e3 == relative(h.normal, 1e-3));
        CHECK(holes.loose * 1e3 == relative(h.loose, 1e-3));
        CHECK_THAT(holes.source, Catch::Contains("from memory"));
    }
    // Every thread has all three, in order, and a hole larger than itself.
    for (const auto& t : catalogue::threads()) {
        const auto holes = catalogue::clearance_holes(t);
        CAPTURE(t.designation);
        const bool screws = t.form == catalogue::ThreadForm::iso || t.form == catalogue::ThreadForm::unified;
        if (t.major < 0.02 && screws) CHECK(holes.source != "common practice");
        CHECK(t.major < holes.close);
        CHECK(holes.close < holes.normal);
        CHECK(holes.normal < holes.loose);
    }
}

TEST_CASE("pitch diameters of the tables", "[catalogue][thread][published]") {
    // ISO 724 and ASME B1.1, basic pitch and minor diameters of internal threads [mm].
    struct Row {
        const char* thread;
        double pitch, minor;
    };
    for (const auto& row : {Row{"M5", 4.480, 4.134},
                            {"M6", 5.350, 4.917},
                            {"M8", 7.188, 6.647},
                            {"M10", 9.026, 8.376},
                            {"M12", 10.863, 10.106},
                            {"1/4-20", 5.524, 4.975},
                            {"3/8-16", 8.494, 7.805}}) {
        CAPTURE(row.thread);
        CHECK(named(row.thread).pitch_diameter * 1e3 == absolute(row.pitch, 1.5e-3));
        CHECK(named(row.thread).minor_internal * 1e3 == absolute(row.minor, 1.5e-3));
    }
}

TEST_CASE("any two threads are told apart alike from both sides", "[catalogue][thread][property]") {
    for (const auto& a : catalogue::threads())
        for (const auto& b : catalogue::threads()) {
            CAPTURE(a.designation, b.designation);
            const auto there = catalogue::fit(a, b);
            CHECK_FALSE(there.reason.empty());
            if (a.designation == b.designation) {
                CHECK(there.fit == catalogue::Fit::fits);
                continue;
            }
            // What is too big one way falls through, jams or fits loosely the other way, never also too big; but
            // square shoulders and a V meet both ways.
            const auto back = catalogue::fit(b, a);
            const bool alike = std::min(a.flank_half_angle, b.flank_half_angle) > 0.4;
            if (there.fit == catalogue::Fit::too_big && alike) CHECK(back.fit != catalogue::Fit::too_big);
            if (there.fit == catalogue::Fit::jams) {
                CHECK(there.turns_high >= 0);
                CHECK(there.turns_low <= there.turns_high);
            }
        }
}

TEST_CASE("no thread goes in by less than no turn", "[catalogue][thread]") {
    for (const auto& a : catalogue::threads())
        for (const auto& b : catalogue::threads()) {
            const auto fit = catalogue::fit(a, b);
            CAPTURE(a.designation, b.designation, fit.turns_low, fit.turns_high);
            CHECK(fit.turns_low >= 0);
            CHECK(fit.turns_high >= fit.turns_low);
            CHECK(fit.reason.find(" -") == fit.reason.npos);
        }
}

TEST_CASE("washers that give way are no washers of a stack", "[catalogue][thread]") {
    std::size_t rubber = 0;
    for (const auto* row : catalogue::stock_group("washer")) rubber += row->texts.at("kind") == "rubber";
    CHECK(rubber > 0);
    for (const char* name : {"M6", "M8", "M10", "1/4-20"})
        for (const auto* row : families::washers_for(*catalogue::thread_named(name)))
            CHECK(row->texts.at("kind") != "rubber");
}
