#include <numbers>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
Values base() {
    return {{"layout", std::string("rectangle")}, {"length", 0.6}, {"width", 0.4}, {"friction", 0.5}};
}
constexpr double W = 50, h = 1.2;  // weight [N] at the middle, push at this height [m]
Load pushed(double fx, double fy) {
    return {{0, 0, -W, 0, 0, 0}, {fx, fy, 0, -h * fy, h * fx, 0}};
}
}  // namespace

TEST_CASE("a base tips when the push beats its weight, worked by hand", "[families][stance]") {
    // Moments about the edge: W a/2 = lambda P h.
    CHECK(mode(report("stance", base(), pushed(10, 0)), "tips").factor == relative(W * 0.3 / (10 * h), 1e-9));
    CHECK(mode(report("stance", base(), pushed(0, -10)), "tips").factor == relative(W * 0.2 / (10 * h), 1e-9));
    CHECK(std::isinf(mode(report("stance", base(), pushed(10, 0)), "tips").factor_mass));
}

TEST_CASE("three legs tip over the nearest side", "[families][stance]") {
    const Values legs{{"layout", std::string("legs")}, {"feet", 3.0}, {"spread", 0.4}, {"turn", 0.0}};
    // A triangle's sides are at half the spread from the middle, opposite a leg: towards -x.
    CHECK(mode(report("stance", legs, pushed(-10, 0)), "tips").factor == relative(W * 0.2 / (10 * h), 1e-9));
    CHECK(mode(report("stance", legs, pushed(10, 0)), "tips").factor ==
          relative(W * 0.2 / (10 * h * std::cos(std::numbers::pi / 3)), 1e-9));
}

TEST_CASE("weight outside the feet has tipped already", "[families][stance]") {
    const Load over{{0, 0, -W, 0, W * 0.35, 0}, {1, 0, 0, 0, 0, 0}};
    CHECK(mode(report("stance", base(), over), "tips").factor == 0);
    const Load lifted{{0, 0, 20, 0, 0, 0}, {}};
    CHECK(mode(report("stance", base(), lifted), "tips").factor == 0);
}

TEST_CASE("feet slide at mu W, and twist", "[families][stance]") {
    const Load low{{0, 0, -W, 0, 0, 0}, {10, 0, 0, 0, 0, 0}};
    CHECK(mode(report("stance", base(), low), "slides").factor == relative(0.5 * W / 10, 2e-3));
    const Load twist{{0, 0, -W, 0, 0, 0}, {0, 0, 0, 0, 0, 1}};
    CHECK(mode(report("stance", base(), twist), "slides").factor == relative(0.5 * W * std::hypot(0.3, 0.2), 2e-3));
    CHECK(mode(report("stance", base(), twist), "slides").motion.does() == "twists");
}

TEST_CASE("a clamped support neither tips nor slides", "[families][stance]") {
    const auto r = report("stance", {{"layout", std::string("clamped")}}, pushed(1000, 0));
    CHECK(r.modes.empty());
    CHECK(std::isinf(r.factor));
}

TEST_CASE("feet that are none", "[families][stance]") {
    CHECK(problem("stance", {{"layout", std::string("legs")}, {"feet", 3.5}}).where == "feet");
    CHECK(problem("stance", {{"layout", std::string("points")}, {"points", std::string("0,0; 1 m,0; 2 m,0")}}).where ==
          "points");
    CHECK(problem("stance", {{"layout", std::string("points")}, {"points", std::string("0,0; left,0; 0,1 m")}}).what ==
          "“ left,0” is not an x,y pair.");
    const Values free{{"layout", std::string("points")},
                      {"points", std::string("-300 mm,-200 mm; 300 mm,-200 mm; 300 mm,200 mm; -300 mm,200 mm")},
                      {"friction", 0.5}};
    CHECK(mode(report("stance", free, pushed(10, 3)), "tips").factor ==
          relative(mode(report("stance", base(), pushed(10, 3)), "tips").factor, 1e-9));
}

TEST_CASE("feet at unequal heights tip about the line through two feet", "[families][stance]") {
    // Two feet on a step of 0.2 m: the axis of tipping towards +x lies 0.2 m higher, the lever of a push h − 0.2.
    const Values step{
        {"layout", std::string("points")},
        {"points", std::string("-300 mm,-200 mm; 300 mm,-200 mm,200 mm; 300 mm,200 mm,200 mm; -300 mm,200 mm")}};
    CHECK(mode(report("stance", step, pushed(10, 0)), "tips").factor == relative(W * 0.3 / (10 * (h - 0.2)), 1e-9));
    CHECK(mode(report("stance", step, pushed(-10, 0)), "tips").factor == relative(W * 0.3 / (10 * h), 1e-9));
    // Towards +y the line slopes: the moment about it is the same by projection, its lever too.
    const double slope = 0.2 / std::hypot(0.6, 0.2), level = 0.6 / std::hypot(0.6, 0.2);
    const double about = level * (h - 0.0) - slope * 0;  // the push along y passes over x = 0: half way up the slope
    CHECK(mode(report("stance", step, pushed(0, 10)), "tips").factor ==
          relative(W * 0.2 * level / (10 * (about - 0.1 * level)), 1e-6));
}

