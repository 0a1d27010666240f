#include "inventory/csv.h"

#include <fmt/format.h>

#include <algorithm>

#include "quantity/spreadsheet.h"

namespace clampet::inventory {
namespace {

using quantity::lower;
using quantity::Spreadsheet;
using quantity::trimmed;

Result<double> number_of(const std::string& cell, const Spreadsheet::Row& row, const char* column, char separator) {
    const auto value = quantity::number_in(cell, separator);
    if (!value) return value.problem().at(fmt::format("line {}, {}", row.line, column));
    return *value;
}

}  // namespace

std::string csv_cell(const std::string& text) {
    if (text.find_first_of(",\"\n\r;\t") == text.npos) return text;
    std::string out = "\"";
    for (const char c : text) {
        if (c == '"') out += '"';
        out += c;
    }
    return out + "\"";
}

Result<std::vector<Item>> read_csv(std::string_view text) {
    const auto table = quantity::read_spreadsheet(text);
    if (!table) return table.problem();
    const char separator = table->separator;
    const auto* rows = &table->rows;
    std::vector<std::string> columns;
    if (!rows->empty())
        for (const auto& cell : rows->front().cells) columns.push_back(lower(trimmed(cell)));
    if (std::find(columns.begin(), columns.end(), "name") == columns.end())
        return Problem{"csv.no_name_column", "line 1", "The first line has no column “name”.",
                       "Begin with name,count,price,pack,kind,note; all but name may be left out."};
    std::vector<Item> items;
    for (std::size_t r = 1; r < rows->size(); ++r) {
        const Spreadsheet::Row& row = (*rows)[r];
        Item item;
        for (std::size_t c = 0; c < std::min(row.cells.size(), columns.size()); ++c) {
            const std::string cell = trimmed(row.cells[c]);
            const auto& column = columns[c];
            if (cell.empty()) continue;
            if (column == "name") {
                item.name = cell;
            } else if (column == "kind") {
                item.kind = cell;
            } else if (column == "count" || column == "price" || column == "pack") {
                const auto value = number_of(cell, row, column.c_str(), separator);
                if (!value) return value.problem();
                if (column == "count") item.count = *value;
                if (column == "price") item.price = *value;
                if (column == "pack") item.pack = *value;
            } else {
                item.note += (item.note.empty() ? "" : "; ") + (column == "note" ? cell : column + ": " + cell);
            }
        }
        if (item.name.empty())
            return Problem{"csv.no_name", fmt::format("line {}", row.line), "This line has no name.",
                           "Say what it is called, or take the line out."};
        Workshop alone;
        alone.items = {item};
        if (const auto ok = validate(alone); !ok) {
            auto problem = ok.problem();
            problem.where = fmt::format("line {}", row.line);
            return problem;
        }
        items.push_back(std::move(item));
    }
    return items;
}

std::string write_csv(const std::vector<Item>& items) {
    std::string out = "name,count,price,pack,kind,note\n";
    for (const auto& item : items)
        out +=
            fmt::format("{},{:g},{},{:g},{},{}\n", csv_cell(item.name), item.count,
                        item.price ? fmt::format("{:g}", *item.price) : "", item.pack, item.kind, csv_cell(item.note));
    return out;
}

}  // namespace clampet::inventory
