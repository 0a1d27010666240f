#include "make/template_sheet.h"

#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <numbers>

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
using quantity::Dimension;

constexpr double dimensions_apart = 0.008;  // from one dimension line to the next [m]
constexpr double cross_over = 0.003;        // a hole's cross goes past it so far [m]
constexpr double row_height = 0.005;
constexpr double check_square = 0.100;

using quantity::mm;

Point point(const Eigen::Vector2d& p) {
    return {p.x(), p.y()};
}

std::vector<Point> points(const std::vector<Eigen::Vector2d>& corners) {
    std::vector<Point> all;
    for (const auto& c : corners) all.push_back(point(c));
    return all;
}

/// A hole as it lies on the surface: on a bar's, unrolled, it is longer across.
std::vector<Point> mouth_of(const parts::Bore& bore, const parts::Workpiece& piece) {
    constexpr int parts = 48;
    const double r = bore.diameter / 2, bar = piece.width / 2;
    std::vector<Point> mouth;
    for (int i = 0; i < parts; ++i) {
        const double angle = 2 * std::numbers::pi * i / parts, across = r * std::sin(angle);
        mouth.push_back(
            {bore.at.x() + r * std::cos(angle),
             bore.at.y() + (piece.is_round ? bar * std::asin(std::clamp(across / bar, -1.0, 1.0)) : across)});
    }
    return mouth;
}

std::string words_of(const parts::Bore& bore, const parts::Workpiece& piece) {
    const auto drill = drill_for(bore, piece.stuff);
    if (piece.is_round && bore.from_the_back) return "comes out here";
    std::string words = drill.drill;
    if (bore.depth > 0) words += fmt::format(", {} deep", mm(bore.depth));
    if (!drill.brief.empty()) words += ", " + drill.brief;
    if (bore.sink > 0) words += fmt::format(", countersink to {}", mm(bore.sink));
    if (bore.from_the_back) words += bore.sink > 0 && bore.depth == 0 ? " behind" : ", from behind";
    return words;
}

void draw_cross(Drawing& to, const Point& at, double r) {
    const double arm = r + cross_over;
    to.line({at.x - arm, at.y}, {at.x + arm, at.y}, Line::centre);
    to.line({at.x, at.y - arm}, {at.x, at.y + arm}, Line::centre);
}

void draw_bore(Drawing& to, const parts::Bore& bore, const parts::Workpiece& piece) {
    const double r = bore.diameter / 2;
    const bool is_through_sink = bore.sink > 0 && bore.depth == 0;
    const auto style = bore.from_the_back && !is_through_sink ? Line::hidden : Line::outline;
    if (piece.is_round)
        to.path(mouth_of(bore, piece), Material::none, style);
    else
        to.circle(point(bore.at), r, Material::none, style);
    if (bore.sink > 0 && !piece.is_round)
        to.circle(point(bore.at), bore.sink / 2, Material::none, bore.from_the_back ? Line::hidden : Line::thin);
    draw_cross(to, point(bore.at), std::max(r, bore.sink / 2));
    to.text({bore.at.x() + 0.7 * r + 0.0015, bore.at.y() + 0.7 * r + 0.003}, words_of(bore, piece), Align::left,
            TextRole::number);
}

/// How far the paper goes over each edge: the board's thickness where it is bored there [m].
struct Over {
    double lower = 0, right = 0, upper = 0, left = 0;
};
Over over_of(const parts::Workpiece& piece) {
    Over over;
    for (const auto& edge : piece.edges) switch (edge.edge) {
            case parts::EdgeBores::Edge::lower:
                over.lower = piece.thickness;
                break;
            case parts::EdgeBores::Edge::right:
                over.right = piece.thickness;
                break;
            case parts::EdgeBores::Edge::upper:
                over.upper = piece.thickness;
                break;
            case parts::EdgeBores::Edge::left:
                over.left = piece.thickness;
        }
    return over;
}

/// What is folded down over an edge, with the holes that go into it there.
void draw_flap(Drawing& to, const parts::EdgeBores& edge, const parts::Workpiece& piece) {
    using Edge = parts::EdgeBores::Edge;
    const double a = piece.length / 2, b = piece.width / 2, t = piece.thickness;
    const auto at = [&](double along, double below) -> Point {
        switch (edge.edge) {
            case Edge::lower:
                return {along, -b - below};
            case Edge::upper:
                return {along, b + below};
            case Edge::right:
                return {a + below, along};
            case Edge::left:
                return {-a - below, along};
        }
        return {};
    };
    const bool is_end = edge.edge == Edge::left || edge.edge == Edge::right;
    const double half = is_end ? b : a;
    for (const auto& [from, till] :
         {std::pair{at(-half, 0), at(-half, t)}, {at(-half, t), at(half, t)}, {at(half, t), at(half, 0)}})
        to.line(from, till, Line::thin);
    to.line(at(-half, 0), at(half, 0), Line::hidden);
    const auto corner = at(-half, is_end ? t / 2 : t);
    to.text({corner.x + (is_end ? 0 : 0.002), corner.y + 0.003}, "fold down", is_end ? Align::centre : Align::left,
            TextRole::quiet);
    for (const auto& bore : edge.bores) {
        const auto middle = at(bore.at.x(), bore.at.y());
        to.circle(middle, bore.diameter / 2, Material::none, Line::outline);
        draw_cross(to, middle, bore.diameter / 2);
        to.text({middle.x + 0.35 * bore.diameter + 0.0015, middle.y + 0.35 * bore.diameter + 0.003},
                words_of(bore, piece), Align::left, TextRole::number);
    }
}

