#include "desktop/shell/rig_card.h"

#include <QPainter>
#include <QTimer>

#include "desktop/rig/solid_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/verdict_paint.h"
#include "desktop/theme/words.h"
#include "desktop/travel/shot_card.h"
#include "desktop/widgets/few_lines.h"
#include "study/scenes.h"

namespace clampet::desktop {

RigCard::RigCard(const QString& title, const QString& says, QWidget* parent)
    : QAbstractButton(parent), title_(title), says_(says) {
    setFocusPolicy(Qt::StrongFocus);
    setAccessibleName(title_);
    setAccessibleDescription(says_);
    setToolTip(says_);
}

void RigCard::show_rig(rig::Rig rig) {
    rig_ = std::move(rig);
    shapes_ = shapes_in_world(rig_);
    is_judged_ = false;
    if (isVisible()) QTimer::singleShot(0, this, &RigCard::judge);
}

void RigCard::showEvent(QShowEvent* event) {
    QAbstractButton::showEvent(event);
    if (!is_judged_) QTimer::singleShot(0, this, &RigCard::judge);
}

void RigCard::judge() {
    // Where another page was opened meanwhile, that one is waited for.
    if (!isVisible() || std::exchange(is_judged_, true)) return;
    const auto all = study::check_scenes(rig_, study::scenes_of(rig_), {.detail = study::Detail::verdict});
    if (!all || all->checks.empty()) return;
    standing_ = text_of(study::tally(*all));
    verdict_ = all->verdict;
    setAccessibleDescription(says_ + " " + standing_);
    update();
}

QSize RigCard::sizeHint() const {
    const double line = QFontMetricsF(body_font()).height();
    return {qRound(196 * std::min(1.6, text_scale())), qRound(92 + 4.6 * line)};
}

void RigCard::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setPen(QPen(hasFocus() || underMouse() ? t.accent : t.line, hasFocus() ? 2 : 1));
    p.setBrush(t.field);
    p.drawRoundedRect(box, 5, 5);
    const double line = QFontMetricsF(body_font()).height();
    const QRectF words = box.adjusted(10, box.height() - 4.4 * line, -10, -5);
    paint_solids(p, QRectF(box.left() + 14, box.top() + 9, box.width() - 28, words.top() - box.top() - 14), shapes_,
                 Sight::turned(-0.5, 0.3));
    p.setFont(body_font(1, true));
    p.setPen(t.text);
    p.drawText(QRectF(words.left(), words.top(), words.width(), line), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(title_, Qt::ElideRight, words.width()));
    p.setFont(body_font(0.85));
    p.setPen(t.quiet);
    draw_lines(p, {words.left(), words.top() + line, words.width(), 2 * line}, Qt::AlignLeft, says_);
    if (standing_.isEmpty()) return;
    const double mark = 0.62 * line, y = words.top() + 3.1 * line;
    paint_verdict_mark(p, QRectF(words.left(), y + (line - mark) / 2, mark, mark), verdict_);
    p.setFont(body_font(0.9, true));
    p.setPen(t.text);
    p.drawText(QRectF(words.left() + mark + 6, y, words.width() - mark - 6, line), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(standing_, Qt::ElideRight, words.width() - mark - 6));
}

}  // namespace clampet::desktop
