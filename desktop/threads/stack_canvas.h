#pragma once
#include <optional>

#include "desktop/widgets/drawing_view.h"
#include "families/thread/stack_design.h"

namespace clampet::desktop {

/// The section of a screw through its stack. Items are chosen by pressing them, put elsewhere by dragging them along
/// the screw, and taken off by dragging them away from it; arrow keys, Alt+arrow and Delete do the same.
class StackCanvas : public DrawingView {
    Q_OBJECT
 public:
    explicit StackCanvas(QWidget* parent = nullptr);
    void show_design(const families::StackDesign& design, int selected);
    /// Where something dropped at a point of this widget would go: 0 under the head; nothing beside the stack.
    std::optional<int> place_at(QPointF at) const;
    /// Marks the place where what is being dragged would go.
    void mark_place(std::optional<int> place);
    /// The middle of an item as it is drawn.
    QPointF middle_of(int item) const;

 signals:
    void selected(int item);
    void moved(int item, int place);
    void removed(int item);

 protected:
    void paintEvent(QPaintEvent* event) override;
    QMargins room() const override;
    void mousePressEvent(QMouseEvent* event) override;
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void keyPressEvent(QKeyEvent* event) override;

 private:
    std::optional<int> item_at(QPointF at) const;
    double pixels_of(double y) const;

    std::vector<families::Band> bands_;
    double wide_ = 0;
    int selected_ = -1, dragged_ = -1;
    bool dragging_ = false;
    QPointF pressed_at_;
    std::optional<int> mark_;
};

}  // namespace clampet::desktop
