#include "study/payload_limit.h"

#include <atomic>
#include <numbers>

#include "approximately.h"
#include "catalogue/device.h"
#include "column_rig.h"
#include "constants.h"
#include "study/solve.h"

using namespace clampet;
using study::PushFrom;

namespace {

using constants::g;

study::Bench bond(double length, double required = 2) {
    auto bench = study::first_bench(*families::family_named("bond"), required);
    bench.element.inputs = {{"length", length}, {"width", 0.03}, {"duration", std::string("short")}};
    bench.payload.stands = study::Stands::level_along_x;
    bench.payload.at = {0, 0, 0};
    return bench;
}

}  // namespace

TEST_CASE("the largest payload is where the required factor is just reached", "[study][limit]") {
    // Closed form: a pad in pure shear lets go at tau a b; so m = tau a b/(2 g) for a factor of 2.
    const auto limit = study::largest_payload(bond(0.05), {0, 0, 0});
    CHECK(limit.ends);
    CHECK(limit.limits == "breaks");
    CHECK(limit.mass == relative(0.5e6 * 0.05 * 0.03 / (2 * g), 2e-3));
    CHECK(limit.mass * 2 * g <= 0.5e6 * 0.05 * 0.03);  // on the safe side of it
    CHECK(study::largest_payload(bond(0.05, 4), {0, 0, 0}).mass == relative(limit.mass / 2, 2e-3));
    // With an offset, the ellipse of shear and peel: peel 6 m g x/(b a^2) of 0.6 MPa.
    const double shear = g / (0.05 * 0.03) / 0.5e6, peel = 6 * g * 0.02 / (0.03 * 0.05 * 0.05) / 0.6e6;
    const auto off = study::largest_payload(bond(0.05), {0, 0, 0.02});
    CHECK(off.mass == relative(1 / (2 * std::hypot(shear, peel)), 3e-3));
}

TEST_CASE("a push takes its share, and the worst one more", "[study][limit]") {
    auto bench = bond(0.05);
    const double without = study::largest_payload(bench, {0, 0, 0.01}).mass;
    bench.payload.push = 20;
    bench.payload.direction = std::numbers::pi;  // the way it hangs
    const double pushed = study::largest_payload(bench, {0, 0, 0.01}).mass;
    const double worst = study::largest_payload(bench, {0, 0, 0.01}, PushFrom::worst).mass;
    CHECK(pushed < without);
    CHECK(worst <= pushed * 1.001);
    // Where the push alone is too much, nothing may be carried.
    bench.payload.push = 5000;
    const auto nothing = study::largest_payload(bench, {0, 0, 0.01}, PushFrom::worst);
    CHECK(nothing.mass == 0);
    CHECK(nothing.limits == "breaks");
    CHECK(nothing.ends);
}

TEST_CASE("where nothing lets go there is no limit", "[study][limit]") {
    auto bench = study::first_bench(*families::family_named("tube_grip"), 2);
    bench.payload.push = 0;
    bench.payload.at = {0, 0, 0};
    bench.payload.stands = study::Stands::upright;
    bench.element.inputs["tube_strength"] = 1e9;
    bench.element.inputs["pad_strength"] = 1e9;
    const auto limit = study::largest_payload(bench, {0, 0, 0.05});
    CHECK_FALSE(limit.ends);
    CHECK(limit.mass == study::most_payload);
}

TEST_CASE("what follows from the payload grows with it, and further out carries less", "[study][limit]") {
    auto bench = study::first_bench(*families::family_named("arm"), 2);
    bench.payload.push = 0;
    double last = std::numeric_limits<double>::infinity();
    for (const auto& point : study::payload_curve(bench, 0, 0.5, 6)) {
        CHECK(point.limit.mass <= last * 1.001);
        last = point.limit.mass;
        // With that mass the bench's own verdict is on its edge.
        auto at = bench;
        at.payload.mass = point.limit.mass;
        at.payload.at[0] = point.overhang;
        const auto judged = study::judge(at);
        REQUIRE(judged);
        CHECK(judged->report.factor == relative(2, 3e-3));
        CHECK(families::number(judged->values, "payload_mass") == relative(point.limit.mass, 1e-12));
    }
}

TEST_CASE("classes of devices are judged where they balance", "[study][limit]") {
    auto bench = study::first_bench(*families::family_named("edge_clamp"), 2);
    const auto on = study::devices_on(bench);
    CHECK(on.size() == catalogue::devices().size());
    for (const auto& d : on) {
        auto with = bench;
        with.payload = *study::load_of_device(d.device->name);
        with.payload.push = bench.payload.push;
        with.payload.stands = bench.payload.stands;
        const auto judged = study::judge(with);
        REQUIRE(judged);
        CAPTURE(d.device->name);
        CHECK(d.factor == relative(judged->report.factor, 1e-9));
        CHECK(d.holds == (judged->report.factor >= 2));
    }
}

