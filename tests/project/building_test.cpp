// Rigs built from parts of the shelf: what is lit can be put there, what is missing is routed, and what is taken out or
// moved leaves a rig that stands.
#include <fmt/format.h>

#include <algorithm>
#include <catch2/catch.hpp>
#include <random>

#include "project/document.h"
#include "project/shelf.h"
#include "project/starting_points.h"
#include "rig/column.h"
#include "rig/in_force.h"
#include "rig/joining.h"

using namespace clampet;
using project::Build;
using project::Document;
using project::NewPart;
using project::ShelfItem;
using project::ShelfPlace;

namespace {

/// A document on which a chain of kinds has been built, each on the one before.
void set_up(Document& d, const std::vector<std::string>& kinds) {
    for (const auto& kind : kinds) {
        const std::string on = d.is_empty() ? "" : d.rig().parts.back().id;
        const auto all = project::shelf(d.rig(), {on});
        const auto item = std::find_if(all.begin(), all.end(), [&](const auto& x) { return x.kind->key() == kind; });
        INFO(kind << " on " << on);
        REQUIRE(item != all.end());
        INFO(item->lacks);
        REQUIRE(item->can_go());
        const auto done = d.perform(project::edit_for(*item, {on}));
        INFO((done ? std::string() : done.problem().sentence()));
        REQUIRE(done);
    }
}

std::vector<std::string> kinds_of(const rig::Rig& rig) {
    std::vector<std::string> all;
    for (const auto& part : rig.parts) all.push_back(part.kind);
    return all;
}

const std::string& part_of(const rig::Rig& rig, const std::string& kind) {
    const auto at = std::find_if(rig.parts.begin(), rig.parts.end(), [&](const auto& p) { return p.kind == kind; });
    REQUIRE(at != rig.parts.end());
    return at->id;
}

const rig::Interface& held(const rig::Rig& rig, const std::string& part) {
    const auto at = std::find_if(rig.interfaces.begin(), rig.interfaces.end(),
                                 [&](const auto& f) { return f.payload.part == part; });
    REQUIRE(at != rig.interfaces.end());
    return *at;
}

double input(const rig::Rig& rig, const rig::Interface& f, const std::string& key) {
    const auto now = rig::in_force(rig, f);
    return std::get<double>(now.elements.front().inputs.at(key));
}

}  // namespace

TEST_CASE("a rig is built from an empty one to a verdict, part by part", "[project][building]") {
    Document d;
    set_up(d, {"tube", "vee_clamp", "ball_cup", "ball_plate", "camera"});
    CHECK(d.rig().parts.front().role == rig::Role::support);
    CHECK(d.rig().interfaces.size() == d.rig().parts.size() - 1);
    CHECK(d.check().interfaces.size() == d.rig().interfaces.size());
    REQUIRE(d.check().worst);
    CHECK(d.check().interfaces[*d.check().worst].typical > 0);
    // The clamp's socket is 3/8 and the cup was made for it: no adapter was needed.
    CHECK(kinds_of(d.rig()) == std::vector<std::string>{"tube", "vee_clamp", "ball_cup", "ball_plate", "camera"});
    CHECK(d.rig().part(part_of(d.rig(), "ball_cup"))->values.at("thread") == families::Value("3/8-16 UNC"));
    // A screw brings the face that it presses along, and it the screw's force.
    const auto& camera = held(d.rig(), part_of(d.rig(), "camera"));
    REQUIRE(camera.elements.size() == 2);
    CHECK(camera.elements[0].family == "thread");
    CHECK(camera.elements[1].family == "flat_face");
    CHECK(std::get<rig::Link>(camera.elements[1].inputs.at("force")) == rig::Link{"hold", "preload"});
    // ISO 1222 sockets take 1/4 in: the screw is as long as plate and socket let it be.
    CHECK(input(d.rig(), camera, "screw_length") <= 0.007 + 0.0055 - 0.0003 + 1e-9);
    d.undo();
    CHECK(kinds_of(d.rig()).back() == "ball_plate");
}

