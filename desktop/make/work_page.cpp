#include "desktop/make/work_page.h"

#include <QCheckBox>
#include <QComboBox>
#include <QDateTime>
#include <QGridLayout>
#include <QLabel>
#include <QLineEdit>
#include <QScrollArea>
#include <QSignalBlocker>
#include <QVBoxLayout>

#include "desktop/make/timeline_view.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quiet_combo_box.h"

namespace clampet::desktop {
namespace {

make::WallTime clock_time() {
    const auto now = QDateTime::currentDateTime();
    return make::Day(std::chrono::days(QDate(1970, 1, 1).daysTo(now.date()))) +
           std::chrono::minutes(now.time().msecsSinceStartOfDay() / 60000);
}

}  // namespace

WorkPage::WorkPage(Session& session, QWidget* parent)
    : QWidget(parent),
      now(clock_time),
      session_(session),
      finish_(new QuietComboBox(this)),
      glue_(new QuietComboBox(this)),
      start_(new QLineEdit(this)),
      hours_(new QLineEdit(this)),
      days_(new QLineEdit(this)),
      off_(new QLineEdit(this)),
      says_(wrapped(this, 0.95)),
      timeline_(new TimelineView(this)),
      inside_(new QWidget) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    auto* top = new QWidget(this);
    auto* row = new FlowLayout(top);
    for (const auto& finish : make::finishes()) finish_->addItem(text_of(finish.name), text_of(finish.key));
    for (const auto& glue : make::glues()) glue_->addItem(text_of(glue.name), text_of(glue.name));
    finish_->setAccessibleName(tr("Wood is finished with"));
    glue_->setAccessibleName(tr("Glue"));
    row->addWidget(under_name(tr("Wood is finished with"), finish_, top));
    row->addWidget(under_name(tr("Glue"), glue_, top));
    struct Asked {
        QLineEdit* field;
        QString name, example;
        std::string rig::Making::*what;
        int width;
    };
    const Asked all[] = {{start_, tr("Work begins"), "2026-11-30 19:00", &rig::Making::start, 150},
                         {hours_, tr("Hours of a day"), "19:00-22:00", &rig::Making::hours, 120},
                         {days_, tr("Days of work"), tr("every day"), &rig::Making::days, 120},
                         {off_, tr("Days off"), "2026-12-24", &rig::Making::off, 120}};
    for (const auto& asked : all) {
        asked.field->setPlaceholderText(asked.example);
        asked.field->setAccessibleName(asked.name);
        asked.field->setFixedWidth(qRound(asked.width * std::min(1.6, text_scale())));
        row->addWidget(under_name(asked.name, asked.field, top));
        connect(asked.field, &QLineEdit::editingFinished, this,
                [this, field = asked.field, what = asked.what] { say(what, field->text().trimmed()); });
    }
    connect(finish_, &QComboBox::activated, this,
            [this] { say(&rig::Making::finish, finish_->currentData().toString()); });
    connect(glue_, &QComboBox::activated, this, [this] { say(&rig::Making::glue, glue_->currentData().toString()); });
    column->addWidget(top);
    column->addWidget(says_);
    column->addWidget(timeline_);
    auto* lines = new QVBoxLayout(inside_);
    lines->setContentsMargins(0, 0, 0, 0);
    auto* area = scrolled(inside_, this);
    column->addWidget(area, 1);
    connect(timeline_, &TimelineView::chosen, this, [this, area](std::size_t step) {
        if (step >= ticks_.size() || !ticks_[step]) return;
        area->ensureWidgetVisible(words_[step]);
        ticks_[step]->setFocus();
    });
}

double WorkPage::waiting() const {
    if (!plan_) return 0;
    const auto slack = make::slack_of(*plan_);
    if (!slack) return 0;
    double sum = 0;
    for (std::size_t i = 0; i < plan_->steps.size(); ++i)
        if ((*slack)[i].is_critical()) sum += plan_->steps[i].waiting;
    return sum;
}

QString WorkPage::said() const {
    return says_->text();
}

QCheckBox* WorkPage::tick(std::size_t step) const {
    return ticks_.at(step);
}

QString WorkPage::words_of_step(std::size_t step) const {
    return words_.at(step)->text();
}

void WorkPage::say(std::string rig::Making::*what, const QString& text) {
    auto making = session_.document.rig().making;
    const auto said = text.toStdString();
    if (making.*what == said) return;
    making.*what = said;
    // What is wrong is told and not kept; the field keeps its text.
    if (const auto read = make::planning_of(making, now()); !read) {
        says_->setText(text_of(read.problem().sentence()));
        set_text_colour(says_, theme().slips);
        return;
    }
    if (const auto done = session_.document.perform(project::SetMaking{making}); !done)
        emit session_.problem(text_of(done.problem().sentence()));
}

