#include "rig/mechanism.h"

#include <random>

#include "approximately.h"
#include "loads/load_case.h"
#include "project/starting_points.h"
#include "rig/statics.h"
#include "rig_builder.h"

using namespace clampet;
using rig::Vector;

namespace {

const families::Axis& axis(const rig::Interface& f, const char* key) {
    static std::vector<families::Axis> all;
    all = rig::motion_of(f).axes;
    return *std::find_if(all.begin(), all.end(), [&](const auto& a) { return a.key == key; });
}

}  // namespace

TEST_CASE("every family that moves says how, and stands still at 0", "[rig][mechanism]") {
    const std::map<std::string, std::vector<std::string>> expected{
        {"ball", {"pan", "side", "forward"}}, {"friction_pivot", {"turn"}}, {"pan_drive", {"pan"}},
        {"tube_grip", {"slide", "turn"}},     {"dovetail", {"slide"}},      {"shoe", {"slide"}},
        {"jam_collar", {"slide", "turn"}}};
    for (const auto* family : families::registry()) {
        rig::Element element{"hold", std::string(family->key()), {}};
        if (family->key() == "ball_chain") element.inputs["joints"] = 1.0;
        const auto motion = family->motion(rig::shape_values(element));
        CAPTURE(family->key());
        std::vector<std::string> keys;
        for (const auto& a : motion.axes) {
            keys.push_back(a.key);
            CHECK(a.direction.norm() == relative(1, 1e-12));
            CHECK(a.least <= 0);
            CHECK(a.most >= 0);
            CHECK_FALSE(a.label.empty());
        }
        if (const auto at = expected.find(std::string(family->key())); at != expected.end()) CHECK(keys == at->second);
        const std::vector<double> rest(motion.axes.size(), 0.0);
        CHECK(families::moved(motion.axes, rest).isApprox(Eigen::Isometry3d::Identity()));
        CHECK(family->reaches(rig::shape_values(element), rest));
    }
}

TEST_CASE("axes move what they carry: a turn by hand, a slide, one on the other", "[rig][mechanism]") {
    rig::Rig r;
    r.parts = {build::part("rail", 0, Vector::Zero(), {build::port("tube", {0, 0, 0})}),
               build::part("clamp", 1, {0, 0, 0.1}, {build::port("jaw", {0, 0, 0}), build::port("top", {0, 0, 0.2})}),
               build::part("head", 1, {0.1, 0, 0}, {build::port("base", {0, 0, 0})})};
    r.interfaces = {build::join("grip", {"rail", "tube"}, {"clamp", "jaw"}, "tube_grip"),
                    build::join("pan", {"clamp", "top"}, {"head", "base"}, "friction_pivot")};
    const auto head = [&] { return Vector(rig::Placed(r).world_from_part("head") * Vector(0.1, 0, 0)); };
    CHECK(head().isApprox(Vector(0.1, 0, 0.2), 1e-12));
    r.interface("grip")->pose["slide"] = 0.3;
    CHECK(head().isApprox(Vector(0.4, 0, 0.2), 1e-12));
    CHECK(rig::Placed(r).world_from_interface("grip").translation().isApprox(Vector(0.3, 0, 0)));  // jaws go along
    r.interface("pan")->pose["turn"] = M_PI / 2;
    CHECK(head().isApprox(Vector(0.3, 0.1, 0.2), 1e-12));
    // Round the tube by a quarter: what stood up lies to the right, and the jaws' own axis with it.
    r.interface("grip")->pose["turn"] = M_PI / 2;
    CHECK(head().isApprox(Vector(0.3, -0.2, 0.1), 1e-12));
    const auto w = rig::weight_wrench(r, "grip");
    CHECK(w.fy == relative(-2 * 9.80665, 1e-12));
    CHECK(w.fz == absolute(0, 1e-9));
    r.interface("grip")->elements[0].inputs["held_by"] = std::string("support");
    CHECK(rig::Placed(r).world_from_interface("grip").translation().isApprox(Vector::Zero()));  // jaws stay
}

