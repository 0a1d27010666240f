// The plan of work: a textbook's critical path, dates by hand, common practice of drying, and a calendar that libical
// and another parser (python3-icalendar, Debian) read back.
#include "make/plan.h"

#include <libical/ical.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <fstream>
#include <set>

#include "approximately.h"
#include "make/calendar.h"
#include "make/operations.h"
#include "make/schedule.h"
#include "project/starting_points.h"
#include "said_by.h"
#include "temporary_folder.h"

using namespace clampet;
using make::Plan;
using make::Step;
using std::chrono::minutes;

namespace {

constexpr double hour = 3600;

Step step(const char* key, double hands_on, std::vector<std::size_t> after, double waiting = 0) {
    Step s;
    s.key = s.what = key;
    s.hands_on = hands_on;
    s.waiting = waiting;
    s.after = std::move(after);
    return s;
}

make::WallTime at(const char* text) {
    const auto time = make::wall_time_of(text);
    REQUIRE(time);
    return *time;
}

const make::Dated& dated(const make::Schedule& schedule, std::size_t step) {
    const auto found = std::find_if(schedule.steps.begin(), schedule.steps.end(),
                                    [&](const make::Dated& d) { return d.step == step; });
    REQUIRE(found != schedule.steps.end());
    return *found;
}

rig::Rig of_parts(std::initializer_list<std::pair<const char*, families::Values>> parts) {
    rig::Rig rig;
    rig.name = "mount";
    for (const auto& [kind, values] : parts) {
        rig::Part part;
        part.id = part.name = kind;
        part.kind = kind;
        part.values = values;
        part.origin = parts::Origin::make;
        auto made = rig::made(part);
        if (!made) FAIL(made.problem().what);
        rig.parts.push_back(std::move(*made));
    }
    return rig;
}

Plan plan_of(const rig::Rig& rig, const make::Work& work = {}) {
    auto plan = make::plan_of(rig, work);
    if (!plan) FAIL(plan.problem().what);
    return std::move(*plan);
}

std::size_t index_of(const Plan& plan, const std::string& key) {
    for (std::size_t i = 0; i < plan.steps.size(); ++i)
        if (plan.steps[i].key == key) return i;
    FAIL("no step " + key);
    return 0;
}

bool has_step(const Plan& plan, const std::string& key) {
    return std::any_of(plan.steps.begin(), plan.steps.end(), [&](const auto& s) { return s.key == key; });
}

/// All that must be ready before it, however far back.
std::set<std::size_t> before(const Plan& plan, std::size_t of) {
    std::set<std::size_t> all;
    for (const auto k : plan.steps[of].after) {
        all.insert(k);
        all.merge(before(plan, k));
    }
    return all;
}

}  // namespace

TEST_CASE("the critical path of the textbook's building is 44 weeks", "[make][plan][published]") {
    // Hillier and Lieberman, Introduction to Operations Research, chapter on PERT/CPM: the Reliable Construction
    // Company's 14 activities; critical A B C E F J L N, slack of H 6, M 4, D 4, G 4, I 2, K 1. From memory.
    Plan plan;
    plan.steps = {step("A", 2, {}),  step("B", 4, {0}),     step("C", 10, {1}), step("D", 6, {2}),
                  step("E", 4, {2}), step("F", 5, {4}),     step("G", 7, {3}),  step("H", 9, {4, 6}),
                  step("I", 7, {2}), step("J", 8, {5, 8}),  step("K", 4, {9}),  step("L", 5, {9}),
                  step("M", 2, {7}), step("N", 6, {10, 11})};
    for (auto& s : plan.steps) s.hands_on *= hour;  // weeks as hours
    const auto slack = make::slack_of(plan);
    REQUIRE(slack);
    CHECK(make::length_of(plan, *slack) == Approx(44 * hour));
    std::string critical;
    for (std::size_t i = 0; i < plan.steps.size(); ++i)
        if ((*slack)[i].is_critical()) critical += plan.steps[i].key;
    CHECK(critical == "ABCEFJLN");
    const auto of = [&](std::size_t i) { return ((*slack)[i].latest - (*slack)[i].earliest) / hour; };
    CHECK(of(3) == Approx(4));
    CHECK(of(6) == Approx(4));
    CHECK(of(7) == Approx(4));
    CHECK(of(8) == Approx(2));
    CHECK(of(10) == Approx(1));
    CHECK(of(12) == Approx(4));
}

