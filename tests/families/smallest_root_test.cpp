// The factor of a mode is its smallest root: below it the mode's own utilisation is under 1 everywhere, at it 1. Tried
// on every family with inputs and loads at random; no brute force knows all of them.
#include <fmt/format.h>

#include <cstdlib>
#include <random>

#include "families/bench.h"

using namespace clampet;
using namespace bench;
using families::Kind;
using families::Parameter;

namespace {

class Random {
 public:
    explicit Random(unsigned seed) : engine_(seed) {}
    double in(double from, double to) { return std::uniform_real_distribution<double>(from, to)(engine_); }
    std::size_t below(std::size_t n) { return std::uniform_int_distribution<std::size_t>(0, n - 1)(engine_); }
    Wrench wrench(double force, double arm) {
        return {force * in(-1, 1),       force * in(-1, 1),       force * in(-1, 1),
                force * arm * in(-1, 1), force * arm * in(-1, 1), force * arm * in(-1, 1)};
    }

 private:
    std::mt19937 engine_;
};

/// Inputs about a family's own: any choice, sizes within a factor of three.
Values any_values(const families::Family& family, Random& random) {
    Values values;
    for (const auto& p : family.parameters()) {
        if (p.kind == Kind::choice) values[p.key] = p.choices[random.below(p.choices.size())].key;
        if (p.kind != Kind::quantity) continue;
        double v = p.standard == 0 ? random.in(0, 1) < 0.5 ? 0 : 0.02 * random.in(p.least < 0 ? -1 : 0, 1)
                                   : p.standard * std::exp(random.in(-1.1, 1.1));
        v = p.whole_number ? std::round(v) : v;
        v = std::clamp(v, p.least, p.most);
        if (families::check_value(p, families::Value{v})) values[p.key] = v;
    }
    return values;
}

std::string text_of(const Values& values) {
    std::string all;
    for (const auto& [key, value] : values)
        all += key + "=" + (value.index() == 0 ? fmt::format("{}", std::get<double>(value)) : std::get<1>(value)) + " ";
    return all;
}

void smallest_along(const families::Joint& joint, std::size_t mode, const families::Ray& ray, int looks) {
    const double factor = joint.load_factor(mode, ray);
    CAPTURE(factor);
    const double alone = joint.utilisation(mode, ray.at(0));
    if (!(alone < 1)) {
        if (alone > 1.003) CHECK(factor == 0);
        return;
    }
    REQUIRE(factor >= 0);
    const double to = std::isfinite(factor) ? factor : 100;
    for (int i = 0; i < looks; ++i) {
        const double lambda = to * (i + 0.5) / looks * (1 - 4e-3);
        const double used = joint.utilisation(mode, ray.at(lambda));
        if (used < 1.003) continue;
        CAPTURE(lambda, used);
        FAIL("it lets go before its factor");
    }
    if (!std::isfinite(factor) || factor == 0) return;
    CHECK(joint.utilisation(mode, ray.at(factor * (1 - 4e-3))) <= 1.003);
    CHECK(joint.utilisation(mode, ray.at(factor * (1 + 4e-3))) >= 0.997);
}

void try_family(const families::Family& family, unsigned seed, int settings, int loads, int looks) {
    Random random(seed);
    for (int s = 0; s < settings; ++s) {
        const Values values = any_values(family, random);
        const auto joint = families::join(family, values);
        if (!joint) continue;
        for (int l = 0; l < loads; ++l) {
            const double size = std::pow(10, random.in(0.5, 3)), arm = random.in(0.005, 0.1);
            const Wrench G = l % 2 ? random.wrench(size * random.in(0, 1), arm) : Wrench{},
                         Q = random.wrench(size, arm);
            for (std::size_t m = 0; m < (*joint)->modes().size(); ++m) {
                if ((*joint)->modes()[m].scale_free) continue;
                // A rigid base rocks where it crosses a diagonal, and stands again beyond.
                if (family.key() == "stance" && (*joint)->modes()[m].key == "rocks") continue;
                CAPTURE(family.key(), text_of(values), (*joint)->modes()[m].key);
                CAPTURE(G.fx, G.fy, G.fz, G.mx, G.my, G.mz);
                CAPTURE(Q.fx, Q.fy, Q.fz, Q.mx, Q.my, Q.mz);
                smallest_along(**joint, m, {G, Q}, looks);
            }
        }
    }
}

}  // namespace

TEST_CASE("a factor is the smallest root whatever the inputs and the load", "[families][law][fuzz]") {
    const char* more = std::getenv("CLAMPET_FUZZ_ROUNDS");
    const int rounds = more ? std::atoi(more) : 1;
    const char* only = std::getenv("CLAMPET_FUZZ_FAMILY");
    for (int round = 0; round < rounds; ++round)
        for (const auto* family : families::registry()) {
            if (only && family->key() != only) continue;
            INFO("seed " << 1000 + round);
            try_family(*family, 1000u + static_cast<unsigned>(round), 8, 6, 60);
        }
}

TEST_CASE("a face that slips, holds again and slips has the factor of the first slip", "[flat_face][reference]") {
    // Brute force over 4000 factors on a grid of 400 x 400 points: 1.80, and 2.43 for the second slip.
    const Values face{{"shape", std::string("rectangle")},
                      {"length", 0.048},
                      {"width", 0.059},
                      {"hole_diameter", 0.0},
                      {"screw_x", -0.0205},
                      {"screw_y", 0.0185},
                      {"force", 380.0},
                      {"friction", 0.64},
                      {"bears", std::string("whole")},
                      {"screws", std::string("several")},
                      {"load_share", 0.0}};
    CHECK(factor("flat_face", face, {-81, -32, 0, 7.4, 0.7, -1.75}, "slips") == relative(1.80, 0.01));
}
