// What scales send: lines of several makes, garbage, half lines, silence; and the simulated scale, read through a real
// pseudo-terminal from trace to verdict.
#include "prove/scale.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <poll.h>
#include <termios.h>
#include <unistd.h>

#include <catch2/catch.hpp>
#include <chrono>
#include <cmath>

#include "approximately.h"
#include "constants.h"
#include "instruments/simulated_scale.h"
#include "project/edits.h"
#include "project/starting_points.h"
#include "prove/next_tests.h"
#include "prove/pull.h"
#include "study/check.h"

using namespace clampet;
using instruments::PullScript;
using instruments::SimulatedScale;
using prove::ScaleLine;
using prove::ScaleReader;
using Kind = ScaleLine::Kind;

namespace {

using constants::g;

/// Reads a serial line until nothing has come for a while, or as long as that.
class Line {
 public:
    explicit Line(const std::string& port) : line_(::open(port.c_str(), O_RDWR | O_NOCTTY | O_NONBLOCK)) {
        termios settings{};
        if (tcgetattr(line_, &settings) == 0) {
            cfmakeraw(&settings);
            tcsetattr(line_, TCSANOW, &settings);
        }
    }
    Line(const Line&) = delete;
    Line& operator=(const Line&) = delete;
    ~Line() { ::close(line_); }
    bool is_open() const { return line_ >= 0; }
    void write(const std::string& text) {
        CHECK(::write(line_, text.data(), text.size()) == static_cast<ssize_t>(text.size()));
    }
    /// What is there within so many milliseconds; empty where nothing comes, or the line broke.
    std::string read(int milliseconds) {
        pollfd wait{line_, POLLIN, 0};
        if (::poll(&wait, 1, milliseconds) <= 0) return {};
        char bytes[512];
        const auto count = ::read(line_, bytes, sizeof bytes);
        is_broken_ = is_broken_ || count <= 0;
        return count > 0 ? std::string(bytes, static_cast<std::size_t>(count)) : std::string();
    }
    bool is_broken() const { return is_broken_; }

 private:
    int line_;
    bool is_broken_ = false;
};

/// All of a pull, by the scale's own clock.
prove::Trace pulled(SimulatedScale& scale, ScaleReader& reader, double seconds) {
    Line line(scale.port());
    REQUIRE(line.is_open());
    const auto start = std::chrono::steady_clock::now();
    while (reader.trace().time.empty() || reader.trace().time.back() - reader.trace().time.front() < seconds) {
        const std::chrono::duration<double> now = std::chrono::steady_clock::now() - start;
        if (now.count() > 20) FAIL("the scale does not send");
        reader.take(line.read(100), now.count());
    }
    return reader.trace();
}

}  // namespace

TEST_CASE("Lines of scales are read, whatever stands round the number", "[prove][scale]") {
    struct Says {
        const char* line;
        double force;
    };
    for (const auto& says : {Says{"12.34 kg", 12.34 * g}, Says{"-0.02 N", -0.02}, Says{"ST,GS,+ 12.34kg", 12.34 * g},
                             Says{"US,NT,-  0,50 kg", -0.5 * g}, Says{"  42", 42}, Says{"W: 3 lb", 3 * 0.45359237 * g},
                             Says{"1.5e2 g", 0.15 * g}, Says{".5 kN", 500}, Says{"@1234 12 N", 12}}) {
        INFO(says.line);
        const auto read = prove::read_line(says.line, 1);
        CHECK(read.kind == Kind::reading);
        CHECK(read.force == relative(says.force, 1e-9));
    }
    CHECK(prove::read_line("2.5", g).force == relative(2.5 * g, 1e-9));
    CHECK(*prove::read_line("@1234 12 N", 1).time == relative(1.234, 1e-9));
}

TEST_CASE("Garbage, units that are none, overflow and words are told apart", "[prove][scale][bad]") {
    for (const char* over : {"OL", "+OVER kg", "------ kg"}) CHECK(prove::read_line(over, 1).kind == Kind::overflow);
    for (const char* words : {"# scale 3", "ready", ""}) CHECK(prove::read_line(words, 1).kind == Kind::words);
    for (const char* garbage : {"12.3 °C", "\x01\x02 12", "12 parsecs", "1e99 kg", "nan kg", "inf", "@12", "1e999 N"}) {
        INFO(garbage);
        CHECK(prove::read_line(garbage, 1).kind == Kind::garbage);
    }
}

