#include "desktop/widgets/polar_plot.h"

#include <algorithm>
#include <cmath>
#include <numbers>
#include <QKeyEvent>
#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/widgets/factor_scale.h"
#include "desktop/widgets/quantity_field.h"
#include "quantity/format.h"

namespace clampet::desktop {
namespace {

/// Share of the radius at which a factor lies.
double radius_of(double factor) {
    return std::log(std::clamp(factor, least_shown, most_shown) / least_shown) / std::log(most_shown / least_shown);
}
QPointF towards(QPointF centre, double radius, double angle) {
    return {centre.x() + radius * std::cos(angle), centre.y() - radius * std::sin(angle)};
}
struct Axes {
    const char *right, *up, *left, *down;
};
Axes axes_of(study::Plane plane) {
    switch (plane) {
        case study::Plane::xz:
            return {QT_TR_NOOP("along x"), QT_TR_NOOP("pull off"), QT_TR_NOOP("back"), QT_TR_NOOP("press on")};
        case study::Plane::yz:
            return {QT_TR_NOOP("along y"), QT_TR_NOOP("pull off"), QT_TR_NOOP("back"), QT_TR_NOOP("press on")};
        case study::Plane::xy:
            break;
    }
    return {QT_TR_NOOP("along x"), QT_TR_NOOP("along y"), QT_TR_NOOP("back"), QT_TR_NOOP("back")};
}

}  // namespace

PolarPlot::PolarPlot(QWidget* parent) : DragPlot(parent) {
    setAccessibleName(tr("What it can take, by direction of the push"));
    setMinimumSize(180, 180);
}

QSize PolarPlot::sizeHint() const {
    return {300, 300};
}

void PolarPlot::show_curve(PolarCurve curve) {
    curve_ = std::move(curve);
    setCursor(curve_.chosen_here ? Qt::CrossCursor : Qt::ArrowCursor);
    const auto least = std::min_element(curve_.own.begin(), curve_.own.end(),
                                        [](const auto& a, const auto& b) { return a.force < b.force; });
    if (least != curve_.own.end())
        setAccessibleDescription(
            tr("Weakest towards %1°: %2")
                .arg(qRound(least->angle * 180 / std::numbers::pi))
                .arg(QString::fromStdString(quantity::format(least->force, quantity::Dimension::force))));
    update();
}

void PolarPlot::paint(QPainter& p, QRectF whole, const Look& look) const {
    const Theme& t = look.theme;
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(look.font(0.85));
    const QFontMetricsF metrics(p.font());
    const double em = metrics.height(), R = std::min(whole.width() / 2 - 3.4 * em, whole.height() / 2 - 1.6 * em);
    if (!(R > 10)) return;
    const QPointF c = whole.center();
    const double push = curve_.push > 0 ? curve_.push : 10;
    p.setBrush(Qt::NoBrush);
    for (const double factor : {1.0, 5.0, most_shown}) {
        p.setPen(QPen(t.line, 1));
        p.drawEllipse(c, R * radius_of(factor), R * radius_of(factor));
    }
    const auto shape = [&](const std::vector<study::DirectionalCapacity>& all) {
        QPolygonF polygon;
        for (const auto& d : all) polygon << towards(c, R * radius_of(d.force / push), d.angle);
        return polygon;
    };
    if (!curve_.pinned.empty()) {
        p.setPen(QPen(t.quiet, 1.5, Qt::DashLine));
        p.drawPolygon(shape(curve_.pinned));
    }
    QColor ground = t.doubtful;
    ground.setAlpha(45);
    p.setBrush(ground);
    p.setPen(QPen(t.text, 1.9));
    p.drawPolygon(shape(curve_.own));
    p.setBrush(Qt::NoBrush);
    p.setPen(QPen(t.accent, 1.4, Qt::DotLine));
    p.drawEllipse(c, R * radius_of(curve_.required), R * radius_of(curve_.required));
    p.setPen(t.quiet);
    for (const double factor : {1.0, 5.0, most_shown})
        p.drawText(towards(c, R * radius_of(factor), 2.2) + QPointF(-10, -3), QString::number(factor) + "×");
    p.setPen(t.accent);
    p.drawText(towards(c, R * radius_of(curve_.required), -0.9) + QPointF(4, 4), tr("needs %1×").arg(curve_.required));
    const Axes axes = axes_of(curve_.plane);
    p.setPen(t.quiet);
    const auto word = [&](QPointF at, Qt::Alignment align, const char* text) {
        const double w = 120;
        const double x = align & Qt::AlignLeft ? at.x() : align & Qt::AlignRight ? at.x() - w : at.x() - w / 2;
        p.drawText(QRectF(x, at.y() - em / 2, w, em), static_cast<int>(align | Qt::AlignVCenter), tr(text));
    };
    word(c + QPointF(R + 5, 0), Qt::AlignLeft, axes.right);
    word(c - QPointF(R + 5, 0), Qt::AlignRight, axes.left);
    word(c - QPointF(0, R + 0.8 * em), Qt::AlignHCenter, axes.up);
    word(c + QPointF(0, R + 0.8 * em), Qt::AlignHCenter, axes.down);
    if (!(curve_.push > 0) || !curve_.chosen_here) return;
    const QPointF tip = towards(c, R * radius_of(1), curve_.direction);
    p.setPen(QPen(t.slips, 2.2));
    p.drawLine(c, tip);
    p.setBrush(t.slips);
    p.drawEllipse(tip, 3.5, 3.5);
    const bool left = std::cos(curve_.direction) < -0.2;
    const QString words = tr("this push");
    p.setFont(look.font(0.85, true));
    p.drawText(tip + QPointF(left ? -8 - QFontMetricsF(p.font()).horizontalAdvance(words) : 8, -5), words);
}

void PolarPlot::choose(QPointF at, quint64 gesture) {
    const QPointF from = at - QRectF(rect()).center();
    if (!curve_.chosen_here || std::hypot(from.x(), from.y()) < 4) return;
    emit direction_chosen(std::atan2(-from.y(), from.x()), gesture);
}
void PolarPlot::keyPressEvent(QKeyEvent* event) {
    const double step = std::numbers::pi / 24;
    const double by = event->key() == Qt::Key_Left ? step : event->key() == Qt::Key_Right ? -step : 0;
    if (by == 0 || !curve_.chosen_here) return QWidget::keyPressEvent(event);
    emit direction_chosen(curve_.direction + by, next_gesture());
}

}  // namespace clampet::desktop
