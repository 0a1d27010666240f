#include "desktop/brief/payload_card.h"

#include <QComboBox>
#include <QFormLayout>
#include <QHBoxLayout>
#include <QLineEdit>
#include <QPushButton>

#include "catalogue/device.h"
#include "desktop/brief/measure_guide.h"
#include "desktop/brief/payload_picture.h"
#include "desktop/theme/theme.h"
#include "desktop/theme/words.h"
#include "desktop/widgets/quantity_field.h"
#include "desktop/widgets/quiet_combo_box.h"

namespace clampet::desktop {

PayloadCard::PayloadCard(HeldThingPtr thing, const HeldFields& fields, QWidget* parent)
    : Panel(parent),
      thing_(std::move(thing)),
      picture_(new PayloadPicture(thing_, this)),
      guide_(new MeasureGuide(thing_, picture_, this)),
      row_(new QBoxLayout(QBoxLayout::LeftToRight, this)),
      numbers_(new QWidget(this)),
      measure_(new QPushButton(tr("Measure mine…"), this)),
      note_(quiet_words({}, this)) {
    row_->setContentsMargins(14, 12, 14, 12);
    row_->setSpacing(18);
    row_->addWidget(picture_, 3);
    auto* right = new QVBoxLayout;
    right->setSpacing(8);
    row_->addLayout(right, 2);
    right->addWidget(fields.name);
    auto* form = new QFormLayout(numbers_);
    form->setContentsMargins(0, 0, 0, 0);
    form->setVerticalSpacing(7);
    if (const auto* known = thing_->part(); known && known->kind == "device") {
        classes_ = new QuietComboBox(numbers_);
        for (const auto& device : catalogue::devices()) classes_->addItem(text_of(device.name));
        classes_->setAccessibleName(tr("What it is"));
        classes_->setSizeAdjustPolicy(QComboBox::AdjustToMinimumContentsLengthWithIcon);
        classes_->setMinimumContentsLength(14);
        form->addRow(tr("It is a"), classes_);
        connect(classes_, &QComboBox::textActivated, this, &PayloadCard::use_class);
    }
    form->addRow(tr("It weighs"), fields.mass);
    const QString ways[] = {tr("Balances ahead, x"), tr("to the left, y"), tr("up, z")};
    for (int axis = 0; axis < 3; ++axis) form->addRow(ways[axis], fields.centre[axis]);
    right->addWidget(numbers_);
    right->addWidget(guide_);
    right->addWidget(note_);
    right->addWidget(measure_, 0, Qt::AlignLeft);
    right->addStretch(1);
    guide_->hide();
    measure_->setToolTip(tr("A kitchen scale and a pencil: two minutes"));
    connect(measure_, &QPushButton::clicked, this, [this] {
        numbers_->hide();
        measure_->hide();
        guide_->show();
        guide_->begin();
    });
    connect(guide_, &MeasureGuide::finished, this, [this] {
        guide_->hide();
        numbers_->show();
        measure_->show();
        measure_->setFocus();
    });
}

void PayloadCard::fit_width(int width) {
    row_->setDirection(width < qRound(800 * text_scale()) ? QBoxLayout::TopToBottom : QBoxLayout::LeftToRight);
}

void PayloadCard::use_class(const QString& name) {
    if (const auto done = thing_->set_class(name.toStdString()); !done)
        note_->setText(text_of(done.problem().sentence()));
}

void PayloadCard::refresh() {
    const auto* part = thing_->part();
    if (!part) return;
    picture_->refresh();
    if (classes_) {
        const auto at = part->values.find("device");
        classes_->setCurrentText(at == part->values.end() ? tr("pocket LED light")
                                                          : text_of(std::get<std::string>(at->second)));
    }
    const bool measured = part->kind.empty() || (part->weighed && part->balanced);
    note_->setText(measured ? tr("Measured. Drag the round mark in the picture, or type.")
                   : part->weighed
                       ? tr("Weighed; where it balances is from its sizes. Drag the round mark, or type.")
                       : tr("Typical, from its class and sizes: yours may differ by a fifth. Drag the round "
                            "mark, type, or measure yours."));
}

QString PayloadCard::note() const {
    return note_->text();
}

}  // namespace clampet::desktop