TEST_CASE("Lines come in pieces, and too long ones are passed over", "[prove][scale][bad]") {
    ScaleReader reader;
    CHECK(reader.take("1", 0).empty());
    CHECK(reader.take("2.5", 0.01).empty());
    CHECK(reader.take(" N\r", 0.02).size() == 1);
    CHECK(reader.take("\n", 0.03).empty());  // the other half of that line's end
    CHECK(*reader.shown() == 12.5);
    const std::string long_line(100'000, '7');
    CHECK(reader.take(long_line, 0.1).empty());
    CHECK(reader.garbage() == 1);
    CHECK(reader.take("7 N\n13 N\n", 0.2).size() == 1);
    CHECK(*reader.shown() == 13);
    CHECK(reader.trace().time.size() == 2);
    CHECK(reader.silent_for(5.2) == relative(5, 1e-9));
    CHECK(ScaleReader().silent_for(5.2) == 0);  // since when is not known
}

TEST_CASE("Zero is taken off all that was shown, and time never runs backwards", "[prove][scale]") {
    ScaleReader reader;
    reader.take("3 N\n5 N\n", 1);
    reader.tare();
    CHECK(reader.trace().force == std::vector<double>{-2, 0});
    reader.take("9 N\n", 1);
    CHECK(*reader.shown() == 4);
    const auto& time = reader.trace().time;
    for (std::size_t i = 1; i < time.size(); ++i) CHECK(time[i] > time[i - 1]);
    // By its own clock, though the lines came together; a clock that jumps is not followed.
    ScaleReader clocked;
    clocked.take("@1000 1 N\n@1500 2 N\n@2000 3 N\n", 10);
    CHECK(clocked.trace().time[2] - clocked.trace().time[0] == relative(1.0, 1e-9));
    clocked.take("@90000 4 N\n", 11.5);
    CHECK(clocked.trace().time[3] == relative(11.5, 1e-9));
}

TEST_CASE("A line that goes on for ever does not fill the memory", "[prove][scale][bad]") {
    ScaleReader reader;
    std::string many;
    for (int i = 0; i < 10'000; ++i) many += "1 N\n";
    for (int i = 0; i < 20; ++i) reader.take(many, i);
    CHECK(reader.trace().time.size() == prove::most_live_readings);
    reader.take("2 N\n", 20);  // full: the oldest quarter goes
    CHECK(reader.trace().time.size() == prove::most_live_readings * 3 / 4 + 1);
    CHECK(reader.trace().force.back() == 2);
    for (int i = 21; i < 31; ++i) reader.take(many, i);
    CHECK(reader.trace().time.size() <= prove::most_live_readings);
    CHECK(reader.trace().time.size() == reader.trace().force.size());
}

TEST_CASE("A trace from the line is a table that is read again", "[prove][scale]") {
    ScaleReader reader;
    for (int i = 0; i < 30; ++i) reader.take(fmt::format("@{} {} N\n", i * 50, i), i * 0.05);
    const auto back = prove::read_trace(prove::csv_of(reader.trace()));
    REQUIRE(back);
    CHECK(back->force.size() == 30);
    CHECK(back->force[7] == relative(7, 1e-6));
}

TEST_CASE("A pull with the simulated scale lets go where it was told to, through a pseudo-terminal", "[prove][scale]") {
    struct Pulled {
        PullScript::End end;
        prove::Shape shape;
        const char* unit;
    };
    for (const auto& p : {Pulled{PullScript::End::drop, prove::Shape::drop, "kg"},
                          Pulled{PullScript::End::slide, prove::Shape::slide, "N"},
                          Pulled{PullScript::End::holds, prove::Shape::nothing, "lb"}}) {
        PullScript script;
        script.end = p.end;
        script.unit = p.unit;
        script.speed = 10;
        script.lets_go_at = 35;
        SimulatedScale scale;
        REQUIRE(scale.open(script));
        ScaleReader reader;
        const auto length = instruments::length_of(script);
        const auto trace = pulled(scale, reader, p.end == PullScript::End::holds ? length - 2.5 : length - 0.2);
        const auto how = prove::let_go_of(trace);
        if (!how) FAIL(how.problem().sentence());
        // Held steadily for seconds at its most is what a slide looks like too: the person says which.
        if (p.end != PullScript::End::holds) CHECK(how->shape == p.shape);
        CHECK(how->force == relative(35, 0.04));
        CHECK(how->zero == relative(script.offset, 0.35));
    }
}

TEST_CASE("The simulated scale answers, is set to zero, is disturbed and unplugged", "[prove][scale][bad]") {
    PullScript script;
    script.speed = 10;
    script.rests = 1000;
    SimulatedScale scale;
    REQUIRE(scale.open(script));
    Line line(scale.port());
    ScaleReader reader;
    bool has_answered = false;
    line.write("?\nTARE\n");
    for (int i = 0; i < 100 && (!has_answered || reader.trace().force.size() < 60); ++i)
        for (const auto& said : reader.take(line.read(100), i * 0.1))
            has_answered = has_answered || (said.kind == Kind::words && said.text == "# simulated scale");
    CHECK(has_answered);
    CHECK(std::abs(*reader.shown()) < 0.6);
    scale.disturb("\x03\xff half a li");
    scale.disturb("ne\nOL\n");
    bool is_over = false;
    for (int i = 0; i < 50 && !is_over; ++i)
        for (const auto& said : reader.take(line.read(100), 20 + i * 0.1))
            is_over = is_over || said.kind == Kind::overflow;
    CHECK(is_over);
    CHECK(reader.garbage() >= 1);
    const auto before = reader.trace().time.size();
    scale.unplug();
    for (int i = 0; i < 20 && !line.is_broken(); ++i) reader.take(line.read(50), 30 + i * 0.1);
    CHECK(reader.trace().time.size() >= before);  // nothing that came is lost
}

TEST_CASE("The demonstration's doubtful seams are proved, from the scale's trace to the verdict", "[prove][scale]") {
    const auto verdict = [](const rig::Rig& r, const std::string& seam) {
        const auto check = study::check(r);
        for (const auto& one : check->interfaces)
            if (one.id == seam) return one.verdict;
        FAIL("not checked");
        std::abort();
    };
    struct Truth {
        const char *rig, *seam;
        double share;  // of the force that is expected
        study::Verdict now;
    };
    for (const auto& truth : {Truth{"stair-rail", "cup-on-bush", 0.7, study::Verdict::slips},
                              Truth{"boom", "pair-on-drop", 1.4, study::Verdict::holds}}) {
        const auto rig =
            truth.rig == std::string("stair-rail") ? project::demo_rig() : *project::starting_rig(truth.rig);
        REQUIRE(verdict(rig, truth.seam) == study::Verdict::doubtful);
        const auto tests = prove::tests_to_do(rig);
        REQUIRE(tests);
        const auto test =
            std::find_if(tests->begin(), tests->end(), [&](const auto& t) { return t.seam == truth.seam; });
        REQUIRE(test != tests->end());
        PullScript script;
        script.lets_go_at = truth.share * test->slides_at;
        script.rate = script.lets_go_at / 3;
        script.noise = 0.005 * script.lets_go_at;
        script.offset = 0.01 * script.lets_go_at;
        script.drift = 0;
        script.unit = "N";
        script.end = PullScript::End::slide;
        script.speed = 10;
        SimulatedScale scale;
        REQUIRE(scale.open(script));
        ScaleReader reader;
        const auto how = prove::let_go_of(pulled(scale, reader, instruments::length_of(script) - 0.2));
        if (!how) FAIL(how.problem().sentence());
        CHECK(how->shape == prove::Shape::slide);
        prove::PullAsked asked;
        asked.seam = test->seam;
        asked.force = how->force;
        asked.way = test->way;
        const auto pull = prove::explained(rig, asked);
        if (!pull) FAIL(pull.problem().sentence());
        const auto after = project::edited(rig, project::AddPull{*pull});
        REQUIRE(after);
        INFO(truth.seam << ", ratio " << pull->ratio);
        CHECK(verdict(*after, test->seam) == truth.now);
    }
}
