#pragma once
#include <functional>
#include <map>
#include <string>

#include "desktop/shell/stage.h"

class QGridLayout;
class QLabel;
class QLineEdit;

namespace clampet::desktop {

class QuantityField;
class SetsPanel;
class ShotsTable;
class UsePanel;

/// What is to be held: masses, where they sit, and how it is used.
class BriefPage : public Stage {
    Q_OBJECT
 public:
    explicit BriefPage(Session& session, QWidget* parent = nullptr);
    QString name() const override { return tr("&Brief"); }
    QString key() const override { return "brief"; }
    State state() const override;
    QuantityField* mass(const std::string& part) const;
    QuantityField* centre(const std::string& part, int axis) const;
    UsePanel* use() const { return use_; }
    SetsPanel* sets() const { return sets_; }
    ShotsTable* shots() const { return shots_; }
    QuantityField* required() const { return required_; }
    QLineEdit* rig_name() const { return name_; }
    QString beyond_text() const;  ///< empty where nothing is beyond this tool
    QLineEdit* part_name(const std::string& part) const;

 protected:
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

 private:
    struct Row {
        QLineEdit* name;
        QuantityField* mass;
        QuantityField* centre[3];
    };
    void build();
    void rebuild();
    void refresh();
    void perform(const project::Edit& edit, QuantityField* field, project::Gesture gesture);
    void name_edits(QLineEdit* field, std::function<project::Edit(const std::string&)> edit);

    project::Document& document_;
    QLineEdit* name_ = nullptr;  ///< all made when the page is first shown
    QuantityField* required_ = nullptr;
    UsePanel* use_ = nullptr;
    SetsPanel* sets_ = nullptr;
    ShotsTable* shots_ = nullptr;
    QLabel* beyond_ = nullptr;  ///< what of the rig's name is beyond this tool
    QWidget* table_ = nullptr;
    QGridLayout* grid_ = nullptr;
    std::map<std::string, Row> rows_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
