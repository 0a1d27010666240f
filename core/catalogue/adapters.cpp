#include "catalogue/adapters.h"

#include <fmt/format.h>

#include <algorithm>
#include <deque>
#include <nlohmann/json.hpp>
#include <optional>

#include "catalogue/thread.h"
#include "catalogue/words/names.h"

namespace clampet::embedded {
std::string_view adapters();
}  // namespace clampet::embedded

namespace clampet::catalogue {
namespace {

/// A free end in the search, and the step that led to it.
struct Node {
    ThreadEnd free;
    std::optional<RouteStep> step;
    std::size_t before = 0, offer = 0, length = 0;
};

struct Offer {
    const Adapter* adapter = nullptr;
    bool in_stock = false;
};

/// Longer chains wobble more than they help.
constexpr std::size_t longest_chain = 5, most_nodes = 50'000;

/// Breadth first: the first chain found is a shortest one. A chain frees no end twice, and uses no adapter more often
/// than there are of it.
std::optional<std::vector<RouteStep>> shortest(const ThreadEnd& from, const ThreadEnd& to,
                                               const std::vector<Offer>& offers) {
    std::deque<Node> nodes{{from, {}, 0, 0, 0}};
    for (std::size_t at = 0; at < nodes.size() && nodes.size() < most_nodes; ++at) {
        if (nodes[at].free.mates(to)) {
            std::vector<RouteStep> steps;
            for (std::size_t i = at; nodes[i].step; i = nodes[i].before) steps.push_back(*nodes[i].step);
            std::reverse(steps.begin(), steps.end());
            return steps;
        }
        if (nodes[at].length == longest_chain) continue;
        for (std::size_t k = 0; k < offers.size(); ++k)
            for (const bool turned : {false, true}) {
                const Adapter& adapter = *offers[k].adapter;
                const ThreadEnd in = turned ? adapter.b : adapter.a, out = turned ? adapter.a : adapter.b;
                if (!in.mates(nodes[at].free)) continue;
                unsigned used = 0;
                bool freed_before = out == from;
                for (std::size_t i = at; nodes[i].step; i = nodes[i].before) {
                    used += nodes[i].offer == k;
                    freed_before = freed_before || nodes[i].free == out;
                }
                if (freed_before || used >= adapter.count) continue;
                nodes.push_back({out, RouteStep{adapter, in, out, offers[k].in_stock}, at, k, nodes[at].length + 1});
            }
    }
    return std::nullopt;
}

}  // namespace

const PlainEnd* plain_end(std::string_view designation) {
    const auto at = std::find_if(plain_ends.begin(), plain_ends.end(),
                                 [&](const PlainEnd& end) { return end.designation == designation; });
    return at == plain_ends.end() ? nullptr : &*at;
}

std::string name_of(const ThreadEnd& end) {
    if (const auto* plain = plain_end(end.designation)) return std::string(end.male ? plain->male : plain->female);
    return end.designation + (end.male ? " male" : " female");
}

Result<ThreadEnd> read_end(std::string_view text) {
    for (const auto& plain : plain_ends)
        for (const bool male : {true, false})
            if (words_of(text) == words_of(male ? plain.male : plain.female))
                return ThreadEnd{std::string(plain.designation), male};
    const auto last = text.find_last_of(' ');
    const std::string_view sex = last == text.npos ? std::string_view() : text.substr(last + 1);
    const bool male = sex == "male" || sex == "m" || sex == "screw",
               female = sex == "female" || sex == "f" || sex == "socket";
    if (!male && !female)
        return Problem{"adapter.end_without_sex", "end",
                       fmt::format("“{}” does not say whether it is the screw or the socket.", text),
                       "Write for example 1/4-20 male or 3/8-16 female; or shoe foot, accessory shoe, 16 mm stud, "
                       "16 mm socket, wood."};
    const auto thread = thread_named(text.substr(0, last));
    if (!thread) return thread.problem();
    return ThreadEnd{thread->designation, male};
}

namespace {

/// `own`: a drawer's list, one of each unless it says more; else what can be bought, any number.
Result<std::vector<Adapter>> read_list(std::string_view json, bool own) {
    const auto document = nlohmann::json::parse(json, nullptr, false);
    const std::string example = R"(Write {"adapters": [{"name": "bush", "a": "3/8-16 male", "b": "1/4-20 female"}]}.)";
    if (!document.is_object() || !document.contains("adapters") || !document["adapters"].is_array())
        return Problem{"adapter.not_a_list", "stock", "This is not a list of adapters.", example};
    std::vector<Adapter> all;
    for (const auto& row : document["adapters"]) {
        const auto field = [&](const char* key) {
            return row.is_object() && row.contains(key) && row[key].is_string() ? row[key].get<std::string>()
                                                                                : std::string();
        };
        const auto a = read_end(field("a")), b = read_end(field("b"));
        if (!a || !b)
            return Problem{(a ? b : a).problem().id, "stock",
                           fmt::format("Adapter {}: {}", all.size() + 1, (a ? b : a).problem().what),
                           (a ? b : a).problem().remedy};
        unsigned count = own ? 1 : Adapter::any_number;
        if (row.contains("count")) {
            if (!row["count"].is_number_unsigned() || row["count"].get<std::uint64_t>() > 1'000'000)
                return Problem{"adapter.not_a_count", "stock",
                               fmt::format("Adapter {}: its count is not a number of pieces.", all.size() + 1),
                               "Write for example \"count\": 2, or leave it out for one."};
            count = row["count"].get<unsigned>();
        }
        all.push_back({field("name").empty() ? name_of(*a) + " to " + name_of(*b) : field("name"), *a, *b,
                       field("source"), count});
    }
    return all;
}

}  // namespace

Result<std::vector<Adapter>> read_adapters(std::string_view json) {
    return read_list(json, true);
}

std::span<const Adapter> adapters() {
    static const std::vector<Adapter> all = *read_list(embedded::adapters(), false);
    return all;
}

Result<std::vector<RouteStep>> adapter_route(const ThreadEnd& from, const ThreadEnd& to,
                                             std::span<const Adapter> in_stock) {
    std::vector<Offer> offers;
    for (const auto& a : in_stock) offers.push_back({&a, true});
    if (auto route = shortest(from, to, offers)) return *route;
    for (const auto& a : adapters()) offers.push_back({&a, false});
    if (auto route = shortest(from, to, offers)) return *route;
    return Problem{"adapter.no_route", "route",
                   fmt::format("No chain of adapters joins {} and {}.", name_of(from), name_of(to)),
                   "Change one of the ends: drill and tap it, or glue in an insert."};
}

}  // namespace clampet::catalogue
