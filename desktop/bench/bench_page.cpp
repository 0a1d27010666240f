#include "desktop/bench/bench_page.h"

#include <algorithm>
#include <cmath>
#include <QComboBox>
#include <QFileDialog>
#include <QGridLayout>
#include <QLabel>
#include <QMenu>
#include <QPushButton>
#include <QScrollArea>
#include <QVBoxLayout>

#include "desktop/bench/bench_export.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/factor_plot.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/polar_plot.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "families/advice.h"
#include "quantity/format.h"

namespace clampet::desktop {
namespace {

using families::Kind;
using quantity::Dimension;

QScrollArea* scrolled(QWidget* inside, QWidget* parent) {
    auto* scroll = new QScrollArea(parent);
    scroll->setWidgetResizable(true);
    scroll->setHorizontalScrollBarPolicy(Qt::ScrollBarAlwaysOff);
    scroll->setFocusPolicy(Qt::NoFocus);
    scroll->setWidget(inside);
    // The panel's own paper shows through.
    inside->setAutoFillBackground(false);
    scroll->viewport()->setAutoFillBackground(false);
    return scroll;
}
QPushButton* flat(const QString& text, QWidget* parent) {
    auto* button = new QPushButton(text, parent);
    button->setFlat(true);
    return button;
}

}  // namespace

BenchPage::BenchPage(BenchModel& model, QWidget* parent) : QWidget(parent), model_(model) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 10, 18, 14);
    column->setSpacing(10);
    column->addWidget(build_head());
    auto* grid = new QGridLayout;
    grid->setSpacing(12);
    section_ = new DrawingView(this);
    section_->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    section_->setMinimumHeight(160);
    grid->addWidget(section_, 0, 0);
    grid->addWidget(build_inputs(), 0, 1, 2, 1);
    grid->addWidget(build_polar(), 0, 2);
    grid->addWidget(build_curve(), 1, 0);
    grid->addWidget(build_modes(), 1, 2);
    grid->setColumnStretch(0, 5);
    grid->setColumnStretch(1, 4);
    grid->setColumnStretch(2, 4);
    grid->setRowStretch(0, 6);
    grid->setRowStretch(1, 4);
    column->addLayout(grid, 1);
    plots_.setSingleShot(true);
    plots_.setInterval(0);
    connect(&plots_, &QTimer::timeout, this, &BenchPage::update_plots);
    connect(&model_, &BenchModel::changed, this, &BenchPage::refresh);
    if (model_.is_open()) refresh();
}

QWidget* BenchPage::build_head() {
    auto* head = new QWidget(this);
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    back_ = flat({}, head);
    title_ = heading({}, head, 1.05);
    title_->setFont(body_font(1.25, true));
    verdict_ = heading({}, head, 1.05);
    row->addWidget(back_);
    row->addWidget(title_);
    row->addStretch(1);
    row->addWidget(verdict_);
    connect(back_, &QPushButton::clicked, this, &BenchPage::back_wanted);
    return head;
}

