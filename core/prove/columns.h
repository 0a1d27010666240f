#pragma once
#include <initializer_list>
#include <optional>
#include <string>
#include <vector>

#include "quantity/spreadsheet.h"

namespace clampet::prove {

/// A column of a table that an instrument wrote, by its first line.
struct Column {
    std::string name;  ///< in small letters, "time (ms)"
    std::string unit;  ///< what stands in brackets, or after a blank: "ms"; empty where nothing does
    /// Whether it begins with one of them, or is one of them.
    bool is(std::initializer_list<const char*> words) const;
};
/// Of a table whose first line has no number in it; nothing where it has.
std::optional<std::vector<Column>> columns_of(const quantity::Spreadsheet& table);

struct Unit {
    std::string_view name;
    double si;
};
/// The unit of that name; nothing where it is none of them.
std::optional<double> unit_named(const std::string& name, std::initializer_list<Unit> units);
/// Times as instruments write them: s where nothing is said.
std::optional<double> unit_of_time(const std::string& name);

}  // namespace clampet::prove
