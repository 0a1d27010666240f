#include "desktop/widgets/payload_plot.h"

#include <algorithm>
#include <cmath>
#include <QPainter>
#include <QPainterPath>

#include "desktop/theme/words.h"

namespace clampet::desktop {

PayloadPlot::PayloadPlot(QWidget* parent) : DragPlot(parent) {
    setCursor(Qt::CrossCursor);
    setAccessibleName(tr("Largest payload against how far ahead it is"));
    setToolTip(tr("Press to carry that much there. Below the line it holds; dots are classes of devices."));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setMinimumHeight(120);
}

QSize PayloadPlot::sizeHint() const {
    return {520, 190};
}

void PayloadPlot::show_curve(PayloadCurve curve) {
    curve_ = std::move(curve);
    setAccessibleDescription(curve_.says);
    update();
}

QRectF PayloadPlot::area(QRectF whole, const Look& look) const {
    const double em = QFontMetricsF(look.font(0.85)).height();
    return whole.adjusted(3.6 * em, 1.7 * em, -1.2 * em, -1.9 * em);
}

double PayloadPlot::to() const {
    return curve_.points.empty() ? 1 : std::max(1e-3, curve_.points.back().overhang);
}

double PayloadPlot::x_of(double overhang, QRectF a) const {
    return a.left() + a.width() * overhang / to();
}

double PayloadPlot::y_of(double mass, QRectF a) const {
    const double m = std::clamp(mass, lightest, heaviest);
    return a.bottom() - a.height() * std::log(m / lightest) / std::log(heaviest / lightest);
}

void PayloadPlot::paint_scales(QPainter& p, QRectF whole, QRectF a, const Look& look) const {
    const Theme& t = look.theme;
    p.setFont(look.font(0.85));
    const QFontMetricsF metrics(p.font());
    for (const double mass : {0.1, 0.3, 1.0, 3.0, 10.0, 30.0}) {
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(a.left(), y_of(mass, a)), QPointF(a.right(), y_of(mass, a)));
        p.setPen(t.quiet);
        p.drawText(
            QRectF(whole.left(), y_of(mass, a) - metrics.height() / 2, a.left() - whole.left() - 6, metrics.height()),
            Qt::AlignRight | Qt::AlignVCenter, desktop::shown(mass, quantity::Dimension::mass));
    }
    constexpr int ticks = 4;
    for (int i = 0; i <= ticks; ++i) {
        const double v = to() * i / ticks, x = x_of(v, a);
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x, a.bottom()), QPointF(x, a.bottom() + 4));
        p.setPen(t.quiet);
        const QString text = i == 0 ? tr("0 ahead") : desktop::shown(v, quantity::Dimension::length);
        const double wide = metrics.horizontalAdvance(text);
        p.drawText(
            QPointF(std::clamp(x - wide / 2, whole.left(), whole.right() - wide), a.bottom() + 4 + metrics.ascent()),
            text);
    }
}

/// Whether the curve passes through a label.
bool PayloadPlot::crosses(const QRectF& label, QRectF a) const {
    for (std::size_t i = 1; i < curve_.points.size(); ++i) {
        const QPointF from(x_of(curve_.points[i - 1].overhang, a), y_of(curve_.points[i - 1].limit.mass, a)),
            to(x_of(curve_.points[i].overhang, a), y_of(curve_.points[i].limit.mass, a));
        const double left = std::max(label.left(), from.x()), right = std::min(label.right(), to.x());
        if (left > right || !(to.x() > from.x())) continue;
        const auto height = [&](double x) {
            return from.y() + (to.y() - from.y()) * (x - from.x()) / (to.x() - from.x());
        };
        const double top = std::min(height(left), height(right)), bottom = std::max(height(left), height(right));
        if (bottom >= label.top() && top <= label.bottom()) return true;
    }
    return false;
}

void PayloadPlot::paint_devices(QPainter& p, QRectF a, const Look& look) const {
    const Theme& t = look.theme;
    p.setFont(look.font(0.78));
    const QFontMetricsF metrics(p.font());
    constexpr double dot = 2.6;
    std::vector<std::pair<QPointF, const study::DeviceOn*>> dots;
    for (const auto& on : curve_.devices) {
        const double mass = on.device->typical_mass(), ahead = on.device->ahead;
        if (ahead >= 0 && ahead <= to() && mass >= lightest && mass <= heaviest)
            dots.emplace_back(QPointF(x_of(ahead, a), y_of(mass, a)), &on);
    }
    std::vector<QRectF> taken;
    for (const auto& [at, on] : dots) {
        // Filled where it holds, open where it does not.
        p.setPen(QPen(on->holds ? t.holds : t.slips, 1.4));
        p.setBrush(on->holds ? QBrush(t.holds) : QBrush(Qt::NoBrush));
        p.drawEllipse(at, dot, dot);
        taken.emplace_back(at.x() - dot, at.y() - dot, 2 * dot, 2 * dot);
    }
    for (const auto& [at, on] : dots) {
        const QString name = text_of(on->device->name);
        const QRectF label(at.x() + 2.5 * dot, at.y() - metrics.height() / 2, metrics.horizontalAdvance(name),
                           metrics.height());
        const bool free =
            label.right() <= a.right() && !crosses(label, a) &&
            std::none_of(taken.begin(), taken.end(), [&](const QRectF& r) { return r.intersects(label); });
        if (!free) continue;  // its dot stays
        taken.push_back(label);
        p.setPen(t.quiet);
        p.drawText(label, Qt::AlignLeft | Qt::AlignVCenter, name);
    }
}

void PayloadPlot::paint(QPainter& p, QRectF whole, const Look& look) const {
    const Theme& t = look.theme;
    const QRectF a = area(whole, look);
    p.setRenderHint(QPainter::Antialiasing);
    paint_scales(p, whole, a, look);
    if (curve_.points.empty()) return;
    p.save();
    p.setClipRect(a.adjusted(-1, -2, 1, 2));
    paint_devices(p, a, look);
    QPainterPath path;
    for (std::size_t i = 0; i < curve_.points.size(); ++i) {
        const auto& point = curve_.points[i];
        const QPointF at(x_of(point.overhang, a), y_of(point.limit.mass, a));
        i == 0 ? path.moveTo(at) : path.lineTo(at);
    }
    p.setPen(QPen(t.text, 2.2));
    p.setBrush(Qt::NoBrush);
    p.drawPath(path);
    p.restore();
    const QPointF now(std::clamp(x_of(curve_.overhang, a), a.left(), a.right()), y_of(curve_.mass, a));
    p.setBrush(t.panel);
    p.setPen(QPen(t.accent, 2.2));
    p.drawEllipse(now, 5, 5);
    p.setFont(look.font(0.88, true));
    const QFontMetricsF metrics(p.font());
    p.setPen(t.text);
    p.drawText(QRectF(whole.left(), whole.top(), whole.width(), metrics.height()), Qt::AlignLeft | Qt::AlignTop,
               metrics.elidedText(curve_.says, Qt::ElideRight, whole.width()));
}

void PayloadPlot::choose(QPointF at, quint64 gesture) {
    const QRectF a = area(rect(), screen_look());
    if (!(a.width() > 0 && a.height() > 0)) return;
    const double along = std::clamp((at.x() - a.left()) / a.width(), 0.0, 1.0),
                 up = std::clamp((a.bottom() - at.y()) / a.height(), 0.0, 1.0);
    emit payload_chosen(to() * along, lightest * std::pow(heaviest / lightest, up), gesture);
}

}  // namespace clampet::desktop
