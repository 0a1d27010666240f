#include "project/recovery.h"

#include <fcntl.h>
#include <fmt/format.h>
#include <sys/file.h>
#include <unistd.h>

#include <algorithm>
#include <nlohmann/json.hpp>

#include "project/file.h"
#include "project/rig_json.h"

namespace clampet::project {
namespace {

constexpr std::string_view copy_ending = ".recovery.json";

int locked(const std::filesystem::path& path) {
    const int fd = ::open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
    if (fd >= 0 && ::flock(fd, LOCK_EX | LOCK_NB) == 0) return fd;
    if (fd >= 0) ::close(fd);
    return -1;
}

/// Bytes of a name; a text in copies of before.
std::optional<std::filesystem::path> path_from(const nlohmann::json& json) {
    std::string name;
    if (json.is_string()) name = json.get<std::string>();
    if (json.is_array())
        for (const auto& c : json)
            if (c.is_number_unsigned()) name.push_back(static_cast<char>(c.get<unsigned>()));
    return name.empty() ? std::nullopt : std::optional<std::filesystem::path>(name);
}

/// Nothing in copies of before.
std::optional<std::size_t> mark_from(const nlohmann::json& copy) {
    const auto mark = copy.find("file_mark");
    if (mark == copy.end() || !mark->is_number_unsigned()) return std::nullopt;
    return mark->get<std::size_t>();
}

}  // namespace

Recovery::Recovery(std::filesystem::path folder) : folder_(std::move(folder)) {
    std::error_code ignored;
    std::filesystem::create_directories(folder_, ignored);
    for (int i = 0; i < 100 && lock_ < 0; ++i) {
        const std::string stem = fmt::format("{}-{}", ::getpid(), i);
        lock_path_ = folder_ / (stem + ".lock");
        data_ = folder_ / (stem + std::string(copy_ending));
        if (std::filesystem::exists(data_, ignored)) continue;  // an orphan of a reused process number
        lock_ = locked(lock_path_);
    }
}

Recovery::~Recovery() {
    if (lock_ < 0) return;
    std::error_code ignored;
    if (!std::filesystem::exists(data_, ignored)) std::filesystem::remove(lock_path_, ignored);
    ::close(lock_);
}

Status Recovery::keep(const rig::Rig& rig, const std::optional<std::filesystem::path>& path,
                      const std::optional<std::size_t>& file_mark) {
    // A file's name is bytes, not text: kept as numbers, so that any name comes back.
    nlohmann::ordered_json bytes = nlohmann::ordered_json::array();
    if (path)
        for (const char c : path->string()) bytes.push_back(static_cast<unsigned char>(c));
    nlohmann::ordered_json copy{{"path", bytes}, {"rig", write_rig(rig)}};
    if (file_mark) copy["file_mark"] = *file_mark;
    return write_file_atomically(data_, copy.dump(-1, ' ', false, nlohmann::ordered_json::error_handler_t::replace));
}

void Recovery::discard() {
    std::error_code ignored;
    std::filesystem::remove(data_, ignored);
}

std::vector<std::filesystem::path> Recovery::copies() const {
    std::error_code ignored;
    std::vector<std::filesystem::path> copies;
    for (const auto& entry : std::filesystem::directory_iterator(folder_, ignored))
        if (entry.path().filename().string().ends_with(copy_ending) && entry.path() != data_)
            copies.push_back(entry.path());
    std::sort(copies.begin(), copies.end(), [&](const auto& a, const auto& b) {
        return std::filesystem::last_write_time(a, ignored) > std::filesystem::last_write_time(b, ignored);
    });
    return copies;
}

std::filesystem::path Recovery::lock_of(const std::filesystem::path& copy) const {
    std::string name = copy.filename().string();
    name.resize(name.size() - copy_ending.size());
    return folder_ / (name + ".lock");
}

std::size_t Recovery::orphans() const {
    std::size_t count = 0;
    for (const auto& copy : copies())
        if (const int fd = locked(lock_of(copy)); fd >= 0) {
            ::close(fd);
            ++count;
        }
    return count;
}

std::optional<Recovered> Recovery::take_orphan() {
    std::error_code ignored;
    for (const auto& copy : copies()) {
        const auto lock_path = lock_of(copy);
        const int fd = locked(lock_path);
        if (fd < 0) continue;  // another Clampet is running with it
        std::optional<Recovered> found;
        if (const auto text = read_file(copy)) {
            const auto json = nlohmann::json::parse(*text, nullptr, false);
            if (json.is_object() && json.contains("rig") && json["rig"].is_string() && json.contains("path"))
                if (auto rig = read_rig(json["rig"].get<std::string>()))
                    found = Recovered{std::move(*rig), path_from(json["path"]), mark_from(json)};
        }
        if (found && keep(found->rig, found->path, found->file_mark)) {  // ours now, before the old copy goes
            std::filesystem::remove(copy, ignored);
            std::filesystem::remove(lock_path, ignored);
        }
        ::close(fd);
        if (found) return found;
    }
    return std::nullopt;
}

}  // namespace clampet::project
