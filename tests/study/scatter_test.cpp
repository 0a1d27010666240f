// How often a rig lets go: against the closed form of a log-normal, against draws that share a variable and draws that
// do not, and the laws that any number of workers and any order must keep.
#include "study/scatter.h"

#include <algorithm>
#include <catch2/catch.hpp>
#include <cmath>
#include <fstream>
#include <nlohmann/json.hpp>

#include "approximately.h"
#include "project/starting_points.h"
#include "quantity/dimension.h"
#include "rig_builder.h"
#include "study/scenes.h"

using namespace clampet;
using build::Vector;

namespace {

constexpr double z95 = 1.6448536269514722;

/// Weights that slide down a wall by friction alone, each with its centre of gravity in its face: mu N / (m g).
rig::Rig on_a_wall(int count, rig::Input friction, double mass = 5) {
    rig::Rig r;
    r.name = "wall";
    r.cases.clear();
    r.required = 1.5;
    std::vector<rig::Port> wall;
    for (int i = 0; i < count; ++i)
        wall.push_back(
            build::port(("at" + std::to_string(i)).c_str(), {0, 0.5 * i, 0}, Vector::UnitX(), Vector::UnitZ()));
    r.parts = {build::part("wall", 0, Vector::Zero(), wall)};
    for (int i = 0; i < count; ++i) {
        const auto id = "plate" + std::to_string(i);
        r.parts.push_back(build::part(id.c_str(), mass, Vector::Zero(),
                                      {build::port("back", Vector::Zero(), Vector::UnitX(), Vector::UnitZ())}));
        r.interfaces.push_back(build::join(("face" + std::to_string(i)).c_str(), {"wall", "at" + std::to_string(i)},
                                           {id, "back"}, "flat_face",
                                           {{"friction", friction},
                                            {"force", rig::Band{150, 300, 600}},
                                            {"kept", 1.0},
                                            {"bears", std::string("whole")},
                                            {"screws", std::string("several")}}));
    }
    return r;
}

}  // namespace

TEST_CASE("the chance of slipping is that of the log-normal that friction and force make",
          "[study][scatter][derived]") {
    // ln(mu N) is normal: variances of the logarithms add. Bands that are alike to both sides leave no skew.
    const auto rig = on_a_wall(1, rig::Band{0.2, 0.4, 0.8}, 2);
    study::ScatterOptions options;
    options.draws = 20000;
    const auto found = study::scatter(rig, options);
    REQUIRE(found);
    REQUIRE(found->seams.size() == 1);
    const auto& seam = found->seams.front();
    const double typical = 0.4 * 300 / (2 * quantity::standard_gravity);
    CHECK(seam.typical == relative(typical, 1e-4));
    const double width = std::log(2) / z95 * std::sqrt(2);
    const double chance = 0.5 * std::erfc(std::log(typical) / width / std::sqrt(2));
    const double error = std::sqrt(chance * (1 - chance) / 20000);
    CHECK(seam.chance == absolute(chance, 3 * error));
    CHECK(std::log(seam.p5) == absolute(std::log(typical) - z95 * width, 0.02));
    CHECK(std::log(seam.p50) == absolute(std::log(typical), 0.015));
    CHECK_FALSE(seam.by_fit);
    CHECK(found->allowed == 0.05);
    CHECK(seam.verdict == (chance > 0.05 ? study::Verdict::doubtful : study::Verdict::holds));
}

TEST_CASE("a far tail is told by a fit, and held against what is allowed", "[study][scatter][derived]") {
    const auto rig = on_a_wall(1, rig::Band{0.36, 0.4, 0.4444444}, 0.5);
    study::ScatterOptions options;
    options.draws = 4000;
    const auto found = study::scatter(rig, options);
    REQUIRE(found);
    const auto& seam = found->seams.front();
    CHECK(seam.by_fit);
    const double typical = 0.4 * 300 / (0.5 * quantity::standard_gravity);
    const double width = std::hypot(std::log(2), std::log(1 / 0.9)) / z95;
    CHECK(std::log(seam.chance) == relative(std::log(0.5 * std::erfc(std::log(typical) / width / std::sqrt(2))), 0.1));
    CHECK(seam.verdict == study::Verdict::holds);
    CHECK(study::allowed_chance(3) == 0.001);
    CHECK(study::allowed_chance(2) == 0.01);
}

