#pragma once
#include <atomic>
#include <mutex>
#include <random>
#include <string>
#include <thread>

#include "quantity/result.h"

namespace clampet::instruments {

/// How a pull with the simulated scale goes.
struct PullScript {
    enum class End { drop, slide, holds };
    double rests = 1;        ///< nothing on the hook at first [s]
    double rate = 12;        ///< how fast it is pulled harder [N/s]
    double lets_go_at = 42;  ///< [N]
    End end = End::drop;
    double goes_on = 2.5;     ///< it slides, or is held, so long; then it is let loose [s]
    double offset = 0.6;      ///< what the empty hook shows [N]
    double drift = 0.01;      ///< of its zero [N/s]
    double noise = 0.12;      ///< standard deviation of a reading [N]
    double readings = 40;     ///< a second
    double speed = 1;         ///< of its clock over ours: a test does not wait
    std::string unit = "kg";  ///< that it shows: N, kg, g or lb
    unsigned seed = 1;
};
/// The force on the hook so long after the start, without noise and drift [N].
double force_at(const PullScript& script, double time);
/// How long a pull takes [s].
double length_of(const PullScript& script);

/// A scale that is not there: it sends what one would over a pseudo-terminal, as docs/scale-protocol.md has it, and
/// takes the commands `TARE` and `?`. A pull begins when open() is called, and again when pull() is.
class SimulatedScale {
 public:
    SimulatedScale() = default;
    SimulatedScale(const SimulatedScale&) = delete;
    SimulatedScale& operator=(const SimulatedScale&) = delete;
    ~SimulatedScale() { unplug(); }
    /// Errors  A Problem: there are no pseudo-terminals left.
    Status open(const PullScript& script);
    /// What to connect to: "/dev/pts/7".
    const std::string& port() const { return port_; }
    /// Pulls once more.
    void pull();
    /// As if the plug were drawn: the line breaks. Nothing if it is not open.
    void unplug();
    /// Puts these bytes on the line as they are: garbage, half a line.
    void disturb(const std::string& bytes);
    bool is_over() const { return is_over_; }

 private:
    void run();
    void send(const std::string& line);
    void listen();

    PullScript script_;
    int line_ = -1, other_ = -1;
    std::string port_, heard_;
    std::thread thread_;
    std::mutex writing_;
    std::atomic<bool> is_stopped_{false}, is_over_{false};
    std::atomic<double> begun_{0};  ///< the pull, by its own clock [s]
    double zero_ = 0;
};

}  // namespace clampet::instruments
