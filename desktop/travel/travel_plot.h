#pragma once
#include "desktop/widgets/drag_plot.h"
#include "study/travel.h"

namespace clampet::desktop {

/// The factor of every seam along the travel of one axis, on a logarithmic scale from 0.5 to 10 times. Dragged along,
/// it poses the rig.
class TravelPlot : public DragPlot {
    Q_OBJECT
 public:
    explicit TravelPlot(QWidget* parent = nullptr);
    void show_travel(study::Travel travel);
    /// What is shown is of a rig that has changed since; it is being looked at anew.
    void mark_old();
    void show_position(double position, const QString& seam);
    const study::Travel& shown_travel() const { return travel_; }
    bool is_old() const { return old_; }
    QRectF area(QRectF whole, const Look& look) const;
    double x_of(double position, QRectF area) const;
    double y_of(double factor, QRectF area) const;
    /// The interface that is nearest to letting go at a point, by its index; nothing where nothing is driven.
    std::optional<std::size_t> worst_at(std::size_t point) const;
    /// The point at which the rig is nearest to letting go.
    std::optional<std::size_t> worst_point() const;
    void paint(QPainter& painter, QRectF whole, const Look& look) const override;
    QSize sizeHint() const override;

 signals:
    void position_chosen(double position, quint64 gesture);

 protected:
    void choose(QPointF at, quint64 gesture) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    double share_at(std::size_t point, std::size_t seam) const;
    study::Travel travel_;
    double position_ = 0;
    QString seam_;
    bool old_ = false;
};

}  // namespace clampet::desktop
