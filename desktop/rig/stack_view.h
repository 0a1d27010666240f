#pragma once
#include <map>
#include <QWidget>

#include "project/document.h"

class QLabel;
class QMenu;
class QScrollArea;
class QVBoxLayout;
class QPushButton;

namespace clampet::desktop {

class PartBlock;
class SeamButton;

/// The load path as a column: payload at the top, ground at the bottom, a seam between two blocks.
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
    QString headline() const;
    QPushButton* add_button() const { return add_; }
    QPushButton* remove_button() const { return remove_; }

 signals:
    void selected_changed(const QString& interface);
    void part_selected(const QString& part);
    void problem(const QString& text);

 private:
    void rebuild();
    void refresh();
    void mark();
    void add(const project::AddPart& edit);
    void offer_kinds(QMenu* menu, const std::string& on);
    void add_part();
    void remove_top();
    bool same_structure() const;

    project::Document& document_;
    QLabel* headline_;
    QScrollArea* scroll_ = nullptr;
    QVBoxLayout* column_;
    QPushButton *add_, *remove_;
    QString selected_, selected_part_;
    std::map<QString, SeamButton*> seams_;
    std::vector<std::pair<std::string, PartBlock*>> blocks_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
