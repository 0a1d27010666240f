#include "desktop/prove/hang_page.h"

#include <QComboBox>
#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/prove/curve_view.h"
#include "desktop/prove/record_list.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "prove/hang.h"

namespace clampet::desktop {

using quantity::Dimension;

HangPage::HangPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      seam_(new QuietComboBox(this)),
      of_(new QuietComboBox(this)),
      time_(new QuantityField(Dimension::time, this)),
      moved_(new QuantityField(Dimension::length, this)),
      force_(new QuantityField(Dimension::force, this)),
      note_(new QLineEdit(this)),
      add_(new QPushButton(tr("Add this reading"), this)),
      back_(new QPushButton(tr("Take the last one back"), this)),
      keep_(new QPushButton(tr("Keep it"), this)),
      curve_(new CurveView(this)),
      list_(new RecordList(tr("None yet."))) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->addWidget(heading(tr("Leave it loaded for a day"), this, 1.3));
    column->addWidget(quiet_words(
        tr("Draw a fine line across the joint and look how far it has moved after ten minutes, an hour, a night. Or "
           "pull with the scale until it just moves, after tightening and a day later: what is left of that force is "
           "what this stack keeps."),
        this));
    auto* form = new FormRow(this);
    form->add(tr("Seam"), seam_);
    of_->addItem(tr("how far a mark has moved"), "mark");
    of_->addItem(tr("the force that just moves it"), "force");
    form->add(tr("What was read"), of_);
    time_->set_name(tr("After"), tr("Since it was loaded or tightened: 0, 10 min, 8 h, 1 d."));
    moved_->set_name(tr("It has moved"), tr("The mark: 0.3 mm."));
    force_->take_masses();
    force_->set_name(tr("It takes"), tr("Until it just moves: 42 N, 3.5 kg."));
    for (auto* field : {time_, moved_, force_}) field->setFixedWidth(qRound(140 * std::min(1.5, text_scale())));
    form->add(tr("After"), time_);
    moved_row_ = form->add(tr("It has moved"), moved_);
    force_row_ = form->add(tr("It takes"), force_);
    form->add(add_);
    form->add(back_);
    note_->setPlaceholderText(tr("what else was seen"));
    form->add(tr("Note"), note_);
    form->add(keep_);
    end_with(column, form, curve_, tr("Times under load"), list_);
    connect(time_, &QuantityField::committed, this, [this](double si, quint64) { typed_time_ = si; });
    for (auto* field : {moved_, force_})
        connect(field, &QuantityField::committed, this, [this](double si, quint64) { typed_value_ = si; });
    connect(of_, &QComboBox::currentIndexChanged, this, &HangPage::start_over);
    connect(seam_, &QComboBox::currentIndexChanged, this, &HangPage::show_readings);
    connect(add_, &QPushButton::clicked, this, &HangPage::add_reading);
    connect(back_, &QPushButton::clicked, this, [this] {
        if (!readings_.empty()) readings_.pop_back();
        show_readings();
    });
    connect(keep_, &QPushButton::clicked, this, &HangPage::keep_hang);
    start_over();
}

bool HangPage::is_mark() const {
    return of_->currentData().toString() == "mark";
}

void HangPage::start_over() {
    readings_.clear();
    typed_time_.reset();
    typed_value_.reset();
    for (auto* field : {time_, moved_, force_}) field->show_nothing();
    moved_row_->setVisible(is_mark());
    force_row_->setVisible(!is_mark());
    show_readings();
}

void HangPage::add_reading() {
    if (!typed_time_) {
        time_->show_problem({"prove.no_time", "time", "It is not said when.", "For example 0, 10 min or 8 h."});
        return;
    }
    if (!typed_value_) {
        (is_mark() ? moved_ : force_)
            ->show_problem({"prove.no_reading", "value", "It is not said what was there.",
                            is_mark() ? "For example 0.3 mm." : "For example 42 N."});
        return;
    }
    if (!readings_.empty() && *typed_time_ <= readings_.back().time) {
        time_->show_problem({"prove.time_backwards", "time", "That is not later than the reading before.",
                             "Give the time since it was loaded, or take the last one back."});
        return;
    }
    readings_.push_back({*typed_time_, *typed_value_});
    typed_time_.reset();
    typed_value_.reset();
    for (auto* field : {time_, moved_, force_}) field->show_nothing();
    show_readings();
    time_->editor()->setFocus();
}

