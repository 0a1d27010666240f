#include "desktop/prove/belief_view.h"

#include <algorithm>
#include <cmath>
#include <QPainter>
#include <QPainterPath>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"

namespace clampet::desktop {
namespace {

constexpr double widest = 1.6;  // ln of what is shown: a fifth to five times

QString name_of(const prove::Believed& b, const rig::Rig& rig) {
    if (b.what == prove::Believed::What::hand) return BeliefView::tr("the hand that tightens");
    if (b.what == prove::Believed::What::friction) return BeliefView::tr("friction of %1").arg(text_of(b.name));
    const auto* seam = rig.interface(b.name);
    return BeliefView::tr("%1, as it is tightened now").arg(text_of(seam ? seam->name : b.name));
}

QString band_words(const prove::Normal& normal) {
    const auto band = normal.band();
    return QString("%1× (%2 to %3)").arg(band.typical, 0, 'f', 2).arg(band.low, 0, 'f', 2).arg(band.high, 0, 'f', 2);
}

}  // namespace

BeliefView::BeliefView(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("What tests teach"));
}

QSize BeliefView::sizeHint() const {
    const double line = QFontMetricsF(body_font(0.9)).height();
    if (names_.empty()) return {360, 0};
    return {360, qRound(line * (3.6 * static_cast<double>(names_.size()) + 1.6))};
}

void BeliefView::show_belief(prove::Belief belief, const rig::Rig& rig) {
    belief_ = std::move(belief);
    names_.clear();
    lines_.clear();
    QStringList words;
    for (const auto& b : belief_.all) {
        names_.push_back(name_of(b, rig));
        lines_.push_back(tr("%1: %2, was %3").arg(names_.back(), band_words(b.after), band_words(b.before)));
        words << lines_.back();
    }
    setAccessibleDescription(words.join("; "));
    updateGeometry();
    update();
}

void BeliefView::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QFont font = body_font(0.9);
    p.setFont(font);
    const QFontMetricsF metrics(font);
    const double line = metrics.height(), left = 4, wide = width() - 8;
    const auto x_of = [&](double ln) {
        return left + (std::clamp(ln, -widest, widest) + widest) / (2 * widest) * wide;
    };
    if (names_.empty()) return;
    const double bottom = static_cast<double>(names_.size()) * 3.6 * line;
    for (const auto& [factor, words] : {std::pair{0.5, tr("half")}, {1.0, tr("as is typical")}, {2.0, tr("twice")}}) {
        const double x = x_of(std::log(factor));
        p.setPen(QPen(t.line, factor == 1 ? 1.6 : 1));
        p.drawLine(QPointF(x, line), QPointF(x, bottom));
        p.setPen(t.quiet);
        p.drawText(QRectF(x - 80, bottom + 2, 160, line), Qt::AlignHCenter, words);
    }
    for (std::size_t i = 0; i < names_.size(); ++i) {
        const auto& b = belief_.all[i];
        const double top = static_cast<double>(i) * 3.6 * line, base = top + 3.3 * line, high = 2.0 * line;
        // As high as they are sure, the surer one filling its room.
        const double surest = std::min(b.after.deviation, b.before.deviation);
        const auto curve = [&](const prove::Normal& n) {
            QPainterPath path;
            for (int k = 0; k <= 160; ++k) {
                const double ln = -widest + 2 * widest * k / 160, z = (ln - n.mean) / n.deviation;
                const QPointF at(x_of(ln), base - high * surest / n.deviation * std::exp(-z * z / 2));
                k == 0 ? path.moveTo(at) : path.lineTo(at);
            }
            return path;
        };
        QPainterPath after = curve(b.after);
        QPainterPath filled = after;
        filled.lineTo(x_of(widest), base);
        filled.lineTo(x_of(-widest), base);
        p.fillPath(filled, t.accent_soft);
        p.setPen(QPen(t.quiet, 1.2, Qt::DashLine));
        p.drawPath(curve(b.before));
        p.setPen(QPen(t.accent, 1.8));
        p.drawPath(after);
        // Each test where it lies: a dot where it slid, an arrow from where it held on.
        for (const auto& told : b.told) {
            const QPointF at(x_of(told.ln), base);
            p.setPen(QPen(t.text, 1.4));
            p.setBrush(told.is_bound ? Qt::NoBrush : QBrush(t.text));
            p.drawEllipse(at, 3.2, 3.2);
            if (told.is_bound) {
                p.drawLine(at + QPointF(3.2, 0), at + QPointF(14, 0));
                p.drawLine(at + QPointF(14, 0), at + QPointF(10, -3));
                p.drawLine(at + QPointF(14, 0), at + QPointF(10, 3));
            }
            p.setBrush(Qt::NoBrush);
        }
        p.setPen(t.text);
        const QString now = band_words(b.after);
        const double room = wide - metrics.horizontalAdvance(now) - 12;
        p.drawText(QRectF(left, top, room, line), Qt::AlignLeft, metrics.elidedText(names_[i], Qt::ElideRight, room));
        p.drawText(QRectF(left, top, wide, line), Qt::AlignRight, now);
    }
}

}  // namespace clampet::desktop
