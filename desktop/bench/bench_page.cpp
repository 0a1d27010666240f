#include "desktop/bench/bench_page.h"

#include <QFileDialog>
#include <QGridLayout>
#include <QLabel>
#include <QPushButton>

#include "desktop/bench/bench_export.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/drawing_view.h"
#include "desktop/widgets/input_row.h"

namespace clampet::desktop {

BenchPage::BenchPage(BenchModel& model, QWidget* parent)
    : QWidget(parent),
      model_(model),
      section_(new DrawingView(this)),
      inputs_(new BenchInputsPanel(model, this)),
      polar_(new BenchPolarPanel(model, this)),
      curve_(new BenchCurvePanel(model, this)),
      modes_(new BenchModesPanel(model, this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(18, 10, 18, 14);
    column->setSpacing(10);
    column->addWidget(build_head());
    auto* grid = new QGridLayout;
    grid->setSpacing(12);
    section_->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Expanding);
    section_->setMinimumHeight(160);
    grid->addWidget(section_, 0, 0);
    grid->addWidget(inputs_, 0, 1, 2, 1);
    grid->addWidget(polar_, 0, 2);
    grid->addWidget(curve_, 1, 0);
    grid->addWidget(modes_, 1, 2);
    grid->setColumnStretch(0, 5);
    grid->setColumnStretch(1, 4);
    grid->setColumnStretch(2, 4);
    grid->setRowStretch(0, 6);
    grid->setRowStretch(1, 4);
    column->addLayout(grid, 1);
    plots_.setSingleShot(true);
    plots_.setInterval(0);
    connect(&plots_, &QTimer::timeout, this, &BenchPage::update_plots);
    connect(inputs_, &BenchInputsPanel::problem, this, &BenchPage::problem);
    connect(modes_, &BenchModesPanel::problem, this, &BenchPage::problem);
    connect(modes_, &BenchModesPanel::rig_wanted, this, &BenchPage::rig_wanted);
    connect(modes_, &BenchModesPanel::export_wanted, this, &BenchPage::choose_export);
    connect(curve_, &BenchCurvePanel::refused, this,
            [this](const std::string& key, const Problem& problem) { inputs_->input(key)->show_problem(problem); });
    connect(&model_, &BenchModel::changed, this, &BenchPage::refresh);
    if (model_.is_open()) refresh();
}

QWidget* BenchPage::build_head() {
    auto* head = new QWidget(this);
    auto* row = new QHBoxLayout(head);
    row->setContentsMargins(0, 0, 0, 0);
    back_ = flat_button({}, head);
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

void BenchPage::refresh() {
    if (!model_.is_open()) return;
    const auto& result = model_.result();
    back_->setText(model_.origin() ? tr("← %1").arg(QString::fromStdString(model_.origin()->name))
                                   : tr("← all benches"));
    title_->setText(tr("Bench: %1").arg(text_of(model_.family().name())));
    verdict_->setText(
        tr("%1 %2 · %3, needs %4×")
            .arg(mark_of(result.verdict), text_of(study::name_of(result.verdict)), factor_text(result.report.factor))
            .arg(model_.bench().required));
    set_text_colour(verdict_, theme().of(result.verdict));
    section_->show_drawing(result.joint->section(model_.bench().load()));
    inputs_->refresh();
    curve_->refresh_choices();
    modes_->refresh(rig_name_);
    plots_.start();
}

void BenchPage::set_rig_name(const QString& name) {
    if (rig_name_ == name) return;
    rig_name_ = name;
    refresh();
}

void BenchPage::update_plots() {
    plots_.stop();
    if (!model_.is_open()) return;
    polar_->refresh();
    curve_->refresh();
}

QString BenchPage::verdict_text() const {
    return verdict_->text();
}

Status BenchPage::export_to(const QString& path) const {
    return export_bench(path, {model_, *curve_->plot(), *polar_->plot(), title_->text(), verdict_->text()});
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
