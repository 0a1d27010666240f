#pragma once
#include <map>
#include <optional>
#include <string>
#include <variant>
#include <vector>

#include "catalogue/stock.h"
#include "catalogue/thread.h"
#include "drawing/drawing.h"
#include "mechanics/stack_up.h"

namespace clampet::families {

/// One thing that a screw goes through.
struct StackItem {
    enum class Kind { washer, plate, board, pad };  ///< a board is of wood, a plate of metal
    Kind kind = Kind::washer;
    std::string name;
    double thickness = 0;        ///< [m]; of a pad before it is squeezed
    double outer = 0;            ///< diameter [m]; 0 reaches right across
    double modulus = 0;          ///< Young's modulus of a pad that gives way [Pa]; 0 for what is hard
    double least = 0, most = 0;  ///< where its thickness is known as a range only [m]; 0 where it is not one
    bool is_range() const { return most > least; }
    /// "M6 plain, 1.6 mm"; a name that already says how thick it is stays as it is.
    std::string label() const;
    friend bool operator==(const StackItem&, const StackItem&) = default;
};

/// A screw, what lies between its head and its socket, and the socket. Lengths in m.
struct StackDesign {
    catalogue::Thread screw, socket;
    double screw_length = 0.0127, plain_length = 0;
    std::vector<StackItem> items;  ///< from the head to the socket
    double socket_depth = 0.0055;
    bool through = false;      ///< open at the far end
    bool nut = false;          ///< likewise, and a nut: the screw comes out of it
    bool soft_socket = false;  ///< wood or plastic: three turns at least instead of two
    bool countersunk = false;  ///< its head lies in the first item: its length counts to the top of the head
    double sink = 0;           ///< how far that head lies below the surface
    double torque = 0.8;       ///< what it is tightened with [N m]: pads give way by it

    /// Of all items, pads before they are squeezed.
    double thickness() const;
    /// Its least and most, where an item is known as a range only.
    std::optional<mechanics::Interval> thickness_range() const;
    /// As it is tightened: pads squeezed.
    mechanics::StackUp stack_up() const;
    mechanics::StackVerdict verdict() const;
    /// The same stack as inputs of the thread family.
    std::map<std::string, std::variant<double, std::string>> inputs() const;
    /// What its pads make of it, as the thread family computes it.
    struct Squeezed {
        double items = 0;    ///< thickness that is left of all [m]
        double preload = 0;  ///< what it clamps with [N]
        bool stops = false;  ///< the screw stops on the bottom of its socket, and the pads hold with that preload
    };
    /// Nothing where no item gives way, or the threads do not go together.
    std::optional<Squeezed> squeezed() const;
    friend bool operator==(const StackDesign& a, const StackDesign& b) {
        return a.screw.designation == b.screw.designation && a.socket.designation == b.socket.designation &&
               a.screw_length == b.screw_length && a.plain_length == b.plain_length && a.items == b.items &&
               a.socket_depth == b.socket_depth && a.through == b.through && a.nut == b.nut &&
               a.soft_socket == b.soft_socket && a.countersunk == b.countersunk && a.sink == b.sink &&
               a.torque == b.torque;
    }
};

/// Washers that go over a screw without flopping about: those made for its size, and others with a bore of up to 1.15
/// of its diameter (ISO 7089 is 1.04 to 1.08 of its own; common practice).
bool fits_over(const catalogue::StockRow& washer, const catalogue::Thread& screw);
/// Standard washers for a thread, thinnest first, and standard lengths of its system, shortest first.
std::vector<const catalogue::StockRow*> washers_for(const catalogue::Thread& screw);
/// Alike washers, so many of them, that make up a thickness.
struct WasherChoice {
    const catalogue::StockRow* washer = nullptr;
    int count = 1;
    double thickness() const { return count * washer->size("thickness"); }
    /// "2 × M6 large, 1.6 mm, steel".
    std::string label() const;
};
/// Washers that lie within an interval of thickness, the fewest of a kind that do; three at most.
std::vector<WasherChoice> washers_within(const catalogue::Thread& screw, const mechanics::Interval& interval);
std::vector<double> screw_lengths_for(const catalogue::Thread& screw);
/// A length as a thread's screws are sold by: "1/2 in", "12 mm".
std::string sold_as(const catalogue::Thread& screw, double length);
/// Those within an interval, each once, to a micrometre.
std::vector<double> within(std::vector<double> sizes, const mechanics::Interval& interval);

/// What is wrong and what would do; empty when the stack is right.
std::string stack_sentence(const mechanics::StackUp& stack, const mechanics::StackVerdict& verdict);

struct StackPicture {
    catalogue::Thread male, female;
    mechanics::StackUp stack;
    mechanics::StackVerdict verdict;
    std::vector<StackItem> items;  ///< empty: the stack is drawn as one block
    double head_radius = 0;        ///< 0: 0.85 of the thread's diameter
    bool countersunk = false;
};
/// Where an item lies along the screw, the mouth of the socket at 0, the head below.
struct Band {
    double low = 0, high = 0;
};
/// Where each item is drawn, from the head to the socket.
std::vector<Band> item_bands(const StackPicture& picture);
/// A section along the screw, to scale: head, items, thread, tip, lead-in and the bottom of the socket.
drawing::Drawing stack_section(const StackPicture& picture);
StackPicture picture_of(const StackDesign& design);

}  // namespace clampet::families
