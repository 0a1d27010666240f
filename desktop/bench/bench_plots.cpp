#include "desktop/bench/bench_plots.h"

#include <algorithm>
#include <cmath>
#include <QComboBox>
#include <QVBoxLayout>

#include "desktop/theme/words.h"
#include "desktop/widgets/factor_plot.h"
#include "desktop/widgets/payload_plot.h"
#include "desktop/widgets/polar_plot.h"
#include "quantity/format.h"
#include "study/solve.h"

namespace clampet::desktop {
namespace {

/// Stands among the inputs for the payload itself.
const QString the_payload = QStringLiteral("/payload");

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
    : Panel(parent),
      model_(model),
      against_(new QComboBox(this)),
      curve_(new FactorPlot(this)),
      payload_(new PayloadPlot(this)) {
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
    column->addWidget(payload_, 1);
    payload_->hide();
    connect(payload_, &PayloadPlot::payload_chosen, this, &BenchCurvePanel::choose_payload);
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

void BenchCurvePanel::choose_payload(double overhang, double mass, quint64 gesture) {
    // As round as the plot is fine: to a millimetre, and to two figures.
    constexpr double grain = 1e-3;
    const double figures = std::pow(10, std::floor(std::log10(mass)) - 1);
    (void)model_.change_payload(
        [&](study::BenchLoad& load) {
            load.device.clear();
            load.at[0] = std::round(overhang / grain) * grain;
            load.mass = std::round(mass / figures) * figures;
        },
        gesture);
}

void BenchCurvePanel::refresh_payload() {
    const auto& payload = model_.bench().payload;
    PayloadCurve curve;
    curve.overhang = payload.at[0];
    curve.mass = payload.mass;
    constexpr double least_range = 0.3;
    curve.points = model_.payload_curve(std::max(least_range, 1.5 * std::abs(payload.at[0])));
    curve.devices = model_.devices();
    const auto limit = model_.largest_payload();
    QString how;
    for (const auto& mode : model_.result().joint->modes())
        if (mode.key == limit.limits) how = QString::fromStdString(mode.label.does());
    const QString needs = tr("%1×").arg(model_.bench().required);
    if (!limit.ends)
        curve.says = tr("Over %1 there, with %2").arg(shown(limit.mass, quantity::Dimension::mass), needs);
    else if (limit.mass > 0)
        curve.says = tr("Good for %1 there, with %2; then it %3")
                         .arg(QString::fromStdString(
                                  quantity::format(limit.mass, quantity::Dimension::mass, quantity::System::metric, 3)),
                              needs, how);
    else
        curve.says = tr("Good for nothing there: it %1").arg(how);
    payload_->show_curve(std::move(curve));
}

/// Whether a quarter more or less of an input is seen in the factor.
bool BenchCurvePanel::moves_factor(const std::string& key) const {
    const auto& result = model_.result();
    const double now = families::number(result.values, key);
    const auto load = model_.bench().load();
    const auto factor_at = [&](double value) {
        auto values = result.values;
        values.insert_or_assign(key, families::Value{value});
        const auto joint = families::join(model_.family(), values);
        return joint ? study::least_factor(**joint, load).factor : 0.0;
    };
    constexpr double seen = 0.01, off_scale = 20;
    const double below = factor_at(0.8 * now), above = factor_at(1.25 * now);
    if (!std::isfinite(below) || !std::isfinite(above)) return std::isfinite(below) != std::isfinite(above);
    return std::abs(above - below) > seen * std::min(above, below) && std::min(above, below) < off_scale;
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
        if (p.kind == families::Kind::quantity && p.is_relevant(values) &&
            (p.fact == families::RigFact::none || model_.bench().element.inputs.contains(p.key)))
            plottable.push_back(&p);
    QStringList keys{the_payload};
    for (const auto* p : plottable) keys << QString::fromStdString(p->key);
    QStringList present;
    for (int i = 0; i < against_->count(); ++i) present << against_->itemData(i).toString();
    if (keys == present) return;
    against_->clear();
    against_->addItem(tr("the payload: how heavy?"), the_payload);
    for (const auto* p : plottable) against_->addItem(QString::fromStdString(p->label), QString::fromStdString(p->key));
    // What one would turn first: the torque or force that squeezes, then friction, then whatever moves the factor.
    int index = against_->findData(chosen);
    for (const char* key : {"torque", "force", "friction"})
        if (index < 0 && against_->findData(key) >= 0 && moves_factor(key)) index = against_->findData(key);
    for (const auto* p : plottable)
        if (index < 0 && moves_factor(p->key)) index = against_->findData(QString::fromStdString(p->key));
    against_->setCurrentIndex(index < 0 ? std::min(1, against_->count() - 1) : index);
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
    const bool of_payload = against_->currentData().toString() == the_payload;
    curve_->setVisible(!of_payload);
    payload_->setVisible(of_payload);
    if (of_payload) return refresh_payload();
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
    for (const auto& mode : model_.result().report.modes)
        curve.words[mode.mode] = QString::fromStdString(mode.label.does());
    if (model_.pinned() && model_.pinned()->bench.element.family == bench.element.family) {
        auto other = model_.pinned()->bench;
        other.payload = bench.payload;
        other.from_rig = bench.from_rig;
        curve.pinned = model_.curve(other, key, range_from_, range_to_);
    }
    curve_->show_curve(std::move(curve));
}

}  // namespace clampet::desktop
