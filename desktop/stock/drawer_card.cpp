#include "desktop/stock/drawer_card.h"

#include <cmath>
#include <QHBoxLayout>
#include <QKeyEvent>
#include <QMouseEvent>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/rig/solid_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "parts/part_kind.h"

namespace clampet::desktop {
namespace {

/// A colour for each thread, alike for both sexes: what is of one colour mates.
QColor colour_of(const catalogue::ThreadEnd& end) {
    unsigned mark = 2166136261u;
    for (const char c : end.designation) mark = (mark ^ static_cast<unsigned char>(c)) * 16777619u;
    return QColor::fromHsv(static_cast<int>(mark % 360), theme().dark ? 120 : 150, theme().dark ? 210 : 165);
}

}  // namespace

DrawerCard::DrawerCard(inventory::Item item, QWidget* parent)
    : QWidget(parent),
      item_(std::move(item)),
      known_(inventory::known(item_)),
      fewer_(new QPushButton(QString::fromUtf8("−"), this)),
      more_(new QPushButton("+", this)) {
    setFocusPolicy(Qt::StrongFocus);
    setObjectName("item-" + text_of(item_.name));
    if (const auto* kind = parts::kind_named(item_.kind))
        if (const auto body = parts::built(*kind, item_.values)) shapes_ = body->shapes;
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(8, 8, 8, 8);
    column->addStretch(1);
    auto* row = new QHBoxLayout;
    row->addStretch(1);
    for (auto* button : {fewer_, more_}) {
        button->setProperty("pill", true);
        button->setFixedWidth(qRound(34 * text_scale()));
        row->addWidget(button);
    }
    column->addLayout(row);
    fewer_->setAccessibleName(tr("One less of %1").arg(text_of(item_.name)));
    more_->setAccessibleName(tr("One more of %1").arg(text_of(item_.name)));
    connect(fewer_, &QPushButton::clicked, this, [this] { emit counted(-1); });
    connect(more_, &QPushButton::clicked, this, [this] { emit counted(1); });
    setToolTip(known_.is_known() ? text_of(known_.says)
                                 : tr("Nobody knows what this is: it is kept, and used by no search."));
    show_count(item_.count);
}

void DrawerCard::show_count(double count) {
    item_.count = count;
    fewer_->setEnabled(count >= 1);
    setAccessibleName(tr("%1, %2 there").arg(text_of(item_.name)).arg(count));
    update();
}

QSize DrawerCard::sizeHint() const {
    const double line = QFontMetricsF(body_font()).height();
    return {qRound(176 * std::min(1.4, text_scale())), qRound(64 + 5.4 * line)};
}

void DrawerCard::paint_picture(QPainter& p, const QRectF& place) const {
    const Theme& t = theme();
    if (!shapes_.empty()) return paint_solids(p, place, shapes_, Sight::turned(-0.6, 0.42));
    if (!known_.adapter) {
        p.setPen(t.quiet);
        p.setFont(body_font(1.6, true));
        p.drawText(place, Qt::AlignCenter, known_.is_known() ? QString::fromUtf8("●") : "?");
        return;
    }
    // Two ends, each in its thread's colour: a stud stands out, a socket is a ring.
    const QPointF c = place.center();
    const double w = 0.28 * place.height();
    p.setPen(QPen(t.text, 1));
    p.setBrush(t.metal);
    p.drawRect(QRectF(c.x() - w, c.y() - w, 2 * w, 2 * w));
    const auto end = [&](const catalogue::ThreadEnd& e, double side) {
        p.setBrush(colour_of(e));
        const double reach = e.male ? 1.7 * w : 0.9 * w;
        const QRectF stud(side > 0 ? c.x() + (e.male ? w : w - reach) : c.x() - w - (e.male ? reach : 0),
                          c.y() - 0.5 * w, reach, w);
        p.drawRect(stud);
        if (!e.male) return;
        for (double x = stud.left() + 4; x < stud.right(); x += 4)
            p.drawLine(QPointF(x, stud.top()), QPointF(x - 3, stud.bottom()));
    };
    end(known_.adapter->a, -1);
    end(known_.adapter->b, 1);
}

void DrawerCard::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setPen(QPen(hasFocus() ? t.accent : t.line, hasFocus() ? 2 : 1));
    p.setBrush(t.field);
    p.drawRoundedRect(box, 5, 5);
    const double line = QFontMetricsF(body_font()).height();
    const double words_top = box.bottom() - 5.2 * line;
    p.setOpacity(item_.count > 0 ? 1 : 0.4);
    paint_picture(p, QRectF(box.left() + 14, box.top() + 8, box.width() - 28, words_top - box.top() - 14));
    p.setOpacity(1);
    p.setFont(body_font(0.95, true));
    p.setPen(t.text);
    const QRectF name(box.left() + 8, words_top, box.width() - 16, 2.1 * line);
    p.drawText(name, Qt::AlignHCenter | Qt::AlignTop | Qt::TextWordWrap,
               QFontMetricsF(p.font()).elidedText(text_of(item_.name), Qt::ElideRight, 1.8 * name.width()));
    p.setFont(body_font(0.82));
    p.setPen(known_.is_known() ? t.quiet : t.doubtful);
    p.drawText(QRectF(name.left(), name.bottom(), name.width(), line), Qt::AlignHCenter | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(known_.is_known() ? text_of(known_.says) : tr("not known"),
                                                  Qt::ElideRight, name.width()));
    p.setFont(body_font(1.15, true));
    p.setPen(item_.count > 0 ? t.text : t.slips);
    p.drawText(QRectF(box.left() + 12, fewer_->geometry().top(), 60, fewer_->height()),
               Qt::AlignLeft | Qt::AlignVCenter, QString::fromUtf8("%1×").arg(item_.count));
}

void DrawerCard::mouseReleaseEvent(QMouseEvent* event) {
    if (rect().contains(event->position().toPoint())) emit chosen();
}

void DrawerCard::keyPressEvent(QKeyEvent* event) {
    if (event->key() == Qt::Key_Plus) return emit counted(1);
    if (event->key() == Qt::Key_Minus) return emit counted(-1);
    if (event->key() == Qt::Key_Return || event->key() == Qt::Key_Space) return emit chosen();
    QWidget::keyPressEvent(event);
}

}  // namespace clampet::desktop
