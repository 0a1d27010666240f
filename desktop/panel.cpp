#include "desktop/panel.h"

#include <QPainter>

#include "desktop/theme.h"

namespace clampet::desktop {

void Panel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().line, 1));
    p.setBrush(theme().panel);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
}

QLabel* wrapped(QWidget* parent, double size, bool strong) {
    auto* label = new QLabel(parent);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    label->setFont(body_font(size, strong));
    return label;
}

}  // namespace clampet::desktop
