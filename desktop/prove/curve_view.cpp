#include "desktop/prove/curve_view.h"

#include <algorithm>
#include <cmath>
#include <limits>
#include <QPainter>
#include <QPainterPath>

#include "desktop/theme/theme.h"

namespace clampet::desktop {
namespace {

/// 1, 2 or 5 times a power of ten: so that about four lie on it.
double step_of(double range) {
    const double rough = std::max(range, 1e-12) / 4, power = std::pow(10, std::floor(std::log10(rough)));
    for (const double n : {1.0, 2.0, 5.0})
        if (n * power >= rough) return n * power;
    return 10 * power;
}

}  // namespace

CurveView::CurveView(QWidget* parent) : QWidget(parent) {
    setMinimumHeight(150);
}

void CurveView::show_curves(Shown shown) {
    shown_ = std::move(shown);
    QStringList words;
    for (const auto& curve : shown_.curves) words << curve.name;
    if (shown_.mark) words << shown_.mark->words;
    setAccessibleDescription(words.isEmpty() ? shown_.nothing : words.join("; "));
    update();
}

void CurveView::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(body_font(0.85));
    const QFontMetricsF metrics(p.font());
    const double line = metrics.height();
    double x0 = std::numeric_limits<double>::infinity(), x1 = -x0, y0 = x0, y1 = -x0;
    for (const auto& curve : shown_.curves)
        for (std::size_t i = 0; i < curve.x.size(); ++i) {
            x0 = std::min(x0, curve.x[i]), x1 = std::max(x1, curve.x[i]);
            y0 = std::min(y0, curve.y[i]), y1 = std::max(y1, curve.y[i]);
        }
    if (!(x1 > x0)) {
        p.setPen(t.quiet);
        p.drawText(rect().adjusted(8, 8, -8, -8), Qt::AlignCenter | Qt::TextWordWrap, shown_.nothing);
        return;
    }
    if (shown_.from_zero) y0 = std::min(y0, 0.0);
    if (!(y1 > y0)) y1 = y0 + 1;
    y1 += 0.06 * (y1 - y0);
    const double left = metrics.horizontalAdvance("-0000.0") + 8;
    const QRectF place(left, line + 4, width() - left - 12, height() - 2.6 * line - 8);
    const auto at = [&](double x, double y) {
        return QPointF(place.left() + (x - x0) / (x1 - x0) * place.width(),
                       place.bottom() - (y - y0) / (y1 - y0) * place.height());
    };
    const auto number = [](double v) { return QString::number(std::abs(v) < 1e-9 ? 0 : v, 'g', 4); };
    const double across = step_of(x1 - x0), up = step_of(y1 - y0);
    for (double x = std::ceil(x0 / across) * across; x <= x1 + 1e-9; x += across) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(at(x, y0), QPointF(at(x, y0).x(), place.top()));
        p.setPen(t.quiet);
        p.drawText(QRectF(at(x, y0).x() - 40, place.bottom() + 2, 80, line), Qt::AlignHCenter, number(x));
    }
    for (double y = std::ceil(y0 / up) * up; y <= y1; y += up) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(at(x0, y), at(x1, y));
        p.setPen(t.quiet);
        p.drawText(QRectF(0, at(x0, y).y() - line / 2, left - 6, line), Qt::AlignRight, number(y));
    }
    p.setPen(t.quiet);
    p.drawText(QRectF(0, 0, width(), line), Qt::AlignLeft, shown_.up);
    p.drawText(QRectF(0, height() - line, width() - 12, line), Qt::AlignRight, shown_.across);
    double named = left;
    for (const auto& curve : shown_.curves) {
        const QColor colour = curve.is_accent ? t.accent : t.quiet;
        QPen pen(colour, 1.8, curve.look == Curve::Look::dashed ? Qt::DashLine : Qt::SolidLine);
        p.setPen(pen);
        if (curve.look == Curve::Look::dots) {
            p.setBrush(colour);
            for (std::size_t i = 0; i < curve.x.size(); ++i) p.drawEllipse(at(curve.x[i], curve.y[i]), 3.5, 3.5);
            p.setBrush(Qt::NoBrush);
        } else {
            // No finer than the pixels: a long recording has a hundred readings to one.
            QPainterPath path;
            const std::size_t step = std::max<std::size_t>(1, curve.x.size() / 4000);
            for (std::size_t i = 0; i < curve.x.size(); i += step) {
                const QPointF to = at(curve.x[i], curve.y[i]);
                i == 0 ? path.moveTo(to) : path.lineTo(to);
            }
            p.drawPath(path);
        }
        if (!curve.name.isEmpty()) {
            p.setPen(colour);
            p.drawText(QPointF(named, metrics.ascent()), curve.name);
            named += metrics.horizontalAdvance(curve.name) + 18;
        }
    }
    if (const auto& mark = shown_.mark) {
        const QPointF to = at(mark->x, mark->y);
        p.setPen(QPen(t.text, 1.6));
        p.drawEllipse(to, 5, 5);
        const double wide = metrics.horizontalAdvance(mark->words) + 8;
        const double from = to.x() + 10 + wide > place.right() ? to.x() - 10 - wide : to.x() + 10;
        p.drawText(QRectF(from, to.y() - line - 2, wide, line), Qt::AlignLeft, mark->words);
    }
}

}  // namespace clampet::desktop
