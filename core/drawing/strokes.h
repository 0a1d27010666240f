#pragma once
#include "drawing/drawing.h"

namespace clampet::drawing {

/// A drawing as a pen draws it: dimensions and arrows taken apart into lines, heads and words. In metres, y up.
struct Stroke {
    std::vector<Point> points;
    bool closed = false, filled = false;  ///< filled: the head of an arrow
    Line line = Line::outline;
};
struct Ring {
    Point centre;
    double radius = 0;
    Line line = Line::outline;
};
struct Word {
    Point at;           ///< at the middle of its height
    double height = 0;  ///< of a capital letter and what hangs below it [m]
    double angle = 0;   ///< counter-clockwise from x [rad]
    Align align = Align::left;
    TextRole role = TextRole::label;
    std::string text;
};
struct Strokes {
    std::vector<Stroke> strokes;
    std::vector<Ring> rings;
    std::vector<Word> words;
};
/// `text_height`: of words [m].
Strokes strokes_of(const Drawing& drawing, double text_height = 0.003);

/// How wide a line is drawn [m], and its dashes and gaps; none for a full line. Source  ISO 128, thin lines half as
/// wide as outlines.
struct Pen {
    double width = 0.35e-3;
    std::vector<double> dashes;
};
Pen pen_of(Line line);

}  // namespace clampet::drawing
