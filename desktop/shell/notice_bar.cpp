#include "desktop/shell/notice_bar.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>

#include "desktop/theme/theme.h"

namespace clampet::desktop {

NoticeBar::NoticeBar(QWidget* parent) : QWidget(parent), label_(new QLabel(this)) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(16, 6, 10, 6);
    label_->setWordWrap(true);
    label_->setAccessibleName(tr("Notice"));
    row->addWidget(label_, 1);
    auto* close = new QPushButton(tr("put away"), this);
    close->setFlat(true);
    row->addWidget(close);
    connect(close, &QPushButton::clicked, this, &QWidget::hide);
    hide();
}

void NoticeBar::show_problem(const QString& text) {
    problem_ = true;
    label_->setText(text);
    label_->setAccessibleDescription(text);
    show();
    update();
}

void NoticeBar::show_notice(const QString& text) {
    show_problem(text);
    problem_ = false;
    update();
}

QString NoticeBar::text() const {
    return isHidden() ? QString() : label_->text();
}

void NoticeBar::paintEvent(QPaintEvent*) {
    QPainter p(this);
    p.fillRect(rect(), theme().panel);
    p.fillRect(QRect(0, 0, 5, height()), problem_ ? theme().slips : theme().accent);
    p.fillRect(QRect(0, height() - 1, width(), 1), theme().line);
}

}  // namespace clampet::desktop
