// Time under load: creep and what is kept, by readings that are made up from the law they are fitted with, and by hand.
#include "prove/hang.h"

#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "project/edits.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "study/check.h"

using namespace clampet;
using rig::Hang;
using rig::HangOf;

namespace {

Hang hang_of(HangOf of, std::vector<Hang::Reading> readings) {
    Hang hang;
    hang.id = "hang-1";
    hang.seam = "seam";
    hang.date = "2026-11-29";
    hang.of = of;
    hang.readings = std::move(readings);
    return hang;
}

/// An interface of the demonstration that is squeezed and loses some of it.
std::string fading_seam(const rig::Rig& rig) {
    for (const auto& f : rig.interfaces)
        for (const auto& element : rig::in_force(rig, f).elements)
            if (const auto* family = families::family_named(element.family);
                family && families::find_parameter(*family, "kept"))
                return f.id;
    FAIL("nothing fades");
    std::abort();
}

double kept_in(const rig::Rig& rig, const std::string& seam) {
    for (const auto& element : rig::in_force(rig, *rig.interface(seam)).elements)
        if (const auto values = rig::values_of(element, rig::End::typical, {}); values && values->contains("kept"))
            return families::number(*values, "kept");
    return 0;
}

}  // namespace

TEST_CASE("What a stack keeps follows from two readings, and more of them are surer", "[prove][hang]") {
    // 1 - 0.06 lg(1 + t/60 s): a softwood stack that keeps 0.81 after a day.
    const auto at = [](double t) { return Hang::Reading{t, 1 - 0.06 * std::log10(1 + t / 60)}; };
    const auto kept = prove::kept_by(hang_of(HangOf::force, {at(0), at(86400)}));
    REQUIRE(kept);
    CHECK(kept->loss == relative(0.06, 1e-9));
    CHECK(kept->after_a_day.typical == relative(1 - 0.06 * std::log10(1441.0), 1e-9));
    CHECK(kept->after_a_day.low < kept->after_a_day.typical - 0.05);
    const auto surer = prove::kept_by(hang_of(HangOf::force, {at(0), at(600), at(3600), at(8 * 3600), at(86400)}));
    REQUIRE(surer);
    CHECK(surer->after_a_day.typical == relative(kept->after_a_day.typical, 1e-9));
    CHECK(surer->deviation < kept->deviation);
    // The first reading need not be at 0, nor 1.
    auto later = hang_of(HangOf::force, {{100, 2}, {86500, 2 * (1 - 0.06 * std::log10(1441.0))}});
    CHECK(prove::kept_by(later)->loss == relative(0.06, 1e-9));
    CHECK(kept->after(kept->until(0.9)) == relative(0.9, 1e-9));
    CHECK(std::isinf(prove::kept_by(hang_of(HangOf::force, {{0, 1}, {86400, 1}}))->until(0.9)));
}

TEST_CASE("Force that grows while it hangs is a wrong reading", "[prove][hang][bad]") {
    CHECK((prove::kept_by(hang_of(HangOf::force, {{0, 1}, {86400, 1.3}})).problem().id == "hang.grows"));
    // Within what a scale does not see it keeps all.
    CHECK(prove::kept_by(hang_of(HangOf::force, {{0, 1}, {86400, 1.02}}))->after_a_day.typical == 1);
}

TEST_CASE("A mark that settles is told from one that goes on", "[prove][hang]") {
    std::vector<Hang::Reading> settles, goes_on;
    for (const double t : {0.0, 600.0, 3600.0, 4 * 3600.0, 12 * 3600.0}) {
        settles.push_back({t, 2e-4 * std::log10(1 + t / 60)});
        goes_on.push_back({t, 1e-4 + 3e-8 * t});
    }
    const auto slow = prove::crept_by(hang_of(HangOf::mark, settles)),
               slips = prove::crept_by(hang_of(HangOf::mark, goes_on));
    CHECK(slow.settles);
    CHECK(slow.after_a_day == relative(2e-4 * std::log10(1441.0), 1e-6));
    CHECK_FALSE(slips.settles);
    CHECK(slips.after_a_week == relative(1e-4 + 3e-8 * 7 * 86400, 1e-6));
    CHECK(slips.rate == relative(3e-8, 1e-6));
}

