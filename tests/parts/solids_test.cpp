#include "parts/solids.h"

#include <random>

#include "approximately.h"
#include "constants.h"
#include "parts/hull.h"

using namespace clampet;
using constants::pi;
using parts::EndCut;
using parts::Port;
using parts::Shape;
using parts::Solids;
using parts::Stuff;
using parts::Vector;

namespace {

constexpr double oak_density = 700;

double mass_of(const Solids& solids) {
    return solids.body({}).mass;
}

/// A round bar along x with its middle at the origin.
Shape bar_along_x(double diameter, double length) {
    return parts::cylinder(Vector::Zero(), diameter, length, Vector::UnitX(), Stuff::wood);
}

Port female_thread(const Vector& at, double depth) {
    Port port;
    port.id = "thread";
    port.kind = families::PortKind::thread;
    port.at = at;
    port.sizes = {{"designation", std::string("M6")}, {"sex", std::string("female")}, {"depth", depth}};
    return port;
}

Port male_thread(const Vector& at, double stands_out) {
    Port port = female_thread(at, 0);
    port.sizes = {{"designation", std::string("M6")}, {"sex", std::string("male")}, {"length", stands_out}};
    return port;
}

}  // namespace

TEST_CASE("a sphere between two planes has the volume and the middle of the book", "[parts][published]") {
    // Spherical cap of height h: pi h^2 (3R - h)/3, its centroid 3 (2R - h)^2/(4 (3R - h)) from the middle; hemisphere
    // 3R/8 (solid geometry; Bronshtein and Semendyayev, from memory).
    const double R = 0.05;
    const auto whole = parts::zone_of_sphere(2 * R, -R, R);
    CHECK(whole.volume == relative(4.0 / 3 * pi * R * R * R, 1e-12));
    CHECK(whole.up == absolute(0, 1e-12));
    const auto half = parts::zone_of_sphere(2 * R, 0, R);
    CHECK(half.volume == relative(whole.volume / 2, 1e-12));
    CHECK(half.up == relative(3.0 / 8 * R, 1e-12));
    for (const double h : {0.005, 0.02, 0.08}) {
        CAPTURE(h);
        const auto cap = parts::zone_of_sphere(2 * R, R - h, R);
        CHECK(cap.volume == relative(pi * h * h * (3 * R - h) / 3, 1e-9));
        CHECK(cap.up == relative(3 * std::pow(2 * R - h, 2) / (4 * (3 * R - h)), 1e-9));
        const auto below = parts::zone_of_sphere(2 * R, -R, -R + h);
        CHECK(below.volume == relative(cap.volume, 1e-9));
        CHECK(below.up == relative(-cap.up, 1e-9));
    }
    const auto nothing = parts::zone_of_sphere(2 * R, 0.01, 0.01);
    CHECK(nothing.volume == 0);
    CHECK(nothing.up == 0.01);
    // 3, 4 and 5: a chord 3 from the middle of a circle of 5 is 8 long.
    CHECK(parts::half_chord(0.010, 0.003) == relative(0.004, 1e-12));
    CHECK(parts::half_chord(0.010, -0.003) == relative(0.004, 1e-12));
    CHECK(parts::half_chord(0.010, 0.006) == 0);
}

