#pragma once
#include <QWidget>

namespace clampet::desktop {

/// A sheet of paper on the bench: rounded, with a thin edge.
class Panel : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;

 protected:
    void paintEvent(QPaintEvent*) override;
};

}  // namespace clampet::desktop
