#include "desktop/studies/advice_view.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "quantity/format.h"
#include "study/sentences.h"

namespace clampet::desktop {

AdviceView::AdviceView(project::Document& document, QWidget* parent)
    : StudyView(document, tr("What would make it hold?"), parent) {}

project::Background::Work AdviceView::work(rig::Rig rig) {
    return [this, rig = std::move(rig),
            drawer = workshop_ ? workshop_() : inventory::Workshop{}](const study::Job& job) -> std::function<void()> {
        auto found = project::rig_advice(rig, {.workshop = &drawer}, job);
        return [this, found = std::move(found)] { show_advice(found); };
    };
}

void AdviceView::show_advice(const Result<std::vector<project::RigAdvice>>& found) {
    clear_answers();
    emit looked_at(-1);
    advice_.clear();
    if (!found) return say(QString::fromStdString(found.problem().sentence()));
    advice_ = *found;
    say(!advice_.empty() ? tr("Each was tried on the whole rig, in every shot and with every payload set.")
        : document().check().verdict == study::Verdict::holds
            ? tr("It holds: nothing needs to be changed.")
            : tr("No one change was found that makes what is weak hold more."));
    std::string seam;
    for (std::size_t i = 0; i < advice_.size(); ++i) {
        const auto& a = advice_[i];
        const auto* f = document().rig().interface(a.interface);
        if (a.interface != seam && f)
            answers()->addWidget(heading(tr("%1, %2 of %3")
                                             .arg(text_of(f->name), text_of(quantity::format_factor(a.before)),
                                                  text_of(quantity::format_factor(a.required))),
                                         this));
        seam = a.interface;
        add_row(i);
    }
    answers()->addStretch(1);
}

void AdviceView::add_row(std::size_t index) {
    const auto& a = advice_[index];
    auto* row = new Panel(this);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(12, 6, 12, 6);
    auto* factor = new QLabel(mark_of(a.then) + " " + text_of(quantity::format_factor(a.after)), row);
    factor->setFont(body_font(1.05, true));
    factor->setMinimumWidth(qRound(78 * text_scale()));
    set_text_colour(factor, theme().of(a.then));
    line->addWidget(factor, 0, Qt::AlignTop);
    auto* words = wrapped(row);
    // The heading says the seam already.
    QString sentence = text_of(a.sentence);
    if (const auto* f = document().rig().interface(a.interface); f && sentence.startsWith(text_of(f->name) + ": "))
        sentence = sentence.mid(text_of(f->name).size() + 2);
    words->setTextFormat(Qt::RichText);
    words->setText(tr("%1 <span style='color:%2'>(%3)</span>")
                       .arg(sentence.toHtmlEscaped(), theme().quiet.name(),
                            a.owned > 0 ? tr("in the drawer") : QString::fromUtf8(study::name_of(a.effort).data())));
    line->addWidget(words, 1);
    auto* take = flat_button(tr("do it"), row);
    take->setAccessibleName(tr("Do it: %1").arg(text_of(a.sentence)));
    row->setToolTip(a.rig == study::Verdict::holds    ? tr("After it the whole rig holds.")
                    : a.then == study::Verdict::holds ? tr("After it this seam holds; something else does not yet.")
                                                      : tr("It helps, but is not enough alone."));
    for (QObject* each : {static_cast<QObject*>(row), static_cast<QObject*>(take)}) {
        each->setProperty("row", static_cast<int>(index));
        each->installEventFilter(this);
    }
    connect(take, &QPushButton::clicked, this, [this, index] { this->take(index); });
    line->addWidget(take, 0, Qt::AlignTop);
    answers()->addWidget(row);
}

/// What a change would make of every seam is shown beside, while one looks at it.
bool AdviceView::eventFilter(QObject* watched, QEvent* event) {
    if (const QVariant row = watched->property("row"); row.isValid()) {
        const bool is_button = qobject_cast<QPushButton*>(watched) != nullptr;
        if (event->type() == (is_button ? QEvent::FocusIn : QEvent::Enter)) emit looked_at(row.toInt());
        if (event->type() == (is_button ? QEvent::FocusOut : QEvent::Leave)) emit looked_at(-1);
    }
    return StudyView::eventFilter(watched, event);
}

void AdviceView::hideEvent(QHideEvent* event) {
    emit looked_at(-1);
    StudyView::hideEvent(event);
}

void AdviceView::take(std::size_t row) {
    if (row >= advice_.size()) return;
    const auto advice = advice_[row];
    emit seam_wanted(text_of(advice.interface));
    perform(advice.edit);
}

}  // namespace clampet::desktop
