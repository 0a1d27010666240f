#include "desktop/rig/shelf_card.h"

#include <QPainter>

#include "desktop/rig/solid_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/few_lines.h"
#include "parts/part_kind.h"

namespace clampet::desktop {
namespace {

/// What is missing between, in words: "with bush, 3/8-16 outside, 1/4-20 inside".
QString with_adapters(const project::ShelfItem& item) {
    QStringList names;
    for (std::size_t i = 0; i + 1 < item.parts.size(); ++i) names << text_of(item.parts[i].name);
    return names.isEmpty() ? QString() : QObject::tr("with %1").arg(names.join(QObject::tr(" and ")));
}

}  // namespace

ShelfCard::ShelfCard(project::ShelfItem item, QWidget* parent) : QAbstractButton(parent), item_(std::move(item)) {
    setFocusPolicy(Qt::StrongFocus);
    setEnabled(item_.can_go());
    if (const auto body = parts::built(*item_.kind, item_.parts.back().values)) shapes_ = body->shapes;
    const bool owned = item_.owned > 0;
    name_ = owned || item_.is_planned ? text_of(item_.parts.back().name) : text_of(item_.kind->name());
    says_ = !item_.can_go()         ? text_of(item_.lacks)
            : item_.adapters() > 0  ? with_adapters(item_)
            : item_.held_by.empty() ? text_of(item_.kind->purpose())
                                    : text_of(item_.held_by);
    if (owned) says_ = tr("%1 in the drawer").arg(item_.owned) + (says_.isEmpty() ? QString() : " · " + says_);
    if (item_.is_planned) {
        const auto body = parts::built(*item_.kind, item_.parts.back().values);
        says_ = (body ? shown(body->mass, quantity::Dimension::mass) : QString()) +
                (item_.held_by.empty() ? tr(" · to be held") : " · " + says_);
    }
    setObjectName((item_.is_planned ? "planned-" : owned ? "owned-" : "shelf-") + text_of(item_.kind->key()));
    setAccessibleName(name_);
    setAccessibleDescription(says_);
    setToolTip(QString("%1\n%2").arg(text_of(item_.kind->purpose()), says_));
}

QSize ShelfCard::sizeHint() const {
    const double line = QFontMetricsF(body_font()).height();
    return {qRound(148 * std::min(1.25, text_scale())), qRound(74 + 3.9 * line)};
}

void ShelfCard::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const bool marked = hasFocus() || isChecked() || (underMouse() && isEnabled());
    const QRectF box = QRectF(rect()).adjusted(1, 1, -1, -1);
    p.setPen(QPen(marked ? t.accent : t.line, hasFocus() || isChecked() ? 2 : 1));
    p.setBrush(isChecked() ? t.accent_soft : isEnabled() ? t.field : t.paper);
    p.drawRoundedRect(box, 5, 5);
    const double line = QFontMetricsF(body_font()).height();
    const QRectF words = box.adjusted(8, box.height() - 3.7 * line, -8, -4);
    p.setOpacity(isEnabled() ? 1 : 0.45);
    paint_solids(p, QRectF(box.left() + 12, box.top() + 8, box.width() - 24, words.top() - box.top() - 14), shapes_,
                 Sight::turned(-0.6, 0.42));
    p.setOpacity(isEnabled() ? 1 : 0.75);
    p.setFont(body_font(0.95, true));
    p.setPen(t.text);
    const QFontMetricsF metrics(p.font());
    // A name on one line or two, then what is said of it.
    const QRectF two(words.left(), words.top(), words.width(), 2 * metrics.height());
    const double used = draw_lines(p, two, Qt::AlignHCenter, name_) * metrics.height();
    p.setFont(body_font(0.82));
    p.setPen(t.quiet);
    const double from = words.top() + used;
    draw_lines(p, {words.left(), from, words.width(), words.bottom() - from}, Qt::AlignHCenter, says_);
}

}  // namespace clampet::desktop
