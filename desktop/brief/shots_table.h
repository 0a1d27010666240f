#pragma once
#include <map>
#include <QWidget>

#include "desktop/widgets/going.h"
#include "project/document.h"

class QBoxLayout;
class QLabel;
class QLineEdit;
class QPushButton;

namespace clampet::desktop {

class Panel;
class QuantityField;
class ReachPicture;

/// What the film needs of each shot: where the lens must be, where it looks, how far away and how wide its subject is;
/// and whether lens and rig bring it. Beside it the reach that follows, drawn before there is a rig.
class ShotsTable : public QWidget {
    Q_OBJECT
 public:
    explicit ShotsTable(project::Document& document, QWidget* parent = nullptr);
    ~ShotsTable() override { hear_no_more(*this); }
    void refresh();
    /// The picture beside the shots, or above them where the page is narrow.
    void fit_width(int width);
    QLineEdit* name(const std::string& shot) const { return rows_.at(shot).name; }
    QuantityField* distance(const std::string& shot) const { return rows_.at(shot).distance; }
    QuantityField* frame(const std::string& shot) const { return rows_.at(shot).frame; }
    QuantityField* out(const std::string& shot) const { return rows_.at(shot).out; }
    QuantityField* height(const std::string& shot) const { return rows_.at(shot).height; }
    QuantityField* down(const std::string& shot) const { return rows_.at(shot).down; }
    QString says(const std::string& shot) const;
    QPushButton* add_button() const { return add_; }
    ReachPicture* reach() const { return reach_; }

 signals:
    void problem(const QString& text);

 private:
    struct Row {
        QLineEdit* name;
        QuantityField *out, *height, *down, *distance, *frame;
        QLabel* says;
    };
    void rebuild();
    void add_row(const rig::Shot& shot);
    void change(const std::string& shot, const std::function<void(project::SetShot&)>& how, QuantityField* field,
                project::Gesture gesture);
    QString what_is_said(const rig::Shot& shot, bool& is_well) const;
    project::Document& document_;
    QBoxLayout *row_, *cards_;
    QLabel* none_;
    QPushButton* add_;
    ReachPicture* reach_;
    std::map<std::string, Row> rows_;
    std::vector<Panel*> panels_;
};

}  // namespace clampet::desktop
