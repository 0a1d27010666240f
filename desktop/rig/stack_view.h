#pragma once
#include <map>
#include <QWidget>

#include "project/document.h"
#include "project/shelf.h"
#include "rig/column.h"

class QLabel;
class QMenu;
class QScrollArea;
class QPushButton;

namespace clampet::desktop {

class PartBlock;
class SeamButton;
class StackColumn;

/// The load path as a column: payload at the top, ground at the bottom, a seam between two blocks. What branches off is
/// indented above the part that carries it; what closes a loop stands below, as a tie.
class StackView : public QWidget {
    Q_OBJECT
 public:
    StackView(project::Document& document, QWidget* parent = nullptr);
    void select(const QString& interface);
    const QString& selected() const { return selected_; }
    void select_part(const QString& part);
    /// The part that was chosen instead of a seam; empty where a seam is.
    const QString& selected_part() const { return selected_part_; }
    SeamButton* seam(const QString& interface) const;
    PartBlock* block(const QString& part) const;
    /// What interfaces would be after a change that is only looked at: factor and verdict where each is worst; empty to
    /// show them as they are.
    struct Preview {
        QString interface;
        double factor = 0;
        study::Verdict verdict = study::Verdict::holds;
    };
    void preview(const std::vector<Preview>& all);
    QString headline() const;
    /// Opens the shelf on what is on top.
    QPushButton* add_button() const { return add_; }
    /// Opens the shelf on the part that is chosen, or within the seam.
    QPushButton* here_button() const { return here_; }
    QPushButton* remove_button() const { return remove_; }
    /// All else that can be done with what is chosen.
    QMenu* make_menu();
    /// How far a part is indented: 0 on the way from the support to the payload.
    int depth_of(const QString& part) const;

 signals:
    void selected_changed(const QString& interface);
    void part_selected(const QString& part);
    void shelf_wanted(const project::ShelfPlace& place);
    void problem(const QString& text);

 protected:
    void keyPressEvent(QKeyEvent* event) override;
    void contextMenuEvent(QContextMenuEvent* event) override;

 private:
    void rebuild();
    void refresh();
    void mark();
    /// The part that is chosen: itself, or what the chosen seam carries.
    std::string chosen() const;
    void perform(const project::Edit& edit);
    void offer_own_part(QMenu* menu, const std::string& on);
    void offer_places(QMenu* menu, const std::string& part);
    void copy();
    void paste();
    void remove_top();
    bool same_structure() const;

    project::Document& document_;
    QLabel* headline_;
    QScrollArea* scroll_ = nullptr;
    StackColumn* column_;
    QPushButton *add_, *here_, *remove_, *more_;
    QString selected_, selected_part_;
    std::map<QString, SeamButton*> seams_;
    std::vector<std::pair<std::string, PartBlock*>> blocks_;
    std::vector<rig::ColumnRow> rows_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
