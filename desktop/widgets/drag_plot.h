#pragma once
#include <QWidget>

#include "desktop/theme/theme.h"

namespace clampet::desktop {

/// A plot in which a value is chosen by pressing and dragging; one drag is one gesture, so that it undoes at once.
class DragPlot : public QWidget {
 public:
    explicit DragPlot(QWidget* parent);
    /// Paints the plot into any rectangle: the widget's own, or a page's.
    virtual void paint(QPainter& painter, QRectF whole, const Look& look) const = 0;

 protected:
    virtual void choose(QPointF at, quint64 gesture) = 0;
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;

 private:
    quint64 gesture_ = 0;
};

}  // namespace clampet::desktop
