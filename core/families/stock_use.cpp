#include "families/stock_use.h"

#include <fmt/format.h>

#include <map>

namespace clampet::families {
namespace {

std::vector<StockUse> all_uses(const Family& family) {
    std::vector<StockUse> uses(family.own_stock().begin(), family.own_stock().end());
    if (find_parameter(family, "torque") && find_parameter(family, "squeezed_by"))
        uses.push_back({"hand torque", "Knob or hand", {{"torque", "torque"}}, {{"squeezed_by", "screw"}}});
    return uses;
}

}  // namespace

const std::vector<StockUse>& stock_uses(const Family& family) {
    static const std::map<const Family*, std::vector<StockUse>> known = [] {
        std::map<const Family*, std::vector<StockUse>> all;
        for (const auto* f : registry()) all.emplace(f, all_uses(*f));
        return all;
    }();
    static const std::vector<StockUse> none;
    const auto found = known.find(&family);
    return found == known.end() ? none : found->second;
}

std::vector<StockOffer> stock_offers(const Family& family) {
    return stock_offers(stock_uses(family));
}

std::vector<StockOffer> stock_offers(std::span<const StockUse> uses) {
    std::vector<StockOffer> offers;
    for (const auto& use : uses)
        for (const auto* row : catalogue::stock_group(use.group)) offers.push_back({&use, row});
    return offers;
}

Result<StockOffer> stock_named(const Family& family, std::string_view name) {
    return stock_named(stock_uses(family), family.key(), name);
}

Result<StockOffer> stock_named(std::span<const StockUse> uses, std::string_view for_what, std::string_view name) {
    const auto offers = stock_offers(uses);
    for (const auto& offer : offers)
        if (offer.row->name == name) return offer;
    if (offers.empty())
        return Problem{"stock.fills_nothing_here", "stock", fmt::format("No stock fills inputs of {}.", for_what),
                       "Give its sizes instead."};
    std::string names;
    for (const auto& offer : offers) names += (names.empty() ? "" : ", ") + offer.row->name;
    return Problem{"stock.unknown", "stock", fmt::format("“{}” is not in stock for {}.", name, for_what),
                   fmt::format("There is: {}.", names)};
}

Values values_from(const StockOffer& offer) {
    Values values;
    for (const auto& [input, size] : offer.use->fills) values.insert_or_assign(input, Value{offer.row->size(size)});
    for (const auto& [input, key] : offer.use->names)
        if (const auto found = offer.row->texts.find(key); found != offer.row->texts.end())
            values.insert_or_assign(input, Value{found->second});
    for (const auto& [input, choice] : offer.use->sets) values.insert_or_assign(input, Value{choice});
    return values;
}

}  // namespace clampet::families
