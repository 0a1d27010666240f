#include "drawing/strokes.h"

#include <cmath>
#include <numbers>

namespace clampet::drawing {
namespace {

/// Length of an arrow's head and half its width, over the height of words.
constexpr double head_length = 0.9, head_half_width = 0.16;
/// How far a witness line goes past the dimension line, and stays away from what it measures.
constexpr double past = 0.5, away = 0.4;

Point operator+(Point a, Point b) {
    return {a.x + b.x, a.y + b.y};
}
Point operator-(Point a, Point b) {
    return {a.x - b.x, a.y - b.y};
}
Point operator*(double k, Point p) {
    return {k * p.x, k * p.y};
}
double length_of(Point p) {
    return std::hypot(p.x, p.y);
}
Point left_of(Point along) {
    return {-along.y, along.x};
}

struct StrokeMaker {
    Strokes& to;
    double height;

    void head(Point tip, Point along, Line line) const {
        const Point back = tip - (head_length * height) * along, side = (head_half_width * height) * left_of(along);
        to.strokes.push_back({{tip, back + side, back - side}, true, true, line});
    }
    void line(Point from, Point till, Line style) const { to.strokes.push_back({{from, till}, false, false, style}); }

    void operator()(const Path& path) const {
        if (path.line != Line::none) to.strokes.push_back({path.points, path.closed, false, path.line});
    }
    void operator()(const Circle& circle) const {
        if (circle.line != Line::none) to.rings.push_back({circle.centre, circle.radius, circle.line});
    }
    void operator()(const Text& text) const {
        to.words.push_back({text.at, height, 0, text.align, text.role, text.text});
    }
    void operator()(const Arrow& arrow) const {
        const Point way = arrow.to - arrow.from;
        const double length = length_of(way);
        if (!(length > 0)) return;
        const Point along = (1 / length) * way;
        line(arrow.from, arrow.to, arrow.line);
        head(arrow.to, along, arrow.line);
        if (!arrow.label.empty())
            to.words.push_back({arrow.to + height * along, height, 0, along.x < 0 ? Align::right : Align::left,
                                TextRole::label, arrow.label});
    }
    void operator()(const Dimension& d) const {
        const Point way = d.to - d.from;
        const double length = length_of(way);
        if (!(length > 0)) return;
        const Point along = (1 / length) * way, out = (d.offset < 0 ? -1.0 : 1.0) * left_of(along);
        const Point shift = d.offset * left_of(along), from = d.from + shift, till = d.to + shift;
        for (const auto& [point, on] : {std::pair{d.from, from}, std::pair{d.to, till}})
            line(point + (away * height) * out, on + (past * height) * out, Line::thin);
        line(from, till, Line::thin);
        // Heads that do not fit between stand outside and point in.
        const double way_in = length < 2.5 * head_length * height ? -1 : 1;
        head(from, -way_in * along, Line::thin);
        head(till, way_in * along, Line::thin);
        double angle = std::atan2(along.y, along.x);
        if (angle > std::numbers::pi / 2 + 1e-9) angle -= std::numbers::pi;
        if (angle <= -std::numbers::pi / 2 + 1e-9) angle += std::numbers::pi;
        to.words.push_back(
            {from + 0.5 * way + (0.75 * height) * out, height, angle, Align::centre, TextRole::number, d.label});
    }
};

}  // namespace

Strokes strokes_of(const Drawing& drawing, double text_height) {
    Strokes strokes;
    for (const auto& element : drawing.elements) std::visit(StrokeMaker{strokes, text_height}, element);
    return strokes;
}

Pen pen_of(Line line) {
    switch (line) {
        case Line::hidden:
            return {0.18e-3, {2e-3, 1e-3}};
        case Line::centre:
            return {0.18e-3, {6e-3, 1e-3, 1e-3, 1e-3}};
        case Line::thin:
            return {0.18e-3, {}};
        case Line::outline:
        case Line::force:
        case Line::accent:
        case Line::none:
            break;
    }
    return {};
}

}  // namespace clampet::drawing
