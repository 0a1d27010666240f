#include <functional>

#include "approximately.h"
#include "loads/load_case.h"
#include "project/starting_points.h"
#include "rig/idle_inputs.h"
#include "rig/rig.h"

using namespace clampet;

namespace {
rig::Shot shot() {
    rig::Shot s;
    s.id = "wide", s.name = "Wide";
    return s;
}
}  // namespace

TEST_CASE("a rig that just can be is taken", "[rig]") {
    const std::vector<std::function<void(rig::Rig&)>> changes{
        [](auto& r) { r.part("camera")->mass = 1e4; },
        [](auto& r) { r.part("camera")->inertia = rig::Vector(1e6, 6e5, 4e5); },
        [](auto& r) { r.part("camera")->wind_area = 1000; },
        [](auto& r) { r.part("camera")->wind_area = 0; },
        [](auto& r) { r.part("camera")->centre_of_gravity.x() = 999; },
        [](auto& r) { r.part("camera")->shapes[0].length = 999; },
        [](auto& r) { r.required = 100; },
        [](auto& r) {
            r.hands = rig::Hands{"Somebody", 3};
        },
        [](auto& r) {
            r.hands = rig::Hands{"Somebody", 0.3};
        },
        [](auto& r) { r.shots = {shot()}, r.shots[0].distance = 1e4, r.shots[0].frame = 1e4; },
        [](auto& r) {
            while (r.cases.size() < 100) {
                r.cases.push_back(r.cases[0]);
                r.cases.back().id += std::to_string(r.cases.size());
            }
        },
    };
    for (std::size_t i = 0; i < changes.size(); ++i) {
        auto r = project::demo_rig();
        changes[i](r);
        CAPTURE(i);
        const auto ok = loads::validate(r);
        if (!ok) FAIL_CHECK(ok.problem().sentence());
    }
}

