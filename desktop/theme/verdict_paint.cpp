#include "desktop/theme/verdict_paint.h"

#include "desktop/theme/theme.h"

namespace clampet::desktop {

void paint_verdict_mark(QPainter& p, QRectF place, study::Verdict verdict) {
    const QColor colour = theme().of(verdict);
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(colour, 1.6));
    if (verdict == study::Verdict::holds) {
        p.setBrush(colour);
        p.drawEllipse(place.adjusted(1, 1, -1, -1));
    } else if (verdict == study::Verdict::doubtful) {
        p.setBrush(Qt::NoBrush);
        p.drawEllipse(place.adjusted(1, 1, -1, -1));
        p.setBrush(colour);
        p.drawPie(place.adjusted(1, 1, -1, -1), 90 * 16, 180 * 16);
    } else {
        p.setBrush(Qt::NoBrush);
        const QRectF r = place.adjusted(1.5, 1.5, -1.5, -1.5);
        p.setPen(QPen(colour, 2.2, Qt::SolidLine, Qt::FlatCap));
        p.drawArc(r, 25 * 16, 310 * 16);
        p.drawLine(r.center(), QPointF(r.right() + 1.5, r.center().y()));
    }
    p.restore();
}

void paint_hold_bar(QPainter& p, const HoldBarLayout& bar, study::Verdict verdict) {
    const Theme& t = theme();
    const QColor colour = t.of(verdict);
    p.save();
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(t.quiet, 1));
    p.drawLine(bar.track.topLeft(), bar.track.topRight());
    for (const double x : bar.ticks) p.drawLine(QPointF(x, bar.track.y() - 3), QPointF(x, bar.track.y() + 3));
    QColor soft = colour;
    soft.setAlpha(verdict == study::Verdict::holds ? 170 : 60);
    p.setPen(QPen(colour, 1));
    p.setBrush(soft);
    p.drawRoundedRect(bar.band, 2.5, 2.5);
    if (verdict != study::Verdict::holds) {
        p.setBrush(QBrush(colour, verdict == study::Verdict::doubtful ? Qt::BDiagPattern : Qt::DiagCrossPattern));
        p.drawRoundedRect(bar.band, 2.5, 2.5);
    }
    p.setPen(QPen(t.accent, 1.6, Qt::DotLine));
    p.drawLine(QPointF(bar.required_tick.center().x(), bar.required_tick.top()),
               QPointF(bar.required_tick.center().x(), bar.required_tick.bottom()));
    p.setPen(Qt::NoPen);
    p.setBrush(t.text);
    if (bar.below || bar.above) {
        const double x = bar.typical_mark.center().x(), y = bar.typical_mark.center().y(), s = bar.below ? -1 : 1;
        p.drawPolygon(QPolygonF({QPointF(x + s * 3, y), QPointF(x - s * 4, y - 5), QPointF(x - s * 4, y + 5)}));
    } else
        p.drawRect(bar.typical_mark);
    p.restore();
}

}  // namespace clampet::desktop
