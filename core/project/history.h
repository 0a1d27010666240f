#pragma once
#include <cstddef>
#include <cstdint>
#include <string>
#include <utility>
#include <vector>

namespace clampet::project {

/// Edits with the same non-zero gesture (press to release, one visit to a field) undo together.
using Gesture = std::uint64_t;
inline constexpr Gesture single = 0;

/// The states that a thing has been in, to go back to and forth. The present one belongs to the caller.
/// Meaning  A step is what a person does at once. Steps of one gesture are one; one that ends where it began is none;
///          what changes nothing is no step and loses nothing that could be redone.
template <class State>
class History {
 public:
    bool can_undo() const { return !undo_.empty(); }
    bool can_redo() const { return !redo_.empty(); }
    std::string undo_label() const { return can_undo() ? undo_.back().label : ""; }
    std::string redo_label() const { return can_redo() ? redo_.back().label : ""; }

    /// To be called before `present` becomes `next`. False when that changes nothing.
    bool record(const State& present, const State& next, std::string label = {}, Gesture gesture = single) {
        if (next == present) return false;
        const bool merges = gesture != single && can_undo() && undo_.back().gesture == gesture;
        redo_.clear();
        if (merges) {
            if (undo_.back().state == next) undo_.pop_back();
            return true;
        }
        undo_.push_back({present, std::move(label), gesture});
        if (undo_.size() > deepest) undo_.erase(undo_.begin());
        return true;
    }
    /// Swap `present` with the state before or after it. False when there is none.
    bool undo(State& present) { return step(undo_, redo_, present); }
    bool redo(State& present) { return step(redo_, undo_, present); }
    /// What comes next is a step of its own, whatever its gesture: a save lies between.
    void seal() {
        if (can_undo()) undo_.back().gesture = single;
    }
    void forget() {
        undo_.clear();
        redo_.clear();
    }

 private:
    static constexpr std::size_t deepest = 500;
    struct Step {
        State state;
        std::string label;
        Gesture gesture = single;
    };
    static bool step(std::vector<Step>& from, std::vector<Step>& to, State& present) {
        if (from.empty()) return false;
        Step taken = std::move(from.back());
        from.pop_back();
        to.push_back({std::exchange(present, std::move(taken.state)), std::move(taken.label), single});
        return true;
    }
    std::vector<Step> undo_, redo_;
};

}  // namespace clampet::project
