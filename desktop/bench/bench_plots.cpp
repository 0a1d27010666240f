#include "desktop/bench/bench_plots.h"

#include <algorithm>
#include <cmath>
#include <QComboBox>
#include <QVBoxLayout>

#include "desktop/widgets/factor_plot.h"
#include "desktop/widgets/polar_plot.h"

namespace clampet::desktop {
namespace {

/// As wide as its choices where there is room.
void let_shrink(QComboBox* box) {
    box->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    box->setMinimumContentsLength(4);
    box->setSizePolicy(QSizePolicy::Expanding, QSizePolicy::Fixed);
}

}  // namespace

BenchPolarPanel::BenchPolarPanel(BenchModel& model, QWidget* parent)
    : Panel(parent), model_(model), plane_(new QComboBox(this)), polar_(new PolarPlot(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 10, 14, 8);
    auto* row = new QHBoxLayout;
    row->addWidget(heading(tr("What it can take"), this, 1.05), 1);
    plane_->addItems({tr("along x and z"), tr("along y and z"), tr("along x and y")});
    let_shrink(plane_);
    plane_->setAccessibleName(tr("Plane in which the push turns"));
    row->addWidget(plane_, 1);
    column->addLayout(row);
    column->addWidget(polar_, 1);
    connect(plane_, &QComboBox::activated, this, [this](int index) {
        (void)model_.change_payload([&](study::BenchLoad& load) { load.plane = static_cast<study::Plane>(index); });
    });
    connect(polar_, &PolarPlot::direction_chosen, this, [this](double angle, quint64 gesture) {
        (void)model_.change_payload([&](study::BenchLoad& load) { load.direction = angle; }, gesture);
    });
}

void BenchPolarPanel::refresh() {
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
    plane_->setCurrentIndex(static_cast<int>(bench.payload.plane));
}

BenchCurvePanel::BenchCurvePanel(BenchModel& model, QWidget* parent)
    : Panel(parent), model_(model), against_(new QComboBox(this)), curve_(new FactorPlot(this)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(14, 8, 10, 6);
    auto* row = new QHBoxLayout;
    row->addWidget(heading(tr("Factor against"), this, 1.05));
    let_shrink(against_);
    against_->setAccessibleName(tr("Input along the plot"));
    row->addWidget(against_, 1);
    row->addStretch(1);
    column->addLayout(row);
    column->addWidget(curve_, 1);
    connect(against_, &QComboBox::activated, this, &BenchCurvePanel::refresh);
    connect(curve_, &FactorPlot::value_chosen, this, &BenchCurvePanel::choose);
}

void BenchCurvePanel::choose(double value, quint64 gesture) {
    const auto key = against_->currentData().toString().toStdString();
    const auto* p = families::find_parameter(model_.family(), key);
    if (!p) return;
    // As round as the plot is fine: nobody means the twelfth digit of a click.
    const double grain = std::pow(10, std::floor(std::log10((range_to_ - range_from_) / 200)));
    value = p->whole_number ? std::round(value) : std::round(value / grain) * grain;
    value = std::clamp(value, p->least, p->most);
    if (const auto done = model_.set_input(key, value, gesture); !done) emit refused(key, done.problem());
}

void BenchCurvePanel::refresh_choices() {
    if (family_ != model_.bench().element.family) {
        family_ = model_.bench().element.family;
        against_->clear();
        ranged_.clear();
    }
    const auto& values = model_.result().values;
    const QString chosen = against_->currentData().toString();
    std::vector<const families::Parameter*> plottable;
    for (const auto& p : model_.family().parameters())
        if (p.kind == families::Kind::quantity && p.is_relevant(values)) plottable.push_back(&p);
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

/// Round the present value; it stays while the value is within, so that a drag does not run away.
void BenchCurvePanel::set_range(const families::Parameter& parameter, double present) {
    if (ranged_ != parameter.key || present < range_from_ || present > range_to_) {
        const double size = present != 0              ? std::abs(present)
                            : parameter.standard != 0 ? std::abs(parameter.standard)
                                                      : (parameter.most - parameter.least) / 50;
        range_from_ = std::max(parameter.least, present < 0 || parameter.least < 0 ? -2.5 * size : 0.1 * size);
        if (present == 0) range_from_ = parameter.least >= 0 ? parameter.least : range_from_;
        range_to_ = std::min(parameter.most, 2.5 * size);
        ranged_ = parameter.key;
    }
}

void BenchCurvePanel::refresh() {
    const auto& bench = model_.bench();
    const auto key = against_->currentData().toString().toStdString();
    const auto* p = families::find_parameter(model_.family(), key);
    if (!p) return;
    FactorCurve curve;
    curve.dimension = p->dimension;
    curve.input = QString::fromStdString(p->label);
    curve.present = model_.value_of(key);
    curve.factor = model_.result().report.factor;
    curve.required = bench.required;
    set_range(*p, curve.present);
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

}  // namespace clampet::desktop
