// What is round about an axis does not know how it is turned about it: the load turned with it has the same factors.
#include <Eigen/Geometry>
#include <numbers>
#include <random>

#include "families/bench.h"

using namespace clampet;
using namespace bench;
using Eigen::Vector3d;

namespace {

Wrench turned(const Wrench& w, const Vector3d& axis, double angle) {
    const Eigen::Matrix3d R = Eigen::AngleAxisd(angle, axis).toRotationMatrix();
    const Vector3d f = R * Vector3d(w.fx, w.fy, w.fz), m = R * Vector3d(w.mx, w.my, w.mz),
                   g = R * Vector3d(w.gx, w.gy, w.gz);
    return {f.x(), f.y(), f.z(), m.x(), m.y(), m.z(), g.x(), g.y(), g.z()};
}

struct Round {
    const char* family;
    Values values;
    Vector3d axis;
    double step = 0;  ///< it is round only by so much [rad]; 0: by any angle
    double tolerance = 1e-6;
};

}  // namespace

TEST_CASE("what is round about an axis is alike on every side of it", "[families][law]") {
    constexpr double quarter = std::numbers::pi / 2;
    const Vector3d x = Vector3d::UnitX(), z = Vector3d::UnitZ();
    // Rings and faces are sums over points: alike to what their number leaves open.
    const std::vector<Round> all{
        {"ball", {}, z, 0, 4e-3},
        {"ball", {{"seats", s("one_ring")}}, z, 0, 4e-3},
        {"ball", {{"seats", s("plunger")}, {"cap", s("locked")}}, z, 0, 4e-3},
        {"flat_face", {{"shape", s("disc")}, {"screws", s("several")}, {"bears", s("whole")}}, z, 0, 4e-3},
        {"thread", {}, z},
        {"friction_pivot", {}, z, 0, 4e-3},
        {"arm", {{"section", s("round")}}, x, 0, 1e-6},
        {"arm", {{"section", s("tube")}, {"taper", s("tapered")}}, x, 0, 1e-6},
        {"ball_chain", {}, x, 0, 4e-3},
        {"insert", {}, z},
        {"tether", {}, z},
        {"stance", {{"layout", s("rectangle")}, {"length", 0.5}, {"width", 0.5}}, z, quarter, 1e-6},
        {"fastener_group",
         {{"positions", s("-50 mm,-50 mm; 50 mm,-50 mm; 50 mm,50 mm; -50 mm,50 mm")},
          {"plate_length", 0.2},
          {"plate_width", 0.2}},
         z,
         quarter,
         1e-3},
    };
    std::mt19937 random(23);
    std::uniform_real_distribution<double> u(-1, 1);
    for (const auto& round : all) {
        const auto made = joint(round.family, round.values);
        for (int k = 0; k < 12; ++k) {
            const Load load{
                {3 * u(random), 3 * u(random), -9, 0.2 * u(random), 0.2 * u(random), 0.1 * u(random)},
                {9 * u(random), 9 * u(random), 6 * u(random), 0.5 * u(random), 0.5 * u(random), 0.3 * u(random)}};
            const double angle = round.step > 0 ? round.step * (1 + k % 3) : 3 * u(random);
            const Load other{turned(load.permanent, round.axis, angle), turned(load.variable, round.axis, angle)};
            for (std::size_t m = 0; m < made->modes().size(); ++m) {
                const auto a = families::factors(*made, m, load), b = families::factors(*made, m, other);
                CAPTURE(round.family, made->modes()[m].key, k, angle, a.mass, b.mass, a.live, b.live);
                if (std::isfinite(a.mass) || std::isfinite(b.mass)) CHECK(a.mass == relative(b.mass, round.tolerance));
                if (std::isfinite(a.live) || std::isfinite(b.live)) CHECK(a.live == relative(b.live, round.tolerance));
            }
        }
    }
}
