// What pulls teach: against SciPy on grids (tests/reference/belief_grid.py, Debian's python3-scipy), and by hand.
#include "prove/belief.h"

#include <catch2/catch.hpp>
#include <cmath>

#include "approximately.h"
#include "catalogue/material.h"
#include "project/edits.h"
#include "project/rig_json.h"
#include "project/starting_points.h"
#include "prove/next_tests.h"
#include "prove/pull.h"
#include "rig/in_force.h"
#include "rig/learned.h"
#include "study/scatter.h"

using namespace clampet;
using prove::Believed;
using rig::Outcome;
using rig::Pull;

namespace {

/// A block of 0.9 kg on a shelf, pressed with 600 N; the friction of steel on plywood.
const char* const small_rig = R"({"format": "clampet-rig", "schema": 2, "name": "Smallest rig", "use": ["bench"],
    "cases": [{"id": "push", "case": "push", "inputs": {"force": "15 N"}}],
    "parts": [{"id": "shelf", "role": "support", "origin": "site", "mass": 0, "ports": [{"id": "top", "at": [0, 0, 0]}]},
              {"id": "camera", "role": "payload", "mass": "900 g", "centre_of_gravity": [0.02, 0, "40 mm"],
               "ports": [{"id": "base", "at": [0, 0, 0]}]}],
    "interfaces": [{"id": "screw", "name": "Camera on the shelf", "support": {"part": "shelf", "port": "top"},
        "payload": {"part": "camera", "port": "base"},
        "elements": [{"id": "face", "family": "flat_face",
                      "inputs": {"force": 600, "friction": {"pair": "steel on plywood"}}}]}]})";

rig::Rig small() {
    const auto read = project::read_rig(small_rig);
    if (!read) FAIL(read.problem().what);
    return *read;
}

Pull pull_of(double ratio, Outcome outcome = Outcome::slid, int tightening = 1, const char* seam = "screw") {
    static int count = 0;
    Pull pull;
    pull.id = "pull-" + std::to_string(++count);
    pull.seam = seam;
    pull.outcome = outcome;
    pull.force = 40;
    pull.ratio = ratio;
    pull.tightening = tightening;
    pull.friction = "steel on plywood";
    pull.friction_spread = 0.30;
    pull.hand_spread = 0.25;
    return pull;
}

const Believed& believed(const prove::Belief& belief, Believed::What what) {
    for (const auto& b : belief.all)
        if (b.what == what) return b;
    FAIL("not among what is believed");
    return belief.all.front();
}

struct Moments {
    double mean, deviation;
};
void check_moments(const rig::Rig& rig, const Moments& friction, const Moments& hand, const Moments& together,
                   double closeness) {
    const auto belief = prove::belief_of(rig);
    const auto near = [&](Believed::What what, const Moments& m) {
        const auto& after = believed(belief, what).after;
        CAPTURE(static_cast<int>(what));
        CHECK(after.mean == absolute(m.mean, closeness));
        CHECK(after.deviation == absolute(m.deviation, closeness));
    };
    near(Believed::What::friction, friction);
    near(Believed::What::hand, hand);
    near(Believed::What::together, together);
}

}  // namespace

TEST_CASE("one pull that slid, one that held: as SciPy has it", "[prove][belief]") {
    auto rig = small();
    rig.pulls = {pull_of(0.7)};
    check_moments(rig, {-0.1815, 0.2103}, {-0.1260, 0.2010}, {-0.3365, 0.0971}, 1e-4);
    // By hand: the product of normals, 1/(1/0.1² + 1/(0.3² + 0.25² + 0.12²)).
    const double prior = 0.09 + 0.0625 + 0.0144;
    CHECK(believed(prove::belief_of(rig), Believed::What::together).after.deviation ==
          relative(std::sqrt(1 / (1 / 0.01 + 1 / prior)), 1e-9));
    rig.pulls = {pull_of(1.2, Outcome::held)};
    check_moments(rig, {0.2338, 0.2388}, {0.1624, 0.2158}, {0.4336, 0.2312}, 2e-4);
    // What tipped, opened or broke first held as long: the same bound.
    for (const auto outcome : {Outcome::tipped, Outcome::opened, Outcome::broke}) {
        rig.pulls.front().outcome = outcome;
        check_moments(rig, {0.2338, 0.2388}, {0.1624, 0.2158}, {0.4336, 0.2312}, 2e-4);
    }
}

