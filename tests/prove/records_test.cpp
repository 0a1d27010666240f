// Measured parts, the log and its tables, revisions as branches.
#include "prove/records.h"

#include <fmt/format.h>

#include <atomic>
#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "project/edits.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "prove/log.h"
#include "prove/measured.h"
#include "prove/pull.h"
#include "prove/revisions.h"

using namespace clampet;
using rig::Event;
using rig::LogEntry;

namespace {

rig::Rig after(rig::Rig rig, const project::Edit& edit) {
    auto changed = project::edited(rig, edit);
    if (!changed) FAIL(changed.problem().sentence());
    return *changed;
}

rig::Rig with_history() {
    auto rig = project::demo_rig();
    rig = after(rig, project::AddRecord{LogEntry{"log-1", "2026-11-20", Event::shoot, "", "Stairs, first night"}});
    rig = after(rig, project::AddRecord{LogEntry{"log-2", "2026-11-22", Event::incident, rig.interfaces.front().id,
                                                 "It \"slipped\"; a hand caught it\nat once"}});
    rig::Pull pull;
    pull.id = "pull-1";
    pull.seam = rig.interfaces.front().id;
    pull.date = "2026-11-21";
    pull.force = 42;
    pull.friction = "steel on plywood";
    rig.pulls.push_back(pull);
    return rig;
}

/// The first part with a thickness of its own to measure.
std::pair<std::string, prove::Measurable> with_thickness(const rig::Rig& rig) {
    for (const auto& part : rig.parts)
        for (const auto& m : prove::measurables_of(part))
            if (m.of.find("thick") != std::string::npos || m.of.find("height") != std::string::npos)
                return {part.id, m};
    FAIL("nothing to measure");
    std::abort();
}

}  // namespace

TEST_CASE("A measured size is accepted, shimmed or taken off, and the rig is checked with it", "[prove][measured]") {
    const prove::Measurable thick{"thickness", "Thickness", quantity::Dimension::length, 0.018},
        reach{"length", "Length", quantity::Dimension::length, 0.4},
        mass{"mass", "It weighs", quantity::Dimension::mass, 0.5};
    using What = prove::Judged::What;
    CHECK(prove::judged(thick, 0.0181).what == What::as_intended);
    const auto thin = prove::judged(thick, 0.0174);
    CHECK(thin.what == What::shim);
    CHECK(thin.says.find("a shim of 0.6 mm") != std::string::npos);
    CHECK(prove::judged(thick, 0.0186).what == What::take_off);
    CHECK(prove::judged(reach, 0.396).what == What::accept);
    CHECK(prove::judged(mass, 0.505).what == What::as_intended);
    CHECK(prove::judged(mass, 0.56).what == What::accept);
    // Common practice: hand work does not see 0.2 mm, kitchen scales 2 %, balancing on an edge 2 mm.
    const prove::Measurable balance{prove::balance_keys[1], "Balance point", quantity::Dimension::length, 0.03};
    for (const double side : {1.0, -1.0}) {
        CHECK(prove::judged(thick, 0.018 + side * 1.9e-4).what == What::as_intended);
        CHECK(prove::judged(thick, 0.018 + side * 2.1e-4).what != What::as_intended);
        CHECK(prove::judged(mass, 0.5 * (1 + side * 0.019)).what == What::as_intended);
        CHECK(prove::judged(mass, 0.5 * (1 + side * 0.021)).what == What::accept);
        CHECK(prove::judged(balance, 0.03 + side * 1.9e-3).what == What::as_intended);
        CHECK(prove::judged(balance, 0.03 + side * 2.1e-3).what == What::accept);
    }

    auto rig = project::demo_rig();
    const auto [part, what] = with_thickness(rig);
    const auto measured = prove::recorded(rig, prove::MeasureAsked{part, what.of, what.intended - 6e-4, "2026-11-29"});
    if (!measured) FAIL(measured.problem().sentence());
    CHECK(measured->intended == relative(what.intended, 1e-9));
    const auto taken = after(rig, project::Measure{*measured, true}),
               left = after(rig, project::Measure{*measured, false});
    const auto now = [&](const rig::Rig& r) {
        for (const auto& m : prove::measurables_of(*r.part(part)))
            if (m.of == what.of) return m.intended;
        return 0.0;
    };
    CHECK(now(taken) == relative(what.intended - 6e-4, 1e-9));
    CHECK(now(left) == relative(what.intended, 1e-9));
    CHECK(taken.measured.size() == 1);
    // What was intended is remembered, though the part is otherwise now.
    CHECK(taken.measured.front().intended == relative(what.intended, 1e-9));

    const auto weighed = prove::recorded(rig, prove::MeasureAsked{part, "mass", rig.part(part)->mass * 1.3, ""});
    REQUIRE(weighed);
    CHECK(after(rig, project::Measure{*weighed, true}).part(part)->mass == relative(rig.part(part)->mass * 1.3, 1e-9));
}

