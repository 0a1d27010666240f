#include "project/document.h"

#include <fstream>
#include <set>
#include <utility>

#include "approximately.h"
#include "project/file.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "rig/in_force.h"
#include "temporary_folder.h"

using namespace clampet;
using project::Document;
using project::SetInput;

namespace {
std::string text_of(const Document& d) {
    return project::write_rig(d.rig());
}
void open_demo(Document& d) {
    auto rig = project::demo_rig();
    // A port of its own, beside those of its kind.
    rig.part("plate")->ports.push_back({"side", families::PortKind::face, {0, 0.026, 0.032}});
    REQUIRE(d.adopt(std::move(rig)));
}
}  // namespace

namespace {

rig::Pull a_pull(const char* id, const std::string& seam) {
    rig::Pull pull;
    pull.id = id;
    pull.seam = seam;
    pull.force = 40;
    pull.ratio = 0.8;
    pull.friction = "rubber on oak";
    pull.friction_spread = 0.3;
    return pull;
}

}  // namespace

TEST_CASE("every edit undoes to the same bytes, and redoes", "[project][document]") {
    const std::vector<project::Edit> edits{
        SetInput{"ball", "ball", "torque", 1.2},
        SetInput{"ball", "ball", "friction", rig::FrictionOf{"steel on acetal"}},
        SetInput{"rail-clamp", "jaw", "jaws", std::string("collar")},
        project::SetInputs{"ball", "ball", {{"torque", 2.0}}},
        project::ClearInput{"ball", "ball", "torque"},
        project::SetPort{"plate", "side", families::PortKind::tube, {{"diameter", 0.0424}}, "painted steel"},
        project::SetMass{"camera", 2.0},
        project::ClearMass{"camera"},
        project::SetCentreOfGravity{"camera", {0.01, 0.02, 0.03}},
        project::ClearCentreOfGravity{"camera"},
        project::SetPartValue{"clamp", "length", 0.06},
        project::SetPartValue{"clamp", "material", std::nullopt},
        project::AddPart{"plate", "Riser", "flat_face", 0, {}, "block"},
        project::SetPartName{"camera", "Another"},
        project::SetPose{"ball", "side", 0.2},
        project::SetPose{"rail-clamp", "slide", 0.05},
        project::SetStops{"rail-clamp", "slide", rig::Stops{-0.1, 0.2}},
        project::SetRequired{3},
        project::SetUse{{"carried", "outdoors"}},
        project::AddCase{"wind"},
        project::RemoveCase{"push"},
        project::SetCaseInput{"push", "force", 30.0},
        project::SetBody{"camera", rig::Vector(0.01, 0.01, 0.01), 0.03},
        project::SetRigName{"Other"},
        project::AddPart{"camera", "Light", "ball", 0.3},
        project::AddPart{"plate", "Monitor", "flat_face", 0.4},
        project::Build{"rail", {}, {}, {{"collar"}}},
        project::ReplacePart{"clamp", {"collar", "", {{"top", "socket"}, {"top_thread", "3/8-16 UNC"}}}},
        project::LiftOut{"camera"},
        project::Paste{"rail", {}, *project::branch_of(project::demo_rig(), "clamp")},
        project::AddShot{"Level"},
        project::SetPositions{{{"ball", {{"side", 0.1}}}}},
        project::SetPayloadSet{{"bare", "Bare", {"camera"}, {}}},
        project::SetTether{{"", "Cord", "camera", "rail", {{"length", 1.0}}}},
        project::SetPlanned{{{"Phone", "device", {{"device", std::string("phone")}}}}},
        project::SetHands{rig::Hands{"Small hands", 0.7}},
        project::RemovePart{"plate"}};
    // What needs shots, sets, branches or alike parts to be there.
    rig::Rig other;
    {
        Document d;
        REQUIRE(d.perform(project::Build{{}, {}, {}, {{"tube"}}}));
        for (const char* kind : {"pair", "tube", "collar", "block"})
            REQUIRE(d.perform(project::Build{
                d.rig().parts.back().id,
                {},
                {},
                {{kind, kind,
                  kind == std::string("collar") ? families::Values{{"top", "face"}} : families::Values{}}}}));
        REQUIRE(d.perform(project::Build{d.rig().parts.back().id, {}, {}, {{"block", "above"}}}));
        REQUIRE(d.perform(project::AddShot{"One"}));
        REQUIRE(d.perform(project::SetPose{d.rig().interfaces[2].id, "slide", 0.1}));
        REQUIRE(d.perform(project::SetPayloadSet{{"bare", "Bare", {d.rig().parts.back().id}, {}}}));
        REQUIRE(d.perform(project::SetTether{{"cord", "Cord", d.rig().parts.back().id, d.rig().parts.front().id, {}}}));
        REQUIRE(d.perform(project::AddPull{a_pull("pull-1", d.rig().interfaces.back().id)}));
        rig::Hang hang;
        hang.id = "hang-1";
        hang.seam = d.rig().interfaces.back().id;
        hang.date = "";
        hang.readings = {{0, 0}, {60, 1e-4}};
        REQUIRE(d.perform(project::AddRecord{hang}));
        REQUIRE(d.perform(project::KeepVariant{"A"}));
        REQUIRE(d.perform(project::SetRigName{"changed since"}));
        other = d.rig();
    }
    const std::string shot = other.shots.front().id, top = other.parts.back().id, collar = other.parts[3].id,
                      rail = other.parts[0].id;
    const std::vector<project::Edit> others{
        project::MoveDown{top},
        project::MoveBranch{collar, rail},
        project::SetShot{shot, "Two", 2, 1, {0.5, {}, 0.3}},
        project::TakePose{shot},
        project::GoToShot{shot},
        project::RemoveShot{shot},
        project::RemoveTether{"cord"},
        project::JoinBy{other.interfaces.back().id, "bond"},
        project::RemovePayloadSet{"bare"},
        project::KeepVariant{"B"},
        project::TakeVariant{0},
        project::SetMaking{{"paint", "", "", "", "", "", {{"arm/saw", "2026-11-30"}}}},
        project::RemoveVariant{0},
        project::AddPull{a_pull("pull-2", other.interfaces.back().id)},
        project::SetPullOff{"pull-1"},
        project::RemovePull{"pull-1"},
        project::TightenAnew{other.interfaces.back().id},
        project::JudgeVariant{0, "why", "it bends", true},
        project::AddRecord{rig::LogEntry{"log-1", "2026-11-29", rig::Event::shoot, "", "Stairs"}},
        project::Measure{{"measured-1", other.parts.back().id, "", "mass", 1, 1.25, "accepted"}},
        project::SetRecordOff{"hang-1"},
        project::RemoveRecord{"hang-1"},
        project::SetLog{{{"log-1", "", rig::Event::note, "", "x"}}}};
    std::set<std::size_t> kinds;  // every kind of edit is among them but the one that needs ports that meet
    for (const auto* list : {&edits, &others})
        for (const auto& edit : *list) kinds.insert(edit.index());
    kinds.insert(project::Edit(project::CloseLoop{}).index());
    REQUIRE(kinds.size() == std::variant_size_v<project::Edit>);
    {
        Document d;
        REQUIRE(d.adopt(other));
        const std::string before = text_of(d);
        for (const auto& edit : others) {
            CAPTURE(project::label_of(edit));
            const auto done = d.perform(edit);
            INFO((done ? std::string() : done.problem().sentence()));
            REQUIRE(done);
            CHECK(text_of(d) != before);
            CHECK(d.undo_label() == project::label_of(edit));
            d.undo();
            CHECK(text_of(d) == before);
        }
    }
    Document d;
    open_demo(d);
    const std::string before = text_of(d);
    for (const auto& edit : edits) {
        CAPTURE(project::label_of(edit));
        REQUIRE(d.perform(edit));
        const std::string after = text_of(d);
        CHECK(after != before);
        CHECK(d.is_modified());
        CHECK(d.undo_label() == project::label_of(edit));
        d.undo();
        CHECK(text_of(d) == before);
        CHECK_FALSE(d.is_modified());
        d.redo();
        CHECK(text_of(d) == after);
        d.undo();
    }
}

