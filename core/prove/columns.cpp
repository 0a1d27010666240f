#include "prove/columns.h"

#include <algorithm>

namespace clampet::prove {
namespace {

std::string unit_in(const std::string& column) {
    const auto open = column.find_first_of("[("), close = column.find_first_of("])", open == column.npos ? 0 : open);
    if (open != column.npos && close != column.npos)
        return quantity::trimmed(column.substr(open + 1, close - open - 1));
    const auto blank = column.find(' ');
    return blank == column.npos ? "" : quantity::trimmed(column.substr(blank + 1));
}

}  // namespace

bool Column::is(std::initializer_list<const char*> words) const {
    return std::any_of(words.begin(), words.end(), [&](const char* word) { return name.starts_with(word); });
}

std::optional<std::vector<Column>> columns_of(const quantity::Spreadsheet& table) {
    if (table.rows.empty()) return std::nullopt;
    std::vector<Column> columns;
    for (const auto& cell : table.rows.front().cells) {
        auto name = quantity::lower(quantity::trimmed(cell));
        if (quantity::number_in(name, table.separator)) return std::nullopt;
        auto unit = unit_in(name);
        columns.push_back({std::move(name), std::move(unit)});
    }
    return columns;
}

std::optional<double> unit_named(const std::string& name, std::initializer_list<Unit> units) {
    for (const auto& unit : units)
        if (unit.name == name) return unit.si;
    return std::nullopt;
}

std::optional<double> unit_of_time(const std::string& name) {
    return unit_named(name, {{"", 1}, {"s", 1}, {"sec", 1}, {"ms", 1e-3}, {"us", 1e-6}, {"ns", 1e-9}, {"min", 60}});
}

}  // namespace clampet::prove
