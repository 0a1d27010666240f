#pragma once
#include <cstdint>
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "project/edits.h"
#include "study/check.h"

namespace clampet::project {

/// Edits with the same non-zero gesture (press to release, one visit to a field) undo together.
using Gesture = std::uint64_t;
inline constexpr Gesture single = 0;

/// What an edit changed, with all that follows from it.
struct Change {
    bool everything = false;              ///< another rig was loaded, or parts came or went
    std::vector<std::string> interfaces;  ///< whose numbers or loads changed
    bool touches(const std::string& interface) const;
};

/// One open rig with its undo history and its check. Single-threaded: belongs to the thread that made it.
class Document {
 public:
    Document();  ///< an empty rig
    Document(const Document&) = delete;
    Document& operator=(const Document&) = delete;

    const rig::Rig& rig() const { return rig_; }
    const study::RigCheck& check() const { return check_; }
    bool is_empty() const { return rig_.parts.empty(); }

    /// Does an edit, or gives the Problem and changes nothing.
    Status perform(const Edit& edit, Gesture gesture = single);
    bool can_undo() const { return !undo_.empty(); }
    bool can_redo() const { return !redo_.empty(); }
    std::string undo_label() const { return can_undo() ? undo_.back().label : ""; }
    std::string redo_label() const { return can_redo() ? redo_.back().label : ""; }
    void undo();
    void redo();

    /// Opens a file; on a Problem the open document is untouched.
    Status open(const std::filesystem::path& path);
    /// Takes a whole rig (new, demo, recovered). `modified` marks work that is in no file.
    Status adopt(rig::Rig rig, std::optional<std::filesystem::path> path = {}, bool modified = false);
    void start_new();
    Status save();
    Status save_as(const std::filesystem::path& path);
    const std::optional<std::filesystem::path>& path() const { return path_; }
    bool is_modified() const { return modified_; }
    /// Grows with every change of the rig, so that a view knows whether it shows the present one.
    std::uint64_t revision() const { return revision_; }

    /// Calls back after every change, until the subscription is let go.
    using Observer = std::function<void(const Change&)>;
    using Subscription = std::shared_ptr<void>;
    [[nodiscard]] Subscription observe(Observer observer);

 private:
    struct Step {
        rig::Rig before;
        std::string label;
        Gesture gesture = single;
    };
    void set_rig(rig::Rig rig, const std::string& only_interface);
    void notify(const Change& change);

    rig::Rig rig_;
    study::RigCheck check_;
    std::vector<Step> undo_, redo_;
    std::optional<std::filesystem::path> path_;
    bool modified_ = false;
    std::optional<rig::Rig> saved_;  ///< what the file holds, so that undoing back to it is unmodified
    std::uint64_t revision_ = 0;
    std::vector<std::weak_ptr<Observer>> observers_;
};

}  // namespace clampet::project
