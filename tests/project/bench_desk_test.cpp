// What a bench's desk answers is what the studies say of what lies on it.
#include "project/desks/bench_desk.h"

#include <cmath>
#include <numbers>

#include "approximately.h"

using namespace clampet;
using project::BenchDesk;

namespace {

BenchDesk opened(const char* family) {
    BenchDesk desk;
    desk.open_family(*families::family_named(family), 2);
    REQUIRE(desk.is_open());
    return desk;
}

}  // namespace

TEST_CASE("a bench begins with inputs that are not undone, or stays as it is", "[project][desk]") {
    auto desk = opened("ball");
    REQUIRE(desk.start_with({{"squeezed_by", std::string("force")}, {"force", 750.0}}));
    CHECK(desk.value_of("force") == 750);
    CHECK_FALSE(desk.can_undo());
    const auto refused = desk.start_with({{"force", -1.0}});
    REQUIRE_FALSE(refused);
    CHECK(desk.value_of("force") == 750);
}

TEST_CASE("several inputs are one step, and of a wrong one none is taken", "[project][desk]") {
    auto desk = opened("ball");
    REQUIRE(desk.start_with({{"squeezed_by", std::string("force")}, {"force", 500.0}}));
    const double friction = desk.value_of("friction");
    REQUIRE(desk.set_inputs({{"force", 900.0}, {"friction", 0.31}}));
    CHECK(desk.value_of("force") == 900);
    CHECK(desk.value_of("friction") == 0.31);
    CHECK_FALSE(desk.set_inputs({{"force", 1000.0}, {"friction", -0.1}}));
    CHECK(desk.value_of("force") == 900);
    desk.undo();
    CHECK(desk.value_of("force") == 500);
    CHECK(desk.value_of("friction") == friction);
    CHECK_FALSE(desk.can_undo());
}

TEST_CASE("a load that is dragged is one step", "[project][desk]") {
    auto desk = opened("flat_face");
    const double mass = desk.bench().payload.mass;
    for (const double now : {1.5, 1.9, 2.4})
        REQUIRE(desk.change_payload([&](study::BenchLoad& load) { load.mass = now; }, 7));
    CHECK(desk.bench().payload.mass == 2.4);
    CHECK_FALSE(desk.change_payload([](study::BenchLoad& load) { load.mass = -1; }, 7));
    CHECK(desk.bench().payload.mass == 2.4);
    desk.undo();
    CHECK(desk.bench().payload.mass == mass);
    CHECK_FALSE(desk.can_undo());
}

TEST_CASE("what a hand sets lies level and is squeezed by its bolt", "[project][desk]") {
    // Its payload turns it: level along y, pulled down across its axis.
    const auto desk = opened("friction_pivot");
    const auto& bench = desk.bench();
    CHECK(std::get<std::string>(bench.element.inputs.at("squeezed_by")) == "screw");
    CHECK(bench.payload.stands == study::Stands::level_along_y);
    CHECK(bench.payload.plane == study::Plane::xy);
    CHECK(bench.payload.direction == absolute(-std::numbers::pi / 2, 1e-12));
    const study::BenchLoad usual;
    CHECK(bench.payload.at == study::ActsAt{usual.at[2], 0, 0});
    CHECK(opened("flat_face").bench().payload.at == usual.at);
}

TEST_CASE("a desk's answers are the studies'", "[project][desk]") {
    auto desk = opened("flat_face");
    const auto& bench = desk.bench();
    // The force that gives what is asked for: with it, it just does.
    const auto force = desk.solve("force");
    REQUIRE(force);
    REQUIRE(desk.set_input("force", std::get<double>(force->value)));
    CHECK(desk.result().report.factor == relative(2, 2e-3));
    CHECK_FALSE(desk.solve("colour"));
    // The largest payload: with it the factor is what is asked for, a little more is too much.
    const auto most = desk.largest_payload();
    REQUIRE(most.ends);
    const auto factor_with = [&](double mass) {
        auto now = bench;
        now.payload.mass = mass;
        return study::judge(now)->report.factor;
    };
    CHECK(factor_with(most.mass) == relative(2, 5e-3));
    CHECK(factor_with(1.05 * most.mass) < 2);
    // Over how far ahead it is: less and less, and here as the largest payload says.
    const auto curve = desk.payload_curve(0.2);
    REQUIRE(curve.size() > 10);
    CHECK(curve.front().overhang == 0);
    CHECK(curve.back().overhang == absolute(0.2, 1e-12));
    for (std::size_t i = 1; i < curve.size(); ++i) CHECK(curve[i].limit.mass <= curve[i - 1].limit.mass * (1 + 1e-3));
    // Of the devices known those hold whose factor does.
    const auto devices = desk.devices();
    REQUIRE_FALSE(devices.empty());
    for (const auto& on : devices) {
        CAPTURE(on.device->name);
        CHECK(on.holds == (on.factor >= bench.required));
    }
    // More force, a larger factor; the curve runs from one end to the other.
    const auto by_force = desk.curve(bench, "force", 100, 1000);
    REQUIRE(by_force.size() > 10);
    CHECK(by_force.front().value == 100);
    CHECK(by_force.back().value == absolute(1000, 1e-9));
    CHECK(by_force.back().factor > by_force.front().factor);
    // All round: a force each ten degrees, from the plane's first axis.
    rig::Interface interface;
    interface.elements = {bench.element};
    const auto joint = rig::prepare(interface, rig::End::typical);
    REQUIRE(joint);
    const auto round = desk.capacity(bench, *joint->joints.front());
    CHECK(round.size() == 36);
    CHECK(round[9].angle - round[0].angle == absolute(std::numbers::pi / 2, 1e-9));
}