TEST_CASE("one pair of surfaces is one friction for the whole rig", "[study][scatter]") {
    // Four plates of one pair slip together; of four frictions that are their own, some plate slips more often.
    study::ScatterOptions options;
    options.draws = 6000;
    auto shared = on_a_wall(4, rig::FrictionOf{"steel on plywood"}, 4);
    for (auto& f : shared.interfaces) f.elements.front().inputs["force"] = rig::Band{299.9, 300, 300.1};
    auto apart = shared;
    const auto pair = rig::values_of(shared.interfaces.front().elements.front(), rig::End::weak, {});
    REQUIRE(pair);
    const auto band = [&](rig::End end) {
        return families::number(*rig::values_of(shared.interfaces.front().elements.front(), end, {}), "friction");
    };
    for (auto& f : apart.interfaces)
        f.elements.front().inputs["friction"] =
            rig::Band{band(rig::End::weak), band(rig::End::typical), band(rig::End::strong)};
    // So heavy that one alone slips in about a quarter of the draws.
    for (auto* rig : {&shared, &apart})
        for (auto& part : rig->parts)
            if (part.id != "wall") part.mass = 0.85 * band(rig::End::typical) * 300 / quantity::standard_gravity;
    const auto together = study::scatter(shared, options), alone = study::scatter(apart, options);
    REQUIRE(together);
    REQUIRE(alone);
    const double one = together->seams.front().chance;
    CHECK(one > 0.1);
    CHECK(alone->seams.front().chance == absolute(one, 0.03));
    CHECK(together->chance == absolute(one, 0.02));
    CHECK(alone->chance == absolute(1 - std::pow(1 - one, 4), 0.04));
}

TEST_CASE("a whole rig lets go as often as NumPy draws it", "[study][scatter][outside]") {
    // tests/reference/scatter_rig.py: NumPy's generator, a million draws, percentiles by sorting.
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/scatter_rig.json");
    const auto numpy = nlohmann::json::parse(file);
    const auto band = [](const nlohmann::json& b) { return rig::Band{b[0], b[1], b[2]}; };
    auto rig = on_a_wall(4, rig::FrictionOf{"steel on plywood"});
    for (std::size_t i = 0; i < 4; ++i) {
        const auto& weight = numpy["seams"][i];
        rig.parts[i + 1].mass = weight["mass"];
        auto& inputs = rig.interfaces[i].elements.front().inputs;
        inputs["force"] = band(weight["force"]);
        if (!weight["friction"].empty()) inputs["friction"] = band(weight["friction"]);
    }
    // The table's band is the one that was drawn.
    const auto& pair = rig.interfaces.front().elements.front();
    const std::array ends{rig::End::weak, rig::End::typical, rig::End::strong};
    for (std::size_t k = 0; k < 3; ++k)
        REQUIRE(families::number(*rig::values_of(pair, ends[k], {}), "friction") == Approx(double(numpy["shared"][k])));

    study::ScatterOptions options;
    options.draws = 40000;
    const auto found = study::scatter(rig, options);
    REQUIRE(found);
    const auto three_errors = [&](double chance) {
        return 3 * std::sqrt(chance * (1 - chance) * (1.0 / 40000 + 1e-6));
    };
    for (const auto& seam : found->seams) {
        const auto& by_numpy = numpy["seams"][static_cast<std::size_t>(seam.id.back() - '0')];
        CAPTURE(seam.id);
        if (by_numpy["p5"] > 1)
            CHECK(seam.p5 == relative(by_numpy["p5"], 0.015));
        else
            CHECK(seam.p5 < 1);  // what slides by its weight alone holds nothing
        CHECK(seam.p50 == relative(by_numpy["p50"], 0.01));
        if (by_numpy["chance"] > 1e-3)
            CHECK(seam.chance == absolute(by_numpy["chance"], three_errors(by_numpy["chance"])));
        else
            CHECK(seam.chance < 1e-3);
    }
    CHECK(found->chance == absolute(numpy["chance"], three_errors(numpy["chance"])));
}

