#include "make/drawing_sheet.h"

#include <fmt/format.h>

#include <algorithm>

#include "make/drills.h"
#include "quantity/format.h"

namespace clampet::make {
namespace {

using drawing::Align;
using drawing::Drawing;
using drawing::Line;
using drawing::Material;
using drawing::Point;
using drawing::TextRole;

// The sheet: what is drawn in, with its margins kept [m].
constexpr double sheet_length = 0.260, sheet_width = 0.172, view_length = 0.165, view_width = 0.100;
constexpr double dimension_step = 0.008, note_height = 0.0052, section_below = 0.022, small_cross = 0.002;
constexpr std::size_t most_holes = 14;  // of the table; the template has all of them

using quantity::mm;

/// A piece's points on the sheet.
struct View {
    double scale = 1;    ///< of the drawing over the piece
    Point middle;        ///< of the marked face
    double section = 0;  ///< height of the section's middle
    Point at(const Eigen::Vector2d& p) const { return {middle.x + scale * p.x(), middle.y + scale * p.y()}; }
    /// Along the piece, and up through its thickness from the middle.
    Point through(double x, double z) const { return {middle.x + scale * x, section + scale * z}; }
};

std::vector<Point> on_sheet(const View& view, const std::vector<Eigen::Vector2d>& corners) {
    std::vector<Point> points;
    for (const auto& c : corners) points.push_back(view.at(c));
    return points;
}

/// Holes by a letter, like ones by the same.
struct Lettered {
    std::vector<char> letters;               ///< of each bore
    std::vector<const parts::Bore*> firsts;  ///< of each letter
};
Lettered lettered(const parts::Workpiece& piece) {
    Lettered all;
    for (const auto& bore : piece.bores) {
        const auto like = std::find_if(all.firsts.begin(), all.firsts.end(), [&](const parts::Bore* first) {
            return first->diameter == bore.diameter && first->depth == bore.depth && first->made_for == bore.made_for &&
                   first->thread == bore.thread && first->from_the_back == bore.from_the_back;
        });
        all.letters.push_back(static_cast<char>('A' + (like - all.firsts.begin()) % 26));
        if (like == all.firsts.end()) all.firsts.push_back(&bore);
    }
    return all;
}

void draw_face(Drawing& to, const parts::Workpiece& piece, const View& view, const Lettered& holes) {
    to.path(on_sheet(view, parts::side_of(piece)));
    if (!piece.is_round)
        for (const auto& opening : piece.openings) to.path(on_sheet(view, opening));
    for (std::size_t i = 0; i < piece.bores.size(); ++i) {
        const auto& bore = piece.bores[i];
        const auto seen = parts::seen_at(piece, bore.at);
        if (!seen) continue;
        const auto at = view.at(*seen);
        const double r = view.scale * bore.diameter / 2, arm = r + small_cross;
        to.circle(at, r, Material::none, bore.from_the_back ? Line::hidden : Line::outline);
        to.line({at.x - arm, at.y}, {at.x + arm, at.y}, Line::centre);
        to.line({at.x, at.y - arm}, {at.x, at.y + arm}, Line::centre);
        to.text({at.x + 0.7 * r + 0.001, at.y + 0.7 * r + 0.0025}, std::string(1, holes.letters[i]), Align::left,
                TextRole::number);
    }
    const double a = piece.length / 2, b = piece.width / 2;
    to.dimension(view.at({-a, -b}), view.at({a, -b}), -dimension_step, mm(piece.length));
    to.dimension(view.at({-a, -b}), view.at({-a, b}), dimension_step, mm(piece.width));
}

/// Cut along its middle, with the holes behind and before the cut.
void draw_section(Drawing& to, const parts::Workpiece& piece, const View& view) {
    const double a = piece.length / 2, h = piece.thickness / 2;
    to.rectangle(view.through(-a, -h), view.through(a, h), Material::none);
    if (piece.is_round && piece.wall > 0)
        for (const double side : {-h + piece.wall, h - piece.wall})
            to.line(view.through(-a, side), view.through(a, side), Line::outline);
    for (const auto& bore : piece.bores) {
        const double deep = bore.depth > 0 ? bore.depth : piece.thickness, x = bore.at.x(), r = bore.diameter / 2,
                     from = bore.from_the_back ? -h : h, till = bore.from_the_back ? -h + deep : h - deep;
        for (const double side : {x - r, x + r})
            to.line(view.through(side, from), view.through(side, till), Line::hidden);
        if (bore.depth > 0) to.line(view.through(x - r, till), view.through(x + r, till), Line::hidden);
        const double over = (from > till ? 1 : -1) * small_cross / view.scale;
        to.line(view.through(x, from + over), view.through(x, till - over), Line::centre);
    }
    to.dimension(view.through(-a, -h), view.through(-a, h), dimension_step, mm(piece.thickness));
}

/// Rows from the top, at the right.
class Column {
 public:
    Column(Drawing& to, double x, double y) : to_(to), x_(x), y_(y) {}
    void row(const std::string& text, TextRole role = TextRole::label) {
        to_.text({x_, y_}, text, Align::left, role);
        y_ -= note_height;
    }
    void gap() { y_ -= 0.6 * note_height; }

