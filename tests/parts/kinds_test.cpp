#include <algorithm>
#include <numbers>
#include <random>

#include "approximately.h"
#include "catalogue/material.h"
#include "parts/part_kind.h"
#include "parts/solids.h"
#include "rig/rig.h"

using namespace clampet;
using families::Values;
using parts::Body;
using parts::built;
using parts::kind_named;
using parts::Vector;

namespace {

Body body_of(const char* kind, const Values& values = {}) {
    const auto body = built(*kind_named(kind), values);
    REQUIRE(body);
    return *body;
}

const parts::Port& port_of(const Body& body, const std::string& id) {
    for (const auto& port : body.ports)
        if (port.id == id) return port;
    FAIL("no port " << id);
    return body.ports.front();
}

double size(const parts::Port& port, const char* key) {
    return std::get<double>(port.sizes.at(key));
}

bool same(const Body& a, const Body& b) {
    return a.mass == b.mass && a.centre_of_gravity == b.centre_of_gravity && a.ports == b.ports &&
           a.shapes == b.shapes && a.lens == b.lens && a.reaches == b.reaches;
}

/// Another allowed value of a row, or nothing where there is none to try.
std::vector<families::Value> others(const families::Parameter& p) {
    if (p.kind == families::Kind::choice) {
        std::vector<families::Value> all;
        for (const auto& choice : p.choices)
            if (choice.key != p.standard_text) all.push_back(choice.key);
        return all;
    }
    if (p.kind == families::Kind::text)
        return p.key.find("material") != std::string::npos
                   ? std::vector<families::Value>{std::string("oak"), std::string("brass")}
               : p.key == "device" ? std::vector<families::Value>{std::string("phone"), std::string("7-inch monitor")}
               : p.key == "tight"
                   ? std::vector<families::Value>{std::string("snug, knob Ø20")}
                   : std::vector<families::Value>{std::string("M8"), std::string("M4"), std::string("M12")};
    if (p.whole_number) return {p.standard + 1};
    std::vector<families::Value> all;
    for (const double factor : {1.05, 0.95})
        if (p.standard * factor <= p.most && p.standard * factor >= p.least) all.push_back(p.standard * factor);
    if (p.standard == 0)
        for (const double size : {0.005, 0.012}) all.push_back(std::min(p.most, size));
    return all;
}

}  // namespace

TEST_CASE("steel tubes weigh what the tables say", "[parts][published]") {
    // EN 10220, masses per metre, printed to 0.01 kg/m.
    struct Row {
        double diameter, wall, mass;
    };
    const auto row = GENERATE(
        values<Row>({{0.0337, 0.0026, 1.99}, {0.0483, 0.0032, 3.56}, {0.0483, 0.0040, 4.37}, {0.0603, 0.0029, 4.11}}));
    CAPTURE(row.diameter, row.wall);
    const auto tube = body_of("tube", {{"diameter", row.diameter}, {"wall", row.wall}, {"length", 1.0}});
    CHECK(tube.mass == absolute(row.mass, 0.0051));
    CHECK(tube.centre_of_gravity.norm() == 0);
}