TEST_CASE("a plan that waits for itself says which step does", "[make][plan][errors]") {
    Plan plan;
    plan.steps = {step("a", 60, {}), step("b", 60, {0, 2}), step("c", 60, {1})};
    const auto slack = make::slack_of(plan);
    REQUIRE(!slack);
    CHECK((slack.problem().id == "plan.waits_for_itself"));
    CHECK(slack.problem().what.find("“b”") != std::string::npos);
    CHECK((make::schedule_of(plan, at("2026-11-30")).problem().id == "plan.waits_for_itself"));
}

TEST_CASE("what dries does so while the hands are at something else", "[make][plan]") {
    Plan plan;  // glue one frame, saw another piece meanwhile, then join both
    plan.steps = {step("glue", 0.5 * hour, {}, 24 * hour), step("saw", hour, {}), step("join", hour, {0, 1})};
    make::Hours hours;
    hours.from = minutes(19 * 60);
    hours.to = minutes(22 * 60);
    const auto schedule = make::schedule_of(plan, at("2026-11-30 12:00"), hours);
    REQUIRE(schedule);
    CHECK(make::text_of(dated(*schedule, 0).start) == "2026-11-30 19:00");
    CHECK(make::text_of(dated(*schedule, 0).ready) == "2026-12-01 19:30");
    CHECK(make::text_of(dated(*schedule, 1).start) == "2026-11-30 19:30");
    CHECK(make::text_of(dated(*schedule, 2).start) == "2026-12-01 19:30");
    CHECK(make::text_of(schedule->ready) == "2026-12-01 20:30");
    CHECK(dated(*schedule, 0).meanwhile == std::vector<std::size_t>{1});
    CHECK(dated(*schedule, 0).is_critical);
    CHECK_FALSE(dated(*schedule, 1).is_critical);
}

TEST_CASE("days off are passed over, and long work goes on the next day", "[make][plan]") {
    Plan plan;
    plan.steps = {step("turn", 4 * hour, {}), step("drill", hour, {0})};
    make::Hours hours;
    hours.works = {false, true, true, true, true, true, false};  // not on Saturday and Sunday
    hours.off = {std::chrono::floor<std::chrono::days>(at("2026-12-07"))};
    // Friday, three hours; Monday the 7th is off.
    const auto schedule = make::schedule_of(plan, at("2026-12-04 08:00"), hours);
    REQUIRE(schedule);
    CHECK(make::text_of(dated(*schedule, 0).end) == "2026-12-08 20:00");
    CHECK(make::text_of(dated(*schedule, 1).end) == "2026-12-08 21:00");
    // What is short is not begun three minutes before the end of the day.
    plan.steps = {step("turn", 2.95 * hour, {}), step("join", 0.2 * hour, {0})};
    const auto whole = make::schedule_of(plan, at("2026-12-01 08:00"));
    REQUIRE(whole);
    CHECK(make::text_of(dated(*whole, 1).start) == "2026-12-02 19:00");
    hours.works.fill(false);
    CHECK((make::schedule_of(plan, at("2026-12-04"), hours).problem().id == "schedule.no_day"));
    hours.works.fill(true);
    hours.to = hours.from;
    CHECK((make::schedule_of(plan, at("2026-12-04"), hours).problem().id == "schedule.hours"));
}

