// A hanging scale that is not there: prints the line to connect to, and pulls until it is stopped.
#include <fmt/format.h>

#include <CLI/CLI.hpp>
#include <csignal>
#include <thread>

#include "instruments/simulated_scale.h"

namespace {
volatile std::sig_atomic_t is_stopped = 0;
}

int main(int argc, char** argv) {
    using clampet::instruments::PullScript;
    PullScript script;
    std::string end = "drop";
    bool once = false;
    CLI::App app("A simulated hanging scale on a pseudo-terminal, as docs/scale-protocol.md has it");
    app.add_option("--lets-go-at", script.lets_go_at, "The force at which it does [N]")->check(CLI::Range(0.5, 1e5));
    app.add_option("--rate", script.rate, "How fast it is pulled harder [N/s]")->check(CLI::Range(0.1, 1e4));
    app.add_option("--end", end, "drop, slide or holds")->check(CLI::IsMember({"drop", "slide", "holds"}));
    app.add_option("--unit", script.unit, "N, kg, g or lb")->check(CLI::IsMember({"N", "kg", "g", "lb"}));
    app.add_option("--noise", script.noise, "Standard deviation of a reading [N]")->check(CLI::Range(0.0, 100.0));
    app.add_option("--drift", script.drift, "Of its zero [N/s]")->check(CLI::Range(-1.0, 1.0));
    app.add_option("--seed", script.seed, "Of the noise");
    app.add_flag("--once", once, "One pull only; otherwise one after another");
    CLI11_PARSE(app, argc, argv);
    script.end = end == "slide"   ? PullScript::End::slide
                 : end == "holds" ? PullScript::End::holds
                                  : PullScript::End::drop;
    script.rests = 3;
    clampet::instruments::SimulatedScale scale;
    if (const auto ok = scale.open(script); !ok) {
        fmt::print(stderr, "{}\n", ok.problem().sentence());
        return 1;
    }
    fmt::print("{}\n", scale.port());
    std::fflush(stdout);
    std::signal(SIGINT, [](int) { is_stopped = 1; });
    std::signal(SIGTERM, [](int) { is_stopped = 1; });
    while (!is_stopped) {
        std::this_thread::sleep_for(std::chrono::milliseconds(100));
        if (!scale.is_over()) continue;
        if (once) break;
        scale.pull();
    }
    return 0;
}
