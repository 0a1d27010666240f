#include "make/cut_list.h"

#include <fmt/format.h>
#include <fmt/ranges.h>

#include <algorithm>
#include <map>

#include "catalogue/material.h"
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

/// Plywood and the like come as sheets, timber as boards.
bool comes_as_sheet(const parts::Workpiece& piece) {
    const auto material = catalogue::material_named(piece.material);
    return !piece.is_round && material && material->group == "board";
}

std::string sheets_in_words(const Layout& layout) {
    std::vector<std::string> sheets;
    for (const auto& sheet : layout.sheets.sheets) {
        std::vector<std::string> on;
        for (const auto& laid : sheet) on.push_back(layout.names[laid.cut]);
        sheets.push_back(fmt::format("{}", fmt::join(on, " + ")));
    }
    std::string text =
        fmt::format("{}: {} of {} × {}{}: {}", layout.stock, sheets.size(), mm(layout.bar), mm(layout.width),
                    layout.sheets.fewest ? "" : " (fewer may do)", fmt::join(sheets, "; "));
    for (const auto& name : layout.too_long) text += fmt::format("; {} is larger than a sheet: buy a larger one", name);
    return text;
}

std::string in_words(const Layout& layout) {
    if (layout.is_sheet()) return sheets_in_words(layout);
    std::vector<std::string> bars;
    for (const auto& bar : layout.nested.bars) {
        std::vector<std::string> on;
        for (const auto piece : bar.pieces) on.push_back(layout.names[piece] + " " + mm(layout.lengths[piece]));
        bars.push_back(fmt::format("{}, {} left over", fmt::join(on, " + "), mm(bar.left_over)));
    }
    std::string text = fmt::format("{}: {} × {}{}: {}", layout.stock, bars.size(), mm(layout.bar),
                                   layout.nested.fewest ? "" : " (fewer may do)", fmt::join(bars, "; "));
    for (const auto& name : layout.too_long)
        text += fmt::format("; {} is longer than {}: buy a longer one or join two", name, mm(layout.bar));
    return text;
}

/// All pieces, those of one stock together, the longest first.
std::vector<Row> rows_of(const Made& made) {
    std::vector<Row> rows;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) rows.push_back({&part, &piece});
    std::stable_sort(rows.begin(), rows.end(), [](const Row& a, const Row& b) {
        const auto one = stock_of(*a.piece), other = stock_of(*b.piece);
        return one != other ? one < other : a.piece->length > b.piece->length;
    });
    return rows;
}

Layout sheet_of(const std::string& stock, const std::vector<Row>& rows, const Sawing& sawing) {
    Layout layout;
    layout.stock = stock;
    layout.width = sawing.sheet;
    layout.bar = sawing.bar;
    for (const auto& row : rows)
        for (unsigned i = 0; i < row.piece->count; ++i) {
            layout.names.push_back(name_of(*row.part, *row.piece));
            layout.cuts.push_back({row.piece->length + 2 * sawing.allowance, row.piece->width + 2 * sawing.allowance});
        }
    layout.sheets = nest_on_sheets(layout.cuts, sawing.bar, sawing.sheet, sawing.kerf);
    for (const auto cut : layout.sheets.too_large) layout.too_long.push_back(layout.names[cut]);
    return layout;
}

/// A board, bar or sheet as it is drawn, and what is sawn from it.
struct Drawn {
    double length = 0, width = 0;
    std::vector<drawing::Box> pieces;  ///< from its lower left corner
};
std::vector<Drawn> drawn_of(const Layout& layout, const Sawing& sawing) {
    std::vector<Drawn> all;
    for (const auto& sheet : layout.sheets.sheets) {
        Drawn& one = all.emplace_back(Drawn{layout.bar, layout.width, {}});
        for (const auto& laid : sheet) {
            const auto& cut = layout.cuts[laid.cut];
            const double along = laid.is_turned ? cut.width : cut.length,
                         across = laid.is_turned ? cut.length : cut.width;
            one.pieces.push_back({{laid.x, laid.y}, {laid.x + along, laid.y + across}});
        }
    }
    for (const auto& bar : layout.nested.bars) {
        Drawn& one = all.emplace_back(Drawn{layout.bar, layout.width, {}});
        double x = 0;
        for (const auto piece : bar.pieces) {
            one.pieces.push_back({{x, 0}, {x + layout.lengths[piece], layout.width}});
            x += layout.lengths[piece] + sawing.kerf;
        }
    }
    return all;
}

constexpr double between = 0.05;  // boards as they are drawn, of their own size [m]

