// Taps: recordings as phones write them, frequency and damping against SciPy (tests/reference/swings.py) and a
// textbook, and what that makes of an arm's modulus or root.
#include "prove/tap.h"

#include <fmt/format.h>

#include <atomic>
#include <catch2/catch.hpp>
#include <cmath>
#include <numbers>

#include "approximately.h"
#include "constants.h"
#include "project/edits.h"
#include "project/starting_points.h"
#include "rig/in_force.h"

using namespace clampet;
using prove::Recording;

namespace {

using constants::pi;

/// The acceleration of a mass on a spring after a kick, in closed form; noise by a formula that SciPy's file has too.
Recording swinging(double frequency, double damping, double rate, double seconds, double noise,
                   rig::Vector along = rig::Vector::UnitZ()) {
    const double w = 2 * pi * frequency, wd = w * std::sqrt(1 - damping * damping), kick = 0.05;
    Recording r;
    for (int k = 0; k / rate < seconds; ++k) {
        const double t = k / rate, decay = std::exp(-damping * w * t);
        const double x = kick / wd * decay * std::sin(wd * t),
                     v = kick * decay * (std::cos(wd * t) - damping * w / wd * std::sin(wd * t));
        r.time.push_back(t);
        r.acceleration.push_back(along * (-2 * damping * w * v - w * w * x + noise * std::sin(1.7 * k * k)));
    }
    return r;
}

std::string table(const char* head, const std::vector<std::string>& lines) {
    std::string text = head;
    for (const auto& line : lines) text += line;
    return text;
}

std::vector<std::string> lines_of(const Recording& r,
                                  const std::function<std::string(double, const rig::Vector&)>& line) {
    std::vector<std::string> all;
    for (std::size_t i = 0; i < r.time.size(); ++i) all.push_back(line(r.time[i], r.acceleration[i]));
    return all;
}

/// The first rig of the collection with an arm.
rig::Rig with_arm() {
    for (const auto& point : project::starting_points())
        if (const auto rig = project::starting_rig(point.key); rig && !prove::swinging(*rig).empty()) return *rig;
    FAIL("no starting point has an arm");
    std::abort();
}

}  // namespace

TEST_CASE("Frequency and damping of a tap are those that SciPy fits to the same readings", "[prove][tap]") {
    struct Case {
        double frequency, damping, rate, seconds, noise, scipy_frequency, scipy_damping;
    };
    for (const auto& c :
         {Case{4.2, 0.02, 100, 8, 0.02, 4.19993, 0.01998}, Case{11.5, 0.05, 200, 3, 0.1, 11.49621, 0.04918},
          Case{1.3, 0.01, 50, 30, 0.005, 1.30000, 0.00999}}) {
        const auto swing = prove::swing_of(swinging(c.frequency, c.damping, c.rate, c.seconds, c.noise));
        REQUIRE(swing);
        CHECK(swing->frequency == relative(c.scipy_frequency, 2e-3));
        CHECK(swing->damping == relative(c.scipy_damping, 0.03));
        CHECK(swing->explained > 0.9);
    }
}

TEST_CASE("A swing of a textbook: a quarter of the amplitude after half a cycle", "[prove][tap]") {
    // Rao, Mechanical Vibrations, shock absorber of a motorcycle: x1.5 = x1/4, damped period 2 s. Log decrement 2.7726,
    // damping 0.4037, natural frequency 3.4338 rad/s. From memory.
    const double damping = 0.4037, natural = 3.4338 / (2 * pi);
    const auto swing = prove::swing_of(swinging(natural, damping, 100, 12, 0));
    REQUIRE(swing);
    CHECK(swing->damping == relative(damping, 1e-3));
    CHECK(2 * pi * swing->frequency == relative(3.4338, 1e-3));
    const double decrement = 2 * pi * swing->damping / std::sqrt(1 - swing->damping * swing->damping);
    CHECK(decrement == relative(2.7726, 2e-3));
    // Its swing is over in a cycle; four are looked at all the same.
    CHECK(swing->to - swing->from == absolute(4 * 2.0, 0.03));
}

