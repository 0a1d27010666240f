#include "make/outline_nesting.h"

#include <algorithm>
#include <array>
#include <cmath>
#include <numeric>
#include <polyclipping/clipper.hpp>

namespace clampet::make {
namespace {

namespace clip = ClipperLib;

constexpr double scale = 1e6;  // of Clipper's whole numbers: micrometres

clip::cInt whole(double metres) {
    return static_cast<clip::cInt>(std::llround(metres * scale));
}

/// An outline with its allowance, its lower left corner at the origin, and how large it is; `wide` has half the kerf
/// about it.
struct Outline {
    clip::Path wide;
    clip::cInt length = 0, width = 0;
    double area = 0;
};

/// Rounded at its corners: no farther out than it must be.
clip::Path widened(const clip::Path& path, double by) {
    constexpr double arc = 100;  // micrometres that an arc's chords may leave it
    clip::ClipperOffset offset(2, arc);
    offset.AddPath(path, clip::jtRound, clip::etClosedPolygon);
    clip::Paths wider;
    offset.Execute(wider, by * scale);
    return wider.empty() ? path : wider.front();
}

struct Extent {
    clip::cInt left, low, right, high;
};
Extent extent_of(const clip::Path& path) {
    Extent e{path.front().X, path.front().Y, path.front().X, path.front().Y};
    for (const auto& p : path) {
        e.left = std::min(e.left, p.X), e.right = std::max(e.right, p.X);
        e.low = std::min(e.low, p.Y), e.high = std::max(e.high, p.Y);
    }
    return e;
}

Outline outline_of(const Cut& cut, double kerf) {
    clip::Path path;
    double allowance = 0;  // a rectangle has its own already
    if (cut.outline.empty()) {
        for (const auto& [x, y] : {std::pair{0.0, 0.0}, {cut.length, 0.0}, {cut.length, cut.width}, {0.0, cut.width}})
            path.push_back({whole(x), whole(y)});
    } else {
        double left = 0, right = 0;
        for (const auto& p : cut.outline) {
            path.push_back({whole(p.x()), whole(p.y())});
            left = std::min(left, p.x()), right = std::max(right, p.x());
        }
        allowance = std::max(0.0, (cut.length - (right - left)) / 2);
    }
    if (!clip::Orientation(path)) clip::ReversePath(path);
    if (allowance > 0) path = widened(path, allowance);
    const auto e = extent_of(path);
    for (auto& p : path) p.X -= e.left, p.Y -= e.low;
    const double area = std::abs(clip::Area(path));
    return {kerf > 0 ? widened(path, kerf / 2) : std::move(path), e.right - e.left, e.high - e.low, area};
}

Outline half_turned(const Outline& outline) {
    Outline turned = outline;
    for (auto& p : turned.wide) p = {outline.length - p.X, outline.width - p.Y};
    return turned;
}

struct Lain {
    clip::Path path;  ///< where it lies
};

clip::Path moved(clip::Path path, clip::cInt x, clip::cInt y) {
    for (auto& p : path) p.X += x, p.Y += y;
    return path;
}

double cross(const clip::IntPoint& o, const clip::IntPoint& a, const clip::IntPoint& b) {
    return static_cast<double>(a.X - o.X) * static_cast<double>(b.Y - o.Y) -
           static_cast<double>(a.Y - o.Y) * static_cast<double>(b.X - o.X);
}

/// Of counter-clockwise ones.
bool is_convex(const clip::Path& path) {
    for (std::size_t i = 0; i < path.size(); ++i)
        if (cross(path[i], path[(i + 1) % path.size()], path[(i + 2) % path.size()]) < 0) return false;
    return true;
}

/// From its lowest corner on, of these the leftmost.
clip::Path from_lowest(clip::Path path) {
    const auto lowest = std::min_element(path.begin(), path.end(), [](const auto& a, const auto& b) {
        return std::pair(a.Y, a.X) < std::pair(b.Y, b.X);
    });
    std::rotate(path.begin(), lowest, path.end());
    return path;
}

/// Of two convex ones: their edges in the order of their directions.
clip::Path convex_sum(const clip::Path& one, const clip::Path& other) {
    const auto a = from_lowest(one), b = from_lowest(other);
    clip::Path sum;
    for (std::size_t i = 0, k = 0; i < a.size() || k < b.size();) {
        sum.push_back({a[i % a.size()].X + b[k % b.size()].X, a[i % a.size()].Y + b[k % b.size()].Y});
        const auto &from = a[i % a.size()], &to = a[(i + 1) % a.size()], &start = b[k % b.size()],
                   &end = b[(k + 1) % b.size()];
        const double turn = cross({0, 0}, {to.X - from.X, to.Y - from.Y}, {end.X - start.X, end.Y - start.Y});
        const bool is_first = k == b.size() || (i < a.size() && turn >= 0),
                   is_second = i == a.size() || (k < b.size() && turn <= 0);
        i += is_first && i < a.size();
        k += is_second && k < b.size();
    }
    return sum;
}

/// The sum of both, without what would be holes of it: within an outline there is no place for another.
clip::Paths sum_of(const clip::Path& one, const clip::Path& other) {
    if (is_convex(one) && is_convex(other)) return {convex_sum(one, other)};
    clip::Paths sum, outer;
    clip::MinkowskiSum(one, other, sum, true);
    for (auto& path : sum)
        if (clip::Orientation(path)) outer.push_back(std::move(path));
    return outer;
}

/// Where the lower left corner of an outline may lie on a sheet: the corners of that region.
clip::Paths places(const Outline& outline, const std::vector<Lain>& lain, clip::cInt length, clip::cInt width) {
    clip::Path mirrored;
    for (const auto& p : outline.wide) mirrored.push_back({-p.X, -p.Y});
    // A sheet that is just as wide leaves a line: a micrometre makes a region of it.
    const clip::cInt x = std::max<clip::cInt>(1, length - outline.length),
                     y = std::max<clip::cInt>(1, width - outline.width);
    clip::Clipper clipper;
    clipper.AddPath({{0, 0}, {x, 0}, {x, y}, {0, y}}, clip::ptSubject, true);
    for (const auto& other : lain) clipper.AddPaths(sum_of(mirrored, other.path), clip::ptClip, true);
    clip::Paths free;
    clipper.Execute(clip::ctDifference, free, clip::pftNonZero, clip::pftNonZero);
    return free;
}

}  // namespace

NestedSheets nest_outlines(const std::vector<Cut>& cuts, double length, double width, double kerf) {
    NestedSheets nested;
    std::vector<Outline> outlines;
    for (const auto& cut : cuts) outlines.push_back(outline_of(cut, kerf));
    const clip::cInt long_way = whole(length), wide_way = whole(width);
    std::vector<std::size_t> order(cuts.size());
    std::iota(order.begin(), order.end(), std::size_t{0});
    std::stable_sort(order.begin(), order.end(),
                     [&](std::size_t a, std::size_t b) { return outlines[a].area > outlines[b].area; });
    std::vector<std::vector<Lain>> sheets;
    double area = 0;
    for (const auto i : order) {
        constexpr clip::cInt rounding = 50;  // micrometres
        if (outlines[i].length > long_way + rounding || outlines[i].width > wide_way + rounding) {
            nested.too_large.push_back(i);
            continue;
        }
        area += outlines[i].area;
        for (std::size_t s = 0;; ++s) {
            if (s == sheets.size()) {
                sheets.emplace_back();
                nested.sheets.emplace_back();
            }
            struct Best {
                clip::IntPoint at;
                const Outline* outline = nullptr;
                bool is_half_turned = false;
            } best;
            const auto turned = half_turned(outlines[i]);
            for (const auto* outline : std::array<const Outline*, 2>{&outlines[i], &turned})
                for (const auto& path : places(*outline, sheets[s], long_way, wide_way))
                    for (const auto& p : path)
                        if (!best.outline || std::pair(p.X, p.Y) < std::pair(best.at.X, best.at.Y))
                            best = {p, outline, outline == &turned};
            if (!best.outline) continue;
            sheets[s].push_back({moved(best.outline->wide, best.at.X, best.at.Y)});
            Laid laid{i, static_cast<double>(best.at.X) / scale, static_cast<double>(best.at.Y) / scale, false};
            laid.is_half_turned = best.is_half_turned;
            nested.sheets[s].push_back(laid);
            break;
        }
    }
    const double sheet = static_cast<double>(long_way) * static_cast<double>(wide_way);
    nested.fewest = static_cast<double>(nested.sheets.size()) <= std::max(1.0, std::ceil(area / sheet - 1e-9));
    return nested;
}

bool is_better(const NestedSheets& a, const NestedSheets& b, const std::vector<Cut>& cuts) {
    if (a.too_large.size() != b.too_large.size()) return a.too_large.size() < b.too_large.size();
    if (a.sheets.size() != b.sheets.size()) return a.sheets.size() < b.sheets.size();
    if (a.sheets.empty()) return false;
    return reach_of(a.sheets.back(), cuts) < reach_of(b.sheets.back(), cuts) - 1e-6;
}

}  // namespace clampet::make
