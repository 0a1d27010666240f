#include "project/file.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/stat.h>
#include <unistd.h>

#include <cerrno>
#include <charconv>
#include <csignal>
#include <cstring>
#include <fstream>
#include <sstream>

namespace clampet::project {
namespace {

constexpr std::string_view part_ending = ".part";

Problem cannot_write(const std::filesystem::path& path, int error) {
    const std::string what = fmt::format("“{}” could not be written: {}.", path.string(), std::strerror(error));
    switch (error) {
        case ENOSPC:
        case EDQUOT:
        case EFBIG:
            return {"file.no_room", "", what, "Free some space or save to another place; the old file is untouched."};
        case EACCES:
        case EPERM:
        case EROFS:
            return {"file.may_not_write", "", what,
                    "Save to a folder that you may write to; the old file is untouched."};
        case ENOENT:
            return {"file.no_folder", "", what, "The folder is not there: make it, or choose another."};
        default:
            return {"file.not_written", "", what, "Save to another place; the old file is untouched."};
    }
}

/// A file descriptor that closes itself, and a temporary name that goes away unless it was kept.
class Temporary {
 public:
    explicit Temporary(std::filesystem::path path) : path_(std::move(path)) {}
    Temporary(const Temporary&) = delete;
    Temporary& operator=(const Temporary&) = delete;
    ~Temporary() {
        if (fd >= 0) ::close(fd);
        if (!kept) ::unlink(path_.c_str());
    }
    int fd = -1;
    bool kept = false;

 private:
    std::filesystem::path path_;
};

bool write_all(int fd, std::string_view text) {
    while (!text.empty()) {
        const ssize_t n = ::write(fd, text.data(), text.size());
        if (n < 0 && errno == EINTR) continue;
        if (n <= 0) {
            if (n == 0) errno = ENOSPC;
            return false;
        }
        text.remove_prefix(static_cast<std::size_t>(n));
    }
    return true;
}

/// A save that was killed leaves its `.part` behind: those of this file whose process has ended go.
void sweep_stale_parts(const std::filesystem::path& folder, const std::string& stem) {
    std::error_code error;
    std::filesystem::directory_iterator entry(folder, error), end;
    for (; !error && entry != end; entry.increment(error)) {
        const std::string name = entry->path().filename().string();
        if (!name.starts_with(stem) || !name.ends_with(part_ending)) continue;
        const std::string_view middle =
            std::string_view(name).substr(stem.size(), name.size() - stem.size() - part_ending.size());
        pid_t process = 0;
        const auto [last, bad] = std::from_chars(middle.data(), middle.data() + middle.size(), process);
        if (bad != std::errc() || last != middle.data() + middle.size() || process <= 0) continue;
        if (process == ::getpid() || (::kill(process, 0) != 0 && errno == ESRCH)) {
            std::error_code ignored;
            std::filesystem::remove(entry->path(), ignored);
        }
    }
}

}  // namespace

Result<std::string> read_file(const std::filesystem::path& path) {
    std::error_code error;
    const auto status = std::filesystem::status(path, error);
    if (!std::filesystem::exists(status))
        return Problem{"file.not_there", "", fmt::format("There is no file “{}”.", path.string()),
                       "Check the name and the folder."};
    if (std::filesystem::is_directory(status))
        return Problem{"file.is_a_folder", "", fmt::format("“{}” is a folder.", path.string()),
                       "Choose a rig file, ending in .clampet.json."};
    if (!std::filesystem::is_regular_file(status))
        return Problem{"file.not_plain", "", fmt::format("“{}” is not a plain file.", path.string()),
                       "Choose a rig file, ending in .clampet.json."};
    const auto size = std::filesystem::file_size(path, error);
    if (!error && size > largest_file)
        return Problem{"file.too_large", "",
                       fmt::format("“{}” is {} MB, and a rig file is at most {} MB.", path.string(), size >> 20,
                                   largest_file >> 20),
                       "This is probably another kind of file."};
    std::ifstream stream(path, std::ios::binary);
    std::ostringstream text;
    if (stream.is_open() && size > 0) text << stream.rdbuf();
    if (!stream.is_open() || stream.bad())
        return Problem{"file.unreadable", "",
                       fmt::format("“{}” could not be read: {}.", path.string(), std::strerror(errno)),
                       "Check that you may read it."};
    return text.str();
}

Status write_file_atomically(const std::filesystem::path& given, std::string_view text) {
    std::error_code error;
    std::filesystem::path path = std::filesystem::weakly_canonical(given, error);  // through a link, to the file itself
    if (error || path.empty()) path = given;
    const std::filesystem::path folder = path.has_parent_path() ? path.parent_path() : ".";
    const std::string stem = "." + path.filename().string().substr(0, 200) + ".";
    const std::filesystem::path beside = folder / (stem + std::to_string(::getpid()) + std::string(part_ending));
    mode_t mode = 0644;
    struct stat old {};
    if (::stat(path.c_str(), &old) == 0) {
        if (S_ISDIR(old.st_mode)) return cannot_write(path, EISDIR);
        mode = old.st_mode & 0777;
        // A file that was made read-only is protected on purpose, although its folder would allow a rename.
        if (::access(path.c_str(), W_OK) != 0) return cannot_write(path, errno);
    }
    sweep_stale_parts(folder, stem);
    Temporary temporary(beside);
    temporary.fd = ::open(beside.c_str(), O_WRONLY | O_CREAT | O_TRUNC | O_CLOEXEC, mode);
    if (temporary.fd < 0) return cannot_write(path, errno);
    if (!write_all(temporary.fd, text) || ::fsync(temporary.fd) != 0) return cannot_write(path, errno);
    if (::rename(beside.c_str(), path.c_str()) != 0) return cannot_write(path, errno);
    temporary.kept = true;
    const int directory = ::open(folder.c_str(), O_RDONLY | O_DIRECTORY | O_CLOEXEC);
    if (directory >= 0) {  // so that the rename itself survives a power cut
        ::fsync(directory);
        ::close(directory);
    }
    return Done{};
}

Status write_files(const std::filesystem::path& folder, const std::vector<NamedFile>& files) {
    std::error_code error;
    const bool was_there = std::filesystem::exists(folder, error);
    if (was_there && !std::filesystem::is_directory(folder, error))
        return Problem{"file.not_a_folder", folder.string(), "Several files go into a folder, and this is a file.",
                       "Give the name of a folder, or of one that is not there yet."};
    std::filesystem::create_directories(folder, error);
    if (error)
        return Problem{"file.no_folder", folder.string(),
                       fmt::format("The folder cannot be made: {}.", error.message()),
                       "Choose another place, or change who may write there."};
    std::vector<std::filesystem::path> fresh;
    for (const auto& file : files) {
        const auto path = folder / file.name;
        if (!std::filesystem::exists(path, error)) fresh.push_back(path);
        if (const auto done = write_file_atomically(path, file.bytes); !done) {
            for (const auto& written : fresh) std::filesystem::remove(written, error);
            if (!was_there) std::filesystem::remove(folder, error);
            return done.problem();
        }
    }
    return Done{};
}

}  // namespace clampet::project