TEST_CASE("The way it swings most is found, whichever way the phone lies", "[prove][tap]") {
    const rig::Vector along = rig::Vector(1, -2, 0.5).normalized();
    auto recording = swinging(4.2, 0.02, 100, 8, 0, along);
    for (auto& a : recording.acceleration) a += rig::Vector(0.3, 0.1, 9.81);  // gravity is not a swing
    const auto swing = prove::swing_of(recording);
    REQUIRE(swing);
    CHECK(std::abs(swing->along.dot(along)) > 0.999);
    CHECK(swing->frequency == relative(4.2, 1e-3));
}

TEST_CASE("A recording begins before the tap, and ends long after it is still", "[prove][tap]") {
    const auto tapped = swinging(4.2, 0.02, 100, 8, 0);
    Recording whole;
    for (int k = 0; k < 300; ++k) {
        whole.time.push_back(k * 0.01);
        whole.acceleration.push_back(rig::Vector(0, 0, 0.002 * std::sin(2.3 * k * k)));
    }
    for (std::size_t i = 0; i < tapped.time.size(); ++i) {
        whole.time.push_back(3 + tapped.time[i]);
        whole.acceleration.push_back(tapped.acceleration[i]);
    }
    for (int k = 0; k < 1500; ++k) {
        whole.time.push_back(11 + k * 0.01);
        whole.acceleration.push_back(rig::Vector(0, 0, 0.002 * std::sin(2.3 * k * k)));
    }
    const auto swing = prove::swing_of(whole);
    REQUIRE(swing);
    CHECK(swing->from > 2.95);
    CHECK(swing->from < 3.2);
    CHECK(swing->frequency == relative(4.2, 2e-3));
    CHECK(swing->damping == relative(0.02, 0.03));
}

TEST_CASE("A tap late in a very long recording keeps its frequency", "[prove][tap]") {
    const auto tapped = swinging(120, 0.01, 400, 2, 0);
    Recording whole;
    constexpr int still = 120'000;
    for (int k = 0; k < still; ++k) {
        whole.time.push_back(k / 400.0);
        whole.acceleration.push_back(rig::Vector(0, 0, 0.001 * std::sin(2.3 * k * k)));
    }
    for (std::size_t i = 0; i < tapped.time.size(); ++i) {
        whole.time.push_back(still / 400.0 + tapped.time[i]);
        whole.acceleration.push_back(tapped.acceleration[i]);
    }
    const auto swing = prove::swing_of(whole);
    if (!swing) FAIL(swing.problem().sentence());
    CHECK(swing->frequency == relative(120, 2e-3));
}

TEST_CASE("What does not swing is told from what does", "[prove][tap][bad]") {
    Recording still, shaken, creeping;
    for (int k = 0; k < 500; ++k) {
        const double t = k * 0.01;
        for (auto* r : {&still, &shaken, &creeping}) r->time.push_back(t);
        still.acceleration.push_back(rig::Vector(0, 0, 9.81));
        const double noise = std::fmod(std::abs(std::sin(12.9898 * k) * 43758.5453), 1.0) - 0.5;
        shaken.acceleration.push_back(rig::Vector(0, 0, noise));
        creeping.acceleration.push_back(rig::Vector(0, 0, std::exp(-3 * t)));
    }
    CHECK((prove::swing_of(still).problem().id == "recording.no_swing"));
    CHECK((prove::swing_of(shaken).problem().id == "recording.no_swing"));
    CHECK((prove::swing_of(creeping).problem().id == "recording.no_swing"));
    CHECK((prove::swing_of(Recording{}).problem().id == "recording.no_swing"));
}

