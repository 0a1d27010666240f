#include "desktop/make/piece_card.h"

#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/few_lines.h"

namespace clampet::desktop {

PieceCard::PieceCard(const QString& name, const QString& stock, unsigned count, drawing::Drawing picture,
                     QWidget* parent)
    : QAbstractButton(parent), stock_(stock), count_(count), picture_(std::move(picture)) {
    setText(name);
    setCheckable(true);
    setAutoExclusive(true);
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(tr("%1, %2 of %3").arg(name).arg(count).arg(stock));
    setToolTip(tr("%1: %2").arg(name, stock));
}

QSize PieceCard::sizeHint() const {
    const double line = QFontMetricsF(body_font()).height();
    return {qRound(196 * std::min(1.6, text_scale())), qRound(70 + 3.4 * line)};
}

void PieceCard::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    const bool marked = isChecked() || hasFocus();
    p.setPen(QPen(marked || underMouse() ? t.accent : t.line, marked ? 2 : 1));
    p.setBrush(t.field);
    p.drawRoundedRect(box, 5, 5);
    const double line = QFontMetricsF(body_font()).height();
    const QRectF words = box.adjusted(10, box.height() - 3.3 * line, -10, -5);
    const QRectF place(box.left() + 12, box.top() + 9, box.width() - 24, words.top() - box.top() - 14);
    paint_shapes(p, picture_, fit_drawing(picture_, place), screen_look());
    p.setFont(body_font(1, true));
    p.setPen(t.text);
    const QString name = count_ > 1 ? tr("%1 × %2").arg(count_).arg(text()) : text();
    p.drawText(QRectF(words.left(), words.top(), words.width(), line), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(name, Qt::ElideRight, words.width()));
    p.setFont(body_font(0.85));
    p.setPen(t.quiet);
    draw_lines(p, {words.left(), words.top() + line, words.width(), 2 * line}, Qt::AlignLeft, stock_);
}

}  // namespace clampet::desktop
