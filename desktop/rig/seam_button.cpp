#include "desktop/rig/seam_button.h"

#include <QHelpEvent>
#include <QPainter>
#include <QToolTip>

#include "desktop/theme/theme.h"
#include "desktop/theme/verdict_paint.h"
#include "quantity/format.h"
#include "study/sentences.h"

namespace clampet::desktop {

SeamRowLayout layout_seam_row(QSizeF size, double em, const HoldBarFactors& factors) {
    SeamRowLayout row;
    const double left = 10, icon = 1.5 * em, text_left = left + icon + 10, right = size.width() - 12;
    row.symbol = QRectF(left, (size.height() - icon) / 2, icon, icon);
    const double verdict_width = 4.9 * em;
    row.verdict = QRectF(right - verdict_width + em, 3, verdict_width - em, 1.3 * em);
    row.mark = QRectF(row.verdict.left() - 0.95 * em, 3 + 0.22 * em, 0.85 * em, 0.85 * em);
    row.name = QRectF(text_left, 3, row.mark.left() - text_left - 6, 1.3 * em);
    row.factor = QRectF(text_left, 3 + 1.2 * em, 3.5 * em, 1.15 * em);
    row.sentence = QRectF(text_left, 3 + 2.4 * em, right - text_left, 1.2 * em);
    row.bar =
        layout_hold_bar(factors, QRectF(row.factor.right(), row.factor.top(), right - row.factor.right(), 1.2 * em));
    return row;
}

SeamButton::SeamButton(QString interface, QWidget* parent) : QAbstractButton(parent), interface_(std::move(interface)) {
    setCheckable(true);
    setAutoExclusive(true);
    setCursor(Qt::PointingHandCursor);
    setFocusPolicy(Qt::StrongFocus);
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

void SeamButton::show_result(const study::InterfaceResult& result, const QString& family, double required) {
    const HoldBarFactors factors{result.low, result.typical, result.high, required};
    const QString sentence = QString::fromStdString(study::short_sentence(result)),
                  name = QString::fromStdString(result.name);
    if (factors == factors_ && sentence == sentence_ && name == name_ && family == family_ &&
        result.verdict == verdict_ && result.pending == pending_)
        return;
    pending_ = result.pending;
    name_ = name;
    sentence_ = sentence;
    family_ = family;
    verdict_ = result.verdict;
    factors_ = factors;
    setText(name_);
    setAccessibleName(pending_ ? tr("%1: being checked").arg(name_)
                               : QString("%1: %2, %3")
                                     .arg(name_, QString::fromUtf8(study::name_of(verdict_)),
                                          QString::fromStdString(quantity::format_factor(result.typical))));
    setAccessibleDescription(QString::fromStdString(study::sentence(result)));
    update();
}

void SeamButton::preview(std::optional<double> factor, study::Verdict verdict) {
    if (factor == would_be_ && verdict == would_) return;
    would_be_ = factor;
    would_ = verdict;
    update();
}

QString SeamButton::previewed() const {
    if (!would_be_) return {};
    return tr("would be %1, %2")
        .arg(QString::fromStdString(quantity::format_factor(*would_be_)), QString::fromUtf8(study::name_of(would_)));
}

QSize SeamButton::sizeHint() const {
    const QFontMetricsF metrics(body_font());
    return {280, qRound(6 + 3.55 * metrics.height())};
}

SeamRowLayout SeamButton::row() const {
    return layout_seam_row(size(), QFontMetricsF(body_font()).height(), factors_);
}

void SeamButton::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const auto r = row();
    if (isChecked() || underMouse()) {
        p.setPen(isChecked() ? QPen(t.accent, 1.2) : QPen(t.line, 1));
        p.setBrush(isChecked() ? t.accent_soft : Qt::transparent);
        p.drawRoundedRect(QRectF(rect()).adjusted(1, 1, -1, -1), 7, 7);
    }
    if (hasFocus()) {
        p.setPen(QPen(t.accent, 2));
        p.setBrush(Qt::NoBrush);
        p.drawRoundedRect(QRectF(rect()).adjusted(2, 2, -2, -2), 6, 6);
    }
    const QPixmap icon = family_pixmap(family_, t.text, qRound(r.symbol.width()), devicePixelRatioF());
    p.drawPixmap(r.symbol.topLeft(), icon);
    const auto write = [&](QRectF place, const QString& text, const QFont& font, const QColor& colour, int align) {
        p.setFont(font);
        p.setPen(colour);
        p.drawText(place, align | Qt::AlignVCenter | Qt::TextSingleLine,
                   QFontMetricsF(font).elidedText(text, Qt::ElideRight, place.width()));
    };
    write(r.name, name_, body_font(), t.text, Qt::AlignLeft);
    if (would_be_)
        write(r.sentence, previewed(), body_font(0.85, true), t.of(would_), Qt::AlignLeft);
    else
        write(r.sentence, sentence_, body_font(0.85), t.quiet, Qt::AlignLeft);
    if (pending_) return;
    write(r.verdict, QString::fromUtf8(study::name_of(verdict_)), body_font(0.92, true), t.of(verdict_),
          Qt::AlignRight);
    paint_verdict_mark(p, r.mark, verdict_);
    write(r.factor, QString::fromStdString(quantity::format_factor(factors_.typical)), body_font(1.1, true),
          t.of(verdict_), Qt::AlignLeft);
    paint_hold_bar(p, r.bar, verdict_);
    if (!would_be_) return;
    HoldBarFactors then = factors_;
    then.typical = *would_be_;
    const QRectF track = r.bar.track,
                 at = layout_hold_bar(then, track.adjusted(-3, -r.factor.height() / 2, 3, r.factor.height() / 2))
                          .typical_mark;
    p.setPen(QPen(t.of(would_), 1.5));
    p.setBrush(t.paper);
    p.drawRoundedRect(at.adjusted(-2.5, 1, 2.5, -1), 3, 3);
}

bool SeamButton::event(QEvent* event) {
    if (event->type() != QEvent::ToolTip) return QAbstractButton::event(event);
    const auto* help = static_cast<QHelpEvent*>(event);
    const auto shown = [](double f) { return QString::fromStdString(quantity::format_factor(f)); };
    QString words = name_;
    if (const auto part = row().bar.part_at(help->pos())) {
        if (*part == HoldBarPart::required_tick) words = tr("required: %1").arg(shown(factors_.required));
        if (*part == HoldBarPart::typical_mark) words = tr("typical: %1").arg(shown(factors_.typical));
        if (*part == HoldBarPart::band)
            words = tr("from %1 with weak friction and torque to %2 with strong")
                        .arg(shown(factors_.low), shown(factors_.high));
    }
    QToolTip::showText(help->globalPos(), words, this);
    return true;
}

}  // namespace clampet::desktop
