#include <fmt/format.h>

#include "commands.h"
#include "project/search.h"
#include "report.h"

namespace clampet::cli {
namespace {

using catalogue::LeadsTo;
using nlohmann::ordered_json;

const char* name_of(LeadsTo leads_to) {
    switch (leads_to) {
        case LeadsTo::bench:
            return "bench";
        case LeadsTo::thread_desk:
            return "thread";
        case LeadsTo::part:
            return "part";
        case LeadsTo::start:
            return "start";
        case LeadsTo::help:
            return "help";
        case LeadsTo::beyond:
            return "beyond";
    }
    return "";
}

/// What to type to get there.
std::string command_for(const project::Found& found) {
    std::string command;
    if (found.leads_to == LeadsTo::bench) {
        command = "clampet-cli bench " + found.key;
        for (const auto& [input, choice] : found.inputs) command += " " + input + "=" + std::get<std::string>(choice);
    }
    if (found.leads_to == LeadsTo::thread_desk)
        command = found.key.empty() ? "clampet-cli thread --help" : "clampet-cli thread show \"" + found.key + "\"";
    if (found.leads_to == LeadsTo::part) command = "clampet-cli parts " + found.key;
    return command;
}

}  // namespace

int search_command(const std::vector<std::string>& words, bool json) {
    std::string typed;
    for (const auto& word : words) typed += (typed.empty() ? "" : " ") + word;
    const auto found = project::search(typed);
    if (json) {
        auto answers = ordered_json::array();
        for (const auto& f : found) {
            ordered_json one{{"leads_to", name_of(f.leads_to)}, {"key", f.key}, {"title", f.title}, {"says", f.says}};
            auto set = ordered_json::object();
            for (const auto& [input, choice] : f.inputs) set[input] = std::get<std::string>(choice);
            one["set"] = set;
            one["command"] = command_for(f);
            answers.push_back(one);
        }
        print({{"words", typed}, {"answers", answers}});
        return done;
    }
    if (found.empty()) {
        fmt::print("Nothing answers “{}”. Try another word, such as clamp, screw, ball, tape or “it droops”.\n", typed);
        return done;
    }
    constexpr std::size_t most = 8;
    for (std::size_t i = 0; i < std::min(found.size(), most); ++i) {
        fmt::print("{:<7} {}: {}\n", name_of(found[i].leads_to), found[i].title, found[i].says);
        if (const auto command = command_for(found[i]); !command.empty()) fmt::print("        {}\n", command);
    }
    return done;
}

}  // namespace clampet::cli
