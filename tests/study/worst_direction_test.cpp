#include "study/worst_direction.h"

#include <Eigen/Geometry>
#include <random>

#include "approximately.h"
#include "study/directions.h"

using namespace clampet;
using Eigen::Vector3d;

namespace {

mechanics::Wrench at(const Vector3d& point, const Vector3d& force) {
    const Vector3d m = point.cross(force);
    return {force.x(), force.y(), force.z(), m.x(), m.y(), m.z()};
}

/// A weight and a push from anywhere, at points of their own.
study::CaseLoad push_from_anywhere(const Vector3d& weight_at, const Vector3d& weight, const Vector3d& push_at,
                                   double push) {
    study::CaseLoad c;
    c.permanent = at(weight_at, weight);
    c.load.weights = {c.permanent};
    c.load.free[0] = {at(push_at, push * Vector3d::UnitX()), at(push_at, push * Vector3d::UnitY()),
                      at(push_at, push * Vector3d::UnitZ())};
    c.load.free_count = 1;
    c.over.push_back({});
    return c;
}

}  // namespace

TEST_CASE("every direction lies in a cell, as a sum of its corners no larger than its stretch", "[study][law]") {
    std::mt19937 random(11);
    std::normal_distribution<double> n;
    const auto& cells = study::sphere_directions();
    CHECK(cells.points.size() == 162);
    for (int k = 0; k < 300; ++k) {
        const Vector3d d = Vector3d(n(random), n(random), n(random)).normalized();
        // From the coarsest down: the cell that holds it has a child that does.
        std::size_t first = 0, count = cells.coarse_cells;
        double last_stretch = 10;
        while (count > 0) {
            bool found = false;
            for (std::size_t i = first; i < first + count && !found; ++i) {
                const auto& cell = cells.cells[i];
                Eigen::Matrix3d corners;
                for (int c = 0; c < 3; ++c) corners.col(c) = cells.points[cell.corners[static_cast<std::size_t>(c)]];
                const Vector3d shares = corners.inverse() * d;
                if (shares.minCoeff() < -1e-9) continue;
                found = true;
                CHECK(shares.sum() <= cell.stretch * (1 + 1e-12));
                CHECK(shares.sum() >= 1 - 1e-12);
                CHECK(cell.stretch < last_stretch);
                last_stretch = cell.stretch;
                first = cell.first_child;
                count = cell.children;
            }
            REQUIRE(found);
        }
        CHECK(last_stretch < 1.02);
    }
}

TEST_CASE("a ring's arcs halve down to 5 degrees, and straight down stands beside them", "[study][law]") {
    const auto around = study::directions_around(Vector3d(1, 2, 3));
    CHECK(around.points.size() == 72);
    for (const auto& p : around.points) {
        CHECK(p.dot(Vector3d(1, 2, 3)) == absolute(0, 1e-12));
        CHECK(p.norm() == absolute(1, 1e-12));
    }
    CHECK(around.cells.front().stretch == relative(1 / std::cos(quantity::degree * 20), 1e-12));
    CHECK(around.cells.back().stretch == relative(1 / std::cos(quantity::degree * 2.5), 1e-12));
    const auto& tipping = study::tipping_directions();
    CHECK(tipping.points.size() == 73);
    CHECK(tipping.points[tipping.coarse_points - 1].z() == -1);
    CHECK(study::level_directions().points.size() == 72);
}

