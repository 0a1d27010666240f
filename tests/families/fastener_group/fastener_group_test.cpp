#include <cmath>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {
const std::string four_fasteners = "-75 mm,-60 mm; 75 mm,-60 mm; 75 mm,60 mm; -75 mm,60 mm";
}  // namespace

TEST_CASE("an eccentric load on four bolts, as in the handbook", "[fastener_group][published]") {
    // Shigley, Mechanical Engineering Design, example on eccentric shear: four bolts on 150 by 120 mm, 16 kN
    // at 425 mm: 21.0 kN on the nearer two, 14.8 kN on the others.
    const Values v{{"positions", four_fasteners}, {"plate_length", 0.2}, {"plate_width", 0.2}};
    const auto r = report("fastener_group", v, Wrench{0, -16e3, 0, 0, 0, -16e3 * 0.425});
    CHECK(result(r, "largest_shear") == relative(21.0e3, 2e-3));
    const auto other = report("fastener_group", v, Wrench{0, 16e3, 0, 0, 0, 0});
    CHECK(result(other, "largest_shear") == relative(4e3, 1e-9));
}

TEST_CASE("fasteners beside the plate's middle take a load beside it as those in the middle do", "[fastener_group]") {
    // Statics: what acts at their centroid does, wherever that lies.
    const double x = 0.012, y = 0.017;
    const Values middle{{"positions", four_fasteners}, {"plate_length", 0.25}, {"plate_width", 0.25}},
        beside{{"positions", std::string("-63 mm,-43 mm; 87 mm,-43 mm; 87 mm,77 mm; -63 mm,77 mm")},
               {"plate_length", 0.25},
               {"plate_width", 0.25}};
    const Wrench w{5e3, -16e3, 0, 0, 0, -6.8e3};
    const Wrench there{w.fx, w.fy, 0, 0, 0, w.mz + x * w.fy - y * w.fx};
    const auto r = report("fastener_group", beside, there);
    CHECK(result(r, "largest_shear") == relative(result(report("fastener_group", middle, w), "largest_shear"), 1e-9));
    CHECK(worked(r, "centroid_x") == relative(x, 1e-9));
    CHECK(worked(r, "centroid_y") == relative(y, 1e-9));
    const Wrench pulled{0, 0, 100, y * 100, -x * 100, 0};
    CHECK(result(report("fastener_group", beside, pulled), "largest_pull") == relative(25.0, 1e-9));
}

TEST_CASE("prying on a plate's edge", "[fastener_group]") {
    // Two rows 20 and 80 mm from the pivot of a stiff plate: T = M d/sum(d²), by hand 80/(2·20² + 2·80²) per N·mm.
    const Values v{{"positions", std::string("-30 mm,-20 mm; 30 mm,-20 mm; 30 mm,20 mm; -30 mm,20 mm")},
                   {"plate_length", 0.1},
                   {"plate_width", 0.08},
                   {"bed", std::string("stiff")}};
    const auto r = report("fastener_group", v, Wrench{0, 0, 0, 0, 10, 0});
    CHECK(result(r, "largest_pull") == relative(10 * 0.080 / (2 * (0.02 * 0.02 + 0.08 * 0.08)), 1e-6));
    // On wood the pivot moves inwards and the pull grows.
    auto wood = v;
    wood["bed"] = std::string("wood");
    CHECK(result(report("fastener_group", wood, Wrench{0, 0, 0, 0, 10, 0}), "largest_pull") ==
          relative(10 * 0.065 / (2 * (0.005 * 0.005 + 0.065 * 0.065)), 1e-6));
    // A pull without a moment is shared alike.
    CHECK(result(report("fastener_group", v, Wrench{0, 0, 100, 0, 0, 0}), "largest_pull") == relative(25.0, 1e-9));
}

TEST_CASE("a pull and a moment on a rigid plate, by brute force", "[fastener_group]") {
    // Springs of the fasteners and a row of stiff contacts along the edge that only press.
    const Values v{
        {"positions", std::string("-30 mm,0 mm; 30 mm,0 mm")}, {"plate_length", 0.1}, {"bed", std::string("stiff")}};
    for (const double pull : {20.0, 100.0, 400.0}) {
        const double M = 3;
        // Plate displacement z + t x; fasteners k = 1, the edges x = ±0.05 of stiffness 1e6 when pressed.
        double z = 0, t = 0;
        for (int i = 0; i < 200; ++i) {
            double kzz = 0, kzt = 0, ktt = 0;
            const auto add = [&](double x, double k) {
                kzz += k;
                kzt += k * x;
                ktt += k * x * x;
            };
            for (const double x : {-0.03, 0.03}) add(x, 1);
            for (const double x : {-0.05, 0.05})
                if (z + t * x < 0) add(x, 1e6);
            const double det = kzz * ktt - kzt * kzt;
            z = (pull * ktt - M * kzt) / det;
            t = (M * kzz - pull * kzt) / det;
        }
        const double truth = std::max(z - 0.03 * t, z + 0.03 * t);
        const double ours = result(report("fastener_group", v, Wrench{0, 0, pull, 0, -M, 0}), "largest_pull");
        CAPTURE(pull, truth);
        CHECK(ours >= truth * 0.999);
        CHECK(ours <= truth * 1.12);
    }
}

