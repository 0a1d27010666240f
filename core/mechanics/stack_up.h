#pragma once

namespace clampet::mechanics {

/// A screw through a stack of items into a socket, all lengths [m].
struct StackUp {
    double screw_length = 0;      ///< L_s under the head; of a countersunk screw, all of it
    double items = 0;             ///< sum of what lies between head and socket, pads as squeezed
    double sink = 0;              ///< how far a countersunk head lies below the surface
    double socket_depth = 0;      ///< D_s: how far a bare screw goes in before it stops
    bool through = false;         ///< the socket is open at the far end
    double pitch = 0;             ///< P
    double plain_length = 0;      ///< unthreaded shank under the head
    double needed = 0;            ///< engagement that strength needs
    double least_turns = 2;       ///< 2 full turns; 3 in plastic or wood
    double longest_tail = 10e-3;  ///< what may stick out beyond a through socket; common practice, less towards a body
    double least_tail = 0;        ///< what must stick out beyond a nut: nut_tail_turns; its tip's turns are not whole
};

/// What sticks out of a nut at least [turns]; common practice.
inline constexpr double nut_tail_turns = 1.5;

/// flush: it ends inside its nut.
enum class StackState { right, bottoms, shank, too_short, flush, too_long };

struct Interval {
    double low = 0, high = 0;
    bool is_empty() const { return !(low <= high); }
};

struct StackVerdict {
    double protrusion = 0;  ///< p = L_s - items + sink
    double tail = 0;        ///< what sticks out beyond a through socket
    double lead_in = 0;     ///< tip and countersink that do not carry: 0.5 P + 0.5 P, none through
    double engaged = 0;     ///< e = min(p, D_s) - lead-in, never negative
    double turns = 0;       ///< e / P
    double required = 0;    ///< engagement needed: strength or the least turns
    StackState state = StackState::right;
    Interval extra_items;    ///< thickness to add that makes it right (empty when none does)
    Interval screw_lengths;  ///< under-head lengths that are right with these items; with a tail through
};

/// Clearance that a screw tip must keep from the bottom of its socket; common practice.
inline constexpr double bottom_clearance = 0.3e-3;

/// Protrusion, engagement and what would put it right.
/// Range   Finite inputs, pitch > 0. Lengths are compared with 1 um of tolerance.
/// Source  Derived; lead-in of one pitch is common practice.
StackVerdict judge_stack(const StackUp& stack) noexcept;

}  // namespace clampet::mechanics
