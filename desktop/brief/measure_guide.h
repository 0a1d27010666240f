#pragma once
#include <QWidget>

#include "desktop/brief/held_thing.h"

class QLabel;
class QPushButton;

namespace clampet::desktop {

class PayloadPicture;
class QuantityField;

/// Two minutes with a kitchen scale and a pencil: what a thing weighs, and where it balances, step by step.
class MeasureGuide : public QWidget {
    Q_OBJECT
 public:
    MeasureGuide(HeldThingPtr thing, PayloadPicture* picture, QWidget* parent = nullptr);
    void begin();
    int step() const { return step_; }
    QuantityField* field() const { return fields_[static_cast<std::size_t>(step_)]; }
    QPushButton* next() const { return next_; }
    QPushButton* back() const { return back_; }
    QString asks() const;

 signals:
    void finished();

 private:
    void show_step();
    void take(double value, project::Gesture gesture);

    HeldThingPtr thing_;
    PayloadPicture* picture_;
    int step_ = 0;
    QLabel *count_, *asks_;
    QuantityField* fields_[4] = {};
    QPushButton *back_, *next_;
};

}  // namespace clampet::desktop
