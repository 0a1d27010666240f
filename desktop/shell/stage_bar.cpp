#include "desktop/shell/stage_bar.h"

#include <algorithm>
#include <QHBoxLayout>
#include <QMenu>
#include <QPainter>
#include <QToolButton>

#include "desktop/theme/theme.h"

namespace clampet::desktop {

StageTab::StageTab(const QString& name, QWidget* parent) : QAbstractButton(parent) {
    setText(name);
    setCheckable(true);
    setAutoExclusive(true);
    setFocusPolicy(Qt::StrongFocus);
    setCursor(Qt::PointingHandCursor);
}

void StageTab::set_state(const QString& state, bool warns) {
    state_ = state;
    warns_ = warns;
    QString plain = text();
    plain.remove('&');
    setAccessibleName(plain + ": " + state);
    setToolTip(state);
    updateGeometry();
    update();
}

QSize StageTab::sizeHint() const {
    const double em = QFontMetricsF(body_font()).height();
    return {qRound(std::max(8.0 * em, QFontMetricsF(body_font(0.85)).horizontalAdvance(state_) + 30)),
            qRound(2.9 * em)};
}

QSize StageTab::minimumSizeHint() const {
    QString plain = text();
    plain.remove('&');
    return {qRound(QFontMetricsF(body_font(1, true)).horizontalAdvance(plain)) + 22, sizeHint().height()};
}

void StageTab::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    if (isChecked()) p.fillRect(rect(), t.paper);
    if (hasFocus()) {
        p.setPen(QPen(isChecked() ? t.accent : QColor("#a3b0ff"), 2));
        p.drawRect(QRectF(rect()).adjusted(2, 2, -2, -2));
    }
    const QRectF inside = QRectF(rect()).adjusted(14, 5, -8, -5);
    p.setFont(body_font(1, true));
    p.setPen(isChecked() ? t.text : t.header_text);
    p.drawText(QRectF(inside.left(), inside.top(), inside.width(), inside.height() / 2),
               Qt::AlignLeft | Qt::AlignVCenter | Qt::TextShowMnemonic, text());
    p.setFont(body_font(0.85));
    p.setPen(isChecked() ? (warns_ ? t.slips : t.quiet) : t.header_quiet);
    p.drawText(QRectF(inside.left(), inside.center().y(), inside.width(), inside.height() / 2),
               Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(state_, Qt::ElideRight, inside.width()));
}

namespace {

/// Where the title is written: as wide as it is read well, or as narrow as the stages leave it.
class TitlePlace : public QWidget {
 public:
    explicit TitlePlace(QWidget* parent) : QWidget(parent) {
        setAttribute(Qt::WA_TransparentForMouseEvents);
        setSizePolicy(QSizePolicy::Preferred, QSizePolicy::Ignored);
        setMaximumWidth(sizeHint().width());
    }
    QSize sizeHint() const override { return {qRound(290 * std::min(1.12, text_scale())), 0}; }
    QSize minimumSizeHint() const override { return {qRound(100 * std::min(1.12, text_scale())), 0}; }
};

}  // namespace

StageBar::StageBar(QWidget* parent)
    : QWidget(parent), place_(new TitlePlace(this)), tabs_(new QHBoxLayout), menus_(new QHBoxLayout) {
    auto* row = new QHBoxLayout(this);
    row->setContentsMargins(0, 0, 10, 0);
    row->setSpacing(10);
    row->addWidget(place_);
    tabs_->setSpacing(0);
    row->addLayout(tabs_);
    row->addStretch(1);
    menus_->setSpacing(2);
    row->addLayout(menus_);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

StageTab* StageBar::add_stage(const QString& name) {
    auto* tab = new StageTab(name, this);
    tabs_->addWidget(tab);
    return tab;
}

void StageBar::add_menu(const QString& title, QMenu* menu) {
    auto* button = new QToolButton(this);
    button->setText(title);
    button->setMenu(menu);
    button->setPopupMode(QToolButton::InstantPopup);
    button->setFocusPolicy(Qt::StrongFocus);
    button->setFont(body_font());
    const Theme& t = theme();
    button->setStyleSheet(QString("QToolButton { color: %1; background: transparent; border: 2px solid transparent; "
                                  "padding: 5px 9px; border-radius: 4px; }"
                                  "QToolButton:focus { border-color: #a3b0ff; } QToolButton:hover { background: %2; } "
                                  "QToolButton::menu-indicator { image: none; }")
                              .arg(t.header_text.name(), t.header.lighter(140).name()));
    menus_->addWidget(button);
}

void StageBar::set_title(const QString& title, const QString& detail) {
    title_ = title;
    detail_ = detail;
    setToolTip(title + "\n" + detail);
    setAccessibleName(title + ", " + detail);
    update();
}

void StageBar::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.fillRect(rect(), t.header);
    const QRectF place(16, 4, place_->width() - 24, height() - 8);
    const auto write = [&](QRectF where, const QString& text, const QFont& font, const QColor& colour) {
        p.setFont(font);
        p.setPen(colour);
        p.drawText(where, Qt::AlignLeft | Qt::AlignVCenter | Qt::TextSingleLine,
                   QFontMetricsF(font).elidedText(text, Qt::ElideRight, where.width()));
    };
    write(QRectF(place.left(), place.top(), place.width(), place.height() * 0.55), title_, body_font(1.15, true),
          t.header_text);
    write(QRectF(place.left(), place.top() + place.height() * 0.55, place.width(), place.height() * 0.45), detail_,
          body_font(0.85), t.header_quiet);
}

}  // namespace clampet::desktop
