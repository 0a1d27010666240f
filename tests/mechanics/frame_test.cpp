#include "mechanics/frame.h"

#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("a frame with a closed loop carries as springs in parallel", "[frame]") {
    // A beam on two rods of unlike stiffness: a rigid body on springs, by statics.
    mechanics::Frame frame;
    const auto a = frame.add_node({0, 0, 1}), b = frame.add_node({1, 0, 1}), c = frame.add_node({0, 0, 0}),
               d = frame.add_node({1, 0, 0}), middle = frame.add_node({0.5, 0, 1});
    mechanics::FrameBeam stiff{a, middle, 1e12, 1e9, 1e9, 1e9, 0, 0, 1, 1, Eigen::Vector3d::UnitY()};
    frame.add_beam(stiff);
    stiff.a = middle;
    stiff.b = b;
    frame.add_beam(stiff);
    mechanics::FrameBeam rod{c, a, 1e5, 1e-2, 1e-2, 1e-2, 0, 0, 0, 0, Eigen::Vector3d::UnitX()};
    frame.add_beam(rod);
    rod.a = d;
    rod.b = b;
    rod.axial = 2e5;
    frame.add_beam(rod);
    frame.fix(c);
    frame.fix(d);
    REQUIRE(frame.prepare());
    Eigen::VectorXd load = Eigen::VectorXd::Zero(30);
    load[static_cast<Eigen::Index>(6 * middle) + 2] = -100;
    const auto u = frame.solve(load);
    CHECK(u[6 * static_cast<Eigen::Index>(a) + 2] == relative(-50 / 1e5, 1e-4));
    CHECK(u[6 * static_cast<Eigen::Index>(b) + 2] == relative(-50 / 2e5, 1e-4));
    CHECK(frame.least_frequency() > 0);

    mechanics::Frame loose;
    const auto free = loose.add_node({0, 0, 0});
    loose.add_node({1, 0, 0});
    loose.add_beam({free, 1, 1e6, 1, 1, 1, 0, 0, 1, 0, Eigen::Vector3d::UnitZ()});
    CHECK_FALSE(loose.prepare());
}

TEST_CASE("a frame that can move is refused, one that is held answers alike in any order of nodes", "[frame]") {
    const auto cantilever = [](bool backwards) {
        mechanics::Frame frame;
        std::vector<std::size_t> nodes;
        for (int i = 0; i <= 8; ++i) nodes.push_back(frame.add_node({0.1 * (backwards ? 8 - i : i), 0, 0}));
        if (backwards) std::reverse(nodes.begin(), nodes.end());
        for (std::size_t i = 0; i < 8; ++i)
            frame.add_beam({nodes[i], nodes[i + 1], 1e7, 500, 300, 200, 0, 0, 0.5, 1e-4, Eigen::Vector3d::UnitZ()});
        frame.fix(nodes[0]);
        REQUIRE(frame.prepare());
        Eigen::VectorXd load = Eigen::VectorXd::Zero(54);
        load[static_cast<Eigen::Index>(6 * nodes[8]) + 2] = -10;
        return std::pair{frame.solve(load)[static_cast<Eigen::Index>(6 * nodes[8]) + 2], frame.least_frequency()};
    };
    const auto one = cantilever(false), other = cantilever(true);
    CHECK(one.first == relative(-10 * 0.512 / (3 * 500), 1e-9));  // P L³/(3 E I)
    CHECK(one.first == relative(other.first, 1e-9));
    CHECK(one.second == relative(other.second, 1e-8));

    mechanics::Frame floating;
    const auto a = floating.add_node({0, 0, 0}), b = floating.add_node({1, 0, 0});
    floating.add_beam({a, b, 1e7, 500, 500, 500, 0, 0, 1, 1e-4, Eigen::Vector3d::UnitZ()});
    const auto refused = floating.prepare();
    REQUIRE_FALSE(refused);
    CHECK_THAT(refused.problem().what, Catch::Contains("move freely"));
    CHECK_FALSE(mechanics::Frame().prepare());
}
