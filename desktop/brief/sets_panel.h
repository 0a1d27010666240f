#pragma once
#include <map>
#include <QWidget>

#include "desktop/widgets/going.h"
#include "project/document.h"

class QLineEdit;
class QPushButton;
class QVBoxLayout;

namespace clampet::desktop {

class QuantityField;

/// Payload sets: what is on the rig at one time, and what its payload then weighs. All are checked in every shot.
class SetsPanel : public QWidget {
    Q_OBJECT
 public:
    explicit SetsPanel(project::Document& document, QWidget* parent = nullptr);
    ~SetsPanel() override { hear_no_more(*this); }
    void refresh();
    QPushButton* add_button() const { return add_; }
    QLineEdit* set_name(const std::string& set) const { return rows_.at(set).name; }
    /// Whether a part is on in a set.
    QPushButton* part(const std::string& set, const std::string& part) const { return rows_.at(set).parts.at(part); }
    QuantityField* mass(const std::string& set) const { return rows_.at(set).mass; }
    QPushButton* remove_button(const std::string& set) const { return rows_.at(set).remove; }

 signals:
    void problem(const QString& text);

 private:
    struct Row {
        QWidget* whole;
        QLineEdit* name;
        std::map<std::string, QPushButton*> parts;
        QuantityField* mass;
        QPushButton* remove;
    };
    void rebuild();
    void add_row(const rig::PayloadSet& set);
    void add_set();
    Status change(const std::string& set, const std::function<void(rig::PayloadSet&)>& how,
                  project::Gesture gesture = project::single);
    project::Document& document_;
    QVBoxLayout* column_;
    QPushButton* add_;
    std::map<std::string, Row> rows_;
    std::vector<std::string> shown_parts_;
};

}  // namespace clampet::desktop
