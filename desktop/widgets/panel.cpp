#include "desktop/widgets/panel.h"

#include <QPainter>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"

namespace clampet::desktop {

void Panel::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    p.setPen(QPen(theme().line, 1));
    p.setBrush(theme().panel);
    p.drawRoundedRect(QRectF(rect()).adjusted(0.5, 0.5, -0.5, -0.5), 6, 6);
}

QLabel* heading(const QString& text, QWidget* parent, double size) {
    auto* label = new QLabel(text, parent);
    label->setFont(body_font(size, true));
    return label;
}

QLabel* quiet_words(const QString& text, QWidget* parent, double size) {
    auto* label = new QLabel(text, parent);
    set_text_colour(label, theme().quiet);
    label->setWordWrap(true);
    label->setFont(body_font(size));
    return label;
}

QLabel* wrapped(QWidget* parent, double size, bool strong) {
    auto* label = new QLabel(parent);
    label->setWordWrap(true);
    label->setTextFormat(Qt::PlainText);
    label->setFont(body_font(size, strong));
    return label;
}

QWidget* under_name(const QString& name, QWidget* field, QWidget* parent) {
    auto* box = new QWidget(parent);
    auto* pair = new QVBoxLayout(box);
    pair->setContentsMargins(0, 0, 10, 0);
    pair->setSpacing(2);
    auto* label = new QLabel(name, box);
    label->setBuddy(field);
    pair->addWidget(label);
    pair->addWidget(field);
    return box;
}

QPushButton* flat_button(const QString& text, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setFlat(true);
    return button;
}

QScrollArea* scrolled(QWidget* inside, QWidget* parent) {
    auto* scroll = new QScrollArea(parent);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inside);
    inside->setAutoFillBackground(false);
    scroll->viewport()->setAutoFillBackground(false);
    return scroll;
}

}  // namespace clampet::desktop