TEST_CASE("bodies weigh volume times density and balance where a pocket calculator says", "[parts]") {
    const double ply = catalogue::material_named("birch plywood")->density;
    const auto block = body_of("block", {{"length", 0.1}, {"width", 0.06}, {"height", 0.04}, {"hole", 0.02}});
    CHECK(block.mass == relative(ply * 0.04 * (0.1 * 0.06 - std::numbers::pi / 4 * 0.02 * 0.02), 1e-12));
    CHECK(block.centre_of_gravity.z() == relative(0.02, 1e-12));
    CHECK(block.centre_of_gravity.x() == 0);

    // Body 0.6 kg at its middle, lens 0.4 kg along its axis from the body's front.
    const auto camera = body_of("camera", {{"body_mass", 0.6},
                                           {"deep", 0.06},
                                           {"high", 0.08},
                                           {"socket_back", 0.005},
                                           {"lens_mass", 0.4},
                                           {"lens_length", 0.1},
                                           {"axis_height", 0.05}});
    CHECK(camera.mass == relative(1.0, 1e-12));
    const double body_at = -0.005, lens_at = 0.03 - 0.005 + 0.05;
    CHECK(camera.centre_of_gravity.x() == relative(0.6 * body_at + 0.4 * lens_at, 1e-9));
    CHECK(camera.centre_of_gravity.z() == relative(0.6 * 0.04 + 0.4 * 0.05, 1e-9));
    const auto bare = body_of("camera", {{"lens", std::string("no")}});
    CHECK(bare.mass == relative(0.72, 1e-12));
    CHECK(bare.centre_of_gravity.x() == 0);

    // Legs lean from the spread to where they leave the post: their middles are half as high.
    const double beech = catalogue::material_named("beech")->density;
    const auto post = body_of("post", {{"cap_thickness", 0.0}, {"clearance", 0.0}, {"height", 1.0}});
    const double trunk = beech * std::numbers::pi / 4 * 0.045 * 0.045 * 1.0;
    // They are hollowed to the post: what two round bars have in common, by Simpson's rule over the leg's width, is
    // half in each; lines beside the middle enter the post later.
    const double thick = 0.022, round = 0.045, long_way = std::hypot(0.42, 0.12), level = 0.42 / long_way;
    const auto chord = [&](double u) {
        return std::sqrt(round * round / 4 - u * u) * std::sqrt(thick * thick / 4 - u * u);
    };
    double within = 0;
    constexpr int steps = 2000;
    for (int i = 0; i <= steps; ++i) {
        const double u = thick / 2 * std::sin(std::numbers::pi / 2 * i / steps);
        within += (i == 0 || i == steps ? 1 : i % 2 ? 4 : 2) * chord(u) * std::cos(std::numbers::pi / 2 * i / steps);
    }
    within *= thick / 2 * std::numbers::pi / 2 / steps / 3 * 4 / level;  // [m^3]
    const double legs = 3 * beech * (std::numbers::pi / 4 * thick * thick * long_way - within);
    CHECK(post.mass == relative(trunk + legs, 2e-4));
    // What is taken lies at their upper end.
    const double whole = 3 * beech * std::numbers::pi / 4 * thick * thick * long_way;
    const double upper = 0.12 - 0.12 / long_way * (within / (std::numbers::pi / 4 * thick * thick)) / 2;
    CHECK(post.centre_of_gravity.z() ==
          relative((trunk * 0.5 + whole * 0.06 - (whole - legs) * upper) / (trunk + legs), 2e-3));
    CHECK(post.centre_of_gravity.head<2>().norm() == 0);
}

TEST_CASE("outlines have the area and the centroid of the book", "[parts]") {
    // A triangle of base b and height h: b h / 2, its centroid a third up.
    const auto triangle = parts::outline_of({{0, 0}, {0.06, 0}, {0, 0.03}});
    CHECK(triangle.area == relative(0.5 * 0.06 * 0.03, 1e-12));
    CHECK(triangle.centroid.x() == relative(0.02, 1e-12));
    CHECK(triangle.centroid.y() == relative(0.01, 1e-12));
    const auto turned = parts::outline_of({{0, 0.03}, {0.06, 0}, {0, 0}});  // the other way round
    CHECK(turned.area == relative(triangle.area, 1e-12));
    CHECK(turned.centroid.isApprox(triangle.centroid));
    CHECK(parts::outline_of({{0, 0}, {1, 0}}).area == 0);
    parts::Shape prism;
    prism.kind = parts::ShapeKind::prism;
    prism.profile = {{0, 0}, {0.06, 0}, {0, 0.03}};
    prism.length = 0.2;
    prism.axis = Vector::UnitX();
    prism.at = {0.1, 0, 0};
    CHECK(parts::volume_of(prism) == relative(0.5 * 0.06 * 0.03 * 0.2, 1e-12));
    CHECK(parts::centroid_of(prism).isApprox(Vector(0.1, 0.02, 0.01)));
    prism.axis = Vector::UnitY();
    CHECK(parts::centroid_of(prism).isApprox(Vector(0.12, 0, 0.01)));
    prism.axis = Vector::UnitZ();
    CHECK(parts::centroid_of(prism).isApprox(Vector(0.12, 0.01, 0)));
    CHECK(parts::volume_of(parts::sphere(Vector::Zero(), 0.2, parts::Stuff::metal)) ==
          relative(std::numbers::pi / 6 * 0.008, 1e-12));
}

