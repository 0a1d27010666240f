// One interface on its own: its load, its band, its verdict; and its way back into a rig.
#include "study/bench.h"

#include <numbers>
#include <random>

#include "approximately.h"
#include "constants.h"
#include "project/document.h"
#include "project/starting_points.h"
#include "study/solve.h"

using namespace clampet;
using study::Stands;
using study::Verdict;

namespace {
using constants::g;
study::Bench strap(double mass, double required = 2) {
    study::Bench b;
    b.element = {"hold", "strap", {}};
    b.payload.mass = mass;
    b.payload.stands = Stands::level_along_x;
    b.payload.at = {0, 0, 0.02};
    b.payload.push = 0;
    b.required = required;
    return b;
}
}  // namespace

TEST_CASE("a payload's weight acts where it sits, however the interface stands", "[bench]") {
    study::BenchLoad p;
    p.mass = 2;
    p.at = {0.1, 0.05, 0.2};
    p.push = 0;
    p.stands = Stands::upright;
    auto w = study::load_of(p).permanent;
    CHECK((w.fz == relative(-2 * g, 1e-12) && w.mx == relative(-0.05 * 2 * g, 1e-12) &&
           w.my == relative(0.1 * 2 * g, 1e-12)));
    p.stands = Stands::hung;
    w = study::load_of(p).permanent;
    CHECK((w.fz == relative(2 * g, 1e-12) && w.my == relative(-0.1 * 2 * g, 1e-12)));
    p.stands = Stands::level_along_x;
    w = study::load_of(p).permanent;
    CHECK((w.fx == relative(-2 * g, 1e-12) && w.my == relative(-0.2 * 2 * g, 1e-12) &&
           w.mz == relative(0.05 * 2 * g, 1e-12)));
    p.stands = Stands::level_along_y;
    w = study::load_of(p).permanent;
    CHECK((w.fy == relative(-2 * g, 1e-12) && w.mx == relative(0.2 * 2 * g, 1e-12) &&
           w.mz == relative(-0.1 * 2 * g, 1e-12)));
}

TEST_CASE("a push comes and goes, in its plane and direction", "[bench]") {
    study::BenchLoad p;
    p.mass = 0;
    p.at = {0, 0, 0.1};
    p.push = 20;
    p.plane = study::Plane::yz;
    p.direction = std::numbers::pi / 6;
    const auto load = study::load_of(p);
    CHECK(load.permanent == study::gravity_of(study::Stands::upright));  // only what the interface weighs itself
    CHECK(load.variable.fy == relative(20 * std::cos(p.direction), 1e-12));
    CHECK(load.variable.fz == relative(10, 1e-9));
    CHECK(load.variable.mx == relative(-0.1 * load.variable.fy, 1e-12));
}

TEST_CASE("verdicts of a bench: holds, doubtful, slips", "[bench]") {
    // Friction 0.3 between cloth and plywood, typical; four bolts of 250 N hold about 2 · 0.3 · 1000 N.
    const auto at = [](double mass, double required) {
        const auto r = study::judge(strap(mass, required));
        REQUIRE(r);
        CHECK(r->low <= r->report.factor);
        CHECK(r->high >= r->report.factor);
        return r->verdict;
    };
    CHECK(at(5, 2) == Verdict::holds);
    CHECK(at(5, 100) == Verdict::doubtful);  // it holds, but not by as much as is asked
    CHECK(at(500, 2) == Verdict::slips);
}

TEST_CASE("a standing advisory, or weak inputs, leave a doubt", "[bench]") {
    auto b = strap(5);
    b.element.inputs["edges"] = std::string("sharp");
    CHECK(study::judge(b)->verdict == Verdict::doubtful);
    auto weak = strap(5, 1);
    const double typical = study::judge(weak)->report.factor;
    weak.payload.mass *= typical / 1.05;  // typical just holds, weak does not
    const auto r = study::judge(weak);
    CHECK(r->report.factor >= 1);
    CHECK(r->low < 1);
    CHECK(r->verdict == Verdict::doubtful);
}

TEST_CASE("a bench that cannot be built says which input", "[bench]") {
    auto b = strap(5);
    b.element.inputs["bolt_span"] = 0.01;
    REQUIRE_FALSE(study::judge(b));
    CHECK(study::judge(b).problem().where == "bolt_span");
    b.element.inputs["bolt_span"] = 0.07;
    b.element.inputs["colour"] = 3.0;
    CHECK_FALSE(study::judge(b));
    b.element.family = "nothing";
    CHECK_FALSE(study::judge(b));
}

TEST_CASE("a load from a rig stands in for the payload", "[bench]") {
    auto b = strap(500);
    b.from_rig = mechanics::Load{{}, {1, 0, 0, 0, 0, 0}};
    CHECK(study::judge(b)->verdict == Verdict::holds);
    b.from_rig.reset();
    CHECK(study::judge(b)->verdict == Verdict::slips);
}

TEST_CASE("all inputs of a design come back as one edit, and undo as one", "[bench][project]") {
    project::Document d;
    REQUIRE(d.adopt(project::demo_rig()));
    const auto before = d.rig();
    const auto& ball = *d.rig().interface("ball");
    auto inputs = ball.elements[0].inputs;
    inputs["torque"] = 2.0;
    inputs["diameter"] = 0.025;
    REQUIRE(d.perform(project::SetInputs{"ball", ball.elements[0].id, inputs}));
    CHECK(std::get<double>(d.rig().interface("ball")->elements[0].inputs.at("diameter")) == 0.025);
    CHECK(d.undo_label() == "design from the bench");
    d.undo();
    CHECK(d.rig() == before);
    inputs["diameter"] = -1.0;
    CHECK_FALSE(d.perform(project::SetInputs{"ball", "ball", inputs}));
    CHECK_FALSE(d.perform(project::SetInputs{"nothing", "ball", {}}));
    CHECK_FALSE(d.perform(project::SetInputs{"ball", "nothing", {}}));
    CHECK(d.rig() == before);
    CHECK_FALSE(d.perform(project::AddPart{d.rig().parts[0].id, "Pad", "bond", 0.1, {{"length", -3.0}}}));
    CHECK(d.rig() == before);
}

