#pragma once
#include <optional>
#include <QWidget>
#include <span>

#include "desktop/brief/held_thing.h"

namespace clampet::desktop {

/// Where a part seen from its right and from ahead lies in a picture: pure, in pixels, for painting, hitting and tests.
struct PayloadLayout {
    enum class Pane { side, front };
    QRectF side, front;         ///< the two panes
    double scale = 0;           ///< pixels of a metre, the same in both
    QPointF side_at, front_at;  ///< where its mounting point lies in each
    QPointF place(const rig::Vector& point, Pane pane) const;
    std::optional<Pane> pane_at(QPointF position) const;
    /// What moves when a point of the pane does: x and z, or y and z [m].
    rig::Vector moved(const rig::Vector& from, QPointF to, Pane pane) const;
};
/// `words`: height of a line of text beneath the panes.
PayloadLayout layout_payload(const rig::Part& part, QSizeF size, double words);
PayloadLayout layout_payload(std::span<const Thing> things, QSizeF size, double words);

/// A thing that is held, to scale from its right and from ahead, with what stands on it: where its screw is and where
/// it balances, alone and with all of that. Its centre of gravity is dragged, or moved with the arrow keys; what is to
/// stand on it is dragged onto the picture.
class PayloadPicture : public QWidget {
    Q_OBJECT
 public:
    PayloadPicture(HeldThingPtr thing, QWidget* parent = nullptr);
    PayloadLayout layout() const;
    /// Laid on a pencil or stood on its back: what a guide shows. Nothing for as it stands.
    enum class Laid { no, along, across, on_its_back };
    void lay(Laid laid);
    void refresh();
    /// Itself first, then what is held by it.
    std::vector<Thing> things() const { return thing_->things(); }
    /// What all of that weighs, and where it balances in the part's frame.
    std::pair<double, rig::Vector> together() const;

 signals:
    /// A thing, by the name of its class, was dropped on it.
    void thing_dropped(const QString& device);

 protected:
    void dragEnterEvent(QDragEnterEvent* event) override;
    void dropEvent(QDropEvent* event) override;
    void paintEvent(QPaintEvent*) override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    const rig::Part* part() const { return thing_->part(); }
    void move_to(const rig::Vector& centre, project::Gesture gesture);
    void paint_pane(QPainter& p, const PayloadLayout& l, PayloadLayout::Pane pane) const;
    void paint_laid(QPainter& p) const;

    HeldThingPtr thing_;
    Laid laid_ = Laid::no;
    std::optional<PayloadLayout::Pane> dragged_;
    project::Gesture gesture_ = project::single;
};

}  // namespace clampet::desktop