TEST_CASE("pulls of one tightening and of two: as SciPy has it", "[prove][belief]") {
    auto rig = small();
    rig.pulls = {pull_of(0.8), pull_of(0.75, Outcome::held), pull_of(0.85)};
    check_moments(rig, {-0.0933, 0.2066}, {-0.0648, 0.1992}, {-0.1730, 0.0647}, 5e-4);
    rig.pulls = {pull_of(0.8), pull_of(0.95, Outcome::slid, 2), pull_of(1.0, Outcome::held, 2)};
    rig.tightened["screw"] = 2;
    check_moments(rig, {-0.0498, 0.2013}, {-0.0346, 0.1965}, {-0.0106, 0.0724}, 5e-4);
    // Tightened a third time, nothing is known of that tightening itself.
    rig.tightened["screw"] = 3;
    const auto learned = prove::taught(rig).learned;
    CHECK(learned.seams.empty());
    CHECK(learned.frictions.at("steel on plywood").typical == relative(std::exp(-0.0498), 1e-3));
    CHECK(learned.hand->typical == relative(std::exp(-0.0346), 1e-3));
}

TEST_CASE("a pair and a hand are shared by every seam; what is taken back counts no more", "[prove][belief]") {
    auto rig = small();
    rig.pulls = {pull_of(0.7), pull_of(0.75, Outcome::slid, 1, "other")};
    const auto belief = prove::belief_of(rig);
    CHECK(believed(belief, Believed::What::friction).tests == 2);
    // Two seams with one pair tell more of it than one.
    CHECK(believed(belief, Believed::What::friction).after.deviation < 0.2103);
    rig.pulls[1].is_off = true;
    CHECK(believed(prove::belief_of(rig), Believed::What::friction).after.deviation == absolute(0.2103, 1e-4));
    // A later order of the same tests says the same.
    auto turned = rig;
    turned.pulls = {pull_of(0.9, Outcome::held), pull_of(0.7), pull_of(0.8)};
    const auto one = prove::belief_of(turned);
    std::swap(turned.pulls[0], turned.pulls[2]);
    const auto other = prove::belief_of(turned);
    CHECK(believed(one, Believed::What::together).after.mean ==
          absolute(believed(other, Believed::What::together).after.mean, 1e-8));
}

TEST_CASE("a test that nobody would have expected warns", "[prove][belief]") {
    auto rig = small();
    // Prior deviation 0.42 with its own 0.1: 5 to 95 % are 0.5 to 2.
    rig.pulls = {pull_of(0.6), pull_of(0.4), pull_of(2.5), pull_of(0.1, Outcome::held), pull_of(3, Outcome::held)};
    const auto unlikely = prove::belief_of(rig).unlikely;
    CHECK(unlikely == std::vector<std::string>{rig.pulls[1].id, rig.pulls[2].id, rig.pulls[4].id});
    // Two that contradict each other lie between, and are no less sure for it than their spread says.
    rig.pulls = {pull_of(0.5), pull_of(2)};
    const auto both = believed(prove::belief_of(rig), Believed::What::together).after;
    CHECK(both.mean == absolute(0, 1e-9));
}

TEST_CASE("a pull's friction is what statics by hand needs", "[prove][pull]") {
    const auto rig = small();
    prove::PullAsked asked;
    asked.seam = "screw";
    asked.way = {1, 0, 0};
    asked.arm = 0;
    asked.force = 150;
    const auto pull = prove::explained(rig, asked);
    if (!pull) FAIL(pull.problem().what);
    // In the face's plane, without a lever: T = μ (k P + (1 − φ) W), of which the screw has kept k = 0.95 and the joint
    // takes all but φ = 0.2 of the weight (VDI 2230; both the face's defaults).
    const double typical = catalogue::friction_named("steel on plywood")->typical, weight = 0.9 * 9.80665;
    CHECK(pull->ratio == relative(150 / (typical * (0.95 * 600 + 0.8 * weight)), 1e-3));
    CHECK(pull->friction == "steel on plywood");
    const auto pair = *catalogue::friction_named("steel on plywood");
    CHECK(pull->friction_spread == relative(std::log(pair.high / pair.low) / (2 * 1.6448536), 1e-6));
    CHECK(pull->hand_spread == 0);  // its force was typed
    // A force that is known from 300 to 1200 N, and nothing else here, leaves so much open; z of 5 % is 1.6449.
    auto unsure = rig;
    for (auto& element : unsure.interface("screw")->elements)
        if (element.family == "flat_face") element.inputs["force"] = rig::Band{300, 600, 1200};
    const auto open = prove::explained(unsure, asked);
    if (!open) FAIL(open.problem().what);
    const double of_force = std::log((0.95 * 1200 + 0.8 * weight) / (0.95 * 300 + 0.8 * weight)) / (2 * 1.6448536);
    CHECK(open->rest_spread == relative(of_force, 2e-3));
    CHECK(open->friction_spread == pull->friction_spread);
    // Twice the force, twice the friction; the same test from the other side says the same.
    asked.force = 300;
    CHECK(prove::explained(rig, asked)->ratio == relative(2 * pull->ratio, 5e-3));
    asked.way = {0, -1, 0};
    CHECK(prove::explained(rig, asked)->ratio == relative(2 * pull->ratio, 5e-3));
    // Farther out it turns as well: less force does.
    asked.arm = 0.1;
    asked.force = 30;
    const auto turned = prove::explained(rig, asked);
    if (!turned) FAIL(turned.problem().what);
    CHECK(turned->ratio > 2 * pull->ratio * 30 / 300);
}

