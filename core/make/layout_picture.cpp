#include <fmt/format.h>

#include <algorithm>

#include "make/layouts.h"

namespace clampet::make {
namespace {

/// A board, bar or sheet as it is drawn, and what is sawn from it.
struct Drawn {
    double length = 0, width = 0;
    std::vector<std::vector<drawing::Point>> pieces;  ///< from its lower left corner
};

std::vector<drawing::Point> rectangle(double x, double y, double length, double width) {
    return {{x, y}, {x + length, y}, {x + length, y + width}, {x, y + width}};
}

/// A piece where it lies.
std::vector<drawing::Point> drawn(const Laid& laid, const Cut& cut) {
    const double along = laid.is_turned ? cut.width : cut.length, across = laid.is_turned ? cut.length : cut.width;
    if (cut.outline.empty()) return rectangle(laid.x, laid.y, along, across);
    std::vector<drawing::Point> points;
    const double way = laid.is_half_turned ? -1 : 1;
    for (const auto& p : cut.outline)
        points.push_back({laid.x + along / 2 + way * p.x(), laid.y + across / 2 + way * p.y()});
    return points;
}

std::vector<Drawn> drawn_of(const Layout& layout, const Sawing& sawing) {
    std::vector<Drawn> all;
    for (const auto& own : layout.own) {
        Drawn& one =
            all.emplace_back(Drawn{own.board.length, own.board.is_round() ? own.board.diameter : own.board.width, {}});
        for (const auto& laid : own.laid) one.pieces.push_back(drawn(laid, own.cuts[laid.cut]));
    }
    for (const auto& sheet : layout.sheets.sheets) {
        Drawn& one = all.emplace_back(Drawn{layout.bar, layout.width, {}});
        for (const auto& laid : sheet) one.pieces.push_back(drawn(laid, layout.cuts[laid.cut]));
    }
    for (const auto& bar : layout.nested.bars) {
        Drawn& one = all.emplace_back(Drawn{layout.bar, layout.width, {}});
        double x = 0;
        for (const auto piece : bar.pieces) {
            one.pieces.push_back(rectangle(x, 0, layout.lengths[piece], layout.width));
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

drawing::Drawing drawing_of(const std::vector<Layout>& layouts, const Sawing& sawing) {
    constexpr double wide_over_high = 4.5;  // of the room that it is shown in
    std::vector<Drawn> boards;
    for (const auto& layout : layouts)
        for (auto& one : drawn_of(layout, sawing)) boards.push_back(std::move(one));
    double longest = sawing.bar;
    for (const auto& board : boards) longest = std::max(longest, board.length);
    // In as many columns as show them the largest.
    std::size_t columns = 1;
    double best = 0;
    for (std::size_t c = 1; c <= std::min<std::size_t>(6, boards.size()); ++c) {
        const auto size = size_in(boards, c, longest);
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
            const double x = static_cast<double>(k - i) * (longest + between);
            all.rectangle({x, y}, {x + board.length, y + board.width}, drawing::Material::none, drawing::Line::thin);
            for (auto piece : board.pieces) {
                for (auto& p : piece) p = {x + p.x, y + p.y};
                all.path(std::move(piece), drawing::Material::wood);
            }
        }
        y -= between;
    }
    all.summary = fmt::format("{} boards, bars and sheets, each piece to scale.", boards.size());
    return all;
}

}  // namespace clampet::make
