#pragma once
#include <string>
#include <string_view>

namespace clampet::project {

/// Line (from 1) on which the value at a JSON path stands, or its nearest parent that is there.
/// Range  `text` is valid JSON. Source  The library's event parser, fed through an iterator that counts lines.
std::size_t line_of(std::string_view text, const std::string& path);

/// Line (from 1) of a byte offset.
std::size_t line_at(std::string_view text, std::size_t offset);

}  // namespace clampet::project
