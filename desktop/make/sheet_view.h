#pragma once
#include <QWidget>

#include "drawing/paper.h"
#include "drawing/strokes.h"

namespace clampet::desktop {

/// A sheet as it will be printed: black on white paper in either theme, its words as large beside its lines as there.
class SheetView : public QWidget {
    Q_OBJECT
 public:
    explicit SheetView(QWidget* parent = nullptr);
    void show_sheet(const drawing::Sheet& sheet);
    const drawing::Drawing& shown() const { return sheet_.drawing; }
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    drawing::Sheet sheet_;
    drawing::Strokes strokes_;
};

}  // namespace clampet::desktop
