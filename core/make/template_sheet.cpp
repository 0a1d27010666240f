#include "make/template_sheet.h"

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
using quantity::Dimension;

constexpr double step = 0.008;        // from one dimension line to the next [m]
constexpr double cross_over = 0.003;  // a hole's cross goes past it so far [m]
constexpr double line_height = 0.005;
constexpr double check_square = 0.100;

std::string mm(double size) {
    return quantity::format(size, Dimension::length);
}

Point point(const Eigen::Vector2d& p) {
    return {p.x(), p.y()};
}

std::vector<Point> points(const std::vector<Eigen::Vector2d>& corners) {
    std::vector<Point> all;
    for (const auto& c : corners) all.push_back(point(c));
    return all;
}

void draw_bore(Drawing& to, const parts::Bore& bore, parts::Stuff stuff) {
    const double r = bore.diameter / 2, arm = r + cross_over;
    const auto style = bore.from_the_back ? Line::hidden : Line::outline;
    to.circle(point(bore.at), r, Material::none, style);
    to.line({bore.at.x() - arm, bore.at.y()}, {bore.at.x() + arm, bore.at.y()}, Line::centre);
    to.line({bore.at.x(), bore.at.y() - arm}, {bore.at.x(), bore.at.y() + arm}, Line::centre);
    const auto drill = drill_for(bore, stuff);
    std::string words = drill.drill;
    if (bore.depth > 0) words += fmt::format(", {} deep", mm(bore.depth));
    if (!drill.brief.empty()) words += ", " + drill.brief;
    if (bore.from_the_back) words += ", from behind";
    to.text({bore.at.x() + 0.7 * r + 0.0015, bore.at.y() + 0.7 * r + 0.003}, words, Align::left, TextRole::number);
}

/// Distances of the holes from an edge, each once, the nearest first.
std::vector<double> apart(std::vector<double> all) {
    std::sort(all.begin(), all.end());
    all.erase(std::unique(all.begin(), all.end(), [](double a, double b) { return b - a < 1e-6; }), all.end());
    return all;
}

void draw_dimensions(Drawing& to, const parts::Workpiece& piece) {
    const double left = -piece.length / 2, low = -piece.width / 2, right = -left, high = -low;
    to.dimension({left, low}, {right, low}, -step, mm(piece.length));
    to.dimension({left, low}, {left, high}, step, mm(piece.width));
    std::vector<double> xs, ys;
    for (const auto& bore : piece.bores) {
        xs.push_back(bore.at.x());
        ys.push_back(bore.at.y());
    }
    double offset = step;
    for (const double x : apart(xs)) {
        to.dimension({left, high}, {x, high}, offset, mm(x - left));
        offset += step;
    }
    offset = step;
    for (const double y : apart(ys)) {
        to.dimension({right, low}, {right, y}, -offset, mm(y - low));
        offset += step;
    }
}

/// Below the piece: its grain, what else is done to it, and the square.
void draw_below(Drawing& to, const parts::Workpiece& piece) {
    const double left = -piece.length / 2;
    double y = -piece.width / 2 - step - 2 * line_height;
    if (piece.stuff == parts::Stuff::wood) {
        to.arrow({left, y}, {left + 0.025, y}, "grain", Line::outline);
        y -= 1.5 * line_height;
    }
    to.text({left, y}, "This face up. Cut the paper outside the line, glue it on, mark the crosses with an awl.",
            Align::left, TextRole::quiet);
    y -= line_height;
    if (!piece.note.empty()) {
        to.text({left, y}, "Then: " + piece.note + ".", Align::left, TextRole::quiet);
        y -= line_height;
    }
    y -= line_height;
    to.rectangle({left, y - check_square}, {left + check_square, y}, Material::none, Line::thin);
    to.text({left + check_square / 2, y - check_square / 2 + line_height / 2}, "100 mm by 100 mm:", Align::centre,
            TextRole::quiet);
    to.text({left + check_square / 2, y - check_square / 2 - line_height / 2}, "measure it before you use this",
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
    for (const auto& bore : piece.bores) draw_bore(to, bore, piece.stuff);
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