TEST_CASE("sizes are taken from the neighbour, and not asked for again at the seam", "[project][building]") {
    Document d;
    REQUIRE(d.perform(Build{{}, {}, {}, {{"tube", "Scaffold", {{"diameter", 0.0483}, {"wall", 0.004}}}}}));
    set_up(d, {"vee_clamp"});
    const auto clamp = d.rig().parts.back();
    CHECK(std::get<double>(clamp.values.at("tube")) == 0.0483);
    const auto grip = held(d.rig(), clamp.id);
    CHECK(input(d.rig(), grip, "diameter") == 0.0483);
    CHECK(input(d.rig(), grip, "wall") == 0.004);
    // How tight its knobs are is the clamp's, by name.
    const auto now = rig::in_force(d.rig(), grip);
    CHECK(std::get<rig::NamedStock>(now.elements.front().inputs.at("torque")).name == "hand tight, star knob Ø32");
    // Another tube, another clamp: the sizes of a part that is changed follow, those of the clamp are its own.
    REQUIRE(d.perform(project::SetPartValue{d.rig().parts.front().id, "diameter", 0.05}));
    CHECK(input(d.rig(), held(d.rig(), clamp.id), "diameter") == 0.05);
}

TEST_CASE("what is lit can be put there, wherever that is", "[project][building][laws]") {
    std::mt19937 random(11);
    std::size_t tried = 0, lit = 0, routed = 0;
    for (int walk = 0; walk < 14; ++walk) {
        Document d;
        for (int step = 0; step < 6; ++step) {
            ShelfPlace place;
            if (!d.is_empty()) {
                const auto& parts = d.rig().parts;
                place.on_part = parts[std::uniform_int_distribution<std::size_t>(0, parts.size() - 1)(random)].id;
                if (step > 3 && !d.rig().interfaces.empty()) place = {.between = d.rig().interfaces.front().id};
            }
            auto all = project::shelf(d.rig(), place);
            tried += all.size();
            std::erase_if(all, [](const auto& item) { return !item.can_go(); });
            lit += all.size();
            if (all.empty()) continue;
            const auto& item = all[std::uniform_int_distribution<std::size_t>(0, all.size() - 1)(random)];
            routed += item.adapters();
            const auto done = d.perform(project::edit_for(item, place));
            INFO(item.kind->key() << " on " << place.on_part << " between " << place.between << " after "
                                  << fmt::format("{}", fmt::join(kinds_of(d.rig()), ", ")) << ": "
                                  << (done ? std::string() : done.problem().sentence()));
            CHECK(done);
        }
    }
    CHECK(lit > 100);
    CHECK(lit < tried / 2);  // most things do not meet most others
    CHECK(routed > 0);
}

TEST_CASE("a foot on a stud brings what is screwed on into a camera's shoe", "[project][building]") {
    Document d;
    REQUIRE(d.perform(Build{{}, {}, {}, {{"floor"}, {"post"}, {"camera"}}}));
    const std::string camera = d.rig().parts.back().id;
    const auto all = project::shelf(d.rig(), {camera, "shoe"});
    const auto cup = std::find_if(all.begin(), all.end(), [](const auto& x) { return x.kind->key() == "ball_cup"; });
    REQUIRE(cup != all.end());
    REQUIRE(cup->can_go());
    REQUIRE(cup->adapters() == 1);
    REQUIRE(d.perform(project::edit_for(*cup, {camera, "shoe"})));
    const auto& foot = *(d.rig().parts.end() - 2);
    CHECK(foot.kind == "adapter");
    CHECK(foot.values.at("below") == families::Value(std::string("foot")));
    CHECK(foot.port("below")->kind == families::PortKind::plate);
    const auto seam = std::find_if(d.rig().interfaces.begin(), d.rig().interfaces.end(),
                                   [&](const auto& f) { return f.payload.part == foot.id; });
    REQUIRE(seam != d.rig().interfaces.end());
    CHECK(seam->elements.front().family == "shoe");
}