QWidget* BenchPage::build_inputs() {
    auto* panel = new Panel(this);
    auto* outer = new QVBoxLayout(panel);
    outer->setContentsMargins(6, 8, 4, 8);
    auto* inside = new QWidget(panel);
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(10, 4, 8, 4);
    column->setSpacing(6);
    purpose_ = wrapped(inside, 0.92);
    set_text_colour(purpose_, theme().quiet);
    column->addWidget(purpose_);
    notes_ = wrapped(inside);
    set_text_colour(notes_, theme().slips);
    column->addWidget(notes_);
    column->addWidget(heading(tr("What it carries"), inside, 1.05));
    load_words_ = wrapped(inside);
    own_load_ = flat(tr("use a payload of its own"), inside);
    connect(own_load_, &QPushButton::clicked, this, [this] { model_.use_own_load(); });
    column->addWidget(load_words_);
    column->addWidget(own_load_, 0, Qt::AlignLeft);
    payload_panel_ = new QWidget(inside);
    payload_ = new QVBoxLayout(payload_panel_);
    payload_->setContentsMargins(0, 0, 0, 0);
    payload_->setSpacing(5);
    build_payload(payload_);
    column->addWidget(payload_panel_);
    payload_row(column, "required", tr("Required factor"), tr("On the bench 1.5, carried 2, over people 3."),
                Dimension::number);
    auto* what = new QHBoxLayout;
    what->addWidget(heading(tr("What it is"), inside, 1.05));
    what->addStretch(1);
    stock_ = new QPushButton(tr("From stock"), inside);
    stock_->setMenu(new QMenu(stock_));
    stock_->setToolTip(tr("Takes the sizes of what a shop or a drawer has."));
    what->addWidget(stock_);
    column->addLayout(what);
    answer_ = wrapped(inside);
    use_ = new QPushButton(tr("Use that"), inside);
    connect(use_, &QPushButton::clicked, this, [this] {
        if (!answer_value_) return;
        const auto [key, value] = *answer_value_;
        if (const auto done = model_.set_input(key, value); !done) rows_.at(key).first->show_problem(done.problem());
    });
    auto* answer_row = new QHBoxLayout;
    answer_row->addWidget(answer_, 1);
    answer_row->addWidget(use_, 0, Qt::AlignTop);
    column->addLayout(answer_row);
    inputs_ = new QVBoxLayout;
    inputs_->setSpacing(5);
    column->addLayout(inputs_);
    column->addStretch(1);
    outer->addWidget(scrolled(inside, panel));
    panel->setMinimumWidth(qRound(340 * std::min(1.2, text_scale())));
    return panel;
}

QuantityField* BenchPage::payload_row(QVBoxLayout* column, const QString& name, const QString& label,
                                      const QString& help, Dimension dimension) {
    auto* row = new QWidget(this);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    auto* words = new QLabel(label, row);
    words->setToolTip(help);
    words->setMinimumWidth(qRound(120 * text_scale()));
    auto* field = new QuantityField(dimension, row);
    field->set_name(label, help);
    line->addWidget(words);
    line->addWidget(field, 1);
    column->addWidget(row);
    payload_fields_[name] = field;
    connect(field, &QuantityField::committed, this, [this, name, field](double value, quint64 gesture) {
        if (name == "required") {
            if (const auto done = model_.set_required(value, gesture); !done) field->show_problem(done.problem());
            return;
        }
        set_payload(
            [&](study::BenchLoad& load) {
                if (name == "mass") load.mass = value;
                if (name == "push") load.push = value;
                if (name == "x") load.at[0] = value;
                if (name == "y") load.at[1] = value;
                if (name == "z") load.at[2] = value;
            },
            field, gesture);
    });
    return field;
}

void BenchPage::build_payload(QVBoxLayout* column) {
    payload_row(column, "mass", tr("Payload"), tr("Mass of all that it carries."), Dimension::mass);
    payload_row(column, "x", tr("ahead, x"), tr("Its centre of gravity, along x from the interface."),
                Dimension::length);
    payload_row(column, "y", tr("aside, y"), tr("Its centre of gravity, along y."), Dimension::length);
    payload_row(column, "z", tr("above, z"), tr("Its centre of gravity, along the interface's axis."),
                Dimension::length);
    payload_row(column, "push", tr("Push of a hand"), tr("At the centre of gravity; turn it in the round plot."),
                Dimension::force);
    stands_ = new QComboBox(this);
    stands_->addItems(
        {tr("stands upright"), tr("hangs down"), tr("lies level, weight along x"), tr("lies level, weight along y")});
    stands_->setAccessibleName(tr("How it stands"));
    connect(stands_, &QComboBox::activated, this, [this](int index) {
        set_payload([&](study::BenchLoad& load) { load.stands = static_cast<study::Stands>(index); }, nullptr, 0);
    });
    column->addWidget(stands_);
}

