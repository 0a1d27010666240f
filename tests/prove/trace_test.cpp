// What a scale showed over time: tables with the quirks of spreadsheets, and how a pull let go, on pulls that are made
// up with known forces.
#include "prove/trace.h"

#include <fmt/format.h>

#include <atomic>
#include <catch2/catch.hpp>
#include <cmath>
#include <functional>
#include <random>

#include "approximately.h"

using namespace clampet;
using prove::Shape;
using prove::Trace;

namespace {

/// At 50 readings a second with noise, a zero that is off and drifts.
Trace pulled(const std::function<double(double)>& force, double seconds, unsigned seed, double noise = 0.4,
             double zero = 1.5) {
    std::mt19937 random(seed);
    std::normal_distribution<double> shaken(0, noise);
    Trace trace;
    for (double t = 0; t < seconds; t += 0.02) {
        trace.time.push_back(t);
        trace.force.push_back(force(t) + zero + 0.02 * t + shaken(random));
    }
    return trace;
}

double rise(double t, double rate = 15) {
    return t < 0.5 ? 0 : rate * (t - 0.5);
}

prove::LetGo found(const Trace& trace) {
    const auto let_go = prove::let_go_of(trace);
    if (!let_go) FAIL(let_go.problem().what);
    return *let_go;
}

}  // namespace

TEST_CASE("a drop, a slide and a hold are told apart, with their forces", "[prove][trace]") {
    for (unsigned seed = 1; seed <= 20; ++seed) {
        CAPTURE(seed);
        // Lets go at 42 N, and next to nothing is left.
        const auto drop = found(pulled([](double t) { return rise(t) < 42 ? rise(t) : 5; }, 5, seed));
        CHECK(drop.shape == Shape::drop);
        CHECK(drop.force == absolute(42, 1.7));  // the median takes the last two readings
        CHECK(drop.at == absolute(0.5 + 42.0 / 15, 0.15));
        // Slides on at 30 N, in little steps.
        const auto slide =
            found(pulled([](double t) { return std::min(rise(t), 30 - 1.0 * std::abs(std::sin(9 * t))); }, 7, seed));
        CHECK(slide.shape == Shape::slide);
        CHECK(slide.force == absolute(30, 1.5));
        // Held to 50 N, and let down slowly by hand.
        const auto held =
            found(pulled([](double t) { return t < 3.8 ? rise(t) : std::max(0.0, 49.5 - 12 * (t - 3.8)); }, 8, seed));
        CHECK(held.shape == Shape::nothing);
        CHECK(held.force == absolute(49.5, 1.2));
        CHECK(held.zero == absolute(1.5, 0.3));
    }
    // Somebody rests half way: that is no slide.
    const auto rested = found(pulled(
        [](double t) {
            return t < 2 ? rise(t) : t < 3.5 ? 22.5 : 22.5 + 15 * (t - 3.5) < 40 ? 22.5 + 15 * (t - 3.5) : 4;
        },
        7, 3));
    CHECK(rested.shape == Shape::drop);
    CHECK(rested.force == absolute(40, 1.2));
    // One reading that spikes is none.
    auto spiked = pulled([](double t) { return rise(t) < 42 ? rise(t) : 5; }, 5, 4);
    spiked.force[60] = 400;
    CHECK(found(spiked).force == absolute(42, 1.2));
}

TEST_CASE("what is no pull is refused", "[prove][trace][errors]") {
    CHECK((prove::let_go_of(pulled([](double) { return 0.0; }, 3, 1)).problem().id == "trace.no_pull"));
    CHECK((prove::let_go_of(pulled([](double t) { return -rise(t); }, 3, 1)).problem().id == "trace.wrong_way"));
}

TEST_CASE("traces are read as spreadsheets write them", "[prove][trace]") {
    const auto text = [](const char* head, char between, bool comma, const char* end, double time_unit,
                         double force_unit) {
        std::string all = head;
        for (int i = 0; i < 40; ++i) {
            auto row = fmt::format("{:.4f}{}{:.4f}{}", 0.1 * i / time_unit, between,
                                   (i < 5 ? 0.0 : 2.0 * i) / force_unit, end);
            if (comma) std::replace(row.begin(), row.end(), '.', ',');
            all += row;
        }
        return all;
    };
    const auto check = [](const std::string& csv) {
        const auto trace = prove::read_trace(csv);
        INFO(csv.substr(0, 60));
        if (!trace) FAIL(trace.problem().what);
        REQUIRE(trace->time.size() == 40);
        CHECK(trace->time[39] == absolute(3.9, 1e-6));
        CHECK(trace->force[39] == absolute(78, 0.02));
    };
    check(text("", ',', false, "\n", 1, 1));
    check(text("\xEF\xBB\xBFtime (s);force (N)\r\n", ';', true, "\r\n", 1, 1));
    check(text("Time [ms]\tLoad [kg]\n", '\t', false, "\n", 1e-3, 9.80665));
    check(text("t;f (lb)\n", ';', true, "\n", 1, 0.45359237 * 9.80665));
    // Other columns between, in quotes.
    std::string more = "note,force (N),time (s)\n";
    for (int i = 0; i < 20; ++i) more += fmt::format("\"a, \"\"b\"\"\",{},{}\n", i, 0.1 * i);
    CHECK(prove::read_trace(more)->force[19] == 19);
}

TEST_CASE("a table that is no trace says where", "[prove][trace][errors]") {
    std::string good = "time (s);force (N)\n";
    for (int i = 0; i < 20; ++i) good += fmt::format("{};{}\n", i, i);
    const auto with = [&](const char* from, const char* to) {
        auto text = good;
        text.replace(text.find(from), std::string(from).size(), to);
        return prove::read_trace(text).problem();
    };
    CHECK((with("7;7", "7;heavy").id == "csv.not_a_number"));
    CHECK_THAT(with("7;7", "7;heavy").where, Catch::Contains("line 9"));
    CHECK((with("7;7", "7").id == "csv.not_a_number"));
    CHECK((with("7;7", "3;7").id == "trace.backwards"));
    CHECK((with("(N)", "(bananas)").id == "trace.unknown_unit"));
    CHECK((with("time", "colour").id == "trace.no_columns"));
    CHECK((with("7;7", "7;1e9").id == "trace.impossible_force"));
    CHECK((with("7;7", "7;nan").id == "csv.not_a_number"));
    CHECK((prove::read_trace("time,force\n1,2\n").problem().id == "trace.too_short"));
    CHECK((prove::read_trace("").problem().id == "trace.too_short"));
    // A million rows are read; it can be stopped.
    std::string long_one;
    for (int i = 0; i < 1'000'000; ++i) long_one += fmt::format("{},{}\n", i, i % 50);
    CHECK(prove::read_trace(long_one)->time.size() == 1'000'000);
    std::atomic<bool> cancelled{true};
    study::Job job;
    job.cancelled = &cancelled;
    CHECK((prove::read_trace(long_one, job).problem().id == "job.stopped"));
    // How far it is, it says now and then, not at every reading.
    cancelled = false;
    std::size_t said = 0;
    job.progress = [&](std::size_t, std::size_t) { ++said; };
    CHECK(prove::read_trace(long_one, job));
    CHECK(said > 10);
    CHECK(said < 1'000'000 / 100);
}
