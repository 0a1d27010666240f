#pragma once
#include <QComboBox>
#include <QWheelEvent>

namespace clampet::desktop {

/// A wheel over a form scrolls the form, not the choice under the pointer.
class QuietComboBox : public QComboBox {
 public:
    using QComboBox::QComboBox;
    void wheelEvent(QWheelEvent* event) override { event->ignore(); }
};

}  // namespace clampet::desktop
