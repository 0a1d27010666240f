#pragma once
#include "drawing/drawing.h"
#include "quantity/result.h"

namespace clampet::drawing {

/// A drawing that is printed at its real size.
struct Sheet {
    std::string title;   ///< "cheek, left: birch plywood 12 mm, 2 pieces"
    std::string detail;  ///< rig and date
    Drawing drawing;
    bool is_real_size = true;  ///< false: drawn to a scale of its own, that it says itself
};

struct PaperSize {
    std::string_view name;
    double width = 0, height = 0;  ///< upright [m]
};
/// ISO 216 and ANSI/ASME Y14.1.
inline constexpr PaperSize a4{"A4", 0.210, 0.297}, a3{"A3", 0.297, 0.420}, letter{"Letter", 0.2159, 0.2794};

/// How a sheet lies on pages: so many beside and above each other, each turned on its side or not.
struct Tiling {
    std::size_t across = 1, up = 1;
    bool on_its_side = false;
    std::size_t pages() const { return across * up; }
};
/// What no printer prints at the edge of a page, and what two neighbours both show [m].
inline constexpr double page_margin = 0.012, page_overlap = 0.010;
/// A page as it lies [m], and what it shows of a drawing.
struct Page {
    double width = 0, height = 0;
    double shown_wide() const { return width - 2 * page_margin; }
    double shown_high() const { return height - 2 * page_margin; }
};
Page page_of(const PaperSize& paper, bool on_its_side);
/// White about a drawing [m], and the box with it.
inline constexpr double white_about = 0.006;
Box with_white(const Box& box);
/// The one with fewer pages; upright where both have as many.
Tiling tiling_of(const Box& extent, const PaperSize& paper);

/// As wide and high as it must be so that it is no larger than that [m]; words keep their height.
Drawing scaled_into(const Drawing& drawing, double width, double height);

/// A PDF at real size: what is larger than a page goes over several that overlap, with crosses to lay them together,
/// and a ruler of 100 mm on each.
/// Errors  A Problem: nothing to print, or more than 100 pages.
Result<std::string> pdf_of(const std::vector<Sheet>& sheets, const PaperSize& paper);
/// An SVG at real size, in millimetres, on one sheet as large as it needs.
Result<std::string> svg_of(const Sheet& sheet);
/// A painted picture as it is, without a margin's words: for a page of HTML.
Result<std::string> picture_svg_of(const Drawing& drawing);

}  // namespace clampet::drawing
