#include "desktop/widgets/few_lines.h"

#include <algorithm>
#include <QTextLayout>

namespace clampet::desktop {

int draw_lines(QPainter& p, const QRectF& place, Qt::Alignment across, const QString& words) {
    const QFontMetricsF metrics(p.font());
    const int most = std::max(1, static_cast<int>((place.height() + 0.25 * metrics.height()) / metrics.height()));
    QTextLayout layout(words, p.font());
    layout.beginLayout();
    int lines = 0;  // that are drawn
    for (auto line = layout.createLine(); line.isValid() && lines < most; line = layout.createLine()) {
        line.setLineWidth(place.width());
        const QRectF where(place.left(), place.top() + lines * metrics.height(), place.width(), metrics.height());
        const bool is_last = lines + 1 == most;
        const QString text = is_last ? metrics.elidedText(words.mid(line.textStart()), Qt::ElideRight, place.width())
                                     : words.mid(line.textStart(), line.textLength()).trimmed();
        p.drawText(where, static_cast<int>(across | Qt::AlignVCenter) | Qt::TextSingleLine, text);
        ++lines;
    }
    layout.endLayout();
    return lines;
}

}  // namespace clampet::desktop
