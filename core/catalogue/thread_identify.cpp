#include "catalogue/thread_identify.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>
#include <tuple>

#include "catalogue/words/names.h"
#include "quantity/parse.h"

namespace clampet::catalogue {
namespace {

constexpr double caliper = 0.08e-3, pitch_share = 0.02, hearsay = 0.02;

double bell(double off, double width) {
    return std::exp(-0.5 * off * off / (width * width));
}

/// How far a measured diameter lies outside what the class allows.
double outside(const Limits& limits, double measured) {
    return measured < limits.low ? limits.low - measured : measured > limits.high ? measured - limits.high : 0;
}

bool takes(const Thread& socket, const Thread& screw) {
    const auto verdict = fit(screw, socket).fit;
    return verdict == Fit::fits || verdict == Fit::by_luck;
}

double likelihood(const Thread& thread, const ThreadEvidence& evidence) {
    double odds = 1;
    if (evidence.diameter) odds *= bell(outside(thread.external_major, *evidence.diameter), caliper);
    if (evidence.pitch) odds *= bell(*evidence.pitch / thread.pitch - 1, pitch_share);
    for (const auto* socket : evidence.goes_into) odds *= takes(*socket, thread) ? 1 : hearsay;
    for (const auto* socket : evidence.not_into) odds *= takes(*socket, thread) ? hearsay : 1;
    return odds;
}

}  // namespace

Result<ThreadEvidence> read_evidence(const ThreadEvidenceText& text) {
    ThreadEvidence evidence;
    const auto read = [](const std::string& typed, const char* where) -> Result<std::optional<double>> {
        if (typed.empty()) return std::optional<double>{};
        const auto value = quantity::parse(typed, quantity::Dimension::length);
        if (!value) return value.problem().at(where);
        return std::optional(*value);
    };
    const auto diameter = read(text.diameter, "diameter");
    if (!diameter) return diameter.problem();
    evidence.diameter = *diameter;
    // "20 per inch", "20 tpi": a count is no length.
    const auto words = words_of(text.pitch);
    const auto has = [&](std::string_view word) { return std::find(words.begin(), words.end(), word) != words.end(); };
    // "1 to 1.2 mm" is none.
    const bool counted = has("tpi") || ((has("per") || has("to")) && (has("inch") || has("in")));
    double count = 0;
    const auto first = std::min(text.pitch.find_first_not_of(' '), text.pitch.size());
    if (counted) std::from_chars(text.pitch.data() + first, text.pitch.data() + text.pitch.size(), count);
    if (counted && !(count >= 1 && count <= 200))
        return Problem{"thread.impossible_count", "pitch", fmt::format("“{}” is no count of threads.", text.pitch),
                       "Write for example 20 per inch, or 1.27 mm."};
    const auto pitch = read(counted ? std::string() : text.pitch, "pitch");
    if (!pitch) return pitch.problem();
    evidence.pitch = counted ? std::optional(quantity::inch / count) : *pitch;
    for (const auto& [names, where, into] : {std::tuple{&text.goes_into, "goes-into", &evidence.goes_into},
                                             {&text.not_into, "not-into", &evidence.not_into}})
        for (const auto& name : *names) {
            const auto thread = thread_named(name);
            if (!thread) return thread.problem().at(where);
            for (const auto& known : threads())
                if (known.designation == thread->designation) into->push_back(&known);
        }
    return evidence;
}

std::string in_words(const ThreadCandidate& candidate) {
    const auto& thread = *candidate.thread;
    return fmt::format("{:>4.0f} %  {:<14} Ø {:.2f} mm, pitch {:.3f} mm ({:.4g} to the inch)", 100 * candidate.odds,
                       thread.designation, thread.major * 1e3, thread.pitch * 1e3, quantity::inch / thread.pitch);
}

Result<std::vector<ThreadCandidate>> identify_thread(const ThreadEvidence& evidence) {
    if (!evidence.diameter && !evidence.pitch && evidence.goes_into.empty() && evidence.not_into.empty())
        return Problem{
            "thread.nothing_measured", "", "Nothing is known of the screw.",
            "Measure it over its crests, count its threads over 10 mm or an inch, or say what it goes into."};
    for (const auto& size : {evidence.diameter, evidence.pitch})
        if (size && !(*size > 0 && *size < 1))
            return Problem{"thread.impossible_size", "", "A screw has no such size.",
                           "For example 6.3 mm and 1.27 mm."};
    std::vector<ThreadCandidate> all;
    double sum = 0;
    for (const auto& thread : threads()) {
        const double odds = likelihood(thread, evidence) * liking_of(thread);
        all.push_back({&thread, odds, {}});
        sum += odds;
    }
    constexpr double like_nothing = 1e-4;
    if (!(sum > like_nothing))
        return Problem{"thread.like_none", "", "No thread that is carried is like that.",
                       "Measure again, over the crests and from crest to crest; it may be worn, or of another form."};
    for (auto& candidate : all) candidate.odds /= sum;
    std::stable_sort(all.begin(), all.end(), [](const auto& a, const auto& b) { return a.odds > b.odds; });
    constexpr double worth_telling = 0.01;
    std::erase_if(all, [](const ThreadCandidate& candidate) { return candidate.odds < worth_telling; });
    return all;
}

}  // namespace clampet::catalogue
