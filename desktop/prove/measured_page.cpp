#include "desktop/prove/measured_page.h"

#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/prove/record_list.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/form_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "prove/records.h"
#include "study/sentences.h"

namespace clampet::desktop {

using quantity::Dimension;

MeasuredPage::MeasuredPage(Session& session, QWidget* parent)
    : ProvePage(session, parent),
      part_(new QuietComboBox(this)),
      of_(new QuietComboBox(this)),
      length_(new QuantityField(Dimension::length, this)),
      mass_(new QuantityField(Dimension::mass, this)),
      take_(new QPushButton(tr("Keep it: the rig is so"), this)),
      leave_(new QPushButton(tr("Keep it: it is put right"), this)),
      intended_(wrapped(this, 1)),
      judged_(wrapped(this, 1.05, true)),
      list_(new RecordList(tr("Nothing was measured yet."))) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 4, 0, 0);
    column->addWidget(heading(tr("Parts as they came out"), this, 1.3));
    column->addWidget(
        quiet_words(tr("Weigh it, measure it with calipers. Accept what is otherwise and the rig is checked "
                       "with it; or shim it or take it off, and the rig stays as it was meant."),
                    this));
    auto* form = new FormRow(this);
    form->add(tr("Part"), part_);
    form->add(tr("What was measured"), of_);
    length_->set_name(tr("It is"), tr("17.4 mm, 11/16 in."));
    mass_->set_name(tr("It weighs"), tr("380 g, 13 oz."));
    for (auto* field : {length_, mass_}) {
        field->setFixedWidth(qRound(150 * std::min(1.5, text_scale())));
        connect(field, &QuantityField::committed, this, [this](double si, quint64) { took(si); });
    }
    length_row_ = form->add(tr("It is"), length_);
    mass_row_ = form->add(tr("It weighs"), mass_);
    make_frame_fields(form);
    take_row_ = form->add(take_);
    form->add(leave_);
    column->addWidget(form);
    column->addWidget(intended_);
    column->addWidget(judged_);
    column->addWidget(answer());
    column->addWidget(heading(tr("Measured so far"), this, 1.1));
    column->addWidget(scrolled(list_, this), 1);
    connect(part_, &QComboBox::currentIndexChanged, this, &MeasuredPage::show_measurables);
    connect(of_, &QComboBox::currentIndexChanged, this, &MeasuredPage::show_chosen);
    connect(take_, &QPushButton::clicked, this, [this] { keep(true); });
    connect(leave_, &QPushButton::clicked, this, [this] { keep(false); });
}

void MeasuredPage::make_frame_fields(FormRow* form) {
    const std::array<QString, 4> names{tr("One side"), tr("The other side"), tr("One diagonal"),
                                       tr("The other diagonal")};
    for (std::size_t i = 0; i < frame_.size(); ++i) {
        frame_[i] = new QuantityField(Dimension::length, this);
        frame_[i]->set_name(names[i], tr("300 mm, 11 7/8 in."));
        frame_[i]->setFixedWidth(qRound(150 * std::min(1.5, text_scale())));
        frame_rows_[i] = form->add(names[i], frame_[i]);
        connect(frame_[i], &QuantityField::committed, this, [this, i](double si, quint64) {
            sides_[i] = si;
            took_frame();
        });
    }
}

bool MeasuredPage::is_frame() const {
    return of_->currentData().toString() == prove::diagonals;
}

QString MeasuredPage::judged() const {
    return judged_->text();
}

const prove::Measurable* MeasuredPage::chosen() const {
    const int index = of_->currentIndex();
    return index >= 0 && static_cast<std::size_t>(index) < all_.size() ? &all_[static_cast<std::size_t>(index)]
                                                                       : nullptr;
}

