#include <fstream>
#include <nlohmann/json.hpp>
#include <numbers>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

namespace {

Values plain(double diameter = 0.04) {
    return {{"shape", std::string("disc")},
            {"diameter", diameter},
            {"hole_diameter", 0.0},
            {"bears", std::string("whole")},
            {"friction", 0.3},
            {"force", 1000.0},
            {"allowable_pressure", 1e9},
            {"screws", std::string("several")}};
}
Values with(Values v, const Values& more) {
    for (const auto& [key, value] : more) v[key] = value;
    return v;
}

}  // namespace

TEST_CASE("a round face slips and twists as a clutch", "[families][flat_face][published]") {
    // Shigley: mu N and 2/3 mu N R.
    CHECK(factor("flat_face", plain(), {1, 0, 0, 0, 0, 0}, "slips") == relative(300, 3e-4));
    CHECK(factor("flat_face", plain(), {0, 0, 0, 0, 0, 1}, "slips") == relative(0.3 * 1000 * 2.0 / 3 * 0.02, 3e-4));
    CHECK(mode(report("flat_face", plain(), {0, 0, 0, 0, 0, 1}), "slips").motion.does() == "twists");
    CHECK(mode(report("flat_face", plain(), {5, 0, 0, 0, 0, 0}), "slips").motion.does() == "slides");
}

TEST_CASE("a face tips when the resultant leaves it, worked by hand", "[families][flat_face]") {
    // lambda = N (d - n.b)/(n.m + d Fz): 1000 N, R 20 mm, moment 2 N m: 20 N m / 2 N m = 10; with a pull of 100 N:
    // 20/(2 + 2) = 5.
    CHECK(factor("flat_face", plain(), {0, 0, 0, 0, 2, 0}, "tips") == relative(10, 1e-6));
    CHECK(factor("flat_face", plain(), {0, 0, 100, 0, 2, 0}, "tips") == relative(5, 1e-6));
    CHECK(factor("flat_face", plain(), {0, 0, 100, 0, 0, 0}, "parts") == relative(10, 1e-9));
    const auto square =
        with(plain(), {{"shape", std::string("rectangle")}, {"length", 0.06}, {"width", 0.02}, {"screw_x", 0.01}});
    // Screw 10 mm towards +x: 20 mm are left on that side, 40 mm on the other. My tips over +x, by M = x F.
    CHECK(factor("flat_face", square, {0, 0, 0, 0, 4, 0}, "tips") == relative(5, 1e-6));
    CHECK(factor("flat_face", square, {0, 0, 0, 0, -4, 0}, "tips") == relative(10, 1e-6));
    CHECK(factor("flat_face", square, {0, 0, 0, 2, 0, 0}, "tips") == relative(5, 1e-6));
}

TEST_CASE("a face opens at its kern, a service limit", "[families][flat_face][published]") {
    const auto r = report("flat_face", plain(), {0, 0, 0, 0, 1, 0});
    CHECK(mode(r, "opens").factor == relative(1000 * 0.02 / 4, 1e-5));
    CHECK(mode(r, "opens").mode_class == families::ModeClass::service);
    CHECK(r.governs != "opens");
}

TEST_CASE("a preload alone may crush", "[families][flat_face]") {
    const auto soft = with(plain(), {{"allowable_pressure", 0.5e6}});
    const auto r = report("flat_face", soft, {1, 0, 0, 0, 0, 0});
    // Even pressure N/A against 0.5 MPa: the share is told, "1.6 times too tight", whatever the load.
    CHECK(mode(r, "crush").factor == relative(0.5e6 * std::numbers::pi * 4e-4 / 1000, 1e-6));
    CHECK(r.factor == mode(r, "crush").factor);
    CHECK(report("flat_face", soft, Wrench{}).factor == relative(r.factor, 1e-9));
    // Even pressure 0.796 MPa; allowed 1.2 MPa: with a moment p_max = N/A + M R/I reaches it at M = 0.404e6 I/R.
    const double I = std::numbers::pi * std::pow(0.02, 4) / 4, A = std::numbers::pi * 4e-4;
    CHECK(factor("flat_face", with(plain(), {{"allowable_pressure", 1.2e6}}), {0, 0, 0, 0, 1, 0}, "crush") ==
          relative((1.2e6 - 1000 / A) * I / 0.02, 2e-3));
}