TEST_CASE("a step that is ticked late moves what waits for it", "[make][plan]") {
    Plan plan;
    plan.steps = {step("glue", hour, {}, 24 * hour), step("oil", hour, {0})};
    const auto planned = make::schedule_of(plan, at("2026-11-30 19:00"));
    const auto late = make::schedule_of(plan, at("2026-12-02 19:00"), {}, {{"glue", at("2026-12-02 20:30")}});
    REQUIRE(planned);
    REQUIRE(late);
    CHECK(make::text_of(dated(*planned, 1).start) == "2026-12-01 20:00");
    CHECK(dated(*late, 0).is_done);
    CHECK(make::text_of(dated(*late, 1).start) == "2026-12-03 20:30");
}

TEST_CASE("dates that are none are refused with how they are written", "[make][plan][errors]") {
    for (const char* wrong :
         {"", "tomorrow", "2026-13-01", "2026-02-30", "2026-11-30 25:00", "2026-11-30 19:00x", "26-11-30"})
        CHECK((make::wall_time_of(wrong).problem().id == "schedule.no_time"));
    CHECK(make::text_of(at("2028-02-29T07:05")) == "2028-02-29 07:05");
}

TEST_CASE("hours and days that are none are refused at their field", "[make][plan][errors]") {
    REQUIRE(make::hours_of("19:00-22:00", "mon, wed", "2026-12-24"));
    CHECK(make::hours_of("00:00-24:00", "", ""));  // who has all day
    const auto refused = [](const char* times, const char* days, const char* off) {
        const auto hours = make::hours_of(times, days, off);
        REQUIRE_FALSE(hours);
        CHECK_FALSE(hours.problem().remedy.empty());
        return std::string(hours.problem().id.text()) + " " + hours.problem().where;
    };
    for (const char* times : {"19:00", "19:00-", "19:00-22:00x", "evenings", "22:00-19:00", "19:00-24:01"})
        CHECK_THAT(refused(times, "", ""), Catch::StartsWith("schedule.hours"));
    CHECK(refused("", "mon, blueday", "") == "schedule.unknown_day days");
    CHECK(refused("", "", "christmas") == "schedule.no_time off");
    // Work that never comes to its end: one minute on a Monday.
    Plan plan;
    plan.steps = {step("saw", 600 * hour, {})};
    const auto never = make::schedule_of(plan, at("2026-11-30"), *make::hours_of("19:00-19:01", "mon", ""));
    REQUIRE_FALSE(never);
    CHECK(never.problem().id == ProblemId("schedule.never_done"));
    CHECK(never.problem().where == "hours");
}

TEST_CASE("a glued and oiled yoke goes its way in the workshop's order", "[make][plan]") {
    const auto plan = plan_of(of_parts({{"yoke", {}}}));
    const auto mark = index_of(plan, "yoke/mark"), saw = index_of(plan, "yoke/saw"),
               drill = index_of(plan, "yoke/drill"), fit = index_of(plan, "yoke/dry_fit"),
               glue = index_of(plan, "yoke/glue"), oil = index_of(plan, "yoke/coat/2"),
               insert = index_of(plan, "yoke/insert"), check = index_of(plan, "rig/check");
    CHECK(before(plan, check).size() == plan.steps.size() - 1);  // nothing is left out
    CHECK(before(plan, saw).contains(mark));
    CHECK(before(plan, fit).contains(drill));
    CHECK(before(plan, glue).contains(fit));
    CHECK(before(plan, oil).contains(glue));
    CHECK(before(plan, insert).contains(oil));
    CHECK_FALSE(plan.steps[fit].gate.empty());  // before any glue
    // Common practice: glue 24 h to its strength, two coats of oil 24 h apart.
    CHECK(plan.steps[glue].waiting == Approx(24 * hour));
    CHECK(plan.steps[oil].waiting == Approx(24 * hour));
}

