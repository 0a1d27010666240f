#pragma once
#include <fmt/format.h>

#include <algorithm>
#include <cmath>
#include <string>

#include "drawing/drawing.h"

/// A drawing as approved answers have it: one primitive a line, lengths in mm.
struct DrawingTold {
    static std::string at(const clampet::drawing::Point& p) {
        return fmt::format(" {:.3f} {:.3f}", p.x * 1e3, p.y * 1e3);
    }
    std::string operator()(const clampet::drawing::Path& p) const {
        std::string all =
            fmt::format("path {} {} {}", static_cast<int>(p.material), static_cast<int>(p.line), p.closed);
        for (const auto& point : p.points) all += at(point);
        return all;
    }
    std::string operator()(const clampet::drawing::Circle& c) const {
        return fmt::format("circle {} {}{} {:.3f}", static_cast<int>(c.material), static_cast<int>(c.line),
                           at(c.centre), c.radius * 1e3);
    }
    std::string operator()(const clampet::drawing::Text& t) const {
        return fmt::format("text {} {}{} “{}”", static_cast<int>(t.align), static_cast<int>(t.role), at(t.at), t.text);
    }
    std::string operator()(const clampet::drawing::Dimension& d) const {
        return fmt::format("dimension{}{} {:.3f} “{}”", at(d.from), at(d.to), d.offset * 1e3, d.label);
    }
    std::string operator()(const clampet::drawing::Arrow& a) const {
        return fmt::format("arrow {}{}{} “{}”", static_cast<int>(a.line), at(a.from), at(a.to), a.label);
    }
};

/// Outlines by their extent: corners of bodies are approved elsewhere.
struct DrawingInShort : DrawingTold {
    using DrawingTold::operator();
    std::string operator()(const clampet::drawing::Path& p) const {
        const auto [left, right] = std::minmax_element(p.points.begin(), p.points.end(),
                                                       [](const auto& a, const auto& b) { return a.x < b.x; });
        const auto [low, high] = std::minmax_element(p.points.begin(), p.points.end(),
                                                     [](const auto& a, const auto& b) { return a.y < b.y; });
        return fmt::format("path {} {} {} of {}{}{}", static_cast<int>(p.material), static_cast<int>(p.line), p.closed,
                           p.points.size(), at({left->x, low->y}), at({right->x, high->y}));
    }
};

inline std::string told_in_short(const std::string& name, const clampet::drawing::Drawing& d) {
    std::string all = "# " + name + "\n" + d.summary + "\n";
    for (const auto& e : d.elements) all += std::visit(DrawingInShort{}, e) + "\n";
    return all;
}

inline std::string told(const std::string& name, const clampet::drawing::Drawing& d) {
    std::string all = "# " + name + "\n" + d.summary + "\n";
    for (const auto& e : d.elements) all += std::visit(DrawingTold{}, e) + "\n";
    return all;
}

struct Ink {
    double length = 0, turned = 0;
    void along(const clampet::drawing::Point& a, const clampet::drawing::Point& b) {
        length += std::hypot(b.x - a.x, b.y - a.y);
        at(a);
    }
    void at(const clampet::drawing::Point& p) { turned += p.x + 0.7 * p.y; }
    void operator()(const clampet::drawing::Path& p) {
        for (std::size_t i = 0; i + 1 < p.points.size(); ++i) along(p.points[i], p.points[i + 1]);
        if (!p.points.empty()) at(p.points.back());
    }
    void operator()(const clampet::drawing::Circle& c) {
        length += 6.283 * c.radius;
        at(c.centre);
    }
    void operator()(const clampet::drawing::Text& t) { at(t.at); }
    void operator()(const clampet::drawing::Dimension& d) {
        along(d.from, d.to);
        length += d.offset;
    }
    void operator()(const clampet::drawing::Arrow& a) { along(a.from, a.to); }
};

/// How many things are drawn, how long their lines are and where they stand [mm].
inline std::string ink_of(const clampet::drawing::Drawing& d) {
    Ink ink;
    for (const auto& e : d.elements) std::visit(ink, e);
    return fmt::format(" drawn {} {:.2f} {:.2f}", d.elements.size(), ink.length * 1e3, ink.turned * 1e3);
}
