#pragma once
#include <optional>
#include <QWidget>

#include "desktop/rig/solid_raster.h"

namespace clampet::desktop {

/// A solid that is turned by dragging, and pressed where a port is to be.
class OwnPartPicture : public QWidget {
    Q_OBJECT
 public:
    using QWidget::QWidget;
    struct Mark {
        rig::Vector at = rig::Vector::Zero(), outward = rig::Vector::UnitZ();
        QString name;
    };
    void show_solid(const rig::Shape& hull);
    void show_marks(std::vector<Mark> marks);
    /// Where a pixel's sight meets it: the place and the way out of it there.
    std::optional<Mark> pressed_at(QPointF position) const;
    /// The pixel that shows a point of it.
    QPointF pixel_of(const rig::Vector& point) const;

 signals:
    void pressed(const rig::Vector& at, const rig::Vector& outward);

 protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    Sight sight() const { return Sight::turned(about_, lifted_); }
    QTransform pixels() const;
    std::optional<rig::Shape> hull_;
    std::vector<Mark> marks_;
    double about_ = -0.6, lifted_ = 0.42;
    QPointF from_;
    bool turned_ = false;
};

}  // namespace clampet::desktop
