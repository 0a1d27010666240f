#pragma once
#include <functional>
#include <QWidget>
#include <vector>

#include "mechanics/stack_up.h"

namespace clampet::desktop {

/// Sizes along a line: those that are right lie in a band, standard ones are marks to press, the present one is named.
class IntervalBar : public QWidget {
    Q_OBJECT
 public:
    explicit IntervalBar(QWidget* parent = nullptr);
    /// Standard sizes [m], the interval that is right, and the present size (below 0: none).
    void show_sizes(std::vector<double> sizes, mechanics::Interval right, double present);
    /// How a size is named; in mm if nobody says.
    void set_naming(std::function<QString(double)> name);
    const std::vector<double>& sizes() const { return sizes_; }
    /// Where a size lies on the widget.
    QPointF place_of(double size) const;
    bool is_right(double size) const;
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {160, sizeHint().height()}; }

 signals:
    void picked(double size);

 protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    double end() const;
    QString name_of(double size) const;
    std::function<QString(double)> name_;
    std::vector<double> sizes_;
    mechanics::Interval right_;
    double present_ = -1;
};

}  // namespace clampet::desktop