TEST_CASE("four rigid feet rock over a diagonal, three do not", "[families][stance]") {
    auto rigid = base();
    rigid["feet_are"] = std::string("rigid");
    const auto weight_at = [](double x, double y, double fx) {
        return Load{{0, 0, -W, -W * y, W * x, 0}, {fx, 0, 0, 0, h * fx, 0}};
    };
    // Over the middle both diagonals carry it: the least push rocks it.
    CHECK(mode(report("stance", rigid, weight_at(0, 0, -1)), "rocks").factor == 0);
    // 0.1 m ahead: it rocks when the push has brought the resultant back to a diagonal, y = ± (0.4/0.6) x: at x = 0.
    CHECK(mode(report("stance", rigid, weight_at(0.1, 0, -1)), "rocks").factor == relative(W * 0.1 / h, 1e-9));
    CHECK(mode(report("stance", rigid, weight_at(0.1, 0, 1)), "rocks").factor > 1e3);
    // Nearer to one diagonal: at y = 0.05 it is met at x = 0.075.
    CHECK(mode(report("stance", rigid, weight_at(0.1, 0.05, -1)), "rocks").factor == relative(W * 0.025 / h, 1e-6));
    CHECK(mode(report("stance", rigid, weight_at(0.1, 0, -1)), "rocks").mode_class == families::ModeClass::service);
    const Values legs{{"layout", std::string("legs")}, {"feet", 3.0}, {"feet_are", std::string("rigid")}};
    for (const auto& m : report("stance", legs, pushed(1, 0)).modes) CHECK(m.mode != "rocks");
    for (const auto& m : report("stance", base(), pushed(1, 0)).modes) CHECK(m.mode != "rocks");
}

TEST_CASE("four rigid feet rock by the diagonal that is nearest to the resultant", "[stance]") {
    // Beside one diagonal and far from the other: how near it is decides, whichever the diagonal is.
    const auto used = [](double mx, double my) {
        const auto four = joint("stance", {{"feet", 4.0}, {"feet_are", std::string("rigid")}});
        for (std::size_t m = 0; m < four->modes().size(); ++m)
            if (four->modes()[m].key == "rocks") return four->utilisation(m, {0, 0, -10, mx, my, 0});
        return std::nan("");
    };
    CHECK(used(0, 0) == absolute(1, 1e-9));  // on both
    const double on_one = std::max(used(0.5, 0.5), used(0.5, 0)), off_both = std::min(used(0.5, 0.5), used(0.5, 0));
    CHECK(on_one == absolute(1, 1e-6));
    CHECK(off_both < 0.95);
}

TEST_CASE("casters roll at a share of the weight, and tip over where they swivel to", "[families][stance]") {
    auto rolling = base();
    rolling["on"] = std::string("casters");
    rolling["floor"] = std::string("timber");
    rolling["trail"] = 0.03;
    // W c_r: 0.02 on timber (from memory). Each edge of the footprint moves in by the trail.
    CHECK(mode(report("stance", rolling, pushed(1, 0)), "rolls").factor == relative(0.02 * W, 1e-3));
    CHECK(mode(report("stance", rolling, pushed(10, 0)), "tips").factor == relative(W * 0.27 / (10 * h), 1e-9));
    CHECK(mode(report("stance", rolling, pushed(0, 10)), "tips").factor == relative(W * 0.17 / (10 * h), 1e-9));
    CHECK(mode(report("stance", rolling, pushed(1, 0)), "rolls").mode_class == families::ModeClass::service);
    // Over a threshold: moments about its edge, W sqrt(r^2 - (r-h)^2) = F (r - h).
    rolling["wheel_radius"] = 0.025;
    rolling["step"] = 0.005;
    CHECK(result(report("stance", rolling, pushed(1, 0)), "push_over_threshold") ==
          relative(W * std::sqrt(0.025 * 0.025 - 0.02 * 0.02) / 0.02, 1e-9));
    auto braked = rolling;
    braked["on"] = std::string("braked");
    CHECK(mode(report("stance", braked, Load{{0, 0, -W, 0, 0, 0}, {1, 0, 0, 0, 0, 0}}), "slides").factor ==
          relative(0.5 * W, 1e-3));
    CHECK(mode(report("stance", braked, pushed(10, 0)), "tips").factor == relative(W * 0.27 / (10 * h), 1e-9));
    rolling["trail"] = 0.3;
    rolling["length"] = 0.2;
    rolling["width"] = 0.2;
    CHECK(problem("stance", rolling).where == "trail");
}
