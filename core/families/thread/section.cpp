#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/thread/thread_joint.h"
#include "quantity/format.h"

namespace clampet::families {

drawing::Drawing ThreadJoint::section(const Load&) const {
    using namespace drawing;
    Drawing d;
    const double r = n_.male.major / 2, P = n_.male.pitch, depth = n_.male.depth_per_side();
    const double items = n_.stack.items, socket = n_.stack.socket_depth, length = n_.stack.screw_length;
    const double wide = 3.4 * r, block = n_.stack.through ? socket : socket + 1.4 * r;
    // y = 0 is the mouth of the socket; the stack lies below it, the head at the bottom.
    const double core = n_.female.minor_internal / 2;
    d.path({{-wide, 0}, {-core, 0}, {-core, socket}, {-wide, socket}}, Material::payload);
    d.path({{core, 0}, {wide, 0}, {wide, socket}, {core, socket}}, Material::payload);
    if (!n_.stack.through) d.rectangle({-wide, socket}, {wide, block}, Material::payload, Line::none);
    d.path({{-wide, 0}, {-wide, block}, {wide, block}, {wide, 0}}, Material::none, Line::outline, false);
    if (!n_.stack.through)
        d.path({{-core, 0}, {-core, socket}, {core, socket}, {core, 0}}, Material::none, Line::outline, false);
    const double hole = 1.1 * r;
    // A screw that bottoms holds the stack off the socket: the gap is drawn where it is.
    const double lift =
        n_.verdict.state == mechanics::StackState::bottoms ? std::max(0.0, n_.verdict.protrusion - socket) : 0;
    if (items > 0) {
        d.rectangle({-wide, -items - lift}, {-hole, -lift}, Material::wood);
        d.rectangle({hole, -items - lift}, {wide, -lift}, Material::wood);
    }
    const bool bottoms = n_.verdict.state == mechanics::StackState::bottoms;
    const double tip = bottoms ? socket : length - items;
    const double under_head = tip - length;
    // The screw with its flanks, plain where it has no thread.
    std::vector<Point> left, right;
    const double plain = std::min(n_.stack.plain_length, length);
    const double thread_from = under_head + plain;
    right.push_back({r, under_head});
    right.push_back({r, thread_from});
    const int turns = std::min(200, static_cast<int>(std::ceil((tip - thread_from) / P)));
    for (int i = 0; i < turns; ++i) {
        const double y = thread_from + i * P, end = tip - 0.3 * P;
        if (y + 0.5 * P < end) right.push_back({r - depth, y + 0.5 * P});
        if (y + P < end) right.push_back({r, y + P});
    }
    right.push_back({r - depth, tip});
    for (auto it = right.rbegin(); it != right.rend(); ++it) left.push_back({-it->x, it->y});
    std::vector<Point> screw = right;
    screw.insert(screw.end(), left.begin(), left.end());
    d.path(std::move(screw), Material::metal);
    const double head = std::max(1.7 * r, n_.payload_turned ? 1.7 * r : n_.screw.bearing_outer_diameter / 2);
    d.rectangle({-head, under_head - 1.1 * r}, {head, under_head}, Material::metal);
    d.line({0, under_head - 1.5 * r}, {0, block}, Line::centre);
    const auto mm = [](double v) { return quantity::format(v, Dimension::length); };
    if (items > 0) d.dimension({-wide, -items - lift}, {-wide, -lift}, 0.6 * r, fmt::format("stack {}", mm(items)));
    d.dimension({wide, 0}, {wide, socket}, -0.6 * r, fmt::format("socket {}", mm(socket)));
    const double gap = socket - tip;
    if (bottoms)
        d.text({0, block + 0.7 * r},
               fmt::format("bottoms: {} too long", mm(n_.verdict.protrusion - socket + mechanics::bottom_clearance)),
               Align::centre, TextRole::warning);
    else if (!n_.stack.through)
        d.text({0, block + 0.7 * r},
               fmt::format("engaged {}, {:.1f} turns, {} clear", mm(n_.verdict.engaged), n_.verdict.turns,
                           mm(std::max(0.0, gap))),
               Align::centre, n_.verdict.state == mechanics::StackState::right ? TextRole::number : TextRole::warning);
    else
        d.text({0, block + 0.7 * r}, fmt::format("engaged {}, {:.1f} turns", mm(n_.verdict.engaged), n_.verdict.turns),
               Align::centre, TextRole::number);
    d.text({0, under_head - 2.1 * r}, fmt::format("{}, {} long", n_.male.designation, mm(length)), Align::centre,
           TextRole::quiet);
    d.summary = fmt::format("A {} screw through {} into a socket {} deep: {:.1f} turns engaged.", n_.male.designation,
                            mm(items), mm(socket), n_.verdict.turns);
    return d;
}

}  // namespace clampet::families
