#pragma once
#include <QPainter>
#include <QTransform>
#include <QWidget>

#include "desktop/theme/theme.h"
#include "drawing/drawing.h"

namespace clampet::desktop {

/// How a drawing in metres is laid into a rectangle of pixels, y up.
QTransform fit_drawing(const drawing::Drawing& drawing, QRectF place);
/// Only its shapes: for a small picture, in which words would be too small to read.
void paint_shapes(QPainter& painter, const drawing::Drawing& drawing, const QTransform& pixels_from_metres,
                  const Look& look);
void paint_drawing(QPainter& painter, const drawing::Drawing& drawing, const QTransform& pixels_from_metres,
                   const Look& look);

/// Shows one drawing, to scale.
class DrawingView : public QWidget {
    Q_OBJECT
 public:
    explicit DrawingView(QWidget* parent = nullptr);
    void show_drawing(drawing::Drawing drawing);
    const drawing::Drawing& shown() const { return drawing_; }
    QSize sizeHint() const override;
    /// From the drawing's metres to this widget's pixels.
    QTransform placing() const;

 protected:
    void paintEvent(QPaintEvent*) override;
    /// Room left round the drawing, for words beside it.
    virtual QMargins room() const;

 private:
    drawing::Drawing drawing_;
};

}  // namespace clampet::desktop
