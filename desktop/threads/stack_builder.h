#pragma once
#include <map>
#include <QLabel>
#include <QPushButton>
#include <QWidget>

#include "project/desks/stack_desk.h"

class QCheckBox;
class QComboBox;
class QFormLayout;
class QLabel;

namespace clampet::desktop {

class IntervalBar;
class QuantityField;
class StackCanvas;

/// Something that can be laid on the stack: pressed, it goes on top; dragged, it goes where it is let go.
class TrayChip : public QPushButton {
    Q_OBJECT
 public:
    TrayChip(families::StackItem item, QWidget* parent);
    const families::StackItem& item() const { return item_; }

 signals:
    void dragged(QPoint global);
    void dropped(QPoint global);

 protected:
    void mouseMoveEvent(QMouseEvent* event) override;
    void mouseReleaseEvent(QMouseEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

 private:
    families::StackItem item_;
    bool dragging_ = false;
};

/// Lays washers, plates and pads between a screw's head and its socket, and says what would make it right.
class StackBuilder : public QWidget {
    Q_OBJECT
 public:
    explicit StackBuilder(QWidget* parent = nullptr);
    /// Other threads on the same stack; the screw's length becomes a standard one of its system.
    void set_threads(const catalogue::Thread& screw, const catalogue::Thread& socket);
    /// Lays out a whole stack anew; nothing is left to undo.
    void adopt(const families::StackDesign& design);
    const families::StackDesign& design() const { return desk_.design(); }
    /// The same stack as inputs of the thread family.
    std::map<std::string, rig::Input> inputs() const { return desk_.inputs(); }

    bool can_undo() const { return desk_.can_undo(); }
    bool can_redo() const { return desk_.can_redo(); }
    void undo();
    void redo();

    StackCanvas* canvas() const { return canvas_; }
    std::vector<TrayChip*> chips() const;
    IntervalBar* washer_bar() const { return washers_; }
    IntervalBar* length_bar() const { return lengths_; }
    QuantityField* length_field() const { return length_; }
    QuantityField* depth_field() const { return depth_; }
    QuantityField* thickness_field() const { return thickness_; }
    QPushButton* remove_button() const { return remove_; }
    QPushButton* bench_button() const { return bench_; }
    QComboBox* end_box() const { return end_; }
    QComboBox* head_box() const { return head_; }
    QuantityField* sink_field() const { return sink_; }
    QuantityField* torque_field() const { return torque_; }
    QString verdict_text() const;
    QString sentence_text() const;
    QString washer_names() const { return washer_names_->text(); }

 signals:
    void bench_wanted();
    void changed();

 private:
    void build_tray(QWidget* tray);
    void insert(const families::StackItem& item, int place);
    void refresh();
    void refresh_verdict();

    project::StackDesk desk_;

    QWidget *tray_, *item_row_;
    StackCanvas* canvas_;
    QLabel *verdict_, *sentence_, *washer_title_, *washer_names_, *length_title_, *item_name_;
    IntervalBar *washers_, *lengths_;
    QuantityField *length_, *depth_, *plain_, *thickness_, *sink_, *torque_;
    QComboBox *head_, *end_, *wall_;
    QFormLayout* form_ = nullptr;
    QPushButton *remove_, *bench_;
};

}  // namespace clampet::desktop
