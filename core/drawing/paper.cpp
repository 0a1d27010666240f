#include "drawing/paper.h"

#include <algorithm>
#include <cmath>

namespace clampet::drawing {
namespace {

std::size_t pages_for(double size, double shown) {
    if (size <= shown) return 1;
    return static_cast<std::size_t>(std::ceil((size - page_overlap) / (shown - page_overlap) - 1e-9));
}

}  // namespace

Page page_of(const PaperSize& paper, bool on_its_side) {
    return on_its_side ? Page{paper.height, paper.width} : Page{paper.width, paper.height};
}

Box with_white(const Box& box) {
    return {{box.low.x - white_about, box.low.y - white_about}, {box.high.x + white_about, box.high.y + white_about}};
}

Tiling tiling_of(const Box& extent, const PaperSize& paper) {
    const Box box = with_white(extent);
    const auto lying = [&](bool on_its_side) {
        const Page page = page_of(paper, on_its_side);
        return Tiling{pages_for(box.width(), page.shown_wide()), pages_for(box.height(), page.shown_high()),
                      on_its_side};
    };
    const Tiling upright = lying(false), side = lying(true);
    return side.pages() < upright.pages() ? side : upright;
}

Drawing scaled_into(const Drawing& drawing, double width, double height) {
    const Box box = drawing.extent();
    const double by = std::min(width / std::max(box.width(), 1e-9), height / std::max(box.height(), 1e-9));
    Drawing small_one = drawing;
    const auto shrink = [by](Point& p) {
        p.x *= by;
        p.y *= by;
    };
    for (auto& element : small_one.elements)
        std::visit(
            [&](auto& e) {
                using E = std::decay_t<decltype(e)>;
                if constexpr (std::is_same_v<E, Path>) {
                    for (auto& p : e.points) shrink(p);
                } else if constexpr (std::is_same_v<E, Circle>) {
                    shrink(e.centre);
                    e.radius *= by;
                } else if constexpr (std::is_same_v<E, Text>) {
                    shrink(e.at);
                } else {
                    shrink(e.from);
                    shrink(e.to);
                    if constexpr (std::is_same_v<E, Dimension>) e.offset *= by;
                }
            },
            element);
    return small_one;
}

}  // namespace clampet::drawing
