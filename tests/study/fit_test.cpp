#include "study/fit.h"

#include <cmath>
#include <map>
#include <variant>

#include "approximately.h"
#include "mechanics/round_fit.h"

using namespace clampet;
using study::Together;

namespace {

study::FitAnswer fit(const char* one, const char* other, double depth = 0, double height = 0) {
    const auto a = study::read_fit_end(one), b = study::read_fit_end(other);
    REQUIRE(a);
    REQUIRE(b);
    const auto answer = study::go_together(*a, *b, depth, height);
    REQUIRE(answer);
    return *answer;
}
bool cured_by(const study::FitAnswer& answer, const char* words) {
    for (const auto& cure : answer.cures)
        if (cure.find(words) != cure.npos) return true;
    return false;
}

}  // namespace

TEST_CASE("one dimension decides whether two things go together", "[study][fit]") {
    CHECK(fit("post 24.9 mm", "bore 25 mm").together == Together::fits);
    CHECK(fit("bore 25 mm", "post 24.9 mm").together == Together::fits);  // in either order
    CHECK(fit("post 24.4 mm", "bore 25 mm").together == Together::loose);
    CHECK(fit("post 25.2 mm", "bore 25 mm").together == Together::tight);
    CHECK(fit("dowel 24.9-25.1 mm", "hole 25 mm").together == Together::perhaps);
    CHECK(fit("plate 4.9 mm", "slot 5 mm").together == Together::fits);
    CHECK(fit("plate 4.2 mm", "shoe 5 mm").together == Together::loose);
    CHECK(fit("board 18 mm", "jaws 20-40 mm").together == Together::loose);
    CHECK(fit("board 30 mm", "jaws 20-40 mm").together == Together::fits);
    CHECK(fit("board 41 mm", "jaws 20-40 mm").together == Together::tight);
    // A pipe in inches is a name, not a size: it is asked for.
    const auto pipe = study::read_fit_end("pipe 1 in");
    REQUIRE_FALSE(pipe);
    CHECK(pipe.problem().id == ProblemId("fit.trade_size"));
    CHECK(study::read_fit_end("1 in pipe schedule 40")->size.typical == absolute(1.315 * 0.0254, 1e-6));
    CHECK(study::read_fit_end("pipe 25 mm")->size.typical == absolute(0.025, 1e-9));
    // EN 10255: 48.3 x 4.0 has 40.3 mm inside; a 33.7 mm tube goes in with 6.6 mm of play.
    const auto tubes = fit("33.7 x 2.6 handrail", "inside 48.3 x 4.0");
    CHECK(tubes.together == Together::loose);
    CHECK(tubes.play.typical == absolute(0.0066, 1e-9));
    // "inside" counts, however what it is the inside of is called: 25 x 2 leaves 21 mm.
    const auto named = fit("post 20.9 mm", "inside 25 x 2 steel tube");
    CHECK(named.together == Together::fits);
    CHECK(named.play.typical == absolute(0.1e-3, 1e-9));
    for (const char* solid : {"inside 15 solid steel rod", "inside 20 dowel, beech", "inside office chair column 28"}) {
        INFO(solid);
        CHECK(study::read_fit_end(solid).problem().id == ProblemId("fit.solid"));
    }
    CHECK(study::read_fit_end("20 dowel, beech")->size.typical == absolute(0.020, 1e-9));
    const auto unsaid = study::read_fit_end("inside pipe 30 mm");
    REQUIRE_FALSE(unsaid);
    CHECK(unsaid.problem().id == ProblemId("fit.inside_of_what"));
    CHECK_THAT(unsaid.problem().what, Catch::StartsWith("A pipe is called by its outside"));
    CHECK(study::read_fit_end("bore inside 30 mm")->size.typical == absolute(0.030, 1e-9));
    CHECK(study::read_fit_end("inside 30 mm")->size.typical == absolute(0.030, 1e-9));
}

TEST_CASE("play leans, and moves the camera", "[study][fit]") {
    // tan theta = c/L; at h above the rim c (1 + 2 h/L): 0.6 mm over 60 mm, 1.2 m up. Geometry.
    const auto answer = fit("post 24.6 mm", "bore 25.2 mm", 0.060, 1.2);
    CHECK(answer.lean == relative(std::atan(0.01), 1e-9));
    CHECK(answer.movement == relative(0.6e-3 * 41, 1e-9));
    CHECK(fit("post 25.4 mm", "bore 25.2 mm", 0.060, 1.2).movement == 0);
    CHECK(fit("plate 4 mm", "slot 5 mm", 0.060, 1.2).movement == 0);
}

