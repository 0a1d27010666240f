#include "desktop/rig/part_block.h"

#include <QPainter>

#include "desktop/theme/theme.h"
#include "quantity/format.h"

namespace clampet::desktop {

PartBlock::PartBlock(QWidget* parent) : QAbstractButton(parent) {
    setCheckable(true);
    setAutoExclusive(true);  // with the seams of its column: one thing is selected
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void PartBlock::show_part(const rig::Part& part) {
    if (shown_ && *shown_ == part) return;
    shown_ = part;
    name_ = QString::fromStdString(part.name);
    origin_ = QString::fromUtf8(
        (part.role == rig::Role::payload ? parts::name_of(part.role) : parts::name_of(part.origin)).data());
    detail_ = part.role != rig::Role::support
                  ? QString::fromStdString(quantity::format(part.mass, quantity::Dimension::mass))
                  : tr("support");
    if (part.role == rig::Role::payload) {
        const double ahead = part.centre_of_gravity.x();
        if (std::abs(ahead) > 5e-4)
            detail_ += tr(" · gravity %1 %2 of the screw")
                           .arg(QString::fromStdString(quantity::format(std::abs(ahead), quantity::Dimension::length)),
                                ahead > 0 ? tr("ahead") : tr("behind"));
    }
    setAccessibleName(name_ + ", " + detail_);
    setToolTip(name_);
    update();
}

QSize PartBlock::sizeHint() const {
    return {280, qRound(6 + 2.0 * QFontMetricsF(body_font()).height())};
}

void PartBlock::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const bool marked = isChecked() || hasFocus();
    p.setPen(QPen(marked ? t.accent : t.line, isChecked() ? 2 : 1));
    p.setBrush(t.dark ? t.field : t.site);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.drawRoundedRect(box, 4, 4);
    const QRectF inside = box.adjusted(10, 2, -10, -2);
    const double half = inside.height() / 2;
    p.setFont(body_font(0.85));
    p.setPen(t.quiet);
    const double origin_width = QFontMetricsF(p.font()).horizontalAdvance(origin_) + 8;
    p.drawText(inside, Qt::AlignRight | Qt::AlignVCenter, origin_);
    const QRectF words = inside.adjusted(0, 0, -origin_width, 0);
    p.drawText(QRectF(words.left(), words.top() + half, words.width(), half), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(detail_, Qt::ElideRight, words.width()));
    p.setFont(body_font(1, true));
    p.setPen(t.text);
    p.drawText(QRectF(words.left(), words.top(), words.width(), half), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(name_, Qt::ElideRight, words.width()));
}

}  // namespace clampet::desktop
