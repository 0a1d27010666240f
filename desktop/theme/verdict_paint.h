#pragma once
#include <QPainter>

#include "desktop/widgets/hold_bar_layout.h"
#include "study/verdict.h"

namespace clampet::desktop {

/// A verdict's own shape, so that it is never told by colour alone: disc holds, half disc doubtful, notched ring slips.
void paint_verdict_mark(QPainter& painter, QRectF place, study::Verdict verdict);
/// The hold bar: plain fill holds, stripes doubtful, crossed slips.
void paint_hold_bar(QPainter& painter, const HoldBarLayout& bar, study::Verdict verdict);

}  // namespace clampet::desktop