void BenchPage::set_payload(const std::function<void(study::BenchLoad&)>& change, QuantityField* field,
                            quint64 gesture) {
    auto load = model_.bench().payload;
    change(load);
    const auto done = model_.set_payload(load, gesture);
    if (!done && field) field->show_problem(done.problem());
}

QWidget* BenchPage::build_polar() {
    auto* panel = new Panel(this);
    auto* column = new QVBoxLayout(panel);
    column->setContentsMargins(14, 10, 14, 8);
    auto* row = new QHBoxLayout;
    row->addWidget(heading(tr("What it can take"), panel, 1.05), 1);
    plane_ = new QComboBox(panel);
    plane_->addItems({tr("along x and z"), tr("along y and z"), tr("along x and y")});
    plane_->setAccessibleName(tr("Plane in which the push turns"));
    row->addWidget(plane_);
    column->addLayout(row);
    polar_ = new PolarPlot(panel);
    column->addWidget(polar_, 1);
    connect(plane_, &QComboBox::activated, this, [this](int index) {
        set_payload([&](study::BenchLoad& load) { load.plane = static_cast<families::Plane>(index); }, nullptr, 0);
    });
    connect(polar_, &PolarPlot::direction_chosen, this, [this](double angle, quint64 gesture) {
        set_payload([&](study::BenchLoad& load) { load.direction = angle; }, nullptr, gesture);
    });
    return panel;
}

QWidget* BenchPage::build_curve() {
    auto* panel = new Panel(this);
    auto* column = new QVBoxLayout(panel);
    column->setContentsMargins(14, 8, 10, 6);
    auto* row = new QHBoxLayout;
    row->addWidget(heading(tr("Factor against"), panel, 1.05));
    against_ = new QComboBox(panel);
    against_->setAccessibleName(tr("Input along the plot"));
    row->addWidget(against_);
    row->addStretch(1);
    column->addLayout(row);
    curve_ = new FactorPlot(panel);
    column->addWidget(curve_, 1);
    connect(against_, &QComboBox::activated, this, [this] { update_plots(); });
    connect(curve_, &FactorPlot::value_chosen, this, [this](double value, quint64 gesture) {
        const auto key = against_->currentData().toString().toStdString();
        const auto* p = families::find_parameter(model_.family(), key);
        if (!p) return;
        // As round as the plot is fine: nobody means the twelfth digit of a click.
        const double grain = std::pow(10, std::floor(std::log10((range_to_ - range_from_) / 200)));
        value = p->whole_number ? std::round(value) : std::round(value / grain) * grain;
        value = std::clamp(value, p->least, p->most);
        if (const auto done = model_.set_input(key, value, gesture); !done)
            rows_.at(key).first->show_problem(done.problem());
    });
    return panel;
}

QWidget* BenchPage::build_modes() {
    auto* panel = new Panel(this);
    auto* outer = new QVBoxLayout(panel);
    outer->setContentsMargins(6, 8, 4, 8);
    auto* inside = new QWidget(panel);
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(10, 2, 8, 2);
    column->setSpacing(6);
    column->addWidget(heading(tr("How it could let go"), inside, 1.05));
    modes_ = new QGridLayout;
    modes_->setVerticalSpacing(3);
    modes_->setColumnStretch(0, 1);
    column->addLayout(modes_);
    advice_button_ = flat({}, inside);
    advice_button_->setCheckable(true);
    connect(advice_button_, &QPushButton::toggled, this, [this] { refresh_advice(); });
    column->addWidget(advice_button_, 0, Qt::AlignLeft);
    advice_ = new QVBoxLayout;
    advice_->setSpacing(3);
    column->addLayout(advice_);
    working_button_ = flat({}, inside);
    working_button_->setCheckable(true);
    connect(working_button_, &QPushButton::toggled, this, [this] { refresh_working(); });
    column->addWidget(working_button_, 0, Qt::AlignLeft);
    working_ = wrapped(inside, 0.88);
    working_->setTextFormat(Qt::RichText);
    working_->setTextInteractionFlags(Qt::TextSelectableByMouse);
    column->addWidget(working_);
    column->addStretch(1);
    outer->addWidget(scrolled(inside, panel), 1);
    auto* row = new QHBoxLayout;
    row->setContentsMargins(6, 0, 6, 0);
    pin_ = flat({}, panel);
    export_ = flat(tr("Export…"), panel);
    to_rig_ = flat({}, panel);
    row->addWidget(pin_);
    row->addWidget(export_);
    row->addStretch(1);
    row->addWidget(to_rig_);
    outer->addLayout(row);
    connect(pin_, &QPushButton::clicked, this, [this] { model_.pinned() ? model_.unpin() : model_.pin(); });
    connect(to_rig_, &QPushButton::clicked, this, &BenchPage::rig_wanted);
    connect(export_, &QPushButton::clicked, this, &BenchPage::choose_export);
    return panel;
}

