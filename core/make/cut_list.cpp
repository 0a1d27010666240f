#include "make/cut_list.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <cmath>

#include "make/layers.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using quantity::Dimension;

using quantity::mm;

/// What is laid on so many of a stock, and what is larger than one of them.
std::string laid_in_words(const Layout& layout, std::size_t count, std::string_view counted, bool fewest,
                          const std::vector<std::string>& laid, std::string_view too_large) {
    std::vector<std::string> said;
    if (count > 0)
        said.push_back(
            fmt::format("{} {}{}: {}", count, counted, fewest ? "" : " (fewer may do)", fmt::join(laid, "; ")));
    for (const auto& piece : layout.too_large) said.push_back(fmt::format("{} {}", piece.name, too_large));
    return fmt::format("{}: {}", layout.stock, fmt::join(said, "; "));
}

/// What lies on one board, like pieces counted.
std::string counted(const std::vector<std::string>& names) {
    std::vector<std::string> said;
    for (auto at = names.begin(); at != names.end();) {
        const auto next = std::find_if(at, names.end(), [&](const std::string& name) { return name != *at; });
        said.push_back(next - at > 1 ? fmt::format("{} × {}", next - at, *at) : *at);
        at = next;
    }
    return fmt::format("{}", fmt::join(said, " + "));
}

std::string sheets_in_words(const Layout& layout) {
    std::vector<std::string> sheets;
    for (const auto& sheet : layout.sheets.sheets) {
        std::vector<std::string> on;
        for (const auto& laid : sheet) on.push_back(layout.names[laid.cut]);
        sheets.push_back(counted(on));
    }
    const auto size = fmt::format("{} × {}", mm(layout.bar), mm(layout.width));
    return laid_in_words(layout, sheets.size(), "of " + size, layout.sheets.fewest, sheets,
                         fmt::format("is larger than a sheet of {}: buy a larger one", size));
}

std::string own_in_words(const OwnBoard& own) {
    return fmt::format("From the drawer, {}: {}", own.item, counted(own.names));
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
    for (const auto& sheet : sheets_of(layout.bought.material))
        if (std::abs(sheet.called - layout.bought.thickness) < 1e-5 && std::abs(sheet.measured - sheet.called) > 1e-5)
            return fmt::format("{}: sold as {} it measures about {} ({} to {}): measure it before slots are cut.",
                               layout.stock, sheet.name, mm(sheet.measured), mm(sheet.low), mm(sheet.high));
    return {};
}

/// Where layers do not come to what is drawn, as their sheet measures.
std::string shortfall_in_words(const SawnPiece& sawn) {
    constexpr double felt = 0.0005;
    if (!sawn.of) return {};
    const double sum = sawn.of->count * sawn.of->measured;
    if (sum > sawn.of->wanted - felt) return {};
    return fmt::format(
        "{}: {} of {} measure about {}, {} less than drawn: one more, or type {} as the size of the part.", sawn.name,
        sawn.of->count, mm(sawn.of->each), mm(sum), mm(sawn.of->wanted - sum), mm(sum));
}

std::string in_words(const Layout& layout) {
    if (layout.is_sheet()) return sheets_in_words(layout);
    std::vector<std::string> bars;
    for (const auto& bar : layout.nested.bars) {
        std::vector<std::string> on;
        for (const auto piece : bar.pieces) on.push_back(layout.names[piece] + " " + mm(layout.lengths[piece]));
        bars.push_back(fmt::format("{}, {} left over", counted(on), mm(bar.left_over)));
    }
    return laid_in_words(layout, bars.size(), "× " + mm(layout.bar), layout.nested.fewest, bars,
                         fmt::format("is longer than {}: buy a longer one or join two", mm(layout.bar)));
}

/// All pieces, those of one stock together, the longest first.
std::vector<SawnPiece> rows_of(const Made& made) {
    auto rows = sawn_of(made);
    std::stable_sort(rows.begin(), rows.end(), [](const SawnPiece& a, const SawnPiece& b) {
        const auto one = stock_of(a.piece), other = stock_of(b.piece);
        return one != other ? one < other : blank_of(a.piece).length > blank_of(b.piece).length;
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
    if (layout.count() == 0 && layout.too_large.empty()) return;
    add(in_words(layout));
    if (layout.is_sheet()) add(sold_thickness(layout));
}

}  // namespace

Result<Table> cut_list(const Made& made, const Sawing& sawing, const inventory::Workshop* drawer) {
    if (const auto ok = check(sawing); !ok) return ok.problem();
    const auto rows = rows_of(made);
    Table table{"Cut list", {"from", "piece", "pieces", "length", "width", "thickness", "sawn to", "then"}, {}, {}};
    for (const auto& row : rows) {
        const auto& piece = row.piece;
        const auto blank = blank_of(piece);
        table.rows.push_back({stock_of(piece), row.name, std::to_string(piece.count), mm(blank.length),
                              piece.is_round ? "" : mm(blank.width), piece.is_round ? "" : mm(blank.thickness),
                              mm(blank.length + 2 * sawing.allowance), piece.note});
    }
    const auto layouts = layouts_of(made, sawing, drawer);
    for (const auto& layout : layouts) note_layout(layout, table.notes);
    for (const auto& row : rows)
        if (auto words = shortfall_in_words(row); !words.empty()) table.notes.push_back(std::move(words));
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