TEST_CASE("a joint stops where its family says, and where the rig says", "[rig][mechanism]") {
    auto r = project::demo_rig();
    auto& ball = *r.interface("ball");
    const double limit = 62 * M_PI / 180;
    ball.pose = {{"forward", 0.2}};
    CHECK(rig::stopped(ball, axis(ball, "forward"), 3) == relative(limit, 1e-6));
    CHECK(rig::stopped(ball, axis(ball, "forward"), -3) == relative(-limit, 1e-6));
    CHECK(rig::stopped(ball, axis(ball, "forward"), 0.4) == 0.4);
    // The stem meets the cup all round: with a lean to the side less is left forward. cos a cos b = cos limit.
    ball.pose = {{"side", 0.6}};
    CHECK(rig::stopped(ball, axis(ball, "forward"), 3) == relative(std::acos(std::cos(limit) / std::cos(0.6)), 1e-6));
    ball.stops["pan"] = {-0.1, 0.3};
    CHECK(rig::stopped(ball, axis(ball, "pan"), 2) == 0.3);
    ball.pose = {{"pan", 0.31}};
    CHECK_FALSE(rig::is_within_stops(ball));
    ball.pose = {{"pan", 0.29}, {"side", 1.0}, {"forward", 0.8}};
    CHECK_FALSE(rig::is_within_stops(ball));
    ball.pose["forward"] = 0.2;
    CHECK(rig::is_within_stops(ball));
    // From beyond a stop the way back is free.
    ball.pose["forward"] = 0.9;
    CHECK(rig::stopped(ball, axis(ball, "forward"), 0.1) == 0.1);
}

TEST_CASE("an arm is as long as it is, and what it weighs is carried below it", "[rig][mechanism]") {
    rig::Rig r;
    r.parts = {build::part("wall", 0, Vector::Zero(), {build::port("face", {0, 0, 1})}),
               build::part("hub", 0.5, {0, 0, 0}, {build::port("in", {0, 0, 0}), build::port("out", {0, 0, 0})}),
               build::part("load", 2, {0, 0, 0.05}, {build::port("base", {0, 0, 0})})};
    // 1 m of 40 x 20 mm at 500 kg/m³: 0.4 kg, its middle half a metre out.
    r.interfaces = {build::join("plate", {"wall", "face"}, {"hub", "in"}, "flat_face"),
                    build::join("arm", {"hub", "out"}, {"load", "base"}, "arm",
                                {{"length", 1.0}, {"root_height", 0.04}, {"root_width", 0.02}})};
    const rig::Placed placed(r);
    CHECK(placed.world_from_part("load").translation().isApprox(Vector(1, 0, 1), 1e-12));
    CHECK(placed.world_from_interface("arm").translation().isApprox(Vector(1, 0, 1), 1e-12));
    constexpr double g = 9.80665;
    const auto at_tip = rig::weight_wrench(r, "arm"), at_root = rig::weight_wrench(r, "plate");
    CHECK(at_tip.fz == relative(-2 * g, 1e-12));
    CHECK(at_tip.my == absolute(0, 1e-9));
    CHECK(at_root.fz == relative(-(0.5 + 0.4 + 2) * g, 1e-9));
    CHECK(at_root.my == relative((0.4 * 0.5 + 2 * 1) * g, 1e-9));
    // A taper to a third of the height: mean 2/3, its centre at (1/2 - 1/3 · 2/3)/(2/3) of the length.
    r.interfaces[1].elements[0].inputs["taper"] = std::string("tapered");
    r.interfaces[1].elements[0].inputs["tip_height"] = 0.04 / 3;
    const auto tapered = rig::weight_wrench(r, "plate");
    CHECK(tapered.fz == relative(-(0.5 + 0.4 * 2 / 3 + 2) * g, 1e-9));
    CHECK(tapered.my == relative((0.4 * (0.5 - 2.0 / 9) + 2) * g, 1e-9));
}

