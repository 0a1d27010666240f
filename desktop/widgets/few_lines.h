#pragma once
#include <QPainter>

namespace clampet::desktop {

/// Words in so many lines as there is room for, broken between words; what is left over ends in an ellipsis.
/// Returns how many lines it took.
int draw_lines(QPainter& p, const QRectF& place, Qt::Alignment across, const QString& words);

}  // namespace clampet::desktop