TEST_CASE("hard faces bear only in the cone under the head", "[families][flat_face]") {
    const auto cone =
        with(plain(), {{"bears", std::string("cone")}, {"head_diameter", 0.014}, {"plate_thickness", 0.006}});
    const double reach = 0.007 + 0.006 * std::tan(std::numbers::pi / 6);  // VDI 2230
    CHECK(result(report("flat_face", cone, Wrench{}), "effective_radius") == relative(reach, 1e-9));
    CHECK(factor("flat_face", cone, {0, 0, 0, 0, 0, 1}, "slips") == relative(200 * reach, 3e-4));
    CHECK(result(report("flat_face", with(cone, {{"plate_thickness", 0.1}}), Wrench{}), "effective_radius") ==
          relative(0.02, 1e-9));
}

TEST_CASE("bonded rubber and a dished rim", "[families][flat_face]") {
    CHECK(factor("flat_face", with(plain(), {{"bears", std::string("rubber")}}), {0, 0, 0, 0, 0, 1}, "slips") ==
          relative(300 * 8.0 / 15 * 0.02, 4e-4));
    CHECK(factor("flat_face", with(plain(), {{"bears", std::string("rim")}}), {0, 0, 0, 0, 0, 1}, "slips") ==
          relative(300 * 0.02, 4e-4));
}

TEST_CASE("a pull takes force from the face, a press gives it what the screw leaves", "[families][flat_face]") {
    // N = 1000 - 50 lambda, shear 100 lambda: 0.3 (1000 - 50 l) = 100 l.
    CHECK(factor("flat_face", plain(), {100, 0, 50, 0, 0, 0}, "slips") == relative(300 / 115.0, 5e-4));
    // N = 1000 + 0.8 * 50 lambda.
    CHECK(factor("flat_face", plain(), {100, 0, -50, 0, 0, 0}, "slips") == relative(300 / 88.0, 5e-4));
}

TEST_CASE("the margin on the push is not the margin on the load", "[families][flat_face]") {
    const Load load{{100, 0, 0, 0, 0, 0}, {50, 0, 0, 0, 0, 0}};
    const auto& m = mode(report("flat_face", plain(), load), "slips");
    CHECK(m.factor_mass == relative(2, 4e-4));
    CHECK(m.factor_live == relative(4, 4e-4));
    CHECK(m.factor == m.factor_mass);
    // The weight alone is too much: nothing is left for a push.
    CHECK(mode(report("flat_face", plain(), Load{{400, 0, 0, 0, 0, 0}, {1, 0, 0, 0, 0, 0}}), "slips").factor_live == 0);
    // A steady load has no margin on a push.
    CHECK(std::isinf(mode(report("flat_face", plain(), Load{{100, 0, 0, 0, 0, 0}, {}}), "slips").factor_live));
}

TEST_CASE("a twist the wrong way backs a single screw off", "[families][flat_face]") {
    const auto one = with(
        plain(),
        {{"screws", std::string("one")}, {"central_screw", std::string("1/4-20 UNC")}, {"central_friction", 0.15}});
    const double d2 = 0.0055251, P = 0.00127;
    const double T =
        1000 * (0.3 * 2.0 / 3 * 0.02 + 0.15 * d2 / (2 * std::cos(std::numbers::pi / 6)) - P / (2 * std::numbers::pi));
    CHECK(factor("flat_face", one, {0, 0, 0, 0, 0, 1}, "unscrews") == relative(T, 1e-3));
    CHECK(std::isinf(factor("flat_face", one, {0, 0, 0, 0, 0, -1}, "unscrews")));
    CHECK(factor("flat_face", with(one, {{"thread_hand", std::string("left")}}), {0, 0, 0, 0, 0, -1}, "unscrews") ==
          relative(T, 1e-3));
}

TEST_CASE("a pad sags", "[families][flat_face]") {
    const auto pad = with(plain(), {{"bears", std::string("pad")},
                                    {"head_diameter", 0.08},
                                    {"pad_thickness", 0.003},
                                    {"pad_modulus", 4e6},
                                    {"sag_limit", 0.01}});
    // tilt = M t/(E_c I), E_c = E (1 + 2 S^2), S = R/(2t).
    const double S = 0.02 / 0.006, I = std::numbers::pi * std::pow(0.02, 4) / 4,
                 tilt = 0.003 / (4e6 * (1 + 2 * S * S) * I);
    CHECK(factor("flat_face", pad, {0, 0, 0, 0, 1, 0}, "sags") == relative(0.01 / tilt, 1e-3));
}

TEST_CASE("nothing clamped holds nothing", "[families][flat_face]") {
    const auto r = report("flat_face", with(plain(), {{"force", 0.0}}), {1, 0, 0, 0, 0, 0});
    CHECK(r.factor == 0);
    REQUIRE_FALSE(r.advisories.empty());
    CHECK(r.advisories[0].doubtful);
    CHECK(factor("flat_face", with(plain(), {{"friction", 0.0}}), {1, 0, 0, 0, 0, 0}, "slips") == 0);
}

