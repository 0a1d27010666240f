#pragma once
#include <QWidget>

#include "inventory/workshop.h"
#include "rig/rig.h"

class QPushButton;

namespace clampet::desktop {

/// One compartment of the drawer: a picture of what is known, what it is called, how many there are.
class DrawerCard : public QWidget {
    Q_OBJECT
 public:
    explicit DrawerCard(inventory::Item item, QWidget* parent = nullptr);
    const inventory::Item& item() const { return item_; }
    QPushButton* more_button() const { return more_; }
    QPushButton* fewer_button() const { return fewer_; }
    /// Only the count is another: nothing is laid out anew.
    void show_count(double count);
    QSize sizeHint() const override;

 signals:
    void counted(double by);
    void chosen();

 protected:
    void paintEvent(QPaintEvent*) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    void paint_picture(QPainter& painter, const QRectF& place) const;
    inventory::Item item_;
    inventory::Known known_;
    std::vector<rig::Shape> shapes_;
    QPushButton *fewer_, *more_;
};

}  // namespace clampet::desktop
