#include <fmt/format.h>

#include "catalogue/thread_identify.h"
#include "commands.h"
#include "report.h"

namespace clampet::cli {

using nlohmann::ordered_json;

int thread_identify_command(const catalogue::ThreadEvidenceText& request, bool json) {
    const auto evidence = catalogue::read_evidence(request);
    if (!evidence) return fail(evidence.problem(), wrong_usage);
    const auto found = catalogue::identify_thread(*evidence);
    if (!found) return fail(found.problem(), wrong_usage);
    if (json) {
        auto candidates = ordered_json::array();
        for (const auto& c : *found)
            candidates.push_back({{"thread", c.thread->designation},
                                  {"odds", c.odds},
                                  {"major", c.thread->major},
                                  {"pitch", c.thread->pitch}});
        print({{"candidates", candidates}});
        return done;
    }
    for (const auto& c : *found) fmt::print("{}\n", catalogue::in_words(c));
    return done;
}

}  // namespace clampet::cli
