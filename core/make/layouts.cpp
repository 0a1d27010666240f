#include "make/layouts.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <map>
#include <numeric>

#include "catalogue/stock.h"
#include "make/layers.h"
#include "make/outline_nesting.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using inventory::Board;
using parts::Workpiece;

constexpr double same_size = 3e-4;      // sizes of bars that are taken for the same [m]
constexpr double off_nominal = 0.0015;  // boards are thinner or thicker than they are called by so much [m]
constexpr double kept_from = 0.100;     // shorter left-overs are not kept; common practice [m]
constexpr double widest_timber = 0.300;

using quantity::mm;

/// One piece as it is sawn: its name, its length along the grain and its width.
struct Sawn {
    std::string name;
    Workpiece piece;
    Blank blank;
};

/// What is sawn from one kind of stock.
struct Group {
    std::string stock;
    Board section;  ///< its material and thickness, or diameter and wall
    bool is_sheet = false;
    std::vector<Sawn> pieces;
};

std::vector<Group> groups_of(const Made& made) {
    std::map<std::pair<bool, std::string>, Group> groups;
    for (const auto& [part, name, piece, of] : sawn_of(made)) {
        const bool is_sheet = comes_as_sheet(piece);
        auto& group = groups[{!is_sheet, stock_of(piece)}];
        const auto blank = blank_of(piece);
        group.stock = stock_of(piece);
        group.is_sheet = is_sheet;
        group.section = {piece.material,
                         0,
                         0,
                         piece.is_round ? 0 : blank.thickness,
                         piece.is_round ? piece.width : 0,
                         piece.stuff == parts::Stuff::wood ? 0 : piece.wall};
        for (unsigned i = 0; i < piece.count; ++i) group.pieces.push_back({name, piece, blank});
    }
    std::vector<Group> all;
    for (auto& [key, group] : groups) {
        std::stable_sort(group.pieces.begin(), group.pieces.end(),
                         [](const Sawn& a, const Sawn& b) { return a.blank.length > b.blank.length; });
        all.push_back(std::move(group));
    }
    return all;
}

/// A piece as it is cut from a board: with its allowance, to both sides where it comes from a sheet.
Cut cut_of(const Sawn& sawn, const Group& group, const Sawing& sawing) {
    const double more = 2 * sawing.allowance;
    Cut cut{sawn.blank.length + more, sawn.blank.width + (group.is_sheet ? more : 0)};
    if (!sawn.piece.is_round && !sawn.blank.is_turned) cut.outline = sawn.piece.outline;
    return cut;
}

bool is_of(const Board& board, const Board& section) {
    if (board.material != section.material || board.is_round() != section.is_round() || !(board.length > 0))
        return false;
    if (!board.is_round()) return std::abs(board.thickness - section.thickness) <= off_nominal;
    return std::abs(board.diameter - section.diameter) <= same_size && std::abs(board.wall - section.wall) <= same_size;
}

/// Boards of the drawer, one by one, and how many of each are left.
struct Drawer {
    struct Own {
        Board board;
        std::string item;
        unsigned count = 0;
    };
    std::vector<Own> boards;

    explicit Drawer(const inventory::Workshop* workshop) {
        if (!workshop) return;
        for (const auto& item : workshop->items)
            if (const auto board = inventory::board_of(item); board && item.count >= 1 && !item.by_metre)
                boards.push_back({*board, item.name, static_cast<unsigned>(std::min(item.count, 1000.0))});
        // The smallest that does comes first: the large ones stay whole.
        std::stable_sort(boards.begin(), boards.end(), [](const Own& a, const Own& b) {
            const auto size = [](const Board& x) { return x.length * std::max(x.width, x.diameter); };
            return size(a.board) < size(b.board);
        });
    }
};

