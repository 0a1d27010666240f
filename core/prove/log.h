#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "rig/rig.h"
#include "study/job.h"

namespace clampet::prove {

/// One line of what happened to a rig: an entry, a test, a measurement, a revision.
struct LogLine {
    std::string date;  ///< "2026-11-29"; empty where nobody said
    std::string what;  ///< "pull", "tap", "hang", "measured", "revision", or the entry's event
    std::string seam;  ///< name of the interface or the part; empty: the rig
    std::string text;
    std::string id;         ///< of the record; empty of a revision
    bool is_entry = false;  ///< written by hand: a table may change it
};
/// All of it, the latest first; what has no date comes last.
std::vector<LogLine> log_of(const rig::Rig& rig);
/// Lines in which every one of the words stands somewhere, in capital or small letters.
std::vector<LogLine> found_in(const std::vector<LogLine>& lines, std::string_view words);

/// A table with a first line of names, separated by semicolons, with a byte order mark and CRLF: as spreadsheets open
/// it.
std::string csv_of(const std::vector<LogLine>& lines);
/// Meaning  Entries of such a table, as a person may have edited it: columns date, what, seam, text, id by their names,
///          in any order, and after them the rig's entries that it does not have: a table of a search loses nothing.
///          Lines without an id are new. Lines of tests must be as the rig has them: a test is changed
///          where it was made.
/// Range    At most 5000 entries; a seam by id or name.
/// Errors   A Problem with the line: no columns, a day that is none, an event or a seam that is not known, a test that
///          was changed, stopped.
Result<std::vector<rig::LogEntry>> entries_from(std::string_view csv, const rig::Rig& rig, const study::Job& job = {});

/// "shoot", "incident" and the like. Errors: a Problem that names them.
Result<rig::Event> event_named(std::string_view text);

}  // namespace clampet::prove
