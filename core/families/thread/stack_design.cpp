#include "families/thread/stack_design.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>

#include "families/family.h"
#include "families/thread/thread.h"
#include "families/thread/thread_joint.h"
#include "quantity/format.h"

namespace clampet::families {
namespace of_stack_design {
namespace {

constexpr double micrometre = 1e-6;
std::string length(double si) {
    return quantity::format(si, quantity::Dimension::length);
}

}  // namespace
}  // namespace of_stack_design

std::string StackItem::label() const {
    using namespace of_stack_design;
    const std::string size = is_range() ? fmt::format("{} to {}", length(least), length(most)) : length(thickness);
    return name.ends_with(size) ? name : fmt::format("{}, {}", name, size);
}

double StackDesign::thickness() const {
    using namespace of_stack_design;
    double sum = 0;
    for (const auto& item : items) sum += item.thickness;
    return sum;
}

std::optional<mechanics::Interval> StackDesign::thickness_range() const {
    using namespace of_stack_design;
    mechanics::Interval all;
    for (const auto& item : items) {
        all.low += item.is_range() ? item.least : item.thickness;
        all.high += item.is_range() ? item.most : item.thickness;
    }
    return all.high > all.low ? std::optional(all) : std::nullopt;
}

std::map<std::string, std::variant<double, std::string>> StackDesign::inputs() const {
    using namespace of_stack_design;
    double hard = 0, soft = 0, gives = 0;  // pads in series, as one of their common thickness
    for (const auto& item : items) {
        (item.modulus > 0 ? soft : hard) += item.thickness;
        if (item.modulus > 0) gives += item.thickness / item.modulus;
    }
    std::map<std::string, std::variant<double, std::string>> all{
        {"screw", screw.designation},
        {"socket", socket.designation},
        {"screw_length", screw_length},
        {"plain_length", plain_length},
        {"items", hard},
        {"torque", torque},
        {"socket_depth", socket_depth},
        {"socket_end", std::string(nut       ? "nut"
                                   : through ? "through"
                                             : "blind")},
        {"socket_material", std::string(soft_socket ? "birch plywood" : "aluminium die casting")}};
    if (countersunk) {
        all["head"] = std::string("countersunk");
        all["sink"] = sink;
    }
    if (soft > 0) {
        all["soft"] = std::string("yes");
        all["pad_free"] = soft;
        all["pad_modulus"] = soft / gives;
    }
    return all;
}

std::optional<StackDesign::Squeezed> StackDesign::squeezed() const {
    using namespace of_stack_design;
    if (std::none_of(items.begin(), items.end(), [](const StackItem& item) { return item.modulus > 0; }))
        return std::nullopt;
    Values values;
    for (const auto& [key, value] : inputs()) values[key] = value;
    const auto joint = families::join(families::thread(), values);
    if (!joint) return std::nullopt;
    const auto& n = static_cast<const ThreadJoint&>(**joint).numbers();
    return Squeezed{n.stack.items, n.preload, n.stops};
}

mechanics::StackVerdict StackDesign::verdict() const {
    using namespace of_stack_design;
    auto found = mechanics::judge_stack(stack_up());
    // Squeezed as far as it goes, its tip stands on the bottom: that is no longer a stack that bottoms without a hold.
    if (const auto pads = squeezed(); pads && pads->stops && pads->preload > 0)
        found.state = mechanics::StackState::right;
    return found;
}

mechanics::StackUp StackDesign::stack_up() const {
    using namespace of_stack_design;
    const auto pads = squeezed();
    return {.screw_length = screw_length,
            .items = pads ? pads->items : thickness(),
            .sink = countersunk ? sink : 0,
            .socket_depth = socket_depth,
            .through = through || nut,
            .pitch = screw.pitch,
            .plain_length = plain_length,
            .needed = 0,
            .least_turns = soft_socket ? 3.0 : 2.0,
            .least_tail = nut ? mechanics::nut_tail_turns * screw.pitch : 0};
}

bool fits_over(const catalogue::StockRow& washer, const catalogue::Thread& screw) {
    using namespace of_stack_design;
    const double bore = washer.size("bore"), made_for = washer.size("major");
    constexpr double loosest = 1.15, alike = 0.01;
    const bool of_its_size = std::abs(made_for / screw.major - 1) < alike;
    return bore >= screw.major - 50 * micrometre && (of_its_size || bore <= loosest * screw.major);
}

std::vector<const catalogue::StockRow*> washers_for(const catalogue::Thread& screw) {
    using namespace of_stack_design;
    auto rows = catalogue::stock_group("washer");
    // What gives way is a pad: its free thickness is not what lies under the head. A lock washer is no packing.
    std::erase_if(rows, [&](const auto* row) {
        const auto& kind = row->texts.at("kind");
        return !fits_over(*row, screw) || (kind != "steel" && kind != "nylon" && kind != "shim");
    });
    std::stable_sort(rows.begin(), rows.end(),
                     [](const auto* a, const auto* b) { return a->size("thickness") < b->size("thickness"); });
    return rows;
}

std::string WasherChoice::label() const {
    using namespace of_stack_design;
    const auto kind = washer->texts.find("kind");
    const std::string size = length(washer->size("thickness"));
    std::string text = count > 1 ? fmt::format("{} × ", count) : "";
    text += fmt::format("{}, {}", washer->name, size);
    return kind == washer->texts.end() ? text : text + ", " + kind->second;
}

std::vector<WasherChoice> washers_within(const catalogue::Thread& screw, const mechanics::Interval& interval) {
    using namespace of_stack_design;
    constexpr int most = 3;
    std::vector<WasherChoice> choices;
    if (interval.is_empty()) return choices;
    for (int count = 1; count <= most; ++count)
        for (const auto* washer : washers_for(screw)) {
            const WasherChoice choice{washer, count};
            const bool fewer = std::any_of(choices.begin(), choices.end(),
                                           [&](const WasherChoice& known) { return known.washer == washer; });
            if (!fewer && choice.thickness() >= interval.low - micrometre &&
                choice.thickness() <= interval.high + micrometre)
                choices.push_back(choice);
        }
    return choices;
}

std::vector<double> screw_lengths_for(const catalogue::Thread& screw) {
    using namespace of_stack_design;
    const bool metric = catalogue::is_metric(screw.form);
    std::vector<double> lengths;
    for (const auto* row : catalogue::stock_group(metric ? "metric screw length" : "inch screw length"))
        lengths.push_back(row->size("length"));
    std::sort(lengths.begin(), lengths.end());
    return lengths;
}

std::string sold_as(const catalogue::Thread& screw, double size) {
    using namespace of_stack_design;
    const bool metric = catalogue::is_metric(screw.form);
    return quantity::format(size, quantity::Dimension::length,
                            metric ? quantity::System::metric : quantity::System::imperial);
}

std::vector<double> within(std::vector<double> sizes, const mechanics::Interval& interval) {
    using namespace of_stack_design;
    if (interval.is_empty()) return {};
    std::sort(sizes.begin(), sizes.end());
    std::erase_if(sizes, [&](double s) { return s < interval.low - micrometre || s > interval.high + micrometre; });
    sizes.erase(std::unique(sizes.begin(), sizes.end(), [](double a, double b) { return b - a < micrometre; }),
                sizes.end());
    return sizes;
}

std::string stack_sentence(const mechanics::StackUp& s, const mechanics::StackVerdict& v) {
    using namespace of_stack_design;
    switch (v.state) {
        case mechanics::StackState::bottoms: {
            const std::string more =
                v.extra_items.is_empty()
                    ? "use a shorter screw"
                    : fmt::format("add washers of {} to {}", length(v.extra_items.low), length(v.extra_items.high));
            const std::string other = v.screw_lengths.is_empty()
                                          ? "; no screw length is right in so shallow a socket"
                                          : fmt::format(", or a screw of {} to {}", length(v.screw_lengths.low),
                                                        length(v.screw_lengths.high));
            return fmt::format("It stands out {} and the socket is {} deep: it bottoms and clamps nothing; {}{}.",
                               length(v.protrusion), length(s.socket_depth), more, other);
        }
        case mechanics::StackState::shank:
            return fmt::format(
                "Its plain shank of {} is longer than the stack of {}: it clamps nothing; add washers of at least {}.",
                length(s.plain_length), length(s.items), length(v.extra_items.low));
        case mechanics::StackState::too_short:
            if (v.screw_lengths.is_empty())
                return fmt::format("Only {:.1f} turns are engaged, and this socket is too shallow for {:.1f}.", v.turns,
                                   v.required / s.pitch);
            return fmt::format("Only {:.1f} turns are engaged; {:.1f} are wanted: use a screw of at least {}.", v.turns,
                               v.required / s.pitch, length(v.screw_lengths.low));
        case mechanics::StackState::flush:
            return fmt::format(
                "It ends in its nut{}: a turn and a half should come through, {}; use a screw of at least {}.",
                v.tail > micrometre ? fmt::format(", {} beyond it", length(v.tail)) : "", length(s.least_tail),
                length(v.screw_lengths.low));
        case mechanics::StackState::too_long:
            return fmt::format("It sticks out {} beyond the far end; {} is plenty: use a screw of at most {}.",
                               length(v.tail), length(s.longest_tail), length(v.screw_lengths.high));
        case mechanics::StackState::right:
            break;
    }
    return {};
}

StackPicture picture_of(const StackDesign& design) {
    using namespace of_stack_design;
    StackPicture picture{design.screw, design.socket, design.stack_up(), design.verdict(), design.items, 0};
    picture.countersunk = design.countersunk;
    // Pads are drawn as they are squeezed, all by the same share of what they give.
    const double given = design.thickness() - picture.stack.items;
    double gives = 0;
    for (const auto& item : design.items)
        if (item.modulus > 0) gives += item.thickness / item.modulus;
    if (gives > 0)
        for (auto& item : picture.items)
            if (item.modulus > 0) item.thickness -= given * item.thickness / item.modulus / gives;
    return picture;
}

}  // namespace clampet::families