TEST_CASE("what a lined clamp carries with is not lined", "[parts]") {
    for (const char* kind : {"screw_clamp", "slot_clamp"}) {
        const auto body = body_of(kind, {{"material", "aluminium 6082-T6"}});
        CAPTURE(kind);
        CHECK(port_of(body, "jaw").surface == "rubber");
        CHECK(port_of(body, "top").surface == "aluminium");
    }
}

TEST_CASE("an arm weighs what lies before and behind where it is held, apart from what is held", "[parts]") {
    const auto arm = [](double behind) {
        return parts::built(*parts::kind_named("arm"), {{"material", std::string("beech")},
                                                        {"length", 0.3},
                                                        {"behind", behind},
                                                        {"height", 0.02},
                                                        {"width", 0.05}});
    };
    const auto none = arm(0), some = arm(0.2);
    REQUIRE(none);
    REQUIRE(some);
    const double beech = catalogue::material_named("beech")->density;
    CHECK(none->elsewhere_mass == relative(beech * 0.3 * 0.02 * 0.05, 1e-9));
    CHECK(some->elsewhere_mass == relative(beech * 0.5 * 0.02 * 0.05, 1e-9));
    CHECK(some->mass == relative(none->mass, 1e-9));
}

TEST_CASE("what stands on a plate's washer stands as high, on a face as wide, and the screw goes through both",
          "[parts][geometry]") {
    const auto body = parts::built(*parts::kind_named("plate"), {{"top", std::string("raised")},
                                                                 {"thickness", 0.003},
                                                                 {"hole", 0.007},
                                                                 {"raised", 0.005},
                                                                 {"washer", 0.022},
                                                                 {"top_ahead", 0.004}});
    const auto flat =
        parts::built(*parts::kind_named("plate"), {{"thickness", 0.003}, {"hole", 0.007}, {"top_ahead", 0.004}});
    REQUIRE(body);
    REQUIRE(flat);
    const auto& top = body->ports.back();
    CHECK(top.at.isApprox(Eigen::Vector3d(0.004, 0, 0.008)));
    CHECK(std::get<double>(top.sizes.at("diameter")) == Approx(0.022));
    CHECK(std::get<double>(top.sizes.at("hole")) == Approx(0.007));
    CHECK(std::get<double>(top.sizes.at("thickness")) == Approx(0.008));
    // Rubber of 1200 kg/m^3, a ring of 22 on 7 mm and 5 high: 1.708 cm^3.
    CHECK(body->mass - flat->mass == relative(2.0499e-3, 1e-3));
    REQUIRE(body->bought.size() == 1);
    CHECK(body->bought[0].what == "washer or grommet Ø22 × 5 mm");
}

TEST_CASE("a hole across the held end of a tube takes both walls", "[parts][geometry]") {
    // Of a wall that is thin to the hole, two discs as thick as the wall.
    const double hole = 0.008, wall = 0.002, density = catalogue::material_named("aluminium 6060-T6")->density;
    Values values{{"section", std::string("tube")},
                  {"material", std::string("aluminium 6060-T6")},
                  {"height", 0.040},
                  {"wall", wall},
                  {"hole", hole}};
    const double bored = body_of("arm", values).mass;
    values["hole"] = 0.0;
    const double taken = body_of("arm", values).mass - bored;
    CHECK(taken == relative(2 * wall * density * std::numbers::pi * hole * hole / 4, 1e-6));
}

