#include <fmt/format.h>

#include "catalogue/thread_identify.h"
#include "commands.h"
#include "quantity/parse.h"
#include "report.h"

namespace clampet::cli {

using nlohmann::ordered_json;
using quantity::Dimension;

namespace {

Status read_size(const std::string& text, const char* option, std::optional<double>& size) {
    if (text.empty()) return Done{};
    const auto value = quantity::parse(text, Dimension::length);
    if (!value) return value.problem().at(option);
    size = *value;
    return Done{};
}

Status read_sockets(const std::vector<std::string>& names, const char* option,
                    std::vector<const catalogue::Thread*>& sockets) {
    for (const auto& name : names) {
        const auto thread = catalogue::thread_named(name);
        if (!thread) return thread.problem().at(option);
        for (const auto& known : catalogue::threads())
            if (known.designation == thread->designation) sockets.push_back(&known);
    }
    return Done{};
}

}  // namespace

int thread_identify_command(const IdentifyRequest& request, bool json) {
    catalogue::ThreadEvidence evidence;
    for (const auto& read : {read_size(request.diameter, "--diameter", evidence.diameter),
                             read_size(request.pitch, "--pitch", evidence.pitch),
                             read_sockets(request.goes_into, "--goes-into", evidence.goes_into),
                             read_sockets(request.not_into, "--not-into", evidence.not_into)})
        if (!read) return fail(read.problem(), wrong_usage);
    if (request.per_inch > 0) evidence.pitch = quantity::inch / request.per_inch;
    const auto found = catalogue::identify_thread(evidence);
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
    for (const auto& c : *found)
        fmt::print("{:>4.0f} %  {:<14} Ø {:.2f} mm, pitch {:.3f} mm ({:.4g} to the inch)\n", 100 * c.odds,
                   c.thread->designation, c.thread->major * 1e3, c.thread->pitch * 1e3,
                   quantity::inch / c.thread->pitch);
    return done;
}

}  // namespace clampet::cli