TEST_CASE("a rig that cannot be is refused with its place and a remedy", "[rig]") {
    struct Row {
        const char* where;
        std::function<void(rig::Rig&)> spoil;
        const char* remedy;
    };
    const std::vector<Row> rows{
        {"/parts/5/mass", [](auto& r) { r.part("camera")->mass = -1; }, "from 0 to 10 000 kg"},
        {"/parts/5/mass", [](auto& r) { r.part("camera")->mass = std::nan(""); }, "from 0 to 10 000 kg"},
        {"/parts/5/centre_of_gravity",
         [](auto& r) { r.part("camera")->centre_of_gravity.x() = std::numeric_limits<double>::infinity(); },
         "Give x, y, z in metres"},
        {"/parts/1/id", [](auto& r) { r.parts[1].id = "rail"; }, "Give each its own id."},
        {"/interfaces/3/support/part", [](auto& r) { r.interface("ball")->support.part = "ghost"; },
         "Name a part that is listed under parts."},
        {"/interfaces/3/support/port", [](auto& r) { r.interface("ball")->support.port = "ghost"; },
         "Name one of its ports, or add it."},
        {"/interfaces/3/elements", [](auto& r) { r.interface("ball")->elements.clear(); },
         "Add an element with a family"},
        {"/interfaces/3/elements/0/family", [](auto& r) { r.interface("ball")->elements[0].family = "magnet"; },
         "Use one of: thread"},
        {"/interfaces/3/elements/0/inputs/diameter",
         [](auto& r) { r.interface("ball")->elements[0].inputs["diameter"] = 0.0; }, "It must be more than 0 mm"},
        {"/interfaces/3/elements/0/inputs/screw",
         [](auto& r) { r.interface("ball")->elements[0].inputs["screw"] = std::string("M9"); }, "Write for example"},
        {"/interfaces/3/elements/0/inputs/friction",
         [](auto& r) { r.interface("ball")->elements[0].inputs["friction"] = rig::FrictionOf{"steel on cheese"}; },
         "Type a measured number"},
        {"/interfaces/3/elements/0/inputs/colour",
         [](auto& r) { r.interface("ball")->elements[0].inputs["colour"] = 1.0; }, "--params"},
        {"/interfaces/4/elements/1/inputs/force",
         [](auto& r) {
             r.interface("camera-screw")->elements[1].inputs["force"] = rig::Link{"bolt", "preload"};
         },
         "screw.preload"},
        {"/required", [](auto& r) { r.required = 0; }, "1.5 (bench)"},
        {"/cases/0/inputs/force", [](auto& r) { r.cases[0].inputs["force"] = -1.0; }, "for example 15"},
        {"/cases/0/inputs/part", [](auto& r) { r.cases[0].inputs["part"] = std::string("ghost"); }, "Name a part"},
        {"/cases/0/inputs/colour", [](auto& r) { r.cases[0].inputs["colour"] = 1.0; }, "It has: force"},
        {"/cases/0/case", [](auto& r) { r.cases[0].kind = "earthquake"; }, "Use one of: push"},
        {"/cases/1/id", [](auto& r) { r.cases.push_back(r.cases[0]); }, "push-2"},
        {"/use/0", [](auto& r) { r.use = {"underwater"}; }, "clampet-cli cases"},
        {"/interfaces/3/pose/yaw", [](auto& r) { r.interface("ball")->pose["yaw"] = 1; }, "It has: pan, side, forward"},
        {"/interfaces/3/pose/pan", [](auto& r) { r.interface("ball")->pose["pan"] = std::nan(""); }, "Give radians"},
        {"/interfaces/1/pose/turn", [](auto& r) { r.interface("bush-thread")->pose["turn"] = 1; }, "leave it out"},
        {"/interfaces/0/stops/slide",
         [](auto& r) {
             r.interface("rail-clamp")->stops["slide"] = {0.1, 0.3};
         },
         "0 is how it is drawn"},
        {"/parts/5/inertia", [](auto& r) { r.part("camera")->inertia = rig::Vector(1, 0.1, 0.1); },
         "None of the three may be more"},
        {"/parts/5/inertia", [](auto& r) { r.part("camera")->inertia = rig::Vector(-1, 0, 0); }, "Give three numbers"},
        {"/parts/5/wind_area", [](auto& r) { r.part("camera")->wind_area = -0.01; }, "Give the largest face"},
        {"/parts/5/wind_area", [](auto& r) { r.part("camera")->wind_area = std::nan(""); }, "Give the largest face"},
        {"/parts/5/wind_area", [](auto& r) { r.part("camera")->wind_area = 1001; }, "Give the largest face"},
        {"/parts/5/wind_area", [](auto& r) { r.part("camera")->wind_area = -1; }, "for example 0.02"},
        {"/interfaces/3/closes_loop", [](auto& r) { r.interface("ball")->closes_loop = true; },
         "Leave \"closes_loop\" out"},
        {"/parts/5", [](auto& r) { r.interfaces.pop_back(); }, "Add the interface that carries it."},
        {"/parts/5/ports/0/id", [](auto& r) { r.part("camera")->ports[0].id.clear(); }, "a short name"},
        {"/parts/5/ports/0/at", [](auto& r) { r.part("camera")->ports[0].at.y() = std::nan(""); }, "Give x, y, z"},
        {"/parts/5/ports/0/at", [](auto& r) { r.part("camera")->ports[0].at.y() = 1001; }, "under 1000 m"},
        {"/parts/5/ports/0/z", [](auto& r) { r.part("camera")->ports[0].z *= 1.00001; }, "z [0, 0, 1]"},
        {"/parts/5/ports/0/z", [](auto& r) { r.part("camera")->ports[0].x *= 0.99999; }, "z [0, 0, 1]"},
        {"/parts/5/ports/0/z", [](auto& r) { r.part("camera")->ports[0].x = r.part("camera")->ports[0].z; },
         "z [0, 0, 1]"},
        {"/parts/5/ports/1/id",
         [](auto& r) {
             auto& ports = r.part("camera")->ports;
             ports.insert(ports.begin() + 1, ports[0]);
         },
         "Give each its own id."},
        {"/parts/5/shapes/0", [](auto& r) { r.part("camera")->shapes[0].size.z() = 0; }, "more than zero"},
        {"/parts/5/shapes/0", [](auto& r) { r.part("camera")->shapes[0].diameter = -1; }, "more than zero"},
        {"/parts/5/shapes/0", [](auto& r) { r.part("camera")->shapes[0].length = 1000; }, "more than zero"},
        {"/parts/5/shapes/0", [](auto& r) { r.part("camera")->shapes[0].at.x() = std::nan(""); }, "more than zero"},
        {"/parts/5/shapes/0", [](auto& r) { r.part("camera")->shapes[0].axis *= 2; }, "more than zero"},
        {"/parts/5/shapes/0/profile",
         [](auto& r) {
             r.part("camera")->shapes[0].profile = {{0, 0}, {1, std::nan("")}};
         },
         "pairs of numbers"},
        {"/interfaces/3/id", [](auto& r) { r.interface("ball")->id.clear(); }, "a short name"},
        {"/interfaces/4/elements/1/id",
         [](auto& r) {
             auto& elements = r.interface("camera-screw")->elements;
             elements[1].id = elements[0].id;
         },
         "Give each its own id."},
        {"/interfaces/5/payload/part",
         [](auto& r) {
             auto loop = *r.interface("ball");
             loop.id = "loop";
             loop.support.part = loop.payload.part;
             loop.support.port = loop.payload.port;
             loop.closes_loop = true;
             r.interfaces.push_back(loop);
         },
         "Name two parts."},
        {"/planned", [](auto& r) { r.planned.resize(21); }, "at most 20"},
        {"/shots/0/pose/ghost", [](auto& r) { r.shots = {shot()}, r.shots[0].pose["ghost"]["pan"] = 0; },
         "Name an interface"},
        {"/shots/0", [](auto& r) { r.shots = {shot()}, r.shots[0].distance = 10001; }, "0 to 10 000"},
        {"/shots/0", [](auto& r) { r.shots = {shot()}, r.shots[0].frame = 10001; }, "0 to 10 000"},
        {"/shots/0", [](auto& r) { r.shots = {shot()}, r.shots[0].frame = -1; }, "0 to 10 000"},
        {"/shots/0", [](auto& r) { r.shots = {shot()}, r.shots[0].frame = -0.1; }, "0 to 10 000"},
        {"/shots/1/id",
         [](auto& r) {
             r.shots = {shot(), shot()};
         },
         "its own short name"},
        {"/payload_sets/0/id", [](auto& r) { r.sets.resize(1); }, "its own short name"},
        {"/hands",
         [](auto& r) {
             r.hands = rig::Hands{"Somebody", 3.01};
         },
         "0.3 to 3"},
        {"/hands",
         [](auto& r) {
             r.hands = rig::Hands{"Somebody", 0.29};
         },
         "0.3 to 3"},
        {"/required", [](auto& r) { r.required = 100.1; }, "1.5 (bench)"},
        {"/parts", [](auto& r) { r.parts.resize(501); }, "Split the rig."},
        {"/parts", [](auto& r) { r.interfaces.resize(501); }, "Split the rig."},
        {"/cases",
         [](auto& r) {
             while (r.cases.size() < 101) {
                 r.cases.push_back(r.cases[0]);
                 r.cases.back().id += std::to_string(r.cases.size());
             }
         },
         "Leave some out."},
    };
    for (const auto& row : rows) {
        auto r = project::demo_rig();
        row.spoil(r);
        CAPTURE(row.where, row.remedy);
        const auto ok = loads::validate(r);
        REQUIRE_FALSE(ok);
        CHECK(ok.problem().where == row.where);
        CHECK_THAT(ok.problem().remedy, Catch::Contains(row.remedy));
        CHECK_FALSE(ok.problem().what.empty());
    }
}

