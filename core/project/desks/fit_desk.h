#pragma once
#include <array>
#include <optional>

#include "catalogue/adapters.h"
#include "study/verdict.h"

namespace clampet::project {

/// Two ends, threaded or of the plain ends: do they go together, and what joins them if not.
class FitDesk {
 public:
    /// A screw and a socket that nearly fit.
    FitDesk();
    const catalogue::ThreadEnd& end(int which) const { return ends_[static_cast<std::size_t>(which)]; }
    /// Errors: a thread that the catalogue does not have; nothing changes then.
    Status set_end(int which, const catalogue::ThreadEnd& end);
    /// Nothing where that end is no thread.
    const std::optional<catalogue::Thread>& thread(int which) const {
        return threads_[static_cast<std::size_t>(which)];
    }
    /// A screw meets a threaded socket.
    bool meet() const { return threads_[0] && threads_[1] && ends_[0].male != ends_[1].male; }
    /// Where they meet.
    const catalogue::Thread& screw() const { return *threads_[ends_[0].male ? 0 : 1]; }
    const catalogue::Thread& socket() const { return *threads_[ends_[0].male ? 1 : 0]; }

    /// Whether they go together, and why; nothing where something must lie between them: a screw meets a screw, a
    /// socket a socket, a thread a shoe.
    struct Answer {
        study::Verdict verdict;
        std::string name, reason;
    };
    std::optional<Answer> answer() const;
    /// "Two screws meet: something must lie between them."
    std::string what_meets() const;
    /// What lies between them, as a sentence: nothing, adapters in order, or why no chain does.
    std::string route() const;

 private:
    std::array<catalogue::ThreadEnd, 2> ends_;
    std::array<std::optional<catalogue::Thread>, 2> threads_;
};

}  // namespace clampet::project
