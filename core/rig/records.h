#pragma once
#include <string>
#include <vector>

#include "parts/body.h"

namespace clampet::rig {

/// The rig was tapped, and what it did was recorded until it was still.
struct Tap {
    std::string id, seam;  ///< its own, and the interface's whose arm swung
    std::string date;      ///< "2026-11-29"; empty where nobody said
    double frequency = 0;  ///< [Hz]
    double damping = 0;    ///< share of critical; 0: not seen
    std::string corrects;  ///< the input of that interface that makes the difference: "modulus", "root_stiffness"
    double value = 0;      ///< what that input must be so that it swings like this [SI]
    double stood = 0;      ///< what it was then: a tap of another wood tells nothing of this one [SI]
    double spread = 0.05;  ///< of `value`, in ln
    bool is_off = false;   ///< taken back: kept, and counts no more
    std::string note;
    bool operator==(const Tap&) const = default;
};

/// What was read while it hung.
enum class HangOf {
    mark,  ///< how far a mark has moved [m]
    force  ///< what it takes to move it, or to turn its knob on, as a share of the first
};
/// The rig was left loaded, and looked at from time to time.
struct Hang {
    struct Reading {
        double time = 0;   ///< since it was loaded or tightened [s]
        double value = 0;  ///< as `of` says
        bool operator==(const Reading&) const = default;
    };
    std::string id, seam, date;
    HangOf of = HangOf::mark;
    std::vector<Reading> readings;  ///< by time
    double stood = 0;               ///< what was taken as kept after a day then; 0 where its seam loses nothing
    bool is_off = false;
    std::string note;
    bool operator==(const Hang&) const = default;
};

/// A size or a weight of a part, as it came out.
struct Measured {
    std::string id, part, date;
    std::string of;         ///< "mass", or a key of its kind's sizes
    double intended = 0;    ///< what it was to be [SI]
    double value = 0;       ///< what it is [SI]
    std::string said = {};  ///< what was made of it: "accepted", "shim 0.4 mm"
    bool operator==(const Measured&) const = default;
};

enum class Event { tightened, shoot, incident, attempt, note };
/// What happened, that no test says.
struct LogEntry {
    std::string id, date;
    Event event = Event::note;
    std::string seam;  ///< interface; empty: the rig
    std::string text;
    bool operator==(const LogEntry&) const = default;
};

}  // namespace clampet::rig

namespace clampet::parts {
template <>
std::span<const std::string_view> names<rig::HangOf>();
template <>
std::span<const std::string_view> names<rig::Event>();
}  // namespace clampet::parts