 private:
    Drawing& to_;
    double x_, y_;
};

void list_holes(Column& column, const parts::Workpiece& piece, const Lettered& holes) {
    for (const auto& edge : piece.edges)
        for (const auto& bore : edge.bores)
            column.row(fmt::format("{}: drill {}, {} below the face", name_of(edge.edge),
                                   drill_for(bore, piece.stuff).drill, mm(bore.at.y())),
                       TextRole::number);
    const double bored = bored_of(piece);
    if (bored > 0) column.row(fmt::format("Along its axis: {}", drill_for({.diameter = bored}, piece.stuff).drill));
    if (piece.bores.empty()) return piece.edges.empty() && !(bored > 0) ? column.row("No hole.") : void();
    column.row(piece.is_round ? "Holes: from the left, round from the top" : "Holes: from the left, from below");
    for (std::size_t i = 0; i < piece.bores.size() && i < most_holes; ++i) {
        const auto& bore = piece.bores[i];
        column.row(fmt::format("{}  {}, {}", holes.letters[i], mm(bore.at.x() + piece.length / 2),
                               mm(piece.is_round ? bore.at.y() : bore.at.y() + piece.width / 2)),
                   TextRole::number);
    }
    if (piece.bores.size() > most_holes)
        column.row(fmt::format("and {} more: see the template", piece.bores.size() - most_holes));
    column.gap();
    for (std::size_t k = 0; k < holes.firsts.size() && k < most_holes; ++k) {
        const auto& bore = *holes.firsts[k];
        const auto drill = drill_for(bore, piece.stuff);
        column.row(fmt::format("{}  drill {}, {}", static_cast<char>('A' + k % 26), drill.drill,
                               bore.depth > 0 ? mm(bore.depth) + " deep" : "through"));
        if (bore.sink > 0) column.row(fmt::format("    countersink to {}", mm(bore.sink)));
        if (!drill.brief.empty() || bore.from_the_back)
            column.row(fmt::format("    {}{}{}", drill.brief, !drill.brief.empty() && bore.from_the_back ? ", " : "",
                                   bore.from_the_back ? "from the other face" : ""));
        column.row(bore.made_for == parts::BoreFor::clearance ? "    ± 0.3 mm in place, + 0.2 mm wide"
                                                              : "    ± 0.3 mm in place",
                   TextRole::quiet);
    }
}

void draw_title(Drawing& to, const MadePart& part, const parts::Workpiece& piece, const Title& title) {
    const double low = -sheet_width, right = sheet_length, left = right - 0.082, high = low + 0.034;
    to.rectangle({left, low}, {right, high}, Material::none, Line::outline);
    Column column(to, left + 0.003, high - 0.004);
    column.row(name_of(part, piece));
    column.row(stock_of(piece));
    column.row(fmt::format("{} of it, scale 1:{}", piece.count, scale_of(piece)));
    column.row(title.rig);
    column.row(fmt::format("revision {}, {}", title.revision, title.date));
    column.row(piece.stuff == parts::Stuff::wood ? "unless said: ± 0.5 mm, square" : "unless said: ± 0.3 mm, square",
               TextRole::quiet);
}

}  // namespace

unsigned scale_of(const parts::Workpiece& piece) {
    for (const unsigned times : {1u, 2u, 5u, 10u})
        if (piece.length / times <= view_length && piece.width / times <= view_width &&
            (piece.width + piece.thickness) / times <= view_width + section_below)
            return times;
    return 20;
}

drawing::Sheet drawing_of(const MadePart& part, const parts::Workpiece& piece, const Title& title) {
    drawing::Sheet sheet;
    sheet.title = fmt::format("{}: drawing", name_of(part, piece));
    sheet.detail = fmt::format("{}, {}", title.rig, title.date);
    sheet.is_real_size = scale_of(piece) == 1;
    auto& to = sheet.drawing;
    to.rectangle({0, -sheet_width}, {sheet_length, 0}, Material::none, Line::thin);
    View view;
    view.scale = 1.0 / scale_of(piece);
    const double high = view.scale * piece.width, thick = view.scale * piece.thickness;
    view.middle = {0.022 + view.scale * piece.length / 2, -0.012 - high / 2};
    view.section = -0.012 - high - section_below - thick / 2;
    const auto holes = lettered(piece);
    draw_face(to, piece, view, holes);
    draw_section(to, piece, view);
    Column column(to, sheet_length - 0.070, -0.008);
    list_holes(column, piece, holes);
    Column notes(to, 0.008, -sheet_width + 0.014);
    if (piece.stuff == parts::Stuff::wood)
        notes.row(blank_of(piece).is_turned ? "Grain along the longest side. This face up."
                                            : "Grain along the length. This face up.",
                  TextRole::quiet);
    if (!piece.note.empty()) notes.row("Then: " + piece.note + ".", TextRole::quiet);
    draw_title(to, part, piece, title);
    to.summary = fmt::format("{}, {} by {} by {}, {} holes, 1:{}.", name_of(part, piece), mm(piece.length),
                             mm(piece.width), mm(piece.thickness), piece.bores.size(), scale_of(piece));
    return sheet;
}

std::vector<drawing::Sheet> drawings_of(const Made& made, const Title& title) {
    std::vector<drawing::Sheet> sheets;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) sheets.push_back(drawing_of(part, piece, title));
    return sheets;
}

}  // namespace clampet::make
