#pragma once
#include <string>
#include <string_view>
#include <vector>

#include "quantity/result.h"

namespace clampet::quantity {

/// A table as spreadsheets write it.
struct Spreadsheet {
    struct Row {
        std::size_t line = 0;  ///< in the text, from 1
        std::vector<std::string> cells;
    };
    char separator = ',';
    std::vector<Row> rows;  ///< the first one says the columns, where it has no numbers
};
/// Meaning  Rows of cells; empty rows are passed over.
/// Range    Comma, semicolon or tab between, quotes with quotes doubled in them, a byte order mark, any line end.
/// Errors   A Problem with the line: a quote that does not end.
Result<Spreadsheet> read_spreadsheet(std::string_view text);

/// 0 to 9, whatever the locale.
constexpr bool is_digit(char c) {
    return c >= '0' && c <= '9';
}
/// Without blanks at both ends.
std::string trimmed(std::string_view text);
/// In small letters of ASCII.
std::string lower(std::string text);
/// A number in a cell, with a decimal comma where commas do not separate. Errors: a Problem without a place.
Result<double> number_in(std::string cell, char separator);

}  // namespace clampet::quantity
