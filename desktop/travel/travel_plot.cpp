#include "desktop/travel/travel_plot.h"

#include <algorithm>
#include <cmath>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

#include "desktop/theme/words.h"
#include "project/history.h"

namespace clampet::desktop {
namespace {

constexpr double least_drawn = 0.5, most_drawn = 10;

}  // namespace

TravelPlot::TravelPlot(QWidget* parent) : DragPlot(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("Factors along the travel"));
    setMinimumHeight(96);
}

QSize TravelPlot::sizeHint() const {
    return {360, qRound(116 * std::min(1.4, text_scale()))};
}

void TravelPlot::show_travel(study::Travel travel) {
    travel_ = std::move(travel);
    old_ = false;
    if (const auto worst = worst_point()) {
        const auto seam = worst_at(*worst);
        setAccessibleDescription(
            tr("least at %1: %2 %3")
                .arg(shown(travel_.points[*worst].position,
                           travel_.slides ? quantity::Dimension::length : quantity::Dimension::angle),
                     text_of(travel_.names[*seam]), factor_text(travel_.points[*worst].factors[*seam])));
    }
    update();
}

void TravelPlot::mark_old() {
    old_ = !travel_.points.empty();
    update();
}

void TravelPlot::show_position(double position, const QString& seam) {
    position_ = position;
    seam_ = seam;
    update();
}

QRectF TravelPlot::area(QRectF whole, const Look& look) const {
    const double line = QFontMetricsF(look.font(0.8)).height();
    return whole.adjusted(16 + 2.4 * line, line, -16, -1.6 * line);
}

double TravelPlot::x_of(double position, QRectF area) const {
    if (travel_.points.size() < 2) return area.left();
    const double from = travel_.points.front().position, to = travel_.points.back().position;
    return area.left() + (position - from) / (to - from) * area.width();
}

double TravelPlot::y_of(double factor, QRectF area) const {
    const double kept = std::clamp(factor, least_drawn * 0.9, most_drawn * 1.1);
    return area.bottom() - std::log(kept / least_drawn) / std::log(most_drawn / least_drawn) * area.height();
}

double TravelPlot::share_at(std::size_t point, std::size_t seam) const {
    return travel_.points[point].factors[seam] / std::max(1e-9, travel_.required[seam]);
}

std::optional<std::size_t> TravelPlot::worst_at(std::size_t point) const {
    std::optional<std::size_t> worst;
    for (std::size_t s = 0; s < travel_.ids.size(); ++s)
        if (std::isfinite(travel_.points[point].factors[s]) && (!worst || share_at(point, s) < share_at(point, *worst)))
            worst = s;
    return worst;
}

std::optional<std::size_t> TravelPlot::worst_point() const {
    std::optional<std::size_t> at;
    for (std::size_t i = 0; i < travel_.points.size(); ++i) {
        const auto seam = worst_at(i);
        if (seam && (!at || share_at(i, *seam) < share_at(*at, *worst_at(*at)))) at = i;
    }
    return at;
}

