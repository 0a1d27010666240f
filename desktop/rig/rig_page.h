#pragma once
#include <QStackedWidget>

#include "desktop/shell/stage.h"
#include "project/shelf.h"

class QComboBox;
class QPushButton;
class QSplitter;
class QStackedWidget;

namespace clampet::desktop {

class AxisBar;
class ElevationView;
class PartSheet;
class SeamSheet;
class ShelfView;
class ShotsPanel;
class StackView;

/// The rig: its load path as a column, its picture, and the sheet of the seam or the part that is selected. Its views
/// are made when there is a rig to show.
class RigPage : public Stage {
    Q_OBJECT
 public:
    explicit RigPage(Session& session, QWidget* parent = nullptr);
    QString name() const override { return tr("&Rig"); }
    QString key() const override { return "rig"; }
    State state() const override;
    void take_keyboard() override;
    std::any memory() const override;
    void recall(const std::any& memory) override;

    void select_seam(const QString& interface);
    void select_part(const QString& part);
    StackView* stack() const { return stack_; }
    ElevationView* elevation() const { return elevation_; }
    AxisBar* axis_bar() const { return axis_bar_; }
    SeamSheet* sheet() const { return sheet_; }
    PartSheet* part_sheet() const { return part_sheet_; }
    ShelfView* shelf() const { return shelf_; }
    ShotsPanel* shots() const { return shots_; }
    /// The button of a question about the whole rig: "room", "picture", "balance", "limit", "advice"; "rig" for its
    /// picture.
    QPushButton* question(const QString& key) const;
    template <class View>
    View* study() const {
        return centre_ ? centre_->findChild<View*>() : nullptr;
    }
    bool shows_shelf() const;
    void open_shelf(const project::ShelfPlace& place);
    /// The questions as one list, where they would take more than two lines.
    QComboBox* folded_questions() const { return folded_; }

 protected:
    bool eventFilter(QObject* watched, QEvent* event) override;

 private:
    void build_when_there_is_one();
    void build();
    void show_seam(const QString& interface);
    void show_part(const QString& part);
    void close_shelf();
    QWidget* make_centre();
    void fold_questions(int width);
    void add_question(const QString& key, const QString& name, QWidget* view);

    QSplitter* splitter_ = nullptr;
    QStackedWidget* middle_ = nullptr;
    QStackedWidget* centre_ = nullptr;  ///< the picture of the rig, or what answers a question about it
    QWidget* questions_ = nullptr;
    QComboBox* folded_ = nullptr;
    ShelfView* shelf_ = nullptr;
    ShotsPanel* shots_ = nullptr;
    StackView* stack_ = nullptr;
    ElevationView* elevation_ = nullptr;
    AxisBar* axis_bar_ = nullptr;
    QStackedWidget* sheets_ = nullptr;
    SeamSheet* sheet_ = nullptr;
    PartSheet* part_sheet_ = nullptr;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