TEST_CASE("pulls that say nothing are refused with what to do", "[prove][pull][errors]") {
    const auto rig = small();
    prove::PullAsked asked;
    asked.seam = "screw";
    asked.arm = 0;
    asked.way = {0, 0, 1};
    asked.force = 50;
    CHECK((prove::explained(rig, asked).problem().id == "pull.drives_no_slide"));
    for (const double spread : {0.0099, 1.0001, std::nan("")}) {
        auto unsure = asked;
        unsure.spread = spread;
        CHECK((prove::explained(rig, unsure).problem().id == "pull.impossible_spread"));
    }
    for (const double spread : {0.01, 1.0}) {
        auto sure = asked;
        sure.spread = spread;
        CHECK((prove::explained(rig, sure).problem().id == "pull.drives_no_slide"));
    }
    asked.way = {1, 0, 0};
    asked.force = 1;
    CHECK((prove::explained(rig, asked).problem().id == "pull.holds_without_friction"));
    asked.force = 90000;
    CHECK((prove::explained(rig, asked).problem().id == "pull.beyond_friction"));
    for (const double wrong : {0.0, -3.0, std::numeric_limits<double>::quiet_NaN(), 1e9}) {
        asked.force = wrong;
        CHECK((prove::explained(rig, asked).problem().id == "pull.impossible_force"));
    }
    asked.force = 50;
    asked.arm = -1;
    CHECK((prove::explained(rig, asked).problem().id == "pull.impossible_arm"));
    asked.arm = 0;
    asked.seam = "nothing";
    CHECK_THAT(prove::explained(rig, asked).problem().remedy, Catch::Contains("screw"));
    CHECK(prove::way_named("1,0,-1")->z() == relative(-std::sqrt(0.5), 1e-12));
    for (const char* wrong : {"sideways", "0,0,0", "1,2", "1,2,3,4", "", "a,b,c"}) CHECK_FALSE(prove::way_named(wrong));
    CHECK_FALSE(prove::outcome_named("exploded"));
}

TEST_CASE("a test changes what is computed, and taking it back changes it again", "[prove][belief]") {
    const auto rig = small();
    prove::PullAsked asked;
    asked.seam = "screw";
    asked.way = {1, 0, 0};
    asked.arm = 0;
    asked.force = 90;
    const auto pull = prove::explained(rig, asked);
    REQUIRE(pull);
    const auto tested = project::edited(rig, project::AddPull{*pull});
    REQUIRE(tested);
    const auto before = study::check(rig), after = study::check(*tested);
    REQUIRE((before && after));
    const auto &was = before->interfaces.front(), &is = after->interfaces.front();
    // Tightened as it was tested: the factor moves as the product does, and its band is as narrow as the test.
    const auto band = tested->learned.seams.at("screw");
    CHECK(is.typical < 0.7 * was.typical);
    // The same pull would slide at a force so much less: T = μN.
    const auto slides_at = [&](const rig::Rig& r) {
        return prove::PullBench::of(r)->driven_by("screw", rig::Vector::Zero(), {1, 0, 0})->slides_at;
    };
    CHECK(slides_at(*tested) / slides_at(rig) == relative(band.typical, 5e-3));
    CHECK(is.high / is.low < was.high / was.low);
    // Drawn at random it moves as far.
    const auto drawn = study::scatter(*tested, {.draws = 2000});
    REQUIRE(drawn);
    CHECK(drawn->seams.front().p50 == relative(is.typical, 0.06));
    // Tightened anew, the pair is still what was learned, the force is common practice's again.
    const auto anew = project::edited(*tested, project::TightenAnew{"screw"});
    REQUIRE(anew);
    CHECK(anew->learned.seams.empty());
    const auto in_force = rig::in_force(*anew, *anew->interface("screw"));
    const auto& friction = std::get<rig::FrictionOf>(in_force.elements[0].inputs.at("friction"));
    CHECK(friction.pair == "steel on plywood");
    REQUIRE(friction.learned);
    const double typical = catalogue::friction_named("steel on plywood")->typical;
    CHECK(friction.learned->typical ==
          relative(typical * anew->learned.frictions.at("steel on plywood").typical, 1e-9));
    const auto off = project::edited(*tested, project::SetPullOff{pull->id});
    REQUIRE(off);
    CHECK(study::check(*off)->interfaces.front().typical == was.typical);
    CHECK(project::edited(*tested, project::RemovePull{pull->id})->pulls.empty());
    CHECK((project::edited(rig, project::RemovePull{"x"}).problem().id == "edit.not_there"));
    CHECK((project::edited(*tested, project::AddPull{*pull}).problem().id == "pull.there_already"));
}

