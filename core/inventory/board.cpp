#include "inventory/board.h"

#include <fmt/format.h>

#include <algorithm>
#include <cctype>
#include <vector>

#include "catalogue/material.h"
#include "quantity/parse.h"
#include "quantity/spreadsheet.h"

namespace clampet::inventory {
namespace {

using quantity::trimmed;

/// "600 × 300 x 17.5 mm" at its signs: an x between blanks or digits, or ×.
std::vector<std::string> sizes_in(std::string_view text) {
    std::vector<std::string> sizes(1);
    for (std::size_t i = 0; i < text.size(); ++i) {
        const bool is_times = text.substr(i).starts_with("×");
        if (is_times || text[i] == 'x' || text[i] == 'X') {
            sizes.emplace_back();
            if (is_times) ++i;  // two bytes
        } else {
            sizes.back() += text[i];
        }
    }
    for (auto& size : sizes) size = trimmed(size);
    return sizes;
}

bool ends_with_digit(const std::string& text) {
    return !text.empty() && std::isdigit(static_cast<unsigned char>(text.back()));
}

/// All of them in metres; nothing where one is no length above 0.
std::optional<std::vector<double>> lengths_of(const std::vector<std::string>& sizes) {
    std::string unit = "mm";
    if (!ends_with_digit(sizes.back())) {
        const auto last = sizes.back().find_last_of("0123456789");
        if (last == std::string::npos) return std::nullopt;
        unit = trimmed(std::string_view(sizes.back()).substr(last + 1));
    }
    std::vector<double> lengths;
    for (const auto& size : sizes) {
        const auto value =
            quantity::parse(ends_with_digit(size) ? size + " " + unit : size, quantity::Dimension::length);
        if (!value || !(*value > 0)) return std::nullopt;
        lengths.push_back(*value);
    }
    return lengths;
}

std::optional<Board> round_of(std::string material, const std::vector<double>& sizes, bool by_metre) {
    Board board;
    board.material = std::move(material);
    board.diameter = sizes.front();
    const std::size_t more = sizes.size() - 1;
    if (more > (by_metre ? 1u : 2u)) return std::nullopt;
    if (by_metre ? more == 1 : more == 2) board.wall = sizes[1];
    if (!by_metre && more == 0) return std::nullopt;
    if (!by_metre) board.length = sizes.back();
    if (2 * board.wall >= board.diameter) return std::nullopt;
    return board;
}

std::optional<Board> flat_of(std::string material, std::vector<double> sizes, bool by_metre) {
    if (sizes.size() != (by_metre ? 2u : 3u)) return std::nullopt;
    Board board;
    board.material = std::move(material);
    if (!by_metre) {
        board.length = sizes.front();
        sizes.erase(sizes.begin());
    }
    board.width = std::max(sizes[0], sizes[1]);
    board.thickness = std::min(sizes[0], sizes[1]);
    return board;
}

std::string mm(double size) {
    return fmt::format("{:g}", std::round(size * 1e4) / 10);
}

}  // namespace

std::optional<Board> board_of(const Item& item) {
    const auto number = [&](const char* key) {
        const auto found = item.values.find(key);
        const auto* value = found == item.values.end() ? nullptr : std::get_if<double>(&found->second);
        return value ? *value : 0.0;
    };
    if (item.kind == "tube") {
        const auto material = item.values.find("material");
        const auto* name = material == item.values.end() ? nullptr : std::get_if<std::string>(&material->second);
        if (!name || !(number("diameter") > 0) || !(number("length") > 0)) return std::nullopt;
        return Board{*name, number("length"), 0, 0, number("diameter"), number("wall")};
    }
    if (!item.kind.empty()) return std::nullopt;
    const auto comma = item.name.rfind(", ");
    if (comma == std::string::npos) return std::nullopt;
    const auto material = catalogue::material_named(trimmed(std::string_view(item.name).substr(0, comma)));
    if (!material) return std::nullopt;
    std::string rest = trimmed(std::string_view(item.name).substr(comma + 2));
    const bool is_round = rest.starts_with("Ø");
    if (is_round) rest = rest.substr(std::string_view("Ø").size());
    const auto sizes = lengths_of(sizes_in(rest));
    if (!sizes) return std::nullopt;
    return is_round ? round_of(material->name, *sizes, item.by_metre) : flat_of(material->name, *sizes, item.by_metre);
}

std::string name_of(const Board& board) {
    std::string name = board.material + ", ";
    if (!board.is_round()) {
        if (board.length > 0) name += mm(board.length) + " × ";
        return name + fmt::format("{} × {} mm", mm(board.width), mm(board.thickness));
    }
    name += "Ø" + mm(board.diameter);
    if (board.wall > 0) name += " × " + mm(board.wall);
    if (board.length > 0) name += " × " + mm(board.length);
    return name + " mm";
}

}  // namespace clampet::inventory