TEST_CASE("what does not fit is cured", "[study][fit]") {
    const auto loose = fit("post 24.4 mm", "bore 25.2 mm");
    // 0.8 mm of play: 0.8/(2 x 0.8 x 0.25) = 2 wraps of cloth tape; from memory.
    CHECK(cured_by(loose, "2 wraps of cloth tape"));
    CHECK(cured_by(loose, "wall of 0.4 mm"));
    CHECK(cured_by(loose, "slit"));
    CHECK_FALSE(cured_by(fit("post 20 mm", "bore 30 mm"), "wraps"));  // nobody winds so many
    CHECK(cured_by(fit("post 25.3 mm", "bore 25 mm"), "0.3 mm off"));
    CHECK(cured_by(fit("plate 4 mm", "slot 5 mm"), "shim of 1 mm"));
    CHECK(cured_by(fit("board 18 mm", "jaws 20-40 mm"), "packing of 2 mm"));
    CHECK(fit("post 24.9 mm", "bore 25 mm").cures.empty());
}

TEST_CASE("what is no pair is refused", "[study][fit]") {
    for (const char* wrong : {"", "cheese", "25 mm", "post", "post x", "post 0 mm", "post -3 mm", "post 3 kg",
                              "post 40-38 mm", "inside 25 dowel"}) {
        CAPTURE(wrong);
        CHECK_FALSE(study::read_fit_end(wrong));
    }
    const auto post = *study::read_fit_end("post 3 mm"), hole = *study::read_fit_end("hole 3 mm");
    CHECK(study::go_together(post, post, 0, 0).problem().id == ProblemId("fit.both_alike"));
    CHECK_FALSE(study::go_together(hole, hole, 0, 0));
}

TEST_CASE("a pressed pin is held as the textbooks say", "[mechanics][fit][published]") {
    // Shigley, press and shrink fits, like materials and a solid shaft: p = E delta (D_o^2 - d^2)/(2 d D_o^2).
    const double E = 205e9, d = 0.025, o = 0.05, delta = 25e-6;
    const mechanics::PressedFit fit{d + delta, d, o, E, 0.3, E, 0.3};
    CHECK(mechanics::pressed_pressure(fit) == relative(E * delta * (o * o - d * d) / (2 * d * o * o), 1e-9));
    // Lamé: a thin ring has p r/t at its bore.
    CHECK(mechanics::hub_stress_share(0.100, 0.102) == relative(0.0505 / 0.001, 0.01));
    auto loose = fit;
    loose.post = d - delta;
    CHECK(mechanics::pressed_pressure(loose) == 0);
}

TEST_CASE("rim and end hold a side load as a lever", "[mechanics][fit]") {
    // H at h above the rim: moments about the end and about the rim. Statics.
    const double H = 10, h = 0.3, L = 0.06;
    const auto forces = mechanics::side_forces(H, 0, 0, H * h, L);
    CHECK(forces.end == relative(H * h / L, 1e-12));
    CHECK(forces.rim == relative(H * (1 + h / L), 1e-12));
    const auto turned = mechanics::side_forces(0, H, -H * h, 0, L);  // the same, a quarter turn on
    CHECK(turned.end == relative(forces.end, 1e-12));
    CHECK(turned.rim == relative(forces.rim, 1e-12));
}

