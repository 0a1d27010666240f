#pragma once
#include <filesystem>
#include <string>
#include <string_view>

#include "quantity/result.h"

namespace clampet::project {

/// Larger files are refused before they are read: a rig of 500 parts is under 2 MB.
inline constexpr std::uintmax_t largest_file = 16u << 20;

/// The text of a file. Errors: a Problem that says what to do (missing, a folder, too large, unreadable).
Result<std::string> read_file(const std::filesystem::path& path);

/// Replaces a file whole or not at all: writes beside it, flushes to the disk, renames.
/// Errors  A Problem (read-only folder, full disk, name too long); the old file is then untouched.
Status write_file_atomically(const std::filesystem::path& path, std::string_view text);

}  // namespace clampet::project