TEST_CASE("A rig remembers 500 measurements, and one that is measured anew is not one more", "[prove][measured]") {
    auto rig = project::demo_rig();
    const auto weighed = prove::recorded(rig, prove::MeasureAsked{rig.parts.front().id, "mass", 1, ""});
    REQUIRE(weighed);
    const auto measured_as = [&](int n) {
        auto again = *weighed;
        again.id = "measured-" + std::to_string(n);
        return project::Measure{again, false};
    };
    for (int n = 1; n <= 499; ++n) rig.measured.push_back(measured_as(n).measured);
    rig = after(rig, measured_as(500));
    CHECK(rig.measured.size() == 500);
    CHECK(after(rig, measured_as(7)).measured.size() == 500);
    const auto more = project::edited(rig, measured_as(501));
    REQUIRE_FALSE(more);
    CHECK(more.problem().id == ProblemId("record.too_many"));
    CHECK_THAT(more.problem().remedy, Catch::Contains("500 is the most"));
}

TEST_CASE("Where a part balances is measured on a pencil, and the rig takes it", "[prove][measured]") {
    const auto rig = project::demo_rig();
    const auto& camera = rig.parts.back();
    const auto measured = prove::recorded(
        rig, prove::MeasureAsked{camera.id, "balance_x", camera.centre_of_gravity.x() - 0.05, "2026-11-29"});
    if (!measured) FAIL(measured.problem().sentence());
    CHECK(measured->said.find("50 mm less") != std::string::npos);
    const auto taken = after(rig, project::Measure{*measured, true});
    const auto& now = *taken.part(camera.id);
    CHECK(now.centre_of_gravity.x() == relative(camera.centre_of_gravity.x() - 0.05, 1e-9));
    CHECK(now.centre_of_gravity.z() == camera.centre_of_gravity.z());
    CHECK(project::read_rig(project::write_rig(taken)));
}

TEST_CASE("Diagonals tell how far a frame leans", "[prove][measured]") {
    // A rectangle of 3 and 4 has diagonals of 5. By hand: sides 600 and 400 mm, leaning by 1 degree.
    CHECK(*prove::lean_of(3, 4, 5, 5) == absolute(0.0, 1e-12));
    const double a = 0.6, b = 0.4, lean = 0.0174533;
    const double longer = std::sqrt(a * a + b * b + 2 * a * b * std::sin(lean)),
                 shorter = std::sqrt(a * a + b * b - 2 * a * b * std::sin(lean));
    CHECK(*prove::lean_of(a, b, longer, shorter) == relative(lean, 1e-9));
    CHECK((prove::lean_of(3, 4, 9, 5).problem().id == "measured.no_diagonals"));
    CHECK((prove::lean_of(0, 4, 5, 5).problem().id == "measured.no_diagonals"));
    CHECK((prove::lean_of(3, 4, std::nan(""), 5).problem().id == "measured.no_diagonals"));
}

TEST_CASE("A frame's diagonals are kept with a part", "[prove][measured]") {
    const auto rig = project::demo_rig();
    const auto part = rig.parts.back();
    // By hand: 400 by 300 mm stands square at 500; at 510 and 489.8 it leans by asin(20192 / 480000) = 2.41 degrees.
    const auto square = prove::recorded(rig, prove::FrameAsked{part.name, 0.4, 0.3, 0.5, 0.5, "2026-11-30"});
    REQUIRE(square);
    CHECK(square->part == part.id);
    CHECK(square->value == absolute(0.0, 1e-12));
    const auto leaning = prove::recorded(rig, prove::FrameAsked{part.id, 0.4, 0.3, 0.51, 0.4898, ""});
    REQUIRE(leaning);
    CHECK(leaning->value * 57.29578 == relative(2.411, 1e-3));
    CHECK(leaning->said.substr(0, 9) == "leans by ");
    const auto kept = after(rig, project::Measure{*leaning, false});
    CHECK(kept.parts == rig.parts);
    CHECK((prove::recorded(rig, prove::FrameAsked{"nobody", 0.4, 0.3, 0.5, 0.5, ""}).problem().where == "part"));
    CHECK((prove::recorded(rig, prove::FrameAsked{part.id, 0.4, 0, 0.5, 0.5, ""}).problem().where == "diagonals"));
}