/// How wide and high they are in so many columns, one after another.
drawing::Point size_in(const std::vector<Drawn>& all, std::size_t columns, double length) {
    double high = 0;
    for (std::size_t i = 0; i < all.size(); i += columns) {
        double row = 0;
        for (std::size_t k = i; k < std::min(i + columns, all.size()); ++k) row = std::max(row, all[k].width);
        high += row + between;
    }
    return {static_cast<double>(columns) * (length + between), high};
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

std::vector<Layout> layouts_of(const Made& made, const Sawing& sawing) {
    std::map<Strip, std::vector<Row>> strips;
    std::map<std::string, std::vector<Row>> sheets;
    for (const auto& row : rows_of(made))
        if (comes_as_sheet(*row.piece))
            sheets[stock_of(*row.piece)].push_back(row);
        else
            strips[{stock_of(*row.piece), row.piece->is_round ? 0 : row.piece->width}].push_back(row);
    std::vector<Layout> layouts;
    for (const auto& [stock, rows] : sheets) layouts.push_back(sheet_of(stock, rows, sawing));
    for (const auto& [strip, rows] : strips) {
        Layout layout;
        layout.stock = strip.width > 0 ? fmt::format("{}, strip of {}", strip.stock, mm(strip.width)) : strip.stock;
        layout.width = rows.front().piece->width;
        layout.bar = sawing.bar;
        for (const auto& row : rows)
            for (unsigned i = 0; i < row.piece->count; ++i) {
                const double length = row.piece->length + 2 * sawing.allowance;
                const auto name = name_of(*row.part, *row.piece);
                if (length > sawing.bar) {
                    layout.too_long.push_back(name);
                    continue;
                }
                layout.lengths.push_back(length);
                layout.names.push_back(name);
            }
        layout.nested = nest(layout.lengths, sawing.bar, sawing.kerf);
        layouts.push_back(std::move(layout));
    }
    return layouts;
}

drawing::Drawing drawing_of(const std::vector<Layout>& layouts, const Sawing& sawing) {
    constexpr double wide_over_high = 4.5;  // of the room that it is shown in
    std::vector<Drawn> boards;
    for (const auto& layout : layouts)
        for (auto& one : drawn_of(layout, sawing)) boards.push_back(std::move(one));
    // In as many columns as show them the largest.
    std::size_t columns = 1;
    double best = 0;
    for (std::size_t c = 1; c <= std::min<std::size_t>(6, boards.size()); ++c) {
        const auto size = size_in(boards, c, sawing.bar);
        const double scale = std::min(wide_over_high / size.x, 1 / size.y);
        if (scale > 1.001 * best) {
            best = scale;
            columns = c;
        }
    }
    drawing::Drawing all;
    double y = 0;
    for (std::size_t i = 0; i < boards.size(); i += columns) {
        double row = 0;
        for (std::size_t k = i; k < std::min(i + columns, boards.size()); ++k) row = std::max(row, boards[k].width);
        y -= row;
        for (std::size_t k = i; k < std::min(i + columns, boards.size()); ++k) {
            const auto& board = boards[k];
            const double x = static_cast<double>(k - i) * (sawing.bar + between);
            all.rectangle({x, y}, {x + board.length, y + board.width}, drawing::Material::none, drawing::Line::thin);
            for (const auto& p : board.pieces)
                all.rectangle({x + p.low.x, y + p.low.y}, {x + p.high.x, y + p.high.y}, drawing::Material::wood);
        }
        y -= between;
    }
    all.summary = fmt::format("{} boards, bars and sheets, each piece to scale.", boards.size());
    return all;
}

Result<Table> cut_list(const Made& made, const Sawing& sawing) {
    if (const auto ok = check(sawing); !ok) return ok.problem();
    const auto rows = rows_of(made);
    Table table{"Cut list", {"from", "piece", "pieces", "length", "width", "thickness", "sawn to", "then"}, {}, {}};
    for (const auto& row : rows) {
        const auto& piece = *row.piece;
        table.rows.push_back({stock_of(piece), name_of(*row.part, piece), std::to_string(piece.count), mm(piece.length),
                              piece.is_round ? "" : mm(piece.width), piece.is_round ? "" : mm(piece.thickness),
                              mm(piece.length + 2 * sawing.allowance), piece.note});
    }
    for (const auto& layout : layouts_of(made, sawing)) table.notes.push_back(in_words(layout));
    if (!rows.empty())
        table.notes.push_back(fmt::format("Kerf {}, {} more at each end to trim; grain along the length.",
                                          mm(sawing.kerf), mm(sawing.allowance)));
    for (const auto& name : made.otherwise)
        table.notes.push_back(fmt::format("{} is not sawn: it is printed, or put together from what is bought.", name));
    return table;
}

}  // namespace clampet::make
