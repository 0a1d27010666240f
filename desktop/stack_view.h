#pragma once
#include <map>
#include <QWidget>

#include "project/document.h"

class QLabel;
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
    SeamButton* seam(const QString& interface) const;
    QString headline() const;
    /// The part that carries no other: where the next one goes.
    std::string top_part() const;
    QPushButton* add_button() const { return add_; }
    QPushButton* remove_button() const { return remove_; }

 signals:
    void selected_changed(const QString& interface);
    void problem(const QString& text);

 private:
    void rebuild();
    void refresh();
    void add_part();
    void remove_top();
    bool same_structure() const;

    project::Document& document_;
    QLabel* headline_;
    QVBoxLayout* column_;
    QPushButton *add_, *remove_;
    QString selected_;
    std::map<QString, SeamButton*> seams_;
    std::vector<std::pair<std::string, PartBlock*>> blocks_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