TEST_CASE("an adapter that is missing is routed and comes along", "[project][building]") {
    Document d;
    // A 3/8 stud; a camera has a 1/4 in socket.
    REQUIRE(d.perform(Build{{}, {}, {}, {{"floor"}, {"post", "", {{"thread", "3/8-16 UNC"}}}}}));
    const std::string post = d.rig().parts.back().id;
    const auto all = project::shelf(d.rig(), {post});
    const auto camera = std::find_if(all.begin(), all.end(), [](const auto& x) { return x.kind->key() == "camera"; });
    REQUIRE(camera != all.end());
    REQUIRE(camera->can_go());
    CHECK(camera->adapters() == 1);
    CHECK(camera->parts.front().values.at("top_thread") == families::Value("1/4-20 UNC"));
    REQUIRE(d.perform(project::edit_for(*camera, {post})));
    CHECK(kinds_of(d.rig()) == std::vector<std::string>{"floor", "post", "adapter", "camera"});
    CHECK(d.undo_label() == "added part");
    d.undo();  // both at once
    CHECK(d.rig().parts.size() == 2);
    // Something of one's own drawer is taken before what would have to be bought.
    inventory::Workshop workshop;
    const auto owned = [](const char* name, double count = 1, const char* kind = "", families::Values values = {}) {
        inventory::Item item;
        item.name = name;
        item.count = count;
        item.kind = kind;
        item.values = std::move(values);
        return item;
    };
    workshop.items = {owned("3/8-16 female to M6 male"), owned("M6 female to 1/4-20 male")};
    const auto mine = project::shelf(d.rig(), {post}, &workshop);
    const auto own = std::find_if(mine.begin(), mine.end(), [](const auto& x) { return x.kind->key() == "camera"; });
    CHECK(own->adapters() == 2);
    CHECK(own->parts.front().name == "3/8-16 female to M6 male");
    // A part of the drawer comes before its kind, as it is: it does not take its thread from the neighbour.
    workshop.items = {owned("My ball head", 2, "ball_cup", {{"knob", 0.031}}), owned("Broken one", 0, "ball_cup")};
    const auto heads = project::shelf(d.rig(), {post}, &workshop);
    std::vector<const project::ShelfItem*> cups;
    for (const auto& item : heads)
        if (item.kind->key() == "ball_cup") cups.push_back(&item);
    REQUIRE(cups.size() == 2);
    CHECK(cups[0]->owned == 2);
    CHECK(cups[0]->adapters() == 1);  // its hole is a quarter inch, the post's stud is not
    CHECK(cups[0]->parts.back().name == "My ball head");
    CHECK(cups[1]->owned == 0);
    REQUIRE(d.perform(project::edit_for(*cups[0], {post})));
    const auto& built = d.rig().parts.back();
    CHECK(built.name == "My ball head");
    CHECK(built.origin == rig::Origin::have);
    CHECK(std::get<double>(built.values.at("knob")) == 0.031);
    CHECK(built.values.at("thread") == families::Value("1/4-20 UNC"));
}

TEST_CASE("what cannot meet says what it lacks", "[project][building][input]") {
    Document d;
    set_up(d, {"wall"});
    const auto all = project::shelf(d.rig(), {d.rig().parts.front().id});
    for (const auto& item : all) {
        if (item.kind->key() != "camera" && item.kind->key() != "vee_clamp") continue;
        CHECK_FALSE(item.can_go());  // no screw through a wall without a hole, no jaw on a wall
        CHECK_THAT(item.lacks, Catch::Contains("Nothing free here takes its"));
    }
    const auto done = d.perform(Build{d.rig().parts.front().id, {}, {}, {{"vee_clamp"}}});
    REQUIRE_FALSE(done);
    CHECK_THAT(done.problem().remedy, Catch::Contains("face"));
    CHECK_FALSE(d.perform(Build{"ghost", {}, {}, {{"camera"}}}));
    CHECK_FALSE(d.perform(Build{d.rig().parts.front().id, {}, {}, {}}));
    CHECK_FALSE(d.perform(Build{d.rig().parts.front().id, {}, {}, {{"ghost"}}}));
    CHECK_FALSE(d.perform(Build{{}, {}, "ghost", {{"block"}}}));
    CHECK_FALSE(d.perform(Build{d.rig().parts.front().id, {}, {}, {{"block", "", {{"length", -1.0}}}}}));
    CHECK(d.rig().parts.size() == 1);
}

