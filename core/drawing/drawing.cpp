#include "drawing/drawing.h"

#include <algorithm>
#include <cmath>
#include <limits>

namespace clampet::drawing {

Path& Drawing::rectangle(Point low, Point high, Material material, Line line) {
    elements.emplace_back(Path{{low, {high.x, low.y}, high, {low.x, high.y}}, true, material, line});
    return std::get<Path>(elements.back());
}
void Drawing::path(std::vector<Point> points, Material material, Line line, bool closed) {
    elements.emplace_back(Path{std::move(points), closed, material, line});
}
void Drawing::line(Point from, Point to, Line line) {
    elements.emplace_back(Path{{from, to}, false, Material::none, line});
}
void Drawing::circle(Point centre, double radius, Material material, Line line) {
    elements.emplace_back(Circle{centre, radius, material, line});
}
void Drawing::text(Point at, std::string text, Align align, TextRole role) {
    elements.emplace_back(Text{at, std::move(text), align, role});
}
void Drawing::dimension(Point from, Point to, double offset, std::string label) {
    elements.emplace_back(Dimension{from, to, offset, std::move(label)});
}
void Drawing::arrow(Point from, Point to, std::string label, Line line) {
    elements.emplace_back(Arrow{from, to, std::move(label), line});
}

namespace {

struct Grow {
    Box& box;
    void add(Point p) {
        box.low = {std::min(box.low.x, p.x), std::min(box.low.y, p.y)};
        box.high = {std::max(box.high.x, p.x), std::max(box.high.y, p.y)};
    }
    void operator()(const Path& path) {
        for (const auto& p : path.points) add(p);
    }
    void operator()(const Circle& c) {
        add({c.centre.x - c.radius, c.centre.y - c.radius});
        add({c.centre.x + c.radius, c.centre.y + c.radius});
    }
    void operator()(const Text& text) { add(text.at); }
    void operator()(const Dimension& d) {
        const double length = std::hypot(d.to.x - d.from.x, d.to.y - d.from.y);
        const Point n = length > 0 ? Point{-(d.to.y - d.from.y) / length, (d.to.x - d.from.x) / length} : Point{};
        add({d.from.x + n.x * d.offset, d.from.y + n.y * d.offset});
        add({d.to.x + n.x * d.offset, d.to.y + n.y * d.offset});
    }
    void operator()(const Arrow& arrow) {
        add(arrow.from);
        add(arrow.to);
    }
};

}  // namespace

Box Drawing::extent() const {
    constexpr double far = std::numeric_limits<double>::infinity();
    Box box{{far, far}, {-far, -far}};
    Grow grow{box};
    for (const auto& element : elements) std::visit(grow, element);
    if (elements.empty()) return {{0, 0}, {1, 1}};
    return box;
}

}  // namespace clampet::drawing
