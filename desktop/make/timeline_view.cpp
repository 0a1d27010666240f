#include "desktop/make/timeline_view.h"

#include <algorithm>
#include <QDate>
#include <QHelpEvent>
#include <QLocale>
#include <QMouseEvent>
#include <QPainter>
#include <QToolTip>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"

namespace clampet::desktop {
namespace {

constexpr double least_bar = 4;  // what is shorter is still seen [px]
constexpr int most_labels_apart = 52;

make::Day day_of(make::WallTime time) {
    return std::chrono::floor<std::chrono::days>(time);
}

QDate date_of(make::Day day) {
    return QDate(1970, 1, 1).addDays(day.time_since_epoch().count());
}

}  // namespace

TimelineView::TimelineView(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("Timeline of the work"));
    setMouseTracking(true);
}

void TimelineView::show_plan(make::Plan plan, make::Schedule schedule,
                             std::vector<std::pair<std::string, QString>> rows) {
    plan_ = std::move(plan);
    schedule_ = std::move(schedule);
    rows_ = std::move(rows);
    setAccessibleDescription(
        schedule_.steps.empty()
            ? QString()
            : tr("%1 steps, ready %2").arg(schedule_.steps.size()).arg(text_of(make::text_of(schedule_.ready))));
    updateGeometry();
    update();
}

double TimelineView::row_height() const {
    return 1.7 * QFontMetricsF(body_font(0.9)).height();
}

QSize TimelineView::sizeHint() const {
    const double line = QFontMetricsF(body_font(0.85)).height();
    return {520, qRound(1.6 * line + row_height() * static_cast<double>(rows_.size()) + 6)};
}

double TimelineView::left() const {
    double widest = 0;
    for (const auto& row : rows_)
        widest = std::max(widest, QFontMetricsF(body_font(0.9)).horizontalAdvance(row.second));
    return std::min(widest, 0.3 * width()) + 10;
}

double TimelineView::x_of(make::WallTime time) const {
    if (schedule_.steps.empty()) return left();
    const make::WallTime from = day_of(schedule_.steps.front().start),
                         to = day_of(schedule_.ready) + std::chrono::days(1);
    const double share = static_cast<double>((time - from).count()) / static_cast<double>((to - from).count());
    return left() + share * (width() - left() - 4);
}

double TimelineView::top_of(const std::string& part) const {
    const auto found = std::find_if(rows_.begin(), rows_.end(), [&](const auto& row) { return row.first == part; });
    const auto index = static_cast<double>(std::distance(rows_.begin(), found));
    return 1.6 * QFontMetricsF(body_font(0.85)).height() + index * row_height();
}

QRectF TimelineView::bar_of(std::size_t step) const {
    for (const auto& dated : schedule_.steps) {
        if (dated.step != step) continue;
        const double x = x_of(dated.start), wide = std::max(least_bar, x_of(dated.end) - x);
        return {x, top_of(plan_.steps[step].part) + 0.2 * row_height(), wide, 0.6 * row_height()};
    }
    return {};
}

QRectF TimelineView::waiting_of(const make::Dated& dated) const {
    const double x = x_of(dated.end), y = top_of(plan_.steps[dated.step].part);
    return {x, y + 0.42 * row_height(), x_of(dated.ready) - x, 0.16 * row_height()};
}

const make::Dated* TimelineView::at(QPointF position) const {
    const make::Dated* found = nullptr;
    for (const auto& dated : schedule_.steps) {
        if (bar_of(dated.step).adjusted(-2, -2, 2, 2).contains(position)) return &dated;
        if (waiting_of(dated).adjusted(0, -4, 0, 4).contains(position)) found = &dated;
    }
    return found;
}

void TimelineView::paint_days(QPainter& p) const {
    const Theme& t = theme();
    p.setFont(body_font(0.85));
    double last = -1e9;
    for (auto day = day_of(schedule_.steps.front().start); make::WallTime(day) <= schedule_.ready;
         day += std::chrono::days(1)) {
        const double x = x_of(day);
        p.setPen(QPen(t.line, 1));
        p.drawLine(QPointF(x, 0), QPointF(x, height()));
        if (x - last < most_labels_apart * std::max(1.0, text_scale())) continue;
        last = x;
        p.setPen(t.quiet);
        const QRectF place(x + 3, 0, 200, 1.4 * QFontMetricsF(p.font()).height());
        p.drawText(place, Qt::AlignLeft | Qt::AlignVCenter, QLocale().toString(date_of(day), "ddd d"));
    }
}

void TimelineView::paint_row_names(QPainter& p) const {
    p.setFont(body_font(0.9));
    p.setPen(theme().text);
    for (const auto& [part, name] : rows_)
        p.drawText(QRectF(0, top_of(part), left() - 8, row_height()), Qt::AlignLeft | Qt::AlignVCenter,
                   QFontMetricsF(p.font()).elidedText(name, Qt::ElideRight, left() - 8));
}

void TimelineView::paint_step(QPainter& p, const make::Dated& dated) const {
    const Theme& t = theme();
    const auto& step = plan_.steps[dated.step];
    if (step.waiting > 0) {
        p.setPen(Qt::NoPen);
        p.setBrush(QBrush(t.quiet, Qt::BDiagPattern));
        p.drawRect(waiting_of(dated));
    }
    const QRectF bar = bar_of(dated.step);
    p.setPen(QPen(dated.is_critical ? t.text : t.accent, 1));
    p.setBrush(dated.is_done ? QBrush(t.field) : QBrush(t.accent));
    if (step.gate.empty()) return p.drawRect(bar);
    // A gate: it stands in the way.
    const QPointF middle = bar.center();
    const double half = 0.42 * row_height();
    p.setBrush(dated.is_done ? t.field : t.doubtful);
    p.drawPolygon(QPolygonF{QPointF(middle.x(), middle.y() - half), QPointF(middle.x() + 0.7 * half, middle.y()),
                            QPointF(middle.x(), middle.y() + half), QPointF(middle.x() - 0.7 * half, middle.y())});
}

void TimelineView::paintEvent(QPaintEvent*) {
    if (schedule_.steps.empty()) return;
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    paint_days(p);
    paint_row_names(p);
    for (const auto& dated : schedule_.steps) paint_step(p, dated);
}

void TimelineView::mousePressEvent(QMouseEvent* event) {
    if (const auto* dated = at(event->position())) emit chosen(dated->step);
}

bool TimelineView::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QWidget::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto* dated = at(help->pos());
    if (!dated) {
        QToolTip::hideText();
        return true;
    }
    const auto& step = plan_.steps[dated->step];
    QString text = text_of(step.what) + "\n" +
                   tr("%1 to %2").arg(text_of(make::text_of(dated->start)), text_of(make::text_of(dated->end)));
    if (step.waiting > 0)
        text += "\n" + tr("then %1 until %2").arg(text_of(step.waits_for), text_of(make::text_of(dated->ready)));
    QToolTip::showText(help->globalPos(), text, this);
    return true;
}

}  // namespace clampet::desktop
