#pragma once
#include <string>
#include <variant>
#include <vector>

namespace clampet::drawing {

/// A drawing in metres, y up, without colours or pixels: what it shows, not how it is rendered.
struct Point {
    double x = 0, y = 0;
};

/// What a filled area is made of; the renderer chooses hatch and tone. Ink is black on paper.
enum class Material { none, metal, wood, plastic, rubber, tube, payload, site, air, ink };
/// What a line means.
enum class Line { outline, thin, hidden, centre, force, accent, none };

struct Path {
    std::vector<Point> points;
    bool closed = true;
    Material material = Material::none;
    Line line = Line::outline;
};
struct Circle {
    Point centre;
    double radius = 0;
    Material material = Material::none;
    Line line = Line::outline;
};
enum class Align { left, centre, right };
enum class TextRole { label, number, warning, quiet };
struct Text {
    Point at;
    std::string text;
    Align align = Align::left;
    TextRole role = TextRole::label;
};
/// A dimension line beside the two points; `offset` moves it to the left of from→to [m].
struct Dimension {
    Point from, to;
    double offset = 0;
    std::string label;
};
struct Arrow {
    Point from, to;
    std::string label;
    Line line = Line::force;
};
using Element = std::variant<Path, Circle, Text, Dimension, Arrow>;

struct Box {
    Point low, high;
    double width() const { return high.x - low.x; }
    double height() const { return high.y - low.y; }
};

struct Drawing {
    std::vector<Element> elements;
    std::string summary;  ///< what it shows, for people who cannot see it

    Path& rectangle(Point low, Point high, Material material, Line line = Line::outline);
    void path(std::vector<Point> points, Material material = Material::none, Line line = Line::outline,
              bool closed = true);
    void line(Point from, Point to, Line line = Line::thin);
    void circle(Point centre, double radius, Material material = Material::none, Line line = Line::outline);
    void text(Point at, std::string text, Align align = Align::left, TextRole role = TextRole::label);
    void dimension(Point from, Point to, double offset, std::string label);
    void arrow(Point from, Point to, std::string label, Line line = Line::force);
    /// The box round all points, dimension lines included, text excluded.
    Box extent() const;
};

}  // namespace clampet::drawing
