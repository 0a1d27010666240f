#pragma once
#include <map>
#include <QWidget>
#include <string>
#include <vector>

#include "project/document.h"

class QComboBox;
class QGridLayout;
class QLabel;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class QuantityField;

/// How the rig is used, by cards, and the load cases that they set, each of which can be changed.
class UsePanel : public QWidget {
    Q_OBJECT
 public:
    explicit UsePanel(project::Document& document, QWidget* parent = nullptr);
    /// Lays it out for a page that is so wide [pixels].
    void fit_width(int width);
    /// Fills it from the document; what is being typed in lives on.
    void refresh();

    QPushButton* card(const std::string& key) const { return cards_.at(key); }
    QuantityField* field(const std::string& load_case, const std::string& key) const;
    QComboBox* choice(const std::string& load_case, const std::string& key) const;
    QPushButton* remove_button(const std::string& load_case) const { return rows_.at(load_case).remove; }
    QComboBox* add_choice() const { return add_; }
    QLabel* cautions() const { return cautions_; }

 signals:
    void problem(const QString& text);

 private:
    struct Row {
        QWidget* widget = nullptr;
        QPushButton* remove = nullptr;
        QLabel* title = nullptr;
        std::map<std::string, QuantityField*> fields;
        std::map<std::string, QComboBox*> choices;
    };
    void choose_cards();
    int cards_in_a_row() const;
    int fields_in_a_row() const;
    void lay_cards();
    void rebuild_rows();
    Row make_row(const rig::CaseUse& use);
    void perform(const project::Edit& edit, project::Gesture gesture = project::single, QuantityField* field = nullptr);

    project::Document& document_;
    std::map<std::string, QPushButton*> cards_;
    QGridLayout* cards_grid_ = nullptr;
    bool wide_ = true;  ///< three fit beside each other
    QLabel* cautions_;
    QVBoxLayout* list_;
    QComboBox* add_;
    std::vector<std::string> shown_;  ///< ids of the rows, in order
    std::map<std::string, Row> rows_;
};

}  // namespace clampet::desktop
