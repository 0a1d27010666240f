#include "desktop/studies/balance_view.h"

#include <cmath>
#include <QGridLayout>
#include <QHBoxLayout>
#include <QLabel>
#include <QPainter>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "quantity/format.h"

namespace clampet::desktop {

using quantity::Dimension;

WindowBar::WindowBar(study::Window window, double present, Dimension dimension, QWidget* parent)
    : QWidget(parent), window_(std::move(window)), present_(present), dimension_(dimension) {
    double low = present, high = present;
    if (!window_.least_is_end || !window_.exists) low = std::min(low, window_.least);
    if (!window_.most_is_end || !window_.exists) high = std::max(high, window_.most);
    const double room = std::max({0.35 * (high - low), 0.15 * std::abs(present), 0.02});
    from_ = dimension == Dimension::mass ? std::max(0.0, low - room) : low - room;
    to_ = high + room;
    setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
    setAccessibleName(text_of(study::words_of(window_, dimension_)));
}

QSize WindowBar::sizeHint() const {
    return {300, qRound(2.6 * QFontMetricsF(body_font(0.9)).height())};
}

double WindowBar::place_of(double value) const {
    constexpr double margin = 10;
    return margin + (width() - 2 * margin) * std::clamp((value - from_) / (to_ - from_), 0.0, 1.0);
}

void WindowBar::paintEvent(QPaintEvent*) {
    const Theme& t = theme();
    QPainter p(this);
    p.setRenderHint(QPainter::Antialiasing);
    const double line = QFontMetricsF(body_font(0.9)).height(), y = 0.45 * line;
    p.setPen(QPen(t.line, 2));
    p.drawLine(QPointF(10, y), QPointF(width() - 10, y));
    if (window_.exists) {
        const double left = window_.least_is_end ? place_of(from_) : place_of(window_.least),
                     right = window_.most_is_end ? place_of(to_) : place_of(window_.most);
        p.setPen(Qt::NoPen);
        p.setBrush(t.holds);
        p.drawRoundedRect(QRectF(left, y - 4, std::max(3.0, right - left), 8), 3, 3);
    }
    p.setPen(QPen(t.text, 1.4));
    p.setBrush(window_.holds ? t.field : t.slips);
    const double x = place_of(present_);
    p.drawPolygon(QPolygonF({{x, y + 4}, {x - 6, y + 14}, {x + 6, y + 14}}));
    p.setFont(body_font(0.9, true));
    const QString words = desktop::shown(present_, dimension_);
    const double wide = QFontMetricsF(p.font()).horizontalAdvance(words);
    p.setPen(t.text);
    p.drawText(QPointF(std::clamp(x - wide / 2, 2.0, std::max(2.0, width() - wide - 2.0)), y + 14 + line), words);
}

BalanceView::BalanceView(project::Document& document, QWidget* parent)
    : StudyView(document, tr("Is it in balance?"), parent) {}

project::Background::Work BalanceView::work(rig::Rig rig) {
    return [this, rig = std::move(rig)](const study::Job& job) -> std::function<void()> {
        auto found = study::balance(rig, job);
        return [this, found = std::move(found)] { show_balance(found); };
    };
}

/// What makes up a counterweight's window, from the drawer or as sold.
std::optional<inventory::Heap> BalanceView::heap_for(const study::Window& window, Dimension dimension) const {
    if (dimension != Dimension::mass || !window.exists) return std::nullopt;
    return inventory::heap_within(workshop_ ? workshop_() : inventory::Workshop{}, window.least, window.most);
}

void BalanceView::add_window(const QString& title, const study::Window& window, double present, Dimension dimension,
                             std::function<project::Edit(double)> edit) {
    auto* row = new Panel(this);
    auto* lines = new QVBoxLayout(row);
    lines->setContentsMargins(12, 8, 12, 8);
    auto* top = new QHBoxLayout;
    auto* words = wrapped(row, 1, true);
    words->setText(tr("%1: %2").arg(title, text_of(study::words_of(window, dimension))));
    top->addWidget(words, 1);
    const auto heap = heap_for(window, dimension);
    if (window.exists && !window.holds) {
        const double middle = heap                  ? heap->mass
                              : window.least_is_end ? window.most
                              : window.most_is_end  ? window.least
                                                    : (window.least + window.most) / 2;
        auto* take = flat_button(tr("take %1").arg(desktop::shown(middle, dimension)), row);
        connect(take, &QPushButton::clicked, this, [this, edit = std::move(edit), middle] { perform(edit(middle)); });
        top->addWidget(take, 0, Qt::AlignTop);
    }
    lines->addLayout(top);
    lines->addWidget(new WindowBar(window, present, dimension, row));
    if (heap) lines->addWidget(quiet_words(text_of(inventory::words_of(*heap)), row));
    if (!window.under.empty() && window.exists)
        lines->addWidget(quiet_words(tr("Less: %1.").arg(text_of(window.under)), row));
    if (!window.over.empty())
        lines->addWidget(quiet_words(
            (window.exists ? tr("More: %1.") : tr("Where it comes nearest, still: %1.")).arg(text_of(window.over)),
            row));
    answers()->addWidget(row);
}

void BalanceView::add_pivots() {
    if (balance_.pivots.empty()) return;
    answers()->addWidget(heading(tr("What the weights turn each joint with"), this));
    auto* table = new Panel(this);
    auto* grid = new QGridLayout(table);
    grid->setContentsMargins(12, 8, 12, 8);
    grid->setColumnStretch(0, 1);
    int row = 0;
    for (const auto& pivot : balance_.pivots) {
        const auto* seam = document().rig().interface(pivot.interface);
        if (!seam) continue;
        auto* name = wrapped(table);
        name->setText(tr("%1, %2").arg(text_of(seam->name), text_of(pivot.label).toLower()));
        auto* says = new QLabel(desktop::shown(std::abs(pivot.moment), Dimension::torque), table);
        says->setFont(body_font(1, true));
        auto* how = quiet_words(pivot.arm() < 5e-4 ? tr("balanced")
                                                   : tr("%1, %2 off its axis")
                                                         .arg(desktop::shown(pivot.mass, Dimension::mass),
                                                              desktop::shown(pivot.arm(), Dimension::length)),
                                table);
        grid->addWidget(name, row, 0);
        grid->addWidget(says, row, 1, Qt::AlignRight);
        grid->addWidget(how, row++, 2);
    }
    answers()->addWidget(table);
}

void BalanceView::show_balance(const Result<study::Balance>& found) {
    clear_answers();
    balance_ = found ? *found : study::Balance{};
    if (!found) return say(QString::fromStdString(found.problem().sentence()));
    const auto& rig = document().rig();
    say(balance_.weights.empty() ? tr("There is no counterweight on this rig.")
        : std::all_of(balance_.weights.begin(), balance_.weights.end(), [](const auto& w) { return w.by_mass.holds; })
            ? tr("What carries the weight holds with it, in every shot and with the camera off.")
            : tr("As heavy as it is, and where it is, what carries the weight does not hold everywhere."));
    for (const auto& w : balance_.weights) {
        const auto* part = rig.part(w.part);
        if (!part) continue;
        add_window(tr("%1, how heavy").arg(text_of(part->name)), w.by_mass, w.mass, Dimension::mass,
                   [id = w.part](double mass) -> project::Edit {
                       return project::SetPartValue{id, "mass", mass};
                   });
        if (!w.axis.empty())
            add_window(tr("%1, where").arg(text_of(part->name)), w.by_place, w.position, Dimension::length,
                       [w](double at) -> project::Edit {
                           return project::SetPose{w.interface, w.axis, at};
                       });
    }
    for (const auto& s : balance_.stands) {
        const auto* seam = rig.interface(s.interface);
        auto* words = wrapped(this);
        words->setText(
            tr("%1: lopsided by %2 % of the way to its edge. It tips on a slope of %3, or by a level push of %4 "
               "where the payload is.")
                .arg(seam ? text_of(seam->name) : QString(), QString::number(100 * s.lopsided, 'f', 0),
                     desktop::shown(s.slope, Dimension::angle), desktop::shown(s.push, Dimension::force)));
        answers()->addWidget(words);
    }
    add_pivots();
    answers()->addStretch(1);
}

}  // namespace clampet::desktop
