#pragma once
#include <deque>
#include <optional>
#include <string>
#include <string_view>
#include <vector>

#include "prove/trace.h"

namespace clampet::prove {

/// What a line from a scale says.
struct ScaleLine {
    enum class Kind { reading, overflow, words, garbage };
    Kind kind = Kind::garbage;
    double force = 0;            ///< of a reading [N]
    std::optional<double> time;  ///< by its own clock [s]
    std::string text;            ///< as it came, without what cannot be printed
};
/// Meaning  The first number of the line and the unit behind it: “12.34 kg”, “ST,GS,+ 12.34kg”, “-0.02 N”; without a
///          unit that which is said. “OL”, “OVER” or a row of dashes is over its range; lines that begin with “#” or
///          have no number are words of the scale.
///          A line that begins with “@1234 ” says the milliseconds of the scale's own clock.
/// Range    At most 1e6 N; NaN, infinity and unknown units are garbage. See docs/scale-protocol.md.
ScaleLine read_line(std::string_view line, double unit);

/// Puts together what comes over a line in pieces, and remembers what it showed.
class ScaleReader {
 public:
    /// `unit`: newtons of one where a line does not say it, as unit_of_force() has it.
    explicit ScaleReader(double unit = 1) : unit_(unit) {}
    /// `now`: when these bytes came [s], never backwards.
    /// Returns  the whole lines that are new.
    std::vector<ScaleLine> take(std::string_view bytes, double now);
    /// What it shows is zero from now on: taken off all that follows and all that was recorded.
    void tare();
    /// Forgets the trace; goes on reading.
    void start_over() { trace_ = {}; }
    const Trace& trace() const { return trace_; }
    std::optional<double> shown() const { return shown_; }  ///< the last force, zero taken off [N]
    /// How long nothing came that is a reading [s].
    double silent_for(double now) const { return heard_ ? now - *heard_ : 0; }
    std::size_t garbage() const { return garbage_; }

 private:
    void take_line(std::string_view line, double now, std::vector<ScaleLine>& lines);

    double unit_, zero_ = 0;
    std::string begun_;         ///< a line that has not ended
    bool is_too_long_ = false;  ///< it is passed over until it ends
    std::optional<double> shown_, heard_;
    std::optional<double> clock_;  ///< the scale's own, at its last line [s]
    std::size_t garbage_ = 0;
    Trace trace_;
};
/// What is kept of a trace on a line that goes on for ever: the oldest fall out.
inline constexpr std::size_t most_live_readings = 200'000;

/// The trace as a table that read_trace() takes.
std::string csv_of(const Trace& trace);

}  // namespace clampet::prove