void HangPage::show_readings() {
    using Curve = CurveView::Curve;
    Curve dots{tr("as read"), {}, {}, Curve::Look::dots, true}, line{QString(), {}, {}, Curve::Look::line, false};
    // While nothing is typed, what was seen of the seam before.
    const auto* last = readings_.empty() ? last_of_seam() : nullptr;
    const bool of_mark = last ? last->of == rig::HangOf::mark : is_mark();
    for (const auto& reading : last ? last->readings : readings_) {
        dots.x.push_back(reading.time / 3600);
        dots.y.push_back(of_mark ? reading.value * 1e3 : last ? reading.value * 100 : reading.value);
    }
    if (last) dots.name = text_of(last->date);
    line.x = dots.x;
    line.y = dots.y;
    CurveView::Shown shown{
        tr("hours"), of_mark ? tr("mm") : last ? tr("% of the first") : tr("N"), {}, {}, tr("Readings are drawn here."),
        true};
    if (!dots.x.empty()) shown.curves = {line, dots};
    if (readings_.size() == 1)
        shown.nothing = tr("One reading: %1 after %2. The next one, later.")
                            .arg(desktop::shown(readings_[0].value, of_mark ? Dimension::length : Dimension::force),
                                 desktop::shown(readings_[0].time, Dimension::time));
    curve_->show_curves(std::move(shown));
    back_->setEnabled(!readings_.empty());
    keep_->setEnabled(readings_.size() >= 2 && seam_->count() > 0);
}

const rig::Hang* HangPage::last_of_seam() const {
    const auto seam = seam_->currentData().toString().toStdString();
    const rig::Hang* last = nullptr;
    for (const auto& hang : rig().hangs)
        if (hang.seam == seam && hang.of == (is_mark() ? rig::HangOf::mark : rig::HangOf::force)) last = &hang;
    return last;
}

void HangPage::keep_hang() {
    prove::HangAsked asked{seam_->currentData().toString().toStdString(),
                           is_mark() ? rig::HangOf::mark : rig::HangOf::force, readings_, today(),
                           note_->text().toStdString()};
    if (!is_mark() && asked.readings.front().value > 0)
        for (auto& reading : asked.readings) reading.value /= readings_.front().value;
    const auto hang = prove::recorded(rig(), asked);
    if (!hang) return say(hang.problem());
    const QString before = verdict_of(hang->seam);
    if (!perform(project::AddRecord{*hang})) return;
    const QString now = tr("The seam was: %1; it is now: %2.").arg(before, verdict_of(hang->seam));
    if (is_mark()) {
        const auto crept = prove::crept_by(*hang);
        say((crept.settles
                 ? tr("It settles: %1 after a day, %2 after a week. ")
                 : tr("It goes on as fast: %1 after a day, %2 after a week. It slips slowly: hold it better. "))
                .arg(shown(crept.after_a_day, Dimension::length), shown(crept.after_a_week, Dimension::length)) +
            now);
    } else if (const auto kept = prove::kept_by(*hang)) {
        QString again;
        for (const auto& r : session().document.check().interfaces)
            if (r.id == hang->seam)
                again = text_of(prove::retightening(rig(), *rig().interface(hang->seam), r.typical, r.required).says);
        say(tr("After a day it keeps %1 % (%2 to %3 %). ")
                .arg(qRound(100 * kept->after_a_day.typical))
                .arg(qRound(100 * kept->after_a_day.low))
                .arg(qRound(100 * kept->after_a_day.high)) +
            again + " " + now);
    }
    note_->clear();
    start_over();
}

void HangPage::refresh() {
    std::vector<std::pair<QString, QString>> seams;
    for (const auto& seam : rig().interfaces) seams.emplace_back(text_of(seam.name), text_of(seam.id));
    fill(seam_, seams);
    show_readings();
    list_->clear();
    for (const auto& hang : rig().hangs) {
        const auto* seam = rig().interface(hang.seam);
        QString what;
        if (hang.of == rig::HangOf::mark) {
            const auto crept = prove::crept_by(hang);
            what = crept.settles ? tr("crept %1, and settles") : tr("crept %1, and goes on");
            what = what.arg(shown(crept.now, Dimension::length));
        } else if (const auto kept = prove::kept_by(hang)) {
            what = tr("keeps %1 % after a day").arg(qRound(100 * kept->after_a_day.typical));
        }
        list_->add({text_of(hang.date),
                    tr("%1 %2%3").arg(text_of(seam ? seam->name : hang.seam), what,
                                      hang.note.empty() ? QString() : ". " + text_of(hang.note)),
                    hang.is_off,
                    [this, id = hang.id](bool on) {
                        perform(project::SetRecordOff{id, !on});
                    },
                    [this, id = hang.id] { perform(project::RemoveRecord{id}); }});
    }
    list_->finish();
}

}  // namespace clampet::desktop
