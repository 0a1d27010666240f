#include "prove/log.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <array>
#include <set>

#include "prove/columns.h"
#include "prove/hang.h"
#include "prove/pull.h"
#include "prove/records.h"
#include "quantity/format.h"
#include "study/stopped.h"

namespace clampet::prove {
namespace {

using quantity::Dimension;
constexpr std::array<std::string_view, 5> tests{"pull", "tap", "hang", "measured", "revision"};
constexpr const char* byte_order_mark = "\xEF\xBB\xBF";

std::string name_of_seam(const rig::Rig& rig, const std::string& id) {
    if (const auto* seam = rig.interface(id)) return seam->name;
    return id;
}

std::string with_note(std::string text, const std::string& note, bool is_off) {
    if (!note.empty()) text += ". " + note;
    if (is_off) text += ". Taken back";
    return text;
}

std::string words_of(const rig::Hang& hang) {
    if (hang.of == rig::HangOf::mark) {
        const auto crept = crept_by(hang);
        return fmt::format("crept {}, {}", quantity::format(crept.now, Dimension::length),
                           crept.settles ? "and settles" : "and goes on");
    }
    const auto kept = kept_by(hang);
    return kept ? fmt::format("keeps {:.0f} % after a day", 100 * kept->after_a_day.typical) : "grows, which cannot be";
}

std::string amount(const rig::Measured& m, double value) {
    return quantity::format(value, m.of == mass_key ? Dimension::mass : Dimension::length);
}

/// A cell with quotes where it must have them.
std::string cell(const std::string& text) {
    if (text.find_first_of(";\"\n\r,") == std::string::npos) return text;
    std::string quoted = "\"";
    for (const char c : text) {
        if (c == '"') quoted += '"';
        quoted += c;
    }
    return quoted + "\"";
}

bool has(const std::string& text, const std::string& word) {
    return quantity::lower(text).find(word) != std::string::npos;
}

struct Places {
    std::optional<std::size_t> date, what, seam, text, id;
};

Result<Places> places_of(const quantity::Spreadsheet& table) {
    Places places;
    if (const auto columns = columns_of(table))
        for (std::size_t i = 0; i < columns->size(); ++i) {
            const auto& name = (*columns)[i].name;
            for (const auto& [key, place] :
                 {std::pair{"date", &places.date}, std::pair{"what", &places.what}, std::pair{"seam", &places.seam},
                  std::pair{"text", &places.text}, std::pair{"id", &places.id}})
                if (name == key) *place = i;
        }
    if (!places.what || !places.text)
        return Problem{"log.no_columns", "line 1", "The first line names no column “what”, or none “text”.",
                       "Begin with: date;what;seam;text;id"};
    return places;
}

}  // namespace

Result<rig::Event> event_named(std::string_view text) {
    const auto names = parts::names<rig::Event>();
    const auto found = std::find(names.begin(), names.end(), text);
    if (found == names.end())
        return Problem{"log.unknown_event", "what",
                       fmt::format("“{}” is nothing that the log knows.", text.substr(0, 60)),
                       fmt::format("Use one of: {}.", fmt::join(names, ", "))};
    return static_cast<rig::Event>(found - names.begin());
}

std::vector<LogLine> log_of(const rig::Rig& rig) {
    std::vector<LogLine> all;
    for (const auto& e : rig.log)
        all.push_back({e.date, std::string(parts::name_of(e.event)), name_of_seam(rig, e.seam), e.text, e.id, true});
    for (const auto& p : rig.pulls)
        all.push_back({p.date, "pull", name_of_seam(rig, p.seam),
                       with_note(fmt::format("{} at {} {}, {} of what is typical", name_of(p.outcome),
                                             quantity::format(p.force, Dimension::force), name_of_way(p.way),
                                             quantity::format_factor(p.ratio)),
                                 p.note, p.is_off),
                       p.id});
    for (const auto& t : rig.taps)
        all.push_back({t.date, "tap", name_of_seam(rig, t.seam),
                       with_note(fmt::format("swings at {}{}", quantity::format(t.frequency, Dimension::frequency),
                                             t.damping > 0 ? fmt::format(", damped by {:.1f} %", 100 * t.damping) : ""),
                                 t.note, t.is_off),
                       t.id});
    for (const auto& h : rig.hangs)
        all.push_back({h.date, "hang", name_of_seam(rig, h.seam), with_note(words_of(h), h.note, h.is_off), h.id});
    for (const auto& m : rig.measured) {
        const auto* part = rig.part(m.part);
        all.push_back({m.date, "measured", part ? part->name : m.part,
                       with_note(fmt::format("{} {}, intended {}", m.of, amount(m, m.value), amount(m, m.intended)),
                                 m.said, false),
                       m.id});
    }
    for (const auto& v : rig.variants) {
        std::string text = v.name;
        if (!v.from.empty()) text += " from " + v.from;
        if (!v.why.empty()) text += ": " + v.why;
        if (v.has_failed) text += ". Given up";
        if (!v.learned.empty()) text += ". Learned: " + v.learned;
        all.push_back({v.date, "revision", "", std::move(text), ""});
    }
    std::stable_sort(all.begin(), all.end(), [](const LogLine& a, const LogLine& b) { return a.date > b.date; });
    return all;
}

std::vector<LogLine> found_in(const std::vector<LogLine>& lines, std::string_view words) {
    std::vector<std::string> wanted;
    std::string word;
    for (const char c : quantity::lower(std::string(words)) + " ") {
        if (c != ' ') {
            word += c;
            continue;
        }
        if (!word.empty()) wanted.push_back(std::move(word));
        word.clear();
    }
    std::vector<LogLine> found;
    for (const auto& line : lines)
        if (std::all_of(wanted.begin(), wanted.end(), [&](const std::string& w) {
                return has(line.date, w) || has(line.what, w) || has(line.seam, w) || has(line.text, w) ||
                       has(line.id, w);
            }))
            found.push_back(line);
    return found;
}

std::string csv_of(const std::vector<LogLine>& lines) {
    std::string csv = std::string(byte_order_mark) + "date;what;seam;text;id\r\n";
    for (const auto& line : lines)
        csv += fmt::format("{};{};{};{};{}\r\n", cell(line.date), cell(line.what), cell(line.seam), cell(line.text),
                           cell(line.id));
    return csv;
}

Result<std::vector<rig::LogEntry>> entries_from(std::string_view csv, const rig::Rig& rig, const study::Job& job) {
    const auto table = quantity::read_spreadsheet(csv);
    if (!table) return table.problem();
    if (table->rows.empty())
        return Problem{"log.empty", "", "There is nothing in this table.", "Begin with: date;what;seam;text;id"};
    const auto places = places_of(*table);
    if (!places) return places.problem();
    const auto now = log_of(rig);
    std::vector<rig::LogEntry> entries;
    std::set<std::string> taken;
    for (const auto& line : now) taken.insert(line.id);
    std::size_t fresh = 0;
    for (std::size_t i = 1; i < table->rows.size(); ++i) {
        if (i % 1024 == 0 && job.is_cancelled()) return study::was_stopped();
        if (i % 1024 == 0 && job.progress) job.progress(i, table->rows.size());
        const auto& row = table->rows[i];
        const auto where = fmt::format("line {}", row.line);
        const auto said = [&](const std::optional<std::size_t>& place) {
            return place && *place < row.cells.size() ? quantity::trimmed(row.cells[*place]) : std::string();
        };
        const auto what = quantity::lower(said(places->what));
        if (std::find(tests.begin(), tests.end(), what) != tests.end()) {
            const bool is_there = std::any_of(now.begin(), now.end(), [&](const LogLine& line) {
                return !line.is_entry && line.what == what && line.id == said(places->id) &&
                       line.text == said(places->text);
            });
            if (!is_there)
                return Problem{"log.changed_test", where,
                               "This line is of a test or a revision, and is not as the rig has it.",
                               "Leave such lines as they are; change a test where it was made."};
            continue;
        }
        const auto event = event_named(what);
        if (!event) return event.problem().at(where);
        rig::LogEntry entry{said(places->id), said(places->date), *event, "", said(places->text)};
        if (const auto name = said(places->seam); !name.empty()) {
            const auto* seam = seam_named(rig, name);
            if (seam) entry.seam = seam->id;
            if (!seam)
                return Problem{"log.no_seam", where,
                               fmt::format("There is no interface “{}” in this rig.", name.substr(0, 60)),
                               "Name one of its interfaces, or leave it empty."};
        }
        if (entry.id.empty()) {
            do entry.id = fmt::format("log-{}", ++fresh);
            while (taken.contains(entry.id));
        }
        taken.insert(entry.id);
        if (const auto ok = check(entry); !ok) return ok.problem().at(where);
        if (entries.size() >= most_entries)
            return Problem{"log.too_many", where, "There are more entries than a rig keeps.",
                           fmt::format("Give at most {}.", most_entries)};
        entries.push_back(std::move(entry));
    }
    for (const auto& own : rig.log)
        if (std::none_of(entries.begin(), entries.end(), [&](const auto& e) { return e.id == own.id; }))
            entries.push_back(own);
    return entries;
}

}  // namespace clampet::prove