TEST_CASE("finishes dry as common practice has it", "[make][plan]") {
    const auto coats = [&](const char* finish) {
        const auto plan = plan_of(of_parts({{"arm", {}}}), {.finish = finish});
        double waits = 0;
        std::size_t count = 0;
        for (const auto& s : plan.steps)
            if (s.key.find("/coat") != std::string::npos) {
                ++count;
                waits = s.waiting;
            }
        return std::pair{count, waits / hour};
    };
    CHECK(coats("oil") == std::pair<std::size_t, double>{2, 24});
    CHECK(coats("paint") == std::pair<std::size_t, double>{3, 1});
    CHECK(coats("varnish").first == 4);
    CHECK(coats("none").first == 0);
    const auto rig = of_parts({{"arm", {}}});
    CHECK((make::plan_of(rig, {.finish = "gold"}).problem().id == "plan.unknown_finish"));
    CHECK((make::plan_of(rig, {.glue = "spit"}).problem().id == "plan.unknown_glue"));
    CHECK((make::plan_of({}).problem().id == "plan.nothing_to_make"));
}

TEST_CASE("turned parts take spare blanks, openings and prints their forty minutes", "[make][plan]") {
    // Common practice: one good turned part from five blanks; prints and pockets about 40 min each.
    const auto plan = plan_of(of_parts({{"knob", {}}, {"arm", {{"section", std::string("pocketed")}}}}));
    CHECK(plan.steps[index_of(plan, "knob/turn")].spares == 4);
    const auto& pocket = plan.steps[index_of(plan, "arm/pocket")];
    CHECK(pocket.hands_on / 60 >= 40);
    // What is neither sawn nor printed is shaped by its solid.
    const auto shaped = plan_of(of_parts({{"segment", {{"material", std::string("aluminium 6061-T6")}}}}));
    CHECK(index_of(shaped, "segment/shape") == 0);
    const auto printed = plan_of(of_parts({{"segment", {}}}));
    const auto& print = printed.steps[index_of(printed, "segment/print")];
    CHECK(print.waiting / 60 > 10);
    CHECK(print.waiting / 60 < 90);
    CHECK(print.waits_for == "print");
}

TEST_CASE("metal is sawn by its section and filed, wood is sawn and sanded", "[make][plan]") {
    const auto metal = [](double side) {
        return plan_of(of_parts({{"block",
                                  {{"material", std::string("mild steel")},
                                   {"length", 0.09},
                                   {"width", side},
                                   {"height", 0.010},
                                   {"hole", 0.0}}}}));
    };
    // 10 mm thick: 20 mm wide is 200 mm^2, which takes as long as any piece; 90 mm are 900 mm^2, 1.8 times 500.
    const auto narrow = metal(0.020), wide = metal(0.090);
    const auto saw = [](const Plan& plan) { return plan.steps[index_of(plan, "block/saw_metal")]; };
    CHECK(saw(wide).hands_on == relative(1.8 * saw(narrow).hands_on, 1e-9));
    CHECK(saw(narrow).hands_on == relative(6 * 60 * 1.1, 1e-9));
    CHECK(saw(wide).tools.front() == "hacksaw");
    CHECK(wide.steps[index_of(wide, "block/file")].what == "File the edges of block");
    CHECK_FALSE(has_step(wide, "block/sand"));
    CHECK_FALSE(has_step(wide, "block/saw"));
    const auto wood = plan_of(of_parts({{"block", {{"material", std::string("beech")}}}}));
    CHECK_FALSE(has_step(wood, "block/saw_metal"));
    CHECK_FALSE(has_step(wood, "block/file"));
    CHECK(wood.steps[index_of(wood, "block/saw")].tools.front() == "saw");
    // A tube is its wall: 25 x 2 are 145 mm^2, and a hacksaw is through it as soon as through any piece.
    const auto tube = plan_of(of_parts({{"tube", {{"diameter", 0.060}, {"wall", 0.004}}}}));
    // 60 x 4: pi/4 (60^2 - 52^2) = 703.7 mm^2.
    CHECK(tube.steps[index_of(tube, "tube/saw_metal")].hands_on == relative(6 * 60 * 1.1 * 703.7168 / 500, 1e-6));
}