TEST_CASE("the same seed gives the same draws for any number of workers", "[study][scatter]") {
    const auto rig = project::demo_rig();
    study::ScatterOptions options;
    options.draws = 300;
    const auto one = study::scatter(rig, options);
    study::Job job;
    job.workers = 3;
    const auto many = study::scatter(rig, options, job);
    REQUIRE(one);
    REQUIRE(many);
    for (std::size_t i = 0; i < one->seams.size(); ++i) {
        CHECK(one->seams[i].p5 == many->seams[i].p5);
        CHECK(one->seams[i].chance == many->seams[i].chance);
        CHECK(one->seams[i].sample == many->seams[i].sample);
    }
    // The middle draw is near what is typical; whatever is drawn can be put together.
    for (const auto& seam : one->seams)
        if (seam.typical > 1) CHECK(seam.p50 == relative(seam.typical, 0.3));
    options.seed = 2;
    const auto other = study::scatter(rig, options);
    CHECK_FALSE(one->seams[1].sample == other->seams[1].sample);
    // What bottoms bottoms in every draw.
    const auto screw =
        std::find_if(one->seams.begin(), one->seams.end(), [](const auto& s) { return s.id == "camera-screw"; });
    CHECK(screw->chance == 1);
    CHECK(screw->verdict == study::Verdict::slips);
}

TEST_CASE("a scatter that is stopped tells what it drew", "[study][scatter][input]") {
    const auto rig = project::demo_rig();
    std::atomic<bool> cancelled = true;
    study::Job job;
    job.cancelled = &cancelled;
    const auto stopped = study::scatter(rig, {}, job);
    REQUIRE(stopped);
    CHECK(stopped->stopped);
    CHECK(stopped->draws == 0);  // it was before it began
    study::ScatterOptions options;
    options.draws = 0;
    CHECK_FALSE(study::scatter(rig, options));
}

TEST_CASE("over shots and payload sets each interface is drawn where it is worst", "[study][scatter][shots]") {
    auto rig = project::demo_rig();
    rig.shots = {{"level", "Level", {{"ball", {{"forward", 0.0}}}}, 2.0, 1.5},
                 {"down", "Down the well", {{"ball", {{"forward", 0.9}}}}, 0, 0}};
    rig.sets = {{"tele", "Tele lens", {}, {{"camera", 2.4, {0.09, 0, 0.044}}}}};
    study::ScatterOptions options;
    options.draws = 400;
    const auto all = study::scatter(rig, options);
    REQUIRE(all);
    const auto scenes = study::scenes_of(rig);
    const auto checked = study::check_scenes(rig, scenes);
    REQUIRE(checked);
    bool unlike = false;
    for (const auto& worst : checked->worst) {
        const auto own =
            std::find_if(all->seams.begin(), all->seams.end(), [&](const auto& s) { return s.id == worst.id; });
        REQUIRE(own != all->seams.end());
        CAPTURE(own->name);
        CHECK(own->scene == scenes[worst.scene].name);
        unlike = unlike || own->scene != all->seams.front().scene;
        // The same draws on the rig put into that scene by hand.
        options.over_shots = false;
        const auto there = study::scatter(study::staged(rig, scenes[worst.scene]), options);
        REQUIRE(there);
        const auto same =
            std::find_if(there->seams.begin(), there->seams.end(), [&](const auto& s) { return s.id == worst.id; });
        CHECK(same->scene.empty());
        CHECK(own->p5 == same->p5);
        CHECK(own->chance == same->chance);
    }
    CHECK(unlike);
}