TEST_CASE("a payload typed once fills what a bench asks of it", "[bench]") {
    auto bench = study::first_bench(*families::family_named("arm"), 2);
    bench.payload.mass = 0.9;
    bench.payload.at = {0.03, 0, 0.04};
    auto judged = study::judge(bench);
    REQUIRE(judged);
    CHECK(families::number(judged->values, "payload_mass") == 0.9);
    CHECK(families::number(judged->values, "payload_offset") == relative(0.05, 1e-12));
    bench.payload = *study::load_of_device("7-inch monitor");
    judged = study::judge(bench);
    CHECK(families::number(judged->values, "payload_gyration") == catalogue::device_named("7-inch monitor")->gyration);
    bench.element.inputs["payload_mass"] = 3.0;  // typed: it stands
    CHECK(families::number(study::judge(bench)->values, "payload_mass") == 3);
}

TEST_CASE("a whole rig carries what its weakest seam carries", "[study][limit]") {
    auto rig = column(2);
    rig.parts.front().role = clampet::rig::Role::support;
    rig.parts.back().role = clampet::rig::Role::payload;
    const auto found = study::largest_payload(rig, 0.02);
    REQUIRE(found);
    REQUIRE(found->limit.ends);
    CHECK_FALSE(found->interface.empty());
    // A little less holds at every seam, a little more does not.
    const auto* own = &rig.parts.back();
    CAPTURE(found->limit.mass);
    const auto at = [&](double mass) {
        const auto with =
            study::with_payload(rig, mass, {0.02, own->centre_of_gravity.y(), own->centre_of_gravity.z()});
        const auto checked = study::check(*with);
        double least = 1e9;
        for (const auto& seam : checked->interfaces) least = std::min(least, seam.typical / seam.required);
        return least;
    };
    CHECK(at(0.995 * found->limit.mass) >= 1);
    CHECK(at(1.005 * found->limit.mass) < 1);
    // Further out it carries less, and twice the factor less than half.
    const auto further = study::largest_payload(rig, 0.2);
    REQUIRE(further);
    CHECK(further->limit.mass < found->limit.mass);
    auto bare = rig;
    for (auto& part : bare.parts)
        if (part.role == clampet::rig::Role::payload) part.role = clampet::rig::Role::part;
    const auto none = study::largest_payload(bare, 0);
    REQUIRE_FALSE(none);
    CHECK(none.problem().id == ProblemId("limit.no_payload"));
}

TEST_CASE("what a rig may carry is told by overhang and by what is carried, each as it is checked", "[study][limit]") {
    auto rig = column(1);
    rig.parts[1].role = rig::Role::payload;
    const auto limits = study::rig_limits(rig);
    REQUIRE(limits);
    const double ahead = rig.parts[1].centre_of_gravity.x();
    CHECK(limits->here.limit.mass == study::largest_payload(rig, ahead)->limit.mass);
    REQUIRE(limits->curve.size() == 7);
    CHECK(limits->curve.front().first == 0);
    CHECK(limits->curve.back().first == 0.8);
    for (std::size_t i = 0; i < limits->curve.size(); ++i) {
        const auto& [overhang, limit] = limits->curve[i];
        CAPTURE(overhang);
        CHECK(limit.limit.mass == study::largest_payload(rig, overhang)->limit.mass);
        if (i > 0) CHECK(limit.limit.mass <= limits->curve[i - 1].second.limit.mass);
    }
    CHECK(limits->curve.back().second.limit.mass < limits->curve.front().second.limit.mass);
    REQUIRE(limits->devices.size() == catalogue::devices().size());
    std::size_t held = 0;
    for (const auto& on : limits->devices) {
        const auto& device = *on.device;
        const auto with = study::with_payload(rig, device.typical_mass(), {device.ahead, device.aside, device.above});
        const auto checked = *study::check(*with);
        bool holds = true;
        for (const auto& seam : checked.interfaces) holds = holds && seam.typical >= seam.required;
        CAPTURE(device.name);
        CHECK(on.holds == holds);
        held += on.holds;
    }
    CHECK(held > 0);
    CHECK(held < limits->devices.size());
    // What is stopped tells what it knows; a rig that carries nothing is refused.
    const std::atomic<bool> cancelled = true;
    study::Job job;
    job.cancelled = &cancelled;
    CHECK(study::rig_limits(rig, {}, job)->curve.empty());
    CHECK_FALSE(study::rig_limits(rig::Rig{}));
}
