#include "make/cut_list.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "catalogue/stock.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using quantity::Dimension;

using quantity::mm;

/// A row of the list: pieces alike.
struct Row {
    const MadePart* part;
    const parts::Workpiece* piece;
};

/// What is laid on so many of a stock, and what is larger than one of them.
std::string laid_in_words(const Layout& layout, std::size_t count, std::string_view counted, bool fewest,
                          const std::vector<std::string>& laid, std::string_view too_large) {
    std::vector<std::string> said;
    if (count > 0)
        said.push_back(
            fmt::format("{} {}{}: {}", count, counted, fewest ? "" : " (fewer may do)", fmt::join(laid, "; ")));
    for (const auto& name : layout.too_long) said.push_back(fmt::format("{} {}", name, too_large));
    return fmt::format("{}: {}", layout.stock, fmt::join(said, "; "));
}

std::string sheets_in_words(const Layout& layout) {
    std::vector<std::string> sheets;
    for (const auto& sheet : layout.sheets.sheets) {
        std::vector<std::string> on;
        for (const auto& laid : sheet) on.push_back(layout.names[laid.cut]);
        sheets.push_back(fmt::format("{}", fmt::join(on, " + ")));
    }
    const auto size = fmt::format("{} × {}", mm(layout.bar), mm(layout.width));
    return laid_in_words(layout, sheets.size(), "of " + size, layout.sheets.fewest, sheets,
                         fmt::format("is larger than a sheet of {}: buy a larger one", size));
}

std::string own_in_words(const OwnBoard& own) {
    return fmt::format("From the drawer, {}: {}", own.item, fmt::join(own.names, " + "));
}

/// Where a board is not as thick as it is drawn: what fits it must follow.
std::string thickness_in_words(const OwnBoard& own, double drawn) {
    constexpr double felt = 0.0002;
    const double less = drawn - own.board.thickness;
    if (own.board.is_round() || std::abs(less) < felt) return {};
    if (less > 0)
        return fmt::format(
            "{} is {} thinner than drawn: a shim of that where it must fill, slots for it as much narrower; "
            "or type {} as the thickness of the part.",
            own.item, mm(less), mm(own.board.thickness));
    return fmt::format(
        "{} is {} thicker than drawn: plane it, make slots for it as much wider, or type {} as the thickness "
        "of the part.",
        own.item, mm(-less), mm(own.board.thickness));
}

/// How thick a sheet of that name really is, where the table of stock says so.
std::string sold_thickness(const Layout& layout) {
    const catalogue::StockRow* best = nullptr;
    for (const auto* row : catalogue::stock_group("plywood"))
        if (const auto of = row->texts.find("material");
            of != row->texts.end() && of->second == layout.bought.material &&
            std::abs(row->size("nominal") - layout.bought.thickness) < 1e-5)
            best = row;
    if (!best || std::abs(best->size("thickness") - best->size("nominal")) < 1e-5) return {};
    return fmt::format("{}: sold as {} it measures about {} ({} to {}): measure it before slots are cut.", layout.stock,
                       best->name, mm(best->size("thickness")), mm(best->size("thickness_low")),
                       mm(best->size("thickness_high")));
}

std::string in_words(const Layout& layout) {
    if (layout.is_sheet()) return sheets_in_words(layout);
    std::vector<std::string> bars;
    for (const auto& bar : layout.nested.bars) {
        std::vector<std::string> on;
        for (const auto piece : bar.pieces) on.push_back(layout.names[piece] + " " + mm(layout.lengths[piece]));
        bars.push_back(fmt::format("{}, {} left over", fmt::join(on, " + "), mm(bar.left_over)));
    }
    return laid_in_words(layout, bars.size(), "× " + mm(layout.bar), layout.nested.fewest, bars,
                         fmt::format("is longer than {}: buy a longer one or join two", mm(layout.bar)));
}

/// All pieces, those of one stock together, the longest first.
std::vector<Row> rows_of(const Made& made) {
    std::vector<Row> rows;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) rows.push_back({&part, &piece});
    std::stable_sort(rows.begin(), rows.end(), [](const Row& a, const Row& b) {
        const auto one = stock_of(*a.piece), other = stock_of(*b.piece);
        return one != other ? one < other : blank_of(*a.piece).length > blank_of(*b.piece).length;
    });
    return rows;
}

void note_layout(const Layout& layout, std::vector<std::string>& notes) {
    const auto add = [&](std::string note) {
        if (!note.empty() && std::find(notes.begin(), notes.end(), note) == notes.end())
            notes.push_back(std::move(note));
    };
    for (const auto& own : layout.own) {
        add(own_in_words(own));
        add(thickness_in_words(own, layout.bought.thickness));
    }
    if (layout.count() == 0 && layout.too_long.empty()) return;
    add(in_words(layout));
    if (layout.is_sheet()) add(sold_thickness(layout));
}

}  // namespace

Result<Table> cut_list(const Made& made, const Sawing& sawing, const inventory::Workshop* drawer) {
    if (const auto ok = check(sawing); !ok) return ok.problem();
    const auto rows = rows_of(made);
    Table table{"Cut list", {"from", "piece", "pieces", "length", "width", "thickness", "sawn to", "then"}, {}, {}};
    for (const auto& row : rows) {
        const auto& piece = *row.piece;
        const auto blank = blank_of(piece);
        table.rows.push_back({stock_of(piece), name_of(*row.part, piece), std::to_string(piece.count), mm(blank.length),
                              piece.is_round ? "" : mm(blank.width), piece.is_round ? "" : mm(blank.thickness),
                              mm(blank.length + 2 * sawing.allowance), piece.note});
    }
    const auto layouts = layouts_of(made, sawing, drawer);
    for (const auto& layout : layouts) note_layout(layout, table.notes);
    std::vector<std::string> left;
    for (const auto& item : left_overs_of(layouts, sawing))
        left.push_back(item.count > 1 ? fmt::format("{:g} × {}", item.count, item.name) : item.name);
    if (!left.empty()) table.notes.push_back(fmt::format("Left over for the drawer: {}.", fmt::join(left, "; ")));
    if (!rows.empty())
        table.notes.push_back(fmt::format("Kerf {}, {} more at each end to trim; grain along the length.",
                                          mm(sawing.kerf), mm(sawing.allowance)));
    for (const auto& name : made.otherwise)
        table.notes.push_back(fmt::format("{} is not sawn: it is printed, or put together from what is bought.", name));
    return table;
}

}  // namespace clampet::make
