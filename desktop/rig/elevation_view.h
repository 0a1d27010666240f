#pragma once
#include <QTransform>
#include <QWidget>

#include "desktop/rig/elevation_scene.h"

class QPushButton;

namespace clampet::desktop {

/// The rig to scale from the side, the front or above; its joints are dragged to pose them.
class ElevationView : public QWidget {
    Q_OBJECT
 public:
    ElevationView(project::Document& document, QWidget* parent = nullptr);
    void select(const QString& interface);
    void set_view(ViewSide view);
    /// Draws a part with a strong edge; empty for none.
    void mark_part(const std::string& part);
    /// The part that is nearest at a place of the widget.
    std::optional<std::string> part_at(QPointF position) const;
    ViewSide view() const { return view_; }
    const ElevationScene& scene() const { return scene_; }
    /// Where a point of the scene is on the widget.
    QPointF pixel(QPointF metres) const { return pixels_.map(metres); }
    /// How the axis in hand stands, in words: "52° forward".
    QString pose_words() const;
    /// The axis that the arrow keys move: the one chosen last, or the selected seam's first, or the first of all.
    const ElevationScene::Handle* in_hand() const;
    QPushButton* side_button() const { return side_; }
    QPushButton* front_button() const { return front_; }
    QPushButton* top_button() const { return top_; }

 signals:
    void problem(const QString& text);
    void part_pressed(const QString& part);

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
    const ElevationScene::Handle* handle_at(QPointF position) const;
    QString words_of(const ElevationScene::Handle& handle) const;
    /// Where along its axis the pointer is, but for a constant.
    double along_axis(const ElevationScene::Handle& handle, QPointF position) const;
    void pose_at(const ElevationScene::Handle& handle, double position, project::Gesture gesture);
    /// Words where they are wanted, or above or below where others stand already.
    void words(QPainter& p, QPointF at, const QString& text, const QFont& font, QColor colour,
               int align = Qt::AlignHCenter) const;
    void paint_scale(QPainter& p) const;
    void paint_lever(QPainter& p) const;
    void paint_push(QPainter& p) const;
    void paint_handle(QPainter& p, const ElevationScene::Handle& handle) const;
    void paint_feet(QPainter& p) const;

    project::Document& document_;
    QPushButton *side_, *front_, *top_;
    ViewSide view_ = ViewSide::side;
    std::string selected_, marked_;
    ElevationScene scene_;
    QTransform pixels_;
    mutable std::vector<QRectF> words_;  ///< where words stand in the picture that is being painted
    QRectF fitted_;                      ///< the extent that the present scale was made for
    struct Grabbed {
        std::string interface, axis;
        double offset = 0;  ///< where the pointer is along the axis, less the axis's position, at the press
    };
    std::optional<Grabbed> grabbed_;
    std::string chosen_interface_, chosen_axis_;  ///< the axis in hand
    project::Gesture gesture_ = project::single;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
