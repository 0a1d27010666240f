#include "desktop/bench/bench_inputs_panel.h"

#include <QMenu>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/bench/bench_load_panel.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/input_row.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/stock_row.h"

namespace clampet::desktop {

using families::Kind;

BenchInputsPanel::BenchInputsPanel(BenchModel& model, QWidget* parent) : Panel(parent), model_(model) {
    auto* outer = new QVBoxLayout(this);
    outer->setContentsMargins(6, 8, 4, 8);
    outer->addWidget(scrolled(build(new QWidget(this)), this));
    setMinimumWidth(qRound(340 * std::min(1.2, text_scale())));
}

QWidget* BenchInputsPanel::build(QWidget* inside) {
    auto* column = new QVBoxLayout(inside);
    column->setContentsMargins(10, 4, 8, 4);
    column->setSpacing(6);
    purpose_ = wrapped(inside, 0.92);
    set_text_colour(purpose_, theme().quiet);
    column->addWidget(purpose_);
    notes_ = wrapped(inside);
    set_text_colour(notes_, theme().slips);
    column->addWidget(notes_);
    load_ = new BenchLoadPanel(model_, inside);
    column->addWidget(load_);
    auto* what = new QHBoxLayout;
    what->addWidget(heading(tr("What it is"), inside, 1.05));
    what->addStretch(1);
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
    stock_ = new QVBoxLayout;
    stock_->setSpacing(5);
    column->addLayout(stock_);
    inputs_ = new QVBoxLayout;
    inputs_->setSpacing(5);
    column->addLayout(inputs_);
    column->addStretch(1);
    return inside;
}

void BenchInputsPanel::rebuild_rows() {
    while (QLayoutItem* item = inputs_->takeAt(0)) {
        if (item->widget()) item->widget()->deleteLater();
        delete item;
    }
    rows_.clear();
    family_ = model_.bench().element.family;
    for (const auto& parameter : model_.family().parameters()) add_row(parameter);
}

void BenchInputsPanel::add_row(const families::Parameter& parameter) {
    auto* line = new QWidget(this);
    auto* row = new QHBoxLayout(line);
    row->setContentsMargins(0, 0, 0, 0);
    row->setSpacing(2);
    auto* input = new InputRow(parameter, line);
    auto* ask_button = flat_button("?", line);
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
    connect(input, &InputRow::committed, this, [this, key = parameter.key](const rig::Input& value, quint64 gesture) {
        if (const auto done = model_.set_input(key, value, gesture); !done)
            rows_.at(key).first->show_problem(done.problem());
    });
    connect(ask_button, &QPushButton::clicked, this, [this, key = parameter.key] { ask(key); });
}

void BenchInputsPanel::refresh() {
    if (family_ != model_.bench().element.family) {
        rebuild_rows();
        rebuild_stock();
    }
    purpose_->setText(text_of(model_.family().purpose()));
    QString notes;
    for (const auto& advisory : model_.result().report.advisories)
        notes += (notes.isEmpty() ? "" : "\n") + QString("! ") + QString::fromStdString(advisory.text);
    notes_->setText(notes);
    notes_->setVisible(!notes.isEmpty());
    answer_value_.reset();
    answer_->hide();
    use_->hide();
    load_->refresh();
    refresh_rows();
}

/// What can be chosen by its name comes first: it fills most of what follows.
void BenchInputsPanel::rebuild_stock() {
    for (auto* row : stock_rows_) {
        stock_->removeWidget(row);
        row->deleteLater();
    }
    stock_rows_.clear();
    for (auto& asked : families::stock_questions(model_.family())) {
        auto* row = new StockRow(model_.family(), std::move(asked), this);
        row->choose_surfaces_too();
        stock_->addWidget(row);
        stock_rows_.push_back(row);
        connect(row, &StockRow::taken, this, [this](const std::map<std::string, rig::Input>& inputs) {
            if (const auto done = model_.set_inputs(inputs); !done)
                emit problem(QString::fromStdString(done.problem().sentence()));
        });
    }
}

StockRow* BenchInputsPanel::stock(const std::string& key) const {
    for (auto* row : stock_rows_)
        if (row->use().key == key) return row;
    return nullptr;
}

void BenchInputsPanel::refresh_rows() {
    const auto& values = model_.result().values;
    const auto& given = model_.bench().element.inputs;
    for (const auto& p : model_.family().parameters()) {
        const auto& [row, ask_button] = rows_.at(p.key);
        const auto at = given.find(p.key);
        row->show_input(at == given.end() ? std::nullopt : std::optional(at->second), values.at(p.key),
                        &model_.family());
        // What follows from the payload above is not asked again.
        const bool told = p.fact != families::RigFact::none && at == given.end() && !model_.bench().from_rig;
        row->parentWidget()->setVisible(p.is_relevant(values) && !told);
    }
    for (auto* row : stock_rows_) row->refresh(given, values);
}

void BenchInputsPanel::ask(const std::string& key) {
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
    show_answer(*p, *solution);
}

void BenchInputsPanel::show_answer(const families::Parameter& parameter, const study::Solution& solution) {
    set_text_colour(answer_, theme().text);
    const QString label = QString::fromStdString(parameter.label);
    if (parameter.kind == Kind::choice) {
        QString words = QString::fromStdString(std::get<std::string>(solution.value));
        for (const auto& choice : parameter.choices)
            if (choice.key == std::get<std::string>(solution.value)) words = QString::fromStdString(choice.label);
        answer_->setText(solution.already
                             ? tr("%1: what is chosen gives %2.").arg(label, factor_text(solution.least.factor))
                             : tr("%1: “%2” gives %3.").arg(label, words, factor_text(solution.least.factor)));
    } else {
        const double value = std::get<double>(solution.value);
        QString interval;
        if (solution.low && solution.high)
            interval = tr("from %1 to %2")
                           .arg(shown(*solution.low, parameter.dimension), shown(*solution.high, parameter.dimension));
        else if (solution.low)
            interval = tr("%1 and more").arg(shown(*solution.low, parameter.dimension));
        else if (solution.high)
            interval = tr("up to %1").arg(shown(*solution.high, parameter.dimension));
        else
            interval = tr("any value");
        answer_->setText(tr("%1× needs %2: %3.").arg(model_.bench().required).arg(label.toLower(), interval));
        if (value == model_.value_of(parameter.key)) return;
    }
    if (parameter.kind == Kind::choice)
        answer_value_ = {parameter.key, std::get<std::string>(solution.value)};
    else
        answer_value_ = {parameter.key, std::get<double>(solution.value)};
    use_->setVisible(!solution.already || parameter.kind != Kind::choice);
    use_->setText(parameter.kind == Kind::choice
                      ? tr("Use that")
                      : tr("Use %1").arg(shown(std::get<double>(solution.value), parameter.dimension)));
}

InputRow* BenchInputsPanel::input(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second.first;
}
QPushButton* BenchInputsPanel::solve_button(const std::string& key) const {
    const auto at = rows_.find(key);
    return at == rows_.end() ? nullptr : at->second.second;
}
QString BenchInputsPanel::answer_text() const {
    return answer_->isHidden() ? QString() : answer_->text();
}

}  // namespace clampet::desktop
