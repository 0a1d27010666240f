#include "desktop/bench/bench_load_panel.h"

#include <cmath>
#include <QComboBox>
#include <QLabel>
#include <QPushButton>
#include <QVBoxLayout>

#include "catalogue/device.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"
#include "quantity/format.h"

namespace clampet::desktop {

using quantity::Dimension;

BenchLoadPanel::BenchLoadPanel(BenchModel& model, QWidget* parent)
    : QWidget(parent),
      model_(model),
      words_(wrapped(this)),
      own_(new QPushButton(tr("use a payload of its own"), this)),
      payload_(new QWidget(this)),
      stands_(new QComboBox(this)),
      device_(new QuietComboBox(this)),
      device_note_(wrapped(this, 0.85)) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    column->addWidget(heading(tr("What it carries"), this, 1.05));
    own_->setFlat(true);
    connect(own_, &QPushButton::clicked, this, [this] { model_.use_own_load(); });
    column->addWidget(words_);
    column->addWidget(own_, 0, Qt::AlignLeft);
    auto* rows = new QVBoxLayout(payload_);
    rows->setContentsMargins(0, 0, 0, 0);
    rows->setSpacing(5);
    add_payload(rows);
    column->addWidget(payload_);
    add_row(column, "required", tr("Required factor"), tr("On the bench 1.5, carried 2, over people 3."),
            Dimension::number);
}

void BenchLoadPanel::add_row(QVBoxLayout* column, const QString& name, const QString& label, const QString& help,
                             Dimension dimension) {
    auto* row = new QWidget(this);
    auto* line = new QHBoxLayout(row);
    line->setContentsMargins(0, 0, 0, 0);
    auto* words = new QLabel(label, row);
    words->setToolTip(help);
    words->setMinimumWidth(qRound(98 * text_scale()));
    auto* field = new QuantityField(dimension, row);
    field->set_name(label, help);
    line->addWidget(words);
    line->addWidget(field, 1);
    column->addWidget(row);
    fields_[name] = field;
    connect(field, &QuantityField::committed, this,
            [this, name](double value, quint64 gesture) { take(name, value, gesture); });
}

void BenchLoadPanel::take(const QString& name, double value, quint64 gesture) {
    const auto done = name == "required" ? model_.set_required(value, gesture)
                                         : model_.change_payload(
                                               [&](study::BenchLoad& load) {
                                                   if (name == "mass") load.mass = value;
                                                   if (name == "push") load.push = value;
                                                   if (name == "x") load.at[0] = value;
                                                   if (name == "y") load.at[1] = value;
                                                   if (name == "z") load.at[2] = value;
                                               },
                                               gesture);
    if (!done) field(name)->show_problem(done.problem());
}

void BenchLoadPanel::add_device(QVBoxLayout* column) {
    auto* line = new QHBoxLayout;
    auto* words = new QLabel(tr("Carries"), this);
    words->setMinimumWidth(qRound(98 * text_scale()));
    words->setBuddy(device_);
    device_->setAccessibleName(tr("What it carries, by its class"));
    device_->addItem(tr("my own: weigh it"));
    for (const auto& device : catalogue::devices()) {
        device_->addItem(QString::fromStdString(device.name));
        const QString told =
            QString::fromStdString(device.mounts_by + (device.advice.empty() ? "" : "; " + device.advice));
        device_->setItemData(device_->count() - 1, told, Qt::ToolTipRole);
    }
    device_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
    device_->setMinimumContentsLength(9);
    line->addWidget(words);
    line->addWidget(device_, 1);
    column->addLayout(line);
    set_text_colour(device_note_, theme().quiet);
    column->addWidget(device_note_);
    connect(device_, &QComboBox::activated, this, [this](int index) {
        const auto typical = study::load_of_device(device_->itemText(index).toStdString());
        (void)model_.change_payload([&](study::BenchLoad& load) {
            load.device.clear();
            if (index == 0 || !typical) return;
            load.device = typical->device;
            load.mass = typical->mass;
            load.at = typical->at;
        });
    });
}

void BenchLoadPanel::refresh_device() {
    const auto& payload = model_.bench().payload;
    const auto typical = study::load_of_device(payload.device);
    device_->setCurrentIndex(typical ? device_->findText(QString::fromStdString(typical->device)) : 0);
    device_note_->setVisible(bool(typical));
    if (!typical) return;
    const auto device = catalogue::device_named(payload.device);
    const bool corrected = payload.mass != typical->mass || payload.at != typical->at;
    device_note_->setText(
        corrected
            ? tr("your numbers instead of what is typical, %1").arg(shown(device->typical_mass(), Dimension::mass))
            : tr("%1; typical, %2 to %3: weigh yours")
                  .arg(QString::fromStdString(device->what), shown(device->mass[0], Dimension::mass),
                       shown(device->mass[2], Dimension::mass)));
}

QString BenchLoadPanel::device_note() const {
    return device_note_->isHidden() ? QString() : device_note_->text();
}

void BenchLoadPanel::add_payload(QVBoxLayout* column) {
    add_device(column);
    add_row(column, "mass", tr("Payload"), tr("Mass of all that it carries."), Dimension::mass);
    add_row(column, "x", tr("ahead, x"), tr("Its centre of gravity, along x from the interface."), Dimension::length);
    add_row(column, "y", tr("aside, y"), tr("Its centre of gravity, along y."), Dimension::length);
    add_row(column, "z", tr("above, z"), tr("Its centre of gravity, along the interface's axis."), Dimension::length);
    add_row(column, "push", tr("Push of a hand"), tr("At the centre of gravity; turn it in the round plot."),
            Dimension::force);
    stands_->addItems(
        {tr("stands upright"), tr("hangs down"), tr("lies level, weight along x"), tr("lies level, weight along y")});
    stands_->setAccessibleName(tr("How it stands"));
    connect(stands_, &QComboBox::activated, this, [this](int index) {
        (void)model_.change_payload([&](study::BenchLoad& load) { load.stands = static_cast<study::Stands>(index); });
    });
    column->addWidget(stands_);
}

void BenchLoadPanel::refresh() {
    const auto& bench = model_.bench();
    const bool rig = bench.from_rig.has_value();
    const auto w = bench.load().whole();
    const double force = std::hypot(w.fx, w.fy, w.fz);
    words_->setText(tr("%1, %2; moment %3")
                        .arg(shown(force, Dimension::force), QString::fromStdString(quantity::as_if_hung(force)),
                             shown(std::hypot(w.mx, w.my, w.mz), Dimension::torque)));
    words_->setVisible(rig);
    own_->setVisible(rig);
    payload_->setVisible(!rig);
    const auto& p = bench.payload;
    fields_.at("mass")->show_value(p.mass);
    fields_.at("x")->show_value(p.at[0]);
    fields_.at("y")->show_value(p.at[1]);
    fields_.at("z")->show_value(p.at[2]);
    fields_.at("push")->show_value(p.push);
    fields_.at("required")->show_value(bench.required);
    refresh_device();
    stands_->setCurrentIndex(static_cast<int>(p.stands));
}

QuantityField* BenchLoadPanel::field(const QString& name) const {
    const auto at = fields_.find(name);
    return at == fields_.end() ? nullptr : at->second;
}

}  // namespace clampet::desktop
