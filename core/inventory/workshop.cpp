#include "inventory/workshop.h"

#include <fmt/format.h>

#include <algorithm>
#include <array>
#include <cmath>

#include "catalogue/device.h"
#include "catalogue/material.h"
#include "catalogue/stock.h"
#include "inventory/ballast.h"
#include "inventory/board.h"
#include "parts/part_kind.h"
#include "quantity/format.h"

namespace clampet::inventory {
namespace {

constexpr std::size_t most_items = 20000;

/// "3/8-16 male to 1/4-20 female", with or without "adapter" before it.
std::optional<catalogue::Adapter> two_ends(const Item& item) {
    std::string_view text = item.name;
    for (const std::string_view word : {"adapter ", "adapter, ", "stud ", "bush "})
        if (text.starts_with(word)) text.remove_prefix(word.size());
    for (const std::string_view between : {" to ", " → ", " on "}) {
        const auto at = text.find(between);
        if (at == text.npos) continue;
        const auto a = catalogue::read_end(text.substr(0, at)),
                   b = catalogue::read_end(text.substr(at + between.size()));
        if (a && b) return catalogue::Adapter{item.name, *a, *b, "owned"};
    }
    return std::nullopt;
}

std::optional<catalogue::Adapter> adapter_of(const Item& item) {
    auto found = two_ends(item);
    if (!found)
        for (const auto& adapter : catalogue::adapters())
            if (adapter.name == item.name) found = adapter;
    if (found) found->count = static_cast<unsigned>(std::clamp(std::floor(item.count), 0.0, 1e6));
    return found;
}

}  // namespace

Known known(const Item& item) {
    if (!item.kind.empty())
        if (const auto* kind = parts::kind_named(item.kind)) return {Known::As::part, std::string(kind->name()), {}};
    if (auto adapter = adapter_of(item))
        return {Known::As::adapter, fmt::format("adapter, {} to {}", name_of(adapter->a), name_of(adapter->b)),
                adapter};
    for (const auto& row : catalogue::stock())
        if (row.name == item.name) return {Known::As::stock, row.group, {}};
    for (const auto& device : catalogue::devices())
        if (device.name == item.name) return {Known::As::device, device.what, {}};
    if (const auto board = board_of(item)) return {Known::As::board, board->is_round() ? "bar or tube" : "board", {}};
    if (const auto mass = ballast_mass(item))
        return {Known::As::ballast, "weight, " + quantity::format(*mass, quantity::Dimension::mass), {}};
    return {};
}

std::vector<catalogue::Adapter> adapters_of(const Workshop& workshop) {
    std::vector<catalogue::Adapter> all;
    for (const auto& item : workshop.items)
        if (item.count >= 1)
            if (auto adapter = adapter_of(item)) all.push_back(std::move(*adapter));
    return all;
}

double owned(const Workshop& workshop, std::string_view name) {
    double sum = 0;
    for (const auto& item : workshop.items)
        if (item.name == name) sum += item.count;
    return sum;
}

Status validate(const Workshop& workshop) {
    if (workshop.items.size() > most_items)
        return Problem{"workshop.too_many_items", "/items", "There are more items than a drawer has.",
                       fmt::format("Give at most {}.", most_items)};
    for (std::size_t i = 0; i < workshop.items.size(); ++i) {
        const auto& item = workshop.items[i];
        const auto at = [&](const char* key) { return fmt::format("/items/{}/{}", i, key); };
        if (item.name.empty() || item.name.size() > 200)
            return Problem{"workshop.no_name", at("name"), "A name has 1 to 200 characters.",
                           "For example M6 wing nut, or 3/8-16 male to 1/4-20 female."};
        if (!(item.count >= 0 && item.count <= most_counted))
            return Problem{"workshop.impossible_count", at("count"),
                           fmt::format("“{}” cannot be there {:g} times.", item.name, item.count), "Give 0 or more."};
        if (!(item.pack > 0 && item.pack <= most_counted))
            return Problem{"workshop.impossible_pack", at("pack"), "A pack holds at least something.",
                           "Give how many pieces are in a pack, 1 for single ones."};
        if (item.price && !(*item.price >= 0 && *item.price <= most_counted))
            return Problem{"workshop.impossible_price", at("price"), "That is no price.", "Give 0 or more."};
        if (!(item.delivery >= 0 && item.delivery <= longest_delivery))
            return Problem{"workshop.impossible_delivery", at("delivery"), "Nothing takes so long to come.",
                           "Give 0 days to a year."};
        if (!item.kind.empty() && !parts::kind_named(item.kind)) {
            const auto problem = parts::no_kind(item.kind);
            return problem.at(at("kind"));
        }
    }
    for (std::size_t i = 0; i < workshop.hands.size(); ++i) {
        const auto& hand = workshop.hands[i];
        if (hand.name.empty() || !(hand.strength >= rig::weakest_hand && hand.strength <= rig::strongest_hand))
            return Problem{"workshop.impossible_hand", fmt::format("/hands/{}", i),
                           fmt::format("“{}” is no hand with {:g} times the usual strength.", hand.name, hand.strength),
                           fmt::format("Give a name, and {:g} to {:g}.", rig::weakest_hand, rig::strongest_hand)};
    }
    for (std::size_t i = 0; i < workshop.printers.size(); ++i) {
        const auto& printer = workshop.printers[i];
        const bool can_be = printer.walls > 0 && printer.walls <= 1 && printer.infill >= 0 && printer.infill <= 1;
        if (printer.name.empty() || !can_be)
            return Problem{"workshop.impossible_printer", fmt::format("/printers/{}", i),
                           fmt::format("“{}” cannot print so.", printer.name),
                           "Give a name, walls over 0 and an infill of 0 to 1."};
        if (const auto known = catalogue::material_named(printer.material); !known)
            return known.problem().at(fmt::format("/printers/{}/material", i));
    }
    return Done{};
}

}  // namespace clampet::inventory

namespace clampet::parts {

using namespace std::string_view_literals;

template <>
std::span<const std::string_view> names<inventory::HoleLies>() {
    static constexpr std::array all{"upright"sv, "across"sv};
    return all;
}
template <>
std::span<const std::string_view> names<inventory::TriedFit>() {
    static constexpr std::array all{"tight"sv, "right"sv, "loose"sv};
    return all;
}

}  // namespace clampet::parts