TEST_CASE("what is bought for a part is fitted to it, like things counted", "[make][plan]") {
    const auto plan = plan_of(of_parts({{"casters", {{"on", std::string("feet")}}}}));
    const auto& fit = plan.steps[index_of(plan, "casters/fit")];
    CHECK(fit.what == "Fit to casters: 4 × rubber foot Ø30 mm");
    CHECK(fit.hands_on == Approx(4 * 2 * 60));
    CHECK(before(plan, index_of(plan, "casters/fit")).contains(index_of(plan, "casters/coat/2")));
    // Screws go in where it is joined.
    const auto yoke = plan_of(of_parts({{"yoke", {}}}));
    CHECK(yoke.steps[index_of(yoke, "yoke/fit")].what.find("screw") == std::string::npos);
}

TEST_CASE("ballast is put on when the base stands, and nothing is joined to it before", "[make][plan]") {
    const auto plan = plan_of(*project::starting_rig("k05"));
    const auto load = index_of(plan, "base/fit/stands");
    CHECK(plan.steps[load].what == "Put on Base with ballast: ballast of 25 kg, sandbags or plates");
    CHECK(before(plan, load).contains(index_of(plan, "rig/assemble/stand")));
    CHECK(before(plan, index_of(plan, "rig/assemble/post-in-base")).contains(load));
    // So it is where no floor is drawn.
    const auto alone = plan_of(of_parts({{"casters", {{"ballast", 9.0}}}}));
    const auto put_on = index_of(alone, "casters/fit/stands");
    CHECK(before(alone, put_on).contains(index_of(alone, "casters/fit")));
    // While it is made its feet are fitted, and the counterweight is put together of what is bought for it.
    CHECK(plan.steps[index_of(plan, "base/fit")].what == "Fit to Base with ballast: 4 × rubber foot Ø30 mm");
    CHECK(plan.steps[index_of(plan, "weight/fit")].what.find("2.5 kg with the collar") != std::string::npos);
    // Knobs and nuts go on with their screws, where it is joined.
    CHECK_FALSE(has_step(plan, "pair/fit"));
}

TEST_CASE("pieces of metal are riveted, those of wood glued", "[make][plan]") {
    const auto metal = plan_of(of_parts({{"yoke", {{"material", std::string("aluminium 6061-T6")}}}})),
               wood = plan_of(of_parts({{"yoke", {}}}));
    CHECK_FALSE(has_step(metal, "yoke/glue"));
    CHECK_FALSE(has_step(wood, "yoke/rivet"));
    const auto rivet = index_of(metal, "yoke/rivet");
    CHECK(metal.steps[rivet].waiting == 0);
    CHECK(before(metal, rivet).contains(index_of(metal, "yoke/dry_fit")));
    CHECK(metal.steps[index_of(metal, "yoke/dry_fit")].gate.find("glue") == std::string::npos);
    CHECK(wood.steps[index_of(wood, "yoke/dry_fit")].gate.find("glue") != std::string::npos);
}

TEST_CASE("each seam is joined as its family is", "[make][plan]") {
    std::set<std::string> said;
    for (const auto& how : make::joinings()) {
        CHECK(families::family_named(how.family));
        CHECK_FALSE(how.source.empty());
        CHECK(said.insert(how.family).second);
    }
    const auto plan = plan_of(*project::starting_rig("k14"));
    const auto& stand = plan.steps[index_of(plan, "rig/assemble/stand")];
    CHECK(stand.what == "Stand Base with ballast on Floor");
    CHECK(stand.tools == std::vector<std::string>{"spirit level"});
    const auto& rear = plan.steps[index_of(plan, "rig/assemble/rear")];
    CHECK(rear.what == "Join Its rear end to Boom, where it rests on the post");
    CHECK(rear.tools == std::vector<std::string>{"keys and spanners of the hardware list"});
    // Of its seams only the ball's friction is set.
    for (const auto& step : plan.steps)
        if (step.key.starts_with("rig/friction")) CHECK(step.key == "rig/friction/ball");
    CHECK(index_of(plan, "rig/friction/ball") == index_of(plan, "rig/assemble/ball") + 1);
}