TEST_CASE("Readings are written as people write them", "[prove][hang]") {
    const auto marks = prove::readings_of("0 = 0 mm, 10 min = 0.2 mm; 8 h = 0.5mm", HangOf::mark);
    REQUIRE(marks);
    REQUIRE(marks->size() == 3);
    CHECK((*marks)[1].time == relative(600, 1e-9));
    CHECK((*marks)[2].value == relative(5e-4, 1e-9));
    const auto forces = prove::readings_of("0 = 4 kg, 1 day = 30 N", HangOf::force);
    if (!forces) FAIL(forces.problem().sentence());
    CHECK((*forces)[0].value == 1);
    CHECK((*forces)[1].value == relative(30 / (4 * 9.80665), 1e-9));
    CHECK((prove::readings_of("tomorrow", HangOf::mark).problem().id == "hang.no_reading"));
    CHECK((prove::readings_of("0 = 3 kg", HangOf::mark).problem().id == "hang.no_reading"));
    CHECK((prove::readings_of("0 = 0 N, 1 h = 3 N", HangOf::force).problem().id == "hang.no_reading"));
}

TEST_CASE("What was kept stands in the place of the table's share, and the verdict follows", "[prove][hang]") {
    const auto rig = project::demo_rig();
    const auto seam = fading_seam(rig);
    const double before = kept_in(rig, seam);
    const auto hang = prove::recorded(rig, {seam, HangOf::force, {{0, 1}, {86400, 0.5}}, "2026-11-29", ""});
    if (!hang) FAIL(hang.problem().sentence());
    CHECK(hang->stood == relative(before, 1e-9));
    const auto after = project::edited(rig, project::AddRecord{*hang});
    REQUIRE(after);
    CHECK(kept_in(*after, seam) == relative(0.5, 1e-6));
    const auto factor = [&](const rig::Rig& r) {
        const auto check = study::check(r);
        for (const auto& one : check->interfaces)
            if (one.id == seam) return one.typical;
        return 0.0;
    };
    CHECK(factor(*after) < factor(rig));
    // Of a mark nothing follows for the force; taken back, nothing at all.
    const auto mark = prove::recorded(rig, {seam, HangOf::mark, {{0, 0}, {86400, 0.001}}, "", ""});
    REQUIRE(mark);
    CHECK(kept_in(*project::edited(rig, project::AddRecord{*mark}), seam) == relative(before, 1e-9));
    CHECK(kept_in(*project::edited(*after, project::SetRecordOff{hang->id, true}), seam) == relative(before, 1e-9));
    CHECK(kept_in(*project::edited(*after, project::RemoveRecord{hang->id}), seam) == relative(before, 1e-9));
}

TEST_CASE("When to tighten again follows from what is kept and what is required", "[prove][hang]") {
    auto rig = project::demo_rig();
    const auto seam = fading_seam(rig);
    const double counted = kept_in(rig, seam);
    const auto& interface = *rig.interface(seam);
    // Just enough after a day: half of that time, to be early. Twice what is required: never within a year, by wood.
    const auto just = prove::retightening(rig, interface, 2.0, 2.0);
    REQUIRE(just.after);
    CHECK(*just.after == relative(43200, 0.01));
    // Enough when it is fresh, not enough a day later; and not enough either way.
    const auto weak = prove::retightening(rig, interface, 1.9, 2.0);
    REQUIRE(weak.after);
    CHECK(*weak.after == 0);
    CHECK_FALSE(prove::retightening(rig, interface, 1.9 * counted, 2.0).after);
    CHECK_FALSE(prove::retightening(rig, interface, 20.0, 2.0).after);
    // A stack that was seen to lose more wants it sooner.
    const auto hang = prove::recorded(rig, {seam, HangOf::force, {{0, 1}, {3600, 0.75}}, "", ""});
    REQUIRE(hang);
    const auto seen = *project::edited(rig, project::AddRecord{*hang});
    const double factor = 2.2;
    const auto by_wood = prove::retightening(rig, interface, factor, 2.0),
               by_test = prove::retightening(seen, *seen.interface(seam), factor, 2.0);
    REQUIRE(by_test.after);
    CHECK(by_test.says.find("as it was seen") != std::string::npos);
    CHECK((!by_wood.after || by_wood.says.find("by its material") != std::string::npos));
}

TEST_CASE("A time under load that cannot be is refused", "[prove][hang][bad]") {
    const auto rig = project::demo_rig();
    const auto seam = rig.interfaces.front().id;
    const auto problem = [&](std::vector<Hang::Reading> readings, HangOf of = HangOf::mark) {
        const auto hang = prove::recorded(rig, {seam, of, std::move(readings), "", ""});
        REQUIRE_FALSE(hang);
        return hang.problem();
    };
    CHECK((prove::recorded(rig, {"nowhere", HangOf::mark, {{0, 0}, {1, 0}}, "", ""}).problem().id == "hang.no_seam"));
    CHECK(problem({{0, 0}}).where == "readings");
    CHECK(problem({{10, 0}, {5, 0}}).where == "readings");
    CHECK(problem({{0, 0}, {std::nan(""), 0}}).where == "readings");
    CHECK(problem({{0, 0}, {5, 1e9}}).where == "readings");
    CHECK(problem({{0, 0}, {5, 1}}, HangOf::force).where == "readings");
}
