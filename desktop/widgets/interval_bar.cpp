#include "desktop/widgets/interval_bar.h"

#include <algorithm>
#include <cmath>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"

namespace clampet::desktop {
namespace {

constexpr double micrometre = 1e-6, margin = 12;

}  // namespace

IntervalBar::IntervalBar(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setCursor(Qt::PointingHandCursor);
}

QSize IntervalBar::sizeHint() const {
    return {300, qRound(62 * text_scale())};
}

QString IntervalBar::name_of(double size) const {
    return name_ ? name_(size) : shown(size, quantity::Dimension::length);
}

void IntervalBar::set_naming(std::function<QString(double)> name) {
    name_ = std::move(name);
}

void IntervalBar::show_sizes(std::vector<double> sizes, mechanics::Interval right, double present) {
    sizes_ = std::move(sizes);
    right_ = right;
    present_ = present;
    QStringList good;
    for (const double s : sizes_)
        if (is_right(s)) good << name_of(s);
    setAccessibleDescription(good.isEmpty() ? tr("No standard size is right.") : tr("Right: %1.").arg(good.join(", ")));
    setToolTip(accessibleDescription());
    update();
}

bool IntervalBar::is_right(double size) const {
    return !right_.is_empty() && size >= right_.low - micrometre && size <= right_.high + micrometre;
}

/// The scale's end: past the interval and the present size, not past every size that a shop has.
double IntervalBar::end() const {
    double most = std::max(present_, 2e-3);
    if (!right_.is_empty()) most = std::max(most, std::isfinite(right_.high) ? right_.high : right_.low * 1.6);
    for (const double s : sizes_)
        if (s > most * 1.05) return s * 1.08;  // one more than is needed
    return most * 1.15;
}

QPointF IntervalBar::place_of(double size) const {
    const double width = rect().width() - 2 * margin;
    return {margin + width * std::clamp(size / end(), 0.0, 1.0), height() * 0.56};
}

void IntervalBar::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const Theme& t = theme();
    const double y = place_of(0).y();
    p.setPen(QPen(t.line, 2));
    p.drawLine(QPointF(margin, y), QPointF(width() - margin, y));
    if (!right_.is_empty()) {
        const double from = place_of(right_.low).x(),
                     to = place_of(std::isfinite(right_.high) ? right_.high : end()).x();
        QColor band = t.holds;
        band.setAlpha(70);
        p.fillRect(QRectF(from, y - 8, std::max(2.0, to - from), 16), band);
        p.setPen(QPen(t.holds, 1.6));
        for (const double x : {from, to}) p.drawLine(QPointF(x, y - 9), QPointF(x, y + 9));
    }
    p.setFont(body_font(0.82));
    const QFontMetricsF metrics(p.font());
    for (const double size : sizes_) {
        if (size > end()) continue;
        const QPointF at = place_of(size);
        const bool right = is_right(size);
        p.setPen(QPen(right ? t.holds : t.quiet, 1.4));
        p.setBrush(right ? QBrush(t.holds) : QBrush(t.panel));
        p.drawPolygon(QPolygonF({at + QPointF(0, -5), at + QPointF(5, 0), at + QPointF(0, 5), at + QPointF(-5, 0)}));
    }
    // Sizes that are right are named first, others where there is room beside them.
    std::vector<QRectF> taken;
    for (const bool right : {true, false})
        for (const double size : sizes_) {
            if (size > end() || is_right(size) != right) continue;
            const QString text = name_of(size);
            const double half = metrics.horizontalAdvance(text) / 2,
                         x = std::clamp(place_of(size).x(), half + 2, width() - half - 2);
            const QRectF box(x - half - 4, y + 9, 2 * half + 8, metrics.height());
            if (std::any_of(taken.begin(), taken.end(), [&](const QRectF& other) { return other.intersects(box); }))
                continue;
            taken.push_back(box);
            p.setPen(right ? t.text : t.quiet);
            p.drawText(QPointF(x - half, y + 9 + metrics.ascent()), text);
        }
    if (present_ >= 0) {
        const QPointF at = place_of(present_);
        const QString text = tr("now %1").arg(name_of(present_));
        const double half = metrics.horizontalAdvance(text) / 2, x = std::clamp(at.x(), half + 2, width() - half - 2);
        p.setPen(QPen(t.accent, 2));
        p.drawLine(at + QPointF(0, -13), at + QPointF(0, 10));
        p.drawText(QPointF(x - half, y - 15), text);
    }
    if (hasFocus()) {
        p.setPen(QPen(t.accent, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 4, 4);
    }
}

void IntervalBar::mousePressEvent(QMouseEvent* event) {
    double best = 14;
    double chosen = -1;
    for (const double size : sizes_) {
        const double away = std::abs(place_of(size).x() - event->position().x());
        if (size <= end() && away < best) {
            best = away;
            chosen = size;
        }
    }
    if (chosen >= 0) emit picked(chosen);
}

/// The arrows go through the standard sizes.
void IntervalBar::keyPressEvent(QKeyEvent* event) {
    const bool up = event->key() == Qt::Key_Right || event->key() == Qt::Key_Up,
               down = event->key() == Qt::Key_Left || event->key() == Qt::Key_Down;
    if (!up && !down) return QWidget::keyPressEvent(event);
    double next = -1;
    for (const double size : sizes_) {
        if (up && size > present_ + micrometre && (next < 0 || size < next)) next = size;
        if (down && size < present_ - micrometre) next = std::max(next, size);
    }
    if (next >= 0) emit picked(next);
}

}  // namespace clampet::desktop
