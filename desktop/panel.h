#pragma once
#include <QLabel>

namespace clampet::desktop {

/// A sheet of paper on the bench: rounded, with a thin edge.
class Panel : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;

 protected:
    void paintEvent(QPaintEvent*) override;
};

/// A label of plain words that wrap.
QLabel* wrapped(QWidget* parent, double size = 1, bool strong = false);

}  // namespace clampet::desktop
