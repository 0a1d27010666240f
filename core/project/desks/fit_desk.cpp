#include "project/desks/fit_desk.h"

#include <fmt/format.h>

namespace clampet::project {

FitDesk::FitDesk() : ends_{{{"M6", true}, {"1/4-20", false}}} {
    for (std::size_t i = 0; i < ends_.size(); ++i) {
        threads_[i] = *catalogue::thread_named(ends_[i].designation);
        ends_[i].designation = threads_[i].designation;
    }
}

Status FitDesk::set_end(int which, const catalogue::ThreadEnd& end) {
    const auto thread = catalogue::thread_named(end.designation);
    if (!thread) return thread.problem();
    ends_[static_cast<std::size_t>(which)] = {thread->designation, end.male};
    threads_[static_cast<std::size_t>(which)] = *thread;
    return Done{};
}

std::optional<FitDesk::Answer> FitDesk::answer() const {
    if (!meet()) return std::nullopt;
    const auto fit = catalogue::fit(screw(), socket());
    return Answer{study::judge(fit.fit), std::string(catalogue::name_of(fit.fit)), fit.reason};
}

std::string FitDesk::route() const {
    const auto route = catalogue::adapter_route(ends_[0], ends_[1], {});
    if (!route) return route.problem().sentence();
    if (route->empty()) return "Nothing: they screw together.";
    std::string all;
    for (const auto& step : *route)
        all += fmt::format("{}{} ({} on, {} free)", all.empty() ? "" : ", then ", step.adapter.name,
                           catalogue::name_of(step.in), catalogue::name_of(step.out));
    return all;
}

}  // namespace clampet::project
