#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "catalogue/thread.h"

namespace clampet::catalogue {

/// A thread that a loose name may mean, and how likely it is meant among those that build camera mounts.
struct ThreadCandidate {
    const Thread* thread = nullptr;
    double odds = 0;  ///< of all candidates together 1
    std::string why;  ///< "tripods and heads"; common practice; may be empty
};

/// How often a thread is met among camera mounts, beside 1 for any other; common practice.
double liking_of(const Thread& thread);

/// What a loose name may mean: "1/4 20", "quarter twenty", "3/8", "10-32", "M6x1.0", "the small camera screw",
/// "microphone thread". The likeliest first; empty where nothing is like it.
std::vector<ThreadCandidate> thread_candidates(std::string_view name);

/// A tolerance class taken off the end of a designation: "1/4-20 UNC-2A", "M6-6g", "3/8-16 2B".
struct NamedClass {
    std::string designation, thread_class;  ///< the class empty where none is named
};
NamedClass without_class(std::string_view designation);

}  // namespace clampet::catalogue