TEST_CASE("rotating wrench and face together changes nothing", "[families][flat_face][law]") {
    const auto a = with(plain(), {{"shape", std::string("rectangle")}, {"length", 0.06}, {"width", 0.03}});
    const auto b = with(plain(), {{"shape", std::string("rectangle")}, {"length", 0.03}, {"width", 0.06}});
    const Wrench w{30, -12, -20, 2.5, 3.5, 1.2}, turned{12, 30, -20, -3.5, 2.5, 1.2};
    for (const char* m : {"slips", "tips", "opens"})
        CHECK(factor("flat_face", a, w, m) == relative(factor("flat_face", b, turned, m), 2e-3));
}

TEST_CASE("the limit surface agrees with brute force in SciPy", "[families][flat_face][reference]") {
    // tests/reference/limit_surface.py: square grids, centres of rotation by Nelder-Mead, no-tension pressure,
    // bisection.
    std::ifstream file(CLAMPET_SOURCE_DIR "/tests/reference/limit_surface.json");
    const auto reference = nlohmann::json::parse(file);
    for (const auto& c : reference.at("faces")) {
        const auto& s = c.at("shape");
        Values v = with(plain(), {{"hole_diameter", s.at("hole").get<double>()},
                                  {"friction", c.at("friction").get<double>()},
                                  {"force", c.at("force").get<double>()},
                                  {"load_share", c.at("load_share").get<double>()}});
        if (s.at("kind") == "disc")
            v["diameter"] = s.at("length").get<double>();
        else
            v = with(v, {{"shape", std::string("rectangle")},
                         {"length", s.at("length").get<double>()},
                         {"width", s.at("width").get<double>()},
                         {"screw_x", s.value("screw_x", 0.0)},
                         {"screw_y", s.value("screw_y", 0.0)}});
        const auto w = c.at("wrench").get<std::vector<double>>();
        CAPTURE(c.dump());
        const double ours = factor("flat_face", v, {w[0], w[1], w[2], w[3], w[4], w[5]}, "slips");
        CHECK(ours == relative(c.at("factor"), 0.01));
        CHECK(ours <= c.at("factor").get<double>() * 1.006);  // never much on the unsafe side
    }
}

TEST_CASE("a moment that only tips a face does not make it slip", "[families][flat_face]") {
    const auto r = report("flat_face", plain(), {0, 0, 0, 1, 2, 0});
    CHECK(std::isinf(mode(r, "slips").factor));
    CHECK(r.governs != "slips");
    CHECK(std::isfinite(mode(r, "tips").factor));
}

TEST_CASE("a narrow face that has opened twists as the line it has become", "[families][flat_face]") {
    // Pressure that falls from an end to nothing over c = 3(L/2 − M/N) resists a couple by turning about a point of the
    // middle line, least over all of them; as a line (2/3)(1 − 1/sqrt 2) mu N c. Brute force on 800 × 80 points; 30:1.
    const double L = 0.12, b = 0.004, N = 300, mu = 0.3;
    const Values face = with(plain(), {{"shape", std::string("rectangle")},
                                       {"length", L},
                                       {"width", b},
                                       {"force", N},
                                       {"friction", mu},
                                       {"hole_diameter", 0.0},
                                       {"bears", std::string("whole")},
                                       {"screws", std::string("several")}});
    for (const double pressed : {0.6, 0.33, 0.1}) {
        const double c = pressed * L, M = N * (L / 2 - c / 3);
        double held = 1e9;
        for (int at = 1; at < 200; ++at) {
            double sum = 0;
            for (int i = 0; i < 800; ++i)
                for (int j = 0; j < 80; ++j) {
                    const double from_edge = c * (i + 0.5) / 800, y = b * ((j + 0.5) / 80 - 0.5);
                    sum += 2 * N / c * (1 - from_edge / c) * std::hypot(from_edge - c * at / 200, y) * c / 800 / 80;
                }
            held = std::min(held, mu * sum);
        }
        if (pressed > 0.3) CHECK(held == relative(mu * 2.0 / 3 * (1 - 1 / std::sqrt(2.0)) * N * c, 0.03));
        const auto joint = bench::joint("flat_face", face);
        // The share of the friction that a couple of this size uses, with the moment in place.
        const double used = joint->utilisation(0, {0, 0, 0, 0, M, held});
        CAPTURE(pressed);
        CHECK(used == absolute(1, 0.03));
    }
}
