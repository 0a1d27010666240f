#pragma once
#include <optional>
#include <string>
#include <vector>

#include "catalogue/thread_names.h"

namespace clampet::catalogue {

/// What is known of a screw that lies on the bench.
struct ThreadEvidence {
    std::optional<double> diameter;        ///< over its crests, by caliper [m]
    std::optional<double> pitch;           ///< crest to crest [m]
    std::vector<const Thread*> goes_into;  ///< sockets that take it to their end
    std::vector<const Thread*> not_into;   ///< sockets in which it jams or does not start
};

/// The same as a person types it.
struct ThreadEvidenceText {
    std::string diameter, pitch;                   ///< "6.3 mm"; "1.27 mm" or "20 per inch"
    std::vector<std::string> goes_into, not_into;  ///< names of threads
};
/// Errors   A Problem at "diameter", "pitch", "goes-into" or "not-into".
Result<ThreadEvidence> read_evidence(const ThreadEvidenceText& text);
/// "1/4-20 UNC, 97 %: Ø 6.35 mm, pitch 1.270 mm (20 to the inch)".
std::string in_words(const ThreadCandidate& candidate);

/// Which threads it may be, the likeliest first.
/// Meaning  A caliper is good to 0.08 mm beside the limits of the class, a pitch to 2 %; a socket that takes it, or
/// does
///          not, is believed 49 times in 50; what is common among camera mounts comes first of equals (from memory).
/// Errors   A Problem where nothing is known, a number is none, or nothing carried is like it.
Result<std::vector<ThreadCandidate>> identify_thread(const ThreadEvidence& evidence);

}  // namespace clampet::catalogue