TEST_CASE("bolts that clamp hold by friction, one point does not stop rotation", "[fastener_group]") {
    const Values v{{"kind", std::string("preloaded")}, {"preload", 1000.0}, {"friction", 0.4}};
    CHECK(factor("fastener_group", v, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.4 * 4000, 2e-3));
    // Small zones: the twist arm is the distance of the bolts, 36.06 mm.
    auto small = v;
    small["zone_diameter"] = 0.002;
    CHECK(factor("fastener_group", small, {0, 0, 0, 0, 0, 1}, "slips") ==
          relative(0.4 * 4000 * std::hypot(0.03, 0.02), 5e-3));
    const Values one{{"positions", std::string("0 mm,0 mm")}};
    CHECK(factor("fastener_group", one, {0, 0, 0, 0, 0, 1}, "shears") == 0);
    CHECK_FALSE(joint("fastener_group", one)->advisories().empty());
    CHECK(problem("fastener_group", {{"positions", std::string("90 mm,0 mm")}}).where == "positions");
    CHECK(problem("fastener_group", {{"positions", std::string("rubbish")}}).where == "positions");
}

TEST_CASE("tightened bolts that are themselves too weak say so without a pull", "[fastener_group]") {
    const Values v{{"kind", std::string("preloaded")}, {"preload", 1500.0}, {"pull_strength", 1000.0}};
    for (const Wrench& w : {Wrench{}, Wrench{1, 0, 0, 0, 0, 0}, Wrench{0, 0, 1e-6, 0, 0, 0}}) {
        const auto r = report("fastener_group", v, w);
        CHECK(mode(r, "pulls_out").factor == relative(1000.0 / 1500, 1e-9));  // 1.5 times too tight
        CHECK(r.governs == "pulls_out");
    }
    const Values firm{{"kind", std::string("preloaded")}, {"preload", 1000.0}, {"pull_strength", 1500.0}};
    CHECK(factor("fastener_group", firm, {0, 0, 400, 0, 0, 0}, "pulls_out") == relative(1500.0 / 100, 1e-6));
}

TEST_CASE("wood screws by gauge hold what the Wood Handbook and NDS say of them", "[fastener_group][published]") {
    // Wood Handbook: 15 700 G² D lbf per inch of thread: no. 8 (0.164 in) an inch deep in oak 0.66: 1122 lbf = 4989 N
    // mean; × 0.7 × 0.6 for good.
    Values v{{"kind", std::string("wood_screws")},
             {"screw_shank", 0.164 * 0.0254},
             {"screw_in_wood", 0.0254},
             {"wood_gravity", 0.66}};
    const auto steel = report("fastener_group", v, Wrench{0, 0, 100, 0, 0, 0});
    CHECK(result(steel, "one_holds_in_pull") == relative(15700 * 0.66 * 0.66 * 0.164 * 4.44822 * 0.7 * 0.6, 1e-3));
    CHECK(mode(steel, "pulls_out").factor_mass == relative(result(steel, "one_holds_in_pull") / 25, 1e-6));
    // Through a wooden plate the head may be drawn: 5 · 690 π D_H G² t lbf.
    v["side_of"] = std::string("wood");
    v["side_gravity"] = 0.42;
    v["side_thickness"] = 0.25 * 0.0254;
    v["head_diameter"] = 0.30 * 0.0254;
    const double head = 5 * 690 * 3.14159265 * 0.30 * 0.42 * 0.42 * 0.25 * 4.44822 * 0.7 * 0.6;
    CHECK(result(report("fastener_group", v, Wrench{}), "one_holds_in_pull") == relative(head, 1e-3));
    // Its lateral strength is that of the insert bench for the same screw.
    const auto alone = report("insert",
                              {{"kind", std::string("wood_screw")},
                               {"diameter", 0.164 * 0.0254},
                               {"length", 0.0254},
                               {"wood_thickness", 0.03},
                               {"wood_gravity", 0.66},
                               {"side_of", std::string("wood")},
                               {"side_gravity", 0.42},
                               {"side_thickness", 0.25 * 0.0254},
                               {"head_diameter", 0.30 * 0.0254}},
                              Wrench{});
    CHECK(result(report("fastener_group", v, Wrench{}), "one_holds_sideways") ==
          relative(result(alone, "lateral"), 1e-9));
    v["grain"] = std::string("end");
    CHECK(result(report("fastener_group", v, Wrench{}), "one_holds_in_pull") == 0);
    v["head_diameter"] = 0.003;
    CHECK(
        (families::join(*families::family_named("fastener_group"), v).problem().id == "fastener_group.head_too_small"));
}
