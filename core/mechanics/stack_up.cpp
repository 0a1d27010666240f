#include "mechanics/stack_up.h"

#include <algorithm>

namespace clampet::mechanics {

StackVerdict judge_stack(const StackUp& s) noexcept {
    constexpr double micrometre = 1e-6;
    StackVerdict v;
    v.protrusion = s.screw_length - s.items + s.sink;
    v.tail = s.through ? std::max(0.0, v.protrusion - s.socket_depth) : 0;
    v.lead_in = s.through ? 0 : s.pitch;
    v.engaged = std::max(0.0, std::min(v.protrusion, s.socket_depth) - v.lead_in);
    v.turns = v.engaged / s.pitch;
    v.required = std::max(s.needed, s.least_turns * s.pitch);
    const double deepest = s.socket_depth + (s.through ? s.longest_tail : -bottom_clearance);
    if (!s.through && v.protrusion > deepest + micrometre)
        v.state = StackState::bottoms;
    else if (s.plain_length > s.items + micrometre)
        v.state = StackState::shank;
    else if (v.engaged < v.required - micrometre)
        v.state = StackState::too_short;
    else if (s.through && v.tail < s.least_tail - micrometre)
        v.state = StackState::flush;
    else if (v.protrusion > deepest + micrometre)
        v.state = StackState::too_long;
    const double engages = v.required + v.lead_in;
    const double least = s.through && s.least_tail > 0 ? std::max(engages, s.socket_depth + s.least_tail) : engages;
    v.extra_items = {std::max({0.0, v.protrusion - deepest, s.plain_length - s.items}), v.protrusion - least};
    v.screw_lengths = {s.items - s.sink + least, s.items - s.sink + deepest};
    if (s.through && s.socket_depth < engages - micrometre) v.extra_items = v.screw_lengths = {1, 0};
    return v;
}

}  // namespace clampet::mechanics
