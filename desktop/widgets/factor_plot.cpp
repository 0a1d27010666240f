#include "desktop/widgets/factor_plot.h"

#include <algorithm>
#include <cmath>
#include <QKeyEvent>
#include <QPainter>
#include <QPainterPath>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/factor_scale.h"
#include "desktop/widgets/quantity_field.h"
#include "quantity/format.h"

namespace clampet::desktop {
namespace {

/// Beyond the scale too, so that a curve leaves it where it does.
double height_of(double factor, QRectF area) {
    const double f = std::clamp(factor, 1e-6, 1e6);
    return area.bottom() - area.height() * std::log(f / least_shown) / std::log(most_shown / least_shown);
}

double y_of(double factor, QRectF area) {
    return height_of(std::clamp(factor, least_shown, most_shown), area);
}

/// A round step that gives about as many ticks as there is room for.
double tick_step(double span, double room) {
    const double raw = span / std::clamp(std::floor(room), 1.0, 6.0),
                 decade = std::pow(10, std::floor(std::log10(raw)));
    for (const double nice : {1.0, 2.0, 5.0, 10.0})
        if (nice * decade >= raw) return nice * decade;
    return 10 * decade;
}

}  // namespace

FactorPlot::FactorPlot(QWidget* parent) : DragPlot(parent) {
    setCursor(Qt::CrossCursor);
    setAccessibleName(tr("Factor against an input"));
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setMinimumHeight(120);
}

QSize FactorPlot::sizeHint() const {
    return {520, 190};
}

void FactorPlot::show_curve(FactorCurve curve) {
    curve_ = std::move(curve);
    setToolTip(has_to_move()
                   ? tr("Press to set the value. Full line: the factor. Dotted: how easily a hand moves it, 1× "
                        "at its limit.")
                   : tr("Press to set the value."));
    setAccessibleDescription(tr("%1 is %2; the factor is %3")
                                 .arg(curve_.input, desktop::shown(curve_.present, curve_.dimension),
                                      QString::fromStdString(quantity::format_factor(curve_.factor))));
    update();
}

QRectF FactorPlot::area(QRectF whole, const Look& look) const {
    const double em = QFontMetricsF(look.font(0.85)).height();
    return whole.adjusted(2.6 * em, 0.8 * em, -1.2 * em, -1.9 * em);
}

double FactorPlot::x_of(double value, QRectF a) const {
    const double span = curve_.to - curve_.from;
    return span > 0 ? a.left() + a.width() * (value - curve_.from) / span : a.left();
}

bool FactorPlot::has_to_move() const {
    return std::any_of(curve_.points.begin(), curve_.points.end(),
                       [](const study::CurvePoint& p) { return !std::isnan(p.moves); });
}

std::optional<std::pair<double, double>> FactorPlot::window() const {
    if (!has_to_move()) return std::nullopt;
    // Above 0 where it both holds and moves; where that begins and ends lies between two points. NaN: not built.
    const auto height = [this](const study::CurvePoint& p) {
        return std::isnan(p.factor) ? p.factor : std::log(std::min(p.factor / curve_.required, p.moves));
    };
    const auto crossing = [&](const study::CurvePoint& in, const study::CurvePoint& out) {
        const double a = height(in), b = height(out);
        return std::isfinite(a) && std::isfinite(b) ? in.value + (out.value - in.value) * a / (a - b) : in.value;
    };
    std::optional<std::pair<double, double>> both;
    const auto& points = curve_.points;
    for (std::size_t i = 0; i < points.size(); ++i) {
        if (!(height(points[i]) >= 0)) continue;
        if (!both) both = {i > 0 ? crossing(points[i], points[i - 1]) : points[i].value, points[i].value};
        both->second =
            i + 1 < points.size() && height(points[i + 1]) < 0 ? crossing(points[i], points[i + 1]) : points[i].value;
    }
    return both;
}

void FactorPlot::paint_window(QPainter& p, QRectF a, const Look& look) const {
    if (!has_to_move()) return;
    const Theme& t = look.theme;
    p.setFont(look.font(0.85));
    const double em = QFontMetricsF(p.font()).height();
    const QRectF words(a.left() + 4, a.bottom() - 1.2 * em, a.width() - 8, em);
    const auto both = window();
    QColor quiet_ground = t.panel;
    quiet_ground.setAlpha(215);
    const auto say = [&](const QString& text, const QColor& colour) {
        p.fillRect(QRectF(words.topLeft(), QSizeF(QFontMetricsF(p.font()).horizontalAdvance(text) + 4, em)),
                   quiet_ground);
        p.setPen(colour);
        p.drawText(words, Qt::AlignLeft, text);
    };
    if (!both) return say(tr("nothing here both stays put and moves"), t.slips);
    QColor ground = t.holds;
    ground.setAlpha(40);
    p.fillRect(QRectF(QPointF(x_of(both->first, a), a.top()), QPointF(x_of(both->second, a), a.bottom())), ground);
    // Three figures: the ends are read off a curve.
    const auto rounded = [this](double value) {
        const double unit = std::pow(10, std::floor(std::log10(std::max(value, 1e-12))) - 2);
        return desktop::shown(std::round(value / unit) * unit, curve_.dimension);
    };
    say(tr("stays put and moves: %1 to %2").arg(rounded(both->first), rounded(both->second)), t.holds);
}

std::vector<FactorPlot::WayOff> FactorPlot::ways_off() const {
    std::vector<WayOff> all;
    for (const bool above : {true, false}) {
        const auto is_off = [&](const study::CurvePoint& p) {
            return above ? p.factor > most_shown * 1.001 : p.factor < least_shown * 0.999;
        };
        const auto first = std::find_if(curve_.points.begin(), curve_.points.end(), is_off);
        if (first == curve_.points.end()) continue;
        const auto last = std::find_if_not(first, curve_.points.end(), is_off);
        all.push_back({above, (first->value + std::prev(last)->value) / 2});
    }
    return all;
}

std::vector<FactorPlot::Cliff> FactorPlot::cliffs() const {
    constexpr double fall = 3;
    std::vector<Cliff> all;
    for (std::size_t i = 1; i < curve_.points.size(); ++i) {
        const auto &a = curve_.points[i - 1], &b = curve_.points[i];
        if (std::isnan(a.factor) || std::isnan(b.factor) || a.mode == b.mode) continue;
        const bool falls = a.factor > fall * b.factor, rises = b.factor > fall * a.factor;
        if (!falls && !rises) continue;
        const auto words = curve_.words.find(falls ? b.mode : a.mode);
        if (words == curve_.words.end()) continue;
        const double value = (a.value + b.value) / 2;
        const QString at = QString::fromStdString(quantity::format(value, curve_.dimension));
        all.push_back(
            {value, falls ? tr("%1 from %2").arg(words->second, at) : tr("%1 up to %2").arg(words->second, at)});
    }
    return all;
}

/// At half height, on the side of the cliff where there is room.
void FactorPlot::paint_cliffs(QPainter& p, QRectF a, const Look& look) const {
    p.setFont(look.font(0.85));
    p.setPen(look.theme.slips);
    const QFontMetricsF metrics(p.font());
    double y = a.center().y();
    for (const auto& cliff : cliffs()) {
        const double width = metrics.horizontalAdvance(cliff.words), x = x_of(cliff.value, a);
        const double left = x - 6 - width >= a.left() ? x - 6 - width : std::min(x + 6, a.right() - width);
        p.drawText(QPointF(std::max(a.left(), left), y), cliff.words);
        y += metrics.height();
    }
}

void FactorPlot::paint_ways_off(QPainter& p, QRectF a, const Look& look) const {
    p.setFont(look.font(0.85));
    p.setPen(look.theme.quiet);
    const QFontMetricsF metrics(p.font());
    for (const auto& way : ways_off()) {
        const QString text = way.above ? tr("↑ over %1×").arg(most_shown) : tr("↓ under %1×").arg(least_shown);
        const double width = metrics.horizontalAdvance(text), most = std::max(a.left(), a.right() - width);
        // Under the name of the present value, which stands at the top.
        const double y =
            way.above ? a.top() + 1.1 * metrics.height() + metrics.ascent() : a.bottom() - metrics.descent();
        p.drawText(QPointF(std::clamp(x_of(way.middle, a) - width / 2, a.left(), most), y), text);
    }
}

void FactorPlot::paint(QPainter& p, QRectF whole, const Look& look) const {
    const Theme& t = look.theme;
    const QRectF a = area(whole, look);
    p.setRenderHint(QPainter::Antialiasing);
    p.setFont(look.font(0.85));
    const QFontMetricsF metrics(p.font());
    for (const double factor : {0.5, 1.0, 2.0, 5.0, 10.0}) {
        const double y = y_of(factor, a);
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(a.left(), y), QPointF(a.right(), y));
        p.setPen(t.quiet);
        p.drawText(QRectF(whole.left(), y - metrics.height() / 2, a.left() - whole.left() - 6, metrics.height()),
                   Qt::AlignRight | Qt::AlignVCenter, QString::number(factor) + "×");
    }
    if (!(curve_.to > curve_.from)) return;
    const double step =
        tick_step(curve_.to - curve_.from,
                  a.width() / (1.5 * metrics.horizontalAdvance(desktop::shown(curve_.to, curve_.dimension))));
    for (double v = std::ceil(curve_.from / step) * step; v <= curve_.to + 1e-9 * step; v += step) {
        const double x = x_of(v, a);
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x, a.bottom()), QPointF(x, a.bottom() + 4));
        p.setPen(t.quiet);
        const QString text = desktop::shown(std::abs(v) < 1e-9 * step ? 0 : v, curve_.dimension);
        const double half = metrics.horizontalAdvance(text) / 2;
        p.drawText(QPointF(std::min(x, whole.right() - half - 2) - half, a.bottom() + 4 + metrics.ascent()), text);
    }
    p.setPen(QPen(t.text, 1.2, Qt::DashLine));
    p.drawLine(QPointF(a.left(), y_of(curve_.required, a)), QPointF(a.right(), y_of(curve_.required, a)));
    const auto draw = [&](const std::vector<study::CurvePoint>& points, const QPen& pen,
                          double study::CurvePoint::*height = &study::CurvePoint::factor) {
        QPainterPath path;
        bool pen_down = false;
        for (const auto& point : points) {
            if (std::isnan(point.*height)) {
                pen_down = false;
                continue;
            }
            const QPointF at(x_of(point.value, a), height_of(point.*height, a));
            pen_down ? path.lineTo(at) : path.moveTo(at);
            pen_down = true;
        }
        p.setPen(pen);
        p.setBrush(Qt::NoBrush);
        p.drawPath(path);
    };
    p.save();
    p.setClipRect(a.adjusted(-1, -2, 1, 2));
    draw(curve_.pinned, QPen(t.quiet, 1.6, Qt::DashLine));
    draw(curve_.points, QPen(t.accent, 2, Qt::DotLine), &study::CurvePoint::moves);
    draw(curve_.points, QPen(t.text, 2.2));
    p.restore();
    paint_ways_off(p, a, look);
    paint_cliffs(p, a, look);
    paint_window(p, a, look);
    if (std::isnan(curve_.present)) return;
    const double x = std::clamp(x_of(curve_.present, a), a.left(), a.right());
    p.setPen(QPen(t.accent, 1.6));
    p.drawLine(QPointF(x, a.top()), QPointF(x, a.bottom()));
    p.setBrush(t.panel);
    p.setPen(QPen(t.accent, 2.2));
    p.drawEllipse(QPointF(x, y_of(curve_.factor, a)), 5, 5);
    p.setFont(look.font(0.88, true));
    const QString now = tr("now %1").arg(desktop::shown(curve_.present, curve_.dimension));
    const double width = QFontMetricsF(p.font()).horizontalAdvance(now);
    const bool left = x + 8 + width > a.right();
    p.setPen(t.accent);
    p.drawText(QPointF(left ? x - 8 - width : x + 8, a.top() + metrics.ascent()), now);
}

void FactorPlot::choose(QPointF at, quint64 gesture) {
    const QRectF a = area(rect(), screen_look());
    if (!(a.width() > 0) || std::isnan(curve_.present)) return;
    const double share = std::clamp((at.x() - a.left()) / a.width(), 0.0, 1.0);
    emit value_chosen(curve_.from + share * (curve_.to - curve_.from), gesture);
}

void FactorPlot::keyPressEvent(QKeyEvent* event) {
    const double step = (curve_.to - curve_.from) / 60;
    const double by = event->key() == Qt::Key_Right ? step : event->key() == Qt::Key_Left ? -step : 0;
    if (by == 0 || std::isnan(curve_.present)) return QWidget::keyPressEvent(event);
    emit value_chosen(std::clamp(curve_.present + by, curve_.from, curve_.to), next_gesture());
}

}  // namespace clampet::desktop
