#include "desktop/widgets/hold_bar_layout.h"

#include <algorithm>
#include <cmath>

namespace clampet::desktop {
namespace {

constexpr double least = 0.5, most = 10;

double place_of(double factor, const QRectF& track) {
    const double clamped = std::clamp(factor, least, most);
    return track.left() + track.width() * std::log(clamped / least) / std::log(most / least);
}

}  // namespace

HoldBarLayout layout_hold_bar(const HoldBarFactors& f, QRectF place) {
    HoldBarLayout bar;
    const double middle = place.center().y(), height = place.height();
    bar.track = QRectF(place.left() + 3, middle - 0.5, std::max(1.0, place.width() - 6), 1);
    for (const double tick : {0.5, 1.0, 2.0, 5.0, 10.0}) bar.ticks.push_back(place_of(tick, bar.track));
    const double from = place_of(f.low, bar.track), to = place_of(f.high, bar.track);
    bar.band = QRectF(from, middle - 0.28 * height, std::max(3.0, to - from), 0.56 * height);
    bar.typical_mark = QRectF(place_of(f.typical, bar.track) - 1.25, middle - 0.42 * height, 2.5, 0.84 * height);
    bar.required_tick = QRectF(place_of(f.required, bar.track) - 1, middle - 0.5 * height, 2, height);
    bar.below = f.typical < least;
    bar.above = f.typical > most;
    return bar;
}

std::optional<HoldBarPart> HoldBarLayout::part_at(QPointF position) const {
    const auto near = [&](QRectF r) { return r.adjusted(-2, -1, 2, 1).contains(position); };
    if (near(required_tick)) return HoldBarPart::required_tick;
    if (near(typical_mark)) return HoldBarPart::typical_mark;
    if (near(band)) return HoldBarPart::band;
    return std::nullopt;
}

}  // namespace clampet::desktop
