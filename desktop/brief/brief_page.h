#pragma once
#include <functional>
#include <map>
#include <string>

#include "desktop/brief/payload_card.h"
#include "desktop/shell/stage.h"

class QGridLayout;
class QLabel;
class QLineEdit;

namespace clampet::desktop {

class PlacePanel;
class PlannedPanel;
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
    bool needs_rig() const override { return false; }  ///< what is held and where it must be is known before
    QuantityField* mass(const std::string& part) const;
    QuantityField* centre(const std::string& part, int axis) const;
    UsePanel* use() const { return use_; }
    PayloadCard* payload(const std::string& part) const;
    PlacePanel* place() const { return place_; }
    /// Presses of "Also on it", by the name of a device.
    QPushButton* also(const QString& device) const;
    PlannedPanel* planned() const { return planned_; }
    SetsPanel* sets() const { return sets_; }
    ShotsTable* shots() const { return shots_; }
    QuantityField* required() const { return required_; }
    QLineEdit* rig_name() const { return name_; }
    QString beyond_text() const;  ///< empty where nothing is beyond this tool
    QLineEdit* part_name(const std::string& part) const;

 protected:
    void furnish() override;
    void showEvent(QShowEvent* event) override;
    void resizeEvent(QResizeEvent* event) override;

 private:
    void add_payload(const rig::Part& part, HeldThingPtr thing);
    void also_put_on(const std::string& device, const std::string& on = {});
    void fit_width();
    void rebuild();
    void refresh();
    void perform(const project::Edit& edit, QuantityField* field, project::Gesture gesture);

    project::Document& document_;
    QLineEdit* name_ = nullptr;  ///< all made when the page is first shown
    QuantityField* required_ = nullptr;
    UsePanel* use_ = nullptr;
    SetsPanel* sets_ = nullptr;
    ShotsTable* shots_ = nullptr;
    QLabel* beyond_ = nullptr;  ///< what of the rig's name is beyond this tool
    PlacePanel* place_ = nullptr;
    QWidget* held_ = nullptr;  ///< the cards of what is held
    QLabel* together_ = nullptr;
    PlannedPanel* planned_ = nullptr;
    QWidget* also_ = nullptr;
    std::map<std::string, PayloadCard*> payloads_;
    QWidget* table_ = nullptr;
    QGridLayout* grid_ = nullptr;
    std::map<std::string, HeldFields> rows_;
    project::Document::Subscription subscription_;
};

}  // namespace clampet::desktop
