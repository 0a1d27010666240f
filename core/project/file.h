#pragma once
#include <filesystem>
#include <string>
#include <string_view>
#include <vector>

#include "quantity/result.h"

namespace clampet::project {

/// Larger files are refused before they are read: a rig of 500 parts is under 2 MB.
inline constexpr std::uintmax_t largest_file = 16u << 20;

/// The text of a file. Errors: a Problem that says what to do (missing, a folder, too large, unreadable).
Result<std::string> read_file(const std::filesystem::path& path);

/// Replaces a file whole or not at all: writes beside it, flushes to the disk, renames.
/// Errors  A Problem (read-only folder, full disk, name too long); the old file is then untouched.
Status write_file_atomically(const std::filesystem::path& path, std::string_view text);

/// A file of several that belong together.
struct NamedFile {
    std::string name, bytes;
};
/// Writes them into a folder, which is made if there is none: each whole or not at all, and where one fails none stays
/// that was not there before.
/// Errors  A Problem: not a folder, no room, not allowed.
Status write_files(const std::filesystem::path& folder, const std::vector<NamedFile>& files);

}  // namespace clampet::project
