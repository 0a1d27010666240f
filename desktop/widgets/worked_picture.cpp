#include "desktop/widgets/worked_picture.h"

#include <QKeyEvent>
#include <QPainter>
#include <QWidget>

#include "desktop/theme/theme.h"

namespace clampet::desktop {

void paint_paper(QPainter& p, const QWidget& picture) {
    const Theme& t = theme();
    const bool works = picture.hasFocus();
    p.setPen(QPen(works ? t.accent : t.line, works ? 2 : 1));
    p.setBrush(t.field);
    p.drawRoundedRect(QRectF(picture.rect()).adjusted(1, 1, -1, -1), 5, 5);
}

std::optional<QPointF> arrow_way(const QKeyEvent& event) {
    switch (event.key()) {
        case Qt::Key_Left:
            return QPointF(-1, 0);
        case Qt::Key_Right:
            return QPointF(1, 0);
        case Qt::Key_Up:
            return QPointF(0, 1);
        case Qt::Key_Down:
            return QPointF(0, -1);
        default:
            return std::nullopt;
    }
}

}  // namespace clampet::desktop
