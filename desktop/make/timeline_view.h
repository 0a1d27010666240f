#pragma once
#include <QWidget>

#include "make/schedule.h"

namespace clampet::desktop {

/// The work on a line of days: a row a part, hands-on full, waiting thin, hold points as gates. Pressing a bar chooses
/// its step.
class TimelineView : public QWidget {
    Q_OBJECT
 public:
    explicit TimelineView(QWidget* parent = nullptr);
    /// `rows`: name of each part's row, by its id; the rig's own is empty.
    void show_plan(make::Plan plan, make::Schedule schedule, std::vector<std::pair<std::string, QString>> rows);
    QSize sizeHint() const override;
    QSize minimumSizeHint() const override { return {220, sizeHint().height()}; }
    /// Where a step's bar is; empty where there is none.
    QRectF bar_of(std::size_t step) const;

 signals:
    void chosen(std::size_t step);

 protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    bool event(QEvent* event) override;

 private:
    double x_of(make::WallTime time) const;
    double row_height() const;
    double left() const;
    double top_of(const std::string& part) const;
    QRectF waiting_of(const make::Dated& dated) const;
    const make::Dated* at(QPointF position) const;
    void paint_days(QPainter& p) const;
    void paint_row_names(QPainter& p) const;
    void paint_step(QPainter& p, const make::Dated& dated) const;

    make::Plan plan_;
    make::Schedule schedule_;
    std::vector<std::pair<std::string, QString>> rows_;
};

}  // namespace clampet::desktop
