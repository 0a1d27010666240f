#pragma once
#include <map>

#include "families/thread/stack_design.h"
#include "project/history.h"
#include "rig/rig.h"
#include "study/verdict.h"

namespace clampet::project {

/// Things of one sort that can be laid on a stack.
struct StackTray {
    std::string title;
    std::vector<families::StackItem> items;
};

/// A stack in work: what lies between a screw's head and its socket, and its undo.
class StackDesk {
 public:
    StackDesk();
    const families::StackDesign& design() const { return design_; }
    /// The item that is chosen; none is -1.
    int selected() const { return selected_; }
    void select(int item);

    /// Other threads on the same stack; the screw's length becomes the nearest standard one where its system is
    /// another. Nothing is left to undo. Says whether the screw is another.
    bool set_threads(const catalogue::Thread& screw, const catalogue::Thread& socket);
    /// Lays out a whole stack anew; nothing is left to undo.
    void adopt(const families::StackDesign& design);
    /// Lays an item at a place, counted from the head, and chooses it. Places beyond the ends are the ends.
    void insert(const families::StackItem& item, int place);
    /// Lays it next to the socket.
    void add(const families::StackItem& item) { insert(item, static_cast<int>(design_.items.size())); }
    /// Takes an item out; nothing where there is none.
    void remove(int item);
    /// Moves an item to where another lies, or behind the last.
    void move(int item, int place);
    /// One of the lengths of the design. Errors: one that cannot be built.
    Status set_length(double families::StackDesign::*number, double length, Gesture gesture = single);
    /// Of the chosen item. Errors: none, or one that cannot be built.
    Status set_thickness(double thickness, Gesture gesture = single);
    /// Of the chosen item, as a range. Errors: one that is upside down or cannot be built.
    Status set_range(double least, double most, Gesture gesture = single);
    void set_end(bool through, bool nut = false);  ///< blind where it is neither
    void set_countersunk(bool countersunk);
    /// What the screw is tightened with, by which pads give way. Errors: one that is no torque.
    Status set_torque(double torque, Gesture gesture = single);
    void set_soft_socket(bool soft);

    bool can_undo() const { return history_.can_undo(); }
    bool can_redo() const { return history_.can_redo(); }
    bool undo();
    bool redo();

    /// What can be laid on it: washers for its screw, pads, plates and boards.
    std::vector<StackTray> trays() const;
    /// The washer for its screw that is so thick, to a micrometre.
    std::optional<families::StackItem> washer_of(double thickness) const;
    /// Whether it is right, and what would put it right.
    study::StackJudgement judgement() const;
    /// The same stack as inputs of the thread family.
    std::map<std::string, rig::Input> inputs() const;

 private:
    bool change(families::StackDesign next, Gesture gesture = single);
    /// None is chosen that is not there.
    void keep_selection();

    families::StackDesign design_;
    History<families::StackDesign> history_;
    int selected_ = -1;
};

}  // namespace clampet::project