TEST_CASE("a V-jaw clamp touches the tube that it is made for on both flanks", "[parts][geometry]") {
    std::mt19937 random(8);
    const auto between = [&](double a, double b) { return std::uniform_real_distribution(a, b)(random); };
    int built_so_far = 0;
    for (int i = 0; i < 300; ++i) {
        const double tube = between(0.015, 0.06), half = between(0.5, 1.3);
        const auto body = built(*kind_named("vee_clamp"), {{"tube", tube},
                                                           {"half_angle", half},
                                                           {"flank", between(0.015, 0.05)},
                                                           {"height", between(0.04, 0.12)},
                                                           {"width", between(0.07, 0.14)},
                                                           {"screws_apart", between(0.05, 0.1)}});
        if (!body) continue;
        ++built_so_far;
        CAPTURE(i, tube, half);
        const auto& jaw = body->shapes.front();
        REQUIRE(jaw.kind == parts::ShapeKind::prism);
        int flanks = 0;
        for (std::size_t k = 0; k < jaw.profile.size(); ++k) {
            const auto &a = jaw.profile[k], &b = jaw.profile[(k + 1) % jaw.profile.size()];
            const auto along = (b - a).normalized();
            const double reach = -a.dot(along), apart = std::abs(a.x() * along.y() - a.y() * along.x());
            const bool foot_on_it = reach >= -1e-9 && reach <= (b - a).norm() + 1e-9;
            if (foot_on_it) CHECK(apart >= tube / 2 - 1e-9);  // nothing of the jaw is in the tube
            if (foot_on_it && std::abs(apart - tube / 2) < 1e-9) ++flanks;
        }
        CHECK(flanks == 2);
        for (const auto& shape : body->shapes)
            if (shape.kind == parts::ShapeKind::cylinder)  // a screw beside it
                CHECK(std::abs(shape.at.y()) - std::min(shape.diameter, 0.006) / 2 >= tube / 2 - 1e-9);
        CHECK(size(port_of(*body, "jaw"), "half_angle") == half);
        CHECK(port_of(*body, "top").at.z() - size(port_of(*body, "top"), "depth") >= tube / 2);
    }
    CHECK(built_so_far > 40);
}

TEST_CASE("every kind stands in a rig at its defaults, and each of its sizes does something", "[parts]") {
    for (const auto* kind : parts::registry()) {
        CAPTURE(kind->key());
        const auto body = built(*kind, {});
        REQUIRE(body);
        CHECK(body->mass >= 0);
        CHECK_FALSE(body->shapes.empty());
        CHECK_FALSE(kind->purpose().empty());
        rig::Rig rig;
        rig.name = "One";
        rig::Part part;
        part.id = part.name = "one";
        part.kind = kind->key();
        const auto whole = rig::made(part);
        REQUIRE(whole);
        rig.parts = {*whole};
        const auto sound = rig::validate(rig);
        CHECK(sound);
        for (const auto& row : kind->parameters()) {
            CAPTURE(row.key);
            CHECK_FALSE(row.help.empty());
            Values shown;  // with the choice that shows it
            if (!row.shown_by.empty()) shown[row.shown_by] = row.shown_for.front();
            const auto before = built(*kind, shown);
            REQUIRE(before);
            bool differs = false;
            for (const auto& other : others(row)) {
                Values values = shown;
                values[row.key] = other;
                const auto after = built(*kind, values);
                differs = differs || (after && !same(*before, *after));
            }
            CHECK(differs);
        }
    }
}

namespace {

/// The box along the axes that holds a solid.
std::pair<Vector, Vector> bounds(const parts::Shape& s) {
    if (s.kind == parts::ShapeKind::prism) {
        const auto [u, v] = parts::profile_axes(s.axis);
        Vector low = Vector::Constant(1e9), high = -low;
        for (const auto& c : s.profile)
            for (const double end : {-0.5, 0.5}) {
                const Vector corner = end * s.length * s.axis + c.x() * u + c.y() * v;
                low = low.cwiseMin(corner);
                high = high.cwiseMax(corner);
            }
        return {s.at + low, s.at + high};
    }
    Vector half = s.size / 2;
    if (s.kind == parts::ShapeKind::sphere) half = Vector::Constant(s.diameter / 2);
    if (s.kind == parts::ShapeKind::cylinder)
        for (int i = 0; i < 3; ++i)
            half[i] = s.length / 2 * std::abs(s.axis[i]) +
                      s.diameter / 2 * std::sqrt(std::max(0.0, 1 - s.axis[i] * s.axis[i]));
    return {s.at - half, s.at + half};
}

bool touch(const std::pair<Vector, Vector>& a, const std::pair<Vector, Vector>& b) {
    return (a.first.array() <= b.second.array() + 1e-9).all() && (b.first.array() <= a.second.array() + 1e-9).all();
}

}  // namespace

