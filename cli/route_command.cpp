#include <fmt/format.h>

#include <fstream>
#include <iterator>

#include "catalogue/adapters.h"
#include "commands.h"
#include "report.h"

namespace clampet::cli {

using catalogue::Adapter;
using nlohmann::ordered_json;

namespace {

constexpr std::size_t largest_stock_file = 4 << 20;

Result<std::vector<Adapter>> read_stock(const std::string& file) {
    if (file.empty()) return std::vector<Adapter>{};
    std::ifstream in(file, std::ios::binary);
    std::string text(largest_stock_file + 1, '\0');
    if (!in.read(text.data(), static_cast<std::streamsize>(text.size())) && !in.eof())
        return Problem{"stock_list.unreadable", file, "The stock file could not be read.",
                       "Check its name and its permissions."};
    text.resize(static_cast<std::size_t>(in.gcount()));
    if (text.size() > largest_stock_file)
        return Problem{"stock_list.too_large", file, "The stock file is larger than 4 MB.",
                       "Give a list of adapters only."};
    return catalogue::read_adapters(text);
}

}  // namespace

int thread_route_command(const std::string& from_text, const std::string& to_text, const std::string& file, bool json) {
    const auto from = catalogue::read_end(from_text), to = catalogue::read_end(to_text);
    if (!from) return fail(from.problem(), wrong_usage);
    if (!to) return fail(to.problem(), wrong_usage);
    const auto stock = read_stock(file);
    if (!stock) return fail(stock.problem(), unreadable);
    const auto route = catalogue::adapter_route(*from, *to, *stock);
    if (json) {
        ordered_json steps = ordered_json::array();
        if (route)
            for (const auto& s : *route)
                steps.push_back({{"adapter", s.adapter.name},
                                 {"in", name_of(s.in)},
                                 {"out", name_of(s.out)},
                                 {"in_stock", s.in_stock},
                                 {"source", s.adapter.source}});
        print({{"from", name_of(*from)},
               {"to", name_of(*to)},
               {"steps", route ? steps : ordered_json(nullptr)},
               {"reason", route ? ordered_json(nullptr) : ordered_json(route.problem().what)}});
        return route ? done : not_all_hold;
    }
    if (!route) return fail(route.problem(), not_all_hold);
    if (route->empty()) fmt::print("{} and {} screw together: no adapter is needed\n", name_of(*from), name_of(*to));
    for (const auto& s : *route)
        fmt::print("{} → {}: {}{}\n", name_of(s.in), name_of(s.out), s.adapter.name, s.in_stock ? " (in stock)" : "");
    return done;
}

}  // namespace clampet::cli
