#include "make/table.h"

#include <fmt/format.h>

#include <algorithm>

#include "inventory/csv.h"

namespace clampet::make {
namespace {

/// Letters, not bytes: what goes on with 10xxxxxx belongs to the letter before.
std::size_t width_of(const std::string& text) {
    return static_cast<std::size_t>(
        std::count_if(text.begin(), text.end(), [](char c) { return (static_cast<unsigned char>(c) & 0xC0) != 0x80; }));
}

}  // namespace

std::string csv_of(const Table& table) {
    std::string all;
    const auto line = [&](const std::vector<std::string>& cells) {
        for (std::size_t i = 0; i < cells.size(); ++i) all += (i > 0 ? "," : "") + inventory::csv_cell(cells[i]);
        all += "\n";
    };
    line(table.columns);
    for (const auto& row : table.rows) line(row);
    return all;
}

std::string text_of(const Table& table) {
    std::vector<std::size_t> widths(table.columns.size());
    const auto widen = [&](const std::vector<std::string>& cells) {
        for (std::size_t i = 0; i < std::min(cells.size(), widths.size()); ++i)
            widths[i] = std::max(widths[i], width_of(cells[i]));
    };
    widen(table.columns);
    for (const auto& row : table.rows) widen(row);
    std::string all = table.title + "\n";
    const auto line = [&](const std::vector<std::string>& cells) {
        std::string text = " ";
        for (std::size_t i = 0; i < cells.size(); ++i) {
            text += " " + cells[i];
            if (i + 1 < cells.size()) text += std::string(widths[i] - width_of(cells[i]) + 1, ' ');
        }
        all += text + "\n";
    };
    line(table.columns);
    for (const auto& row : table.rows) line(row);
    for (const auto& note : table.notes) all += "  " + note + "\n";
    return all;
}

}  // namespace clampet::make
