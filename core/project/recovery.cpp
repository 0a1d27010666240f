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

int locked(const std::filesystem::path& path) {
    const int fd = ::open(path.c_str(), O_RDWR | O_CREAT | O_CLOEXEC, 0600);
    if (fd >= 0 && ::flock(fd, LOCK_EX | LOCK_NB) == 0) return fd;
    if (fd >= 0) ::close(fd);
    return -1;
}

}  // namespace

Recovery::Recovery(std::filesystem::path folder) : folder_(std::move(folder)) {
    std::error_code ignored;
    std::filesystem::create_directories(folder_, ignored);
    for (int i = 0; i < 100 && lock_ < 0; ++i) {
        const std::string stem = fmt::format("{}-{}", ::getpid(), i);
        lock_path_ = folder_ / (stem + ".lock");
        data_ = folder_ / (stem + ".recovery.json");
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

Status Recovery::keep(const rig::Rig& rig, const std::optional<std::filesystem::path>& path) {
    const nlohmann::ordered_json copy{{"path", path ? path->string() : ""}, {"rig", write_rig(rig)}};
    return write_file_atomically(data_, copy.dump(1, ' ', false, nlohmann::ordered_json::error_handler_t::replace));
}

void Recovery::discard() {
    std::error_code ignored;
    std::filesystem::remove(data_, ignored);
}

std::optional<Recovered> Recovery::take_orphan() {
    std::error_code ignored;
    std::vector<std::filesystem::path> copies;
    for (const auto& entry : std::filesystem::directory_iterator(folder_, ignored))
        if (entry.path().filename().string().ends_with(".recovery.json") && entry.path() != data_)
            copies.push_back(entry.path());
    std::sort(copies.begin(), copies.end(), [&](const auto& a, const auto& b) {
        return std::filesystem::last_write_time(a, ignored) > std::filesystem::last_write_time(b, ignored);
    });
    for (const auto& copy : copies) {
        const std::string name = copy.filename().string();
        const auto lock_path = folder_ / (name.substr(0, name.find('.')) + ".lock");
        const int fd = locked(lock_path);
        if (fd < 0) continue;  // another Clampet is running with it
        std::optional<Recovered> found;
        if (const auto text = read_file(copy)) {
            const auto json = nlohmann::json::parse(*text, nullptr, false);
            if (json.is_object() && json.contains("rig") && json["rig"].is_string() && json.contains("path") &&
                json["path"].is_string()) {
                if (auto rig = read_rig(json["rig"].get<std::string>())) {
                    found = Recovered{std::move(*rig), {}};
                    if (const std::string path = json["path"]; !path.empty()) found->path = path;
                }
            }
        }
        if (found && keep(found->rig, found->path)) {  // ours now, before the old copy goes
            std::filesystem::remove(copy, ignored);
            std::filesystem::remove(lock_path, ignored);
        }
        ::close(fd);
        if (found) return found;
    }
    return std::nullopt;
}

}  // namespace clampet::project
