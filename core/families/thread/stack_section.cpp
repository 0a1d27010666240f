#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/thread/stack_design.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_stack_section {
namespace {

using namespace drawing;

std::string mm(double v) {
    return quantity::format(v, quantity::Dimension::length);
}
bool bottoms(const StackPicture& p) {
    return p.verdict.state == mechanics::StackState::bottoms;
}
/// A screw that bottoms holds the stack off the socket: the gap is drawn where it is.
double lift(const StackPicture& p) {
    return bottoms(p) ? std::max(0.0, p.verdict.protrusion - p.stack.socket_depth) : 0;
}
double wide(const StackPicture& p) {
    return 1.7 * p.male.major;
}

void draw_socket(Drawing& d, const StackPicture& p, double block) {
    // y = 0 is the mouth of the socket; the stack lies below it, the head at the bottom.
    const double core = p.female.minor_internal / 2, w = wide(p), depth = p.stack.socket_depth;
    d.path({{-w, 0}, {-core, 0}, {-core, depth}, {-w, depth}}, Material::payload);
    d.path({{core, 0}, {w, 0}, {w, depth}, {core, depth}}, Material::payload);
    if (!p.stack.through) d.rectangle({-w, depth}, {w, block}, Material::payload, Line::none);
    d.path({{-w, 0}, {-w, block}, {w, block}, {w, 0}}, Material::none, Line::outline, false);
    if (p.stack.through) return;
    d.path({{-core, 0}, {-core, depth}, {core, depth}, {core, 0}}, Material::none, Line::outline, false);
    const double kept = depth - mechanics::bottom_clearance;  // where the tip may reach
    if (kept > 0) d.line({-core, kept}, {core, kept}, Line::hidden);
}

/// The screw with its flanks, plain where it has no thread.
void draw_screw(Drawing& d, const StackPicture& p, double under_head, double tip) {
    const double r = p.male.major / 2, P = p.male.pitch, depth = p.male.depth_per_side();
    std::vector<Point> left, right;
    const double thread_from = under_head + std::min(p.stack.plain_length, p.stack.screw_length);
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
    right.insert(right.end(), left.begin(), left.end());
    d.path(std::move(right), Material::metal);
    const double head = std::max(1.7 * r, p.head_radius);
    if (p.countersunk)  // its length counts to the top of the head; 90 degrees
        d.path({{-head, under_head}, {head, under_head}, {r, under_head + head - r}, {-r, under_head + head - r}},
               Material::metal);
    else
        d.rectangle({-head, under_head - 1.1 * r}, {head, under_head}, Material::metal);
}

Material material_of(const StackItem& item) {
    switch (item.kind) {
        case StackItem::Kind::washer:
        case StackItem::Kind::plate:
            return Material::metal;
        case StackItem::Kind::pad:
            return Material::rubber;
        case StackItem::Kind::board:
            break;
    }
    return Material::wood;
}

void draw_items(Drawing& d, const StackPicture& p) {
    const double r = p.male.major / 2, hole = 1.1 * r, w = wide(p);
    const auto both = [&](double reach, Band band, Material material) {
        d.rectangle({-reach, band.low}, {-hole, band.high}, material);
        d.rectangle({hole, band.low}, {reach, band.high}, material);
    };
    if (p.items.empty()) {
        if (p.stack.items > 0) both(w, {-p.stack.items - lift(p), -lift(p)}, Material::wood);
        return;
    }
    const auto bands = item_bands(p);
    // Names beside thin items keep apart by a line of text.
    const double apart = std::max(0.06 * (p.stack.screw_length + p.stack.socket_depth), 0.5 * r);
    double below = -1e9;
    for (std::size_t i = 0; i < bands.size(); ++i) {
        const auto& item = p.items[i];
        const double reach = item.outer > 0 ? std::clamp(item.outer / 2, 1.3 * hole, w) : w;
        both(reach, bands[i], material_of(item));
        const double middle = (bands[i].low + bands[i].high) / 2, y = std::max(middle, below + apart);
        below = y;
        d.line({reach, middle}, {w + 0.35 * r, y}, Line::thin);
        d.text({w + 0.5 * r, y}, item.label(), Align::left, TextRole::quiet);
    }
}

std::string caption(const StackPicture& p, double tip) {
    const auto& v = p.verdict;
    if (bottoms(p))
        return fmt::format("bottoms: {} too long",
                           mm(v.protrusion - p.stack.socket_depth + mechanics::bottom_clearance));
    if (p.stack.through) return fmt::format("engaged {}, {:.1f} turns", mm(v.engaged), v.turns);
    return fmt::format("engaged {}, {:.1f} turns, {} clear", mm(v.engaged), v.turns,
                       mm(std::max(0.0, p.stack.socket_depth - tip)));
}

}  // namespace
}  // namespace of_stack_section

std::vector<Band> item_bands(const StackPicture& p) {
    using namespace of_stack_section;
    std::vector<Band> bands;
    double y = -p.stack.items - lift(p);
    for (const auto& item : p.items) {
        bands.push_back({y, y + item.thickness});
        y += item.thickness;
    }
    return bands;
}

drawing::Drawing stack_section(const StackPicture& p) {
    using namespace of_stack_section;
    Drawing d;
    const double r = p.male.major / 2, items = p.stack.items, socket = p.stack.socket_depth,
                 length = p.stack.screw_length, w = wide(p);
    const double block = p.stack.through ? socket : socket + 1.4 * r;
    draw_socket(d, p, block);
    draw_items(d, p);
    const double tip = bottoms(p) ? socket : length - items + p.stack.sink, under_head = tip - length;
    draw_screw(d, p, under_head, tip);
    d.line({0, under_head - 1.5 * r}, {0, block}, Line::centre);
    if (items > 0) d.dimension({-w, -items - lift(p)}, {-w, -lift(p)}, 0.6 * r, fmt::format("stack {}", mm(items)));
    d.dimension({w, 0}, {w, socket}, -0.6 * r, fmt::format("socket {}", mm(socket)));
    // The turns that do not carry: half a pitch of the tip and half a pitch of countersink.
    if (p.verdict.engaged > 0 && p.verdict.lead_in > 0) {
        const double core = p.female.minor_internal / 2;
        d.line({-core, p.verdict.lead_in / 2}, {core, p.verdict.lead_in / 2}, Line::accent);
        d.line({-core, tip - p.verdict.lead_in / 2}, {core, tip - p.verdict.lead_in / 2}, Line::accent);
    }
    const bool good = p.verdict.state == mechanics::StackState::right || p.stack.through;
    d.text({0, block + 0.7 * r}, caption(p, tip), Align::centre, good ? TextRole::number : TextRole::warning);
    d.text({0, under_head - 2.1 * r}, fmt::format("{}, {} long", p.male.designation, mm(length)), Align::centre,
           TextRole::quiet);
    d.summary = fmt::format("A {} screw through {} into a socket {} deep: {:.1f} turns engaged.", p.male.designation,
                            mm(items), mm(socket), p.verdict.turns);
    return d;
}

}  // namespace clampet::families