TEST_CASE("an arm that is a seam is a body: seen, blown on and swung", "[rig][mechanism][wind]") {
    // 1 m long, 40 mm high, 20 mm wide, of timber, level along x from a wall 1 m up, on a plate of no size.
    rig::Rig r;
    r.parts = {
        build::part("wall", 0, Vector::Zero(), {build::port("face", {0, 0, 1})}),
        build::part("plate", 0.5, Vector::Zero(), {build::port("back", {0, 0, 0}), build::port("root", {0, 0, 0})}),
        build::part("load", 2, Vector::Zero(), {build::port("base", {0, 0, 0})})};
    r.interfaces = {build::join("plate", {"wall", "face"}, {"plate", "back"}, "flat_face"),
                    build::join("arm", {"plate", "root"}, {"load", "base"}, "arm",
                                {{"length", 1.0}, {"root_height", 0.04}, {"root_width", 0.02}})};
    r.cases = {{"wind", "wind", {{"speed", 12.0}, {"drag", 1.3}}}};
    const auto placed = std::make_shared<const rig::Placed>(r);
    const auto& mechanism = placed->mechanism();
    const auto limbs = rig::limbs_of(mechanism.seams()[1].motion);
    REQUIRE(limbs.size() == 1);
    CHECK(limbs[0].material == rig::Stuff::wood);
    CHECK(rig::limbs_of(mechanism.seams()[0].motion).empty());
    const rig::Body& own = mechanism.bodies().back();
    REQUIRE(own.between == std::optional<std::size_t>(1));
    CHECK(own.wind_area == relative(1.0 * 0.04, 1e-9));  // its broad side
    CHECK(own.inertia.z() == relative(own.mass * (1.0 + 0.02 * 0.02) / 12, 1e-9));
    CHECK(rig::wind_centre_of(own, placed->placement()).isApprox(Vector(0.5, 0, 1)));
    // What the wall bears of the wind across it: q A at half a metre, and nothing of a load that shows no face.
    const auto actions = *loads::actions_of(r, *placed, {"wind"});
    const auto wind = (*rig::Statics::of(r, placed)).load(0, actions.at(0)).free[0];
    const double q = 0.5 * 1.225 * 12 * 12 * 1.3;
    CHECK(wind.y.fy == relative(q * 0.04, 1e-6));
    CHECK(wind.y.mz == relative(q * 0.04 * 0.5, 1e-6));
    // A prism is held by the box about its outline: a taper from 40 to 20 mm, 1 m long.
    r.interfaces[1].elements[0].inputs["taper"] = std::string("tapered");
    r.interfaces[1].elements[0].inputs["tip_height"] = 0.02;
    r.interfaces[1].elements[0].inputs["tip_width"] = 0.02;
    const rig::Placed tapered(r);
    CHECK(tapered.mechanism().bodies().back().wind_area == relative(1.0 * 0.03, 1e-9));
}

TEST_CASE("inertia and wind area come from the shapes, or from what is typed", "[rig][mechanism]") {
    rig::Part rod = build::part("rod", 3, Vector::Zero(), {});
    rig::Shape s;
    s.kind = rig::ShapeKind::cylinder;
    s.diameter = 0.02;
    s.length = 1.2;
    rod.shapes = {s};
    const auto body = rig::body_of(rod);
    CHECK(body.inertia.x() == relative(3 * 1.2 * 1.2 / 12, 2e-3));  // m L²/12 of a thin rod
    CHECK(body.inertia.z() < 1e-3);
    CHECK(body.wind_area == relative(1.2 * 0.02, 1e-9));
    // Two of them 0.4 m apart, 1.5 kg each: + m a² about what lies between.
    rod.shapes[0].at = {0.2, 0, 0};
    s.at = {-0.2, 0, 0};
    rod.shapes.push_back(s);
    const auto pair = rig::body_of(rod);
    CHECK(pair.inertia.z() == relative(3 * 0.04, 5e-3));
    CHECK(pair.wind_area == relative(2 * 1.2 * 0.02, 1e-9));
    CHECK(pair.wind_centre.norm() == absolute(0, 1e-12));
    rod.inertia = Vector(1, 1, 0.5);
    rod.wind_area = 0.3;
    CHECK(rig::body_of(rod).inertia == Vector(1, 1, 0.5));
    CHECK(rig::body_of(rod).wind_area == 0.3);
    rod.role = rig::Role::support;
    CHECK(rig::body_of(rod).wind_area == 0);
}
