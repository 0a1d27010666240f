#include "make/schedule.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <charconv>
#include <cmath>

namespace clampet::make {
namespace {

using std::chrono::days;
using std::chrono::floor;
using std::chrono::minutes;

constexpr int most_days = 3650;

bool works_on(const Hours& hours, Day day) {
    return hours.works[std::chrono::weekday(day).c_encoding()] &&
           std::find(hours.off.begin(), hours.off.end(), day) == hours.off.end();
}

/// The first working minute from then on; nothing within ten years.
std::optional<WallTime> next_working(WallTime at, const Hours& hours) {
    for (int i = 0; i < most_days; ++i) {
        const Day day = floor<days>(at);
        if (works_on(hours, day) && at < day + hours.to) return std::max(at, WallTime(day + hours.from));
        at = day + days(1);
    }
    return std::nullopt;
}

/// When work is begun: what is short is not begun where it would be left for the next day.
std::optional<WallTime> begun(WallTime at, minutes work, const Hours& hours) {
    constexpr minutes in_one_go{60};
    const auto from = next_working(at, hours);
    if (!from || work > in_one_go || work > hours.to - hours.from) return from;
    const WallTime closes = floor<days>(*from) + hours.to;
    return *from + work <= closes ? from : next_working(closes, hours);
}

/// When work that is begun then is done.
std::optional<WallTime> worked_until(WallTime at, minutes work, const Hours& hours) {
    for (int i = 0; i < most_days; ++i) {
        const auto from = next_working(at, hours);
        if (!from) return std::nullopt;
        const WallTime closes = floor<days>(*from) + hours.to;
        if (*from + work <= closes) return *from + work;
        work -= closes - *from;
        at = closes;
    }
    return std::nullopt;
}

minutes whole_minutes(double seconds) {
    return minutes(static_cast<minutes::rep>(std::ceil(seconds / 60 - 1e-9)));
}

/// Rest of the way from each step to the end [s].
std::vector<double> ways_to_end(const Plan& plan, const std::vector<Slack>& slack) {
    std::vector<double> ways;
    const double end = length_of(plan, slack);
    for (const auto& s : slack) ways.push_back(end - s.latest);
    return ways;
}

/// One pair of hands.
class Scheduler {
 public:
    Scheduler(const Plan& plan, const std::vector<Slack>& slack, const Hours& hours, const Ticks& ticks)
        : plan_(plan),
          hours_(hours),
          ticks_(ticks),
          ways_(ways_to_end(plan, slack)),
          slack_(slack),
          ready_(plan.steps.size()) {}

    Result<Schedule> from(WallTime start) {
        WallTime free = start;
        take_ticked();
        while (const auto step = next(free)) {
            const auto work = whole_minutes(plan_.steps[*step].hands_on);
            const auto begins = begun(std::max(free, *can_begin(*step)), work, hours_);
            const auto ends = begins ? worked_until(*begins, work, hours_) : std::nullopt;
            if (!ends)
                return Problem{"schedule.never_done", "hours", "It would take more than ten years.",
                               "Give more working hours, or fewer days off."};
            add(*step, *begins, *ends, false);
            free = *ends;
        }
        std::stable_sort(schedule_.steps.begin(), schedule_.steps.end(),
                         [](const Dated& a, const Dated& b) { return a.start < b.start; });
        for (auto& dated : schedule_.steps)
            for (const auto& other : schedule_.steps)
                if (dated.step != other.step && !other.is_done && other.start >= dated.end && other.start < dated.ready)
                    dated.meanwhile.push_back(other.step);
        return schedule_;
    }

 private:
    void take_ticked() {
        for (std::size_t i = 0; i < plan_.steps.size(); ++i) {
            const auto found = ticks_.find(plan_.steps[i].key);
            if (found == ticks_.end()) continue;
            add(i, found->second - whole_minutes(plan_.steps[i].hands_on), found->second, true);
        }
    }

    void add(std::size_t step, WallTime begins, WallTime ends, bool is_done) {
        const auto ready = ends + whole_minutes(plan_.steps[step].waiting);
        ready_[step] = ready;
        schedule_.steps.push_back({step, begins, ends, ready, is_done, slack_[step].is_critical()});
        schedule_.ready = std::max(schedule_.ready, ready);
    }

