#include "rig/statics.h"

#include <numbers>

#include "approximately.h"
#include "constants.h"
#include "project/starting_points.h"
#include "rig_builder.h"

using namespace clampet;
using rig::Vector;

namespace {

using build::join;
using build::part;
using build::port;

/// A post 1 m high with a horizontal arm towards +x and a 2 kg load at its end, by a ball.
rig::Rig boom() {
    rig::Rig r;
    r.parts = {part("floor", 0, Vector::Zero(), {port("top", {0, 0, 0})}),
               part("post", 3, {0, 0, 0.5},
                    {port("foot", Vector::Zero()), port("side", {0, 0, 1}, Vector::UnitX(), Vector::UnitY())}),
               part("arm", 1, {0, 0, 0.4}, {port("root", Vector::Zero()), port("tip", {0, 0, 0.8})}),
               part("load", 2, {0, 0, 0.1}, {port("base", Vector::Zero())})};
    r.interfaces = {join("feet", {"floor", "top"}, {"post", "foot"}, "stance"),
                    join("root", {"post", "side"}, {"arm", "root"}, "flat_face"),
                    join("ball", {"arm", "tip"}, {"load", "base"}, "ball")};
    return r;
}
using constants::g;
Vector cg(const rig::Placed& placed, const char* part) {
    return placed.centre_of(placed.mechanism().bodies()[placed.part(part)]);
}

}  // namespace

TEST_CASE("weights of a boom, worked by hand", "[rig][statics]") {
    const auto r = boom();
    REQUIRE(rig::validate(r));
    const rig::Placed placed(r);
    CHECK(placed.from_payload_down() == std::vector<std::string>{"ball", "root", "feet"});
    CHECK(cg(placed, "load").isApprox(Vector(0.9, 0, 1), 1e-12));
    // At the root the interface's z points along +x; weights act along its -x... in the world down.
    const auto root = rig::weight_wrench(r, "root");
    CHECK(root.fz == absolute(0, 1e-12));
    CHECK(std::hypot(root.fx, root.fy) == relative(3 * g, 1e-12));
    CHECK(std::sqrt(root.mx * root.mx + root.my * root.my + root.mz * root.mz) ==
          relative((1 * 0.4 + 2 * 0.9) * g, 1e-12));
    const auto feet = rig::weight_wrench(r, "feet");
    CHECK(feet.fz == relative(-6 * g, 1e-12));
    CHECK(feet.my == relative((0.4 + 1.8) * g, 1e-12));  // tips towards +x
}

TEST_CASE("a pose turns what is beyond the ball, not what is below", "[rig][statics]") {
    auto r = boom();
    r.interface("ball")->pose = {{"forward", std::numbers::pi / 2}};
    const rig::Placed placed(r), before(boom());
    // The stem was along +x; forward is about the interface's y, which is the world's +z here... the load swings
    // sideways.
    CHECK((cg(placed, "load") - cg(before, "load")).norm() == relative(0.1 * std::sqrt(2.0), 1e-9));
    CHECK(cg(placed, "arm").isApprox(cg(before, "arm")));
}

TEST_CASE("a push acts on what carries it", "[rig][statics]") {
    const auto r = boom();
    const auto placed = std::make_shared<const rig::Placed>(r);
    const auto statics = *rig::Statics::of(r, placed);
    rig::Action action;
    action.forces = {{placed->part("load"), placed->world_from_part("load").inverse() * Vector(0.9, 0, 1), {0, 15, 0}}};
    const auto feet = statics.load(placed->interface("feet"), action).fixed;
    CHECK(feet.fy == relative(15, 1e-12));
    CHECK(feet.mx == relative(-15, 1e-12));
    CHECK(feet.mz == relative(15 * 0.9, 1e-12));
    CHECK(placed->mechanism().carries(placed->interface("feet"), placed->part("load")));
    CHECK_FALSE(placed->mechanism().carries(placed->interface("root"), placed->part("post")));
    action.forces = {{placed->part("post"), placed->world_from_part("post").inverse() * Vector(0, 0, 0.5), {0, 15, 0}}};
    CHECK(statics.load(placed->interface("root"), action).fixed == mechanics::Wrench{});
}

TEST_CASE("turning the whole rig about the plumb line changes no weight", "[rig][statics][law]") {
    auto r = project::demo_rig();
    const auto still = r;
    for (auto& p : r.part("rail")->ports) {
        const Eigen::AngleAxisd turn(0.7, Vector::UnitZ());
        p.x = turn * p.x;
        p.z = turn * p.z;
    }
    const rig::Placed placed(r);
    for (const auto& id : placed.from_payload_down()) {
        const auto a = rig::weight_wrench(still, id), b = rig::weight_wrench(r, id);
        for (const auto& [u, v] :
             {std::pair(a.fx, b.fx), std::pair(a.fz, b.fz), std::pair(a.mx, b.mx), std::pair(a.my, b.my)})
            CHECK(u == absolute(v, 1e-9));
    }
}

TEST_CASE("inputs at the ends of their bands", "[rig][inputs]") {
    rig::Element e{"ball",
                   "ball",
                   {{"friction", rig::FrictionOf{"anodised aluminium on acetal"}},
                    {"force", 300.0},
                    {"squeezed_by", std::string("force")}}};
    CHECK(families::number(*rig::values_of(e, rig::End::typical, {}), "friction") == 0.18);
    CHECK(families::number(*rig::values_of(e, rig::End::weak, {}), "friction") == 0.12);
    CHECK(families::number(*rig::values_of(e, rig::End::strong, {}), "friction") == 0.26);
    CHECK(families::number(*rig::values_of(e, rig::End::weak, {}), "force") == relative(200, 1e-9));
    // Friction in a screw's thread eats torque: its high value is the weak end.
    CHECK(families::number(*rig::values_of(e, rig::End::weak, {}), "thread_friction") >
          families::number(*rig::values_of(e, rig::End::typical, {}), "thread_friction"));
    CHECK(families::text(*rig::values_of(e, rig::End::weak, {}), "seating") == "as_tightened");
    e.inputs["force"] = rig::Band{100, 300, 400};
    CHECK(families::number(*rig::values_of(e, rig::End::weak, {}), "force") == 100);
    e.inputs["force"] = rig::Band{400, 300, 100};
    CHECK(rig::values_of(e, rig::End::weak, {}).problem().remedy == "Give low ≤ typical ≤ high.");
    e.inputs["force"] = rig::Link{"screw", "preload"};
    CHECK_THAT(rig::values_of(e, rig::End::weak, {}).problem().remedy, Catch::Contains("for example screw.preload"));
    CHECK(families::number(*rig::values_of(e, rig::End::weak, {{"screw.preload", 321.0}}), "force") == 321);
    e.inputs["diameter"] = rig::FrictionOf{"steel on steel"};
    CHECK_FALSE(rig::values_of(e, rig::End::typical, {{"screw.preload", 321.0}}));
    e.family = "glue";
    CHECK_THAT(rig::values_of(e, rig::End::typical, {}).problem().remedy, Catch::StartsWith("Use one of: thread"));
}
