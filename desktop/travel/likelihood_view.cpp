#include "desktop/travel/likelihood_view.h"

#include <algorithm>
#include <cmath>
#include <QPainter>

#include "desktop/theme/verdict_paint.h"
#include "desktop/theme/words.h"

namespace clampet::desktop {
namespace {

/// What it is, and in which shot it is worst.
QString label_of(const study::Scatter::Seam& seam) {
    return seam.scene.empty() ? text_of(seam.name) : text_of(seam.name) + " · " + text_of(seam.scene);
}

}  // namespace
namespace {

constexpr double least_factor = 0.2, most_factor = 20;
constexpr std::size_t most_rows = 6;

}  // namespace

LikelihoodView::LikelihoodView(QWidget* parent) : QWidget(parent) {
    setAccessibleName(tr("Likelihood"));
}

QSize LikelihoodView::sizeHint() const {
    const double line = QFontMetricsF(body_font(0.9)).height();
    const auto rows = std::clamp<std::size_t>(scatter_.seams.size(), 1, most_rows);
    return {360, qRound((static_cast<double>(rows) * 1.25 + 2.3) * line)};
}

QString LikelihoodView::chance_words(double chance) {
    if (chance <= 0.0001) return tr("less than 1 in 10 000");
    if (chance > 0.995) return tr("nearly always");
    if (chance > 0.2) return tr("%1 of 10").arg(std::clamp(std::round(chance * 10), 2.0, 10.0));
    const double one_in = 1 / chance, step = std::pow(10, std::floor(std::log10(one_in)) - 1);
    return tr("1 in %1").arg(std::round(one_in / std::max(1.0, step)) * std::max(1.0, step));
}

void LikelihoodView::show_scatter(study::Scatter scatter) {
    scatter_ = std::move(scatter);
    old_ = false;
    QStringList words;
    for (const auto i : order())
        words << (scatter_.seams[i].scene.empty()
                      ? tr("%1 lets go %2").arg(text_of(scatter_.seams[i].name), chance_words(scatter_.seams[i].chance))
                      : tr("%1 lets go %2, in %3")
                            .arg(text_of(scatter_.seams[i].name), chance_words(scatter_.seams[i].chance),
                                 text_of(scatter_.seams[i].scene)));
    setAccessibleDescription(words.join("; "));
    updateGeometry();
    update();
}

void LikelihoodView::mark_old() {
    old_ = !scatter_.seams.empty();
    update();
}

std::vector<std::size_t> LikelihoodView::order() const {
    std::vector<std::size_t> all(scatter_.seams.size());
    for (std::size_t i = 0; i < all.size(); ++i) all[i] = i;
    std::stable_sort(all.begin(), all.end(),
                     [&](auto a, auto b) { return scatter_.seams[a].chance > scatter_.seams[b].chance; });
    return all;
}

void LikelihoodView::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const QFont font = body_font(0.9);
    const QFontMetricsF metrics(font);
    const double line = metrics.height(), row = 1.25 * line;
    p.setFont(font);
    if (scatter_.seams.empty()) {
        p.setPen(t.quiet);
        p.drawText(rect(), Qt::AlignCenter, tr("drawing what nobody knows exactly…"));
        return;
    }
    p.setOpacity(old_ ? 0.45 : 1);
    double names = 0, chances = 0;
    const auto rows = order();
    const std::size_t count = std::min(most_rows, rows.size());
    for (std::size_t i = 0; i < count; ++i) {
        names = std::max(names, metrics.horizontalAdvance(label_of(scatter_.seams[rows[i]])));
        chances = std::max(chances, metrics.horizontalAdvance(chance_words(scatter_.seams[rows[i]].chance)));
    }
    names = std::min(names, 0.34 * width());
    const QRectF strip(names + line + 8, 0, width() - names - chances - 2 * line - 20, 1);
    const auto x_of = [&](double factor) {
        const double kept = std::clamp(factor, least_factor, most_factor);
        return strip.left() + std::log(kept / least_factor) / std::log(most_factor / least_factor) * strip.width();
    };
    p.setPen(QPen(t.line, 1));
    p.drawLine(QPointF(x_of(1), 2), QPointF(x_of(1), static_cast<double>(count) * row));
    for (std::size_t i = 0; i < count; ++i) {
        const auto& seam = scatter_.seams[rows[i]];
        const double y = static_cast<double>(i) * row + row / 2;
        const double mark = 0.6 * line;
        paint_verdict_mark(p, QRectF(2, y - mark / 2, mark, mark), seam.verdict);
        p.setPen(t.text);
        p.drawText(QRectF(line, y - line / 2, names + 4, line), Qt::AlignLeft | Qt::AlignVCenter,
                   metrics.elidedText(label_of(seam), Qt::ElideRight, names + 2));
        p.setPen(Qt::NoPen);
        for (std::size_t k = 0; k < seam.sample.size(); ++k) {
            const double factor = seam.sample[k];
            QColor ink = factor < 1 ? t.slips : t.holds;
            ink.setAlpha(150);
            p.setBrush(ink);
            // Spread up and down, always the same way, so that dots do not hide each other.
            const double lift = (static_cast<double>((k * 37) % 11) / 10 - 0.5) * 0.62 * row;
            p.drawEllipse(QPointF(x_of(factor), y + lift), 1.7, 1.7);
        }
        p.setPen(QPen(t.text, 1.6));
        if (std::isfinite(seam.p5))
            p.drawLine(QPointF(x_of(seam.p5), y - row * 0.38), QPointF(x_of(seam.p5), y + row * 0.38));
        p.setPen(seam.chance > scatter_.allowed ? t.slips : t.text);
        p.drawText(QRectF(width() - chances - 6, y - line / 2, chances + 4, line), Qt::AlignRight | Qt::AlignVCenter,
                   chance_words(seam.chance));
    }
    p.setPen(t.quiet);
    p.setFont(body_font(0.8));
    const double below = static_cast<double>(count) * row + 2;
    const QFontMetricsF small(p.font());
    for (const double factor : {0.2, 1.0, 2.0, 5.0, 20.0}) {
        const QString words = QString::number(factor) + QStringLiteral("×");
        p.drawText(QRectF(x_of(factor) - 30, below, 60, small.height()), Qt::AlignCenter, words);
    }
    const QString more = rows.size() > count ? tr(" · %1 more are rarer").arg(rows.size() - count) : QString();
    p.drawText(QRectF(0, below + small.height(), width(), small.height()), Qt::AlignLeft | Qt::AlignVCenter,
               small.elidedText(tr("the rig lets go: %1, in %2 draws; allowed %3 · line: 5 % point%4")
                                    .arg(chance_words(scatter_.chance), QString::number(scatter_.draws),
                                         chance_words(scatter_.allowed), more),
                                Qt::ElideRight, width()));
}

}  // namespace clampet::desktop
