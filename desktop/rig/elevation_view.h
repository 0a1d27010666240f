#pragma once
#include <QTransform>
#include <QWidget>

#include "desktop/rig/elevation_scene.h"
#include "desktop/rig/solid_raster.h"

class QPushButton;

namespace clampet::desktop {

/// The rig to scale from the side, the front, above, or turned by hand; its joints are dragged to pose them.
class ElevationView : public QWidget {
    Q_OBJECT
 public:
    ElevationView(project::Document& document, QWidget* parent = nullptr);
    void select(const QString& interface);
    void set_view(ViewSide view);
    /// Draws parts with a strong edge.
    void mark_parts(std::vector<std::string> parts);
    /// Turns the turned view about the vertical and lifts the eye [rad].
    void turn_by(double about, double lifted);
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
    QPushButton* turned_button() const { return turned_; }
    QPushButton* ghosts_button() const { return ghosts_; }
    QPushButton* frame_button() const { return frame_; }

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
    /// Where the row of buttons ends [pixels].
    double buttons_end() const;
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
    void paint_bodies(QPainter& p);
    QImage flat_picture() const;
    QImage turned_picture(bool moves);
    void paint_ghosts(QPainter& p) const;
    void paint_touches(QPainter& p) const;
    void paint_frame(QPainter& p) const;
    Sight sight() const;
    bool is_marked(const std::string& part) const;
    bool is_turned() const { return view_ == ViewSide::turned; }

    project::Document& document_;
    QPushButton *side_, *front_, *top_, *turned_, *ghosts_, *frame_;
    ViewSide view_ = ViewSide::side;
    std::string selected_;
    std::vector<std::string> marked_;
    double about_ = -0.6, lifted_ = 0.42;  ///< of the turned view [rad]
    std::optional<QPointF> turning_;       ///< where the pointer was last while the view is turned
    std::unique_ptr<SolidRaster> raster_;  ///< of the turned view as it was last painted
    double raster_scale_ = 1;
    struct Bodies {  ///< all that a picture of the solids depends on
        std::vector<ElevationScene::Solid> solids;
        std::vector<std::string> marked;
        QTransform pixels;
        QSize size;
        double ratio = 1;
        bool dark = false, turned = false, moves = false;
        friend bool operator==(const Bodies&, const Bodies&) = default;
    };
    std::optional<Bodies> painted_;  ///< of the picture at hand: most keystrokes change words and factors only
    QImage picture_;
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