TEST_CASE("A measurement that cannot be is refused, and nothing is changed", "[prove][measured][bad]") {
    const auto rig = project::demo_rig();
    const auto [part, what] = with_thickness(rig);
    CHECK((prove::recorded(rig, prove::MeasureAsked{"nobody", what.of, 0.01, ""}).problem().id == "measured.no_part"));
    CHECK(
        (prove::recorded(rig, prove::MeasureAsked{part, "colour", 0.01, ""}).problem().id == "measured.nothing_such"));
    CHECK((prove::recorded(rig, prove::MeasureAsked{part, what.of, -0.01, ""}).problem().where == "value"));
    CHECK((prove::recorded(rig, prove::MeasureAsked{part, what.of, std::nan(""), ""}).problem().where == "value"));
    const auto huge = prove::recorded(rig, prove::MeasureAsked{part, what.of, 900, ""});
    REQUIRE(huge);
    CHECK_FALSE(project::edited(rig, project::Measure{*huge, true}));
}

TEST_CASE("The log has entries and tests, the latest first, and is searched by words", "[prove][log]") {
    const auto rig = with_history();
    const auto log = prove::log_of(rig);
    REQUIRE(log.size() == 3);
    CHECK(log[0].what == "incident");
    CHECK(log[1].what == "pull");
    CHECK(log[2].text == "Stairs, first night");
    CHECK(log[0].seam == rig.interfaces.front().name);
    CHECK(prove::found_in(log, "STAIRS night").size() == 1);
    CHECK(prove::found_in(log, "2026-11").size() == 3);
    CHECK(prove::found_in(log, "stairs day").empty());
    CHECK(prove::found_in(log, "  ").size() == 3);
}

TEST_CASE("A log goes into a table and comes back as it was", "[prove][log]") {
    const auto rig = with_history();
    const auto csv = prove::csv_of(prove::log_of(rig));
    CHECK(csv.starts_with("\xEF\xBB\xBF"));
    const auto back = prove::entries_from(csv, rig);
    if (!back) FAIL(back.problem().sentence());
    auto sorted = *back;
    std::sort(sorted.begin(), sorted.end(), [](const auto& a, const auto& b) { return a.id < b.id; });
    CHECK(sorted == rig.log);
}

TEST_CASE("A table that was edited by hand: new lines, other columns, other marks between", "[prove][log]") {
    const auto rig = with_history();
    const auto seam = rig.interfaces.front();
    const auto entries = prove::entries_from(
        fmt::format(
            "what,text,date,seam\r\nShoot,\"a, b\",2026-11-23,\r\nnote,loose,,{}\r\n\r\nattempt,too thin,,{}\r\n",
            seam.name, seam.id),
        rig);
    if (!entries) FAIL(entries.problem().sentence());
    REQUIRE(entries->size() == 5);
    CHECK((*entries)[3] == rig.log[0]);  // what the table does not have stays
    CHECK((*entries)[0].event == Event::shoot);
    CHECK((*entries)[0].text == "a, b");
    CHECK((*entries)[1].seam == seam.id);
    CHECK((*entries)[2].seam == seam.id);
    // Each has an id of its own that nothing else has.
    CHECK((*entries)[0].id != (*entries)[1].id);
    for (std::size_t i = 0; i < 3; ++i) CHECK((*entries)[i].id != "log-1");
    const auto changed = after(rig, project::SetLog{*entries});
    CHECK(changed.log.size() == 5);
    CHECK(changed.pulls.size() == 1);
}

TEST_CASE("A table that is no log says which line is wrong", "[prove][log][bad]") {
    const auto rig = with_history();
    const auto problem = [&](const std::string& csv) {
        const auto entries = prove::entries_from(csv, rig);
        REQUIRE_FALSE(entries);
        return entries.problem();
    };
    CHECK((problem("").id == "log.empty"));
    CHECK((problem("a;b\n1;2\n").id == "log.no_columns"));
    CHECK((problem("what;text\nparty;it was late\n").id == "log.unknown_event"));
    CHECK(problem("what;text\nnote;x\nparty;it was late\n").where == "line 3");
    CHECK((problem("what;text;date\nnote;x;yesterday\n").id == "record.no_date"));
    CHECK((problem("what;text;date\nnote;x;2026-02-30\n").id == "record.no_date"));
    CHECK((problem("what;text;seam\nnote;x;nowhere\n").id == "log.no_seam"));
    CHECK((problem("what;text\nnote;\n").where == "line 2"));
    CHECK((problem("what;text;id\npull;slid at 90 N;pull-1\n").id == "log.changed_test"));
    std::string many = "what;text\n";
    for (int i = 0; i < 5001; ++i) many += "note;x\n";
    CHECK((problem(many).id == "log.too_many"));
    study::Job job;
    std::atomic<bool> stop{true};
    job.cancelled = &stop;
    CHECK((prove::entries_from(many, rig, job).problem().id == "job.stopped"));
    // The same id twice is told when it is to be kept.
    const auto twice = prove::entries_from("what;text;id\nnote;x;a\nnote;y;a\n", rig);
    REQUIRE(twice);
    CHECK((project::edited(rig, project::SetLog{*twice}).problem().id == "log.twice"));
}

