#include "make/calendar.h"

#include <fmt/format.h>
#include <fmt/ranges.h>
#include <libical/ical.h>

#include <memory>

namespace clampet::make {
namespace {

struct Freed {
    void operator()(icalcomponent* c) const { icalcomponent_free(c); }
};
using Component = std::unique_ptr<icalcomponent, Freed>;

icaltimetype ical_time(WallTime time) {
    const Day day = std::chrono::floor<std::chrono::days>(time);
    const std::chrono::year_month_day date(day);
    const auto minute = (time - day).count();
    icaltimetype t = icaltime_null_time();
    t.year = static_cast<int>(date.year());
    t.month = static_cast<int>(static_cast<unsigned>(date.month()));
    t.day = static_cast<int>(static_cast<unsigned>(date.day()));
    t.hour = static_cast<int>(minute / 60);
    t.minute = static_cast<int>(minute % 60);
    return t;
}

std::string description(const Step& step, const Dated& dated) {
    std::string text;
    const auto line = [&](const std::string& words) { text += (text.empty() ? "" : "\n") + words; };
    if (!step.gate.empty()) line("Hold point: " + step.gate);
    if (!step.caution.empty()) line("Mind: " + step.caution);
    if (!step.tools.empty()) line(fmt::format("At hand: {}", fmt::join(step.tools, ", ")));
    if (step.waiting > 0) line(fmt::format("Then {} until {}.", step.waits_for, text_of(dated.ready)));
    return text;
}

}  // namespace

Result<std::string> calendar_of(const Plan& plan, const Schedule& schedule, const std::string& rig, WallTime stamp) {
    const Component calendar(icalcomponent_new(ICAL_VCALENDAR_COMPONENT));
    icalcomponent_add_property(calendar.get(), icalproperty_new_version("2.0"));
    icalcomponent_add_property(calendar.get(), icalproperty_new_prodid("-//Clampet//Plan of work//EN"));
    std::size_t events = 0;
    for (const auto& dated : schedule.steps) {
        if (dated.is_done) continue;
        const auto& step = plan.steps[dated.step];
        icalcomponent* event = icalcomponent_new(ICAL_VEVENT_COMPONENT);  // the calendar owns it from here
        icalcomponent_add_component(calendar.get(), event);
        auto at = ical_time(stamp);
        at.zone = icaltimezone_get_utc_timezone();
        icalcomponent_add_property(event, icalproperty_new_dtstamp(at));
        icalcomponent_add_property(event, icalproperty_new_uid(fmt::format("{}@{}.clampet", step.key, rig).c_str()));
        icalcomponent_add_property(event, icalproperty_new_dtstart(ical_time(dated.start)));
        icalcomponent_add_property(event, icalproperty_new_dtend(ical_time(dated.end)));
        icalcomponent_add_property(event, icalproperty_new_summary(step.what.c_str()));
        if (const auto words = description(step, dated); !words.empty())
            icalcomponent_add_property(event, icalproperty_new_description(words.c_str()));
        ++events;
    }
    if (events == 0)
        return Problem{"schedule.nothing_left", "", "Nothing is left to do.", "Take a tick away to plan a step again."};
    const std::unique_ptr<char, decltype(&std::free)> text(icalcomponent_as_ical_string_r(calendar.get()), &std::free);
    return std::string(text.get());
}

}  // namespace clampet::make
