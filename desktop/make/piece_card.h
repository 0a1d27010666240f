#pragma once
#include <QAbstractButton>

#include "drawing/paper.h"

namespace clampet::desktop {

/// A piece to make: its outline with its holes, what it is and from what it is sawn.
class PieceCard : public QAbstractButton {
    Q_OBJECT
 public:
    PieceCard(const QString& name, const QString& stock, unsigned count, drawing::Drawing picture,
              QWidget* parent = nullptr);
    QSize sizeHint() const override;

 protected:
    void paintEvent(QPaintEvent*) override;

 private:
    QString stock_;
    unsigned count_;
    drawing::Drawing picture_;
};

}  // namespace clampet::desktop
