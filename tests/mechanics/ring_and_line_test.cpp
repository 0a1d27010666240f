#include <algorithm>
#include <array>
#include <cmath>
#include <numbers>
#include <random>

#include "approximately.h"
#include "constants.h"
#include "mechanics/line_contact.h"
#include "mechanics/ring_bending.h"

using namespace clampet::mechanics;
using constants::pi;

namespace {

/// Largest moment per radius under so many equal forces all round.
double most_bent(int forces, double each) {
    double peak = 0;
    for (int look = 0; look < 360; ++look) {
        double sum = 0;
        for (int i = 0; i < forces; ++i) sum += each * ring_influence(pi * look / 180 - 2 * pi * i / forces);
        peak = std::max(peak, std::abs(sum));
    }
    return peak;
}

}  // namespace

TEST_CASE("rings under radial forces agree with Roark", "[mechanics][published]") {
    // Roark, circular rings: two opposite forces 0.3183 W R (= 1/pi); n equal forces: (1/2)[1/theta - cot theta] W R at
    // the loads, theta half the angle between them.
    CHECK(most_bent(2, 1) == absolute(0.3183, 0.00005));
    const double third = pi / 3;
    CHECK(most_bent(3, 1) == relative(0.5 * (1 / third - 1 / std::tan(third)), 1e-6));
    CHECK(most_bent(24, 1.0 / 24) < 0.01 * 0.3183);  // even pressure hardly bends a ring
}

TEST_CASE("a ring in a V jaw is bent most where it is pressed, whatever the shares of flanks and pad", "[mechanics]") {
    // Round the ring by half degrees, for half angles from 15 to 85 degrees and shares drawn at random.
    std::mt19937 random(11);
    std::uniform_real_distribution<double> share(0, 1);
    for (int half_angle = 15; half_angle <= 85; half_angle += 5)
        for (int draw = 0; draw < 20; ++draw) {
            const double off = pi / 2 - pi / 180 * half_angle;
            const std::array<double, 3> at{off, -off, pi};
            std::array<double, 3> force{share(random), share(random), share(random)};
            if (draw % 4 < 3) force[static_cast<std::size_t>(draw % 4)] *= share(random) < 0.5 ? 0 : 0.1;
            const auto bent = [&](double look) {
                double sum = 0;
                for (std::size_t k = 0; k < 3; ++k) sum += force[k] * ring_influence(look - at[k]);
                return std::abs(sum);
            };
            const double pressed = std::max({bent(at[0]), bent(at[1]), bent(at[2])});
            CAPTURE(half_angle, force[0], force[1], force[2]);
            double most = 0;
            for (int look = 0; look < 720; ++look) most = std::max(most, bent(pi / 360 * look));
            CHECK(most <= pressed * (1 + 1e-12));
        }
}

TEST_CASE("a jaw opens at a sixth and is lost at a half", "[mechanics]") {
    LineContact line{0.06, 100, 0};
    CHECK(line.density(0) == relative(100 / 0.06, 1e-12));
    line.moment = 100 * 0.06 / 6 * 0.999;
    CHECK(line.is_whole());
    line.moment = 100 * 0.06 / 6 * 1.001;
    CHECK_FALSE(line.is_whole());
    CHECK(line.in_balance());
    line.moment = 100 * 0.06 / 2 * 1.001;
    CHECK_FALSE(line.in_balance());
    // Beyond the middle third: 2N/(3(L/2 - e)), and the sums still balance.
    line.moment = 100 * 0.02;
    CHECK(line.peak() == relative(2 * 100 / (3 * 0.01), 1e-9));
    double force = 0, moment = 0;
    for (int i = 0; i < 60000; ++i) {
        const double x = -0.03 + 0.06 * (i + 0.5) / 60000;
        force += line.density(x) * 1e-6;
        moment += line.density(x) * x * 1e-6;
    }
    CHECK(force == relative(100, 1e-4));
    CHECK(moment == relative(2, 1e-4));
}