TEST_CASE("Recordings are read as phones write them", "[prove][tap]") {
    const auto r = swinging(4.2, 0.02, 100, 8, 0);
    const std::string plain = table("time,x,y,z\n", lines_of(r, [](double t, const rig::Vector& a) {
                                        return fmt::format("{:.3f},{:.6f},{:.6f},{:.6f}\n", t, a.x(), a.y(), a.z());
                                    }));
    const std::string named = table(
        "\"Time (s)\",\"Linear Acceleration x (m/s^2)\",\"Linear Acceleration y (m/s^2)\","
        "\"Linear Acceleration z (m/s^2)\",\"Absolute acceleration (m/s^2)\"\n",
        lines_of(r, [](double t, const rig::Vector& a) {
            return fmt::format("{:e},{:e},{:e},{:e},{:e}\n", t, a.x(), a.y(), a.z(), a.norm());
        }));
    const std::string german =
        table("\xEF\xBB\xBFt (ms);gFx;gFy;gFz\r\n", lines_of(r, [](double t, const rig::Vector& a) {
                  auto line = fmt::format("{:.0f};{:.7f};{:.7f};{:.7f}\r\n", 1000 * t, a.x() / 9.80665, a.y() / 9.80665,
                                          a.z() / 9.80665);
                  std::replace(line.begin(), line.end(), '.', ',');
                  return line;
              }));
    const std::string elapsed =
        table("time,seconds_elapsed,z,y,x\n", lines_of(r, [](double t, const rig::Vector& a) {
                  return fmt::format("{:.0f},{:.3f},{:.6f},{:.6f},{:.6f}\n", 1.7e18 + 1e9 * t, t, a.z(), a.y(), a.x());
              }));
    const std::string stamped =
        table("timestamp,ax,ay,az,gyroX,gyroY,gyroZ\n", lines_of(r, [](double t, const rig::Vector& a) {
                  return fmt::format("{:.0f},{:.6f},{:.6f},{:.6f},1,2,3\n", 1.7e12 + 1000 * t, a.x(), a.y(), a.z());
              }));
    const std::string bare = table("", lines_of(r, [](double t, const rig::Vector& a) {
                                       return fmt::format("{:.3f}\t{:.6f}\t{:.6f}\t{:.6f}\n", t, a.x(), a.y(), a.z());
                                   }));
    for (const auto& text : {plain, named, german, elapsed, stamped, bare}) {
        INFO(text.substr(0, 60));
        const auto read = prove::read_recording(text);
        if (!read) FAIL(read.problem().sentence());
        CHECK(read->time.size() == r.time.size());
        const auto swing = prove::swing_of(*read);
        REQUIRE(swing);
        CHECK(swing->frequency == relative(4.2, 1e-3));
        CHECK(read->acceleration[5].z() == relative(r.acceleration[5].z(), 1e-4));
    }
}

TEST_CASE("A recording with a fault says which line", "[prove][tap][bad]") {
    const auto r = swinging(4.2, 0.02, 100, 2, 0);
    auto lines = lines_of(r, [](double t, const rig::Vector& a) { return fmt::format("{:.3f},{:.6f}\n", t, a.z()); });
    const auto problem = [&](const char* head) { return prove::read_recording(table(head, lines)).problem(); };
    CHECK((problem("seconds,height\n").id == "recording.no_columns"));
    CHECK((problem("time,az (ft)\n").id == "recording.unknown_unit"));
    auto whole = lines;
    lines[10] = "0.05,1\n";
    CHECK((problem("time,az\n").id == "recording.backwards"));
    CHECK(problem("time,az\n").where == "line 12");
    lines = whole;
    lines[10] = "0.100,nan\n";
    CHECK((problem("time,az\n").id == "recording.no_number"));
    lines[10] = "0.100\n";
    CHECK((problem("time,az\n").id == "recording.no_number"));
    lines.resize(20);
    CHECK((problem("time,az\n").id == "recording.length"));
}

TEST_CASE("A long recording tells its progress and can be stopped", "[prove][tap]") {
    std::string text = "time,az\n";
    for (int k = 0; k < 20000; ++k) text += fmt::format("{},{}\n", k * 0.01, k % 7);
    study::Job job;
    std::size_t calls = 0;
    job.progress = [&](std::size_t, std::size_t) { ++calls; };
    CHECK(prove::read_recording(text, job));
    CHECK(calls > 2);
    std::atomic<bool> stop{true};
    job.cancelled = &stop;
    CHECK((prove::read_recording(text, job).problem().id == "job.stopped"));
}