TEST_CASE("a plate meets its shoe in width and in thickness", "[study][fit]") {
    const auto both = fit("plate 18.6 x 2 mm", "shoe 18.7 x 2.1 mm");
    CHECK(both.together == Together::fits);
    CHECK(both.play.typical == absolute(0.1e-3, 1e-9));
    // The worse of both is the answer, the other is said.
    const auto thick = fit("plate 18.6 x 2.2 mm", "shoe 18.7 x 2 mm");
    CHECK(thick.together == Together::tight);
    CHECK(thick.says == "In its thickness: Too tight by 0.2 mm.");
    REQUIRE_FALSE(thick.notes.empty());
    CHECK(thick.notes.front() == "In its width: Fits, with 0.1 mm of play.");
    const auto narrow = fit("plate 17 x 1.9 mm", "shoe 18.7 x 2 mm");
    CHECK(narrow.together == Together::loose);
    CHECK(narrow.says.starts_with("In its width: "));
    for (const char* bad : {"plate 18.6 mm x -2 mm", "plate 18.6 mm x 0 mm", "plate 18.6 mm x 20 m"})
        CHECK(study::read_fit_end(bad).problem().id == ProblemId("fit.no_thickness"));
    // Inches as they are written, and a plate without corners.
    CHECK(fit("plate 3/4 in x 2 mm", "shoe 19.1 x 2.1 mm").together == Together::fits);
    const auto round = fit("round plate 18.6 mm", "shoe 18.7 mm");
    REQUIRE_FALSE(round.notes.empty());
    CHECK(round.notes.front().find("only friction keeps it from turning") != std::string::npos);
}

TEST_CASE("a ball is held by its rim, falls out of it, or cracks it", "[study][fit]") {
    CHECK(fit("ball 20 mm", "opening 19.2 mm").together == Together::fits);
    CHECK(fit("ball 20 mm", "opening 20.4 mm").together == Together::loose);
    // Prints crack near 0.75 mm of undercut in PLA on such a ball, and not in PETG: common practice; over 6 % all do.
    CHECK(fit("ball 20 mm", "opening 17 mm").together == Together::tight);
}

TEST_CASE("wood moves with the season", "[study][fit]") {
    // Wood Handbook, white oak 0.00365, red oak 0.00369 along the rings for each per cent (from memory): 20 mm over 4 %
    // to either side of what was measured outdoors moves 0.29 mm.
    const auto asked = [](const char* one, const char* other, const char* place) {
        return study::answer({.one = one, .other = other, .place = place});
    };
    const auto oak = asked("oak tongue 20 mm", "slot 20.2 mm", "outdoors");
    REQUIRE(oak);
    REQUIRE(oak->season);
    CHECK(oak->season->damp == absolute(0.2e-3 - 20e-3 * 0.00367 * 4, 1e-6));
    CHECK(oak->season->dry == absolute(0.2e-3 + 20e-3 * 0.00367 * 4, 1e-6));
    CHECK(oak->together == Together::perhaps);  // it jams when damp
    // Rings upright: 0.0017 for each per cent leaves 0.2 − 20 · 0.00169 · 4 = 0.06 mm.
    REQUIRE(oak->notes.size() == 2);
    CHECK(oak->notes[1].find("leaves it 0.06 mm of play") != std::string::npos);
    CHECK(asked("oak tongue 20 mm", "slot 20.2 mm", "indoors")->together == Together::fits);
    // A slot in the same wood grows with it.
    const auto alike = asked("pine board 40 mm", "pine slot 40 mm", "outdoors");
    CHECK(alike->season->damp == absolute(0, 1e-9));
    CHECK(asked("plate 20 mm", "slot 20.2 mm", "outdoors").problem().id == ProblemId("fit.season_without_wood"));
    CHECK(asked("oak tongue 20 mm", "slot 20.2 mm", "in a shed").problem().where == "place");
    CHECK_FALSE(asked("oak tongue 20 mm", "slot 20.2 mm", "")->season);
}