TEST_CASE("a part is put between two, lifted out again, and exchanged", "[project][building]") {
    Document d;
    set_up(d, {"tube", "vee_clamp", "ball_cup", "ball_plate", "camera"});
    const auto before = d.rig();
    const std::string seam = held(d.rig(), part_of(d.rig(), "camera")).id;
    REQUIRE(d.perform(Build{{}, {}, seam, {{"block"}}}));
    const std::string block = d.rig().parts.back().id;
    CHECK(held(d.rig(), block).support.part == part_of(d.rig(), "ball_plate"));
    CHECK(held(d.rig(), part_of(d.rig(), "camera")).support.part == block);
    CHECK(held(d.rig(), part_of(d.rig(), "camera")).id == seam);  // and keeps what was typed there
    REQUIRE(d.perform(project::LiftOut{block}));
    CHECK(held(d.rig(), part_of(d.rig(), "camera")).support == before.interface(seam)->support);
    CHECK(d.rig().parts == before.parts);
    // The same clamp from the shop, of the same tube; a wall cannot take its place.
    REQUIRE(d.perform(project::ReplacePart{part_of(d.rig(), "vee_clamp"), {"collar"}}));
    const auto& collar = *d.rig().part(part_of(d.rig(), "collar"));
    CHECK(std::get<double>(collar.values.at("tube")) == 0.0337);
    CHECK(held(d.rig(), collar.id).elements.front().family == "tube_grip");
    const auto wrong = d.perform(project::ReplacePart{collar.id, {"shoe"}});
    REQUIRE_FALSE(wrong);
    CHECK_THAT(wrong.problem().what, Catch::Contains("has nothing free"));
    CHECK_FALSE(d.perform(project::LiftOut{d.rig().parts.front().id}));
    CHECK_FALSE(d.perform(project::LiftOut{"ghost"}));
}

TEST_CASE("what acts on a part that is lifted out acts on what carried it", "[project][building]") {
    Document d;
    set_up(d, {"floor", "post", "ball_cup", "ball_plate", "block", "camera"});
    REQUIRE(d.perform(project::AddCase{"tug"}));
    const std::string block = part_of(d.rig(), "block"), plate = part_of(d.rig(), "ball_plate");
    REQUIRE(d.perform(project::SetCaseInput{"tug", "part", block}));
    REQUIRE(d.perform(project::LiftOut{block}));
    CHECK(d.rig().cases.back().inputs.at("part") == families::Value(plate));
}

TEST_CASE("two alike parts change places", "[project][building]") {
    Document d;
    set_up(d, {"wall", "block", "block", "block"});
    const auto ids = [&] {
        std::vector<std::string> all;
        for (const auto& row : rig::column_of(d.rig()))
            if (!row.is_seam) all.push_back(row.id);
        return all;
    };
    const auto before = ids();
    REQUIRE(d.perform(project::MoveDown{before[1]}));
    CHECK(ids() == std::vector<std::string>{before[0], before[2], before[1], before[3]});
    const auto bottom = d.perform(project::MoveDown{ids()[2]});
    REQUIRE_FALSE(bottom);
    CHECK_THAT(bottom.problem().what, Catch::Contains("support already"));
}

