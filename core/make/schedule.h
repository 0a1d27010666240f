#pragma once
#include <array>
#include <chrono>
#include <map>
#include <optional>
#include <string>
#include <vector>

#include "make/plan.h"

namespace clampet::make {

/// A time on the wall's clock.
using WallTime = std::chrono::local_time<std::chrono::minutes>;
using Day = std::chrono::local_days;

/// When somebody works.
struct Hours {
    std::chrono::minutes from{19 * 60}, to{22 * 60};  ///< of a day
    /// Sunday first. Evenings and the weekend are common practice of people who build for themselves.
    std::array<bool, 7> works{true, true, true, true, true, true, true};
    std::vector<Day> off = {};  ///< days off
};
/// Range  from before to, within a day; one day of the week at least. Errors: a Problem.
Status check(const Hours& hours);

/// Of a text: "19:00-22:00"; "mon,wed,sat"; "2026-12-24,2026-12-25". Empty ones leave them as they are.
/// Errors  A Problem that says which and how it is written.
Result<Hours> hours_of(std::string_view times, std::string_view days, std::string_view off);

/// What is done, by the steps' keys, and when it was.
using Ticks = std::map<std::string, WallTime, std::less<>>;

/// A step with its dates.
struct Dated {
    std::size_t step = 0;
    WallTime start{}, end{};  ///< hands-on
    WallTime ready{};         ///< dried, set, printed
    bool is_done = false;     ///< ticked
    bool is_critical = false;
    std::vector<std::size_t> meanwhile = {};  ///< steps that are worked on while it waits
};
struct Schedule {
    std::vector<Dated> steps;  ///< in the order in which they are begun
    WallTime ready{};          ///< when the last is
};

/// Meaning  One pair of hands, from `start` on, in working hours; what dries does so around the clock. Of the steps
/// that
///          can be begun, the one with the longest path to the end comes first. What is ticked has its time; what was
///          ticked late moves what comes after it. Work that does not fit into what is left of a day goes on the
///          next; of an hour or less it is begun there.
/// Errors   A Problem: hours out of range, a step that waits for itself, more than ten years.
Result<Schedule> schedule_of(const Plan& plan, WallTime start, const Hours& hours = {}, const Ticks& ticks = {});

/// "2026-11-30 19:00". Errors of the second: a Problem that says how it is written; the time may be left out.
std::string text_of(WallTime time);
Result<WallTime> wall_time_of(std::string_view text);

/// What a rig says of its making, read.
struct Planning {
    Work work;
    Hours hours;
    WallTime start{};
    Ticks ticks;
};
/// `now`: where it does not say when work begins. Errors: a Problem at what is said wrongly.
Result<Planning> planning_of(const rig::Making& making, WallTime now);

/// As a list: from, to, ready, step, what goes on meanwhile.
Table schedule_list(const Plan& plan, const Schedule& schedule);

}  // namespace clampet::make