TEST_CASE("a keystroke builds each joint once", "[project][document][speed]") {
    Document d;
    open_demo(d);
    auto built = d.joints().built();
    const auto since = [&] { return d.joints().built() - std::exchange(built, d.joints().built()); };
    REQUIRE(d.perform(SetInput{"ball", "ball", "torque", 1.2}));
    const auto ball = [&] { return rig::in_force(d.rig(), *d.rig().interface("ball")); };
    CHECK(since() == rig::all_ends_of(ball()).size());  // for the edit, its check and all ends of its band
    REQUIRE(d.joints().prepare(ball(), rig::End::typical));
    CHECK(since() == 0);  // what shows it builds none
    REQUIRE(d.perform(project::SetPose{"ball", "forward", 0.1}));
    CHECK(since() == 0);  // where it stands is not what it is
    REQUIRE(d.perform(project::SetMass{"camera", 1.5}));
    CHECK(since() == 0);
    // What is found is what would be built.
    const auto found = *d.joints().prepare(ball(), rig::End::weak), fresh = *rig::prepare(ball(), rig::End::weak);
    const mechanics::Wrench w{3, 1, -14, 0.2, 0.7, 0.1};
    for (std::size_t m = 0; m < fresh.joints[0]->modes().size(); ++m)
        CHECK(found.joints[0]->utilisation(m, w) == fresh.joints[0]->utilisation(m, w));
    const auto wrong = d.joints().prepare({"x", "x", {}, {}, {{"e", "glue", {}}}, {}, {}, false}, rig::End::typical);
    CHECK_FALSE(wrong);
}

