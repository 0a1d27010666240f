#include "project/desks/stack_desk.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <tuple>

#include "families/thread/uncertain_stack.h"
#include "quantity/format.h"

namespace clampet::project {

using families::StackDesign;
using families::StackItem;

namespace {

constexpr double longest = 0.5, shortest = 1e-4, micrometre = 1e-6;

StackItem washer_from(const catalogue::StockRow& row) {
    return {StackItem::Kind::washer, row.name, row.size("thickness"), row.size("outer")};
}

}  // namespace

StackDesk::StackDesk() {
    design_.items = {{StackItem::Kind::plate, "plate", 8e-3, 0}};
}

void StackDesk::select(int item) {
    selected_ = item;
    keep_selection();
}

void StackDesk::keep_selection() {
    if (selected_ >= static_cast<int>(design_.items.size())) selected_ = -1;
}

bool StackDesk::set_threads(const catalogue::Thread& screw, const catalogue::Thread& socket) {
    const bool other_system = catalogue::is_metric(screw.form) != catalogue::is_metric(design_.screw.form);
    const bool other_screw = design_.screw.designation != screw.designation;
    design_.screw = screw;
    design_.socket = socket;
    history_.forget();
    if (other_system) {
        const auto lengths = families::screw_lengths_for(screw);
        const auto nearest = std::min_element(lengths.begin(), lengths.end(), [&](double a, double b) {
            return std::abs(a - design_.screw_length) < std::abs(b - design_.screw_length);
        });
        if (nearest != lengths.end()) design_.screw_length = *nearest;
    }
    return other_screw;
}

void StackDesk::adopt(const StackDesign& design) {
    design_ = design;
    history_.forget();
    keep_selection();
}

bool StackDesk::change(StackDesign next, Gesture gesture) {
    if (!history_.record(design_, next, {}, gesture)) return false;
    design_ = std::move(next);
    keep_selection();
    return true;
}

void StackDesk::insert(const StackItem& item, int place) {
    auto next = design_;
    selected_ = std::clamp(place, 0, static_cast<int>(next.items.size()));
    next.items.insert(next.items.begin() + selected_, item);
    change(std::move(next));
}

void StackDesk::remove(int item) {
    if (item < 0 || item >= static_cast<int>(design_.items.size())) return;
    auto next = design_;
    next.items.erase(next.items.begin() + item);
    selected_ = -1;
    change(std::move(next));
}

void StackDesk::move(int item, int place) {
    const int count = static_cast<int>(design_.items.size());
    if (item < 0 || item >= count || place < 0 || place > count || place == item || place == item + 1) return;
    auto next = design_;
    const auto moved = next.items[static_cast<std::size_t>(item)];
    next.items.erase(next.items.begin() + item);
    selected_ = place > item ? place - 1 : place;
    next.items.insert(next.items.begin() + selected_, moved);
    change(std::move(next));
}

Status StackDesk::set_length(double StackDesign::*number, double length, Gesture gesture) {
    const double least = number == &StackDesign::plain_length || number == &StackDesign::sink ? 0 : shortest;
    if (!(length >= least && length <= longest))
        return Problem{"stack.impossible_length", "length", "This length cannot be built.",
                       fmt::format("Give from {} to {}.", quantity::format(least, quantity::Dimension::length),
                                   quantity::format(longest, quantity::Dimension::length))};
    auto next = design_;
    next.*number = length;
    change(std::move(next), gesture);
    return Done{};
}

Status StackDesk::set_range(double least, double most, Gesture gesture) {
    if (!(least > 0 && most > least && most <= longest))
        return Problem{"stack.no_range", "thickness", "That is no range that can be built.",
                       "Write the thin end first, for example 38-39 mm."};
    if (selected_ < 0) return Done{};
    auto next = design_;
    auto& item = next.items[static_cast<std::size_t>(selected_)];
    item.thickness = (least + most) / 2;
    item.least = least;
    item.most = most;
    change(std::move(next), gesture);
    return Done{};
}

Status StackDesk::set_thickness(double thickness, Gesture gesture) {
    if (!(thickness > 0 && thickness <= longest))
        return Problem{"stack.item_without_thickness", "thickness", "An item must have a thickness.",
                       "For example 1.6 mm."};
    if (selected_ < 0) return Done{};
    auto next = design_;
    auto& item = next.items[static_cast<std::size_t>(selected_)];
    item.thickness = thickness;
    item.least = item.most = 0;
    change(std::move(next), gesture);
    return Done{};
}

void StackDesk::set_end(bool through, bool nut) {
    auto next = design_;
    next.through = through;
    next.nut = nut;
    change(std::move(next));
}

void StackDesk::set_countersunk(bool countersunk) {
    auto next = design_;
    next.countersunk = countersunk;
    change(std::move(next));
}

Status StackDesk::set_torque(double torque, Gesture gesture) {
    constexpr double most = 1e3;
    if (!(torque > 0 && torque <= most))
        return Problem{"stack.impossible_torque", "torque", "A screw is not tightened with that.",
                       "For example 0.8 N·m, which a knob of 20 mm gives."};
    auto next = design_;
    next.torque = torque;
    change(std::move(next), gesture);
    return Done{};
}

void StackDesk::set_soft_socket(bool soft) {
    auto next = design_;
    next.soft_socket = soft;
    change(std::move(next));
}

bool StackDesk::undo() {
    const bool done = history_.undo(design_);
    keep_selection();
    return done;
}
bool StackDesk::redo() {
    const bool done = history_.redo(design_);
    keep_selection();
    return done;
}

std::vector<StackTray> StackDesk::trays() const {
    std::vector<StackItem> washers, plates, pads;
    // What is laid in every day comes before shims.
    auto known = families::washers_for(design_.screw);
    std::stable_partition(known.begin(), known.end(), [](const auto* row) { return row->texts.at("kind") != "shim"; });
    for (const auto* row : known) washers.push_back(washer_from(*row));
    for (const auto& [group, kind, into] : {std::tuple{"plate", StackItem::Kind::plate, &plates},
                                            {"plywood", StackItem::Kind::board, &plates},
                                            {"pad", StackItem::Kind::pad, &pads}})
        for (const auto* row : catalogue::stock_group(group))
            into->push_back({kind, group == std::string_view("plywood") ? "plywood " + row->name : row->name,
                             row->size("thickness"), 0, kind == StackItem::Kind::pad ? row->size("pad_modulus") : 0});
    std::vector<StackTray> all{{"Washers for " + design_.screw.designation, std::move(washers)},
                               {"Pads", std::move(pads)},
                               {"Plates and boards", std::move(plates)}};
    std::erase_if(all, [](const StackTray& tray) { return tray.items.empty(); });
    return all;
}

std::optional<StackItem> StackDesk::washer_of(double thickness) const {
    for (const auto* row : families::washers_for(design_.screw))
        if (std::abs(row->size("thickness") - thickness) < micrometre) return washer_from(*row);
    return std::nullopt;
}

study::StackJudgement StackDesk::judgement() const {
    const auto verdict = design_.verdict();
    auto found =
        study::judge(design_.stack_up(), verdict, catalogue::fit(design_.screw, design_.socket, verdict.turns));
    if (const auto pads = design_.squeezed(); pads && pads->preload > 0) {
        const auto force = quantity::format(pads->preload, quantity::Dimension::force);
        if (pads->stops) {
            found.verdict = std::max(found.verdict, study::Verdict::doubtful);
            found.state = "The screw stops";
            found.sentence = fmt::format(
                "The screw stops on the bottom of its socket; the pad holds with {}. A shorter screw or a thicker pad "
                "lets it be tightened.",
                force);
        } else {
            found.sentence += fmt::format(
                " The pads give {}, and it clamps with {} after a day.",
                quantity::format(design_.thickness() - design_.stack_up().items, quantity::Dimension::length), force);
        }
    }
    // A stack that is only known as a range: what to buy.
    if (const auto range = design_.thickness_range())
        found.sentence +=
            " " + families::screws_for_range(design_.stack_up(), *range, design_.screw).sentence(design_.screw);
    return found;
}

std::map<std::string, rig::Input> StackDesk::inputs() const {
    std::map<std::string, rig::Input> all;
    for (const auto& [key, value] : design_.inputs()) std::visit([&, k = key](const auto& v) { all[k] = v; }, value);
    return all;
}

}  // namespace clampet::project
