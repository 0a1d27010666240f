#include "make/cut_list.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <map>

#include "make/nesting.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using quantity::Dimension;

std::string mm(double size) {
    return quantity::format(size, Dimension::length);
}

/// A row of the list: pieces alike.
struct Row {
    const MadePart* part;
    const parts::Workpiece* piece;
};

/// What is sawn from one kind of board: strips as wide as the piece, or a bar.
struct Strip {
    std::string stock;
    double width = 0;  ///< of a board's strip; 0 of a round bar
    bool operator<(const Strip& other) const { return std::tie(stock, width) < std::tie(other.stock, other.width); }
};

std::string laid_out(const Strip& strip, const std::vector<Row>& rows, const Sawing& sawing) {
    std::vector<double> lengths;
    std::vector<std::string> names;
    std::vector<std::string> too_long;
    for (const auto& row : rows)
        for (unsigned i = 0; i < row.piece->count; ++i) {
            const double length = row.piece->length + 2 * sawing.allowance;
            if (length > sawing.bar) {
                too_long.push_back(name_of(*row.part, *row.piece));
                continue;
            }
            lengths.push_back(length);
            names.push_back(name_of(*row.part, *row.piece));
        }
    const auto nested = nest(lengths, sawing.bar, sawing.kerf);
    std::vector<std::string> bars;
    for (const auto& bar : nested.bars) {
        std::vector<std::string> on;
        for (const auto piece : bar.pieces) on.push_back(fmt::format("{} {}", names[piece], mm(lengths[piece])));
        bars.push_back(fmt::format("{}, {} left over", fmt::join(on, " + "), mm(bar.left_over)));
    }
    std::string text = strip.width > 0 ? fmt::format("{}, strip of {}", strip.stock, mm(strip.width)) : strip.stock;
    text += fmt::format(": {} × {}{}: {}", bars.size(), mm(sawing.bar), nested.fewest ? "" : " (fewer may do)",
                        fmt::join(bars, "; "));
    for (const auto& name : too_long)
        text += fmt::format("; {} is longer than {}: buy a longer one or join two", name, mm(sawing.bar));
    return text;
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
    return Done{};
}

Result<Table> cut_list(const Made& made, const Sawing& sawing) {
    if (const auto ok = check(sawing); !ok) return ok.problem();
    std::vector<Row> rows;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) rows.push_back({&part, &piece});
    std::stable_sort(rows.begin(), rows.end(), [](const Row& a, const Row& b) {
        const auto one = stock_of(*a.piece), other = stock_of(*b.piece);
        return one != other ? one < other : a.piece->length > b.piece->length;
    });
    Table table{"Cut list", {"from", "piece", "pieces", "length", "width", "thickness", "sawn to", "then"}, {}, {}};
    std::map<Strip, std::vector<Row>> strips;
    for (const auto& row : rows) {
        const auto& piece = *row.piece;
        table.rows.push_back({stock_of(piece), name_of(*row.part, piece), std::to_string(piece.count), mm(piece.length),
                              piece.is_round ? "" : mm(piece.width), piece.is_round ? "" : mm(piece.thickness),
                              mm(piece.length + 2 * sawing.allowance), piece.note});
        strips[{stock_of(piece), piece.is_round ? 0 : piece.width}].push_back(row);
    }
    for (const auto& [strip, of_it] : strips) table.notes.push_back(laid_out(strip, of_it, sawing));
    if (!rows.empty())
        table.notes.push_back(fmt::format("Kerf {}, {} more at each end to trim; grain along the length.",
                                          mm(sawing.kerf), mm(sawing.allowance)));
    for (const auto& name : made.otherwise)
        table.notes.push_back(fmt::format("{} is made too; there are no sheets for it yet.", name));
    return table;
}

}  // namespace clampet::make
