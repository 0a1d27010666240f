#pragma once
#include <QWidget>

#include "project/document.h"
#include "study/reach.h"

namespace clampet::desktop {

/// Where the lens must be in each shot, in a picture from the side: pure, in pixels, for painting, hitting and tests.
struct ReachLayout {
    struct Mark {
        std::string shot;
        QPointF at;                 ///< of the lens where it must be
        QPointF looks;              ///< unit vector in pixels
        double reaches = 0;         ///< to what it must see, in pixels; 0: not said
        std::optional<QPointF> is;  ///< where the rig has it
    };
    double scale = 1;  ///< pixels of a metre
    QPointF support;   ///< where what it holds on to is
    std::vector<Mark> marks;
    const Mark* mark_at(QPointF position) const;
    /// Out and up of a place in the picture [m].
    QPointF metres(QPointF position) const;
};
/// `like`: at the scale of another, so that what is dragged stays under the pointer.
ReachLayout layout_reach(const rig::Rig& rig, std::span<const study::Reach> reaches, QSizeF size,
                         const ReachLayout* like = nullptr);

/// The reach of the shots, before there is any part: the support, the lens where each shot wants it, what it sees, and
/// how far out and up that is. A lens is dragged, or moved with the arrow keys.
class ReachPicture : public QWidget {
    Q_OBJECT
 public:
    explicit ReachPicture(project::Document& document, QWidget* parent = nullptr);
    void refresh();
    ReachLayout layout() const { return layout_reach(document_.rig(), reaches_, size(), held_ ? &*held_ : nullptr); }
    void choose(const std::string& shot);
    const std::vector<study::Reach>& reaches() const { return reaches_; }

 signals:
    void problem(const QString& text);

 protected:
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    void move_to(const std::string& shot, QPointF metres, project::Gesture gesture);
    void paint_support(QPainter& p, const ReachLayout& l) const;
    void paint_shot(QPainter& p, const ReachLayout& l, const ReachLayout::Mark& mark) const;

    project::Document& document_;
    std::vector<study::Reach> reaches_;
    std::string chosen_, dragged_;
    std::optional<ReachLayout> held_;  ///< the picture keeps its scale while something is dragged in it
    project::Gesture gesture_ = project::single;
};

}  // namespace clampet::desktop
