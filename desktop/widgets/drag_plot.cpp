#include "desktop/widgets/drag_plot.h"

#include <QMouseEvent>
#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/widgets/quantity_field.h"

namespace clampet::desktop {

DragPlot::DragPlot(QWidget* parent) : QWidget(parent) {
    setFocusPolicy(Qt::StrongFocus);
}

void DragPlot::paintEvent(QPaintEvent*) {
    QPainter p(this);
    paint(p, rect(), screen_look());
    if (!hasFocus()) return;
    p.setPen(QPen(theme().accent, 2));
    p.setBrush(Qt::NoBrush);
    p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 4, 4);
}

void DragPlot::mousePressEvent(QMouseEvent* event) {
    if (event->button() != Qt::LeftButton) return;
    gesture_ = next_gesture();
    choose(event->position(), gesture_);
}

void DragPlot::mouseMoveEvent(QMouseEvent* event) {
    if (event->buttons() & Qt::LeftButton) choose(event->position(), gesture_);
}

}  // namespace clampet::desktop