TEST_CASE("A tap corrects the modulus of the arm: the model swings as it was seen", "[prove][tap]") {
    const auto rig = with_arm();
    const auto seam = prove::swinging(rig).front();
    const auto before = prove::predicted_swing(rig, seam);
    REQUIRE(before);
    CHECK(before->frequency > 0);
    for (const double share : {0.8, 1.15}) {
        const auto tap = prove::explained(rig, {seam, share * before->frequency, 0.03, "", "2026-11-29", ""});
        if (!tap) FAIL(tap.problem().sentence());
        CHECK(tap->corrects == "modulus");
        // Alone, stiffness goes with the square of the frequency; a root that gives way makes it more.
        CHECK(tap->value / tap->stood >= (share > 1 ? share * share * 0.999 : 0.0));
        const auto after = project::edited(rig, project::AddRecord{*tap});
        REQUIRE(after);
        const auto now = prove::predicted_swing(*after, seam);
        REQUIRE(now);
        CHECK(now->frequency == relative(share * before->frequency, 1e-4));
        CHECK(now->damping == relative(0.03, 1e-6));
        // Two taps of one arm: as sure as two.
        const auto again = project::edited(*after, project::AddRecord{[&] {
            auto second = *tap;
            second.id = "tap-2";
            return second;
        }()});
        REQUIRE(again);
        const auto band = [&](const rig::Rig& r) { return r.learned.inputs.at(seam).at("modulus").band; };
        CHECK(std::log(band(*again).high / band(*again).low) ==
              relative(std::log(band(*after).high / band(*after).low) / std::sqrt(2.0), 1e-6));
        // Taken back, all is as before.
        const auto off = project::edited(*after, project::SetRecordOff{tap->id, true});
        REQUIRE(off);
        CHECK(prove::predicted_swing(*off, seam)->frequency == relative(before->frequency, 1e-9));
    }
}

TEST_CASE("A tap of another wood tells nothing of this one", "[prove][tap]") {
    auto rig = with_arm();
    const auto seam = prove::swinging(rig).front();
    const auto before = prove::predicted_swing(rig, seam);
    const auto tap = prove::explained(rig, {seam, 0.8 * before->frequency, 0, "", "", ""});
    REQUIRE(tap);
    auto other = *tap;
    other.stood *= 1.5;
    const auto after = project::edited(rig, project::AddRecord{other});
    REQUIRE(after);
    CHECK(prove::predicted_swing(*after, seam)->frequency == relative(before->frequency, 1e-9));
}

TEST_CASE("A modulus that no such material has is doubted", "[prove][tap]") {
    rig::Tap tap;
    tap.corrects = "modulus";
    tap.stood = 9e9;
    for (const double share : {0.7, 1.0, 1.6}) {
        tap.value = share * tap.stood;
        CHECK(prove::doubt_of(tap).empty());
    }
    tap.value = 0.2 * tap.stood;
    CHECK(prove::doubt_of(tap).find("root_stiffness") != std::string::npos);
    tap.value = 3 * tap.stood;
    CHECK(prove::doubt_of(tap).find("that stiff") != std::string::npos);
    // A root may be anything.
    tap.corrects = "root_stiffness";
    CHECK(prove::doubt_of(tap).empty());
}

TEST_CASE("A tap can be of a root that gives way instead", "[prove][tap]") {
    const auto rig = with_arm();
    const auto seam = prove::swinging(rig).front();
    const auto before = prove::predicted_swing(rig, seam);
    const auto tap = prove::explained(rig, {seam, 0.7 * before->frequency, 0, "root_stiffness", "", ""});
    REQUIRE(tap);
    const auto after = project::edited(rig, project::AddRecord{*tap});
    REQUIRE(after);
    CHECK(prove::predicted_swing(*after, seam)->frequency == relative(0.7 * before->frequency, 1e-4));
    CHECK((prove::explained(rig, {seam, 3 * before->frequency, 0, "root_stiffness", "", ""}).problem().id ==
           "tap.cannot_be"));
}

TEST_CASE("A tap that cannot be is refused", "[prove][tap][bad]") {
    const auto rig = with_arm();
    const auto seam = prove::swinging(rig).front();
    CHECK((prove::explained(rig, {"nowhere", 4, 0, "", "", ""}).problem().id == "tap.no_seam"));
    CHECK((prove::explained(rig, {seam, 4, 0, "length", "", ""}).problem().id == "tap.corrects_nothing"));
    CHECK((prove::explained(rig, {seam, -4, 0, "", "", ""}).problem().where == "frequency"));
    CHECK((prove::explained(rig, {seam, std::nan(""), 0, "", "", ""}).problem().where == "frequency"));
    CHECK((prove::explained(rig, {seam, 4, 2, "", "", ""}).problem().where == "damping"));
    CHECK((prove::explained(rig, {seam, 5000, 0, "", "", ""}).problem().id == "tap.cannot_be"));
    CHECK((prove::explained(rig, {seam, 4, 0, "", "29.11.", ""}).problem().where == "date"));
    for (const auto& f : rig.interfaces)
        if (f.id != seam) {
            CHECK((prove::explained(rig, {f.id, 4, 0, "", "", ""}).problem().id == "tap.does_not_swing"));
            break;
        }
}
