#include <cmath>

#include "families/bench.h"

using namespace clampet;
using namespace bench;

TEST_CASE("a padded strap presses by its squeeze", "[strap]") {
    // E A (t0 − g)/t0, shared by the bolts; the plate bows by W/(384 E I)(8 s³ − 4 s w² + w³) (Roark).
    const Values soft{{"squeezed_by", s("gap")},
                      {"strap_thickness", 0.008},
                      {"plates_apart", 0.006},
                      {"strap_modulus", 1e6},
                      {"strap_width", 0.05},
                      {"plate_length", 0.07},
                      {"bolts", 4.0},
                      {"kept", 1.0},
                      {"friction", 0.3},
                      {"bolt_span", 0.066},
                      {"plate_thickness", 0.009},
                      {"plate_modulus", 9e9}};
    const double N = 1e6 * 0.05 * 0.07 * 0.25;
    const auto r = report("strap", soft, {1, 0, 0, 0, 0, 0});
    CHECK(result(r, "plate_force") == relative(N, 1e-9));
    CHECK(mode(r, "slips").factor == relative(2 * 0.3 * N, 2e-3));
    const double I = 0.07 * std::pow(0.009, 3) / 12, w = 0.05, span = 0.066;
    const double bow = N / (384 * 9e9 * I) * (8 * std::pow(span, 3) - 4 * span * w * w + w * w * w);
    CHECK(result(r, "plate_bow") == relative(bow, 1e-9));
    // All of it between the bolts at one point would be W s³/(48 E I); spread over the whole span 5 W s³/(384 E I).
    CHECK(bow < N * std::pow(span, 3) / (48 * 9e9 * I));
    CHECK(bow > 5 * N * std::pow(span, 3) / (384 * 9e9 * I));
    auto wide = soft;
    wide["plates_apart"] = 0.009;
    CHECK(problem("strap", wide).where == "plates_apart");
    CHECK_THAT(notes("strap", {{"worn", s("yes")}, {"edges", s("sharp")}}), Catch::Contains("hurt in a fall"));
}

TEST_CASE("plates on a strap", "[strap][published]") {
    // Roark, beam on two supports with an even load on its middle: M = W L/4 − W w/8.
    const auto r = report("strap",
                          {{"force", 250.0},
                           {"bolts", 4.0},
                           {"bolt_span", 0.066},
                           {"strap_width", 0.05},
                           {"plate_length", 0.07},
                           {"plate_thickness", 0.009}},
                          Wrench{});
    const double W = 1000, M = W * 0.066 / 4 - W * 0.05 / 8;
    CHECK(result(r, "plate_stress") == relative(6 * M / (0.07 * 0.009 * 0.009), 1e-9));
    CHECK(factor("strap", {{"friction", 0.3}}, {1, 0, 0, 0, 0, 0}, "slips") == relative(0.3 * 2 * 1000, 2e-3));
    CHECK(problem("strap", {{"bolt_span", 0.04}}).where == "bolt_span");
}
