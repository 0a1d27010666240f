#include "families/stock_use.h"

#include <fmt/format.h>

#include <algorithm>
#include <map>

#include "catalogue/material.h"
#include "catalogue/words/names.h"

namespace clampet::families {
namespace {

bool fills(const StockUse& use, std::string_view input) {
    const auto is_it = [&](const auto& pair) { return pair.first == input; };
    return std::any_of(use.fills.begin(), use.fills.end(), is_it) ||
           std::any_of(use.also.begin(), use.also.end(), is_it) ||
           std::any_of(use.names.begin(), use.names.end(), is_it);
}

std::vector<StockUse> all_uses(const Family& family) {
    std::vector<StockUse> uses(family.own_stock().begin(), family.own_stock().end());
    if (find_parameter(family, "torque") && find_parameter(family, "squeezed_by"))
        uses.push_back(
            {"hand torque", "Knob or hand", {{"torque", "torque"}}, {{"squeezed_by", "screw"}}, {}, "tight"});
    if (find_parameter(family, "disc_cone"))
        uses.push_back({"disc spring",
                        "Disc spring",
                        {{"disc_outer", "outer"},
                         {"disc_bore", "bore"},
                         {"disc_thickness", "thickness"},
                         {"disc_cone", "free_cone"}},
                        {{"squeezed_by", "disc_spring"}},
                        {},
                        "spring"});
    // Where a ring rubs it is a head's; a clamp screw rubs with its tip.
    const auto* hole = find_parameter(family, "bearing_inner");
    if (find_parameter(family, "bearing_outer") && hole && hole->standard > 0)
        uses.push_back({"head", "Head of its screw", {{"bearing_outer", "bearing"}}, {}, {}, "head"});
    const bool told = std::any_of(uses.begin(), uses.end(),
                                  [](const StockUse& use) { return use.group == "material" && fills(use, "kept"); });
    if (find_parameter(family, "kept") && !told)
        uses.push_back({"material",
                        "What is squeezed",
                        {{"kept", "retention"}},
                        {},
                        {},
                        is_stock_key(uses, "material") ? "squeezed" : "material"});
    return uses;
}

/// What a row would have to have for this use, and has not; empty where it can be taken.
std::string lacking(const StockUse& use, const catalogue::StockRow& row) {
    for (const auto& [input, size] : use.fills)
        if (!row.sizes.contains(size)) return size;
    for (const auto& [input, key] : use.names)
        if (!row.texts.contains(key)) return key;
    return {};
}

/// "snug, Ø40 knob": a word of feel, before or behind the tool, and its share of the torque that the tool has.
struct Tightness {
    std::string tool;
    double share = 1;
    bool is_said = false;
};
Tightness tightness_of(std::string_view typed) {
    const auto words = catalogue::words_of(typed);
    const auto joined = [](auto begin, auto end) {
        std::string text;
        for (auto at = begin; at != end; ++at) text += (text.empty() ? "" : " ") + *at;
        return text;
    };
    for (const auto* feel : catalogue::stock_group("feel")) {
        const auto said = catalogue::words_of(feel->name);
        if (said.size() > words.size()) continue;
        if (std::equal(said.begin(), said.end(), words.begin()))
            return {joined(words.begin() + static_cast<std::ptrdiff_t>(said.size()), words.end()), feel->size("share"),
                    true};
        if (std::equal(said.rbegin(), said.rend(), words.rbegin()))
            return {joined(words.begin(), words.end() - static_cast<std::ptrdiff_t>(said.size())), feel->size("share"),
                    true};
    }
    return {std::string(typed), 1};
}

/// "youngs_modulus" as it is said.
std::string in_words(std::string key) {
    std::replace(key.begin(), key.end(), '_', ' ');
    return key == "youngs modulus" ? "Young’s modulus" : key == "yield" ? "yield stress" : key;
}

std::vector<std::string> names_of(const std::vector<StockOffer>& offers) {
    std::vector<std::string> names;
    for (const auto& offer : offers)
        if (std::find(names.begin(), names.end(), offer.row->name) == names.end()) names.push_back(offer.row->name);
    return names;
}

std::vector<StockOffer> offers_for(std::span<const StockUse> uses, std::string_view key) {
    std::vector<StockOffer> offers;
    for (const auto& use : uses) {
        if (key != "stock" && use.key != key) continue;
        const auto some = stock_offers(use);
        offers.insert(offers.end(), some.begin(), some.end());
    }
    return offers;
}

/// The row that is sold under that name: "1/2 in conduit" for its outside and wall; nothing where several are.
std::optional<StockOffer> sold_as(const std::vector<StockOffer>& offers, std::string_view name) {
    std::vector<std::string> trade;
    for (const auto& offer : offers)
        if (const auto at = offer.row->texts.find("sold_as"); at != offer.row->texts.end()) trade.push_back(at->second);
    const auto found = catalogue::meant(trade, name);
    if (found.size() != 1) return std::nullopt;
    return *std::find_if(offers.begin(), offers.end(), [&](const auto& offer) {
        const auto at = offer.row->texts.find("sold_as");
        return at != offer.row->texts.end() && at->second == found.front();
    });
}

/// A row that there is, but which cannot fill the use: the Problem says what it has not.
std::optional<Problem> not_for_this(std::span<const StockUse> uses, std::string_view for_what, std::string_view name,
                                    std::string_view key, const std::vector<std::string>& offered) {
    for (const auto& use : uses) {
        if (key != "stock" && use.key != key) continue;
        std::vector<std::string> names;
        for (const auto* row : catalogue::stock_group(use.group)) names.push_back(row->name);
        const auto found = catalogue::meant(names, name);
        if (found.size() != 1) continue;
        for (const auto* row : catalogue::stock_group(use.group))
            if (row->name == found.front())
                return Problem{"stock.lacks_a_number", std::string(key),
                               fmt::format("“{}” has no {}, which {} asks for.", row->name,
                                           in_words(lacking(use, *row)), for_what),
                               catalogue::names_offered(offered, {})};
    }
    return std::nullopt;
}

}  // namespace

std::vector<std::pair<std::string, std::string>> StockOffer::fills() const {
    auto all = use->fills;
    for (const auto& pair : use->also)
        if (row->sizes.contains(pair.second)) all.push_back(pair);
    return all;
}

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

std::vector<std::vector<StockUse>> stock_questions(const Family& family) {
    const auto first_filled = [](const StockUse& use) {
        return !use.fills.empty()   ? use.fills.front().first
               : !use.names.empty() ? use.names.front().first
                                    : std::string();
    };
    std::vector<std::vector<StockUse>> questions;
    for (const auto& use : stock_uses(family)) {
        const auto same = std::find_if(questions.begin(), questions.end(), [&](const auto& asked) {
            return asked.front().key == use.key && asked.front().group != use.group &&
                   first_filled(asked.front()) == first_filled(use);
        });
        if (same == questions.end())
            questions.push_back({use});
        else
            same->push_back(use);
    }
    return questions;
}

std::vector<StockOffer> stock_offers(const StockUse& use) {
    std::vector<StockOffer> offers;
    for (const auto* row : catalogue::stock_group(use.group))
        if (lacking(use, *row).empty()) offers.push_back({&use, row});
    return offers;
}

std::vector<StockOffer> stock_offers(const Family& family) {
    return stock_offers(stock_uses(family));
}

std::vector<StockOffer> stock_offers(std::span<const StockUse> uses) {
    return offers_for(uses, "stock");
}

bool is_stock_key(std::span<const StockUse> uses, std::string_view key) {
    return key == "stock" || std::any_of(uses.begin(), uses.end(), [&](const StockUse& use) { return use.key == key; });
}

std::optional<StockOffer> stock_exactly(std::span<const StockUse> uses, std::string_view key, std::string_view name) {
    for (const auto& use : uses) {
        if (key != "stock" && use.key != key) continue;
        for (const auto* row : catalogue::stock_group(use.group))
            if (row->name == name && lacking(use, *row).empty()) return StockOffer{&use, row};
    }
    return std::nullopt;
}

Result<StockOffer> stock_named(const Family& family, std::string_view name, std::string_view key) {
    return stock_named(stock_uses(family), family.key(), name, key);
}

Result<StockOffer> stock_named(std::span<const StockUse> uses, std::string_view for_what, std::string_view name,
                               std::string_view key) {
    if (const auto exactly = stock_exactly(uses, key, name)) return *exactly;
    if (const auto told = tightness_of(name); told.is_said && key == "tight") {
        if (told.tool.empty())
            return Problem{"stock.no_tool", std::string(key), fmt::format("“{}” does not say what is turned.", name),
                           "Write for example snug, Ø40 knob; or firm, wing nut."};
        auto offer = stock_named(uses, for_what, told.tool, key);
        if (offer) offer->share = told.share;
        return offer;
    }
    const auto offers = offers_for(uses, key);
    if (offers.empty())
        return Problem{"stock.fills_nothing_here", std::string(key),
                       fmt::format("No stock fills inputs of {}.", for_what), "Give its sizes instead."};
    const auto names = names_of(offers);
    if (const auto found = catalogue::meant(names, name); found.size() == 1)
        return *stock_exactly(uses, key, found.front());
    if (const auto offer = sold_as(offers, name)) return *offer;
    if (auto problem = not_for_this(uses, for_what, name, key, names)) return *problem;
    return Problem{"stock.unknown", std::string(key),
                   fmt::format("“{}” is not one thing known for {}.", name, for_what),
                   catalogue::names_offered(names, name)};
}

Values values_from(const StockOffer& offer) {
    Values values;
    for (const auto& [input, size] : offer.fills())
        values.insert_or_assign(input, Value{offer.row->size(size) * offer.share});
    for (const auto& [input, key] : offer.use->names)
        if (const auto found = offer.row->texts.find(key); found != offer.row->texts.end())
            values.insert_or_assign(input, Value{found->second});
    for (const auto& [input, choice] : offer.use->sets) values.insert_or_assign(input, Value{choice});
    return values;
}

std::optional<std::string> pair_with(const StockOffer& offer, const Rubs& rubs, std::string_view pair) {
    const auto of = offer.row->texts.find("material");
    const auto material = catalogue::material_named(of == offer.row->texts.end() ? offer.row->name : of->second);
    const auto between = pair.find(" on ");
    if (!material || between == pair.npos) return std::nullopt;
    std::string first(pair.substr(0, between)), second(pair.substr(between + 4));
    if (rubs.first) first = catalogue::surface_of(first, *material);
    if (rubs.second) second = catalogue::surface_of(second, *material);
    const auto known = catalogue::friction_between(first, second);
    if (first.empty() || second.empty() || !known) return std::nullopt;
    return first + " on " + second;
}

std::optional<StockValue> stock_value(const StockOffer& offer, std::string_view input) {
    for (const auto& [key, size] : offer.fills())
        if (key == input)
            return StockValue{Value{offer.row->size(size) * offer.share}, offer.row->size(size + "_low") * offer.share,
                              offer.row->size(size + "_high") * offer.share, offer.row};
    for (const auto& [key, text] : offer.use->names)
        if (key == input) return StockValue{Value{offer.row->texts.at(text)}, 0, 0, offer.row};
    return std::nullopt;
}

Result<StockValue> stock_value(const Family& family, std::string_view input, std::string_view name) {
    std::vector<StockUse> filling;
    for (const auto& use : stock_uses(family))
        if (fills(use, input)) filling.push_back(use);
    const bool by_hand = filling.size() == 1 && filling.front().key == "tight";
    const auto offer = stock_named(filling, family.key(), name, by_hand ? "tight" : "stock");
    if (!offer) return offer.problem().at(std::string(input));
    return *stock_value(*offer, input);
}

}  // namespace clampet::families
