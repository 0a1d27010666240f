#include "quantity/spreadsheet.h"

#include <fmt/format.h>

#include <algorithm>
#include <charconv>
#include <cmath>

namespace clampet::quantity {
namespace {

using Row = Spreadsheet::Row;

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

}  // namespace

std::string trimmed(std::string_view text) {
    const auto from = text.find_first_not_of(" \t"), to = text.find_last_not_of(" \t");
    return from == text.npos ? std::string() : std::string(text.substr(from, to - from + 1));
}

std::string lower(std::string text) {
    for (char& c : text)
        if (c >= 'A' && c <= 'Z') c = static_cast<char>(c - 'A' + 'a');
    return text;
}

Result<double> number_in(std::string text, char separator) {
    if (separator != ',') std::replace(text.begin(), text.end(), ',', '.');
    double value = 0;
    const auto [end, error] = std::from_chars(text.data(), text.data() + text.size(), value);
    if (error != std::errc() || end != text.data() + text.size() || !std::isfinite(value))
        return Problem{"csv.not_a_number", "", fmt::format("“{}” is not a number.", text),
                       "Write for example 12 or 3.50, without a unit."};
    return value;
}

Result<Spreadsheet> read_spreadsheet(std::string_view text) {
    if (text.starts_with("\xEF\xBB\xBF")) text.remove_prefix(3);
    const char separator = separator_of(text.substr(0, text.find_first_of("\r\n")));
    auto rows = rows_of(text, separator);
    if (!rows) return rows.problem();
    return Spreadsheet{separator, std::move(*rows)};
}

}  // namespace clampet::quantity
