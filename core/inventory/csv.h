#pragma once
#include "inventory/workshop.h"

namespace clampet::inventory {

/// Items out of a table as spreadsheets write it: the first line says the columns, of which `name` is needed; count,
/// price, pack, kind and note are known, others are kept in the note.
/// Range    Comma, semicolon or tab between, quotes with quotes doubled in them, a byte order mark, decimal commas
/// where
///          semicolons or tabs separate, any line end. Empty lines are passed over. Names that nobody knows are kept.
/// Errors   A Problem with the line: no column `name`, a number that is none, a quote that does not end.
Result<std::vector<Item>> read_csv(std::string_view text);
/// One cell, in quotes where it needs them.
std::string csv_cell(const std::string& text);
/// With commas, quotes where they are needed, one line an item.
std::string write_csv(const std::vector<Item>& items);

}  // namespace clampet::inventory