TEST_CASE("a hull weighs and balances as points thrown at it do", "[parts]") {
    std::mt19937 random(7);
    std::uniform_real_distribution<double> unit(-1, 1);
    for (int round = 0; round < 5; ++round) {
        std::vector<Vector> points;
        for (int i = 0; i < 12; ++i) points.push_back(Vector(unit(random), unit(random), unit(random)) * 0.03);
        for (auto& p : points) p += Vector(0.1, -0.2, 0.05);
        const auto hull = parts::hull_of(points, Stuff::metal);
        REQUIRE(hull);
        // Inside: behind every face.
        const auto inside = [&](const Vector& p) {
            return std::all_of(hull->faces.begin(), hull->faces.end(), [&](const auto& f) {
                const auto corner = [&](int i) -> Vector {
                    return hull->at + hull->corners[static_cast<std::size_t>(i)];
                };
                const Vector a = corner(f[0]), n = (corner(f[1]) - a).cross(corner(f[2]) - a);
                return n.dot(p - a) <= 0;
            });
        };
        for (const auto& p : points) CHECK(inside(p + 1e-9 * (hull->at - p)));
        constexpr int thrown = 60000;
        int hit = 0;
        Vector sum = Vector::Zero();
        for (int i = 0; i < thrown; ++i) {
            const Vector p = Vector(0.1, -0.2, 0.05) + Vector(unit(random), unit(random), unit(random)) * 0.03;
            if (!inside(p)) continue;
            ++hit;
            sum += p;
        }
        CHECK(parts::volume_of(*hull) == relative(0.06 * 0.06 * 0.06 * hit / thrown, 0.03));
        CHECK((parts::centroid_of(*hull) - sum / hit).norm() < 0.0006);
    }
    // The middle of its box lies outside of a cube's corner: its faces look out all the same. A sixth of the cube,
    // balanced at a quarter of each edge.
    const std::vector<Vector> corner{{0, 0, 0}, {0.04, 0, 0}, {0, 0.03, 0}, {0, 0, 0.02}};
    const auto cut_off = parts::hull_of(corner, Stuff::metal);
    REQUIRE(cut_off);
    CHECK(parts::volume_of(*cut_off) == relative(0.04 * 0.03 * 0.02 / 6, 1e-12));
    CHECK((parts::centroid_of(*cut_off) - Vector(0.01, 0.0075, 0.005)).norm() < 1e-12);
    const std::vector<Vector> flat{{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {1, 1, 0}};
    CHECK_FALSE(parts::hull_of(flat, Stuff::metal));
    CHECK_FALSE(parts::hull_of(std::span(flat).first(3), Stuff::metal));
    for (const double wrong : {std::nan(""), std::numeric_limits<double>::infinity()}) {
        const std::vector<Vector> nowhere{{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, wrong}};
        CHECK(parts::hull_of(nowhere, Stuff::metal).problem().id == ProblemId("hull.not_a_place"));
    }
}

TEST_CASE("the points that reach out the farthest are kept", "[parts]") {
    std::mt19937 random(3);
    std::normal_distribution<double> bell;
    std::vector<Vector> points;
    for (int i = 0; i < 4000; ++i) points.push_back(Vector(bell(random), bell(random), bell(random)).normalized());
    points.push_back({0, 0, 3});  // a spike
    const auto kept = parts::farthest_of(points);
    CHECK(kept.size() <= 160);
    CHECK(std::find(kept.begin(), kept.end(), Vector(0, 0, 3)) != kept.end());
    const auto all = parts::hull_of(points, Stuff::metal), few = parts::hull_of(kept, Stuff::metal);
    REQUIRE((all && few));
    CHECK(parts::volume_of(*few) > 0.9 * parts::volume_of(*all));
    CHECK(parts::volume_of(*few) <= parts::volume_of(*all));
    // Few points are kept whole.
    const std::vector<Vector> corners{{0, 0, 0}, {1, 0, 0}, {0, 1, 0}, {0, 0, 1}};
    CHECK(parts::farthest_of(corners).size() == 4);
}

TEST_CASE("where lines along a bar meet what its end is cut to", "[parts]") {
    const Shape bar = bar_along_x(0.02, 0.3);
    // A mitre of 45 degrees through x = 0.15: 10 mm up, the line ends 10 mm sooner.
    const EndCut mitre{{0.15, 0, 0}, Vector(1, 0, 1).normalized(), 0};
    CHECK(parts::end_of(bar, mitre) == 1);
    CHECK(parts::met_along(bar, mitre, Vector::Zero()) == relative(0.15, 1e-12));
    CHECK(parts::met_along(bar, mitre, {0, 0, 0.01}) == relative(0.14, 1e-12));
    CHECK(parts::met_along(bar, mitre, {0, 0, -0.01}) == relative(0.16, 1e-12));
    CHECK(parts::met_along(bar, mitre, {0, 0.01, 0}) == relative(0.15, 1e-12));
    // A tube of 50 mm upright at x = -0.15: the middle line ends 25 mm before it, one 7 mm aside 24 mm (7, 24, 25).
    const EndCut saddle{{-0.15, 0, 0}, Vector::UnitZ(), 0.05};
    CHECK(parts::end_of(bar, saddle) == -1);
    CHECK(parts::met_along(bar, saddle, Vector::Zero()) == relative(-0.125, 1e-12));
    CHECK(parts::met_along(bar, saddle, {0, 0.007, 0}) == relative(-0.126, 1e-12));
    CHECK(parts::met_along(bar, saddle, {0, 0, 0.007}) == relative(-0.125, 1e-12));
    // Beside it: as long as the bar is.
    CHECK(parts::met_along(bar, saddle, {0, 0.03, 0}) == relative(-0.15, 1e-12));
    // The top is out of the bar's axis, and the same for both ends.
    CHECK(parts::top_of(bar, {mitre, saddle}).isApprox(Vector::UnitZ()));
    CHECK(parts::top_of(bar, {saddle, mitre}).isApprox(Vector::UnitZ()));
    CHECK(parts::top_of(bar, {}).dot(bar.axis) == absolute(0, 1e-12));
    const EndCut square{{0.15, 0, 0}, Vector::UnitX(), 0};
    CHECK(parts::top_of(bar, {square}).dot(bar.axis) == absolute(0, 1e-12));
    // What is cut away: the round thing, or all that lies beyond the plane.
    const auto round = parts::shape_of(saddle, 0.4);
    CHECK(round.kind == parts::ShapeKind::cylinder);
    CHECK(round.diameter == 0.05);
    CHECK(round.length == 0.4);
    const auto beyond = parts::shape_of(mitre, 0.4);
    CHECK(parts::volume_of(beyond) == relative(0.8 * 0.8 * 0.4, 1e-12));
    CHECK((parts::centroid_of(beyond) - mitre.at).dot(mitre.way) == relative(0.2, 1e-12));
}

TEST_CASE("a bar whose ends are fitted weighs what is left of it", "[parts]") {
    const Shape bar = bar_along_x(0.02, 0.3);
    const double section = pi / 4 * 0.02 * 0.02;
    SECTION("square ends are the whole bar") {
        Solids solids;
        solids.add_fitted(bar, {{{0.15, 0, 0}, Vector::UnitX(), 0}, {{-0.15, 0, 0}, -Vector::UnitX(), 0}}, oak_density);
        CHECK(mass_of(solids) == relative(oak_density * section * 0.3, 1e-9));
        CHECK(solids.body({}).centre_of_gravity.norm() < 1e-9);
    }
    SECTION("mitres take as much from one side as they leave on the other") {
        Solids solids;
        solids.add_fitted(bar, {{{0.15, 0, 0}, Vector(1, 0, 1).normalized(), 0}}, oak_density);
        CHECK(mass_of(solids) == relative(oak_density * section * 0.3, 1e-9));
        const auto body = solids.body({});
        // The blank reaches to the longest line, and a little beyond.
        REQUIRE(body.made.size() == 1);
        REQUIRE(body.made[0].joined.size() == 1);
        CHECK(body.made[0].joined[0].length == relative(0.3 + 0.01 + 0.002, 1e-6));
        CHECK(body.made[0].ends.size() == 1);
        // What is drawn is the bar as it was asked for.
        CHECK(body.shapes.at(0).length == 0.3);
    }
    SECTION("hollowed to a round post it is shorter by the post, and heavier on the far side") {
        Solids solids;
        solids.add_fitted(bar, {{{-0.15, 0, 0}, Vector::UnitZ(), 0.05}}, oak_density);
        // Mean of sqrt(R^2 - y^2) over a circle of radius r: by Simpson over y.
        double sum = 0;
        constexpr int steps = 2000;
        for (int i = 0; i <= steps; ++i) {
            const double t = pi / 2 * (2.0 * i / steps - 1), y = 0.01 * std::sin(t);
            sum += (i == 0 || i == steps ? 1
                    : i % 2              ? 4
                                         : 2) *
                   2 * 0.01 * std::cos(t) * std::sqrt(0.025 * 0.025 - y * y) * 0.01 * std::cos(t);
        }
        const double taken = sum * pi / steps / 3;  // [m^3]
        CHECK(mass_of(solids) == relative(oak_density * (section * 0.3 - taken), 3e-4));
        CHECK(solids.body({}).centre_of_gravity.x() == relative(0.0123, 0.02));
    }
}

TEST_CASE("holes, threads and sinks take what they take", "[parts]") {
    const Shape board = parts::box({0, 0, 0.01}, {0.1, 0.06, 0.02}, Stuff::wood);
    const double whole = oak_density * 0.1 * 0.06 * 0.02;
    const auto hole = [](double diameter, double from, double to) {
        return parts::cylinder({0, 0, (from + to) / 2}, diameter, to - from, Vector::UnitZ(), Stuff::wood);
    };
    const auto bored = [](double diameter, double deep) { return oak_density * pi / 4 * diameter * diameter * deep; };
    Solids solids;
    solids.add(board, oak_density);
    SECTION("a counterbore on the axis of a hole takes only what the hole has left") {
        solids.drill(hole(0.006, 0, 0.02), oak_density);
        CHECK(mass_of(solids) == relative(whole - bored(0.006, 0.02), 1e-12));
        solids.drill(hole(0.012, 0.01, 0.02), oak_density);
        CHECK(mass_of(solids) == relative(whole - bored(0.006, 0.01) - bored(0.012, 0.01), 1e-12));
        // The same hole again, or a narrower one in it, takes nothing.
        solids.drill(hole(0.012, 0.01, 0.02), oak_density);
        solids.drill(hole(0.004, 0, 0.02), oak_density);
        CHECK(mass_of(solids) == relative(whole - bored(0.006, 0.01) - bored(0.012, 0.01), 1e-12));
        CHECK(solids.body({}).made.at(0).cut.size() == 4);
    }
    SECTION("holes beside each other both take") {
        solids.drill(hole(0.006, 0, 0.02), oak_density);
        auto beside = hole(0.006, 0, 0.02);
        beside.at.x() = 0.03;
        solids.drill(beside, oak_density);
        const auto body = solids.body({});
        CHECK(body.mass == relative(whole - 2 * bored(0.006, 0.02), 1e-12));
        // It balances away from the hole that is aside.
        CHECK(body.centre_of_gravity.x() == relative(-bored(0.006, 0.02) * 0.03 / body.mass, 1e-9));
    }
    SECTION("a countersink at 90 degrees is a cone less the hole") {
        // Head 12 mm, hole 6 mm: 3 mm deep. pi h/3 (R^2 + R r + r^2) less the hole in it.
        solids.sink({0, 0, 0.02}, -Vector::UnitZ(), 0.006, 0.012, oak_density);
        const double cone = pi * 0.003 / 3 * (0.006 * 0.006 + 0.006 * 0.003 + 0.003 * 0.003),
                     in_hole = pi * 0.003 * 0.003 * 0.003;
        CHECK(mass_of(solids) == relative(whole - oak_density * (cone - in_hole), 1e-12));
        CHECK(solids.body({}).made.at(0).sinks.size() == 1);
        solids.sink({0, 0, 0.02}, -Vector::UnitZ(), 0.006, 0.006, oak_density);  // a head no wider than its hole
        CHECK(solids.body({}).made.at(0).sinks.size() == 1);
    }
    SECTION("a threaded hole is filled by what is screwed into it") {
        const auto body = solids.body({female_thread({0, 0, 0.02}, 0.012)});
        CHECK(body.mass == relative(whole, 1e-12));
        REQUIRE(body.made.at(0).threads.size() == 1);
        const auto& thread = body.made[0].threads[0];
        CHECK(thread.thread == "M6");
        CHECK(thread.depth == 0.012);
        CHECK(thread.into.isApprox(-Vector::UnitZ()));  // into the board, whichever way the port looks
        // Where there is nothing to cut it in, none is cut.
        CHECK(solids.body({female_thread({0, 0, 0.2}, 0.012)}).made.at(0).threads.empty());
    }
    SECTION("a stud in wood is a rod that goes in by half as much again as it is thick, and is bought") {
        const auto body = solids.body({male_thread({0, 0, 0.02}, 0.015)});
        REQUIRE(body.bought.size() == 1);
        CHECK(body.bought[0].what == "M6 threaded rod, 24 mm");  // 1.5 × 6 + 15
        REQUIRE(body.made.at(0).threads.size() == 1);
        CHECK(body.made[0].threads[0].depth == relative(0.009, 1e-9));
        // In metal it is turned on.
        Solids metal;
        metal.add(parts::box({0, 0, 0.01}, {0.1, 0.06, 0.02}, Stuff::metal), 2700);
        CHECK(metal.body({male_thread({0, 0, 0.02}, 0.015)}).bought.empty());
    }
    SECTION("a stud goes no deeper than the board") {
        Solids thin;
        thin.add(parts::box({0, 0, 0.002}, {0.1, 0.06, 0.004}, Stuff::wood), oak_density);
        const auto body = thin.body({male_thread({0, 0, 0.004}, 0.015)});
        REQUIRE(body.made.at(0).threads.size() == 1);
        CHECK(body.made[0].threads[0].depth == absolute(0.004, 0.0006));
        CHECK(body.bought.at(0).what == "M6 threaded rod, 19 mm");
    }
    SECTION("a stud in a stick hardly wider than itself is one with it") {
        Solids stick;
        stick.add(parts::box({0, 0, 0.01}, {0.007, 0.06, 0.02}, Stuff::wood), oak_density);
        const auto body = stick.body({male_thread({0, 0, 0.02}, 0.015)});
        CHECK(body.made.at(0).threads.empty());
        CHECK(body.bought.size() == 1);
    }
}

TEST_CASE("what is made, bought and weighed elsewhere is kept apart", "[parts]") {
    Solids solids;
    solids.piece("lower jaw");
    solids.add(parts::box({0, 0, 0}, {0.1, 0.04, 0.02}, Stuff::wood), oak_density);
    solids.piece("upper jaw");
    solids.add(parts::box({0, 0, 0.05}, {0.1, 0.04, 0.02}, Stuff::wood), oak_density);
    solids.glued("fence");
    solids.add(parts::box({0.04, 0, 0.07}, {0.02, 0.04, 0.02}, Stuff::wood), oak_density);
    solids.add_bought(parts::box({0, 0, 0.02}, {0.1, 0.04, 0.003}, Stuff::rubber), 1200, "rubber pad 100 × 40 × 3 mm");
    solids.add_screw(parts::cylinder({0, 0, 0.03}, 0.008, 0.06, Vector::UnitZ(), Stuff::metal), "M8");
    solids.add_weighed(parts::sphere({-0.05, 0, 0}, 0.02, Stuff::metal), 0.25, "");
    solids.round_off({0, 0, 0.01}, 0.003);
    solids.keep_free(parts::fingers_round({0, 0, 0.1}, 0.03, 0.02, Vector::UnitZ()));
    const double jaw = oak_density * 0.1 * 0.04 * 0.02, fence = oak_density * 0.02 * 0.04 * 0.02,
                 pad = 1200 * 0.1 * 0.04 * 0.003, screw = 7850 * pi / 4 * 0.008 * 0.008 * 0.06;
    auto body = solids.body({});
    CHECK(body.mass == relative(2 * jaw + fence + pad + screw + 0.25, 1e-12));
    CHECK(body.bought_mass == relative(pad + screw + 0.25, 1e-12));
    CHECK(body.elsewhere_mass == 0);
    REQUIRE(body.made.size() == 3);
    CHECK(body.made[0].name == "lower jaw");
    CHECK_FALSE(body.made[1].is_glued);
    CHECK(body.made[2].is_glued);
    CHECK(body.made[2].roundings.size() == 1);
    REQUIRE(body.bought.size() == 2);  // what has no name is on no list
    CHECK(body.bought[0].what == "rubber pad 100 × 40 × 3 mm");
    CHECK(body.bought[1].what == "M8 screw");
    CHECK(body.bought[1].length == 0.06);
    CHECK(body.centre_of_gravity.x() == relative((fence * 0.04 - 0.25 * 0.05) / body.mass, 1e-9));
    CHECK(body.centre_of_gravity.z() ==
          relative((jaw * 0.05 + fence * 0.07 + pad * 0.02 + screw * 0.03) / body.mass, 1e-9));
    CHECK(body.shapes.size() == 6);
    // Fingers stand 25 mm round the knob and beyond it, and not where it is screwed in; common practice.
    REQUIRE(body.reaches.size() == 1);
    const auto& fingers = body.reaches[0].shape;
    CHECK(fingers.diameter == relative(0.08, 1e-12));
    CHECK(fingers.at.z() - fingers.length / 2 == relative(0.1 - 0.01, 1e-9));
    CHECK(fingers.at.z() + fingers.length / 2 == relative(0.1 + 0.01 + 0.025, 1e-9));

    solids.add_elsewhere(parts::box({0.2, 0, 0}, {0.3, 0.02, 0.02}, Stuff::wood), oak_density);
    solids.drill_elsewhere(parts::cylinder({0.2, 0, 0}, 0.006, 0.02, Vector::UnitZ(), Stuff::wood), oak_density);
    const auto longer = solids.body({});
    CHECK(longer.mass == body.mass);
    CHECK(longer.centre_of_gravity == body.centre_of_gravity);
    CHECK(longer.elsewhere_mass == relative(oak_density * (0.3 * 0.02 * 0.02 - pi / 4 * 0.006 * 0.006 * 0.02), 1e-12));
    CHECK(longer.shapes.size() == 6);
}
