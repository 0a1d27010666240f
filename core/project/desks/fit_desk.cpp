#include "project/desks/fit_desk.h"

#include <fmt/format.h>

namespace clampet::project {

FitDesk::FitDesk() : ends_{{{"M6", true}, {"1/4-20", false}}} {
    for (std::size_t i = 0; i < ends_.size(); ++i) {
        threads_[i] = *catalogue::thread_named(ends_[i].designation);
        ends_[i].designation = threads_[i]->designation;
    }
}

Status FitDesk::set_end(int which, const catalogue::ThreadEnd& end) {
    const auto at = static_cast<std::size_t>(which);
    if (catalogue::plain_end(end.designation)) {
        ends_[at] = end;
        threads_[at].reset();
        return Done{};
    }
    const auto thread = catalogue::thread_named(end.designation);
    if (!thread) return thread.problem();
    ends_[at] = {thread->designation, end.male};
    threads_[at] = *thread;
    return Done{};
}

std::optional<FitDesk::Answer> FitDesk::answer() const {
    if (catalogue::plain_end(ends_[0].designation) && ends_[0].mates(ends_[1]))
        return Answer{study::Verdict::holds, "fits",
                      fmt::format("The {} goes into the {}.", name_of(ends_[ends_[0].male ? 0 : 1]),
                                  name_of(ends_[ends_[0].male ? 1 : 0]))};
    if (!meet()) return std::nullopt;
    const auto fit = catalogue::fit(screw(), socket());
    return Answer{study::judge(fit.fit), std::string(catalogue::name_of(fit.fit)), fit.reason};
}

std::string FitDesk::what_meets() const {
    const bool threads = threads_[0] && threads_[1];
    const std::string who = threads && ends_[0].male ? "Two screws meet"
                            : threads                ? "Two sockets meet"
                                                     : name_of(ends_[0]) + " meets " + name_of(ends_[1]);
    return who + ": something must lie between them";
}

std::string FitDesk::route() const {
    const auto route = catalogue::adapter_route(ends_[0], ends_[1], {});
    if (!route) return route.problem().sentence();
    if (route->empty()) return meet() ? "Nothing: they screw together." : "Nothing: they go together.";
    std::string all;
    for (const auto& step : *route)
        all += fmt::format("{}{} ({} on, {} free)", all.empty() ? "" : ", then ", step.adapter.name,
                           catalogue::name_of(step.in), catalogue::name_of(step.out));
    return all;
}

}  // namespace clampet::project