void WorkPage::tick_off(const std::string& step, bool done) {
    auto making = session_.document.rig().making;
    if (done)
        making.done[step] = make::text_of(now());
    else
        making.done.erase(step);
    if (const auto performed = session_.document.perform(project::SetMaking{making}); !performed)
        emit session_.problem(text_of(performed.problem().sentence()));
}

void WorkPage::fill_fields() {
    const auto& making = session_.document.rig().making;
    const std::pair<QLineEdit*, const std::string*> texts[] = {
        {start_, &making.start}, {hours_, &making.hours}, {days_, &making.days}, {off_, &making.off}};
    for (const auto& [field, text] : texts)
        if (!field->hasFocus()) field->setText(text_of(*text));
    const make::Work work = planning_ ? planning_->work : make::Work{};
    finish_->setCurrentIndex(std::max(0, finish_->findData(text_of(work.finish))));
    glue_->setCurrentIndex(std::max(0, glue_->findData(text_of(work.glue))));
}

void WorkPage::show_steps(const make::Schedule& schedule) {
    delete rows_;
    rows_ = new QWidget(inside_);
    inside_->layout()->addWidget(rows_);
    ticks_.assign(plan_->steps.size(), nullptr);
    words_.assign(plan_->steps.size(), nullptr);
    auto* grid = new QGridLayout(rows_);
    grid->setContentsMargins(0, 6, 0, 0);
    grid->setHorizontalSpacing(12);
    grid->setVerticalSpacing(7);
    grid->setColumnStretch(2, 1);
    int row = 0;
    for (const auto& dated : schedule.steps) {
        const auto& step = plan_->steps[dated.step];
        auto* box = new QCheckBox(rows_);
        box->setChecked(dated.is_done);
        box->setAccessibleName(text_of(step.what));
        auto* when = new QLabel(text_of(make::text_of(dated.start)), rows_);
        when->setFont(body_font(0.9));
        set_text_colour(when, theme().quiet);
        QString text = QString("<b>%1</b>").arg(text_of(step.what).toHtmlEscaped());
        text += " · " + text_of(make::duration_in_words(step.hands_on));
        if (step.waiting > 0)
            text += tr(", then %1 %2, ready %3")
                        .arg(text_of(make::duration_in_words(step.waiting)), text_of(step.waits_for),
                             text_of(make::text_of(dated.ready)));
        if (dated.is_critical) text += tr(" · sets the pace");
        if (!step.gate.empty()) text += "<br>◆ " + text_of(step.gate).toHtmlEscaped();
        if (!step.caution.empty()) text += "<br>! " + text_of(step.caution).toHtmlEscaped();
        if (step.spares > 0) text += "<br>" + tr("Have %1 to spare: some go wrong.").arg(step.spares);
        auto* words = new QLabel(text, rows_);
        words->setWordWrap(true);
        words->setFont(body_font(0.95));
        grid->addWidget(box, row, 0, Qt::AlignTop);
        grid->addWidget(when, row, 1, Qt::AlignTop);
        grid->addWidget(words, row++, 2);
        connect(box, &QCheckBox::clicked, this, [this, key = step.key](bool on) {
            QMetaObject::invokeMethod(
                this, [this, key, on] { tick_off(key, on); }, Qt::QueuedConnection);
        });
        ticks_[dated.step] = box;
        words_[dated.step] = words;
    }
    grid->setRowStretch(row, 1);
    rows_->show();
}

void WorkPage::refresh() {
    const auto& rig = session_.document.rig();
    planning_.reset();
    plan_.reset();
    const auto complain = [&](const Problem& problem) {
        says_->setText(text_of(problem.sentence()));
        set_text_colour(says_, theme().slips);
        timeline_->hide();
        delete rows_;
        rows_ = nullptr;
        ticks_.clear();
        words_.clear();
    };
    const auto planning = make::planning_of(rig.making, now());
    if (!planning) return complain(planning.problem());
    planning_ = *planning;
    fill_fields();
    const auto plan = make::plan_of(rig, planning_->work);
    if (!plan) return complain(plan.problem());
    plan_ = *plan;
    const auto schedule = make::schedule_of(*plan_, planning_->start, planning_->hours, planning_->ticks);
    if (!schedule) return complain(schedule.problem());
    std::vector<std::pair<std::string, QString>> rows;
    for (const auto& part : rig.parts)
        for (const auto& step : plan_->steps)
            if (step.part == part.id) {
                rows.emplace_back(part.id, text_of(part.name));
                break;
            }
    rows.emplace_back("", tr("All together"));
    timeline_->show_plan(*plan_, *schedule, std::move(rows));
    timeline_->show();
    says_->setText(
        tr("%1 of work, ready %2. Bars are work, hatched is waiting, ◆ a hold point: go on only if it holds.")
            .arg(text_of(make::duration_in_words(plan_->hands_on())), text_of(make::text_of(schedule->ready))));
    set_text_colour(says_, theme().text);
    show_steps(*schedule);
}

}  // namespace clampet::desktop
