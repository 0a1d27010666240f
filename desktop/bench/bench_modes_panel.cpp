#include "desktop/bench/bench_modes_panel.h"

#include <algorithm>
#include <QGridLayout>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/flow_layout.h"
#include "study/advice.h"

namespace clampet::desktop {

BenchModesPanel::BenchModesPanel(BenchModel& model, QWidget* parent) : Panel(parent), model_(model) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(6, 8, 4, 8);
    outer->addWidget(scrolled(build(new QWidget(this)), this), 1);
    outer->addLayout(build_foot());
}

QWidget* BenchModesPanel::build(QWidget* inside) {
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(10, 2, 8, 2);
    column->setSpacing(6);
    column->addWidget(heading(tr("How it could let go"), inside, 1.05));
    modes_ = new QGridLayout;
    modes_->setVerticalSpacing(3);
    modes_->setColumnStretch(0, 1);
    column->addLayout(modes_);
    advice_button_ = flat_button({}, inside);
    advice_button_->setCheckable(true);
    connect(advice_button_, &QPushButton::toggled, this, [this] { refresh_advice(); });
    column->addWidget(advice_button_, 0, Qt::AlignLeft);
    advice_ = new QVBoxLayout;
    advice_->setSpacing(3);
    column->addLayout(advice_);
    working_button_ = flat_button({}, inside);
    working_button_->setCheckable(true);
    connect(working_button_, &QPushButton::toggled, this, [this] { refresh_working(); });
    column->addWidget(working_button_, 0, Qt::AlignLeft);
    working_ = wrapped(inside, 0.88);
    working_->setTextFormat(Qt::RichText);
    working_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    column->addWidget(working_);
    column->addStretch(1);
    return inside;
}

QLayout* BenchModesPanel::build_foot() {
    auto* row = new FlowLayout;
    row->setContentsMargins(6, 0, 6, 0);
    pin_ = flat_button({}, this);
    export_ = flat_button(tr("Export…"), this);
    to_rig_ = flat_button({}, this);
    row->addWidget(pin_);
    row->addWidget(export_);
    row->addWidget(to_rig_);
    connect(pin_, &QPushButton::clicked, this, [this] { model_.pinned() ? model_.unpin() : model_.pin(); });
    connect(to_rig_, &QPushButton::clicked, this, &BenchModesPanel::rig_wanted);
    connect(export_, &QPushButton::clicked, this, &BenchModesPanel::export_wanted);
    return row;
}

void BenchModesPanel::refresh(const QString& rig_name) {
    refresh_modes();
    refresh_advice();
    refresh_working();
    pin_->setText(model_.pinned() ? tr("Unpin") : tr("Pin"));
    to_rig_->setText(model_.origin() ? tr("Into the rig") : tr("Onto the rig"));
    to_rig_->setEnabled(!rig_name.isEmpty() && (model_.origin() || model_.family().joins_parts()));
    pin_->setAccessibleName(model_.pinned() ? tr("Unpin the other variant") : tr("Pin this variant"));
    pin_->setToolTip(tr("Keep this variant in sight beside the next one"));
    to_rig_->setToolTip(rig_name.isEmpty() ? tr("Open a rig first.") : rig_name);
}

std::vector<QPushButton*> BenchModesPanel::advice() const {
    std::vector<QPushButton*> buttons;
    for (int i = 0; i < advice_->count(); ++i)
        if (auto* button = qobject_cast<QPushButton*>(advice_->itemAt(i)->widget())) buttons.push_back(button);
    return buttons;
}

/// The surfaces that were chosen for its frictions.
static study::PairsInForce pairs_of(const study::Bench& bench) {
    study::PairsInForce pairs;
    for (const auto& [key, input] : bench.element.inputs)
        if (const auto* friction = std::get_if<rig::FrictionOf>(&input)) pairs[key] = friction->pair;
    return pairs;
}

