// A tap that nobody made: writes what a phone's accelerometer would, as a table on standard output.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <cmath>
#include <numbers>
#include <random>

#include "quantity/dimension.h"

int main(int argc, char** argv) {
    double frequency = 4.2, damping = 0.02, rate = 100, seconds = 8, noise = 0.02, strength = 1.5;
    unsigned seed = 1;
    CLI::App app("A simulated tap: the table that an app for accelerations would write");
    app.add_option("--frequency", frequency, "Undamped [Hz]")->check(CLI::Range(0.2, 500.0));
    app.add_option("--damping", damping, "Of critical")->check(CLI::Range(0.0, 0.9));
    app.add_option("--rate", rate, "Readings a second")->check(CLI::Range(10.0, 5000.0));
    app.add_option("--seconds", seconds, "After the tap")->check(CLI::Range(0.1, 600.0));
    app.add_option("--noise", noise, "Standard deviation of a reading [m/s^2]")->check(CLI::Range(0.0, 100.0));
    app.add_option("--strength", strength, "Of the tap [m/s^2]")->check(CLI::Range(0.01, 1000.0));
    app.add_option("--seed", seed, "Of the noise");
    CLI11_PARSE(app, argc, argv);
    constexpr double before = 1, gravity = clampet::quantity::standard_gravity;  // of rest [s]; [m/s^2]
    std::mt19937_64 random(seed);
    std::normal_distribution<double> shaken(0, noise);
    const double w = 2 * std::numbers::pi * frequency, wd = w * std::sqrt(1 - damping * damping);
    fmt::print("time (s),x (m/s^2),y (m/s^2),z (m/s^2)\n");
    for (int i = 0; i < static_cast<int>((before + seconds) * rate); ++i) {
        const double t = i / rate - before,
                     swing = t < 0 ? 0 : strength * std::exp(-damping * w * t) * std::cos(wd * t);
        fmt::print("{:.4f},{:.5f},{:.5f},{:.5f}\n", t + before, 0.2 * swing + shaken(random), shaken(random),
                   gravity + swing + shaken(random));
    }
    return 0;
}