void BenchPage::rebuild_inputs() {
    while (QLayoutItem* item = inputs_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    rows_.clear();
    against_->clear();
    family_ = model_.bench().element.family;
    ranged_.clear();
    for (const auto& parameter : model_.family().parameters()) {
        auto* line = new QWidget(this);
        auto* row = new QHBoxLayout(line);
        row->setContentsMargins(0, 0, 0, 0);
        row->setSpacing(2);
        auto* input = new InputRow(parameter, line);
        auto* ask_button = flat("?", line);
        ask_button->setObjectName("ask");
        ask_button->setFixedWidth(qRound(24 * text_scale()));
        const QString label = QString::fromStdString(parameter.label);
        ask_button->setAccessibleName(tr("What must this be: %1").arg(label));
        ask_button->setToolTip(tr("What must this be for the required factor?"));
        QSizePolicy kept = ask_button->sizePolicy();
        kept.setRetainSizeWhenHidden(true);
        ask_button->setSizePolicy(kept);
        ask_button->setVisible(parameter.kind != Kind::text);
        row->addWidget(input, 1);
        row->addWidget(ask_button, 0, Qt::AlignTop);
        inputs_->addWidget(line);
        rows_[parameter.key] = {input, ask_button};
        connect(input, &InputRow::committed, this,
                [this, key = parameter.key](const rig::Input& value, quint64 gesture) {
                    if (const auto done = model_.set_input(key, value, gesture); !done)
                        rows_.at(key).first->show_problem(done.problem());
                });
        connect(ask_button, &QPushButton::clicked, this, [this, key = parameter.key] { ask(key); });
    }
}

void BenchPage::refresh() {
    if (!model_.is_open()) return;
    if (family_ != model_.bench().element.family) {
        rebuild_inputs();
        rebuild_stock();
    }
    const auto& result = model_.result();
    back_->setText(model_.origin() ? tr("← %1").arg(QString::fromStdString(model_.origin()->name))
                                   : tr("← all benches"));
    title_->setText(tr("Bench: %1").arg(text_of(model_.family().name())));
    purpose_->setText(text_of(model_.family().purpose()));
    verdict_->setText(
        tr("%1 %2 · %3, needs %4×")
            .arg(mark_of(result.verdict), text_of(study::name_of(result.verdict)), factor_text(result.report.factor))
            .arg(model_.bench().required));
    set_text_colour(verdict_, theme().of(result.verdict));
    section_->show_drawing(result.joint->section(model_.bench().load()));
    QString notes;
    for (const auto& advisory : result.report.advisories)
        notes += (notes.isEmpty() ? "" : "\n") + QString("! ") + QString::fromStdString(advisory.text);
    notes_->setText(notes);
    notes_->setVisible(!notes.isEmpty());
    answer_value_.reset();
    answer_->hide();
    use_->hide();
    refresh_payload();
    refresh_inputs();
    refresh_modes();
    refresh_advice();
    refresh_working();
    pin_->setText(model_.pinned() ? tr("Unpin") : tr("Pin"));
    to_rig_->setText(model_.origin() ? tr("Into the rig") : tr("Onto the rig"));
    to_rig_->setEnabled(!rig_name_.isEmpty() && (model_.origin() || model_.family().joins_parts()));
    pin_->setAccessibleName(model_.pinned() ? tr("Unpin the other variant") : tr("Pin this variant"));
    pin_->setToolTip(tr("Keep this variant in sight beside the next one"));
    to_rig_->setToolTip(rig_name_.isEmpty() ? tr("Open a rig first.") : rig_name_);
    plots_.start();
}

void BenchPage::set_rig_name(const QString& name) {
    if (rig_name_ == name) return;
    rig_name_ = name;
    refresh();
}

void BenchPage::refresh_payload() {
    const auto& bench = model_.bench();
    const bool rig = bench.from_rig.has_value();
    const auto w = bench.load().whole();
    const double force = std::hypot(w.fx, w.fy, w.fz);
    load_words_->setText(tr("%1, %2; moment %3")
                             .arg(shown(force, Dimension::force), QString::fromStdString(quantity::as_if_hung(force)),
                                  shown(std::hypot(w.mx, w.my, w.mz), Dimension::torque)));
    load_words_->setVisible(rig);
    own_load_->setVisible(rig);
    payload_panel_->setVisible(!rig);
    const auto& p = bench.payload;
    payload_fields_.at("mass")->show_value(p.mass);
    payload_fields_.at("x")->show_value(p.at[0]);
    payload_fields_.at("y")->show_value(p.at[1]);
    payload_fields_.at("z")->show_value(p.at[2]);
    payload_fields_.at("push")->show_value(p.push);
    payload_fields_.at("required")->show_value(bench.required);
    stands_->setCurrentIndex(static_cast<int>(p.stands));
    plane_->setCurrentIndex(static_cast<int>(p.plane));
}

/// What can be taken from stock, a menu for each kind of thing.
void BenchPage::rebuild_stock() {
    auto* menu = stock_->menu();
    menu->clear();
    const auto& uses = families::stock_uses(model_.family());
    for (const auto& use : uses) {
        auto* kind = uses.size() > 1 ? menu->addMenu(QString::fromStdString(use.label)) : menu;
        for (const auto* row : catalogue::stock_group(use.group)) {
            auto* take = kind->addAction(QString::fromStdString(row->name));
            take->setToolTip(QString::fromStdString(row->source));
            connect(take, &QAction::triggered, this, [this, &use, row] {
                if (const auto done = model_.set_inputs(study::inputs_from({&use, row})); !done)
                    emit problem(QString::fromStdString(done.problem().sentence()));
            });
        }
    }
    stock_->setVisible(!uses.empty());
}

void BenchPage::refresh_inputs() {
    const auto& values = model_.result().values;
    const auto& given = model_.bench().element.inputs;
    const QString chosen = against_->currentData().toString();
    std::vector<const families::Parameter*> plottable;
    for (const auto& p : model_.family().parameters()) {
        const auto& [row, ask_button] = rows_.at(p.key);
        const auto at = given.find(p.key);
        row->show_input(at == given.end() ? std::nullopt : std::optional(at->second), values.at(p.key));
        row->parentWidget()->setVisible(p.is_relevant(values));
        if (p.kind == Kind::quantity && p.is_relevant(values)) plottable.push_back(&p);
    }
    QStringList keys;
    for (const auto* p : plottable) keys << QString::fromStdString(p->key);
    QStringList present;
    for (int i = 0; i < against_->count(); ++i) present << against_->itemData(i).toString();
    if (keys == present) return;
    against_->clear();
    for (const auto* p : plottable) against_->addItem(QString::fromStdString(p->label), QString::fromStdString(p->key));
    // What one would turn first: the torque or force that squeezes, then friction.
    int index = against_->findData(chosen);
    for (const char* key : {"torque", "force", "friction"})
        if (index < 0) index = against_->findData(key);
    against_->setCurrentIndex(std::max(0, index));
}

std::vector<QPushButton*> BenchPage::advice() const {
    std::vector<QPushButton*> buttons;
    for (int i = 0; i < advice_->count(); ++i)
        if (auto* button = qobject_cast<QPushButton*>(advice_->itemAt(i)->widget())) buttons.push_back(button);
    return buttons;
}

/// Asked for only when it is open: it solves for every input.
void BenchPage::refresh_advice() {
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
    const auto found = families::advice(family, model_.result().values, bench.load(), bench.required);
    if (!found || found->empty()) {
        auto* none = wrapped(this);
        none->setText(tr("No change of one input alone reaches %1×: change two, or ask for less.").arg(bench.required));
        advice_->addWidget(none);
        return;
    }
    for (std::size_t i = 0; i < std::min(most_shown, found->size()); ++i) {
        const auto& a = (*found)[i];
        // Two lines, and no wider than the panel: a long label must not push the factors out of sight.
        QString change = QString::fromStdString(families::sentence_of(family, a));
        change.replace(change.indexOf(": "), 2, ":\n");
        auto* use = new QPushButton(tr("%1 → %2").arg(change, factor_text(a.least.factor)), this);
        use->setSizePolicy(QSizePolicy::Ignored, QSizePolicy::Fixed);
        use->setToolTip(tr("%1; press to do it").arg(text_of(families::name_of(a.effort))));
        use->setObjectName(QString::fromStdString(a.key));
        connect(use, &QPushButton::clicked, this, [this, key = a.key, value = a.value] {
            const auto input = std::holds_alternative<double>(value) ? rig::Input{std::get<double>(value)}
                                                                     : rig::Input{std::get<std::string>(value)};
            if (const auto done = model_.set_input(key, input); !done)
                emit problem(QString::fromStdString(done.problem().sentence()));
        });
        advice_->addWidget(use);
    }
}

BenchPage::ModeLabels& BenchPage::mode_labels(std::size_t row) {
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

void BenchPage::show_mode(std::size_t row, const families::ModeReport& m) {
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

void BenchPage::refresh_modes() {
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

void BenchPage::refresh_working() {
    const auto& lines = model_.result().report.working;
    working_button_->setText(
        (working_button_->isChecked() ? tr("▾ working, %1 lines") : tr("▸ working, %1 lines")).arg(lines.size()));
    working_->setVisible(working_button_->isChecked());
    if (!working_button_->isChecked()) return;
    working_->setText(working_html(lines));
}

void BenchPage::ask(const std::string& key) {
    const auto solution = model_.solve(key);
    const auto* p = families::find_parameter(model_.family(), key);
    answer_value_.reset();
    use_->hide();
    answer_->show();
    if (!solution) {
        answer_->setText(QString::fromStdString(solution.problem().sentence()));
        set_text_colour(answer_, theme().slips);
        return;
    }
    set_text_colour(answer_, theme().text);
    const QString label = QString::fromStdString(p->label);
    if (p->kind == Kind::choice) {
        QString words = QString::fromStdString(std::get<std::string>(solution->value));
        for (const auto& choice : p->choices)
            if (choice.key == std::get<std::string>(solution->value)) words = QString::fromStdString(choice.label);
        answer_->setText(solution->already
                             ? tr("%1: what is chosen gives %2.").arg(label, factor_text(solution->least.factor))
                             : tr("%1: “%2” gives %3.").arg(label, words, factor_text(solution->least.factor)));
    } else {
        const double value = std::get<double>(solution->value);
        QString interval;
        if (solution->low && solution->high)
            interval =
                tr("from %1 to %2").arg(shown(*solution->low, p->dimension), shown(*solution->high, p->dimension));
        else if (solution->low)
            interval = tr("%1 and more").arg(shown(*solution->low, p->dimension));
        else if (solution->high)
            interval = tr("up to %1").arg(shown(*solution->high, p->dimension));
        else
            interval = tr("any value");
        answer_->setText(tr("%1× needs %2: %3.").arg(model_.bench().required).arg(label.toLower(), interval));
        if (value == model_.value_of(key)) return;
    }
    if (p->kind == Kind::choice)
        answer_value_ = {key, std::get<std::string>(solution->value)};
    else
        answer_value_ = {key, std::get<double>(solution->value)};
    use_->setVisible(!solution->already || p->kind != Kind::choice);
    use_->setText(p->kind == Kind::choice ? tr("Use that")
                                          : tr("Use %1").arg(shown(std::get<double>(solution->value), p->dimension)));
}

void BenchPage::update_plots() {
    plots_.stop();
    if (!model_.is_open()) return;
    const auto& bench = model_.bench();
    PolarCurve polar;
    polar.plane = bench.payload.plane;
    polar.push = bench.payload.push;
    polar.direction = bench.payload.direction;
    polar.required = bench.required;
    polar.chosen_here = !bench.from_rig;
    polar.own = model_.capacity(bench, *model_.result().joint);
    if (model_.pinned()) polar.pinned = model_.capacity(bench, *model_.pinned()->result.joint);
    polar_->show_curve(std::move(polar));

    const auto key = against_->currentData().toString().toStdString();
    const auto* p = families::find_parameter(model_.family(), key);
    if (!p) return;
    FactorCurve curve;
    curve.dimension = p->dimension;
    curve.input = QString::fromStdString(p->label);
    curve.present = model_.value_of(key);
    curve.factor = model_.result().report.factor;
    curve.required = bench.required;
    if (ranged_ != key || curve.present < range_from_ || curve.present > range_to_) {
        const double size = curve.present != 0 ? std::abs(curve.present)
                            : p->standard != 0 ? std::abs(p->standard)
                                               : (p->most - p->least) / 50;
        range_from_ = std::max(p->least, curve.present < 0 || p->least < 0 ? -2.5 * size : 0.1 * size);
        if (curve.present == 0) range_from_ = p->least >= 0 ? p->least : range_from_;
        range_to_ = std::min(p->most, 2.5 * size);
        ranged_ = key;
    }
    curve.from = range_from_;
    curve.to = range_to_;
    curve.points = model_.curve(bench, key, range_from_, range_to_);
    if (model_.pinned() && model_.pinned()->bench.element.family == bench.element.family) {
        auto other = model_.pinned()->bench;
        other.payload = bench.payload;
        other.from_rig = bench.from_rig;
        curve.pinned = model_.curve(other, key, range_from_, range_to_);
    }
    curve_->show_curve(std::move(curve));
}

InputRow* BenchPage::input(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second.first;
}
QPushButton* BenchPage::solve_button(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second.second;
}
QuantityField* BenchPage::payload_field(const QString& name) const {
    const auto at = payload_fields_.find(name);
    return at == payload_fields_.end() ? nullptr : at->second;
}
QString BenchPage::verdict_text() const {
    return verdict_->text();
}
QString BenchPage::answer_text() const {
    return answer_->isHidden() ? QString() : answer_->text();
}
QString BenchPage::working_text() const {
    return working_->isHidden() ? QString() : working_->text();
}

Status BenchPage::export_to(const QString& path) const {
    return export_bench(path, {model_, *curve_, *polar_, title_->text(), verdict_->text()});
}

void BenchPage::choose_export() {
    const QString path = QFileDialog::getSaveFileName(this, tr("Export the bench"),
                                                      QString::fromStdString(model_.bench().element.family) + ".pdf",
                                                      tr("Pages and pictures (*.pdf *.svg *.png);;Tables (*.csv)"));
    if (path.isEmpty()) return;
    if (const auto done = export_to(path); !done)
        emit problem(QString::fromStdString(done.problem().sentence()));
    else
        emit exported(path);
}

}  // namespace clampet::desktop
