#include "desktop/prove/tap_page.h"

#include <QComboBox>
#include <QFileDialog>
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

namespace clampet::desktop {

using quantity::Dimension;

TapPage::TapPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      predicted_(wrapped(this, 1.05)),
      seam_(new QuietComboBox(this)),
      corrects_(new QuietComboBox(this)),
      frequency_(new QuantityField(Dimension::frequency, this)),
      damping_(new QuantityField(Dimension::number, this)),
      note_(new QLineEdit(this)),
      read_(new TableButton(tr("Read a recording…"), this)),
      keep_(new QPushButton(tr("Keep this tap"), this)),
      curve_(new CurveView(this)),
      list_(new RecordList(tr("None yet."))) {
    read_->ask_file = [this] {
        return QFileDialog::getOpenFileName(this, tr("A recording of accelerations"), {},
                                            tr("Tables (*.csv *.txt *.tsv)"));
    };
    read_->work = [this]() -> TableButton::Work {
        return [this](const std::string& text, const study::Job& job) -> std::function<void()> {
            const auto recording = prove::read_recording(text, job);
            auto swing = recording ? prove::swing_of(*recording) : Result<prove::Swing>(recording.problem());
            return [this, swing = std::move(swing)] { took(swing); };
        };
    };
    connect(read_, &TableButton::began, this, [this] { say(tr("Reading …")); });
    connect(read_, &TableButton::failed, this, [this](const Problem& problem) { say(problem); });
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->addWidget(heading(tr("Tap it and watch it settle"), this, 1.3));
    column->addWidget(
        quiet_words(tr("Lay a phone on the payload, start an app that records accelerations, tap once with "
                       "a finger and wait until it is still. Or count: how often it swings in ten "
                       "seconds."),
                    this));
    column->addWidget(predicted_);
    auto* form = new FormRow(this);
    form->add(tr("What swings"), seam_);
    form->add(read_);
    frequency_->set_name(tr("It swings at"), tr("Swings a second: 4.2 Hz."));
    damping_->set_name(tr("Damped by"), tr("Share of critical: 0.02 goes on for some ten swings. Leave it empty."));
    damping_->take_nothing();
    for (auto* field : {frequency_, damping_}) field->setFixedWidth(qRound(140 * std::min(1.5, text_scale())));
    form->add(tr("It swings at"), frequency_);
    form->add(tr("Damped by"), damping_);
    corrects_->addItem(tr("how stiff its material is"), "modulus");
    corrects_->addItem(tr("how much its root gives way"), "root_stiffness");
    form->add(tr("What makes the difference"), corrects_);
    note_->setPlaceholderText(tr("what else was seen"));
    form->add(tr("Note"), note_);
    form->add(keep_);
    end_with(column, form, curve_, tr("Taps made"), list_);
    connect(seam_, &QComboBox::currentIndexChanged, this, &TapPage::show_predicted);
    connect(frequency_, &QuantityField::committed, this, [this](double si, quint64) { typed_frequency_ = si; });
    connect(damping_, &QuantityField::committed, this, [this](double si, quint64) { typed_damping_ = si; });
    connect(damping_, &QuantityField::cleared, this, [this](quint64) { typed_damping_.reset(); });
    connect(keep_, &QPushButton::clicked, this, &TapPage::keep_tap);
    curve_->show_curves(
        {tr("s"), tr("m/s²"), {}, {}, tr("A recording is drawn here, with the swing that fits it."), false});
}

QString TapPage::predicted() const {
    return predicted_->text();
}

void TapPage::refresh() {
    std::vector<std::pair<QString, QString>> seams;
    for (const auto& id : prove::swinging(rig())) seams.emplace_back(text_of(rig().interface(id)->name), text_of(id));
    fill(seam_, seams);
    for (QWidget* field : std::initializer_list<QWidget*>{corrects_, frequency_, damping_, note_, read_, keep_})
        field->setEnabled(!seams.empty());
    show_predicted();
    list_->clear();
    for (const auto& tap : rig().taps) {
        const auto* seam = rig().interface(tap.seam);
        list_->add({text_of(tap.date),
                    tr("%1 swings at %2%3%4")
                        .arg(text_of(seam ? seam->name : tap.seam), shown(tap.frequency, Dimension::frequency),
                             tap.damping > 0 ? tr(", damped by %1 %").arg(100 * tap.damping, 0, 'f', 1) : QString(),
                             tap.note.empty() ? QString() : ". " + text_of(tap.note)),
                    tap.is_off,
                    [this, id = tap.id](bool on) {
                        perform(project::SetRecordOff{id, !on});
                    },
                    [this, id = tap.id] { perform(project::RemoveRecord{id}); }});
    }
    list_->finish();
}

void TapPage::show_predicted() {
    if (seam_->count() == 0)
        return predicted_->setText(tr("This rig has no arm whose swing is computed: there is nothing to tap."));
    const auto model = prove::predicted_swing(rig(), seam_->currentData().toString().toStdString());
    predicted_->setText(model ? tr("The model swings at %1, damped by %2 % of critical.")
                                    .arg(shown(model->frequency, Dimension::frequency))
                                    .arg(100 * model->damping, 0, 'f', 1)
                              : text_of(model.problem().sentence()));
}

void TapPage::took(const Result<prove::Swing>& swing) {
    if (!swing) return say(swing.problem());
    typed_frequency_ = swing->frequency;
    typed_damping_ = swing->damping;
    frequency_->show_computed(swing->frequency);
    damping_->show_computed(swing->damping);
    using Curve = CurveView::Curve;
    curve_->show_curves({tr("s"),
                         tr("m/s²"),
                         {Curve{tr("recorded"), swing->time, swing->seen, Curve::Look::line, false},
                          Curve{tr("the swing that fits"), swing->time, swing->fitted, Curve::Look::line, true}},
                         {},
                         {},
                         false});
    say(tr("It swings at %1, damped by %2 % of critical; that is %3 % of what moved.")
            .arg(shown(swing->frequency, Dimension::frequency))
            .arg(100 * swing->damping, 0, 'f', 1)
            .arg(qRound(100 * swing->explained)));
}

void TapPage::keep_tap() {
    if (!typed_frequency_) {
        frequency_->show_problem({"prove.no_frequency", "frequency", "It is not said how fast it swings.",
                                  "Count the swings of ten seconds, or read a recording."});
        return;
    }
    const prove::TapAsked asked{
        seam_->currentData().toString().toStdString(),     *typed_frequency_, typed_damping_.value_or(0),
        corrects_->currentData().toString().toStdString(), today(),           note_->text().toStdString()};
    const auto tap = prove::explained(rig(), asked);
    if (!tap) return say(tap.problem());
    const QString before = verdict_of(tap->seam);
    if (!perform(project::AddRecord{*tap})) return;
    const Dimension of = tap->corrects == "modulus" ? Dimension::stress : Dimension::rotary_stiffness;
    const auto doubt = prove::doubt_of(*tap);
    say(tr("That takes %1 instead of %2. The seam was: %3; it is now: %4.")
            .arg(shown(tap->value, of), tap->stood > 0 ? shown(tap->stood, of) : tr("a rigid root"), before,
                 verdict_of(tap->seam)) +
        (doubt.empty() ? QString() : " ! " + text_of(doubt)));
    typed_frequency_.reset();
    typed_damping_.reset();
    frequency_->show_nothing();
    damping_->show_nothing();
    note_->clear();
}

}  // namespace clampet::desktop
