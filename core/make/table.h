#pragma once
#include <string>
#include <vector>

namespace clampet::make {

/// A list for the workshop: what a screen, a sheet of paper and a CSV show alike.
struct Table {
    std::string title;
    std::vector<std::string> columns;
    std::vector<std::vector<std::string>> rows;
    std::vector<std::string> notes;  ///< below it
};
/// With commas, quotes where they are needed, one line a row. Notes are left out.
std::string csv_of(const Table& table);
/// In columns, for a terminal.
std::string text_of(const Table& table);

}  // namespace clampet::make