TEST_CASE("a tube carries several branches, which are doubled, mirrored, moved and copied", "[project][building]") {
    Document d;
    set_up(d, {"tube", "collar", "device"});
    const std::string tube = d.rig().parts.front().id, collar = part_of(d.rig(), "collar");
    REQUIRE(d.perform(project::SetPose{held(d.rig(), collar).id, "slide", 0.2}));
    const auto branch = project::branch_of(d.rig(), collar);
    REQUIRE(branch);
    CHECK(branch->parts.size() == 2);
    REQUIRE(d.perform(project::Paste{tube, {}, *branch, true}));
    CHECK(d.rig().parts.size() == 5);
    CHECK(d.rig().interfaces.back().pose.at("slide") == -0.2);
    REQUIRE(d.perform(project::Paste{tube, {}, *branch}));
    CHECK(d.rig().interfaces.back().pose.at("slide") == Approx(0.3));  // beside the first, not in it
    CHECK_FALSE(rig::is_taken(d.rig(), tube, "grip"));
    // Three branches on one tube: the payload's goes straight up, the others are indented.
    int straight = 0, aside = 0;
    for (const auto& row : rig::column_of(d.rig()))
        if (!row.is_seam) (row.depth == 0 ? straight : aside) += 1;
    CHECK(straight == 3);
    CHECK(aside == 4);
    // Into another rig.
    Document other;
    set_up(other, {"tube"});
    REQUIRE(other.perform(project::Paste{other.rig().parts.front().id, {}, *branch}));
    CHECK(kinds_of(other.rig()) == std::vector<std::string>{"tube", "collar", "device"});
    CHECK_FALSE(other.perform(project::Paste{other.rig().parts.back().id, {}, *branch}));  // a light has no tube
    CHECK_FALSE(other.perform(project::Paste{"ghost", {}, *branch}));
    CHECK(other.perform(project::Paste{other.rig().parts.front().id, {}, {}}).problem().id ==
          ProblemId("build.empty_branch"));
    CHECK_FALSE(project::branch_of(d.rig(), tube));
    CHECK_FALSE(project::branch_of(d.rig(), "ghost"));
    const auto onto_itself = d.perform(project::MoveBranch{collar, d.rig().parts[2].id});
    REQUIRE_FALSE(onto_itself);
    CHECK_THAT(onto_itself.problem().what, Catch::Contains("on itself"));
}

TEST_CASE("a branch is moved to another part", "[project][building]") {
    Document d;
    set_up(d, {"tube", "pair", "tube"});
    const std::string cross = d.rig().parts.back().id, rail = d.rig().parts.front().id;
    REQUIRE(d.perform(Build{rail, {}, {}, {{"collar"}}}));
    const std::string collar = d.rig().parts.back().id;
    REQUIRE(d.perform(project::MoveBranch{collar, cross}));
    CHECK(held(d.rig(), collar).support.part == cross);
    CHECK(d.rig().interfaces.size() == 3);
    CHECK_FALSE(d.perform(project::MoveBranch{rail, cross}));
}

TEST_CASE("a second hold closes a loop, and a gap says how far it is", "[project][building]") {
    Document d;
    set_up(d, {"tube", "pair", "tube"});
    const std::string rail = d.rig().parts.front().id, cross = d.rig().parts.back().id;
    REQUIRE(d.perform(Build{cross, {}, {}, {{"pair"}}}));
    const std::string second = d.rig().parts.back().id;
    // The second pair hangs on the cross tube; to hold the rail too it would have to reach it.
    const auto far = d.perform(project::CloseLoop{{rail, "grip"}, {second, "above"}});
    REQUIRE_FALSE(far);
    CHECK_THAT(far.problem().sentence(), Catch::Contains("mm"));
    CHECK_FALSE(d.perform(project::CloseLoop{{"ghost", "grip"}, {second, "above"}}));
}

TEST_CASE("a tube over two others is held by both, where they cross", "[project][building]") {
    Document d;
    set_up(d, {"tube", "pair", "tube", "pair", "tube"});
    const auto ids = [&](std::size_t i) { return d.rig().parts[i].id; };
    const std::string rail = ids(0), over = ids(4);
    REQUIRE(d.perform(project::SetPose{held(d.rig(), ids(1)).id, "slide", -0.2}));
    REQUIRE(d.perform(Build{rail, "grip", {}, {{"pair"}, {"tube"}, {"pair"}}}));
    const std::string second = ids(5), last = ids(7);
    REQUIRE(d.perform(project::SetPose{held(d.rig(), second).id, "slide", 0.2}));
    // The grip of the second hold stands 400 mm along the tube from its middle, where the tube's port lies.
    const auto done = d.perform(project::CloseLoop{{last, "above"}, {over, "grip"}});
    INFO((done ? std::string() : done.problem().sentence()));
    REQUIRE(done);
    const auto& loop = d.rig().interfaces.back();
    CHECK(loop.closes_loop);
    CHECK(loop.elements.front().family == "tube_grip");
    CHECK(rig::column_of(d.rig()).back() == rig::ColumnRow{loop.id, true, true, 0});
    CHECK(d.check().interfaces.size() == d.rig().interfaces.size());
    // Both bear it: neither its own grip nor the second carries all of its weight.
    const auto pressed = [&](const std::string& id) {
        for (const auto& r : d.check().interfaces)
            if (r.id == id) return std::hypot(r.rest.permanent.fx, r.rest.permanent.fy, r.rest.permanent.fz);
        return 0.0;
    };
    CHECK(pressed(loop.id) > 0);
    // Off to the side it does not meet any more, and says by how much.
    const auto away = d.perform(project::SetPose{held(d.rig(), last).id, "slide", 0.1});
    REQUIRE_FALSE(away);
    CHECK_THAT(away.problem().sentence(), Catch::Contains("100 mm"));
}

