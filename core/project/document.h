#pragma once
#include <cstdint>
#include <filesystem>
#include <functional>
#include <memory>
#include <optional>
#include <string>
#include <vector>

#include "inventory/workshop.h"
#include "project/edits.h"
#include "project/history.h"
#include "project/live_check.h"
#include "study/check.h"

namespace clampet::project {

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
    /// The check of the rig. While a large one is being checked on a worker, its results are marked as pending.
    const study::RigCheck& check() const { return check_; }
    /// One interface with all of its modes and both of their factors: check() has those that may govern.
    study::InterfaceResult with_every_mode(const std::string& interface);
    bool is_checking() const { return checking_; }
    /// Rigs of more interfaces than `longest_at_once` are checked on a worker from now on, whose answer comes through
    /// `post`, on this thread. Without it every check is done at once.
    void check_in_background(LiveCheck::Post post);
    static constexpr std::size_t longest_at_once = 12;
    bool is_empty() const { return rig_.parts.empty(); }
    /// The part that carries no other: where the next one goes.
    std::string top_part() const;

    /// Does an edit, or gives the Problem and changes nothing.
    Status perform(const Edit& edit, Gesture gesture = single);
    bool can_undo() const { return history_.can_undo(); }
    bool can_redo() const { return history_.can_redo(); }
    std::string undo_label() const { return history_.undo_label(); }
    std::string redo_label() const { return history_.redo_label(); }
    void undo();
    void redo();

    /// Opens a file; on a Problem the open document is untouched.
    Status open(const std::filesystem::path& path);
    /// Takes a whole rig (new, demo, recovered). `modified` marks work that is in no file; `file_mark`: what
    /// file_mark() said while it was worked on.
    Status adopt(rig::Rig rig, std::optional<std::filesystem::path> path = {}, bool modified = false,
                 std::optional<std::size_t> file_mark = {});
    void start_new();
    /// Errors  A Problem when there is no file yet, when another program has changed it, or when it cannot be written.
    Status save();
    /// `Over::changes`: also where another program has changed the file since it was read.
    enum class Over { nothing, changes };
    /// What is saved carries the things of that workshop that the rig's parts are: carrying().
    void use_workshop(std::function<const inventory::Workshop&()> workshop) { workshop_ = std::move(workshop); }
    Status save_as(const std::filesystem::path& path, Over over = Over::nothing);
    /// Whether the file at `path` is the open one and holds something else than was read from it or written to it.
    bool was_changed_elsewhere(const std::filesystem::path& path) const;
    const std::optional<std::filesystem::path>& path() const { return path_; }
    /// Of the file's text as it was last read or written here.
    const std::optional<std::size_t>& file_mark() const { return file_mark_; }
    bool is_modified() const { return modified_; }
    /// Grows with every change of the rig, so that a view knows whether it shows the present one.
    std::uint64_t revision() const { return revision_; }
    /// Joints of the rig as it stands: what shows them need not build them.
    rig::JointStore& joints() const { return joints_; }

    /// Calls back after every change, until the subscription is let go.
    using Observer = std::function<void(const Change&)>;
    using Subscription = std::shared_ptr<void>;
    [[nodiscard]] Subscription observe(Observer observer);

 private:
    void set_rig(rig::Rig rig, const std::string& only_interface);
    void check_later();
    void notify(const Change& change);

    rig::Rig rig_;
    study::RigCheck check_;
    History<rig::Rig> history_;
    std::optional<std::filesystem::path> path_;
    std::optional<std::size_t> file_mark_;
    bool modified_ = false;
    std::function<const inventory::Workshop&()> workshop_;
    std::optional<rig::Rig> saved_;  ///< what the file holds, so that undoing back to it is unmodified
    std::uint64_t revision_ = 0;
    std::vector<std::weak_ptr<Observer>> observers_;
    bool checking_ = false;
    mutable rig::JointStore joints_;  ///< what is in it follows from the rig
    std::unique_ptr<LiveCheck> live_;
};

}  // namespace clampet::project
