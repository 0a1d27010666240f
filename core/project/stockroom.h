#pragma once
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>

#include "inventory/workshop.h"
#include "project/history.h"

namespace clampet::project {

/// The workshop that is in use, with its undo history, kept in its file after every change. Single-threaded.
class Stockroom {
 public:
    const inventory::Workshop& workshop() const { return workshop_; }
    /// Uses the workshop of a file, an empty one where there is no such file yet. On a Problem the present one stays.
    Status open(const std::filesystem::path& path);
    /// Uses one that is in no file: the demonstration's.
    void adopt(inventory::Workshop workshop);
    const std::optional<std::filesystem::path>& path() const { return path_; }
    /// Another state, one step of undo; written to the file at once.
    /// Errors  A Problem where it cannot be kept so, and nothing is changed; or where it cannot be written, and it is
    ///         changed but in memory only.
    Status change(inventory::Workshop to, const std::string& label);
    /// Puts items into the drawer: more of what is there by name and kind, new ones at its end.
    Status put(const std::vector<inventory::Item>& items, const std::string& label);
    bool can_undo() const { return history_.can_undo(); }
    bool can_redo() const { return history_.can_redo(); }
    std::string undo_label() const { return history_.undo_label(); }
    std::string redo_label() const { return history_.redo_label(); }
    Status undo();
    Status redo();

    using Observer = std::function<void()>;
    using Subscription = std::shared_ptr<void>;
    [[nodiscard]] Subscription observe(Observer observer);

 private:
    Status kept();
    inventory::Workshop workshop_;
    std::optional<std::filesystem::path> path_;
    History<inventory::Workshop> history_;
    std::vector<std::weak_ptr<Observer>> observers_;
};

}  // namespace clampet::project
