#include "inventory/csv.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

namespace clampet::inventory {
namespace {

struct Row {
    std::size_t line = 0;
    std::vector<std::string> cells;
};

char separator_of(std::string_view head) {
    const auto count = [&](char c) { return std::count(head.begin(), head.end(), c); };
    return count('\t') > 0 && count('\t') >= count(';') && count('\t') >= count(',') ? '\t'
           : count(';') > 0                                                          ? ';'
                                                                                     : ',';
}

Result<std::vector<Row>> rows_of(std::string_view text, char separator) {
    std::vector<Row> rows;
    Row row{1, {}};
    std::string cell;
    bool quoted = false, was_quoted = false;
    std::size_t line = 1, opened = 1;
    const auto end_cell = [&] {
        row.cells.push_back(std::move(cell));
        cell.clear();
        was_quoted = false;
    };
    const auto end_row = [&] {
        end_cell();
        const bool empty = std::all_of(row.cells.begin(), row.cells.end(), [](const auto& c) { return c.empty(); });
        if (!empty) rows.push_back(std::move(row));
        row = {line, {}};
    };
    for (std::size_t i = 0; i < text.size(); ++i) {
        const char c = text[i];
        if (c == '\n') ++line;
        if (quoted) {
            if (c != '"')
                cell += c;
            else if (i + 1 < text.size() && text[i + 1] == '"')
                cell += text[++i];
            else
                quoted = false;
        } else if (c == '"' && cell.empty() && !was_quoted) {
            quoted = was_quoted = true;
            opened = line;
        } else if (c == separator) {
            end_cell();
        } else if (c == '\n' || c == '\r') {
            if (c == '\r' && i + 1 < text.size() && text[i + 1] == '\n') continue;
            end_row();
            row.line = line;
        } else {
            cell += c;
        }
    }
    if (quoted)
        return Problem{"csv.open_quote", fmt::format("line {}", opened), "A quote is opened here and never closed.",
                       "Close it, or write the text without quotes."};
    end_row();
    return rows;
}

std::string trimmed(std::string_view text) {
    const auto from = text.find_first_not_of(" \t"), to = text.find_last_not_of(" \t");
    return from == text.npos ? std::string() : std::string(text.substr(from, to - from + 1));
}

std::string lower(std::string text) {
    for (char& c : text)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return text;
}

Result<double> number_of(std::string text, const Row& row, const char* column, char separator) {
    if (separator != ',') std::replace(text.begin(), text.end(), ',', '.');
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value))
        return Problem{"csv.not_a_number", fmt::format("line {}, {}", row.line, column),
                       fmt::format("“{}” is not a number.", text), "Write for example 12 or 3.50, without a unit."};
    return value;
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
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    const char separator = separator_of(text.substr(0, text.find_first_of("\r\n")));
    const auto rows = rows_of(text, separator);
    if (!rows) return rows.problem();
    std::vector<std::string> columns;
    if (!rows->empty())
        for (const auto& cell : rows->front().cells) columns.push_back(lower(trimmed(cell)));
    if (std::find(columns.begin(), columns.end(), "name") == columns.end())
        return Problem{"csv.no_name_column", "line 1", "The first line has no column “name”.",
                       "Begin with name,count,price,pack,kind,note; all but name may be left out."};
    std::vector<Item> items;
    for (std::size_t r = 1; r < rows->size(); ++r) {
        const Row& row = (*rows)[r];
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
