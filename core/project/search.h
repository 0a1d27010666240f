#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "catalogue/words/word_index.h"
#include "rig/rig.h"

namespace clampet::project {

/// One answer to words that were typed.
struct Found {
    catalogue::LeadsTo leads_to = catalogue::LeadsTo::help;
    std::string key;                           ///< of the family, part kind or starting point; a thread's designation
    std::map<std::string, rig::Input> inputs;  ///< preset on the bench
    std::string title, says;                   ///< "Grip round a tube"; one sentence
    double likeness = 0;
};

/// What answers these words: benches with their choice preset, the thread desk, kinds of parts, starting points, help.
/// The best first, each place once; empty where nothing does.
std::vector<Found> search(std::string_view words);

/// What is beyond this tool in what somebody calls a rig ("mount on the car's bonnet"): a sentence for each, saying
/// whom to ask. Empty for most.
std::vector<std::string> beyond_the_tool(std::string_view name);

}  // namespace clampet::project