TEST_CASE("A log takes as many lines as a file may have, and not one more", "[prove][log][bad]") {
    const auto rig = with_history();
    std::vector<LogEntry> log;
    for (std::size_t i = 0; i < prove::most_entries; ++i)
        log.push_back({fmt::format("log-{}", i), "2026-11-20", Event::note, "", "x"});
    CHECK(after(rig, project::SetLog{log}).log.size() == prove::most_entries);
    log.push_back({"one-more", "2026-11-20", Event::note, "", "x"});
    CHECK(project::edited(rig, project::SetLog{log}).problem().id == ProblemId("record.too_many"));
}

TEST_CASE("Records are kept in the rig's file and come back", "[prove][records]") {
    auto rig = with_history();
    const auto seam = rig.interfaces.back().id;
    rig.pulls.clear();
    rig = after(rig, project::AddRecord{
                         rig::Tap{"tap-1", seam, "2026-11-24", 4.2, 0.02, "modulus", 8e9, 9e9, 0.05, true, "n"}});
    rig::Hang hang;
    hang.id = "hang-1";
    hang.seam = seam;
    hang.date = "2026-11-25";
    hang.readings = {{0, 0}, {600, 2e-4}};
    rig = after(rig, project::AddRecord{hang});
    rig = after(rig, project::Measure{{"measured-1", rig.parts.back().id, "", "mass", 1, 1.1, "accepted"}, false});
    rig = after(rig, project::KeepVariant{"A", "2026-11-26", "longer jaw"});
    rig = after(rig, project::JudgeVariant{0, "longer jaw", "it bends", true});
    const auto text = project::write_rig(rig);
    const auto back = project::read_rig(text);
    if (!back) FAIL(back.problem().sentence());
    CHECK(*back == rig);
    CHECK(back->stands_on == "A");
    CHECK(back->variants.front().has_failed);
    CHECK(project::write_rig(*back) == text);
    // What happened is not in the variants: it is one log.
    CHECK(project::read_rig(back->variants.front().text)->log.empty());
}

TEST_CASE("A record in a file that cannot be is refused at its place", "[prove][records][bad]") {
    auto rig = with_history();
    rig.pulls.clear();
    const auto text = project::write_rig(rig);
    const auto with = [&](const std::string& more) {
        auto changed = text;
        changed.insert(changed.rfind('}'), more);
        return project::read_rig(changed);
    };
    const auto seam = with_history().interfaces.front().id;
    const auto tap = fmt::format(
        R"(,"taps":[{{"id":"t","interface":"{}","frequency":"4 Hz","corrects":"modulus","value":1e9,"stood":1e9,"damping":2}}])",
        seam);
    CHECK((with(tap).problem().id == "record.impossible"));
    CHECK(with(tap).problem().where.find("/taps/0/damping") != std::string::npos);
    CHECK((
        with(
            fmt::format(
                R"(,"hangs":[{{"id":"h","interface":"{}","readings":[{{"time":5,"value":0}},{{"time":1,"value":0}}]}}])",
                seam))
            .problem()
            .id == "record.impossible"));
    CHECK_FALSE(with(R"(,"measured":[{"id":"m","part":"p","of":"mass","intended":1,"value":-1}])"));
    CHECK(with(fmt::format(
        R"(,"taps":[{{"id":"t","interface":"{}","frequency":"4 Hz","corrects":"modulus","value":1e9,"stood":1e9}}])",
        seam)));
}

