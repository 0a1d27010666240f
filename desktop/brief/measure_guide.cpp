#include "desktop/brief/measure_guide.h"

#include <QHBoxLayout>
#include <QLabel>
#include <QLineEdit>
#include <QPushButton>
#include <QVBoxLayout>

#include "desktop/brief/payload_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/panel.h"
#include "desktop/widgets/quantity_field.h"

namespace clampet::desktop {
namespace {

constexpr int steps = 4;

struct Step {
    const char* asks;
    PayloadPicture::Laid laid;
};
const Step& step_at(int index) {
    using Laid = PayloadPicture::Laid;
    static const Step all[steps] = {
        {QT_TRANSLATE_NOOP("MeasureGuide",
                           "Put it on a kitchen scale as it is used: battery, card, lens and plate on. It shows"),
         Laid::no},
        {QT_TRANSLATE_NOOP(
             "MeasureGuide",
             "Lay it on a pencil that lies across, and push it until it tips neither way. From the middle "
             "of its screw the pencil is so far ahead (less than 0 behind)"),
         Laid::along},
        {QT_TRANSLATE_NOOP(
             "MeasureGuide",
             "Now with the pencil along the lens. From the middle of its screw the pencil is so far to its "
             "left (less than 0 to its right)"),
         Laid::across},
        {QT_TRANSLATE_NOOP(
             "MeasureGuide",
             "Lay it on its back, lens up, over the pencil; hold it loosely. From its foot the pencil is so "
             "far up"),
         Laid::on_its_back}};
    return all[index];
}

}  // namespace

MeasureGuide::MeasureGuide(HeldThingPtr thing, PayloadPicture* picture, QWidget* parent)
    : QWidget(parent), thing_(std::move(thing)), picture_(picture) {
    auto* column = new QVBoxLayout(this);
    column->setContentsMargins(0, 0, 0, 0);
    column->setSpacing(6);
    count_ = wrapped(this, 0.92, true);
    asks_ = wrapped(this);
    column->addWidget(count_);
    column->addWidget(asks_);
    for (int i = 0; i < steps; ++i) {
        fields_[i] = new QuantityField(i == 0 ? quantity::Dimension::mass : quantity::Dimension::length, this);
        fields_[i]->set_name(tr(step_at(i).asks),
                             tr("What you measured, for example %1").arg(i == 0 ? "845 g" : "26 mm"));
        connect(fields_[i], &QuantityField::committed, this, &MeasureGuide::take);
        connect(fields_[i]->editor(), &QLineEdit::returnPressed, this, [this] { next_->click(); });
        column->addWidget(fields_[i]);
    }
    auto* buttons = new QHBoxLayout;
    back_ = new QPushButton(tr("Back"), this);
    next_ = new QPushButton(this);
    buttons->addWidget(back_);
    buttons->addWidget(next_);
    buttons->addStretch(1);
    column->addLayout(buttons);
    connect(back_, &QPushButton::clicked, this, [this] {
        --step_;
        show_step();
    });
    connect(next_, &QPushButton::clicked, this, [this] {
        if (!field()->problem_text().isEmpty()) return;  // it says what is wrong
        if (++step_ < steps) return show_step();
        step_ = 0;
        picture_->lay(PayloadPicture::Laid::no);
        emit finished();
    });
}

void MeasureGuide::begin() {
    step_ = 0;
    show_step();
}

void MeasureGuide::show_step() {
    const auto* part = thing_->part();
    if (!part) return;
    count_->setText(tr("Measure yours, %1 of %2").arg(step_ + 1).arg(steps));
    asks_->setText(tr(step_at(step_).asks));
    for (int i = 0; i < steps; ++i) fields_[i]->setVisible(i == step_);
    field()->show_computed(step_ == 0 ? part->mass : part->centre_of_gravity[step_ - 1]);
    field()->editor()->selectAll();
    field()->editor()->setFocus();
    back_->setEnabled(step_ > 0);
    next_->setText(step_ + 1 < steps ? tr("Next") : tr("Done"));
    picture_->lay(step_at(step_).laid);
}

void MeasureGuide::take(double value, project::Gesture gesture) {
    const auto* part = thing_->part();
    if (!part) return;
    rig::Vector centre = part->centre_of_gravity;
    if (step_ > 0) centre[step_ - 1] = value;
    const auto done = step_ == 0 ? thing_->set_mass(value, gesture) : thing_->set_centre(centre, gesture);
    if (!done) field()->show_problem(done.problem());
}

QString MeasureGuide::asks() const {
    return asks_->text();
}

}  // namespace clampet::desktop