/// Distances of the holes from an edge, each once, the nearest first.
std::vector<double> apart(std::vector<double> all) {
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end(), [](double a, double b) { return b - a < 1e-6; }), all.end());
    return all;
}

void draw_dimensions(Drawing& to, const parts::Workpiece& piece) {
    const double left = -piece.length / 2, low = -piece.around() / 2, right = -left, high = -low;
    const auto over = over_of(piece);
    to.dimension({left, low}, {right, low}, -dimensions_apart - over.lower, mm(piece.length));
    to.dimension({left, low}, {left, high}, dimensions_apart + over.left,
                 piece.is_round ? mm(piece.around()) + " round it" : mm(piece.width));
    std::vector<double> xs, ys;
    for (const auto& bore : piece.bores) {
        xs.push_back(bore.at.x());
        ys.push_back(bore.at.y());
    }
    double offset = dimensions_apart + over.upper;
    for (const double x : apart(xs)) {
        to.dimension({left, high}, {x, high}, offset, mm(x - left));
        offset += dimensions_apart;
    }
    offset = dimensions_apart + over.right;
    for (const double y : apart(ys)) {
        to.dimension({right, low}, {right, y}, -offset, mm(y - low));
        offset += dimensions_apart;
    }
}

/// The line that lies on top of a bar, and where both edges of the paper meet.
void draw_wrap(Drawing& to, const parts::Workpiece& piece) {
    const double a = piece.length / 2;
    to.line({-a, 0}, {a, 0}, Line::centre);
    to.text({-a + 0.002, 0.003}, "top line", Align::left, TextRole::quiet);
}

/// How the paper goes on, a line each.
std::vector<std::string> ways_on(const parts::Workpiece& piece) {
    if (piece.is_wrapped())
        return {fmt::format("Wrap it round Ø{}: both long edges meet below.", mm(piece.width)),
                "Saw along its ends, mark the crosses with a punch."};
    std::vector<std::string> lines{"This face up. Cut the paper outside the line, glue it on."};
    if (!piece.edges.empty()) lines.push_back("Fold it down over the edge at the dashed line.");
    lines.push_back("Mark the crosses with an awl.");
    return lines;
}

/// Below the piece: its grain, what else is done to it, and the square.
void draw_below(Drawing& to, const parts::Workpiece& piece) {
    const double left = -piece.length / 2;
    double y = -piece.around() / 2 - over_of(piece).lower - dimensions_apart - 2 * row_height;
    if (piece.stuff == parts::Stuff::wood) {
        // The grain of a block that is bored from its end runs through the paper.
        const bool is_end = blank_of(piece).is_turned && piece.thickness > std::max(piece.length, piece.width);
        if (is_end)
            to.text({left, y}, "end grain: it runs through the sheet", Align::left, TextRole::number);
        else
            to.arrow({left, y}, {left + 0.025, y}, "grain", Line::outline);
        y -= 1.5 * row_height;
    }
    for (const auto& line : ways_on(piece)) {
        to.text({left, y}, line, Align::left, TextRole::quiet);
        y -= row_height;
    }
    if (!piece.note.empty()) {
        to.text({left, y}, "Then: " + piece.note + ".", Align::left, TextRole::quiet);
        y -= row_height;
    }
    y -= row_height;
    to.rectangle({left, y - check_square}, {left + check_square, y}, Material::none, Line::thin);
    to.text({left + check_square / 2, y - check_square / 2 + row_height / 2}, "100 mm by 100 mm:", Align::centre,
            TextRole::quiet);
    to.text({left + check_square / 2, y - check_square / 2 - row_height / 2}, "measure it before you use this",
            Align::centre, TextRole::quiet);
}

}  // namespace

drawing::Sheet template_of(const MadePart& part, const parts::Workpiece& piece, std::string detail) {
    drawing::Sheet sheet;
    sheet.title = fmt::format("{}: {}, {} {}", name_of(part, piece), stock_of(piece), piece.count,
                              piece.count == 1 ? "piece" : "pieces");
    sheet.detail = std::move(detail);
    auto& to = sheet.drawing;
    to.path(points(parts::outline_of(piece)));
    for (const auto& opening : piece.openings) to.path(points(opening));
    for (const auto& edge : piece.edges) draw_flap(to, edge, piece);
    if (piece.is_wrapped()) draw_wrap(to, piece);
    for (const auto& bore : piece.bores) draw_bore(to, bore, piece);
    draw_dimensions(to, piece);
    draw_below(to, piece);
    to.summary = fmt::format("{}, {} by {}, {} {}.", sheet.title, mm(piece.length), mm(piece.width), piece.bores.size(),
                             piece.bores.size() == 1 ? "hole" : "holes");
    return sheet;
}

std::vector<drawing::Sheet> templates_of(const Made& made, const std::string& detail) {
    std::vector<drawing::Sheet> sheets;
    for (const auto& part : made.parts)
        for (const auto& piece : part.pieces) sheets.push_back(template_of(part, piece, detail));
    return sheets;
}

}  // namespace clampet::make
