#include "make/operations.h"

#include <algorithm>
#include <nlohmann/json.hpp>
#include <stdexcept>

#include "quantity/conventions.h"

namespace clampet::embedded {
std::string_view work();
}

namespace clampet::make {
namespace {

using quantity::a_minute, quantity::an_hour;

struct Tables {
    std::vector<Operation> operations;
    std::vector<Joining> joinings;
    std::vector<GlueTimes> glues;
    std::vector<Finish> finishes;
    PrintRate printing;
};

Tables read() {
    const auto json = nlohmann::json::parse(embedded::work());
    Tables work;
    for (const auto& row : json.at("operations"))
        work.operations.push_back({row.at("key"), row.at("verb"), row.at("minutes").get<double>() * a_minute,
                                   row.at("per"), row.at("attempts"), row.at("tools"), row.at("caution"),
                                   row.at("source"), row.value("section_mm2", 0.0) * 1e-6});
    for (const auto& row : json.at("joinings"))
        work.joinings.push_back({row.at("family"), row.at("verb"), row.at("onto"), row.at("tools"),
                                 row.at("sets_friction"), row.at("source")});
    for (const auto& row : json.at("glues"))
        work.glues.push_back({row.at("key"), row.at("handling_hours").get<double>() * an_hour,
                              row.at("full_hours").get<double>() * an_hour, row.at("source")});
    for (const auto& row : json.at("finishes"))
        work.finishes.push_back({row.at("key"), row.at("name"), row.at("coats"),
                                 row.at("apart_hours").get<double>() * an_hour, row.at("source")});
    const auto& printing = json.at("printing").at(0);
    work.printing = {printing.at("grams_per_hour").get<double>() / 1000 / an_hour, printing.at("share_of_solid"),
                     printing.at("source")};
    return work;
}

const Tables& tables() {
    static const Tables read_once = read();
    return read_once;
}

}  // namespace

std::span<const Operation> operations() {
    return tables().operations;
}

const Operation& operation(std::string_view key) {
    const auto& all = tables().operations;
    const auto found = std::find_if(all.begin(), all.end(), [&](const Operation& o) { return o.key == key; });
    if (found == all.end()) throw std::logic_error("no operation " + std::string(key));
    return *found;
}

std::span<const Joining> joinings() {
    return tables().joinings;
}

std::span<const GlueTimes> glues() {
    return tables().glues;
}

std::span<const Finish> finishes() {
    return tables().finishes;
}

const PrintRate& print_rate() {
    return tables().printing;
}

}  // namespace clampet::make
