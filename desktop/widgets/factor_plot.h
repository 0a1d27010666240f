#pragma once
#include <map>
#include <optional>

#include "desktop/widgets/drag_plot.h"
#include "study/solve.h"

namespace clampet::desktop {

/// What a plot of factor against an input shows.
struct FactorCurve {
    std::vector<study::CurvePoint> points, pinned;
    quantity::Dimension dimension = quantity::Dimension::number;
    QString input;  ///< its label
    double present = 0, factor = 0, required = 2;
    double from = 0, to = 1;
    std::map<std::string, QString> words;  ///< what a mode does, by its key: "dents the board"
};

/// Factor against one input, logarithmic; a click on it sets the value.
class FactorPlot : public DragPlot {
    Q_OBJECT
 public:
    explicit FactorPlot(QWidget* parent = nullptr);
    void show_curve(FactorCurve curve);
    const FactorCurve& shown() const { return curve_; }
    /// Where the plot's area is, and where a value lies in it: for tests and for export.
    QRectF area(QRectF whole, const Look& look) const;
    double x_of(double value, QRectF area) const;
    void paint(QPainter& painter, QRectF whole, const Look& look) const override;
    /// Values with which it both stays put and can be moved by hand, of those on the plot; none where it is not moved.
    std::optional<std::pair<double, double>> window() const;
    /// Whether what is plotted is moved by hand.
    bool has_to_move() const;
    /// Where the curve is off the scale: over it or under it, and the middle of the first such stretch.
    struct WayOff {
        bool above = true;
        double middle = 0;
    };
    std::vector<WayOff> ways_off() const;
    /// Where it falls at once, and what happens there: "dents the board from 2050 N". A fall to a third and less
    /// between neighbours, to another mode, counts.
    struct Cliff {
        double value = 0;
        QString words;
    };
    std::vector<Cliff> cliffs() const;
    QSize sizeHint() const override;

 signals:
    void value_chosen(double value, quint64 gesture);

 protected:
    void choose(QPointF at, quint64 gesture) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    void paint_window(QPainter& painter, QRectF area, const Look& look) const;
    void paint_ways_off(QPainter& painter, QRectF area, const Look& look) const;
    void paint_cliffs(QPainter& painter, QRectF area, const Look& look) const;
    FactorCurve curve_;
};

}  // namespace clampet::desktop
