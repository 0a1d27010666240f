#include <fmt/format.h>

#include "commands.h"
#include "loads/cards.h"
#include "parameters.h"
#include "quantity/format.h"
#include "report.h"

namespace clampet::cli {

using nlohmann::ordered_json;

namespace {

void print_json() {
    ordered_json cases = ordered_json::array(), cards = ordered_json::array();
    for (const auto* each : loads::registry()) {
        cases.push_back({{"case", std::string(each->key())},
                         {"name", std::string(each->name())},
                         {"purpose", std::string(each->purpose())},
                         {"parameters", parameters_json(each->parameters())}});
    }
    for (const auto& card : loads::cards()) {
        ordered_json sets = ordered_json::array();
        for (const auto& kind : card.cases) sets.push_back(std::string(kind));
        cards.push_back({{"card", std::string(card.key)},
                         {"name", std::string(card.name)},
                         {"meaning", std::string(card.meaning)},
                         {"required", card.required > 0 ? ordered_json(card.required) : ordered_json(nullptr)},
                         {"cases", sets},
                         {"caution", std::string(card.caution)}});
    }
    print({{"cases", cases}, {"cards", cards}});
}

}  // namespace

int cases_command(bool json) {
    if (json) {
        print_json();
        return done;
    }
    fmt::print("load cases, beside rest\n");
    for (const auto* each : loads::registry()) {
        fmt::print("{:<12} {}: {}\n", each->key(), each->name(), each->purpose());
        print_parameters(each->parameters());
    }
    fmt::print("\ncards: how a rig is used\n");
    for (const auto& card : loads::cards()) {
        std::string sets;
        for (const auto& kind : card.cases) sets += (sets.empty() ? "" : ", ") + std::string(kind);
        fmt::print("{:<12} {}: {} Sets {}", card.key, card.name, card.meaning, sets);
        if (card.required > 0) fmt::print("; required {}", quantity::format_factor(card.required));
        fmt::print(".\n");
        if (!card.caution.empty()) fmt::print("             {}\n", card.caution);
    }
    return done;
}

}  // namespace clampet::cli