    /// When all that it waits for is ready; nothing while that is not planned.
    std::optional<WallTime> can_begin(std::size_t step) const {
        WallTime at{};
        for (const auto k : plan_.steps[step].after) {
            if (!ready_[k]) return std::nullopt;
            at = std::max(at, *ready_[k]);
        }
        return at;
    }

    /// Of those that can be begun when the hands are free the one with the longest way to the end, else the one that
    /// can be begun first.
    std::optional<std::size_t> next(WallTime free) const {
        std::optional<std::size_t> best;
        WallTime best_at{};
        for (std::size_t i = 0; i < plan_.steps.size(); ++i) {
            const auto can = ready_[i] ? std::nullopt : can_begin(i);
            if (!can) continue;
            const WallTime at = std::max(free, *can);
            if (!best || at < best_at || (at == best_at && ways_[i] > ways_[*best] + 1)) {
                best = i;
                best_at = at;
            }
        }
        return best;
    }

    const Plan& plan_;
    const Hours& hours_;
    const Ticks& ticks_;
    std::vector<double> ways_;
    const std::vector<Slack>& slack_;
    std::vector<std::optional<WallTime>> ready_;
    Schedule schedule_;
};

/// A number of so many digits at the front; it is taken away.
std::optional<int> take_number(std::string_view& text, std::size_t digits) {
    int value = 0;
    if (text.size() < digits) return std::nullopt;
    const auto end = text.data() + digits;
    const auto [stopped, error] = std::from_chars(text.data(), end, value);
    if (error != std::errc{} || stopped != end || value < 0) return std::nullopt;
    text.remove_prefix(digits);
    return value;
}

bool take(std::string_view& text, char c) {
    if (!text.starts_with(c)) return false;
    text.remove_prefix(1);
    return true;
}

std::optional<minutes> take_time(std::string_view& text) {
    const auto hour = take_number(text, 2);
    if (!hour || !take(text, ':')) return std::nullopt;
    const auto minute = take_number(text, 2);
    if (!minute || *hour > 24 || *minute > 59) return std::nullopt;
    return minutes(*hour * 60 + *minute);
}

/// Between commas, without blanks about them.
std::vector<std::string_view> listed(std::string_view text) {
    std::vector<std::string_view> all;
    while (!text.empty()) {
        const auto comma = std::min(text.find(','), text.size());
        auto word = text.substr(0, comma);
        while (word.starts_with(' ')) word.remove_prefix(1);
        while (word.ends_with(' ')) word.remove_suffix(1);
        if (!word.empty()) all.push_back(word);
        text.remove_prefix(std::min(comma + 1, text.size()));
    }
    return all;
}

std::optional<WallTime> read(std::string_view text) {
    const auto year = take_number(text, 4);
    if (!year || !take(text, '-')) return std::nullopt;
    const auto month = take_number(text, 2);
    if (!month || !take(text, '-')) return std::nullopt;
    const auto day = take_number(text, 2);
    if (!day) return std::nullopt;
    const std::chrono::year_month_day date{std::chrono::year(*year), std::chrono::month(static_cast<unsigned>(*month)),
                                           std::chrono::day(static_cast<unsigned>(*day))};
    if (!date.ok() || *year < 1970 || *year > 2200) return std::nullopt;
    if (text.empty()) return WallTime(Day(date));
    if (!take(text, ' ') && !take(text, 'T')) return std::nullopt;
    const auto time = take_time(text);
    if (!time || *time >= minutes(24 * 60) || !text.empty()) return std::nullopt;
    return Day(date) + *time;
}

}  // namespace

Status check(const Hours& hours) {
    constexpr minutes day{24 * 60};
    if (!(hours.from >= minutes(0) && hours.from < hours.to && hours.to <= day))
        return Problem{"schedule.hours", "hours", "Work begins before it ends, on the same day.",
                       "Write for example 19:00-22:00."};
    if (std::none_of(hours.works.begin(), hours.works.end(), [](bool works) { return works; }))
        return Problem{"schedule.no_day", "days", "No day of the week is left to work on.", "Name one at least."};
    return Done{};
}

Result<Hours> hours_of(std::string_view times, std::string_view days_text, std::string_view off) {
    Hours hours;
    if (!times.empty()) {
        const auto from = take_time(times);
        const bool is_two = from && take(times, '-');
        const auto to = is_two ? take_time(times) : std::nullopt;
        if (!to || !times.empty())
            return Problem{"schedule.hours", "hours", "These are no working hours.", "Write for example 19:00-22:00."};
        hours.from = *from;
        hours.to = *to;
    }
    constexpr std::array<std::string_view, 7> names{"sun", "mon", "tue", "wed", "thu", "fri", "sat"};
    if (!days_text.empty()) hours.works.fill(false);
    for (const auto day : listed(days_text)) {
        const auto found = std::find(names.begin(), names.end(), day.substr(0, 3));
        if (found == names.end())
            return Problem{"schedule.unknown_day", "days", fmt::format("“{}” is no day of the week.", day),
                           "Write mon, tue, wed, thu, fri, sat, sun, with commas between."};
        hours.works[static_cast<std::size_t>(found - names.begin())] = true;
    }
    for (const auto day : listed(off)) {
        const auto time = wall_time_of(day);
        if (!time) return time.problem().at("off");
        hours.off.push_back(floor<days>(*time));
    }
    if (const auto ok = check(hours); !ok) return ok.problem();
    return hours;
}

Result<Schedule> schedule_of(const Plan& plan, WallTime start, const Hours& hours, const Ticks& ticks) {
    if (const auto ok = check(hours); !ok) return ok.problem();
    const auto slack = slack_of(plan);
    if (!slack) return slack.problem();
    return Scheduler(plan, *slack, hours, ticks).from(start);
}

std::string text_of(WallTime time) {
    const Day day = floor<days>(time);
    const std::chrono::year_month_day date(day);
    const auto minute = (time - day).count();
    return fmt::format("{:04}-{:02}-{:02} {:02}:{:02}", static_cast<int>(date.year()),
                       static_cast<unsigned>(date.month()), static_cast<unsigned>(date.day()), minute / 60,
                       minute % 60);
}

Result<WallTime> wall_time_of(std::string_view text) {
    if (const auto time = read(text)) return *time;
    return Problem{"schedule.no_time", "start", fmt::format("“{}” is no date that can be read.", text),
                   "Write 2026-11-30, or 2026-11-30 19:00."};
}

Result<Planning> planning_of(const rig::Making& making, WallTime now) {
    Planning planning;
    if (!making.finish.empty()) planning.work.finish = making.finish;
    if (!making.glue.empty()) planning.work.glue = making.glue;
    if (const auto ok = check(planning.work); !ok) return ok.problem();
    const auto hours = hours_of(making.hours, making.days, making.off);
    if (!hours) return hours.problem();
    planning.hours = *hours;
    planning.start = now;
    if (!making.start.empty()) {
        const auto start = wall_time_of(making.start);
        if (!start) return start.problem();
        planning.start = *start;
    }
    for (const auto& [step, text] : making.done) {
        const auto time = wall_time_of(text);
        if (!time) return time.problem().at("done");
        planning.ticks[step] = *time;
    }
    return planning;
}

Table schedule_list(const Plan& plan, const Schedule& schedule) {
    Table table{"Schedule", {"begin", "end", "ready", "what", "meanwhile"}, {}, {}};
    for (const auto& dated : schedule.steps) {
        const auto& step = plan.steps[dated.step];
        std::string meanwhile;
        for (const auto k : dated.meanwhile)
            if (meanwhile.size() < 120) meanwhile += (meanwhile.empty() ? "" : "; ") + plan.steps[k].what;
        table.rows.push_back({text_of(dated.start), text_of(dated.end),
                              dated.ready > dated.end ? text_of(dated.ready) : "",
                              step.what + (dated.is_done       ? " (done)"
                                           : dated.is_critical ? " (sets the pace)"
                                                               : ""),
                              std::move(meanwhile)});
    }
    table.notes.push_back("Ready " + text_of(schedule.ready) + ".");
    return table;
}

}  // namespace clampet::make