TEST_CASE("the worst direction is worse than any of many others, for every mode of every family",
          "[study][law][brute]") {
    // Cells of directions are passed over by their corners: that must give what looking at all of them gives.
    std::mt19937 random(5);
    std::normal_distribution<double> n;
    const auto any = [&](double size) { return Vector3d(size * Vector3d(n(random), n(random), n(random))); };
    for (const auto* family : families::registry()) {
        const auto joint = *families::join(*family, {});
        for (int k = 0; k < 2; ++k) {
            const auto load = push_from_anywhere(any(0.03), {0, 0, -8}, any(0.1), 12);
            for (std::size_t m = 0; m < joint->modes().size(); ++m) {
                const auto found = study::worst_of(*joint, m, {load});
                double least = std::numeric_limits<double>::infinity();
                const bool level = joint->modes()[m].live_only && !joint->stands_on().empty();
                for (int i = 0; i < 80; ++i) {
                    Vector3d d = any(1);
                    if (level) d.z() = 0;
                    d.normalize();
                    least = std::min(
                        least, families::factors(*joint, m, {load.permanent, load.load.free[0].along(d)}).least());
                }
                CAPTURE(family->key(), joint->modes()[m].key, k, found.share, least);
                CHECK(found.share <= least * 1.005);
                // And it is not exaggerated: the load that it names has that factor.
                if (found.direction)
                    CHECK(families::factors(*joint, m, found.load).least() == relative(found.share, 1e-3));
            }
        }
    }
}

TEST_CASE("where the coarse model is too severe in one direction, the worst one elsewhere is found still",
          "[study][law][brute]") {
    // Faces that have opened, found at random: their coarse grids are off by up to 7 % in single directions, and the
    // search settled on those (3.6 and 3 % above the factor of another direction).
    struct Face {
        double length, width, screw_x, screw_y, force, friction;
        Vector3d push_at;
        mechanics::Wrench weight;
        double push;
    };
    const auto face = GENERATE(values<Face>({{0.0561,
                                              0.0525,
                                              0.0106,
                                              -0.0166,
                                              379.3328,
                                              0.7421,
                                              {0.0333, 0.0871, 0.0333},
                                              {5.374, 5.975, -9.282, 0.9399, 0.6357, -0.1714},
                                              31.319},
                                             {0.0652,
                                              0.0348,
                                              0.0001,
                                              0.0060,
                                              486.8603,
                                              0.6202,
                                              {-0.0114, -0.0352, -0.0078},
                                              {2.313, 1.792, -28.084, 0.0992, 0.3017, 0.0117},
                                              21.134}}));
    const auto joint = *families::join(*families::family_named("flat_face"), {{"bears", std::string("whole")},
                                                                              {"screws", std::string("several")},
                                                                              {"load_share", 0.0},
                                                                              {"shape", std::string("rectangle")},
                                                                              {"hole_diameter", 0.0},
                                                                              {"length", face.length},
                                                                              {"width", face.width},
                                                                              {"screw_x", face.screw_x},
                                                                              {"screw_y", face.screw_y},
                                                                              {"force", face.force},
                                                                              {"friction", face.friction}});
    auto load = push_from_anywhere({}, {}, face.push_at, face.push);
    load.permanent = face.weight;
    const auto found = study::worst_of(*joint, 0, {load});
    double least = std::numeric_limits<double>::infinity();
    for (const auto& d : study::sphere_directions().points)
        least = std::min(least, families::factors(*joint, 0, {load.permanent, load.load.free[0].along(d)}).least());
    CAPTURE(face.force, found.share, least);
    CHECK(found.share <= least * 1.005);
}

TEST_CASE("a case under which something lets go is the worst, though another falls further short of more", "[study]") {
    // A face pressed with 500 N is pulled: with 200 N in a case that must reach 3, and with 550 N in one that must
    // reach only a half. Of what each must reach the first is 0.83, the second 1.8; but only under the second it comes
    // off.
    const auto joint = *families::join(*families::family_named("flat_face"), {{"force", 500.0}, {"kept", 1.0}});
    std::size_t parts = 0;
    while (joint->modes()[parts].key != "parts") ++parts;
    std::vector<study::CaseLoad> cases(2);
    cases[0].load.fixed = {0, 0, 200, 0, 0, 0};
    cases[0].required = {3, 3};
    cases[1].load.fixed = {0, 0, 550, 0, 0, 0};
    cases[1].required = {0.5, 3};
    const auto found = study::worst_of(*joint, parts, cases);
    CHECK(found.at == 1);
    CHECK(std::min(found.mass, found.live) == relative(500.0 / 550, 1e-6));
    CHECK(found.share == relative(500.0 / 550 / 3, 1e-6));
    cases[1].load.fixed.fz = 450;
    CHECK(study::worst_of(*joint, parts, cases).at == 0);
}
