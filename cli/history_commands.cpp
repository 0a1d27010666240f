#include <fmt/format.h>

#include <chrono>
#include <ctime>

#include "commands.h"
#include "long_work.h"
#include "project/edits.h"
#include "project/file.h"
#include "project/rig_json.h"
#include "prove/log.h"
#include "prove/records.h"
#include "prove/revisions.h"
#include "prove/use_card.h"
#include "quantity/format.h"
#include "report.h"
#include "rig_file.h"
#include "study/compare.h"

namespace clampet::cli {

using nlohmann::ordered_json;

namespace {

int write(const rig::Rig& rig, const std::string& file) {
    if (const auto ok = project::write_file_atomically(file, project::write_rig(rig)); !ok)
        return fail(ok.problem(), unwritable);
    return done;
}

/// An entry as it was typed.
Result<rig::LogEntry> entry_of(const rig::Rig& rig, const LogRequest& request) {
    const auto event = prove::event_named(request.add);
    if (!event) return event.problem().at("add");
    rig::LogEntry entry{prove::fresh_record_id(rig, "log"), request.date, *event, "", request.text};
    if (request.seam.empty()) return entry;
    if (const auto* seam = prove::seam_named(rig, request.seam)) entry.seam = seam->id;
    if (entry.seam.empty())
        return Problem{"log.unknown_seam", "seam", fmt::format("There is no interface “{}” in this rig.", request.seam),
                       "Name one of its interfaces, or leave it out."};
    return entry;
}

/// What is to be written into the log, if something is.
Result<std::optional<project::Edit>> edit_of(const rig::Rig& rig, const LogRequest& request, bool json) {
    if (!request.add.empty() && !request.take.empty())
        return Problem{"log.add_or_take", "add", "Either an entry is added or a table is taken.", "Leave one out."};
    if (!request.take.empty()) {
        const auto text = project::read_file(request.take);
        if (!text) return text.problem();
        const LongWork work("read", json);
        auto entries = prove::entries_from(*text, rig, work.job(1));
        if (!entries) return entries.problem().at(request.take + ", " + entries.problem().where);
        return std::optional<project::Edit>(project::SetLog{std::move(*entries)});
    }
    if (request.add.empty()) {
        if (!request.text.empty() || !request.seam.empty() || !request.date.empty())
            return Problem{"log.nothing_added", "add", "It is not said what is added.",
                           "Give --add and tightened, shoot, incident, attempt or note."};
        return std::optional<project::Edit>();
    }
    auto entry = entry_of(rig, request);
    if (!entry) return entry.problem();
    return std::optional<project::Edit>(project::AddRecord{std::move(*entry)});
}

}  // namespace

int log_command(const LogRequest& request, bool json) {
    auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto edit = edit_of(*rig, request, json);
    if (!edit) return fail(edit.problem(), wrong_usage);
    if (*edit) {
        rig = project::edited(*rig, **edit);
        if (!rig) return fail(rig.problem(), wrong_usage);
        if (const int code = write(*rig, request.file); code != done) return code;
    }
    const auto lines = prove::found_in(prove::log_of(*rig), request.words);
    if (!request.give.empty())
        if (const auto ok = project::write_file_atomically(request.give, prove::csv_of(lines)); !ok)
            return fail(ok.problem(), unwritable);
    if (json) {
        ordered_json all = ordered_json::array();
        for (const auto& l : lines)
            all.push_back({{"date", l.date}, {"what", l.what}, {"seam", l.seam}, {"text", l.text}, {"id", l.id}});
        print({{"log", all}});
        return done;
    }
    if (lines.empty()) fmt::print("{}\n", request.words.empty() ? "Nothing is in the log yet." : "Nothing of that.");
    for (const auto& l : lines)
        fmt::print("{:<11} {:<10} {}{}{}\n", l.date.empty() ? "no date" : l.date, l.what, l.seam,
                   l.seam.empty() ? "" : ": ", l.text);
    return done;
}

namespace {

/// A rig as it was kept, or as it is now.
Result<rig::Rig> revision_named(const rig::Rig& rig, const std::string& name) {
    if (name == "now") return rig;
    for (const auto& v : rig.variants)
        if (v.name == name) return project::read_rig(v.text);
    return Problem{"revision.unknown", "revision", fmt::format("There is no revision “{}”.", name),
                   "Name one that is kept, or now."};
}

int compare_revisions(const rig::Rig& rig, const RevisionsRequest& request, bool json) {
    const auto a = revision_named(rig, request.compare[0]), b = revision_named(rig, request.compare[1]);
    if (!a || !b) return fail(a ? b.problem() : a.problem(), wrong_usage);
    const LongWork work("checked", json);
    const auto compared = study::compare(*a, *b, work.job(0));
    if (!compared) return fail(compared.problem(), wrong_usage);
    if (json) {
        ordered_json seams = ordered_json::array(), differences = ordered_json::array();
        for (const auto& s : compared->seams)
            seams.push_back({{"id", s.id},
                             {"a", s.in_a ? number(s.a) : ordered_json()},
                             {"b", s.in_b ? number(s.b) : ordered_json()}});
        for (const auto& d : compared->differences) differences.push_back({{"what", d.what}, {"a", d.a}, {"b", d.b}});
        print({{"seams", seams}, {"differences", differences}});
        return done;
    }
    for (const auto& s : compared->seams)
        fmt::print("{:<34} {:>8} {:>8}\n", s.name, s.in_a ? quantity::format_factor(s.a) : "-",
                   s.in_b ? quantity::format_factor(s.b) : "-");
    for (const auto& d : compared->differences)
        fmt::print("{}: {} -> {}\n", d.what, d.a.empty() ? "-" : d.a, d.b.empty() ? "-" : d.b);
    return done;
}

}  // namespace

int revisions_command(const RevisionsRequest& request, bool json) {
    auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    if (!request.compare.empty()) return compare_revisions(*rig, request, json);
    if (const auto ok = prove::check_date(request.date); !ok) return fail(ok.problem(), wrong_usage);
    std::optional<project::Edit> edit;
    if (!request.keep.empty()) edit = project::KeepVariant{request.keep, request.date, request.why};
    if (!request.judge.empty()) {
        const auto found = std::find_if(rig->variants.begin(), rig->variants.end(),
                                        [&](const auto& v) { return v.name == request.judge; });
        if (found == rig->variants.end())
            return fail({"revision.none_to_judge", "judge", fmt::format("There is no revision “{}”.", request.judge),
                         "Name one that is kept."},
                        wrong_usage);
        edit = project::JudgeVariant{static_cast<std::size_t>(found - rig->variants.begin()),
                                     request.why.empty() ? found->why : request.why, request.learned, request.failed};
    }
    if (edit) {
        rig = project::edited(*rig, *edit);
        if (!rig) return fail(rig.problem(), wrong_usage);
        if (const int code = write(*rig, request.file); code != done) return code;
    }
    const auto all = prove::revisions_of(*rig);
    if (json) {
        ordered_json list = ordered_json::array();
        for (const auto& r : all)
            list.push_back({{"name", r.name},
                            {"from", r.from ? ordered_json(all[*r.from].name) : ordered_json()},
                            {"date", r.date},
                            {"why", r.why},
                            {"learned", r.learned},
                            {"failed", r.has_failed}});
        print({{"revisions", list}});
        return done;
    }
    for (const auto& r : all) {
        fmt::print("{}{} {}{}\n", std::string(2 * r.lane, ' '),
                   r.has_failed ? "x"
                   : r.variant  ? "o"
                                : "*",
                   r.name, r.from ? " from " + all[*r.from].name : "");
        for (const auto& [title, text] : {std::pair{"why", &r.why}, std::pair{"learned", &r.learned}})
            if (!text->empty()) fmt::print("{}    {}: {}\n", std::string(2 * r.lane, ' '), title, *text);
    }
    return done;
}

namespace {

Result<make::Day> day_of(const std::string& date) {
    if (date.empty()) {
        const std::time_t seconds = std::time(nullptr);
        std::tm local{};
        localtime_r(&seconds, &local);
        return make::Day(std::chrono::year_month_day{std::chrono::year(local.tm_year + 1900),
                                                     std::chrono::month(static_cast<unsigned>(local.tm_mon + 1)),
                                                     std::chrono::day(static_cast<unsigned>(local.tm_mday))});
    }
    if (const auto ok = prove::check_date(date); !ok) return ok.problem();
    return std::chrono::floor<std::chrono::days>(*make::wall_time_of(date));
}

ordered_json json_of(const prove::UseCard& card) {
    return {{"rig", card.rig},
            {"date", card.date},
            {"next_check", card.next_check},
            {"verdict", card.verdict},
            {"tighten", card.tighten},
            {"look_at", card.look_at},
            {"limits", card.limits},
            {"catches", card.catches},
            {"again", card.again},
            {"code", prove::code_text(card)}};
}

}  // namespace

int card_command(const CardRequest& request, bool json) {
    const auto rig = load_rig(request.file);
    if (!rig) return fail(rig.problem(), unreadable);
    const auto day = day_of(request.date);
    if (!day) return fail(day.problem(), wrong_usage);
    const auto card = [&] {
        const LongWork work("checked", json);
        return prove::use_card_of(*rig, *day, work.job(0));
    }();
    if (!card) return fail(card.problem(), wrong_usage);
    std::vector<std::string> written;
    if (!request.out.empty()) {
        const auto files = prove::files_of(*card, request.out);
        if (!files) return fail(files.problem(), wrong_usage);
        for (const auto& [name, bytes] : *files) {
            if (const auto ok = project::write_file_atomically(name, bytes); !ok) return fail(ok.problem(), unwritable);
            written.push_back(name);
        }
    }
    if (json) {
        auto answer = json_of(*card);
        answer["written"] = written;
        print(answer);
        return done;
    }
    for (const auto& name : written) fmt::print("{}\n", name);
    if (!written.empty()) return done;
    fmt::print("{}\n{}. Next check: {}.\n", card->rig, card->verdict, card->next_check);
    const auto list = [](const char* title, const std::vector<std::string>& lines) {
        if (!lines.empty()) fmt::print("\n{}\n", title);
        for (const auto& line : lines) fmt::print("  {}\n", line);
    };
    list("How tight", card->tighten);
    list("Before each use", card->look_at);
    list("Limits", card->limits);
    list("Second catch", card->catches);
    list("Tighten again", card->again);
    return done;
}

}  // namespace clampet::cli
