#include "desktop/threads/stack_canvas.h"

#include <algorithm>
#include <QApplication>
#include <QKeyEvent>
#include <QMouseEvent>

#include "desktop/theme/theme.h"

namespace clampet::desktop {
namespace {
/// How far beside the stack, in widths of it, something may be let go and still lands on it.
constexpr double generous = 1.6;
}  // namespace

StackCanvas::StackCanvas(QWidget* parent) : DrawingView(parent) {
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    setAccessibleName(tr("Screw, stack and socket"));
    setToolTip(
        tr("Between the two coloured lines the thread carries; the dashed line is as deep as the tip may go. Drag an "
           "item along the screw, or away from it."));
}

void StackCanvas::show_design(const families::StackDesign& design, int selected) {
    const auto picture = families::picture_of(design);
    bands_ = families::item_bands(picture);
    wide_ = 1.7 * design.screw.major;
    selected_ = selected;
    show_drawing(families::stack_section(picture));
}

double StackCanvas::pixels_of(double y) const {
    return placing().map(QPointF(0, y)).y();
}

QPointF StackCanvas::middle_of(int item) const {
    const auto& band = bands_[static_cast<std::size_t>(item)];
    return placing().map(QPointF(0.7 * wide_, (band.low + band.high) / 2));
}

std::optional<int> StackCanvas::item_at(QPointF at) const {
    const double half = std::abs(placing().map(QPointF(wide_, 0)).x() - placing().map(QPointF(0, 0)).x());
    if (std::abs(at.x() - placing().map(QPointF(0, 0)).x()) > half) return std::nullopt;
    // Thin washers are given a few pixels more to be caught by.
    int best = -1;
    double nearest = 4;
    for (std::size_t i = 0; i < bands_.size(); ++i) {
        const double low = pixels_of(bands_[i].low), high = pixels_of(bands_[i].high);
        const double away = std::max({0.0, high - at.y(), at.y() - low});
        if (away < nearest) {
            nearest = away;
            best = static_cast<int>(i);
        }
    }
    return best < 0 ? std::nullopt : std::optional(best);
}

std::optional<int> StackCanvas::place_at(QPointF at) const {
    const double axis = placing().map(QPointF(0, 0)).x(), half = std::abs(placing().map(QPointF(wide_, 0)).x() - axis);
    if (!QRectF(rect()).contains(at) || std::abs(at.x() - axis) > generous * half) return std::nullopt;
    int place = 0;
    for (const auto& band : bands_)
        if (at.y() < pixels_of((band.low + band.high) / 2)) ++place;  // up the screen is towards the socket
    return place;
}

/// Names of items stand at the right, the height of the stack at the left.
QMargins StackCanvas::room() const {
    const auto scaled = [](int pixels) { return qRound(pixels * text_scale()); };
    return {scaled(56), scaled(26), scaled(108), scaled(26)};
}

void StackCanvas::mark_place(std::optional<int> place) {
    mark_ = place;
    update();
}

void StackCanvas::paintEvent(QPaintEvent* event) {
    DrawingView::paintEvent(event);
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QTransform m = placing();
    const auto across = [&](double y, double reach) {
        return QLineF(m.map(QPointF(-reach * wide_, y)), m.map(QPointF(reach * wide_, y)));
    };
    if (selected_ >= 0 && selected_ < static_cast<int>(bands_.size())) {
        const auto& band = bands_[static_cast<std::size_t>(selected_)];
        p.setPen(QPen(theme().accent, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRect(QRectF(m.map(QPointF(-wide_, band.high)), m.map(QPointF(wide_, band.low))).adjusted(-3, -2, 3, 2));
    }
    if (mark_) {
        const auto place = static_cast<std::size_t>(*mark_);
        const double y = bands_.empty() ? 0 : place < bands_.size() ? bands_[place].low : bands_.back().high;
        p.setPen(QPen(theme().accent, 4, Qt::SolidLine, Qt::RoundCap));
        p.drawLine(across(y, 1.25));
    }
    if (hasFocus()) {
        p.setPen(QPen(theme().accent, 1, Qt::DotLine));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(QRectF(rect()).adjusted(2.5, 2.5, -2.5, -2.5), 5, 5);
    }
}

void StackCanvas::mousePressEvent(QMouseEvent* event) {
    dragged_ = item_at(event->position()).value_or(-1);
    dragging_ = false;
    pressed_at_ = event->position();
    emit selected(dragged_);
}

void StackCanvas::mouseMoveEvent(QMouseEvent* event) {
    if (dragged_ < 0) return;
    if ((event->position() - pressed_at_).manhattanLength() >= QApplication::startDragDistance()) dragging_ = true;
    if (!dragging_) return;
    const auto place = place_at(event->position());
    setCursor(place ? Qt::ClosedHandCursor : Qt::ForbiddenCursor);
    mark_place(place);
}

void StackCanvas::mouseReleaseEvent(QMouseEvent* event) {
    const int item = std::exchange(dragged_, -1);
    const bool dragged = std::exchange(dragging_, false);
    unsetCursor();
    mark_place(std::nullopt);
    if (item < 0 || !dragged) return;
    if (const auto place = place_at(event->position()))
        emit moved(item, *place);
    else
        emit removed(item);
}

void StackCanvas::keyPressEvent(QKeyEvent* event) {
    const int count = static_cast<int>(bands_.size());
    const int step = event->key() == Qt::Key_Up ? 1 : event->key() == Qt::Key_Down ? -1 : 0;
    if (step != 0 && count > 0) {
        const int next = std::clamp(selected_ + step, 0, count - 1);
        if (event->modifiers() & Qt::AltModifier) {
            if (selected_ >= 0 && next != selected_) emit moved(selected_, step > 0 ? next + 1 : next);
        } else {
            emit selected(next);
        }
        return;
    }
    if ((event->key() == Qt::Key_Delete || event->key() == Qt::Key_Backspace) && selected_ >= 0)
        return emit removed(selected_);
    DrawingView::keyPressEvent(event);
}

}  // namespace clampet::desktop