void TravelPlot::paint(QPainter& p, QRectF whole, const Look& look) const {
    const Theme& t = look.theme;
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF a = area(whole, look);
    const QFont small = look.font(0.8);
    const double line = QFontMetricsF(small).height();
    if (travel_.points.size() < 2) {
        p.setFont(look.font(0.9));
        p.setPen(t.quiet);
        p.drawText(whole, Qt::AlignCenter, tr("looking along the travel…"));
        return;
    }
    p.setFont(small);
    for (const double factor : {0.5, 1.0, 2.0, 5.0, 10.0}) {
        const double y = y_of(factor, a);
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(a.left(), y), QPointF(a.right(), y));
        p.setPen(t.quiet);
        p.drawText(QRectF(whole.left(), y - line / 2, a.left() - whole.left() - 6, line),
                   Qt::AlignRight | Qt::AlignVCenter, QString::number(factor) + QStringLiteral("×"));
    }
    const double required = *std::max_element(travel_.required.begin(), travel_.required.end());
    p.setPen(QPen(t.text, 1.2, Qt::DashLine));
    p.drawLine(QPointF(a.left(), y_of(required, a)), QPointF(a.right(), y_of(required, a)));
    p.setOpacity(old_ ? 0.45 : 1);
    const auto worst = worst_point();
    const std::size_t worst_seam = worst ? worst_at(*worst).value_or(travel_.ids.size()) : travel_.ids.size();
    p.save();
    p.setClipRect(a.adjusted(-2, -4, 2, 4));
    for (std::size_t s = 0; s < travel_.ids.size(); ++s) {
        QPainterPath path;
        bool down = false;
        for (const auto& point : travel_.points) {
            if (!std::isfinite(point.factors[s])) {
                down = false;
                continue;
            }
            const QPointF at(x_of(point.position, a), y_of(point.factors[s], a));
            down ? path.lineTo(at) : path.moveTo(at);
            down = true;
        }
        const bool is_worst = worst_seam == s, is_selected = text_of(travel_.ids[s]) == seam_;
        p.setPen(QPen(is_worst ? t.slips : is_selected ? t.accent : t.quiet, is_worst || is_selected ? 2.2 : 1));
        p.setBrush(Qt::NoBrush);
        p.drawPath(path);
    }
    p.restore();
    if (worst && worst_seam < travel_.ids.size()) {
        const QPointF at(x_of(travel_.points[*worst].position, a), y_of(travel_.points[*worst].factors[worst_seam], a));
        p.setPen(QPen(t.slips, 2));
        p.setBrush(t.field);
        p.drawEllipse(at, 4, 4);
        const double factor = travel_.points[*worst].factors[worst_seam];
        const QString off = factor < least_drawn  ? tr(", below the scale")
                            : factor > most_drawn ? tr(", above the scale")
                                                  : QString();
        const QString words = tr("%1 %2%3").arg(text_of(travel_.names[worst_seam]), factor_text(factor), off);
        const double width = QFontMetricsF(small).horizontalAdvance(words) + 6;
        const double x = std::clamp(at.x() - width / 2, a.left(), std::max(a.left(), a.right() - width));
        const double y = at.y() - line - 7 > a.top() - line ? at.y() - line - 7 : at.y() + 7;
        QColor ground = t.paper;
        ground.setAlpha(215);
        p.fillRect(QRectF(x - 2, y, width, line), ground);
        p.setPen(t.slips);
        p.drawText(QRectF(x, y, width, line), Qt::AlignLeft | Qt::AlignVCenter, words);
    }
    p.setOpacity(1);
    const double now = std::clamp(x_of(position_, a), a.left(), a.right());
    p.setPen(QPen(t.accent, 2));
    p.drawLine(QPointF(now, a.top() - 4), QPointF(now, a.bottom() + 4));
    const auto dimension = travel_.slides ? quantity::Dimension::length : quantity::Dimension::angle;
    p.setPen(t.quiet);
    const auto mark = [&](double position, int align) {
        p.drawText(QRectF(a.left(), a.bottom() + 4, a.width(), line), align | Qt::AlignVCenter,
                   shown(position, dimension));
    };
    mark(travel_.points.front().position, Qt::AlignLeft);
    mark(travel_.points.back().position, Qt::AlignRight);
    const QString here = shown(position_, dimension);
    p.setPen(t.accent);
    const double wide = QFontMetricsF(small).horizontalAdvance(here);
    const double side = QFontMetricsF(small).horizontalAdvance(shown(travel_.points.back().position, dimension)) + 10;
    if (now - wide / 2 > a.left() + side && now + wide / 2 < a.right() - side)
        p.drawText(QRectF(now - wide / 2 - 2, a.bottom() + 4, wide + 4, line), Qt::AlignCenter, here);
    if (hasFocus()) {
        p.setPen(QPen(t.accent, 1));
        p.setBrush(Qt::NoBrush);
        p.drawRect(whole.adjusted(1, 1, -1, -1));
    }
}

void TravelPlot::choose(QPointF at, quint64 gesture) {
    if (travel_.points.size() < 2) return;
    const QRectF a = area(rect(), screen_look());
    const double from = travel_.points.front().position, to = travel_.points.back().position;
    const double position = from + std::clamp((at.x() - a.left()) / a.width(), 0.0, 1.0) * (to - from);
    const double step = travel_.slides ? 0.001 : 0.5 * quantity::degree;
    emit position_chosen(std::round(position / step) * step, gesture);
}

void TravelPlot::keyPressEvent(QKeyEvent* event) {
    const bool right = event->key() == Qt::Key_Right, left = event->key() == Qt::Key_Left;
    if (!right && !left) return DragPlot::keyPressEvent(event);
    const double step = (travel_.slides ? 0.001 : quantity::degree) * (event->modifiers() & Qt::ShiftModifier ? 10 : 1);
    emit position_chosen(position_ + (right ? step : -step), project::single);
}

}  // namespace clampet::desktop