TEST_CASE("tests are kept in the rig's file, and teach when it is read again", "[prove][file]") {
    auto rig = small();
    rig.pulls = {pull_of(0.8), pull_of(1.1, Outcome::held, 2)};
    rig.pulls[1].is_off = true;
    rig.pulls[1].note = "the scale slipped";
    rig.tightened["screw"] = 2;
    rig = prove::taught(rig);
    const auto back = project::read_rig(project::write_rig(rig));
    REQUIRE(back);
    CHECK(*back == rig);
    CHECK(back->learned.frictions.size() == 1);
    // One that cannot have come out of a test is refused at its place.
    auto text = project::write_rig(rig);
    const auto at = text.find("\"friction_spread\": 0.3");
    REQUIRE(at != std::string::npos);
    const auto wrong = project::read_rig(text.replace(at, 22, "\"friction_spread\": 0.0"));
    REQUIRE_FALSE(wrong);
    CHECK_THAT(wrong.problem().where, Catch::Contains("/pulls/0/friction_spread"));
}

TEST_CASE("the test that tells most comes first, and stops before harm", "[prove][next]") {
    const auto rig = project::demo_rig();
    const auto tests = prove::tests_to_do(rig);
    if (!tests) FAIL(tests.problem().what);
    REQUIRE(tests->size() > 1);
    for (std::size_t i = 1; i < tests->size(); ++i) CHECK((*tests)[i - 1].worth >= (*tests)[i].worth);
    const auto bench = prove::PullBench::of(rig);
    REQUIRE(bench);
    for (const auto& test : *tests) {
        CAPTURE(test.name);
        CHECK(test.worth >= 0);
        CHECK(test.worth <= 1);
        CHECK(test.low < test.slides_at);
        CHECK(test.slides_at < test.high);
        const auto driven = bench->driven_by(test.seam, test.at, test.way);
        REQUIRE(driven);
        CHECK(test.stop_at < driven->harms_at);
        CHECK(test.stop_at < driven->tips_at);
        CHECK(test.stop_at > 0);
        CHECK_THAT(test.watch.front(), Catch::Contains(test.name) && Catch::Contains("pull"));
    }
    // A pull of what is expected is explained by what is typical.
    const auto& first = tests->front();
    prove::PullAsked asked;
    asked.seam = first.seam;
    asked.way = first.way;
    asked.force = first.slides_at;
    CHECK(prove::explained(rig, asked)->ratio == relative(1, 0.01));
    // Once it has been made, it is worth less.
    const auto pull = prove::explained(rig, asked);
    const auto after = prove::tests_to_do(*project::edited(rig, project::AddPull{*pull}));
    REQUIRE(after);
    for (const auto& test : *after)
        if (test.seam == first.seam) CHECK(test.deviation < 0.5 * first.deviation);
}

TEST_CASE("Each belief knows the tests that tell of it", "[prove]") {
    auto rig = small();
    rig.pulls = {pull_of(0.8), pull_of(0.5, Outcome::held), pull_of(1.2, Outcome::slid, 2)};
    rig.tightened["screw"] = 2;
    const auto belief = prove::belief_of(rig);
    const auto& friction = believed(belief, Believed::What::friction);
    REQUIRE(friction.told.size() == 3);
    CHECK(friction.told[0].ln == Approx(std::log(0.8)));
    CHECK_FALSE(friction.told[0].is_bound);
    CHECK(friction.told[1].is_bound);
    CHECK(believed(belief, Believed::What::hand).told.size() == 3);
    // As it is tightened now there is the last one only.
    const auto& together = believed(belief, Believed::What::together);
    REQUIRE(together.told.size() == 1);
    CHECK(together.told[0].ln == Approx(std::log(1.2)));
}
