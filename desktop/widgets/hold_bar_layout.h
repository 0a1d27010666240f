#pragma once
#include <optional>
#include <QPointF>
#include <QRectF>
#include <QSizeF>
#include <vector>

namespace clampet::desktop {

struct HoldBarFactors {
    double low = 0, typical = 0, high = 0, required = 2;  ///< load factors; infinity allowed
    friend bool operator==(const HoldBarFactors&, const HoldBarFactors&) = default;
};
enum class HoldBarPart { band, typical_mark, required_tick };

/// A logarithmic scale from 0.5 to 10 times, without a widget or a palette.
struct HoldBarLayout {
    QRectF track, band, typical_mark, required_tick;
    std::vector<double> ticks;          ///< x of 0.5, 1, 2, 5 and 10
    bool below = false, above = false;  ///< the typical value lies off the scale
    /// The part under a position; the last painted is asked first.
    std::optional<HoldBarPart> part_at(QPointF position) const;
};
HoldBarLayout layout_hold_bar(const HoldBarFactors& factors, QRectF place);

}  // namespace clampet::desktop
