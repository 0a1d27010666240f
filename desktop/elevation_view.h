#pragma once
#include <QTransform>
#include <QWidget>

#include "desktop/elevation_scene.h"

class QPushButton;

namespace clampet::desktop {

/// The rig to scale from the side or the front; the ball is dragged to pose it.
class ElevationView : public QWidget {
    Q_OBJECT
 public:
    ElevationView(project::Document& document, QWidget* parent = nullptr);
    void select(const QString& interface);
    void set_view(ViewSide view);
    ViewSide view() const { return view_; }
    const ElevationScene& scene() const { return scene_; }
    /// Where a point of the scene is on the widget.
    QPointF pixel(QPointF metres) const { return pixels_.map(metres); }
    /// The words under the pointer's ball: "52° forward".
    QString pose_words() const;
    QPushButton* side_button() const { return side_; }
    QPushButton* front_button() const { return front_; }

 signals:
    void problem(const QString& text);

 protected:
    void paintEvent(QPaintEvent*) override;
    void resizeEvent(QResizeEvent*) override;
    void mousePressEvent(QMouseEvent*) override;
    void mouseMoveEvent(QMouseEvent*) override;
    void mouseReleaseEvent(QMouseEvent*) override;
    void keyPressEvent(QKeyEvent*) override;

 private:
    void refresh();
    void fit();
    bool over_handle(QPointF position) const;
    double angle_of(QPointF position) const;
    void pose_at(double angle, project::Gesture gesture);
    void paint_scale(QPainter& p) const;
    void paint_lever(QPainter& p) const;
    void paint_push(QPainter& p) const;
    void paint_ball(QPainter& p) const;

    project::Document& document_;
    QPushButton *side_, *front_;
    ViewSide view_ = ViewSide::side;
    std::string selected_;
    ElevationScene scene_;
    QTransform pixels_;
    QRectF fitted_;                  ///< the extent that the present scale was made for
    std::optional<double> grabbed_;  ///< pointer angle less joint angle at the press
    project::Gesture gesture_ = project::single;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
