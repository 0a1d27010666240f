#pragma once

#include "desktop/widgets/drag_plot.h"
#include "study/capacity.h"

namespace clampet::desktop {

/// What an interface can take in every direction of a plane, and what it is asked for.
struct PolarCurve {
    std::vector<study::DirectionalCapacity> own, pinned;
    study::Plane plane = study::Plane::xz;
    double push = 15, direction = 0;  ///< of the push: size [N] and where it points [rad]
    double required = 2;
    bool chosen_here = true;  ///< a click may turn the push; false while the load comes from the rig
};

/// Capacity by direction of the load, as multiples of the push, logarithmic from the middle.
class PolarPlot : public DragPlot {
    Q_OBJECT
 public:
    explicit PolarPlot(QWidget* parent = nullptr);
    void show_curve(PolarCurve curve);
    const PolarCurve& shown() const { return curve_; }
    void paint(QPainter& painter, QRectF whole, const Look& look) const override;
    QSize sizeHint() const override;

 signals:
    void direction_chosen(double angle, quint64 gesture);

 protected:
    void choose(QPointF at, quint64 gesture) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    PolarCurve curve_;
};

}  // namespace clampet::desktop
