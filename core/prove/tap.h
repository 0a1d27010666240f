#pragma once
#include <string>
#include <vector>

#include "rig/rig.h"
#include "study/job.h"

namespace clampet::prove {

/// What an accelerometer wrote while the rig swung.
struct Recording {
    std::vector<double> time;  ///< [s], never backwards
    std::vector<rig::Vector> acceleration;
};
/// Meaning  A table of time and three accelerations, as apps of phones write it: the first line names them (“time”,
///          “Time (s)”, “seconds_elapsed”; “x”, “ax”, “gFx”, “Linear Acceleration x (m/s^2)”,
///          “accelerometerAccelerationX (G)”), or it has no such line and its first four columns are they. One axis is
///          enough. Other columns are passed over.
/// Range    64 to 2 000 000 rows; time in s, ms, us or ns from any start; accelerations in m/s² or g.
/// Errors   A Problem with the line: no number, time running backwards, no column, too few rows, stopped.
Result<Recording> read_recording(std::string_view text, const study::Job& job = {});

/// How it swung until it was still.
struct Swing {
    double frequency = 0;                    ///< undamped [Hz]
    double damping = 0;                      ///< share of critical
    double explained = 0;                    ///< share of what moved that this swing is, 0 to 1
    double from = 0, to = 0;                 ///< the time of the recording that was looked at [s]
    rig::Vector along{0, 0, 0};              ///< the way it swung most, in the recorder's axes
    std::vector<double> time, seen, fitted;  ///< along that way [s, m/s^2]
};
/// Meaning  Along the axis that moves most, from its largest swing on, the exponentially decaying cosine that fits best
///          by least squares: A e^(−ζωt) cos(ωd t + φ) + c, begun at the strongest line of its spectrum.
/// Range    0.2 to half of the sampling rate; damping to 0.9.
/// Errors   A Problem: it does not move, swings less than twice, or nothing swings there alone.
/// Source   Log decrement and damped free vibration: Rao, Mechanical Vibrations, 2.6 (from memory).
Result<Swing> swing_of(const Recording& recording);

/// What the model says of an interface whose arm swings.
struct Predicted {
    double frequency = 0;                 ///< [Hz]
    double damping = 0;                   ///< share of critical
    std::vector<std::string> corrigible;  ///< inputs that would make the difference: "modulus", "root_stiffness"
};
/// Errors  A Problem: no such interface, or nothing in it swings.
Result<Predicted> predicted_swing(const rig::Rig& rig, const std::string& seam);
/// Interfaces in which something swings, by id.
std::vector<std::string> swinging(const rig::Rig& rig);

/// A tap as a person tells it.
struct TapAsked {
    std::string seam;      ///< id or name
    double frequency = 0;  ///< [Hz]
    double damping = 0;    ///< share of critical; 0: not seen
    std::string corrects;  ///< empty: its modulus
    std::string date, note;
};
/// What that input must be so that the model swings as it was seen; how it stands now beside it. One
///          tap is known to 5 % of it: our judgement, as what hangs there and how it is held are not known better.
/// Errors  A Problem: nothing swings there, or no value of that input makes it swing like that.
Result<rig::Tap> explained(const rig::Rig& rig, const TapAsked& asked);
/// A sentence where a tap wants a modulus that such a material hardly has, under half or over twice (wood differs by a
/// third from board to board, common practice); empty where it is likely.
std::string doubt_of(const rig::Tap& tap);

}  // namespace clampet::prove