TEST_CASE("a push comes from where the interface lets go first", "[bench]") {
    // Brute force over directions drawn at random: none is worse by more than a degree's worth, and none as bad is
    // missed.
    std::mt19937 random(20);
    std::normal_distribution<double> normal;
    for (const auto& [key, push] : {std::pair("flat_face", 25.0),
                                    {"edge_clamp", 25.0},
                                    {"ball", 25.0},
                                    {"bond", 25.0},
                                    {"flat_face", 0.9},
                                    {"ball", 0.9}}) {
        const auto joint = *families::join(*families::family_named(key), {});
        study::BenchLoad p;
        p.at = {0.03, 0.01, 0.06};
        p.mass = push > 1 ? 0.8 : 0.01;
        p.push = push;
        std::array<double, 3> towards{};
        const auto worst = study::with_worst_push(*joint, p, &towards);
        const double found = study::least_factor(*joint, worst).factor;
        CHECK(std::hypot(towards[0], towards[1], towards[2]) == relative(1, 1e-9));
        double least = std::numeric_limits<double>::infinity();
        for (int i = 0; i < 2000; ++i) {
            const Eigen::Vector3d to = Eigen::Vector3d(normal(random), normal(random), normal(random)).normalized();
            const mechanics::Load load{worst.permanent,
                                       study::force_at(p.at, push * to.x(), push * to.y(), push * to.z())};
            least = std::min(least, study::least_factor(*joint, load).factor);
        }
        CAPTURE(key, found, least);
        CHECK(found <= 1.003 * least);
        CHECK(found >= 0.98 * least);
    }
}

TEST_CASE("what a name says of an input counts until a number is given", "[bench][stock]") {
    study::Bench b;
    b.element = {"hold", "arm", {}};
    const auto oak = families::stock_named(*families::family_named("arm"), "oak", "material");
    REQUIRE(oak);
    for (const auto& [key, input] : study::inputs_from(*oak)) b.element.inputs[key] = input;
    auto judged = study::judge(b);
    REQUIRE(judged);
    CHECK(families::number(judged->values, "modulus") == 12e9);
    b.element.inputs["modulus"] = 9e9;
    judged = study::judge(b);
    REQUIRE(judged);
    CHECK(families::number(judged->values, "modulus") == 9e9);
    CHECK(families::number(judged->values, "density") == 740);
    b.element.inputs["density"] = rig::NamedStock{"cheese"};
    const auto wrong = study::judge(b);
    REQUIRE_FALSE(wrong);
    CHECK_THAT(wrong.problem().where, Catch::EndsWith("density"));
}

TEST_CASE("a hand's torque by name has the hand's scatter", "[bench][stock]") {
    study::Bench b;
    b.element = {"hold", "flat_face", {{"squeezed_by", std::string("screw")}}};
    b.element.inputs["torque"] = rig::NamedStock{"snug, Ø40 knob"};
    const auto at = [&](rig::End end) { return families::number(*rig::values_of(b.element, end, {}), "torque"); };
    CHECK(at(rig::End::weak) == Approx(1.4));
    CHECK(at(rig::End::typical) == Approx(2.1));
    CHECK(at(rig::End::strong) == Approx(3.15));
}

TEST_CASE("what was taken by its name is known by it, and corrected where a number is given otherwise",
          "[bench][stock]") {
    const auto& face = *families::family_named("flat_face");
    const auto uses = face.own_stock();
    const auto pad = std::find_if(uses.begin(), uses.end(), [](const auto& use) { return use.group == "pad"; });
    REQUIRE(pad != uses.end());
    const auto offers = families::stock_offers(*pad);
    REQUIRE_FALSE(offers.empty());
    const auto offer = offers.front();
    std::map<std::string, rig::Input, std::less<>> inputs;
    CHECK_FALSE(study::taken_from(*pad, inputs));
    for (const auto& [input, value] : study::inputs_from(offer)) inputs[input] = value;
    const std::size_t filled = inputs.size();
    REQUIRE(filled >= 3);
    auto taken = study::taken_from(*pad, inputs);
    REQUIRE(taken);
    CHECK(taken->name == offer.row->name);
    CHECK_FALSE(taken->corrected);
    // One of its numbers measured, or taken away: it is still that pad, corrected.
    for (const auto& [input, value] : study::inputs_from(offer)) {
        if (!std::holds_alternative<rig::NamedStock>(value)) continue;
        CAPTURE(input);
        auto measured = inputs;
        measured[input] = 0.5;
        taken = study::taken_from(*pad, measured);
        REQUIRE(taken);
        CHECK(taken->name == offer.row->name);
        CHECK(taken->corrected);
        auto without = inputs;
        without.erase(input);
        CHECK(study::taken_from(*pad, without)->corrected);
    }
    // A number beside it that no pad fills says nothing of it.
    inputs["force"] = 500.0;
    CHECK_FALSE(study::taken_from(*pad, inputs)->corrected);
    inputs.clear();
    inputs["pad_modulus"] = 3e6;
    CHECK_FALSE(study::taken_from(*pad, inputs));
}
