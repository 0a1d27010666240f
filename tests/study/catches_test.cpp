// Second catches: how far it falls, with what it is caught, what they cover, and what is said where one is asked for.
#include "study/catches.h"

#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "project/document.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "rig_builder.h"
#include "study/check.h"
#include "study/sentences.h"

using namespace clampet;
using study::Verdict;

namespace {

/// A beam at 3 m, a clamp under it, and a camera of 2 kg that hangs 0.3 m below and 0.2 m aside.
rig::Rig hung() {
    using build::join;
    using build::part;
    using build::port;
    rig::Rig r;
    r.required = 3;
    r.use = {"people"};
    r.cases.clear();
    r.parts = {part("beam", 0, {0, 0, 0}, {port("under", {0, 0, 0}, {0, 0, -1})}),
               part("clamp", 0.5, {0, 0, 0}, {port("top", {0, 0, 0}), port("out", {0, 0, 0.05})}),
               part("camera", 2, {0.2, 0, 0.25}, {port("socket", {0, 0, 0})})};
    r.parts.front().role = rig::Role::support;
    r.parts.back().role = rig::Role::payload;
    r.interfaces = {join("clamp-on-beam", {"beam", "under"}, {"clamp", "top"}, "flat_face"),
                    join("screw", {"clamp", "out"}, {"camera", "socket"}, "flat_face")};
    return r;
}

rig::Tether cord(double length, const char* anchor = "beam") {
    rig::Tether t;
    t.id = "tether";
    t.name = "Cord";
    t.caught = "camera";
    t.anchor = anchor;
    t.inputs = {{"length", length},   {"axial_stiffness", 30e3}, {"mount_stiffness", 50e3},
                {"strength", 6000.0}, {"knot_share", 0.5},       {"anchor_strength", 5000.0}};
    return t;
}

study::Catches caught(const rig::Rig& r) {
    return study::second_catches(r, rig::Placed(r), r.required);
}

}  // namespace

TEST_CASE("what is caught falls until its tether is straight, and is stopped by its energy", "[study][catches]") {
    auto r = hung();
    r.tethers = {cord(0.8)};
    const auto all = caught(r);
    REQUIRE(all.each.size() == 1);
    const auto& one = all.each.front();
    // It balances 0.30 m under the anchor and 0.2 m aside: the cord is straight when it is sqrt(0.8^2 - 0.2^2) below.
    const double fall = std::sqrt(0.64 - 0.04) - 0.30;
    CHECK(one.fall == relative(fall, 1e-9));
    // By hand: k of cord and mount in series; W h + k x^2/2 ... F = W (1 + sqrt(1 + 2 h k/W)).
    // The clamp comes down with the camera where it is the clamp that lets go.
    const double weight = 2.5 * 9.80665, k = 1 / (0.8 / 30e3 + 1 / 50e3);
    const double force = weight * (1 + std::sqrt(1 + 2 * fall * k / weight));
    CHECK(one.force == relative(force, 1e-9));
    CHECK(one.factors.typical == relative(6000 * 0.5 / force, 1e-6));
    CHECK(one.covers == std::vector<std::string>{"screw", "clamp-on-beam"});
    CHECK(one.verdict == Verdict::holds);
    CHECK(all.verdict == Verdict::holds);
    CHECK(all.uncovered.empty());
}

TEST_CASE("a tether covers only what lies between what it holds and what it is tied to", "[study][catches]") {
    auto r = hung();
    r.tethers = {cord(0.5, "clamp")};
    const auto all = caught(r);
    CHECK(all.each.front().covers == std::vector<std::string>{"screw"});
    CHECK(all.uncovered == std::vector<std::string>{"clamp-on-beam"});
    CHECK(all.verdict == Verdict::doubtful);
    CHECK(all.sentence == "Over people a second catch is asked for: nothing holds it if clamp-on-beam lets go.");
}

TEST_CASE("over people a rig without a second catch does not simply hold", "[study][catches]") {
    auto r = hung();
    for (auto& f : r.interfaces) f.elements.front().inputs["force"] = 8000.0;
    const auto check = study::check(r);
    REQUIRE(check);
    for (const auto& each : check->interfaces) CHECK(each.verdict == Verdict::holds);
    CHECK(check->verdict == Verdict::doubtful);
    CHECK(study::tally(*check) == "all 2 hold · no second catch");
    CHECK(study::headline(*check) == check->catches.sentence);
    r.tethers = {cord(0.8)};
    const auto with = study::check(r);
    REQUIRE(with);
    CHECK(with->verdict == Verdict::holds);
    r.tethers.clear();
    r.use = {"bench"};  // on the bench none is asked for
    CHECK(study::check(r)->verdict == Verdict::holds);
}

TEST_CASE("a tether that is too short or too weak catches nothing, and says so", "[study][catches]") {
    auto r = hung();
    r.tethers = {cord(0.3)};
    auto all = caught(r);
    CHECK(all.each.front().problem == "Cord does not reach: from beam to camera it is 360.6 mm.");
    CHECK(all.verdict == Verdict::doubtful);
    CHECK(all.uncovered.size() == 2);
    r.tethers = {cord(3)};
    r.tethers.front().inputs["strength"] = 400.0;
    all = caught(r);
    CHECK(all.each.front().verdict == Verdict::slips);
    CHECK(all.verdict == Verdict::doubtful);  // nothing has let go yet
    CHECK(all.sentence.find("would be snatched with") != std::string::npos);
}

TEST_CASE("a stand on its feet asks for no tether, what is clamped on it does", "[study][catches]") {
    auto r = *project::starting_rig("k17");
    r.use = {"people"};
    const auto all = caught(r);
    CHECK(std::find(all.uncovered.begin(), all.uncovered.end(), "stand") == all.uncovered.end());
    CHECK(std::find(all.uncovered.begin(), all.uncovered.end(), "camera-screw") != all.uncovered.end());
}

TEST_CASE("second catches are written, read back, edited and forgotten with their parts", "[project][catches]") {
    project::Document d;
    REQUIRE(d.adopt(hung()));
    rig::Tether tether = cord(0.8);
    tether.id.clear();
    REQUIRE(d.perform(project::SetTether{tether}));
    REQUIRE(d.rig().tethers.size() == 1);
    CHECK(d.rig().tethers.front().id == "tether-1");
    CHECK(d.check().catches.verdict == Verdict::holds);
    CHECK(*project::read_rig(project::write_rig(d.rig())) == d.rig());

    auto wrong = d.rig().tethers.front();
    wrong.anchor = "camera";
    const auto refused = d.perform(project::SetTether{wrong});
    REQUIRE_FALSE(refused);
    CHECK(refused.problem().what == "A part is tied to itself.");
    wrong.anchor = "moon";
    const auto unknown = d.perform(project::SetTether{wrong});
    REQUIRE_FALSE(unknown);
    CHECK(unknown.problem().where == "/tethers/0/anchor");
    wrong = d.rig().tethers.front();
    wrong.inputs["slack"] = 3.0;  // it would say nothing: the rig knows
    const auto dropped = d.perform(project::SetTether{wrong});
    REQUIRE_FALSE(dropped);
    CHECK(dropped.problem().where == "/tethers/0/inputs/slack");

    REQUIRE(d.perform(project::RemovePart{"camera"}));
    CHECK(d.rig().tethers.empty());
    d.undo();
    CHECK(d.rig().tethers.size() == 1);
    REQUIRE(d.perform(project::RemoveTether{"tether-1"}));
    CHECK(d.check().catches.verdict == Verdict::doubtful);
    CHECK_FALSE(d.perform(project::RemoveTether{"tether-1"}));
}