/// Takes from the group what can be sawn from the drawer.
std::vector<OwnBoard> from_drawer(Group& group, Drawer& drawer, const Sawing& sawing) {
    std::vector<OwnBoard> all;
    for (auto& own : drawer.boards) {
        while (own.count > 0 && !group.pieces.empty() && is_of(own.board, group.section)) {
            std::vector<Cut> cuts;
            for (const auto& piece : group.pieces) cuts.push_back(cut_of(piece, group, sawing));
            const double width = own.board.is_round() ? own.board.diameter + same_size : own.board.width;
            const auto nested = nest_on_sheets(cuts, own.board.length, width, sawing.kerf);
            if (nested.sheets.empty()) break;
            OwnBoard& one = all.emplace_back(OwnBoard{own.board, own.item, {}, {}, {}, 0});
            std::vector<bool> is_taken(group.pieces.size());
            for (auto laid : nested.sheets.front()) {
                is_taken[laid.cut] = true;
                one.names.push_back(group.pieces[laid.cut].name);
                one.cuts.push_back(cuts[laid.cut]);
                laid.cut = one.cuts.size() - 1;
                one.laid.push_back(laid);
            }
            one.reach = reach_of(one.laid, one.cuts);
            std::vector<Sawn> left;
            for (std::size_t i = 0; i < group.pieces.size(); ++i)
                if (!is_taken[i]) left.push_back(std::move(group.pieces[i]));
            group.pieces = std::move(left);
            --own.count;
        }
    }
    return all;
}

Layout on_sheets(const Group& group, const std::vector<Sawn>& pieces, double width, const Sawing& sawing) {
    Layout layout;
    layout.stock = group.stock;
    layout.width = width;
    layout.bar = sawing.bar;
    layout.bought = group.section;
    layout.bought.width = width;
    for (const auto& piece : pieces) {
        layout.names.push_back(piece.name);
        layout.cuts.push_back(cut_of(piece, group, sawing));
    }
    layout.sheets = nest_on_sheets(layout.cuts, sawing.bar, width, sawing.kerf);
    // Outlines may lie closer than the rectangles about them.
    if (std::any_of(layout.cuts.begin(), layout.cuts.end(), [](const Cut& c) { return !c.outline.empty(); }) &&
        layout.cuts.size() <= most_outlines)
        if (auto closer = nest_outlines(layout.cuts, sawing.bar, width, sawing.kerf);
            is_better(closer, layout.sheets, layout.cuts))
            layout.sheets = std::move(closer);
    for (const auto cut : layout.sheets.too_large)
        layout.too_large.push_back({layout.names[cut], layout.cuts[cut].length, layout.cuts[cut].width});
    return layout;
}

Layout as_strips(const Group& group, const std::vector<Sawn>& pieces, const Sawing& sawing) {
    const auto& first = pieces.front().piece;
    Layout layout;
    layout.width = first.is_round ? first.width : pieces.front().blank.width;
    layout.stock = first.is_round ? group.stock : fmt::format("{}, strip of {}", group.stock, mm(layout.width));
    layout.bar = sawing.bar;
    layout.bought = group.section;
    if (!first.is_round) layout.bought.width = layout.width;
    for (const auto& piece : pieces) {
        const double length = cut_of(piece, group, sawing).length;
        if (length > sawing.bar) {
            layout.too_large.push_back({piece.name, length});
            continue;
        }
        layout.lengths.push_back(length);
        layout.names.push_back(piece.name);
    }
    layout.nested = nest(layout.lengths, sawing.bar, sawing.kerf);
    return layout;
}

/// Widths that timber is sold in, from one on.
std::vector<double> sold_widths(double least) {
    std::vector<double> widths;
    for (const auto* row : catalogue::stock_group("timber"))
        if (const double width = row->size("width"); width >= least - 1e-6 && width <= widest_timber)
            widths.push_back(width);
    std::sort(widths.begin(), widths.end());
    widths.erase(std::unique(widths.begin(), widths.end()), widths.end());
    return widths;
}

/// Strips of several widths: each from its own, or ripped from one wider board where that takes no more wood.
std::vector<Layout> of_strips(const Group& group, const Sawing& sawing) {
    std::map<double, std::vector<Sawn>> by_width;
    for (const auto& piece : group.pieces) by_width[group.section.is_round() ? 0 : piece.blank.width].push_back(piece);
    std::vector<Layout> apart;
    double area = 0;
    for (const auto& [width, pieces] : by_width) {
        apart.push_back(as_strips(group, pieces, sawing));
        // Ripped from the next width that is sold.
        const auto sold = sold_widths(width);
        area += static_cast<double>(apart.back().count()) * (sold.empty() ? apart.back().width : sold.front());
    }
    if (group.section.is_round()) return apart;
    std::optional<Layout> best;
    double best_area = area - 1e-6;
    for (const double width : sold_widths(by_width.rbegin()->first)) {
        auto ripped = on_sheets(group, group.pieces, width, sawing);
        const double takes = static_cast<double>(ripped.count()) * width;
        if (!ripped.too_large.empty() || takes > best_area) continue;
        best_area = takes - 1e-9;
        ripped.stock = fmt::format("{}, board of {}", group.stock, mm(width));
        best = std::move(ripped);
    }
    if (best) return {std::move(*best)};
    return apart;
}

}  // namespace