TEST_CASE("a refused edit changes nothing and says why", "[project][document]") {
    Document d;
    open_demo(d);
    const std::string before = text_of(d);
    const std::vector<project::Edit> bad{SetInput{"ball", "ball", "diameter", -1.0},
                                         SetInput{"ball", "ball", "diameter", std::nan("")},
                                         SetInput{"ghost", "ball", "diameter", 1.0},
                                         SetInput{"ball", "ghost", "diameter", 1.0},
                                         project::SetMass{"camera", -1},
                                         project::SetMass{"ghost", 1},
                                         project::SetRequired{std::nan("")},
                                         project::SetCaseInput{"push", "force", -3.0},
                                         project::SetCaseInput{"push", "part", std::string("ghost")},
                                         project::SetCaseInput{"ghost", "force", 3.0},
                                         project::AddCase{"earthquake"},
                                         project::RemoveCase{"ghost"},
                                         project::SetUse{{"underwater"}},
                                         project::SetStops{"ball", "pan", rig::Stops{0.5, 1}},
                                         project::SetBody{"camera", rig::Vector(1, 0, 0), {}},
                                         project::SetBody{"ghost", {}, {}},
                                         project::SetPartValue{"clamp", "length", -0.06},
                                         project::SetPartValue{"clamp", "wings", 2.0},
                                         project::ClearMass{"ghost"},
                                         project::SetPort{"rail", "grip", families::PortKind::face, {}, ""},
                                         project::SetPartName{"camera", ""},
                                         project::SetPose{"rail-clamp", "forward", 1},
                                         project::SetPose{"ball", "pan", std::nan("")},
                                         project::AddPart{"ghost", "x", "ball", 1},
                                         project::AddPart{"camera", "x", "glue", 1},
                                         project::RemovePart{"rail"}};
    for (const auto& edit : bad) {
        const auto done = d.perform(edit);
        REQUIRE_FALSE(done);
        CHECK_FALSE(done.problem().remedy.empty());
        CHECK(text_of(d) == before);
        CHECK_FALSE(d.can_undo());
    }
    CHECK(d.perform(SetInput{"ball", "ball", "diameter", -1.0}).problem().where == "diameter");
    // A part that is none of the kinds has no sizes of one.
    REQUIRE(d.perform(project::AddPart{"camera", "Lump", "ball", 1}));
    const auto lump = d.rig().parts.back();
    REQUIRE(lump.kind.empty());
    const auto size = d.perform(project::SetPartValue{lump.id, "length", 0.06});
    REQUIRE_FALSE(size);
    CHECK(size.problem().id == ProblemId("edit.part_is_its_own_kind"));
    CHECK(size.problem().what == "Lump is a part of its own kind.");
}

TEST_CASE("one gesture undoes as one, and one that ends where it began leaves no trace", "[project][document]") {
    Document d;
    open_demo(d);
    const std::string before = text_of(d);
    for (const double torque : {0.5, 0.6, 0.7}) REQUIRE(d.perform(SetInput{"ball", "ball", "torque", torque}, 7));
    d.undo();
    CHECK(text_of(d) == before);
    CHECK_FALSE(d.can_undo());
    REQUIRE(d.perform(project::SetPose{"ball", "forward", 0.5}, 8));
    REQUIRE(
        d.perform(project::SetPose{"ball", "forward", project::demo_rig().interface("ball")->pose.at("forward")}, 8));
    CHECK_FALSE(d.can_undo());
    REQUIRE(d.perform(SetInput{"ball", "ball", "torque", 0.45}));  // the same value
    CHECK_FALSE(d.can_undo());
}