TEST_CASE("a caution is told once, where it belongs first", "[make][plan]") {
    const auto plan = plan_of(project::demo_rig());
    std::multiset<std::string> cautions;
    for (const auto& s : plan.steps)
        if (!s.caution.empty()) cautions.insert(s.caution);
    CHECK(cautions.size() >= 3);
    for (const auto& caution : cautions) CHECK(cautions.count(caution) == 1);
    const auto rags = std::find_if(plan.steps.begin(), plan.steps.end(),
                                   [](const Step& s) { return s.caution.find("rags") != std::string::npos; });
    REQUIRE(rags != plan.steps.end());
    CHECK(rags->key.find("/coat/1") != std::string::npos);
}

TEST_CASE("the calendar is read back by libical and by another parser", "[make][plan][files]") {
    const auto plan = plan_of(project::demo_rig());
    const auto schedule = make::schedule_of(plan, at("2026-11-30 19:00"));
    REQUIRE(schedule);
    const auto text = make::calendar_of(plan, *schedule, "boom", at("2026-11-29 15:00"));
    REQUIRE(text);
    icalcomponent* read = icalparser_parse_string(text->c_str());
    REQUIRE(read);
    CHECK(icalcomponent_count_errors(read) == 0);
    std::size_t events = 0;
    for (auto* e = icalcomponent_get_first_component(read, ICAL_VEVENT_COMPONENT); e;
         e = icalcomponent_get_next_component(read, ICAL_VEVENT_COMPONENT))
        ++events;
    CHECK(events == plan.steps.size());
    icalcomponent_free(read);
    const TemporaryFolder folder;
    const auto path = folder.path() / "plan.ics";
    std::ofstream(path) << *text;
    const std::string script =
        "import icalendar,sys\n"
        "c=icalendar.Calendar.from_ical(open(sys.argv[1],'rb').read())\n"
        "e=[v for v in c.walk('VEVENT')]\n"
        "print(len(e), e[0].decoded('dtstart').strftime('%Y-%m-%d %H:%M'), str(e[0]['summary']), sep='|')\n";
    std::ofstream(folder.path() / "read.py") << script;
    const auto said = said_by("/usr/bin/python3 " + (folder.path() / "read.py").string() + " " + path.string());
    CHECK(said == std::to_string(events) + "|2026-11-30 19:00|" + plan.steps[schedule->steps[0].step].what + "\n");
    make::Ticks all;
    for (const auto& s : plan.steps) all[s.key] = at("2026-11-29 12:00");
    const auto done = make::schedule_of(plan, at("2026-11-30"), {}, all);
    REQUIRE(done);
    CHECK((make::calendar_of(plan, *done, "boom", at("2026-11-29")).problem().id == "schedule.nothing_left"));
}

TEST_CASE("the camera goes on when the rig has held the bag", "[make][plan]") {
    for (const auto& point : project::starting_points()) {
        const auto plan = make::plan_of(*project::starting_rig(point.key));
        if (!plan) continue;
        std::size_t bag = 0, shots = 0;
        for (std::size_t i = 0; i < plan->steps.size(); ++i) {
            if (plan->steps[i].key == "rig/check") bag = i;
            if (plan->steps[i].key == "rig/check/shots") shots = i;
        }
        if (shots == 0) continue;
        CHECK(shots == plan->steps.size() - 1);
        // What lies between waits for the bag, by however many others.
        for (std::size_t i = bag + 1; i < shots; ++i) {
            CHECK(plan->steps[i].key.starts_with("rig/"));
            CHECK(std::find_if(plan->steps[i].after.begin(), plan->steps[i].after.end(),
                               [&](std::size_t k) { return k >= bag; }) != plan->steps[i].after.end());
        }
        CHECK(shots > bag + 1);
        return;
    }
    FAIL("no starting point has a payload to put on");
}