void MeasuredPage::refresh() {
    std::vector<std::pair<QString, QString>> parts;
    for (const auto& part : rig().parts)
        if (part.origin != rig::Origin::site) parts.emplace_back(text_of(part.name), text_of(part.id));
    fill(part_, parts);
    show_measurables();
    list_->clear();
    for (const auto& m : rig().measured) {
        const auto* part = rig().part(m.part);
        const Dimension of = m.of == prove::mass_key    ? Dimension::mass
                             : m.of == prove::diagonals ? Dimension::angle
                                                        : Dimension::length;
        list_->add({text_of(m.date),
                    tr("%1, %2: %3, intended %4. %5")
                        .arg(text_of(part ? part->name : m.part), words_of(m.of), shown(m.value, of),
                             shown(m.intended, of), text_of(m.said)),
                    false, nullptr, [this, id = m.id] { perform(project::RemoveRecord{id}); }});
    }
    list_->finish();
}

void MeasuredPage::show_measurables() {
    const auto* part = rig().part(part_->currentData().toString().toStdString());
    all_ = part ? prove::measurables_of(*part) : std::vector<prove::Measurable>{};
    std::vector<std::pair<QString, QString>> names;
    for (const auto& m : all_) names.emplace_back(text_of(m.name), text_of(m.of));
    if (part) names.emplace_back(tr("Diagonals of a frame"), QString(prove::diagonals));
    fill(of_, names);
    show_chosen();
}

void MeasuredPage::show_chosen() {
    const auto* m = chosen();
    const bool is_mass = m && m->dimension == Dimension::mass;
    length_row_->setVisible(!is_mass && !is_frame());
    mass_row_->setVisible(is_mass);
    for (auto* row : frame_rows_) row->setVisible(is_frame());
    take_row_->setVisible(!is_frame());
    leave_->setText(is_frame() ? tr("Keep it") : tr("Keep it: it is put right"));
    typed_.reset();
    sides_ = {};
    for (auto* field : {length_, mass_}) {
        field->show_nothing();
        field->setEnabled(m != nullptr);
    }
    for (auto* field : frame_) field->show_nothing();
    judged_->clear();
    for (auto* button : {take_, leave_}) button->setEnabled(false);
    intended_->setText(m            ? tr("It was to be %1.").arg(shown(m->intended, m->dimension))
                       : is_frame() ? tr("Both diagonals are to be alike. Measure two sides that meet, and corner to "
                                         "corner.")
                                    : tr("Nothing of this part is measured here."));
}

void MeasuredPage::took_frame() {
    const bool is_whole = std::all_of(sides_.begin(), sides_.end(), [](const auto& s) { return s.has_value(); });
    leave_->setEnabled(false);
    judged_->clear();
    if (!is_whole) return;
    const auto leaning = measured();
    if (!leaning) return say(leaning.problem());
    answer()->clear();
    judged_->setText(text_of(leaning->said));
    leave_->setEnabled(true);
}

Result<rig::Measured> MeasuredPage::measured() const {
    const auto part = part_->currentData().toString().toStdString();
    if (is_frame())
        return prove::recorded(rig(), prove::FrameAsked{part, sides_[0].value_or(0), sides_[1].value_or(0),
                                                        sides_[2].value_or(0), sides_[3].value_or(0), today()});
    return prove::recorded(
        rig(), prove::MeasureAsked{part, of_->currentData().toString().toStdString(), typed_.value_or(0), today()});
}

void MeasuredPage::took(double si) {
    const auto* m = chosen();
    if (!m) return;
    if (!(si > 0) && !prove::balance_axis(m->of)) {
        (m->dimension == Dimension::mass ? mass_ : length_)
            ->show_problem({"prove.measured_none", "value", "Nothing is so small.", "Give more than 0."});
        return;
    }
    typed_ = si;
    judged_->setText(text_of(prove::judged(*m, si).says));
    for (auto* button : {take_, leave_}) button->setEnabled(true);
}

void MeasuredPage::keep(bool is_taken) {
    const auto kept = measured();
    if (!kept) return say(kept.problem());
    const bool was_frame = is_frame();
    const auto before = study::tally(session().document.check());
    if (!perform(project::Measure{*kept, is_taken})) return;
    if (was_frame) return say(tr("Kept: %1.").arg(text_of(kept->said)));
    say(tr("%1. The rig was: %2; it is now: %3.")
            .arg(text_of(kept->said), text_of(before), text_of(study::tally(session().document.check()))));
}

}  // namespace clampet::desktop