TEST_CASE("edits never merge across a save", "[project][document]") {
    TemporaryFolder folder;
    Document d;
    open_demo(d);
    REQUIRE(d.perform(SetInput{"ball", "ball", "torque", 0.5}, 7));
    REQUIRE(d.save_as(folder / "a.clampet.json"));
    CHECK_FALSE(d.is_modified());
    const std::string saved = text_of(d);
    REQUIRE(d.perform(SetInput{"ball", "ball", "torque", 0.6}, 7));
    d.undo();
    CHECK(text_of(d) == saved);
    CHECK_FALSE(d.is_modified());
}

TEST_CASE("a change tells what follows from it", "[project][document]") {
    Document d;
    open_demo(d);
    std::vector<project::Change> changes;
    const auto subscription = d.observe([&](const project::Change& c) { changes.push_back(c); });
    REQUIRE(d.perform(SetInput{"ball", "ball", "torque", 0.5}));
    CHECK(changes.back().touches("ball"));
    CHECK_FALSE(changes.back().touches("rail-clamp"));
    REQUIRE(d.perform(project::SetMass{"camera", 2}));
    CHECK(changes.back().touches("rail-clamp"));  // a heavier camera loads every seam below
    const auto count = changes.size();
    REQUIRE_FALSE(d.perform(project::SetMass{"camera", -2}));
    CHECK(changes.size() == count);
}

TEST_CASE("the document has a seam with every mode where that is asked for", "[project][document]") {
    Document d;
    open_demo(d);
    const auto whole = *study::check(d.rig());
    for (std::size_t i = 0; i < whole.interfaces.size(); ++i) {
        const auto every = d.with_every_mode(whole.interfaces[i].id);
        REQUIRE(every.modes.size() == whole.interfaces[i].modes.size());
        CHECK(every.modes.size() > d.check().interfaces[i].modes.size());
        CHECK(every.low == whole.interfaces[i].low);
        for (std::size_t m = 0; m < every.modes.size(); ++m) {
            CHECK(every.modes[m].mass == whole.interfaces[i].modes[m].mass);
            CHECK(every.modes[m].live == whole.interfaces[i].modes[m].live);
        }
    }
    CHECK(d.with_every_mode("ghost").modes.empty());
}

TEST_CASE("a local edit gives the same check as a whole one", "[project][document]") {
    Document d;
    open_demo(d);
    REQUIRE(d.perform(SetInput{"ball", "ball", "torque", 1.3}));
    const auto whole = *study::check(d.rig(), {.detail = study::Detail::verdict});
    for (std::size_t i = 0; i < whole.interfaces.size(); ++i) {
        CHECK(d.check().interfaces[i].typical == relative(whole.interfaces[i].typical, 1e-9));
        CHECK(d.check().interfaces[i].verdict == whole.interfaces[i].verdict);
    }
    CHECK(d.check().worst == whole.worst);
}

TEST_CASE("a failed open leaves the open document untouched", "[project][document]") {
    TemporaryFolder folder;
    Document d;
    open_demo(d);
    REQUIRE(d.perform(project::SetMass{"camera", 2}));
    const std::string before = text_of(d);
    std::ofstream(folder / "bad.json") << before.substr(0, before.size() / 2);
    const auto done = d.open(folder / "bad.json");
    REQUIRE_FALSE(done);
    CHECK_THAT(done.problem().where, Catch::StartsWith("bad.json, line "));
    CHECK(text_of(d) == before);
    CHECK(d.can_undo());
    CHECK_FALSE(d.path());
    REQUIRE_FALSE(d.open(folder / "none.json"));
    CHECK(text_of(d) == before);
}

TEST_CASE("a failed save keeps the work marked as unsaved", "[project][document]") {
    Document d;
    open_demo(d);
    REQUIRE(d.perform(project::SetMass{"camera", 2}));
    REQUIRE_FALSE(d.save());
    REQUIRE_FALSE(d.save_as("/no/such/folder/rig.clampet.json"));
    CHECK(d.is_modified());
    CHECK_FALSE(d.path());
}