TEST_CASE("ports say whether they go together", "[study][fit]") {
    using families::PortKind;
    const auto port = [](PortKind kind, std::map<std::string, std::variant<double, std::string>> sizes) {
        rig::Port p{"p", kind};
        for (const auto& [key, size] : sizes)
            if (const auto* number = std::get_if<double>(&size)) p.sizes[key] = *number;
        return p;
    };
    const auto jaws = port(PortKind::jaw, {{"least", 0.02}, {"most", 0.04}});
    const auto tube = [&](double d) { return port(PortKind::tube, {{"diameter", d}}); };
    CHECK(study::fit_of(tube(0.0337), jaws)->together == Together::fits);
    CHECK(study::fit_of(tube(0.0483), jaws)->together == Together::tight);
    CHECK(study::fit_of(jaws, tube(0.012))->together == Together::loose);
    CHECK(study::fit_of(port(PortKind::edge, {{"thickness", 0.045}}), jaws)->together == Together::tight);
    // A shoe by both of its sizes: the worse is said.
    const auto shoe = port(PortKind::shoe, {{"width", 0.0187}, {"gap", 0.002}});
    CHECK(study::fit_of(shoe, port(PortKind::plate, {{"width", 0.0186}, {"thickness", 0.0024}}))->together ==
          Together::tight);
    CHECK(study::fit_of(shoe, port(PortKind::plate, {{"width", 0.0186}, {"thickness", 0.0019}}))->together ==
          Together::fits);
    CHECK(study::fit_of(port(PortKind::socket, {{"opening", 0.0192}}), port(PortKind::ball, {{"diameter", 0.02}}))
              ->together == Together::fits);
    CHECK(study::fit_of(port(PortKind::dovetail, {{"width", 0.0383}}), port(PortKind::dovetail, {{"width", 0.038}}))
              ->together == Together::fits);
    CHECK_FALSE(study::fit_of(port(PortKind::jaw, {}), tube(0.03)));
}

TEST_CASE("a question of a fit that cannot be answered says which field is missing or wrong", "[study][fit][input]") {
    using Q = study::FitQuestion;
    const Q good{"post 24.6 mm", "bore 25.2 mm", "60 mm", "1.2 m", "1.5 m", "0.8 m"};
    REQUIRE(study::answer(good));
    const auto refused = [&](const auto& spoil) {
        Q q = good;
        spoil(q);
        const auto answer = study::answer(q);
        REQUIRE_FALSE(answer);
        CHECK_FALSE(answer.problem().remedy.empty());
        return std::string(answer.problem().id.text()) + " " + answer.problem().where;
    };
    CHECK(refused([](Q& q) { q.depth = "0 mm"; }) == "fit.impossible_length depth");
    CHECK(refused([](Q& q) { q.height = "-1 mm"; }) == "fit.impossible_length height");
    CHECK(refused([](Q& q) { q.subject = "1001 m"; }) == "fit.impossible_length subject");
    CHECK(refused([](Q& q) { q.depth.clear(); }) == "fit.height_without_depth height");
    CHECK(refused([](Q& q) { q.depth.clear(), q.height.clear(); }) == "fit.height_without_depth subject");
    CHECK(refused([](Q& q) { q.subject.clear(); }) == "fit.frame_without_subject frame");
    CHECK(refused([](Q& q) { q.one = "plate 4.9 mm", q.other = "slot 5 mm"; }) == "fit.depth_of_flat depth");
    Q q = good;
    q.subject = "1000 m";
    CHECK(study::answer(q));
}

TEST_CASE("the answer says what it does to the picture, and two threads are asked of their table", "[study][fit]") {
    study::FitQuestion q{"post 24.6 mm", "bore 25.2 mm", "60 mm", "1.2 m"};
    const auto words = [&] {
        std::string all;
        for (const auto& line : study::in_words(*study::answer(q))) all += line + "\n";
        return all;
    };
    // tan theta = 0.6/60; c (1 + 2 h/L) = 24.6 mm. At 1.5 m 2 theta s more: 30 mm; of 0.8 m in 3840 pixels.
    CHECK_THAT(words(), Catch::Contains("It leans by 0.573° to either side, and moves by 24.6 mm at the camera."));
    CHECK_THAT(words(), !Catch::Contains("At the subject"));
    q.subject = "1.5 m";
    CHECK_THAT(words(), Catch::Contains("At the subject that is 54.6 mm from side to side.\n"));
    q.frame = "0.8 m";
    CHECK(study::answer(q)->pixels == relative(0.0546 / 0.8 * 3840, 1e-3));
    CHECK_THAT(words(), Catch::Contains("from side to side: 262 pixels of 3840."));
    CHECK_THAT(words(), Catch::Contains("Cure: "));
    const auto threads = [](const char* one, const char* other) {
        return *study::answer(study::FitQuestion{one, other});
    };
    CHECK(threads("1/4-20", "1/4-20").together == Together::fits);
    CHECK_THAT(threads("1/4-20", "1/4-20").says, Catch::StartsWith("1/4-20 UNC in 1/4-20 UNC: "));
    CHECK(threads("1/4-20", "3/8-16").together == Together::loose);
    CHECK(threads("3/8-16", "1/4-20").together == Together::tight);
}
