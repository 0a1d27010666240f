#pragma once
#include "desktop/brief/held_fields.h"
#include "desktop/widgets/panel.h"

class QBoxLayout;
class QComboBox;
class QPushButton;

namespace clampet::desktop {

class MeasureGuide;
class PayloadPicture;

/// One thing that is held: its picture with where it balances, what it weighs, and how to measure one's own.
class PayloadCard : public Panel {
    Q_OBJECT
 public:
    /// `fields`: those that edit it.
    PayloadCard(HeldThingPtr thing, const HeldFields& fields, QWidget* parent = nullptr);
    void refresh();
    /// The numbers beside the picture, or beneath it where the page is narrow.
    void fit_width(int width);
    PayloadPicture* picture() const { return picture_; }
    MeasureGuide* guide() const { return guide_; }
    QPushButton* measure_button() const { return measure_; }
    QComboBox* classes() const { return classes_; }  ///< of a device; nothing of a camera
    QString note() const;

 private:
    void use_class(const QString& name);

    HeldThingPtr thing_;
    PayloadPicture* picture_;
    MeasureGuide* guide_;
    QBoxLayout* row_;
    QWidget* numbers_;
    QPushButton* measure_;
    QComboBox* classes_ = nullptr;
    QLabel* note_;
};

}  // namespace clampet::desktop