/// Asked for only when it is open: it solves for every input.
void BenchModesPanel::refresh_advice() {
    constexpr std::size_t most_shown = 5;
    while (QLayoutItem* item = advice_->takeAt(0)) {
        item->widget()->hide();
        item->widget()->deleteLater();
        delete item;
    }
    const auto& bench = model_.bench();
    const bool lacks = model_.result().report.factor < bench.required;
    advice_button_->setVisible(lacks);
    advice_button_->setText((advice_button_->isChecked() ? QString::fromUtf8("▾ ") : QString::fromUtf8("▸ ")) +
                            tr("what would make it hold"));
    if (!lacks || !advice_button_->isChecked()) return;
    const auto& family = model_.family();
    const auto found = study::advice(family, model_.result().values, bench.load(), bench.required, pairs_of(bench));
    if (!found || found->empty()) {
        auto* none = wrapped(this);
        none->setText(tr("No change of one input alone reaches %1×: change two, or ask for less.").arg(bench.required));
        advice_->addWidget(none);
        return;
    }
    for (std::size_t i = 0; i < std::min(most_shown, found->size()); ++i) {
        const auto& a = (*found)[i];
        // Two lines, and no wider than the panel: a long label must not push the factors out of sight.
        QString change = QString::fromStdString(study::sentence_of(family, a));
        change.replace(change.indexOf(": "), 2, ":\n");
        auto* use = new QPushButton(tr("%1 → %2").arg(change, factor_text(a.least.factor)), this);
        use->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        use->setToolTip(tr("%1; press to do it").arg(text_of(study::name_of(a.effort))));
        use->setObjectName(QString::fromStdString(a.key));
        connect(use, &QPushButton::clicked, this, [this, inputs = a.inputs] {
            std::map<std::string, rig::Input> set(inputs.begin(), inputs.end());
            if (const auto done = model_.set_inputs(set); !done)
                emit problem(QString::fromStdString(done.problem().sentence()));
        });
        advice_->addWidget(use);
    }
}

BenchModesPanel::ModeLabels& BenchModesPanel::mode_labels(std::size_t row) {
    // Labels are made once and filled again: making them is slower than a keystroke may be.
    while (mode_labels_.size() <= row) {
        ModeLabels labels{wrapped(this), new QLabel(this), new QLabel(this)};
        labels.other->setFont(body_font(0.88));
        set_text_colour(labels.other, theme().quiet);
        labels.factor->setAlignment(Qt::AlignRight | Qt::AlignTop);
        labels.factor->setFont(body_font(1, true));
        const int at = static_cast<int>(mode_labels_.size());
        modes_->addWidget(labels.name, at, 0);
        modes_->addWidget(labels.other, at, 1);
        modes_->addWidget(labels.factor, at, 2);
        mode_labels_.push_back(labels);
    }
    auto& labels = mode_labels_[row];
    for (auto* label : {labels.name, labels.other, labels.factor}) label->show();
    return labels;
}

void BenchModesPanel::show_mode(std::size_t row, const families::ModeReport& m) {
    const auto verdict = study::judge(m.factor, m.mode_class, model_.bench().required);
    auto& labels = mode_labels(row);
    labels.name->setText(QString::fromStdString(m.words().does()));
    labels.name->setFont(body_font());
    set_text_colour(labels.name, theme().text);
    labels.other->clear();
    if (const auto& pinned = model_.pinned())
        for (const auto& other : pinned->result.report.modes)
            if (other.mode == m.mode) labels.other->setText(tr("pinned %1").arg(factor_text(other.factor)));
    labels.factor->setText(mark_of(verdict) + " " + factor_text(m.factor));
    set_text_colour(labels.factor, theme().of(verdict));
    labels.factor->setToolTip(
        tr("%1 on all of the load, %2 on the push alone").arg(factor_text(m.factor_mass), factor_text(m.factor_live)));
    mode_rows_.emplace_back(labels.name->text(), factor_text(m.factor));
}

void BenchModesPanel::refresh_modes() {
    mode_rows_.clear();
    auto modes = model_.result().report.modes;
    std::stable_sort(modes.begin(), modes.end(), [](const auto& a, const auto& b) {
        if (a.mode_class != b.mode_class) return a.mode_class == families::ModeClass::ultimate;
        return a.factor < b.factor;
    });
    std::size_t row = 0;
    bool service = false;
    for (const auto& m : modes) {
        if (m.mode_class == families::ModeClass::service && !service) {
            service = true;
            auto& labels = mode_labels(row++);
            labels.name->setText(tr("while it serves (no part of the least)"));
            labels.name->setFont(body_font(0.85));
            set_text_colour(labels.name, theme().quiet);
            labels.other->clear();
            labels.factor->clear();
        }
        show_mode(row++, m);
    }
    for (; row < mode_labels_.size(); ++row)
        for (auto* label : {mode_labels_[row].name, mode_labels_[row].other, mode_labels_[row].factor}) label->hide();
}

void BenchModesPanel::refresh_working() {
    const auto& lines = model_.result().report.working;
    working_button_->setText(
        (working_button_->isChecked() ? tr("▾ working, %1 lines") : tr("▸ working, %1 lines")).arg(lines.size()));
    working_->setVisible(working_button_->isChecked());
    if (!working_button_->isChecked()) return;
    working_->setText(working_html(lines));
}

QString BenchModesPanel::working_text() const {
    return working_->isHidden() ? QString() : working_->text();
}

}  // namespace clampet::desktop
