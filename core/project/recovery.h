#pragma once
#include <filesystem>
#include <optional>
#include <string>
#include <vector>

#include "quantity/result.h"
#include "rig/rig.h"

namespace clampet::project {

/// Work that was open when Clampet stopped without saving.
struct Recovered {
    rig::Rig rig;
    std::optional<std::filesystem::path> path;  ///< the file it belongs to
    std::optional<std::size_t> file_mark;       ///< of that file's text, as the work knew it
};

/// Keeps a copy of unsaved work in a folder. While the program runs its copy is locked; a crash frees the lock, and the
/// next start finds the copy.
class Recovery {
 public:
    /// Errors while making the folder are kept quiet: keep() then reports them.
    explicit Recovery(std::filesystem::path folder);
    Recovery(const Recovery&) = delete;
    Recovery& operator=(const Recovery&) = delete;
    ~Recovery();
    /// Writes the copy, whole or not at all.
    Status keep(const rig::Rig& rig, const std::optional<std::filesystem::path>& path,
                const std::optional<std::size_t>& file_mark = std::nullopt);
    /// The work is saved or given up: no copy is needed.
    void discard();
    /// Takes over the newest copy that no running program holds, if there is one. Copies that cannot be read stay in
    /// place.
    std::optional<Recovered> take_orphan();
    /// How many such copies there are.
    std::size_t orphans() const;

 private:
    std::vector<std::filesystem::path> copies() const;  ///< of others, the newest first
    std::filesystem::path lock_of(const std::filesystem::path& copy) const;
    std::filesystem::path folder_, data_, lock_path_;
    int lock_ = -1;
};

}  // namespace clampet::project