TEST_CASE("Revisions branch where one was gone back to", "[prove][revisions]") {
    auto rig = project::demo_rig();
    const auto keep = [&](const char* name) { rig = after(rig, project::KeepVariant{name, "2026-11-20", "why"}); };
    keep("A");
    keep("B");
    rig = after(rig, project::TakeVariant{0});
    CHECK(rig.stands_on == "A");
    keep("C");
    const auto all = prove::revisions_of(rig);
    REQUIRE(all.size() == 4);
    CHECK_FALSE(all[0].from);
    CHECK(*all[1].from == 0);
    CHECK(*all[2].from == 0);
    CHECK(*all[3].from == 2);
    CHECK_FALSE(all[3].variant);
    // What leads to now lies straight, what was left beside it.
    CHECK(all[0].lane == 0);
    CHECK(all[1].lane == 1);
    CHECK(all[2].lane == 0);
    CHECK(all[3].lane == 0);
    const auto picture = prove::picture_of(all);
    CHECK(picture.summary == "Revisions: A, B, C, now");
    // One that was given up is crossed out, corner to corner of the square about its dot.
    auto given_up = all;
    given_up[1].has_failed = true;
    std::vector<std::pair<drawing::Point, drawing::Point>> strokes;
    drawing::Circle dot;
    std::size_t circles = 0;
    for (const auto& element : prove::picture_of(given_up).elements) {
        if (const auto* path = std::get_if<drawing::Path>(&element); path && path->points.size() == 2)
            strokes.emplace_back(path->points[0], path->points[1]);
        if (const auto* circle = std::get_if<drawing::Circle>(&element); circle && circles++ == 1) dot = *circle;
    }
    REQUIRE(strokes.size() == 2);
    for (const auto& [from, to] : strokes) {
        CHECK(from.x == absolute(dot.centre.x - dot.radius, 1e-12));
        CHECK(to.x == absolute(dot.centre.x + dot.radius, 1e-12));
        CHECK(std::abs(from.y - dot.centre.y) == absolute(dot.radius, 1e-12));
        CHECK(from.y + to.y == absolute(2 * dot.centre.y, 1e-12));
    }
    CHECK(strokes[0].first.y + strokes[1].first.y == absolute(2 * dot.centre.y, 1e-12));
    // Each rig's own picture stands over its dot, and no lane reaches into the one above.
    drawing::Drawing square;
    square.rectangle({5, 5}, {7, 6}, drawing::Material::wood);
    square.text({5, 5}, "as drawn");
    const auto with_rigs = prove::picture_of(all, {square, square, {}, square});
    std::vector<drawing::Box> rigs;
    for (const auto& element : with_rigs.elements)
        if (const auto* path = std::get_if<drawing::Path>(&element); path && path->material == drawing::Material::wood)
            rigs.push_back({path->points[0], path->points[2]});
    REQUIRE(rigs.size() == 3);
    CHECK(with_rigs.elements.size() == picture.elements.size() + 3);
    std::vector<drawing::Circle> dots;
    for (const auto& element : with_rigs.elements)
        if (const auto* circle = std::get_if<drawing::Circle>(&element)) dots.push_back(*circle);
    REQUIRE(dots.size() == 4);
    CHECK((rigs[0].low.x + rigs[0].high.x) / 2 == absolute(dots[0].centre.x, 1e-12));
    CHECK((rigs[2].low.x + rigs[2].high.x) / 2 == absolute(dots[3].centre.x, 1e-12));
    CHECK(rigs[0].width() == relative(2 * rigs[0].height(), 1e-9));
    CHECK(rigs[0].low.y > dots[0].centre.y + dots[0].radius);
    CHECK(rigs[1].high.y < dots[0].centre.y - dots[0].radius);
    // Forgotten, what went on from it goes on from what it went on from.
    auto longer = after(rig, project::KeepVariant{"D"});
    longer = after(longer, project::RemoveVariant{2});
    REQUIRE(longer.variants.back().name == "D");
    CHECK(longer.variants.back().from == "A");
    CHECK(longer.stands_on == "D");
    CHECK(after(rig, project::RemoveVariant{2}).stands_on == "A");
    rig = after(rig, project::RemoveVariant{0});
    const auto fewer = prove::revisions_of(rig);
    REQUIRE(fewer.size() == 3);
    CHECK_FALSE(fewer[0].from);
    CHECK_FALSE(fewer[1].from);
    CHECK(*fewer[2].from == 1);
}

TEST_CASE("Going back to a revision loses no record", "[prove][revisions]") {
    auto rig = with_history();
    rig.pulls.clear();
    rig = after(rig, project::KeepVariant{"A"});
    rig::Hang hang;
    hang.id = "hang-1";
    hang.seam = rig.interfaces.back().id;
    hang.date = "";
    hang.readings = {{0, 0}, {600, 2e-4}};
    rig = after(rig, project::AddRecord{hang});
    rig = after(rig, project::TakeVariant{0});
    CHECK(rig.log.size() == 2);
    CHECK(rig.hangs.size() == 1);
}