TEST_CASE("a rig is built from nothing but edits", "[project][document]") {
    Document d;
    open_demo(d);
    REQUIRE(d.perform(project::RemovePart{"clamp"}));
    CHECK(d.rig().parts.size() == 1);
    for (const auto* family : families::registry())
        REQUIRE(d.perform(project::AddPart{d.rig().parts.back().id, "Part", std::string(family->key()), 0.2}));
    CHECK(d.check().interfaces.size() == families::registry().size());
    CHECK(project::read_rig(text_of(d)));
    d.start_new();
    CHECK(d.is_empty());
    CHECK_FALSE(d.can_undo());
}

TEST_CASE("a file that another program has changed is not written over unasked", "[project][document][file]") {
    TemporaryFolder folder;
    const auto path = folder / "rig.clampet.json";
    Document mine, other;
    REQUIRE(mine.adopt(project::demo_rig()));
    REQUIRE(mine.save_as(path));
    REQUIRE(other.open(path));
    REQUIRE(other.perform(project::SetMass{"camera", 3}));
    REQUIRE(other.save());
    REQUIRE(mine.perform(project::SetMass{"camera", 2}));
    CHECK(mine.was_changed_elsewhere(path));
    const auto refused = mine.save();
    REQUIRE_FALSE(refused);
    CHECK(refused.problem().where == "changed");
    CHECK_THAT(refused.problem().remedy, Catch::Contains("Save a copy"));
    CHECK(project::read_rig(*project::read_file(path))->part("camera")->mass == 3);
    CHECK(mine.is_modified());
    REQUIRE(mine.save_as(folder / "copy.clampet.json"));  // another name is free
    REQUIRE(other.save());                                // its own last save is no change by others
    REQUIRE(mine.open(path));
    REQUIRE(mine.perform(project::SetMass{"camera", 2}));
    REQUIRE(other.perform(project::SetMass{"camera", 4}));
    REQUIRE(other.save());
    REQUIRE(mine.save_as(path, Document::Over::changes));  // on purpose
    CHECK(project::read_rig(*project::read_file(path))->part("camera")->mass == 2);
    std::filesystem::remove(path);
    CHECK(mine.save());  // gone is not changed: it is written anew
}

TEST_CASE("a refused edit says where: at its own input, or at the one that it spoils", "[project][document]") {
    Document d;
    REQUIRE(d.adopt(project::demo_rig()));
    const auto own = d.perform(project::SetInput{"ball", d.rig().interface("ball")->elements[0].id, "diameter", -1.0});
    REQUIRE_FALSE(own);
    CHECK(own.problem().where == "diameter");
    CHECK(d.perform(project::SetRigName{std::string(201, 'x')}).problem().where == "name");
    CHECK(d.perform(project::SetRigName{""}).problem().remedy == "For example Camera, 35 mm lens.");
    // A stem as thick as the ball: the ball's diameter is typed, the stem is what no longer goes.
    const auto spoilt =
        d.perform(project::SetInput{"ball", d.rig().interface("ball")->elements[0].id, "diameter", 0.004});
    REQUIRE_FALSE(spoilt);
    CHECK_THAT(spoilt.problem().where, Catch::StartsWith("/interfaces/") && Catch::EndsWith("/inputs/stem_diameter"));
}

TEST_CASE("a part that is taken off leaves no load case behind that names it", "[project][document][loads]") {
    Document d;
    open_demo(d);
    REQUIRE(d.perform(project::AddPart{"camera", "Head", "friction_pivot", 0.3}));
    const auto head = d.rig().parts.back().id, pan = d.rig().interfaces.back().id;
    REQUIRE(d.perform(project::AddCase{"turning"}));
    REQUIRE(d.perform(project::SetCaseInput{"turning", "axis", pan + ".turn"}));
    REQUIRE(d.perform(project::SetCaseInput{"push", "part", head}));
    REQUIRE(d.perform(project::RemovePart{head}));
    CHECK_FALSE(d.rig().cases[1].inputs.contains("axis"));
    CHECK(std::get<std::string>(d.rig().cases[0].inputs.at("part")) == "camera");
    d.undo();
    CHECK(std::get<std::string>(d.rig().cases[1].inputs.at("axis")) == pan + ".turn");
}
