#pragma once
#include <map>
#include <QWidget>

#include "project/document.h"

class QGridLayout;
class QLabel;
class QLineEdit;

namespace clampet::desktop {

class QuantityField;

/// What each shot must see: how far away, and how much of it; and whether the lens does.
class ShotsTable : public QWidget {
    Q_OBJECT
 public:
    explicit ShotsTable(project::Document& document, QWidget* parent = nullptr);
    void refresh();
    QLineEdit* name(const std::string& shot) const { return rows_.at(shot).name; }
    QuantityField* distance(const std::string& shot) const { return rows_.at(shot).distance; }
    QuantityField* frame(const std::string& shot) const { return rows_.at(shot).frame; }
    QString says(const std::string& shot) const;

 signals:
    void problem(const QString& text);

 private:
    struct Row {
        QLineEdit* name;
        QuantityField *distance, *frame;
        QLabel* says;
    };
    void rebuild();
    void add_row(const rig::Shot& shot, int at);
    void change(const std::string& shot, const std::function<void(project::SetShot&)>& how, QuantityField* field,
                project::Gesture gesture);
    project::Document& document_;
    QGridLayout* grid_;
    QLabel* none_;
    std::map<std::string, Row> rows_;
};

}  // namespace clampet::desktop
