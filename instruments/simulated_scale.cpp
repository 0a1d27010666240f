#include "instruments/simulated_scale.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <poll.h>
#include <stdlib.h>
#include <termios.h>
#include <unistd.h>

#include <algorithm>
#include <chrono>
#include <cmath>

#include "quantity/dimension.h"

namespace clampet::instruments {
namespace {

constexpr double g = quantity::standard_gravity;  // [m/s^2]
constexpr double slack = 0.3;                     // what is left on the hook after it let go, share of the most
constexpr double released = 0.4;                  // until nothing is on the hook any more [s]
constexpr double after = 1.5;                     // that it goes on showing nothing [s]

double newtons_of(const std::string& unit) {
    return unit == "kg" ? g : unit == "g" ? g / 1000 : unit == "lb" ? quantity::pound * g : 1;
}

}  // namespace

double force_at(const PullScript& s, double time) {
    const double pulled = time - s.rests;
    if (pulled <= 0) return 0;
    const double there = s.lets_go_at / s.rate;
    if (pulled < there) return s.rate * pulled;
    const double beyond = pulled - there;
    if (s.end == PullScript::End::drop) return beyond < released ? s.lets_go_at * slack * (1 - beyond / released) : 0;
    if (beyond < s.goes_on) return s.lets_go_at * (s.end == PullScript::End::slide ? 0.97 : 1);
    return std::max(0.0, s.lets_go_at * (1 - (beyond - s.goes_on) / released));
}

double length_of(const PullScript& s) {
    return s.rests + s.lets_go_at / s.rate + (s.end == PullScript::End::drop ? 0 : s.goes_on) + released + after;
}

Status SimulatedScale::open(const PullScript& script) {
    unplug();
    script_ = script;
    line_ = posix_openpt(O_RDWR | O_NOCTTY | O_NONBLOCK);
    char name[128] = {};
    if (line_ < 0 || grantpt(line_) != 0 || unlockpt(line_) != 0 || ptsname_r(line_, name, sizeof name) != 0)
        return Problem{"scale.no_terminal", "", "No pseudo-terminal could be opened.",
                       "Close other terminals and try again."};
    port_ = name;
    // Kept open here too: without it the line would count as broken until somebody connects.
    other_ = ::open(name, O_RDWR | O_NOCTTY | O_NONBLOCK);
    termios settings{};
    if (other_ >= 0 && tcgetattr(other_, &settings) == 0) {
        cfmakeraw(&settings);
        tcsetattr(other_, TCSANOW, &settings);
    }
    is_stopped_ = is_over_ = false;
    zero_ = 0;
    begun_ = 0;
    thread_ = std::thread([this] { run(); });
    return Done{};
}

void SimulatedScale::pull() {
    begun_ = -1;  // as soon as it shows its next reading
}

void SimulatedScale::unplug() {
    is_stopped_ = true;
    if (thread_.joinable()) thread_.join();
    const std::lock_guard lock(writing_);
    if (other_ >= 0) ::close(other_);
    if (line_ >= 0) ::close(line_);
    line_ = other_ = -1;
}

void SimulatedScale::disturb(const std::string& bytes) {
    send(bytes);
}

void SimulatedScale::send(const std::string& line) {
    const std::lock_guard lock(writing_);
    // A full line: nobody reads. What does not go is lost, as with a real one.
    if (line_ >= 0 && ::write(line_, line.data(), line.size()) < 0) return;
}

void SimulatedScale::listen() {
    char bytes[64];
    for (ssize_t count; (count = ::read(line_, bytes, sizeof bytes)) > 0;)
        heard_.append(bytes, static_cast<std::size_t>(count));
    for (std::size_t end; (end = heard_.find('\n')) != std::string::npos; heard_.erase(0, end + 1)) {
        const auto command = heard_.substr(0, end);
        if (command.starts_with("?")) send("# simulated scale\n");
        if (command.starts_with("TARE")) zero_ = std::nan("");
    }
}

void SimulatedScale::run() {
    using Clock = std::chrono::steady_clock;
    const auto start = Clock::now();
    std::mt19937_64 random(script_.seed);
    std::normal_distribution<double> noise(0, script_.noise);
    const double unit = newtons_of(script_.unit), step = 1 / script_.readings;
    for (std::size_t i = 0; !is_stopped_; ++i) {
        const double now = step * static_cast<double>(i);
        if (begun_ < 0) begun_ = now;
        listen();
        const double since = now - begun_;
        is_over_ = since > length_of(script_);
        const double seen = force_at(script_, since) + script_.offset + script_.drift * now + noise(random);
        if (std::isnan(zero_)) zero_ = seen;
        send(fmt::format("@{:.0f} {:.3f} {}\n", now * 1000, (seen - zero_) / unit, script_.unit));
        const auto due =
            start + std::chrono::duration_cast<Clock::duration>(std::chrono::duration<double>(now / script_.speed));
        while (!is_stopped_ && Clock::now() < due)
            std::this_thread::sleep_for(std::min<Clock::duration>(due - Clock::now(), std::chrono::milliseconds(20)));
    }
}

}  // namespace clampet::instruments