Status check(const Sawing& sawing) {
    const auto within = [](double value, double least, double most) { return value >= least && value <= most; };
    if (!within(sawing.kerf, 0, 0.020))
        return Problem{"cut_list.kerf", "kerf", "No saw cuts so wide.", "Give 0 to 20 mm; most cut 1.5 to 3.2 mm."};
    if (!within(sawing.allowance, 0, 0.020))
        return Problem{"cut_list.allowance", "allowance", "That is too much to trim off.", "Give 0 to 20 mm."};
    if (!within(sawing.bar, 0.1, 20))
        return Problem{"cut_list.bar", "length", "Nobody sells boards so long.", "Give 0.1 to 20 m."};
    if (!within(sawing.sheet, 0.05, 5))
        return Problem{"cut_list.sheet", "sheet", "Nobody sells sheets so wide.", "Give 0.05 to 5 m."};
    return Done{};
}

double Layout::metres(double kerf) const {
    if (is_sheet()) return static_cast<double>(count()) * bar;
    return std::accumulate(lengths.begin(), lengths.end(), 0.0) + static_cast<double>(lengths.size()) * kerf;
}

std::vector<Layout> layouts_of(const Made& made, const Sawing& sawing, const inventory::Workshop* drawer) {
    Drawer own(drawer);
    std::vector<Layout> layouts;
    for (auto& group : groups_of(made)) {
        auto first = from_drawer(group, own, sawing);
        std::vector<Layout> more;
        if (!group.pieces.empty())
            more = group.is_sheet ? std::vector{on_sheets(group, group.pieces, sawing.sheet, sawing)}
                                  : of_strips(group, sawing);
        if (more.empty()) {  // all of it is there
            Layout& whole = more.emplace_back();
            whole.stock = group.stock;
            whole.bar = sawing.bar;
            whole.bought = group.section;
        }
        more.front().own = std::move(first);
        for (auto& layout : more) layouts.push_back(std::move(layout));
    }
    return layouts;
}

std::vector<inventory::Item> left_overs_of(const std::vector<Layout>& layouts, const Sawing& sawing) {
    std::vector<inventory::Item> items;
    const auto keep = [&](Board board, double length) {
        // To whole millimetres, down: as it is found again with a rule.
        board.length = std::floor(length * 1e3 + 1e-6) / 1e3;
        if (board.length < kept_from) return;
        const auto name = inventory::name_of(board);
        const auto known =
            std::find_if(items.begin(), items.end(), [&](const inventory::Item& item) { return item.name == name; });
        if (known != items.end()) {
            ++known->count;
        } else {
            inventory::Item item;
            item.name = name;
            items.push_back(std::move(item));
        }
    };
    for (const auto& layout : layouts) {
        for (const auto& own : layout.own) keep(own.board, own.board.length - own.reach - sawing.kerf);
        for (const auto& bar : layout.nested.bars) keep(layout.bought, bar.left_over);
        for (const auto& sheet : layout.sheets.sheets)
            keep(layout.bought, layout.bar - reach_of(sheet, layout.cuts) - sawing.kerf);
    }
    return items;
}

inventory::Workshop sawn_out(inventory::Workshop drawer, const std::vector<Layout>& layouts, const Sawing& sawing) {
    const auto named = [&](const std::string& name) {
        return std::find_if(drawer.items.begin(), drawer.items.end(),
                            [&](const inventory::Item& item) { return item.name == name; });
    };
    for (const auto& layout : layouts)
        for (const auto& own : layout.own)
            if (const auto item = named(own.item); item != drawer.items.end() && --item->count < 1)
                drawer.items.erase(item);
    for (auto& item : left_overs_of(layouts, sawing)) {
        const auto known = named(item.name);
        if (known != drawer.items.end())
            known->count += item.count;
        else
            drawer.items.push_back(std::move(item));
    }
    return drawer;
}

}  // namespace clampet::make
