#pragma once
#include <array>

#include "rig/rig.h"

namespace clampet::prove {

/// The most that a rig keeps of each kind.
inline constexpr std::size_t most_records = 500, most_entries = 5000, most_readings = 1000;
/// What a measurement may be of, beside the sizes of a part's kind.
inline constexpr const char *mass_key = "mass", *diagonals = "diagonals";
/// Where it balances, in the part's own frame [m]: along x, y and z.
inline constexpr std::array<const char*, 3> balance_keys{"balance_x", "balance_y", "balance_z"};
/// Which of them a key is, if one.
std::optional<int> balance_axis(std::string_view key);

/// Whether a record can be kept, as it may come from a file: numbers that can be, dates that are some, times that do
/// not run backwards.
/// Errors  A Problem whose `where` is the key.
Status check(const rig::Tap& tap);
Status check(const rig::Hang& hang);
Status check(const rig::Measured& measured);
Status check(const rig::LogEntry& entry);

/// By its id, else by its name; null where there is none.
const rig::Interface* seam_named(const rig::Rig& rig, const std::string& name);
const rig::Part* part_named(const rig::Rig& rig, const std::string& name);
/// "tap-3": an id that no record of the rig has.
std::string fresh_record_id(const rig::Rig& rig, const std::string& stem);
/// Whether it is a day as "2026-11-29", or nothing is said.
Status check_date(const std::string& date);

}  // namespace clampet::prove