TEST_CASE("a load path that goes round is refused", "[rig]") {
    auto r = project::demo_rig();
    // The clamp now stands on the camera, which stands on the clamp.
    r.interface("rail-clamp")->support = {"camera", "socket"};
    const auto ok = rig::validate(r);
    REQUIRE_FALSE(ok);
    CHECK_THAT(ok.problem().what, Catch::Contains("circle"));
}

TEST_CASE("a part carried twice is refused", "[rig]") {
    auto r = project::demo_rig();
    auto again = *r.interface("ball");
    again.id = "second";
    r.interfaces.push_back(again);
    CHECK_THAT(rig::validate(r).problem().what, Catch::Contains("carried twice"));
}

TEST_CASE("an empty rig and a lone part are sound", "[rig]") {
    CHECK(rig::validate({}));
    rig::Rig r;
    r.parts.resize(1);
    r.parts[0].id = "rail";
    CHECK(rig::validate(r));
}

TEST_CASE("what does not count under the other choices is kept, and told with its place", "[rig][validate]") {
    auto rig = project::demo_rig();
    CHECK(rig::idle_inputs(rig).empty());
    // The ball is squeezed by a known force: a torque beside it does nothing.
    auto& ball = rig.interface("ball")->elements[0];
    ball.inputs["squeezed_by"] = std::string("force");
    ball.inputs["torque"] = 0.5;
    auto idle = rig::idle_inputs(rig);
    const auto torque = std::find_if(idle.begin(), idle.end(), [](const Problem& note) {
        return note.where.ends_with("/elements/0/inputs/torque");
    });
    REQUIRE(torque != idle.end());
    CHECK(torque->id == ProblemId("input.not_in_force"));
    CHECK(torque->what == "torque does not count while squeezed_by is force.");
    CHECK(torque->remedy == "Add squeezed_by=screw, or leave torque out.");
    ball.inputs["squeezed_by"] = std::string("screw");
    idle = rig::idle_inputs(rig);
    for (const auto& note : idle) CHECK(note.where.find("torque") == std::string::npos);
    // A part: without a lens its sizes say nothing.
    for (std::size_t i = 0; i < rig.parts.size(); ++i) {
        if (rig.parts[i].kind != "camera") continue;
        const auto before = rig::idle_inputs(rig).size();
        rig.parts[i].values["lens"] = std::string("no");
        rig.parts[i].values["lens_diameter"] = 0.07;
        const auto now = rig::idle_inputs(rig);
        CHECK(now.size() > before);
        CHECK(now[0].where.starts_with("/parts/" + std::to_string(i) + "/values/lens_"));
    }
}