TEST_CASE("every kind is one piece: its solids touch, its ports lie on them, and it balances within",
          "[parts][geometry]") {
    std::mt19937 random(12);
    for (const auto* kind : parts::registry())
        for (int round = 0; round < 12; ++round) {
            Values values;  // all choices, sizes a little larger or smaller than usual
            for (const auto& row : kind->parameters()) {
                if (row.kind == families::Kind::choice && round > 0)
                    values[row.key] = row.choices[random() % row.choices.size()].key;
                if (row.kind == families::Kind::quantity && round > 0 && !row.whole_number && row.standard > 0)
                    values[row.key] =
                        std::min(row.most, row.standard * std::uniform_real_distribution(0.97, 1.03)(random));
            }
            const auto body = built(*kind, values);
            CAPTURE(kind->key(), round);
            REQUIRE((body || round > 0));
            if (!body) continue;
            std::vector<std::pair<Vector, Vector>> boxes;
            for (const auto& shape : body->shapes) boxes.push_back(bounds(shape));
            std::vector<bool> reached(boxes.size(), false);
            reached[0] = true;
            for (std::size_t step = 0; step < boxes.size(); ++step)
                for (std::size_t a = 0; a < boxes.size(); ++a)
                    for (std::size_t b = 0; reached[a] && b < boxes.size(); ++b)
                        reached[b] = reached[b] || touch(boxes[a], boxes[b]);
            CHECK(std::all_of(reached.begin(), reached.end(), [](bool r) { return r; }));
            auto all = boxes[0];
            for (const auto& b : boxes) all = {all.first.cwiseMin(b.first), all.second.cwiseMax(b.second)};
            for (const auto& port : body->ports) {
                CAPTURE(port.id);
                CHECK(touch(all, {port.at, port.at}));
            }
            if (body->mass > 0) CHECK(touch(all, {body->centre_of_gravity, body->centre_of_gravity}));
        }
}

TEST_CASE("sizes that make no part are refused where they are typed", "[parts][errors]") {
    struct Case {
        const char* kind;
        Values values;
        const char *where, *remedy;
    };
    const std::vector<Case> cases{
        {"tube", {{"wall", 0.02}}, "wall", "less than half the diameter"},
        {"tube", {{"diameter", -0.01}}, "diameter", "more than 0"},
        {"tube", {{"diameter", std::nan("")}}, "diameter", "for example"},
        {"tube", {{"material", std::string("unobtainium")}}, "material", "There are for example"},
        {"tube", {{"colour", 1.0}}, "colour", "It has: diameter"},
        {"post", {{"legs_from", 2.0}}, "legs_from", "less than the height"},
        {"post", {{"feet", 3.5}}, "feet", "whole number"},
        {"post", {{"clearance", 0.95}}, "clearance", "less than the height"},
        {"post", {{"thread", std::string("M6.3")}}, "thread", ""},
        {"vee_clamp", {{"depth", 0.04}}, "height", "at least"},
        {"vee_clamp", {{"width", 0.04}}, "width", "shorter flank"},
        {"vee_clamp", {{"flank", 0.008}}, "flank", "more than"},
        {"vee_clamp", {{"screws_apart", 0.035}}, "screws_apart", "more than 39.7 mm"},
        {"vee_clamp", {{"screws_apart", 0.07}}, "screws_apart", "less than 66 mm"},
        {"vee_clamp", {{"screw", std::string("bolt")}}, "screw", ""},
        {"flat_jaws", {{"depth", 0.035}}, "height", "at least 51.9 mm"},
        {"flat_jaws", {{"screws_apart", 0.035}}, "screws_apart", "more than 39.7 mm"},
        {"slot_clamp", {{"on", 0.035}}, "slot", "at least 43 mm"},
        {"block", {{"hole", 0.055}}, "hole", "less than"},
        {"block", {{"top", std::string("thread")}, {"top_depth", 0.05}}, "top_depth", "at most its height"},
        {"block", {{"bottom", std::string("thread")}, {"bottom_thread", std::string("?")}}, "bottom_thread", ""},
        {"plate", {{"hole", 0.04}}, "hole", "less than"},
        {"bush", {{"inner", std::string("3/8-16 UNC")}}, "inner", "smaller"},
        {"bush", {{"flange", 0.008}}, "flange", "at least 9.6 mm"},
        {"ball_cup", {{"ball_height", 0.02}}, "ball_height", "Measure"},
        {"ball_plate", {{"stem", 0.022}}, "stem", "less than"},
        {"ball_plate", {{"height", 0.015}}, "height", "more than 18 mm"},
        {"ball_plate", {{"hole", 0.05}}, "hole", "less than"},
        {"weight", {{"across", 0.02}}, "across", "more than 25 mm"},
        {"camera", {{"axis_height", 0.1}}, "axis_height", "at most"},
        {"camera", {{"lens_diameter", 0.2}}, "lens_diameter", "Check"},
        {"camera", {{"lens_diameter", 0.1205}, {"axis_height", 0.04}}, "lens_diameter", "Check"},
        {"camera", {{"depth", 0.05}, {"high", 0.04}, {"axis_height", 0.03}}, "depth", "measure"},
    };
    for (const auto& c : cases) {
        const auto body = built(*kind_named(c.kind), c.values);
        CAPTURE(c.kind, c.where);
        REQUIRE_FALSE(body);
        CHECK(body.problem().where == c.where);
        CHECK_FALSE(body.problem().what.empty());
        CHECK_THAT(body.problem().remedy, Catch::Contains(c.remedy));
    }
    CHECK(kind_named("nothing") == nullptr);
    // A bush without a flange may be as narrow as its thread.
    CHECK(parts::built(*parts::kind_named("bush"), {{"flange", 0.008}, {"flange_thickness", 0.0}}));
}

