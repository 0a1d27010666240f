#include "mechanics/stack_up.h"

#include <algorithm>
#include <limits>

namespace clampet::mechanics {

StackVerdict judge_stack(const StackUp& s) noexcept {
    constexpr double micrometre = 1e-6;
    constexpr double unlimited = std::numeric_limits<double>::infinity();
    StackVerdict v;
    v.protrusion = s.screw_length - s.items;
    v.lead_in = s.through ? 0 : s.pitch;
    v.engaged = std::max(0.0, std::min(v.protrusion, s.socket_depth) - v.lead_in);
    v.turns = v.engaged / s.pitch;
    v.required = std::max(s.needed, s.least_turns * s.pitch);
    const double deepest = s.through ? unlimited : s.socket_depth - bottom_clearance;
    if (v.protrusion > deepest + micrometre)
        v.state = StackState::bottoms;
    else if (s.plain_length > s.items + micrometre)
        v.state = StackState::shank;
    else if (v.engaged < v.required - micrometre)
        v.state = StackState::too_short;
    const double least = v.required + v.lead_in;
    v.extra_items = {std::max({0.0, v.protrusion - deepest, s.plain_length - s.items}), v.protrusion - least};
    v.screw_lengths = {s.items + least, s.through ? unlimited : s.items + deepest};
    if (s.through && s.socket_depth < least - micrometre) v.extra_items = v.screw_lengths = {1, 0};
    return v;
}

}  // namespace clampet::mechanics