TEST_CASE("a port that takes one thing takes no second", "[project][building][input]") {
    Document d;
    set_up(d, {"floor", "post", "ball_cup"});
    const std::string post = part_of(d.rig(), "post");
    const auto second = d.perform(Build{post, "top", {}, {{"ball_cup"}}});
    REQUIRE_FALSE(second);
    // A file that says so anyway is refused where it says it.
    auto rig = d.rig();
    auto twice = rig.interfaces.back();
    auto part = rig.parts.back();
    part.id = "again";
    twice.id = "twice";
    twice.payload.part = "again";
    rig.parts.push_back(part);
    rig.interfaces.push_back(twice);
    const auto ok = rig::validate(rig);
    REQUIRE_FALSE(ok);
    CHECK(ok.problem().where == "/interfaces/2/support/port");
    CHECK_THAT(ok.problem().what, Catch::Contains("already"));
}

TEST_CASE("two faces are joined another way that their ports allow, and only such a way", "[project][building]") {
    Document d;
    set_up(d, {"edge", "screw_clamp"});
    REQUIRE(d.perform(Build{d.rig().parts.back().id, {}, {}, {{"block", {}, {{"bottom", std::string("face")}}}}}));
    REQUIRE(d.perform(
        Build{d.rig().parts.back().id, {}, {}, {{"block", "Above", {{"bottom", std::string("face")}}, "flat_face"}}}));
    const std::string seam = d.rig().interfaces.back().id;
    REQUIRE(d.rig().interface(seam)->elements.front().family == "flat_face");
    const auto before = d.rig();
    REQUIRE(d.perform(project::JoinBy{seam, "bond"}));
    const auto& glued = *d.rig().interface(seam);
    CHECK(glued.elements.size() == 1);
    CHECK(glued.elements.front().family == "bond");
    CHECK(glued.name == families::family_named("bond")->name());
    // As large as what both share.
    const auto filled = rig::in_force(d.rig(), glued, nullptr);
    CHECK(std::get<double>(filled.elements.front().inputs.at("length")) == Approx(0.06));
    d.undo();
    CHECK(d.rig() == before);
    const auto refused = d.perform(project::JoinBy{seam, "ball"});
    REQUIRE_FALSE(refused);
    CHECK(refused.problem().what == fmt::format("{} and Above do not meet that way.", d.rig().parts[2].name));
    CHECK_FALSE(d.perform(project::JoinBy{"no-seam", "bond"}));
}

TEST_CASE("a stud takes a plate by a nut only where it goes through it", "[rig][building]") {
    rig::Port stud{"top", families::PortKind::thread};
    stud.sizes = {{"designation", "M6"}, {"sex", "male"}, {"length", 0.03}, {"face", 0.02}};
    rig::Port plate{"below", families::PortKind::face};
    plate.sizes = {{"length", 0.05}, {"width", 0.04}, {"hole", 0.0066}, {"thickness", 0.012}};
    const auto by_thread = [&] {
        const auto ways = rig::ways_between(stud, plate);
        return std::any_of(ways.begin(), ways.end(), [](const auto& w) { return w.family->key() == "thread"; });
    };
    CHECK(by_thread());
    plate.sizes.erase("thickness");  // no hole goes through it
    CHECK_FALSE(by_thread());
    plate.sizes["thickness"] = 0.012;
    stud.sizes["sex"] = "female";
    CHECK_FALSE(by_thread());
}
