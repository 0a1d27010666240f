#pragma once
#include "desktop/widgets/drag_plot.h"
#include "study/payload_limit.h"

namespace clampet::desktop {

/// What a plot of the largest payload against its overhang shows.
struct PayloadCurve {
    std::vector<study::PayloadPoint> points;
    std::vector<study::DeviceOn> devices;
    double overhang = 0, mass = 0;  ///< what is carried now
    QString says;                   ///< the answer in one sentence
};

/// The largest payload against how far ahead it is, logarithmic; the classes of devices are points on it. A press takes
/// the payload there.
class PayloadPlot : public DragPlot {
    Q_OBJECT
 public:
    explicit PayloadPlot(QWidget* parent = nullptr);
    void show_curve(PayloadCurve curve);
    const PayloadCurve& shown() const { return curve_; }
    QRectF area(QRectF whole, const Look& look) const;
    double x_of(double overhang, QRectF area) const;
    double y_of(double mass, QRectF area) const;
    void paint(QPainter& painter, QRectF whole, const Look& look) const override;
    QSize sizeHint() const override;
    static constexpr double lightest = 0.05, heaviest = 50;  ///< of what is drawn [kg]

 signals:
    void payload_chosen(double overhang, double mass, quint64 gesture);

 protected:
    void choose(QPointF at, quint64 gesture) override;

 private:
    void paint_scales(QPainter& painter, QRectF whole, QRectF area, const Look& look) const;
    void paint_devices(QPainter& painter, QRectF area, const Look& look) const;
    bool crosses(const QRectF& label, QRectF area) const;
    double to() const;
    PayloadCurve curve_;
};

}  // namespace clampet::desktop