TEST_CASE("ports say what the sizes say", "[parts][ports]") {
    const auto plate = body_of("plate", {{"held_as", std::string("dovetail")}, {"width", 0.038}});
    CHECK(port_of(plate, "below").kind == families::PortKind::dovetail);
    CHECK(size(port_of(plate, "below"), "width") == 0.038);
    CHECK(size(port_of(plate, "below"), "angle") == relative(std::numbers::pi / 4, 1e-12));
    const auto shoe = body_of("plate", {{"held_as", std::string("plate")}, {"length", 0.05}});
    CHECK(size(port_of(shoe, "below"), "depth") == 0.05);
    const auto cup = body_of("ball_cup", {{"below", std::string("stud")}, {"stud", 0.009}});
    CHECK(std::get<std::string>(port_of(cup, "below").sizes.at("sex")) == "male");
    CHECK(size(port_of(cup, "below"), "length") == 0.009);
    CHECK(port_of(cup, "ball").at.z() == 0.036);
    CHECK(parts::words_of(port_of(body_of("tube"), "grip")) ==
          "tube: diameter 33.7 mm, wall 2.6 mm, length 1000 mm, painted steel");
    CHECK(parts::words_of({"hook"}) == "not said what it is");
    CHECK(parts::no_kind("wing").remedy.find("vee_clamp") != std::string::npos);
    const auto tube = body_of("tube", {{"lies", std::string("upright")}});
    CHECK(port_of(tube, "grip").x == Vector::UnitZ());
    CHECK(port_of(tube, "head").at.z() == relative(0.5, 1e-12));
    CHECK_FALSE(port_of(body_of("tube", {{"wall", 0.0}}), "grip").sizes.contains("wall"));
    // A link is as wide as the face that it turns on, and no narrower than 50 mm.
    parts::Port pivot{"near", families::PortKind::pivot};
    for (const auto& [outer, wide] : {std::pair(0.03, 0.05), {0.07, 0.07}}) {
        pivot.sizes = {{"outer", outer}};
        const auto link = kind_named("link")->fitted(pivot, true);
        CHECK(std::get<double>(link.at("face")) == outer);
        CHECK(std::get<double>(link.at("width")) == wide);
    }
    CHECK(kind_named("link")->fitted(pivot, false).empty());
    const auto spacer = body_of("block", {{"top", std::string("thread")}, {"height", 0.025}});
    CHECK(port_of(spacer, "top").kind == families::PortKind::thread);
    CHECK(port_of(spacer, "top").at.z() == 0.025);
    CHECK(size(port_of(spacer, "bottom"), "hole") == 0.007);
}
