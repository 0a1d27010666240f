#include "desktop/travel/shot_card.h"

#include <QPainter>

#include "desktop/theme/theme.h"
#include "desktop/theme/verdict_paint.h"
#include "desktop/theme/words.h"
#include "quantity/format.h"
#include "study/sentences.h"

namespace clampet::desktop {

std::vector<PlacedShape> shapes_in_world(const rig::Rig& rig) {
    std::vector<PlacedShape> all;
    if (rig.parts.empty()) return all;
    const rig::Placed placed(rig);
    for (const auto& part : rig.parts)
        if (part.role != rig::Role::support || rig.parts.size() == 1)
            for (const auto& shape : part.shapes) all.push_back({shape, placed.world_from_part(part.id)});
    const auto& seams = placed.mechanism().seams();
    for (std::size_t i = 0; i < seams.size(); ++i)
        for (const auto& limb : rig::limbs_of(seams[i].motion))
            all.push_back({limb, placed.placement().world_from_port[i]});
    return all;
}

ShotCard::ShotCard(QString shot, QWidget* parent) : QAbstractButton(parent), shot_(std::move(shot)) {
    setCheckable(true);
    setFocusPolicy(Qt::StrongFocus);
    setObjectName("shot-" + shot_);
}

void ShotCard::show_rig(const rig::Rig& staged, const QString& name) {
    name_ = name;
    shapes_ = shapes_in_world(staged);
    setAccessibleName(name_);
    update();
}

void ShotCard::show_check(const study::RigCheck* check) {
    old_ = !check;
    if (check && check->worst) {
        const auto& worst = check->interfaces[*check->worst];
        known_ = true;
        verdict_ = check->verdict;
        factor_ = worst.typical;
        words_ = text_of(study::headline(*check));
        setAccessibleDescription(words_);
        setToolTip(name_ + "\n" + words_);
    }
    update();
}

QSize ShotCard::sizeHint() const {
    const double line = QFontMetricsF(body_font()).height();
    return {qRound(132 * std::min(1.5, text_scale())), qRound(52 + 2.1 * line)};
}

void ShotCard::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setPen(QPen(isChecked() || hasFocus() ? t.accent : t.line, isChecked() ? 2 : 1));
    p.setBrush(t.field);
    p.drawRoundedRect(box, 4, 4);
    const double line = QFontMetricsF(body_font()).height();
    const QRectF words = box.adjusted(6, box.height() - 2 * line - 2, -6, -2);
    paint_solids(p, QRectF(box.left() + 6, box.top() + 5, box.width() - 12, words.top() - box.top() - 7), shapes_,
                 Sight{});
    p.setFont(body_font(0.9, true));
    p.setPen(t.text);
    p.drawText(QRectF(words.left(), words.top(), words.width(), line), Qt::AlignLeft | Qt::AlignVCenter,
               QFontMetricsF(p.font()).elidedText(name_, Qt::ElideRight, words.width()));
    if (!known_) return;
    p.setOpacity(old_ ? 0.45 : 1);
    const double mark = 0.62 * line;
    paint_verdict_mark(p, QRectF(words.left(), words.top() + 1.5 * line - mark / 2, mark, mark), verdict_);
    p.setFont(body_font(0.9, true));
    p.setPen(t.text);
    p.drawText(QRectF(words.left() + mark + 5, words.top() + line, words.width() - mark - 5, line),
               Qt::AlignLeft | Qt::AlignVCenter,
               text_of(quantity::format_factor(factor_)) + (old_ ? tr(" …") : QString()));
}

}  // namespace clampet::desktop
